import { describe, expect, it } from 'vitest';
import { applyCommand, type Command } from '../design/commands.ts';
import { copiesOf } from '../design/live.ts';
import { DesignReceiver, DesignSender } from '../design/parcel.ts';
import { findItem } from '../design/tree.ts';
import {
  emptyDesign,
  newId,
  type Design,
  type DesignObject,
  type Group,
  type PictureChoices,
  type PlainOutline,
} from '../design/types.ts';
import { readDesignFile } from '../formats/design-file/read.ts';
import { writeDesignFile } from '../formats/design-file/write.ts';
import { translation } from '../geometry/matrix.ts';
import { threadChart } from '../materials/threads.ts';
import { outlineBounds } from '../outlines/transform.ts';
import { painted } from '../pictures/painted.ts';
import { CHOICES, PictureWork } from '../pictures/steps.ts';
import { transformItems } from '../resolve/transform-items.ts';
import { layPictureJob, objectsOfPicture, relayPictureJob, type PictureObjects } from './from-picture.ts';

const [PAPER, BLUE, GOLD, RED] = ['#efe6d3', '#27407a', '#f2d479', '#b63325'];
const picture = painted(160, 160, (x, y) => {
  if (Math.hypot(x - 55, y - 60) < 18) return GOLD;
  if (Math.abs(x - 110) < 8 && Math.abs(y - 80) < 40) return RED;
  return Math.hypot(x - 80, y - 80) < 70 ? BLUE : PAPER;
});
const work = new PictureWork();
const choices: PictureChoices = { ...CHOICES, width: 70 };
const laid = { cloth: { kind: 'linen', colour: '#efe6d3' }, chart: 'larkmoor' };
const made = (of: PictureChoices): PictureObjects =>
  objectsOfPicture(work.run(picture, of, threadChart('larkmoor')), of.stitches, laid);
const from = (of: PictureChoices) => ({
  picture: { name: 'Moon', data: 'data:image/png;base64,AAAA' },
  choices: of,
});

function lay(): { design: Design; group: Group } {
  const { command, select } = layPictureJob(emptyDesign('Test'), from(choices), made(choices));
  const { design } = applyCommand(emptyDesign('Test'), command);
  return { design, group: findItem(design, select[0]) as Group };
}
const put = (design: Design, item: DesignObject | Group): Design => {
  const command: Command = { do: 'replace', label: 'Change', item };
  return applyCommand(design, command).design;
};
const relay = (design: Design, id: string, next: PictureChoices) => {
  const done = relayPictureJob(design, id, from(next), made(choices), made(next));
  const after = applyCommand(design, done.job.command).design;
  return { ...done, after, group: findItem(after, id) as Group };
};

