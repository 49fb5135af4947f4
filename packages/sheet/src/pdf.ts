// A sheet as a PDF: text stays text in embedded fonts, drawings are vectors, and each is kept once however often it is shown.
import {
  clip,
  concatTransformationMatrix,
  drawObject,
  endPath,
  PDFDocument,
  popGraphicsState,
  pushGraphicsState,
  rectangle,
  rgb,
  setLineWidth,
  setStrokingColor,
  type PDFFont,
  type PDFName,
  type PDFPage,
  type PDFRef,
  type RGB,
} from '@cantoo/pdf-lib';
import * as fontkit from 'fontkit';
import type { SheetFonts } from './fonts.ts';
import type { Drawing, Mark, Page, Sheet } from './page.ts';

/** Points (1/72 inch) a millimetre. */
export const POINTS = 72 / 25.4;

const colourOf = (hex: string): RGB =>
  rgb(
    parseInt(hex.slice(1, 3), 16) / 255,
    parseInt(hex.slice(3, 5), 16) / 255,
    parseInt(hex.slice(5, 7), 16) / 255,
  );

const number = (v: number): string => String(Math.round(v * 1000) / 1000);

/** The lines of a drawing as a form of their own, in mm, y down; colour and width are those of where it is shown. */
function formOf(doc: PDFDocument, drawing: Drawing): PDFRef {
  const box = [Infinity, Infinity, -Infinity, -Infinity];
  const parts: string[] = ['1 J 1 j'];
  for (const line of drawing) {
    for (let i = 0; i < line.length; i += 2) {
      const [x, y] = [line[i], line[i + 1]];
      box[0] = Math.min(box[0], x);
      box[1] = Math.min(box[1], y);
      box[2] = Math.max(box[2], x);
      box[3] = Math.max(box[3], y);
      parts.push(`${number(x)} ${number(y)} ${i ? 'l' : 'm'}`);
    }
    parts.push('S');
  }
  const around = drawing.length ? [box[0] - 1, box[1] - 1, box[2] + 1, box[3] + 1] : [0, 0, 1, 1];
  const stream = doc.context.flateStream(parts.join('\n'), {
    Type: 'XObject',
    Subtype: 'Form',
    BBox: around,
    Resources: {},
  });
  return doc.context.register(stream);
}

/** Draws one page's marks. */
class Painter {
  private readonly page: PDFPage;
  private readonly height: number;
  private readonly fonts: SheetFonts;
  private readonly embedded: ReadonlyMap<string, PDFFont>;
  private readonly forms: readonly PDFRef[];
  private readonly names = new Map<number, PDFName>();

  constructor(
    page: PDFPage,
    { height }: Page,
    fonts: SheetFonts,
    embedded: ReadonlyMap<string, PDFFont>,
    forms: readonly PDFRef[],
  ) {
    this.page = page;
    this.height = height;
    this.fonts = fonts;
    this.embedded = embedded;
    this.forms = forms;
  }

  private x = (mm: number): number => mm * POINTS;
  private y = (mm: number): number => (this.height - mm) * POINTS;

  paint(mark: Mark): void {
    const { page } = this;
    switch (mark.kind) {
      case 'text': {
        let { x } = mark;
        for (const run of this.fonts.runs(mark.text, mark.face)) {
          const font = this.embedded.get(run.font)!;
          const size = mark.size * POINTS;
          page.drawText(run.text, {
            x: this.x(x),
            y: this.y(mark.y),
            size,
            font,
            color: colourOf(mark.colour),
          });
          x += font.widthOfTextAtSize(run.text, size) / POINTS;
        }
        return;
      }
      case 'box': {
        const { x, y, width, height, fill, colour, line } = mark;
        page.drawRectangle({
          x: this.x(x),
          y: this.y(y + height),
          width: width * POINTS,
          height: height * POINTS,
          ...(fill && { color: colourOf(fill) }),
          ...(colour && { borderColor: colourOf(colour), borderWidth: (line ?? 0.2) * POINTS }),
        });
        return;
      }
      case 'line': {
        const points = mark.closed ? [...mark.points, mark.points[0]] : mark.points;
        for (let k = 1; k < points.length; k++)
          page.drawLine({
            start: { x: this.x(points[k - 1][0]), y: this.y(points[k - 1][1]) },
            end: { x: this.x(points[k][0]), y: this.y(points[k][1]) },
            thickness: mark.width * POINTS,
            color: colourOf(mark.colour),
            ...(mark.dash && { dashArray: [mark.dash * POINTS] }),
          });
        return;
      }
      case 'drawing':
        this.draw(mark);
    }
  }

  private draw({ drawing, x, y, scale, colour, width, clip: box }: Extract<Mark, { kind: 'drawing' }>): void {
    let name = this.names.get(drawing);
    if (!name) this.names.set(drawing, (name = this.page.node.newXObject('Drawing', this.forms[drawing])));
    const s = scale * POINTS;
    this.page.pushOperators(
      pushGraphicsState(),
      ...(box
        ? [
            rectangle(this.x(box.x), this.y(box.y + box.height), box.width * POINTS, box.height * POINTS),
            clip(),
            endPath(),
          ]
        : []),
      concatTransformationMatrix(s, 0, 0, -s, this.x(x), this.y(y)),
      setStrokingColor(colourOf(colour)),
      setLineWidth(width),
      drawObject(name),
      popGraphicsState(),
    );
  }
}

/** The bytes of the sheet's PDF. */
export async function sheetPdf(sheet: Sheet, fonts: SheetFonts): Promise<Uint8Array> {
  const doc = await PDFDocument.create();
  doc.registerFontkit(fontkit as never);
  doc.setTitle(sheet.title);
  doc.setCreator('Rosehip');
  doc.setProducer('Rosehip');
  // The same sheet is the same file.
  for (const set of ['setCreationDate', 'setModificationDate'] as const)
    doc[set](new Date('2026-01-01T00:00:00Z'));
  const used = new Set<string>();
  for (const { marks } of sheet.pages)
    for (const mark of marks)
      if (mark.kind === 'text') for (const run of fonts.runs(mark.text, mark.face)) used.add(run.font);
  const embedded = new Map<string, PDFFont>();
  for (const name of used) embedded.set(name, await doc.embedFont(fonts.bytes[name], { subset: true }));
  const forms = sheet.drawings.map((drawing) => formOf(doc, drawing));
  for (const page of sheet.pages) {
    const painter = new Painter(
      doc.addPage([page.width * POINTS, page.height * POINTS]),
      page,
      fonts,
      embedded,
      forms,
    );
    for (const mark of page.marks) painter.paint(mark);
  }
  return doc.save();
}
