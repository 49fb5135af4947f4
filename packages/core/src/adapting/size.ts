// Another size: everything is mapped; what came as stitches is read first, so that its spacing stays.
import { multiply, scaling, translation } from '../geometry/matrix.ts';
import { onMachineGrid, type Bounds, type Point } from '../geometry/points.ts';
import { boundsOfItems } from '../shaping/bounds.ts';
import { readingsOf, readObjectsJob, stitchesAmong } from '../jobs/read-objects.ts';
import { transformDesign } from '../resolve/transform-design.ts';
import { densityNote } from '../resolve/transform-items.ts';
import { resolveDesign } from '../resolve/resolve.ts';
import { heightOf, sewnBounds, widthOf } from './sewn-bounds.ts';
import type { Adapting } from './work.ts';

/** Plain stitches are read when they would lie so much denser or thinner: as a share of their distance. */
const BEARABLE = 0.06;

const mm = (v: number): string => String(Math.round(v * 10) / 10);

export const sizeSaid = (b: Bounds): string => `${mm(widthOf(b))} × ${mm(heightOf(b))} mm`;

/** Reads what came as stitches, where that is to be. */
function readStitches(work: Adapting): void {
  const stitches = stitchesAmong(work.design, []);
  if (!stitches.length) return;
  const step = 'read' as const;
  if (work.does('read')) {
    const readings = readingsOf(work.design, stitches);
    const read = stitches.filter(({ id }) => readings.get(id)!.objects.length);
    if (read.length) {
      work.run(readObjectsJob(work.design, readings, () => true));
      for (const item of read) {
        const { objects } = readings.get(item.id)!;
        work.say(
          {
            step,
            change: `Stitches become ${objects.length === 1 ? 'an object' : `${objects.length} objects`}`,
            why: 'Sewn anew, they keep their spacing at the new size.',
          },
          item,
        );
      }
    }
  }
  for (const item of stitchesAmong(work.design, [])) {
    const note = densityNote([item], work.scale, work.scale);
    if (note) work.say({ step, change: 'Stitches stay, and are mapped', why: note, told: true }, item);
  }
}

/** Sizes that differ by less are the same, in mm. */
const NEAR = 0.05;
/** A size is corrected when widths that can't shrink have left it so far off, in mm. */
const OFF = 0.15;
const CORRECTIONS = 2;
/** Rows stay so far inside an outline, in mm. */
const ROW = 0.5;

/** Gives the design the size that is asked for; about its own middle, or put into the middle of another hoop. */
export function resize(work: Adapting): void {
  const { size, hoop } = work.choices;
  const before = sewnBounds(resolveDesign(work.original));
  if (!size || !before) return;
  const sideOf = size.by === 'width' ? widthOf : heightOf;
  if (sideOf(before) < 0.1 || Math.abs(size.to - sideOf(before)) < NEAR) return;
  work.scale = size.to / sideOf(before);
  if (Math.abs(work.scale - 1) > BEARABLE) readStitches(work);
  const resolved = resolveDesign(work.design);
  let after = sewnBounds(resolved) ?? before;
  // What the thread does beyond the outlines, or stays behind them, does not grow with them; widths of lines do.
  const drawn = boundsOfItems(resolved.objects) ?? after;
  const pulled = 2 * work.cloths.to.compensation;
  const beyond = Math.min(pulled, Math.max(-ROW, sideOf(after) - sideOf(drawn)));
  for (let k = 0; k <= CORRECTIONS; k++) {
    const by = (size.to - beyond) / Math.max(0.1, sideOf(after) - beyond);
    const { x, y } = middleOf(after);
    const to = hoop ? { x: 0, y: 0 } : { x, y };
    work.design = transformDesign(
      work.design,
      multiply(translation(to.x - x, to.y - y), scaling(by, by, { x, y })),
    );
    after = sewnBounds(resolveDesign(work.design)) ?? after;
    if (Math.abs(sideOf(after) - size.to) < OFF) break;
  }
  const { highest } = work.cloths.to;
  work.say({
    step: 'size',
    change: `${sizeSaid(before)} → ${sizeSaid(after)}`,
    why:
      highest && heightOf(before) > highest && heightOf(after) <= highest + OFF
        ? `A cap’s front takes no more than ${highest} mm in height.`
        : 'This size was asked for; spacings and stitch lengths stay.',
  });
}

const middleOf = (b: Bounds): Point => ({ x: (b.minX + b.maxX) / 2, y: (b.minY + b.maxY) / 2 });

/** Moves everything so that its middle lies in the middle of the hoop. */
export function centre(work: Adapting): void {
  const b = sewnBounds(resolveDesign(work.design));
  if (!b) return;
  // By whole steps of the machine: all is sewn just as it was.
  const { x, y } = middleOf(b);
  const [dx, dy] = [onMachineGrid(-x), onMachineGrid(-y)];
  if (Math.hypot(dx, dy) >= OFF) work.design = transformDesign(work.design, translation(dx, dy));
}
