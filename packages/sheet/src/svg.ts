// A page of a sheet as SVG, for the screen.
import { easternFiles, easternFor, type Eastern } from './eastern.ts';
import type { Drawing, Face, Mark, Page, Sheet } from './page.ts';

/** As attributes: pages that let no style in show them all the same. */
const FACES: Record<Face, { families: string; weight: number }> = {
  text: { families: "'Figtree Variable',sans-serif", weight: 400 },
  bold: { families: "'Figtree Variable',sans-serif", weight: 700 },
  heading: { families: "'Fraunces Variable',serif", weight: 600 },
};

/** What the fonts of East Asia are called in a page's style sheet. */
const EASTERN_NAMES: Record<Eastern, string> = {
  kosugi: 'Kosugi',
  'nanum-gothic': 'Nanum Gothic',
  'wdxl-lubrifont-sc': 'WDXL Lubrifont SC',
};

/** The font of a line, in the same order in which the PDF is set. */
function fontOf(face: Face, line: string): string {
  const { families, weight } = FACES[face];
  const eastern = easternFiles(line).length ? easternFor(line).map((f) => `,'${EASTERN_NAMES[f]}'`) : [];
  return `font-family="${families}${eastern.join('')}" font-weight="${weight}"`;
}

const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!);
const n = (v: number): string => String(Math.round(v * 100) / 100);

/** The lines of a drawing as SVG path data, in mm. */
export function pathOf(drawing: Drawing): string {
  let d = '';
  for (const line of drawing)
    for (let i = 0; i < line.length; i += 2) d += `${i ? 'L' : 'M'}${n(line[i])} ${n(line[i + 1])}`;
  return d;
}

function markOf(mark: Mark, k: number, id: string): string {
  switch (mark.kind) {
    case 'text':
      return `<text x="${n(mark.x)}" y="${n(mark.y)}" font-size="${n(mark.size)}" fill="${mark.colour}" ${fontOf(mark.face, mark.text)} xml:space="preserve">${escaped(mark.text)}</text>`;
    case 'box':
      return `<rect x="${n(mark.x)}" y="${n(mark.y)}" width="${n(mark.width)}" height="${n(mark.height)}" fill="${mark.fill ?? 'none'}" stroke="${mark.colour ?? 'none'}" stroke-width="${mark.line ?? 0.2}"/>`;
    case 'line': {
      const points = mark.points.map(([x, y]) => `${n(x)},${n(y)}`).join(' ');
      const dash = mark.dash ? ` stroke-dasharray="${mark.dash}"` : '';
      return `<poly${mark.closed ? 'gon' : 'line'} points="${points}" fill="none" stroke="${mark.colour}" stroke-width="${mark.width}"${dash}/>`;
    }
    case 'drawing': {
      const { clip: c } = mark;
      const name = `${id}-clip-${k}`;
      const around = c
        ? [
            `<clipPath id="${name}"><rect x="${n(c.x)}" y="${n(c.y)}" width="${n(c.width)}" height="${n(c.height)}"/></clipPath><g clip-path="url(#${name})">`,
            '</g>',
          ]
        : ['', ''];
      return `${around[0]}<use href="#${id}-${mark.drawing}" transform="matrix(${[mark.scale, 0, 0, mark.scale, mark.x, mark.y].map((v) => v.toFixed(4)).join(' ')})" stroke="${mark.colour}" stroke-width="${n(mark.width)}"/>${around[1]}`;
    }
  }
}

/** One page; `id` begins the names of what it defines, so that several can stand in one document. */
export function pageSvg(sheet: Sheet, page: Page, id: string): string {
  const used = new Set(page.marks.flatMap((m) => (m.kind === 'drawing' ? [m.drawing] : [])));
  const defs = [...used].map(
    (k) =>
      `<path id="${id}-${k}" d="${pathOf(sheet.drawings[k])}" fill="none" stroke-linecap="round" stroke-linejoin="round"/>`,
  );
  const marks = page.marks.map((mark, k) => markOf(mark, k, id));
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${page.width} ${page.height}"><defs>${defs.join('')}</defs>${marks.join('')}</svg>`;
}
