// Words: letters that their font lacks, and letters smaller than their font can be sewn.
import { everyLeaf, findItem, originOf } from '../../design/tree.ts';
import { isText, type TextObject } from '../../design/live-outline.ts';
import type { Design, TextOutline } from '../../design/types.ts';
import { isCarried } from '../../lettering/fonts.ts';
import { knownFonts } from '../../lettering/known-fonts.ts';
import { heightOnce } from '../../lettering/round.ts';
import { JobBuilder, JobError, type Job } from '../../jobs/job.ts';
import { outlineBounds } from '../../outlines/transform.ts';
import { textOf } from '../../resolve/resolve.ts';
import type { Check, Checked, Found } from '../finding.ts';

const textsIn = ({ design }: Checked): TextObject[] =>
  [...everyLeaf(design.objects)].filter(
    (leaf): leaf is TextObject => isText(leaf) && leaf.visible && !leaf.unsewn,
  );

const nameOf = (font: string): string => knownFonts().nameOf(font) ?? 'Its font';

/** A letter within a sentence: one that is written from right to left does not turn the commas and letters beside it. */
const apart = (letter: string): string =>
  /[\p{Script=Arabic}\p{Script=Hebrew}]/u.test(letter) ? `\u2068${letter}\u2069` : letter;

/** The same words in another font, or of another height. */
function changed(design: Design, id: string, change: Partial<TextOutline>, label: string): Job {
  const item = findItem(design, originOf(id));
  if (!isText(item)) throw new JobError('These words are gone.');
  const builder = new JobBuilder(design, label);
  builder.replace({ ...item, outline: { ...item.outline, ...change } });
  return builder.job([item.id]);
}

export const lettersCheck: Check = {
  id: 'letters-missing',
  find: (checked) =>
    textsIn(checked).flatMap((text): Found[] => {
      const plain = findItem(checked.plain, text.id);
      if (plain?.kind !== 'object' || !plain.letters) return [];
      const gone = plain.letters.filter((letter) => letter.missing);
      if (!gone.length) return [];
      const { font } = text.outline;
      const which = [...new Set(gone.map(({ says }) => `“${apart(says)}”`))];
      const all = gone.length === plain.letters.filter(({ says }) => says.trim()).length;
      const [other] = knownFonts().fontsWith(text.outline.text);
      const sentence =
        all && !knownFonts().nameOf(font)
          ? `The font of ${text.name} is not on the shelf: its letters are shown as boxes and not sewn. Put the font on the shelf, or choose another.`
          : `${nameOf(font)} has no ${which.slice(0, 5).join(', ')}${which.length > 5 ? ' and others' : ''}: ${gone.length === 1 ? 'it is shown as a box and' : 'they are shown as boxes and'} not sewn.${other ? '' : ' Choose other words, or a font that has them.'}`;
      return [
        {
          weight: 3,
          sentence,
          objects: [text.id],
          at: outlineBounds(plain.outline) ?? undefined,
          ...(other && { fix: `Set it in ${nameOf(other)}`, takes: other }),
        },
      ];
    }),
  fix(design, { objects, takes }) {
    if (!takes) throw new JobError('Choose a font that has these letters.');
    return changed(design, objects[0], { font: takes }, 'Font');
  },
};

/** Words whose font is not here, but whose letters the design carries. */
export const fontAwayCheck: Check = {
  id: 'font-away',
  find: (checked) =>
    textsIn(checked)
      .filter(({ outline: { font } }) => isCarried(font))
      .map((text) => ({
        weight: 1,
        sentence: `${text.name} is sewn from the letters that the design carries: ${nameOf(text.outline.font)} is not on the shelf. Put the font there before you type other words.`,
        objects: [text.id],
      })),
};

/** Words whose end lies over their begin, since what they stand on comes round too soon. */
export const roundCheck: Check = {
  id: 'words-too-long',
  find: (checked) =>
    textsIn(checked).flatMap((text): Found[] => {
      const round = textOf(checked.design, text.id)?.round;
      if (!round || round.taken <= round.way) return [];
      const height = heightOnce(text.outline.height, round);
      const small = height < TINY;
      return [
        {
          weight: 2,
          sentence: `${text.name} needs ${Math.ceil(round.taken)} mm, and the way round it stands on is ${Math.floor(round.way)} mm long: its letters lie over each other.${small ? ' Take fewer words, or something larger to go round.' : ''}`,
          objects: [text.id],
          ...(!small && { fix: `Make it ${height} mm high`, takes: String(height) }),
        },
      ];
    }),
  fix: (design, { objects, takes }) => changed(design, objects[0], { height: Number(takes) }, 'Height'),
};

/** Below this, letters of single strokes are offered, in mm. */
const TINY = 4;
/** Letters that fill a shape are told of below this, in mm. */
const LOW = 5;

/** How high the lowest letter of words that fill a shape is, in mm; marks don't count. */
function lowestOf(checked: Checked, text: TextObject): number {
  const plain = findItem(checked.plain, text.id);
  if (plain?.kind !== 'object' || !plain.letters || plain.outline.kind !== 'path') return Infinity;
  const { paths } = plain.outline;
  const heights = plain.letters
    .filter(({ says }) => /[\p{L}\p{N}]/u.test(says))
    .map(({ first, end }) => outlineBounds({ kind: 'path', paths: paths.slice(first, end) }))
    .map((b) => (b ? b.maxY - b.minY : Infinity));
  return Math.min(Infinity, ...heights);
}

export const smallLettersCheck: Check = {
  id: 'letters-small',
  find: (checked) =>
    textsIn(checked).flatMap((text): Found[] => {
      const { font, height, baseline } = text.outline;
      if (baseline?.kind === 'within') {
        const lowest = lowestOf(checked, text);
        if (lowest >= LOW) return [];
        return [
          {
            weight: 1,
            sentence: `A letter of ${text.name} is only ${lowest.toFixed(1)} mm high: take fewer words, shorter ones, or a larger shape.`,
            objects: [text.id],
          },
        ];
      }
      const smallest = knownFonts().smallestOf(font);
      if (smallest === undefined || height >= smallest - 1e-6) return [];
      const lines = knownFonts().forSmall();
      if (height < TINY && lines)
        return [
          {
            weight: 2,
            sentence: `${text.name} is ${height} mm high: too small for letters with width. Letters of single strokes stay clear down to ${knownFonts().smallestOf(lines)} mm.`,
            objects: [text.id],
            fix: `Set it in ${nameOf(lines)}`,
            takes: lines,
          },
        ];
      return [
        {
          weight: 1,
          sentence: `${text.name} is ${height} mm high; ${nameOf(font)} sews well from ${smallest} mm on: below that its thin strokes are widened, and openings may close.`,
          objects: [text.id],
          fix: `Make it ${smallest} mm high`,
          takes: String(smallest),
        },
      ];
    }),
  fix(design, { objects, takes }) {
    const height = Number(takes);
    return height > 0
      ? changed(design, objects[0], { height }, 'Height')
      : changed(design, objects[0], { font: takes }, 'Font');
  },
};
