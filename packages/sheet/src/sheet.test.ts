// The sheet: what it tells agrees with what is sewn, its template is true to size, and its words can be read back.
import { inflateSync } from 'node:zlib';
import { PDFArray, PDFDict, PDFDocument, PDFName, type PDFPage, type PDFRawStream } from '@cantoo/pdf-lib';
import fc from 'fast-check';
import { beforeAll, describe, expect, test } from 'vitest';
import {
  emptyDesign,
  findingsOf,
  machineById,
  Move,
  resolveDesign,
  sewHooped,
  type Design,
} from '@rosehip/core';
import { loadFonts } from '@rosehip/fonts';
import { readFontFile } from '@rosehip/fonts/files';
import { blanketCorner } from '../../../demo/blanket-corner.ts';
import { clubBadge } from '../../../demo/club-badge.ts';
import { moonRunner } from '../../../demo/moon-runner.ts';
import { sheetContents, type SheetContents } from './contents.ts';
import { easternFiles } from './eastern.ts';
import { readSheetFonts } from './files.ts';
import { SheetFonts, type FontBytes } from './fonts.ts';
import { layOut, USUAL_SHEET, type SheetOptions } from './layout.ts';
import { POINTS, sheetPdf } from './pdf.ts';
import { pageSvg } from './svg.ts';

let bytes: FontBytes;
beforeAll(async () => {
  bytes = await readSheetFonts();
});

async function told(design: Design, machine = 'kitchen'): Promise<SheetContents> {
  await loadFonts(design, readFontFile);
  const on = machineById(machine);
  const { plan } = sewHooped(resolveDesign(design), { speed: on.speed });
  return sheetContents(design, plan, findingsOf(design, plan, on), on);
}
async function made(contents: SheetContents, options: Partial<SheetOptions> = {}) {
  const fonts = new SheetFonts(bytes);
  const sheet = layOut(contents, { ...USUAL_SHEET, ...options }, fonts);
  return { sheet, fonts, pdf: await sheetPdf(sheet, fonts) };
}

const content = (stream: PDFRawStream): string => inflateSync(stream.contents).toString('latin1');

const streamsOf = ({ node }: PDFPage): string[] => {
  const streams = node.Contents()!;
  return (streams instanceof PDFArray ? streams.asArray() : [streams]).map((ref) =>
    content((node.context.lookup(ref) ?? ref) as PDFRawStream),
  );
};

const lookup = (dict: PDFDict, name: string): PDFDict => dict.lookup(PDFName.of(name)) as PDFDict;

/** The text of a page, as whoever copies it gets it: by the tables that say which letter a shape stands for. */
function pageText(page: PDFPage): string {
  const fonts = lookup(page.node.Resources()!, 'Font');
  const tables = new Map<string, Map<string, string>>();
  for (const name of fonts.keys()) {
    const map = content(lookup(lookup(fonts, name.decodeText()), 'ToUnicode') as unknown as PDFRawStream);
    const table = new Map<string, string>();
    for (const [, glyph, letter] of map.matchAll(/<([0-9A-F]{4})>\s*<([0-9A-F]+)>/gi))
      table.set(glyph.toUpperCase(), Buffer.from(letter, 'hex').swap16().toString('utf16le'));
    tables.set(name.asString(), table);
  }
  const said: string[] = [];
  for (const text of streamsOf(page))
    for (const [, font, glyphs] of text.matchAll(/(\/\S+) [\d.]+ Tf[\s\S]*?<([0-9A-F]*)> Tj/gi))
      said.push(
        (glyphs.match(/.{4}/g) ?? []).map((g) => tables.get(font)!.get(g.toUpperCase()) ?? '?').join(''),
      );
  return said.join('');
}
const textOf = async (pdf: Uint8Array): Promise<string[]> =>
  (await PDFDocument.load(pdf)).getPages().map(pageText);