describe('what comes from a picture', () => {
  it('is the same every time but for its ids', () => {
    const plain = (list: DesignObject[]) => list.map(({ id: _, ...o }) => o);
    expect(plain(made(choices).objects)).toEqual(plain(made(choices).objects));
  });

  it('keeps the very outlines that another choice leaves as they are, and so their stitches', () => {
    const outlines = (of: PictureChoices) => made(of).objects.map((o) => o.outline);
    const before = outlines(choices);
    const thread = made(choices).objects[0].thread === '165' ? '222' : '165';
    // Another thread for one colour, and another idea of what is ground: no border moves.
    const groups = work
      .run(picture, choices, threadChart('larkmoor'))
      .colours.map(({ shades }, i) => ({ shades, ...(i === 0 && { thread }) }));
    const others: PictureChoices[] = [
      { ...choices, colours: { ...choices.colours, groups } },
      { ...choices, ground: { ...choices.ground, tolerance: 4 } },
    ];
    for (const other of others) {
      const now = outlines(other);
      expect(now).toHaveLength(before.length);
      for (const outline of now) expect(before).toContain(outline);
    }
    // Smoother ones are others.
    for (const outline of outlines({ ...choices, outlines: { smooth: 1, corners: 0.1 } }))
      expect(before).not.toContain(outline);
  });

  it('can be lines that follow it, one object a thread, side by side', () => {
    const shaded: PictureChoices = {
      ...choices,
      stitches: { satin: 0.5, as: 'shaded', shaded: { threads: 3, lines: 'parallel', angle: 45 } },
    };
    const { objects } = made(shaded);
    expect(objects).toHaveLength(3);
    expect(new Set(objects.map((o) => o.thread)).size).toBe(3);
    expect(new Set(objects.map((o) => o.recipe.settings.offset ?? 0))).toEqual(new Set([0, 0.33, 0.67]));
    // What is ground is neither in the shape nor in the tones.
    const box = outlineBounds(objects[0].outline as PlainOutline)!;
    expect(box.maxX - box.minX).toBeCloseTo(70, 0);
    // Moved, sized and kept with what it follows.
    const moved = transformItems(emptyDesign('Test'), objects, translation(5, -3))[0] as DesignObject;
    expect(moved.tones!.place[4] - objects[0].tones!.place[4]).toBeCloseTo(5);
    const { design, group } = lay();
    const { after } = relay(design, group.id, shaded);
    expect(readDesignFile(writeDesignFile(after)).objects).toEqual(after.objects);
  });

  it('is kept in the design file with its picture and choices', () => {
    const { design, group } = lay();
    const again = readDesignFile(writeDesignFile(design));
    expect((findItem(again, group.id) as Group).fromPicture).toEqual(group.fromPicture);
  });

  it('can be lines between the colours, or along the middle', () => {
    const outlines = made({ ...choices, stitches: { satin: 0.5, as: 'outlines' } }).objects;
    expect(outlines.every((o) => o.recipe.kind === 'redwork')).toBe(true);
    // Each border once: the gold disc and the red bar lie in blue, which has its own outer edge.
    const paths = outlines.flatMap((o) => (o.outline.kind === 'path' ? o.outline.paths : []));
    expect(paths).toHaveLength(3);
    const middle = made({ ...choices, stitches: { satin: 0.5, as: 'middle' } }).objects;
    expect(middle.length).toBeGreaterThan(0);
  });

  it('is refused when nothing is left to be sewn', () => {
    expect(() => layPictureJob(emptyDesign('Test'), from(choices), { objects: [], cloth: {} })).toThrow(
      /Nothing is left/,
    );
  });
});

describe('a step that is changed later', () => {
  it('keeps what was changed by hand where the shape is still there', () => {
    const { design, group } = lay();
    const [first] = group.objects as DesignObject[];
    const changed = put(design, { ...first, thread: '165', name: 'The night', stopAfter: 'Look' });
    const {
      group: now,
      kept,
      lost,
    } = relay(changed, group.id, { ...choices, outlines: { smooth: 0.7, corners: 0.2 } });
    const same = now.objects.find((o) => o.id === first.id) as DesignObject;
    expect(same).toMatchObject({ thread: '165', name: 'The night', stopAfter: 'Look' });
    expect(kept).toBe(1);
    expect(lost).toEqual([]);
    expect(now.objects).toHaveLength(group.objects.length);
  });

  it('leaves out what was taken away, and keeps what was put in', () => {
    const { design, group } = lay();
    const [, second, ...others] = group.objects as DesignObject[];
    const own = { ...second, id: newId(), name: 'Mine' };
    const changed = put(design, { ...group, objects: [group.objects[0], ...others, own] });
    const { group: now } = relay(changed, group.id, { ...choices, outlines: { smooth: 0.6, corners: 0.7 } });
    expect(now.objects.some((o) => o.id === second.id)).toBe(false);
    expect(now.objects.at(-1)!.name).toBe('Mine');
  });

  it('says what could not be kept', () => {
    const { design, group } = lay();
    const [small] = [...(group.objects as DesignObject[])].sort((a, b) => outlineArea(a) - outlineArea(b));
    const changed = put(design, { ...small, name: 'Moon', thread: '165' });
    // With one colour there is one shape.
    const { lost, group: now } = relay(changed, group.id, {
      ...choices,
      colours: { ...choices.colours, count: 1 },
    });
    expect(now.objects).toHaveLength(1);
    expect(lost).toEqual(['what was changed of Moon']);
  });

  it('comes to where the group was moved to', () => {
    const { design, group } = lay();
    const [moved] = transformItems(design, [group], translation(12, -7)) as Group[];
    const there = put(design, moved);
    const { group: now, lost } = relay(there, group.id, {
      ...choices,
      outlines: { smooth: 0.5, corners: 0.7 },
    });
    const middle = (g: Group): number => {
      const b = outlineBounds((g.objects[0] as DesignObject).outline as never)!;
      return (b.minX + b.maxX) / 2;
    };
    expect(middle(now) - middle(group)).toBeCloseTo(12, 0);
    expect(lost).toEqual([]);
  });

  it('works on a copy of the group as well', () => {
    const { design, group } = lay();
    const [copy] = copiesOf([group], newId) as Group[];
    const both = applyCommand(design, {
      do: 'insert',
      label: 'Copy',
      item: copy,
      parent: null,
      index: 1,
    }).design;
    const { group: now, kept } = relay(both, copy.id, { ...choices, stitches: { satin: 0.9, as: 'areas' } });
    expect(now.objects.map((o) => o.id).sort()).toEqual(copy.objects.map((o) => o.id).sort());
    expect(kept).toBe(0);
  });
});

