// Letters of Japan, China and Korea. There are tens of thousands, so their fonts come in a hundred small files each, of which
// a sheet fetches those that its words need.
import japanese from '@fontsource/kosugi/unicode.json' with { type: 'json' };
import korean from '@fontsource/nanum-gothic/unicode.json' with { type: 'json' };
import chinese from '@fontsource/wdxl-lubrifont-sc/unicode.json' with { type: 'json' };

/** The fonts that hold them, by the letters that they were drawn for; each as its package lists what its files hold. */
const EASTERN = {
  kosugi: japanese as Record<string, string>,
  'nanum-gothic': korean as Record<string, string>,
  'wdxl-lubrifont-sc': chinese as Record<string, string>,
};

export type Eastern = keyof typeof EASTERN;

/** Letters that are looked for in them; signs they share with all others (a middle dot, say) lie below the first of theirs. */
const FIRST = 0x1100;
const LETTER = /\p{scx=Han}|\p{scx=Hiragana}|\p{scx=Katakana}|\p{scx=Hangul}|[\uff01-\uffef]/u;

/**
 * The fonts in the order in which a line is set from them. Chinese and Japanese share characters: kana in it, or Hangul, say whose
 * line it is.
 */
export function easternFor(line: string): readonly Eastern[] {
  if (/\p{scx=Hangul}/u.test(line)) return ['nanum-gothic', 'kosugi', 'wdxl-lubrifont-sc'];
  if (/\p{Script=Hiragana}|\p{Script=Katakana}/u.test(line))
    return ['kosugi', 'wdxl-lubrifont-sc', 'nanum-gothic'];
  return ['wdxl-lubrifont-sc', 'kosugi', 'nanum-gothic'];
}

interface Range {
  from: number;
  to: number;
  subset: string;
}

const ranges = new Map<Eastern, Range[]>();

/** What the files of a font hold, from their lists in CSS's notation (`U+4e00-4e05,U+4e8c`). */
function rangesOf(family: Eastern): Range[] {
  let out = ranges.get(family);
  if (!out) {
    out = Object.entries(EASTERN[family]).flatMap(([subset, list]) =>
      list.split(',').map((range) => {
        const [from, to = from] = range
          .replace(/^U\+/i, '')
          .split('-')
          .map((code) => parseInt(code, 16));
        return { from, to, subset: subset.replace(/[[\]]/g, '') };
      }),
    );
    ranges.set(family, out);
  }
  return out;
}

/** The file of a font that holds a letter, as `family-subset-400`; undefined when none does, or when it is no letter of these. */
export function easternFile(family: Eastern, code: number): string | undefined {
  if (code < FIRST || !LETTER.test(String.fromCodePoint(code))) return undefined;
  const range = rangesOf(family).find(({ from, to }) => code >= from && code <= to);
  return range && `${family}-${range.subset}-400`;
}

/** All files that some words need, each once. */
export function easternFiles(words: string): string[] {
  const families = Object.keys(EASTERN) as Eastern[];
  const letters = [...new Set(words)].map((letter) => letter.codePointAt(0)!);
  return [
    ...new Set(letters.flatMap((code) => families.flatMap((family) => easternFile(family, code) ?? []))),
  ];
}