/** Drawings on a page as a viewer would put them there: their points in mm from its upper left corner. */
function drawn(page: PDFPage): { points: [number, number][]; lines: [number, number][][] } {
  const { node } = page;
  const all = streamsOf(page);
  const forms = node.Resources()!.lookupMaybe(PDFName.of('XObject'), PDFDict);
  const height = page.getHeight();
  const points: [number, number][] = [];
  const lines: [number, number][][] = [];
  const show =
    /([-\d.]+) ([-\d.]+) ([-\d.]+) ([-\d.]+) ([-\d.]+) ([-\d.]+) cm\s+[^\n]*RG\s+[-\d.]+ w\s+\/(\S+) Do/g;
  for (const text of all) {
    for (const [, a, b, c, d, e, f, name] of text.matchAll(show)) {
      const form = content(forms!.lookup(PDFName.of(name)) as PDFRawStream);
      for (const [, x, y] of form.matchAll(/([-\d.]+) ([-\d.]+) [ml]\b/g)) {
        const [u, v] = [Number(x), Number(y)];
        points.push([
          (Number(a) * u + Number(c) * v + Number(e)) / POINTS,
          (height - (Number(b) * u + Number(d) * v + Number(f))) / POINTS,
        ]);
      }
    }
    for (const [, x1, y1, x2, y2] of text.matchAll(/([-\d.]+) ([-\d.]+) m\s+([-\d.]+) ([-\d.]+) l\s+S/g))
      lines.push([
        [Number(x1) / POINTS, (height - Number(y1)) / POINTS],
        [Number(x2) / POINTS, (height - Number(y2)) / POINTS],
      ]);
  }
  return { points, lines };
}

