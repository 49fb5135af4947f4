// The family sampler: runs, satins and fills in each of their ways, every one beside the shape that it came from.
import type { Design, DesignObject, Item, Outline, SettingValue } from '@rosehip/core';
import { design, Drawing, ellipse, path, rectangle, star } from './drawing.ts';

/** Thread of the bare outlines that show what each sample came from. */
const GREY = '113';

export function familySampler(): Design {
  const d = new Drawing();
  const items: Item[] = [];
  let group: Item[] = [];

  /** A sample at a place of the sheet (columns of 46 mm, rows of 40 mm), its outline beside it as a fine run. */
  function sample(
    name: string,
    place: [number, number],
    outline: (x: number, y: number) => Outline,
    thread: string,
    kind: string,
    settings: Record<string, SettingValue> = {},
    more: Partial<DesignObject> = {},
  ): void {
    const [x, y] = [-115 + place[0] * 46, -80 + place[1] * 40];
    group.push(d.object(`${name}, outline`, outline(x - 11, y), GREY, 'run', { length: 1.5 }), {
      ...d.object(name, outline(x + 11, y), thread, kind, settings),
      ...more,
    });
  }
  function close(name: string): void {
    // Outlines first: then the whole row changes its thread only once.
    const outlines = group.filter((o) => o.name.endsWith(', outline'));
    items.push(d.group(name, [...outlines, ...group.filter((o) => !outlines.includes(o))]));
    group = [];
  }

  const wave = (x: number, y: number): Outline => path(`M${x - 9} ${y} c3 -14 6 -14 9 0 s6 14 9 0`);
  const zig = (x: number, y: number): Outline => path(`M${x - 9} ${y + 12} l6 -24 l6 24 l6 -24`);
  const house = (x: number, y: number): Outline =>
    path(
      `M${x - 8} ${y + 12} V${y - 3} L${x} ${y - 12} L${x + 8} ${y - 3} V${y + 12} H${x - 8} L${x + 8} ${y - 3} M${x - 8} ${y - 3} H${x + 8} L${x - 8} ${y + 12}`,
    );
  const box = (x: number, y: number): Outline => rectangle(x, y, 17, 24, 2);
  const round = (x: number, y: number): Outline => ellipse(x, y, 18, 26);

  sample('Run', [0, 0], wave, '172', 'run');
  sample('There and back', [1, 0], wave, '172', 'run', { passes: 2 });
  sample('Bean', [2, 0], wave, '172', 'run', { passes: 3 });
  sample('Redwork', [3, 0], house, '172', 'redwork');
  sample('Leaf run', [4, 0], wave, '273', 'motif-line', { unit: 'leaf', size: 6 });
  sample('Hill border', [5, 0], box, '273', 'motif-line', { unit: 'hills', size: 4.5 });
  close('Lines');

  sample('Satin', [0, 1], wave, '222', 'satin', { width: 3 });
  sample('Round ends', [1, 1], wave, '222', 'satin', { width: 4, ends: 'round' });
  sample('Mitred corners', [2, 1], zig, '222', 'satin', { width: 3, corners: 'mitre' });
  sample('Round corners', [3, 1], zig, '222', 'satin', { width: 3, corners: 'round' });
  sample(
    'Drawn width',
    [4, 1],
    wave,
    '222',
    'satin',
    { width: 4 },
    {
      widths: [
        { at: 0, width: 0 },
        { at: 0.3, width: 5 },
        { at: 0.55, width: 1.5 },
        { at: 0.8, width: 4 },
        { at: 1, width: 0 },
      ],
    },
  );
  sample('Ring', [5, 1], (x, y) => ellipse(x, y, 15, 20), '222', 'satin', { width: 4 });
  close('Satin along lines');

  const letter = (x: number, y: number): Outline =>
    path(
      `M${x - 9} ${y + 13} L${x - 2.5} ${y - 13} H${x + 2.5} L${x + 9} ${y + 13} H${x + 4.5} L${x + 2.7} ${y + 6} H${x - 2.7} L${x - 4.5} ${y + 13} Z M${x - 1.8} ${y + 2.2} H${x + 1.8} L${x} ${y - 6} Z`,
    );
  const moon = (x: number, y: number): Outline =>
    path(
      `M${x + 5} ${y - 13} C${x - 14} ${y - 11} ${x - 14} ${y + 11} ${x + 5} ${y + 13} C${x - 6} ${y + 7} ${x - 6} ${y - 7} ${x + 5} ${y - 13} Z`,
    );
  const ess = (x: number, y: number): Outline =>
    path(
      `M${x + 8} ${y - 8} C${x + 4} ${y - 16} ${x - 10} ${y - 13} ${x - 8} ${y - 5} C${x - 6.5} ${y + 1} ${x + 4.5} ${y} ${x + 4.5} ${y + 5} C${x + 4.5} ${y + 11} ${x - 5} ${y + 10} ${x - 6} ${y + 6} L${x - 9} ${y + 8} C${x - 6} ${y + 16} ${x + 9} ${y + 14} ${x + 8} ${y + 4} C${x + 7} ${y - 3} ${x - 4} ${y - 2} ${x - 4.6} ${y - 6} C${x - 5} ${y - 10} ${x + 3} ${y - 10} ${x + 5} ${y - 6} Z`,
    );
  const edges = (x: number, y: number): Outline =>
    path(
      `M${x - 8} ${y + 12} C${x - 10} ${y} ${x - 2} ${y - 6} ${x - 5} ${y - 13} M${x + 2} ${y + 13} C${x} ${y + 2} ${x + 9} ${y - 4} ${x + 8} ${y - 10}`,
    );
  const cross = (x: number, y: number): Outline =>
    path(
      `M${x - 2} ${y - 13} H${x + 2} V${y - 2} H${x + 9} V${y + 2} H${x + 2} V${y + 13} H${x - 2} V${y + 2} H${x - 9} V${y - 2} H${x - 2} Z`,
    );
  const shape = { sides: 'shape' };
  sample('Moon', [0, 2], moon, '213', 'satin', shape);
  sample('Branches', [1, 2], letter, '213', 'satin', shape);
  sample('Bends', [2, 2], ess, '213', 'satin', shape);
  sample('Crossing', [3, 2], cross, '213', 'satin', shape);
  sample('Two edges', [4, 2], edges, '213', 'satin', { sides: 'edges' });
  sample('Wide and split', [5, 2], (x, y) => path(`M${x} ${y - 12} V${y + 12}`), '213', 'satin', {
    width: 11,
  });
  close('Satin across shapes');

  sample('Brick', [0, 3], box, '253', 'fill', { angle: 30 });
  sample('Chevron', [1, 3], box, '253', 'fill', { pattern: 'chevron' });
  sample('Wave', [2, 3], box, '253', 'fill', { pattern: 'wave' });
  sample('Diamond', [3, 3], box, '253', 'fill', { pattern: 'diamond' });
  sample('Basket', [4, 3], box, '253', 'fill', { pattern: 'basket' });
  sample('Tide', [5, 3], box, '253', 'fill', { pattern: 'tide' });
  close('Surfaces');

  const flow = (x: number, y: number): DesignObject['guideLines'] => [
    {
      closed: false,
      points: [
        { x: x - 9, y: y - 6, out: { x: 6, y: -8 } },
        { x: x + 9, y: y - 4, in: { x: -6, y: 8 } },
      ],
    },
    {
      closed: false,
      points: [
        { x: x - 9, y: y + 8, out: { x: 6, y: 7 } },
        { x: x + 9, y: y + 4, in: { x: -5, y: -6 } },
      ],
    },
  ];
  const [fx, fy] = [-115 + 11, -80 + 4 * 40];
  sample('Flow', [0, 4], round, '174', 'fill', {}, { guideLines: flow(fx, fy) });
  sample('Drawing apart', [1, 4], round, '174', 'fill', { spacing: 0.4, spacingEnd: 2 });
  sample('Feathered', [2, 4], round, '174', 'fill', { edge: 'feathered', feather: 3 });
  sample('Open rows', [3, 4], round, '174', 'fill', { angle: 45, spacing: 1.5 });
  sample(
    'Holes',
    [4, 4],
    (x, y) =>
      path(
        `M${x - 9} ${y - 13} H${x + 9} V${y + 13} H${x - 9} Z M${x - 5} ${y - 8} V${y - 1} H${x + 5} V${y - 8} Z M${x - 5} ${y + 3} V${y + 9} H${x + 5} V${y + 3} Z`,
      ),
    '174',
    'fill',
    { angle: 20 },
  );
  sample('Star', [5, 4], (x, y) => star(x, y, 12, 5), '174', 'fill', { angle: 90 });
  close('Fills');

  return {
    ...design(
      'Run, satin and fill',
      { name: '200 × 300', width: 300, height: 200 },
      { kind: 'linen', colour: '#efe6d3' },
      items,
    ),
    ignored: [
      { key: 'satin-split d36', note: 'Shows how wide satin is split.' },
      { key: 'satin-split d38', note: 'Shows how wide satin is split.' },
    ],
  };
}
