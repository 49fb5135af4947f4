// Hostile input, made from a number: the same number gives the same input. Each case must end in a result or a
// sentence; anything else that is thrown is a fault.
import { designFromSvg } from '../src/formats/svg/to-design.ts';
import { readSvg } from '../src/formats/svg/read.ts';
import { checkDesign, readDesignFile } from '../src/formats/design-file/read.ts';
import { writeDesignFile } from '../src/formats/design-file/write.ts';
import { encodeRecord, HEADER_SIZE, RecordKind } from '../src/formats/dst/codec.ts';
import { readDst } from '../src/formats/dst/read.ts';
import { writeDst } from '../src/formats/dst/write.ts';
import { ReadError } from '../src/formats/read-error.ts';
import { findingsOf } from '../src/findings/findings.ts';
import { seeded } from '../src/geometry/random.ts';
import { sewDesign } from '../src/sewing/sew.ts';
import { STITCH_KINDS } from '../src/stitches/kinds.ts';
import type { Design, DesignObject, Item, Outline, Point } from '../src/index.ts';
import { design, group, object } from './draw.ts';

type Random = () => number;
const pick = <T>(r: Random, list: readonly T[]): T => list[Math.floor(r() * list.length)];
const whole = (r: Random, least: number, most: number): number =>
  least + Math.floor(r() * (most - least + 1));
const some = <T>(r: Random, least: number, most: number, make: (i: number) => T): T[] =>
  Array.from({ length: whole(r, least, most) }, (_, i) => make(i));

/** Numbers as files hold them: plain ones mostly, and what breaks readers. */
const NASTY = [
  '1e308',
  '-1e9',
  'NaN',
  '',
  'Infinity',
  '0',
  '-0',
  '1e-320',
  '.',
  '5000.1',
  '99999999999',
  '1e400',
];
const number = (r: Random): string => (r() < 0.9 ? (r() * 120 - 10).toFixed(whole(r, 0, 3)) : pick(r, NASTY));

/** Points of which some lie on one another or on one line. */
function points(r: Random, most: number): Point[] {
  const grid = pick(r, [1, 5, 0.01]);
  const on = whole(r, -4, 4);
  return some(r, 1, most, () => ({
    x: whole(r, -9, 9) * grid,
    y: (r() < 0.4 ? on : whole(r, -9, 9)) * grid,
  }));
}

function mutated(r: Random, text: string): string {
  let out = text;
  for (let i = whole(r, 1, 4); i > 0; i--) {
    const at = whole(r, 0, out.length);
    const end = Math.min(out.length, at + whole(r, 0, 12));
    const part = pick(r, [
      '',
      out.slice(at, end).repeat(whole(r, 1, 40)),
      pick(r, NASTY),
      '<',
      '"',
      '}',
      '\u0000',
      '(',
    ]);
    out = out.slice(0, at) + part + out.slice(end);
  }
  return out;
}

function pathData(r: Random): string {
  return some(r, 1, 20, () => {
    const c = pick(r, [...'MLHVCSQTAZmlhvcsqtaz']);
    return `${c}${some(r, 0, 7, () => number(r)).join(pick(r, [' ', ',']))}`;
  }).join('');
}

