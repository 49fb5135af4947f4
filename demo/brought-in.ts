// Designs that came as stitches: one that is whole, and one that somebody has worn out, whose findings lead to mending.
import {
  allRecords,
  applyCommand,
  RecordList,
  readDst,
  sewDesign,
  stitchesJob,
  writeDst,
  type Design,
  type Item,
  type StitchesObject,
} from '@rosehip/core';
import { design, Drawing, path } from './drawing.ts';

const HOOP = { name: '100 × 100', width: 100, height: 100 };
const LEAF = 'M0 0 C4 -4.6 9 -5 15 -1 C10 3 4 3.4 0 0 Z';
const BELLS = '202';

/** A heather sprig, as a friend would send it: a stitch file, and nothing else. */
export function heatherSprig(): Design {
  const d = new Drawing();
  const drawn = design('Heather sprig', HOOP, { kind: 'linen', colour: '#efe6d2' }, [
    d.object('Stem', path('M-2 40 C-8 20 4 2 -2 -26'), '272', 'run', { passes: 3, length: 2 }),
    ...[
      [-3.6, 24, -38],
      [-2.6, 15, 218],
      [-1, 4, -34],
    ].map(([x, y, turn], i) => leafAt(d, `Leaf ${i + 1}`, x, y, turn)),
    ...[
      [-2, -31],
      [3.4, -25],
      [-6.4, -22],
      [3.6, -16],
      [-5.2, -12.5],
      [3.4, -7],
    ].map(([x, y], i) =>
      d.object(
        `Bell ${i + 1}`,
        { kind: 'ellipse', x, y, width: 6, height: 7.5, turn: i % 2 ? 25 : -25 },
        BELLS,
        'fill',
        {
          angle: 30 * i,
        },
      ),
    ),
  ]);
  const { design: read } = readDst(writeDst(sewDesign(drawn), 'HEATHER'), drawn.name);
  const names = ['Stem and leaves', 'Bells'];
  const threads = ['272', BELLS];
  return {
    ...read,
    hoop: HOOP,
    cloth: drawn.cloth,
    objects: read.objects.map(
      (item, i) => ({ ...item, name: names[i] ?? item.name, thread: threads[i] ?? '222' }) as Item,
    ),
  };
}

function leafAt(d: Drawing, name: string, x: number, y: number, turn: number): Item {
  const a = (turn * Math.PI) / 180;
  const at = LEAF.replace(/(-?[\d.]+) (-?[\d.]+)/g, (_, px: string, py: string) => {
    const [u, v] = [Number(px), Number(py)];
    return `${(x + u * Math.cos(a) - v * Math.sin(a)).toFixed(2)} ${(y + u * Math.sin(a) + v * Math.cos(a)).toFixed(2)}`;
  });
  return d.object(name, path(at), '272', 'fill', { angle: turn + 45 });
}

/** A border with what goes wrong in old files: a spike, tiny stitches, a thread over a gap, an end without a tie. */
export function frayedBorder(): Design {
  const d = new Drawing();
  const drawn = design('Frayed border', HOOP, { kind: 'linen', colour: '#d9e0e6' }, [
    d.object(
      'Border',
      { kind: 'rectangle', x: 0, y: 0, width: 70, height: 50, radius: 12, turn: 0 },
      '121',
      'run',
      { length: 2.4 },
    ),
    d.object('Corner leaf', path('M-16 10 C-10 -6 6 -12 18 -9 C14 4 0 14 -16 10 Z'), '272', 'fill', {
      angle: 40,
    }),
  ]);
  const [border, leaf] = drawn.objects.map((item) => item.id);
  const plain = [border, leaf].reduce(
    (now, id) => applyCommand(now, stitchesJob(now, [id]).command).design,
    drawn,
  );
  const objects = plain.objects.map((item) => {
    const stitches = item as StitchesObject;
    return stitches.id === border ? frayed(stitches) : untied(stitches);
  });
  return { ...plain, objects };
}

/** A spike, three tiny stitches, and a gap that the thread only lies across. */
function frayed(item: StitchesObject): StitchesObject {
  const r = allRecords(item.blocks);
  const n = r.x.length;
  const [spike, tiny, gap] = [0.25, 0.45, 0.7].map((share) => Math.round(share * n));
  const out = new RecordList();
  for (let i = 0; i < n; i++) {
    if (i === spike) out.add(r.x[i] + 20, r.y[i] - 96, r.move[i], r.part[i]);
    else if (i > gap && i <= gap + 2) continue;
    else if (i === gap + 3) out.add(r.x[i], r.y[i], 1);
    else out.addFrom(r, i);
    if (i === tiny) for (let k = 1; k <= 3; k++) out.add(r.x[i] + 2 * k, r.y[i]);
  }
  return { ...item, blocks: out.blocks() };
}

/** Its ties at the end are worn off. */
function untied(item: StitchesObject): StitchesObject {
  const r = allRecords(item.blocks);
  let last = r.x.length - 1;
  while (last > 0 && r.part[last] === 3) last--;
  const out = new RecordList();
  for (let i = 0; i <= last; i++) out.addFrom(r, i);
  return { ...item, blocks: out.blocks() };
}
