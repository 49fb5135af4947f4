// What can be made of what is selected, as one table: interface, finder and workers know these jobs by their ids.
import type { Design } from '../design/types.ts';
import {
  combineJob,
  cropJob,
  edgeJob,
  embossJob,
  holesJob,
  setUnsewnJob,
  splitJob,
  sprigPartsJob,
} from './combine.ts';
import type { Job } from './job.ts';
import { compoundJob, partsJob, plainJob } from './plain.ts';
import { growJob } from './grow.ts';
import { linesLikeJob } from './lines-like.ts';
import { repeatJob } from './repeat.ts';
import { alongLineJob, fillWithWordsJob, lettersJob, monogramJob, splitWordsJob } from './words.ts';
import { stitchesJob } from './set-as-stitches.ts';
import {
  appliqueJob,
  AROUND,
  borderJob,
  echoesJob,
  knockdownJob,
  patchEdgeJob,
  stippleAroundJob,
  stippleInsideJob,
  surroundJob,
  type AppliqueOptions,
} from './surround.ts';

/** What a person wants of it. */
export type Purpose = 'around' | 'repeat' | 'combine' | 'cut' | 'change' | 'keep';

export const PURPOSES: readonly { id: Purpose; title: string }[] = [
  { id: 'around', title: 'Go around it' },
  { id: 'repeat', title: 'Repeat it' },
  { id: 'combine', title: 'Combine it with another' },
  { id: 'cut', title: 'Cut it' },
  { id: 'change', title: 'Change its shape' },
  { id: 'keep', title: 'Keep it or let it go' },
];

export interface Making {
  id: string;
  purpose: Purpose;
  /** What stands on its button. */
  label: string;
  /** What it does to the cloth, as a sentence. */
  help: string;
  /** Other words that it is looked for by. */
  words: string;
  /** At least so many things must be selected. */
  least: number;
  /** With nothing selected it is made of everything. */
  whole?: boolean;
  /** It begins words, in a font that nothing in the design may be set in yet. */
  beginsWords?: boolean;
  /** Throws JobError with what it needs. */
  job(design: Design, ids: readonly string[]): Job;
}

/** A bean outline keeps so far off, in mm. */
const CLOSE = 1.2;

/** How an appliqué is first made. */
const FIRST_APPLIQUE: AppliqueOptions = {
  tack: 'run',
  cover: 'satin',
  patch: { print: 'stars', colour: '#3f6c8f' },
};