function svgElement(r: Random, depth: number): string {
  const a = (name: string, value: string): string => (r() < 0.7 ? ` ${name}="${value}"` : '');
  const looks = `${a('fill', pick(r, ['#a33', 'none', 'red', 'url(#p) blue', 'currentColor', 'rgb(1,2', number(r)]))}${a(
    'transform',
    pick(r, [
      'rotate(30)',
      `scale(${number(r)})`,
      `matrix(1 0 0 1 ${number(r)} 4)`,
      'skewX(89.9)',
      'spin(3)',
      number(r),
    ]),
  )}${a('style', pick(r, ['stroke:#123;stroke-width:2', 'fill:;', 'display:none', `stroke-width:${number(r)}`]))}${a('class', pick(r, ['a', 'b', 'a b']))}${r() < 0.2 ? ` clip-path="url(#c${whole(r, 0, 2)})"` : ''}`;
  const kind = whole(r, 0, depth > 4 ? 5 : 10);
  if (kind === 0) return `<path d="${pathData(r)}"${looks}/>`;
  if (kind === 1)
    return `<rect x="${number(r)}" width="${number(r)}" height="${number(r)}"${a('rx', number(r))}${looks}/>`;
  if (kind === 2) return `<circle cx="${number(r)}" cy="${number(r)}" r="${number(r)}"${looks}/>`;
  if (kind === 3) return `<polygon points="${some(r, 0, 12, () => number(r)).join(' ')}"${looks}/>`;
  if (kind === 4) return `<use href="#g${whole(r, 0, 5)}"${a('x', number(r))}${looks}/>`;
  if (kind === 5)
    return `<line x1="${number(r)}" y1="${number(r)}" x2="${number(r)}"${looks} stroke="#000"/>`;
  if (kind === 6)
    return `<style>${pick(r, ['.a{fill:red}', 'g .b>path{fill:#1}', 'rect~rect{x}', '@media{', ':is(a){fill:red}'])}</style>`;
  if (kind === 7)
    return `<clipPath id="c${whole(r, 0, 2)}"${looks}>${some(r, 0, 3, () => svgElement(r, 5)).join('')}</clipPath>`;
  if (kind === 8)
    return `<text x="${number(r)}"${a('font-size', number(r))}${looks}>A ${pick(r, ['moor', '&amp;', '', '<tspan x="1" dy="9">lark</tspan>', '<tspan>owl</tspan> and'])}</text>`;
  return `<g id="g${whole(r, 0, 5)}"${looks}>${some(r, 0, 4, () => svgElement(r, depth + 1)).join('')}</g>`;
}

function svg(r: Random): string {
  const size = pick(r, [
    '',
    'viewBox="0 0 100 100"',
    `width="${number(r)}mm" height="${number(r)}mm" viewBox="0 0 ${number(r)} 80"`,
  ]);
  const text = `<svg xmlns="http://www.w3.org/2000/svg" ${size}>${some(r, 0, 6, () => svgElement(r, 0)).join('')}</svg>`;
  return r() < 0.4 ? mutated(r, text) : text;
}

function dst(r: Random): Uint8Array {
  const head = new Uint8Array(HEADER_SIZE).fill(32);
  head.set(new TextEncoder().encode('LA:Fuzz\r'), 0);
  const kinds = [RecordKind.stitch, RecordKind.stitch, RecordKind.jump, RecordKind.change];
  const body = some(r, 0, 300, () => [
    ...encodeRecord(whole(r, -121, 121), whole(r, -121, 121), pick(r, kinds)),
  ]).flat();
  const bytes = Uint8Array.from([...head, ...body, ...(r() < 0.7 ? [0, 0, 0xf3] : [])]);
  for (let i = r() < 0.5 ? whole(r, 0, 20) : 0; i > 0; i--)
    bytes[whole(r, 0, bytes.length - 1)] = whole(r, 0, 255);
  return r() < 0.2 ? bytes.subarray(0, whole(r, 0, bytes.length)) : bytes;
}

function outline(r: Random, ids: readonly string[]): Outline {
  const live = ids.length > 1 && r() < 0.3;
  const of = live ? [pick(r, ids), pick(r, ids)] : [];
  const box = {
    x: r() * 40 - 20,
    y: r() * 40 - 20,
    width: r() * 40,
    height: r() * 40,
    turn: whole(r, -360, 360),
  };
  const corners = pick(r, ['round', 'mitre', 'bevel'] as const);
  if (live)
    return pick<Outline>(r, [
      { kind: 'combine', op: pick(r, ['unite', 'subtract', 'intersect'] as const), of },
      { kind: 'cut', of, side: pick(r, ['left', 'right'] as const) },
      {
        kind: 'surround',
        of,
        distance: r() * 10 - 5,
        corners,
        bridge: r() * 5,
        smooth: r() * 3,
        rings: whole(r, 1, 4),
        gap: r() * 3,
      },
      {
        kind: 'band',
        of,
        width: 0.05 + r() * 5,
        ends: pick(r, ['flat', 'round', 'square'] as const),
        corners,
      },
      { kind: 'edge', of, which: pick(r, ['all', 'outer', 'holes'] as const) },
    ]);
  const kind = whole(r, 0, 6);
  if (kind === 0) return { kind: 'rectangle', ...box, radius: r() * 5 };
  if (kind === 1) return { kind: 'ellipse', ...box };
  if (kind === 2) return { kind: 'star', ...box, corners: whole(r, 3, 12), inner: r() };
  const tangent = (): Point | undefined => (r() < 0.2 ? { x: r() * 20 - 10, y: r() * 20 - 10 } : undefined);
  return {
    kind: 'path',
    fillRule: pick(r, ['evenodd', 'nonzero'] as const),
    paths: some(r, 1, 3, () => ({
      closed: r() < 0.7,
      points: points(r, 12).map((p) => {
        const [i, o] = [tangent(), tangent()];
        return { ...p, ...(i && { in: i }), ...(o && { out: o }) };
      }),
    })),
  };
}