describe('what it tells', () => {
  test('are the steps of the plan, with all its stitches, time and thread', async () => {
    for (const design of [clubBadge(), blanketCorner()]) {
      const contents = await told(design);
      const { steps, figures, threads } = contents;
      const sum = (of: (s: (typeof steps)[number]) => number): number => steps.reduce((a, s) => a + of(s), 0);
      expect(sum((s) => s.stitches)).toBe(figures.stitches);
      expect(sum((s) => s.metres)).toBeCloseTo(
        threads.reduce((a, t) => a + t.metres, 0),
        1,
      );
      expect(sum((s) => s.seconds)).toBeCloseTo(figures.seconds, 0);
      expect(steps.filter((s) => s.stop)).toHaveLength(figures.stops);
    }
    const badge = await told(clubBadge());
    expect(badge.steps[0]).toMatchObject({ names: ['Night sky'], stop: null, needle: null });
    expect(badge.steps.at(-2)!.names).toEqual(['Star × 4']);
    const corner = await told(blanketCorner(), 'attic');
    expect(corner.hoopings).toHaveLength(4);
    expect(corner.steps.map((s) => s.stop).filter(Boolean)).toContain('Hoop anew about these marks: 2');
    for (const { needle } of corner.steps) expect(needle).toBeGreaterThanOrEqual(1);
  });

  test('can be read back from the PDF, also in other languages', async () => {
    const contents = await told({ ...clubBadge(), name: 'Ночное небо · Σελήνη · Đêm trăng · Übergröße ♥ ☾' });
    const { pdf, fonts } = await made(contents);
    const [first, ...others] = await textOf(pdf);
    expect(first).toContain('Ночное небо');
    expect(first).toContain('Σελήνη');
    expect(first).toContain('Đêm trăng');
    expect(first).toContain('Übergröße');
    expect(first).toContain('♥');
    expect(first).toContain('234 Night Sky');
    expect(first).toContain(contents.figures.stitches.toLocaleString('en-GB'));
    expect(others.at(-1)).toContain('This line is 100 mm long.');
    expect([...fonts.missing]).toEqual([]);
  });

  test('what is written from right to left is seen so, numbers and brackets in it the right way', async () => {
    const fonts = new SheetFonts(bytes);
    const seen = (text: string): string[] => fonts.runs(text, 'text').map((run) => run.text);
    // As read: Moon, then the Hebrew word, then 12. As seen from the left: Moon, 12, a blank, the word (which its font turns).
    expect(seen('Moon \u05d9\u05e8\u05d7 12')).toEqual(['Moon ', '12', '\u05d9\u05e8\u05d7 ']);
    expect(seen('\u05d9\u05e8\u05d7 (\u05d0)')[0]).toBe('(');
    expect(seen('\u0642\u0645\u0631').join('')).toBe('\u0642\u0645\u0631');
    // Arabic digits run from the left, and their font would turn them: they come turned.
    expect(seen('\u0661\u0662')).toEqual(['\u0662\u0661']);
    expect([...fonts.missing]).toEqual([]);
    // Letters of a word are joined: it is narrower than they are one by one.
    const joined = fonts.width('\u0642\u0645\u0631', 'text', 10);
    const single = [...'\u0642\u0645\u0631'].reduce((sum, l) => sum + fonts.width(l, 'text', 10), 0);
    expect(joined).toBeLessThan(single);
    const contents = await told({ ...clubBadge(), name: 'Moon \u05d9\u05e8\u05d7 · \u0642\u0645\u0631' });
    const { fonts: used } = await made(contents);
    expect([...used.missing]).toEqual([]);
  });

  test('letters of Japan, China and Korea come from the few files that hold them, each line in one hand', async () => {
    const words = 'つきの夜 · 绿针缝线 · 달빛 수놓기 · 月光刺繡';
    const needed = easternFiles(words);
    expect(needed.length).toBeLessThan(45);
    expect(easternFiles('Moon · Ночь')).toEqual([]);
    const fonts = new SheetFonts(await readSheetFonts(words));
    const families = (line: string): string[] => [
      ...new Set(fonts.runs(line, 'text').map((run) => run.font.replace(/-\d+-400$/, ''))),
    ];
    expect(families('つきの夜')).toEqual(['kosugi']);
    expect(families('绿针缝线')).toEqual(['wdxl-lubrifont-sc']);
    expect(families('夜')).toEqual(['wdxl-lubrifont-sc']);
    expect(families('달빛수놓기')).toEqual(['nanum-gothic']);
    expect([...fonts.missing]).toEqual([]);
    const contents = await told({ ...clubBadge(), name: words });
    const pdf = await sheetPdf(layOut(contents, USUAL_SHEET, fonts), fonts);
    const [first] = await textOf(pdf);
    for (const word of ['つきの夜', '绿针缝线', '달빛', '月光刺繡']) expect(first).toContain(word);
    expect([...fonts.missing]).toEqual([]);
  });

  test('a letter that no font holds is told', async () => {
    const { sheet, fonts } = await made(await told({ ...clubBadge(), name: 'Moon ᚱ' }));
    expect([...fonts.missing]).toEqual(['ᚱ']);
    expect(sheet.pages[0].marks.some((m) => m.kind === 'text' && m.text.includes('shown as ?'))).toBe(true);
  });

  test('a design with nothing in it has one page that says so', async () => {
    const { sheet, pdf } = await made(await told(emptyDesign('Nothing yet')));
    expect(sheet.pages).toHaveLength(1);
    expect((await textOf(pdf))[0]).toContain('this design holds no stitches');
  });
});