export const MAKINGS: readonly Making[] = [
  {
    id: 'border',
    purpose: 'around',
    label: 'Border',
    help: 'A satin border that follows.',
    words: 'frame edge outline around satin rim',
    least: 1,
    whole: true,
    job: (design, ids) => borderJob(design, ids),
  },
  {
    id: 'bean-outline',
    purpose: 'around',
    label: 'Bean outline',
    help: 'A bold line close around it, which follows.',
    words: 'border frame edge outline around bean contour close',
    least: 1,
    whole: true,
    job: (design, ids) => borderJob(design, ids, 'bean', CLOSE),
  },
  {
    id: 'satin-edge',
    purpose: 'around',
    label: 'Satin edge',
    help: 'A narrow satin along its own edge, which follows the shape.',
    words: 'outline rim border hem',
    least: 1,
    job: (design, ids) => edgeJob(design, ids, 'satin'),
  },
  {
    id: 'blanket-edge',
    purpose: 'around',
    label: 'Blanket edge',
    help: 'A patterned line along its own edge that reaches inwards and follows the shape.',
    words: 'pattern decorative blanket stitch comb edge outline',
    least: 1,
    job: (design, ids) => edgeJob(design, ids, 'blanket'),
  },
  {
    id: 'echoes',
    purpose: 'around',
    label: 'Echoes',
    help: 'Three lines that repeat the outline.',
    words: 'echo lines around rings ripples quilting',
    least: 1,
    whole: true,
    job: echoesJob,
  },
  {
    id: 'outline-around',
    purpose: 'around',
    label: 'Surround',
    help: 'A live outline at a distance, to be stitched in any way.',
    words: 'offset distance outline around',
    least: 1,
    whole: true,
    job: (design, ids) => surroundJob(design, ids, { ...AROUND }),
  },
  {
    id: 'stipple-around',
    purpose: 'around',
    label: 'Stipple around',
    help: 'Within the hoop, or within the one selected shape that holds all others.',
    words: 'quilt quilting background meander behind',
    least: 1,
    whole: true,
    job: stippleAroundJob,
  },
  {
    id: 'stipple-inside',
    purpose: 'around',
    label: 'Stipple in the middle',
    help: 'In what it encloses, close to it and sewn before it.',
    words: 'inside middle centre ring wreath enclosed hole fill',
    least: 1,
    whole: true,
    job: stippleInsideJob,
  },
  {
    id: 'knockdown',
    purpose: 'around',
    label: 'Knockdown',
    help: 'A light grid beneath, sewn first in the colour of the cloth: it holds loops and pile down.',
    words: 'towel fleece nap mesh pile',
    least: 1,
    whole: true,
    job: knockdownJob,
  },
  {
    id: 'patch-edge',
    purpose: 'around',
    label: 'Patch edge',
    help: 'Wide satin at which a patch is cut out.',
    words: 'badge emblem overlock patch',
    least: 1,
    whole: true,
    job: patchEdgeJob,
  },
  {
    id: 'applique',
    purpose: 'around',
    label: 'Appliqué',
    help: 'Placement, tack-down and cover of the closed shapes, with the stops between.',
    words: 'applique fabric cloth laid on placement tack-down cover raw edge',
    least: 1,
    job: (design, ids) => appliqueJob(design, ids, FIRST_APPLIQUE),
  },
  {
    id: 'circle-repeat',
    purpose: 'repeat',
    label: 'Circle repeat',
    help: 'Live copies about a centre.',
    words: 'copies round wreath ring mandala rotate copy',
    least: 1,
    job: (design, ids) => repeatJob(design, ids, 'circle'),
  },
  {
    id: 'row-repeat',
    purpose: 'repeat',
    label: 'Row repeat',
    help: 'Live copies in a row.',
    words: 'copies line array copy',
    least: 1,
    job: (design, ids) => repeatJob(design, ids, 'row'),
  },
  {
    id: 'grid-repeat',
    purpose: 'repeat',
    label: 'Grid repeat',
    help: 'Live copies in rows and columns.',
    words: 'copies tiles columns brick array copy',
    least: 1,
    job: (design, ids) => repeatJob(design, ids, 'grid'),
  },
  {
    id: 'mirrored-pair',
    purpose: 'repeat',
    label: 'Mirrored pair',
    help: 'Two live copies, the second the mirror image of the first.',
    words: 'copies mirror reflect flip twin symmetric two',
    least: 1,
    job: (design, ids) => repeatJob(design, ids, 'pair'),
  },
  {
    id: 'mirrored-four',
    purpose: 'repeat',
    label: 'Mirrored four',
    help: 'Four live copies, each the mirror image of those beside, above and below it.',
    words: 'copies mirror reflect quarter corners symmetric kaleidoscope flip twin',
    least: 1,
    job: (design, ids) => repeatJob(design, ids, 'four'),
  },
  {
    id: 'path-repeat',
    purpose: 'repeat',
    label: 'Path repeat',
    help: 'Live copies along a line: select the line last.',
    words: 'copies along line garland copy',
    least: 2,
    job: (design, ids) => repeatJob(design, ids, 'path'),
  },
  {
    id: 'unite',
    purpose: 'combine',
    label: 'Unite',
    help: 'One shape of all; it follows them.',
    words: 'union merge weld join add together',
    least: 2,
    job: (design, ids) => combineJob(design, ids, 'unite'),
  },
  {
    id: 'subtract',
    purpose: 'combine',
    label: 'Subtract',
    help: 'The first sewn, less the others.',
    words: 'difference cut away minus hole',
    least: 2,
    job: (design, ids) => combineJob(design, ids, 'subtract'),
  },
  {
    id: 'leave-room',
    purpose: 'combine',
    label: 'Leave room',
    help: 'The first sewn, less the others, which stay sewn: no lump beneath them.',
    words: 'cut out beneath overlap remove under',
    least: 2,
    job: (design, ids) => combineJob(design, ids, 'subtract', true),
  },
  {
    id: 'intersect',
    purpose: 'combine',
    label: 'Intersect',
    help: 'What they share.',
    words: 'common overlap inside both',
    least: 2,
    job: (design, ids) => combineJob(design, ids, 'intersect'),
  },
  {
    id: 'one-shape',
    purpose: 'combine',
    label: 'One shape',
    help: 'Several outlines as one; overlaps are holes.',
    words: 'compound path combine holes',
    least: 2,
    job: compoundJob,
  },
  {
    id: 'split',
    purpose: 'cut',
    label: 'Split',
    help: 'The first sewn, parted along the others.',
    words: 'divide knife cut part',
    least: 2,
    job: splitJob,
  },
  {
    id: 'lines-inside',
    purpose: 'cut',
    label: 'Lines inside',
    help: 'The first sewn, as lines, where the others cover it.',
    words: 'crop clip trim lines',
    least: 2,
    job: (design, ids) => cropJob(design, ids, 'inside'),
  },
  {
    id: 'lines-outside',
    purpose: 'cut',
    label: 'Lines outside',
    help: 'The first sewn, as lines, where the others don’t cover it.',
    words: 'crop clip trim lines',
    least: 2,
    job: (design, ids) => cropJob(design, ids, 'outside'),
  },
  {
    id: 'pieces',
    purpose: 'cut',
    label: 'Separate pieces',
    help: 'Every separate piece, or line, as an object.',
    words: 'split apart break pieces',
    least: 1,
    job: partsJob,
  },
  {
    id: 'holes',
    purpose: 'cut',
    label: 'Holes as shapes',
    help: 'Every hole as a shape.',
    words: 'holes counters inside',
    least: 1,
    job: (design, ids) => holesJob(design, ids, 'holes'),
  },
  {
    id: 'sprig-parts',
    purpose: 'cut',
    label: 'Sprig in parts',
    help: 'Leaves, blossoms and stems of a sprig as objects that can have threads of their own.',
    words: 'leaves blossoms stems colours apart',
    least: 1,
    job: sprigPartsJob,
  },
  {
    id: 'edge-line',
    purpose: 'change',
    label: 'Edge line',
    help: 'The edge as a line of its own, which follows the shape.',
    words: 'outline contour stroke line',
    least: 1,
    job: (design, ids) => edgeJob(design, ids),
  },
  {
    id: 'fill-holes',
    purpose: 'change',
    label: 'Fill holes',
    help: 'The shape without its holes.',
    words: 'close holes solid',
    least: 1,
    job: (design, ids) => holesJob(design, ids, 'outer'),
  },
  {
    id: 'emboss',
    purpose: 'change',
    label: 'Emboss',
    help: 'Two light grids and a satin rim, which follow the shape.',
    words: 'raised pressed relief towelling fleece pile',
    least: 1,
    job: embossJob,
  },
  {
    id: 'lines-like',
    purpose: 'change',
    label: 'Lines like it',
    help: 'Forty lines like this one, cut to a rectangle. What it goes across is not sewn: it is seen by how they bend.',
    words: 'relief wave waves parallel repeat hidden bend engraving',
    least: 1,
    job: linesLikeJob,
  },
  {
    id: 'grow',
    purpose: 'change',
    label: 'Grow in it',
    help: 'A sprig in every letter and closed shape; a small drawing that lies in one stands there instead of blossoms.',
    words: 'sprig vine leaves blossoms letters plant branch motif',
    least: 1,
    job: growJob,
  },
  {
    id: 'words-along',
    purpose: 'change',
    label: 'Words along it',
    help: 'Words stand on the line that is selected with them, and follow it.',
    words: 'text on path curve baseline circle lettering',
    least: 2,
    job: alongLineJob,
  },
  {
    id: 'word-fill',
    purpose: 'change',
    label: 'Fill with words',
    help: 'Words that fill the shape, each bent to its part of it.',
    words: 'word fill text lettering envelope bend shape',
    least: 1,
    beginsWords: true,
    job: fillWithWordsJob,
  },
  {
    id: 'monogram',
    purpose: 'change',
    label: 'Monogram in it',
    help: 'One to three letters that fill the frame, each bent to its part; the middle one is larger.',
    words: 'monogram initials letters frame crest name bend',
    least: 1,
    beginsWords: true,
    job: monogramJob,
  },
  {
    id: 'split-lines',
    purpose: 'change',
    label: 'Split by lines',
    help: 'Each line of words by itself; they stay words.',
    words: 'text separate lettering',
    least: 1,
    job: (design, ids) => splitWordsJob(design, ids, 'lines'),
  },
  {
    id: 'split-words',
    purpose: 'change',
    label: 'Split by words',
    help: 'Each word by itself; they stay words.',
    words: 'text separate lettering',
    least: 1,
    job: (design, ids) => splitWordsJob(design, ids, 'words'),
  },
  {
    id: 'split-letters',
    purpose: 'change',
    label: 'Split by letters',
    help: 'Each letter by itself; they stay words.',
    words: 'text separate lettering',
    least: 1,
    job: (design, ids) => splitWordsJob(design, ids, 'letters'),
  },
  {
    id: 'set-as-letters',
    purpose: 'keep',
    label: 'Set as letters',
    help: 'Words as plain shapes, a group a word; their text goes.',
    words: 'text outlines convert expand curves lettering',
    least: 1,
    job: lettersJob,
  },
  {
    id: 'plain-shape',
    purpose: 'keep',
    label: 'Make plain',
    help: 'Ends what is live: points of its own.',
    words: 'expand flatten convert outlines points',
    least: 1,
    job: plainJob,
  },
  {
    id: 'plain-stitches',
    purpose: 'keep',
    label: 'Set as stitches',
    help: 'The stitches as they are now; the outline goes.',
    words: 'convert plain stitches flatten needle points',
    least: 1,
    job: stitchesJob,
  },
  {
    id: 'leave-unsewn',
    purpose: 'keep',
    label: 'Leave unsewn',
    help: 'Only a shape for others; not sewn.',
    words: 'helper construction hide stitches',
    least: 1,
    job: (design, ids) => setUnsewnJob(design, ids, true),
  },
  {
    id: 'sew-it',
    purpose: 'keep',
    label: 'Sew it',
    help: 'Sewn like any other object.',
    words: 'sew again stitch',
    least: 1,
    job: (design, ids) => setUnsewnJob(design, ids, false),
  },
];

export const making = (id: string): Making => MAKINGS.find((one) => one.id === id)!;

/** What a making is made of: what is selected, or everything that is seen where that is meant. */
export const subjectOf = (
  { whole }: Making,
  design: Design,
  selected: readonly string[],
): readonly string[] =>
  selected.length || !whole ? selected : design.objects.filter((o) => o.visible).map((o) => o.id);
