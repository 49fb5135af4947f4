import { describe, expect, test } from 'vitest';
import { ellipse, object } from '../../test/draw.ts';
import { emptyDesign, type Design } from '../design/types.ts';
import { figuresOf } from '../sewing/plan.ts';
import { sewDesign } from '../sewing/sew.ts';
import { READABLE, READ_ENDINGS } from './endings.ts';
import { FILE_FORMATS, fileFormat, formatOf, readAnyFile } from './table.ts';

const design: Design = { ...emptyDesign('Moth'), objects: [object('wing', ellipse(0, 0, 20), 'fill')] };
const plan = () => sewDesign(design);

describe('the table of file formats', () => {
  test.each(FILE_FORMATS.filter((f) => f.read).map((f) => [f.name, f] as const))(
    '%s: what is written is read again, under its name',
    (_, format) => {
      const notes: string[] = [];
      const bytes = format.write(design, plan);
      const back = readAnyFile(`Moth of the moor${format.ending.toUpperCase()}`, bytes, notes);
      expect(notes).toEqual([]);
      expect(back.name).toBe(format.id === 'design' ? 'Moth' : 'Moth of the moor');
      const size = figuresOf(sewDesign(back));
      expect(size.width).toBeCloseTo(figuresOf(plan()).width, format.id === 'svg' ? -1 : 1);
    },
  );

  test('files are known by their endings, the longest first', () => {
    expect(formatOf('a.b/Moth.ROSEHIP.json')?.id).toBe('design');
    expect(formatOf('Moth.json')?.id).toBe('design');
    expect(formatOf('Moth.svg')?.id).toBe('svg'); // and never as the cut lines, which are only written
    expect(formatOf('Moth.exe')).toBeNull();
    expect(READABLE).toBe('.dst, .rosehip.json and .svg');
    expect(READ_ENDINGS).toContain('.dst');
  });

  test('others are refused with words, and a file without a name gets one', () => {
    expect(() => readAnyFile('Moth.exe', new Uint8Array(3), [])).toThrow(
      'Only .dst, .rosehip.json and .svg files can be read.',
    );
    expect(() =>
      readAnyFile('a.svg', new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg"/>'), []),
    ).toThrow('The drawing holds nothing that can be stitched.');
    expect(readAnyFile('.dst', fileFormat('dst').write(design, plan), []).name).toBe('Brought in');
  });

  test('cut lines are offered for designs with a visible patch only', () => {
    const patched = { ...object('p', ellipse(0, 0, 20)), patch: { print: 'plain', colour: '#445566' } };
    const cut = fileFormat('cut');
    expect(cut.suits!(design)).toBe(false);
    expect(cut.suits!({ ...design, objects: [{ ...patched, visible: false }] })).toBe(false);
    expect(cut.suits!({ ...design, objects: [patched] })).toBe(true);
  });
});