function stitched(r: Random, id: string, ids: readonly string[]): DesignObject {
  const kind = pick(r, STITCH_KINDS);
  const settings: DesignObject['recipe']['settings'] = {};
  for (const s of kind.settings)
    if (r() < 0.5)
      settings[s.name] =
        s.type === 'choice'
          ? pick(r, s.choices).value
          : Math.round((s.least + r() ** 2 * (s.most - s.least)) / s.step) * s.step || s.least;
  for (const s of kind.settings)
    if (s.type === 'number' && s.name in settings)
      settings[s.name] = Math.min(s.most, Math.max(s.least, settings[s.name] as number));
  const keepClear = ids.length && r() < 0.2 ? { keepClear: { of: [pick(r, ids)], margin: r() * 3 } } : {};
  const guideLines = r() < 0.15 ? { guideLines: [{ closed: false, points: points(r, 4) }] } : {};
  return object(id, outline(r, ids), kind.id, settings, {
    thread: pick(r, ['222', '172', '133']),
    ...keepClear,
    ...guideLines,
    ...(r() < 0.1 && { start: points(r, 1)[0], end: points(r, 1)[0] }),
  });
}

/** A design that the schema allows, as strange as it can be. */
export function strangeDesign(seed: number): Design {
  const r = seeded(seed);
  const ids: string[] = [];
  const items: Item[] = some(r, 1, 5, (i) => {
    const id = `o${i}`;
    const one = stitched(r, id, ids);
    ids.push(id);
    if (r() > 0.2) return one;
    return group(`g${i}`, [one], {
      layout: {
        kind: 'circle',
        centre: points(r, 1)[0],
        count: whole(r, 1, 9),
        sweep: 360,
        fit: pick(r, ['place', 'gap', 'count'] as const),
        gap: r() * 4 - 2,
      },
      order: 'copies',
    });
  });
  return design(...items);
}

/** What reading gave; null when it was refused with a sentence. Anything else that is thrown is a fault of ours. */
function read<T>(work: () => T): T | null {
  try {
    return work();
  } catch (error) {
    if (error instanceof ReadError) return null;
    throw error;
  }
}

/** What was read can be saved: it is a design that we let in ourselves. */
const savable = (d: Design | null): void => void (d && checkDesign(d));

export const FUZZERS: Record<string, (seed: number) => void> = {
  svg(seed) {
    const drawing = read(() => readSvg(svg(seeded(seed))));
    savable(drawing && designFromSvg(drawing, 'Fuzz'));
  },
  dst: (seed) => savable(read(() => readDst(dst(seeded(seed))).design)),
  design(seed) {
    const text = mutated(seeded(seed), writeDesignFile(strangeDesign(seed)));
    read(() => readDesignFile(text));
  },
  sew(seed) {
    const d = checkDesign(strangeDesign(seed));
    const plan = sewDesign(d);
    for (const values of [plan.x, plan.y, plan.time])
      if (!values.every(Number.isFinite)) throw new Error('a needle point is no number');
    findingsOf(d, plan);
    if (plan.x.length > 1) read(() => readDst(writeDst(plan, d.name)));
  },
};
