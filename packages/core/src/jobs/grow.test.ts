// Sprigs in closed shapes; small drawings in them as their blossoms.
import { expect, test } from 'vitest';
import * as draw from '../../test/draw.ts';
import { box, drawn, ellipse } from '../../test/draw.ts';
import { applyCommand } from '../design/commands.ts';
import { findItem } from '../design/tree.ts';
import { emptyDesign, type Design, type DesignObject, type Item } from '../design/types.ts';
import { insideRegion } from '../geometry/region.ts';
import { offsetRegion } from '../geometry/clip.ts';
import { outlineRegion } from '../outlines/region.ts';
import { sewDesign } from '../sewing/sew.ts';
import { edgeJob } from './combine.ts';
import { growJob } from './grow.ts';
import { JobError } from './job.ts';

const designOf = (...objects: Item[]): Design => ({ ...emptyDesign('Test'), objects });
const panel = draw.object('panel', box(0, 0, 60, 50));
const bell = draw.object('bell', drawn('M-2 2C-3 -3 3 -3 2 2'), 'run');

test('a sprig grows in each shape, denser in small ones, and keeps inside', () => {
  const small = draw.object('small', ellipse(50, 0, 22));
  const design = designOf(panel, small);
  const job = growJob(design, ['panel', 'small']);
  const next = applyCommand(design, job.command).design;
  expect(job.select).toEqual(['panel', 'small']);
  const grown = job.select.map((id) => findItem(next, id) as DesignObject);
  expect(grown.map((o) => o.recipe.kind)).toEqual(['sprig', 'sprig']);
  const [a, b] = grown.map((o) => o.recipe.settings.density as number);
  expect(b).toBeLessThan(a);
  const { x, y } = sewDesign(next);
  const room = [panel, small].flatMap((o) => offsetRegion(outlineRegion(o.outline as never), 0.15));
  for (let i = 0; i < x.length; i++) expect(insideRegion(room, x[i], y[i])).toBe(true);
});

test('a small drawing in a shape stands in it instead of blossoms, and only in it', () => {
  const other = draw.object('other', box(70, 0, 40, 40));
  const design = designOf(panel, other, bell);
  const next = applyCommand(design, growJob(design, ['panel', 'other', 'bell']).command).design;
  expect(findItem(next, 'panel')).toMatchObject({
    motif: { name: bell.name },
    recipe: { settings: { blossom: 'own' } },
  });
  expect((findItem(next, 'other') as DesignObject).motif).toBeUndefined();
  expect(findItem(next, 'bell')).toMatchObject({ unsewn: true });
});

test.each([
  ['M-20 -20H20V20H-20Z', 'one way round'],
  ['M-20 -20V20H20V-20Z', 'the other way round'],
  ['M-20 -20H20V20H-20Z M-8 -8H8V8H-8Z', 'with a hole'],
  ['M-20 -20H20V20H-20Z M-8 -8V8H8V-8Z', 'with a hole drawn the other way'],
])('a blanket edge reaches inwards, whichever way its shape was drawn: %s', (d) => {
  const outline = drawn(d);
  const shape = { ...draw.object('shape', outline), unsewn: true };
  const design = designOf(shape);
  const job = edgeJob(design, ['shape'], 'blanket');
  const next = applyCommand(design, job.command).design;
  const edge = findItem(next, job.select[0]) as DesignObject;
  // Sewn before it, this lets the needle come from elsewhere.
  const before = draw.object('before', drawn('M-60 30H-50'), 'run', {}, { thread: edge.thread });
  const plan = sewDesign({ ...next, objects: [before, shape, { ...edge, unsewn: undefined }] });
  const { from, to } = plan.objects.find((o) => o.id === edge.id)!;
  const [x, y, move] = [plan.x, plan.y, plan.move].map((of) => of.slice(from, to));
  const room = offsetRegion(outlineRegion(outline), 0.15);
  const within = offsetRegion(outlineRegion(outline), -1.5);
  const sewn = [...x.keys()].filter((i) => move[i] === 0);
  expect(sewn.length).toBeGreaterThan(100);
  for (const i of sewn) expect(insideRegion(room, x[i], y[i])).toBe(true);
  expect(sewn.filter((i) => insideRegion(within, x[i], y[i])).length).toBeGreaterThan(20);
});

test('lines alone are told that they enclose nothing', () => {
  expect(() => growJob(designOf(bell), ['bell'])).toThrow(JobError);
});
