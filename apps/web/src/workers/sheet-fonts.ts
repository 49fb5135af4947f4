// Where this page's server has the fonts of a sheet, as files of their packages.
import figtreeLatin400 from '@fontsource/figtree/files/figtree-latin-400-normal.woff?url';
import figtreeLatinExt400 from '@fontsource/figtree/files/figtree-latin-ext-400-normal.woff?url';
import figtreeLatin700 from '@fontsource/figtree/files/figtree-latin-700-normal.woff?url';
import figtreeLatinExt700 from '@fontsource/figtree/files/figtree-latin-ext-700-normal.woff?url';
import frauncesLatin600 from '@fontsource/fraunces/files/fraunces-latin-600-normal.woff?url';
import frauncesLatinExt600 from '@fontsource/fraunces/files/fraunces-latin-ext-600-normal.woff?url';
import notoSansLatin400 from '@fontsource/noto-sans/files/noto-sans-latin-400-normal.woff?url';
import notoSansLatin700 from '@fontsource/noto-sans/files/noto-sans-latin-700-normal.woff?url';
import notoSansLatinExt400 from '@fontsource/noto-sans/files/noto-sans-latin-ext-400-normal.woff?url';
import notoSansLatinExt700 from '@fontsource/noto-sans/files/noto-sans-latin-ext-700-normal.woff?url';
import notoSansGreek400 from '@fontsource/noto-sans/files/noto-sans-greek-400-normal.woff?url';
import notoSansGreek700 from '@fontsource/noto-sans/files/noto-sans-greek-700-normal.woff?url';
import notoSansGreekExt400 from '@fontsource/noto-sans/files/noto-sans-greek-ext-400-normal.woff?url';
import notoSansGreekExt700 from '@fontsource/noto-sans/files/noto-sans-greek-ext-700-normal.woff?url';
import notoSansCyrillic400 from '@fontsource/noto-sans/files/noto-sans-cyrillic-400-normal.woff?url';
import notoSansCyrillic700 from '@fontsource/noto-sans/files/noto-sans-cyrillic-700-normal.woff?url';
import notoSansCyrillicExt400 from '@fontsource/noto-sans/files/noto-sans-cyrillic-ext-400-normal.woff?url';
import notoSansCyrillicExt700 from '@fontsource/noto-sans/files/noto-sans-cyrillic-ext-700-normal.woff?url';
import notoSansVietnamese400 from '@fontsource/noto-sans/files/noto-sans-vietnamese-400-normal.woff?url';
import notoSansVietnamese700 from '@fontsource/noto-sans/files/noto-sans-vietnamese-700-normal.woff?url';
import notoSansDevanagari400 from '@fontsource/noto-sans/files/noto-sans-devanagari-400-normal.woff?url';
import notoSansDevanagari700 from '@fontsource/noto-sans/files/noto-sans-devanagari-700-normal.woff?url';
import notoSansHebrew400 from '@fontsource/noto-sans-hebrew/files/noto-sans-hebrew-hebrew-400-normal.woff?url';
import notoSansHebrew700 from '@fontsource/noto-sans-hebrew/files/noto-sans-hebrew-hebrew-700-normal.woff?url';
import notoSansArabic400 from '@fontsource/noto-sans-arabic/files/noto-sans-arabic-arabic-400-normal.woff?url';
import notoSansArabic700 from '@fontsource/noto-sans-arabic/files/noto-sans-arabic-arabic-700-normal.woff?url';
import notoSansSymbols2 from '@fontsource/noto-sans-symbols-2/files/noto-sans-symbols-2-symbols-400-normal.woff?url';
import notoSansSymbols from '@fontsource/noto-sans-symbols/files/noto-sans-symbols-symbols-600-normal.woff?url';
import { easternFiles, FONT_FILES, type FontBytes } from '@rosehip/sheet';