const outlineArea = (o: DesignObject): number => {
  const b = outlineBounds(o.outline as never)!;
  return (b.maxX - b.minX) * (b.maxY - b.minY);
};

describe('a colour that is cloth', () => {
  const asCloth = (of: PictureChoices): PictureChoices => {
    const { colours } = work.run(picture, of, threadChart('larkmoor'));
    const groups = colours.map(({ shades, colour }) => ({ shades, ...(colour === BLUE && { cloth: true }) }));
    return { ...of, colours: { ...of.colours, groups } };
  };

  it('is laid on first, with placement, tack-down, stops and cover', () => {
    const cloth = asCloth(choices);
    const { command, select } = layPictureJob(emptyDesign('Test'), from(cloth), made(cloth));
    const { objects } = findItem(applyCommand(emptyDesign('Test'), command).design, select[0]) as Group;
    const [shape, applique] = objects as [DesignObject, Group];
    expect(shape.unsewn).toBe(true);
    const [placement, tackDown, cover] = applique.objects as DesignObject[];
    expect(placement).toMatchObject({ patch: { print: 'plain', colour: BLUE } });
    expect([placement, tackDown].every((o) => o.stopAfter)).toBe(true);
    expect(cover.recipe.kind).toBe('satin');
  });

  it('becomes cloth, or stitches again, when that is chosen later', () => {
    const { design, group } = lay();
    const cloth = asCloth(choices);
    const { after, group: now, lost } = relay(design, group.id, cloth);
    expect(now.objects.filter((o) => o.kind === 'group')).toHaveLength(1);
    expect(lost).toEqual([]);
    const back = relayPictureJob(after, group.id, from(choices), made(cloth), made(choices));
    const again = findItem(applyCommand(after, back.job.command).design, group.id) as Group;
    expect(again.objects.every((o) => o.kind === 'object' && !o.unsewn)).toBe(true);
  });
});

describe('a parcel', () => {
  it('carries the picture once, and has it again at the other end', () => {
    const { design, group } = lay();
    const [sender, receiver] = [new DesignSender(), new DesignReceiver()];
    expect(receiver.open(sender.pack(design))).toEqual(design);
    const moved = put(design, transformItems(design, [group], translation(1, 1))[0] as Group);
    const parcel = sender.pack(moved);
    expect(JSON.stringify(parcel)).not.toContain('data:image');
    expect(receiver.open(parcel)).toEqual(moved);
  });
});