describe('the template', () => {
  test('is true to size within 0.2 mm, its ruler too', async () => {
    const contents = await told(clubBadge());
    const { pdf } = await made(contents);
    const doc = await PDFDocument.load(pdf);
    const { points, lines } = drawn(doc.getPages().at(-1)!);
    const span = (k: 0 | 1): number => {
      const all = points.map((p) => p[k]);
      return Math.max(...all) - Math.min(...all);
    };
    expect(Math.abs(span(0) - contents.figures.width)).toBeLessThan(0.2);
    expect(Math.abs(span(1) - contents.figures.height)).toBeLessThan(0.2);
    // Every point is a needle point, at its place from the hoop's middle, where the cross is.
    const length = ([a, b]: [number, number][]): number => Math.hypot(b[0] - a[0], b[1] - a[1]);
    const cross = lines.filter((l) => Math.abs(length(l) - 16) < 0.01);
    expect(cross).toHaveLength(2);
    const [cx, cy] = [0, 1].map((k) => (cross[0][0][k] + cross[0][1][k]) / 2);
    const { x, y, move } = contents.plan;
    const needles = new Set<string>();
    x.forEach(
      (v, i) => move[i] === Move.stitch && needles.add(`${Math.round(10 * v)} ${Math.round(10 * y[i])}`),
    );
    const near = points.filter(([px, py]) =>
      needles.has(`${Math.round(10 * (px - cx))} ${Math.round(10 * (py - cy))}`),
    );
    expect(near.length / points.length).toBeGreaterThan(0.97); // the others are where a jump has ended
    expect(lines.some((l) => Math.abs(length(l) - 100) < 0.02)).toBe(true);
  });

  test('of something large lies on several pages that show all of it and overlap', async () => {
    const contents = await told(moonRunner());
    for (const paper of ['a4', 'letter'] as const) {
      const { sheet } = await made(contents, { paper, steps: false });
      const pages = sheet.pages.filter((p) => p.marks.some((m) => m.kind === 'drawing' && m.scale === 1));
      expect(pages.length).toBeGreaterThan(1);
      const { x, y, move } = contents.plan;
      const seen = pages.map((p) => p.marks.find((m) => m.kind === 'drawing')!);
      let most = 0;
      for (let i = 0; i < x.length; i++) {
        if (move[i] !== Move.stitch) continue;
        const on = seen.filter((m) => {
          if (m.kind !== 'drawing') return false;
          const [px, py] = [x[i] + m.x, y[i] + m.y];
          const c = m.clip!;
          return px >= c.x && px <= c.x + c.width && py >= c.y && py <= c.y + c.height;
        });
        if (!on.length) throw new Error(`Nothing shows ${x[i]}, ${y[i]}.`);
        most = Math.max(most, on.length);
      }
      expect(most).toBeGreaterThan(1);
    }
  });
});

test('nothing leaves its page, whatever it is called and whatever is on it', async () => {
  const contents = await told(clubBadge());
  const text = fc.string({ unit: 'grapheme', maxLength: 300 });
  const flag = fc.boolean();
  fc.assert(
    fc.property(
      text,
      text,
      fc.record({
        paper: fc.constantFrom('a4' as const, 'letter' as const),
        units: fc.constantFrom('mm' as const, 'in' as const),
        picture: flag,
        steps: flag,
        stepPictures: flag,
        threads: flag,
        advice: flag,
        notes: flag,
        template: flag,
      }),
      (name, note, options) => {
        const fonts = new SheetFonts(bytes);
        const steps = contents.steps.map((s) => ({ ...s, names: [note, name], stop: note || null }));
        const ignored = [{ sentence: name, note }];
        const sheet = layOut({ ...contents, name, steps, ignored }, options, fonts);
        for (const [k, { width, height, marks }] of sheet.pages.entries()) {
          for (const m of marks) {
            const xs =
              m.kind === 'text'
                ? [m.x, m.x + fonts.width(m.text, m.face, m.size)]
                : m.kind === 'line'
                  ? m.points.map((p) => p[0])
                  : [];
            const ys = m.kind === 'text' ? [m.y] : m.kind === 'line' ? m.points.map((p) => p[1]) : [];
            for (const v of xs)
              expect(v >= 8 && v <= width - 7, `${k} x ${v} ${JSON.stringify(m)}`).toBe(true);
            for (const v of ys)
              expect(v >= 8 && v <= height - 7, `${k} y ${v} ${JSON.stringify(m)}`).toBe(true);
          }
          expect(pageSvg(sheet, sheet.pages[k], 'p')).not.toMatch(/NaN|undefined/);
        }
      },
    ),
    { numRuns: 15 },
  );
});