const URLS: Record<string, string> = {
  'figtree-latin-400': figtreeLatin400,
  'figtree-latin-ext-400': figtreeLatinExt400,
  'figtree-latin-700': figtreeLatin700,
  'figtree-latin-ext-700': figtreeLatinExt700,
  'fraunces-latin-600': frauncesLatin600,
  'fraunces-latin-ext-600': frauncesLatinExt600,
  'noto-sans-latin-400': notoSansLatin400,
  'noto-sans-latin-700': notoSansLatin700,
  'noto-sans-latin-ext-400': notoSansLatinExt400,
  'noto-sans-latin-ext-700': notoSansLatinExt700,
  'noto-sans-greek-400': notoSansGreek400,
  'noto-sans-greek-700': notoSansGreek700,
  'noto-sans-greek-ext-400': notoSansGreekExt400,
  'noto-sans-greek-ext-700': notoSansGreekExt700,
  'noto-sans-cyrillic-400': notoSansCyrillic400,
  'noto-sans-cyrillic-700': notoSansCyrillic700,
  'noto-sans-cyrillic-ext-400': notoSansCyrillicExt400,
  'noto-sans-cyrillic-ext-700': notoSansCyrillicExt700,
  'noto-sans-vietnamese-400': notoSansVietnamese400,
  'noto-sans-vietnamese-700': notoSansVietnamese700,
  'noto-sans-devanagari-400': notoSansDevanagari400,
  'noto-sans-devanagari-700': notoSansDevanagari700,
  'noto-sans-hebrew-hebrew-400': notoSansHebrew400,
  'noto-sans-hebrew-hebrew-700': notoSansHebrew700,
  'noto-sans-arabic-arabic-400': notoSansArabic400,
  'noto-sans-arabic-arabic-700': notoSansArabic700,
  'noto-sans-symbols-2-symbols-400': notoSansSymbols2,
  'noto-sans-symbols-symbols-600': notoSansSymbols,
};

// Each letter of these families lies in one of a hundred files: all have addresses, what a sheet needs is fetched.
const kosugi = import.meta.glob<string>(
  '../../../../node_modules/@fontsource/kosugi/files/*-400-normal.woff',
  {
    query: '?url',
    import: 'default',
    eager: true,
  },
);
const nanumGothic = import.meta.glob<string>(
  '../../../../node_modules/@fontsource/nanum-gothic/files/*-400-normal.woff',
  { query: '?url', import: 'default', eager: true },
);
const lubrifont = import.meta.glob<string>(
  '../../../../node_modules/@fontsource/wdxl-lubrifont-sc/files/*-400-normal.woff',
  { query: '?url', import: 'default', eager: true },
);

for (const [path, url] of Object.entries({ ...kosugi, ...nanumGothic, ...lubrifont }))
  URLS[/([^/]+)-normal\.woff$/.exec(path)![1]] = url;

/** Letters that the first fonts hold: no others are fetched for them. */
const PLAIN = /^[\u0000-\u024f\u2010-\u2026\u2192\u00d7“”‘’−]*$/u;

const fetched = new Map<string, Promise<Uint8Array>>();

function bytesOf(name: string): Promise<Uint8Array> {
  let bytes = fetched.get(name);
  if (!bytes) {
    bytes = fetch(URLS[name]).then(async (response) => {
      if (!response.ok) throw new Error('The fonts of the sheet can’t be fetched: the server is away.');
      return new Uint8Array(await response.arrayBuffer());
    });
    // Asked for anew the next time.
    bytes.catch(() => fetched.delete(name));
    fetched.set(name, bytes);
  }
  return bytes;
}

/** The fonts that some words need. */
export async function sheetFontsFor(words: string): Promise<FontBytes> {
  const names = FONT_FILES.filter((name) =>
    PLAIN.test(words) ? /^(figtree|fraunces)|noto-sans-latin-/.test(name) : true,
  );
  return Object.fromEntries(
    await Promise.all(
      [...names, ...easternFiles(words)].map(async (name) => [name, await bytesOf(name)] as const),
    ),
  );
}
