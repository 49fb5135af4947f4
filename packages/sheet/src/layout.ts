// A sheet's pages: what is told first, the steps, hoopings, notes, and the template in true size.
import { readable, useOf, type Bounds, type Thread } from '@rosehip/core';
import type { SheetContents, SheetStep } from './contents.ts';
import { drawingOf } from './drawings.ts';
import type { SheetFonts } from './fonts.ts';
import { INK, PAPERS, type Face, type Mark, type Page, type Paper, type Sheet } from './page.ts';
import { templatePages } from './template.ts';

/** What is on a sheet. */
export interface SheetOptions {
  paper: Paper;
  units: 'mm' | 'in';
  picture: boolean;
  steps: boolean;
  /** A small picture at each step. */
  stepPictures: boolean;
  threads: boolean;
  advice: boolean;
  /** Findings that were ignored, with their notes. */
  notes: boolean;
  template: boolean;
}

export const USUAL_SHEET: SheetOptions = {
  paper: 'a4',
  units: 'mm',
  picture: true,
  steps: true,
  stepPictures: true,
  threads: true,
  advice: true,
  notes: true,
  template: true,
};

/** mm */
const MARGIN = 15;
const TYPE = { title: 8.2, head: 4.6, text: 3.5, small: 3 };
const LEADING = 1.4;
const STEP_PICTURE = 25;
/** What was sewn before. */
const BEFORE = '#e4dfd6';

const minutes = (seconds: number): string => {
  const m = Math.max(1, Math.round(seconds / 60));
  return m < 60 ? `${m} min` : `${Math.floor(m / 60)} h ${String(m % 60).padStart(2, '0')} min`;
};
const counted = (n: number): string => n.toLocaleString('en-GB');
/** Nobody cuts thread to the centimetre. */
const metres = (m: number): string => (m < 10 ? `${m.toFixed(1)} m` : `${Math.round(m)} m`);

/** Lays what comes one below the other, on as many pages as it takes. */
class Flow {
  readonly pages: Page[] = [];
  y = 0;
  readonly left = MARGIN;
  readonly width: number;
  private readonly size: { width: number; height: number };
  readonly fonts: SheetFonts;
  private readonly title: string;

  constructor(paper: Paper, fonts: SheetFonts, title: string) {
    this.size = PAPERS[paper];
    this.width = this.size.width - 2 * MARGIN;
    this.fonts = fonts;
    this.title = title;
    this.turn();
  }

  get page(): Page {
    return this.pages[this.pages.length - 1];
  }
  get bottom(): number {
    return this.size.height - MARGIN - 4;
  }

  add(...marks: Mark[]): void {
    this.page.marks.push(...marks);
  }

  /** Begins a new page. */
  turn(): void {
    this.pages.push({ width: this.size.width, height: this.size.height, marks: [] });
    this.y = MARGIN;
    if (this.pages.length > 1) {
      const [short = ''] = this.fonts.lines(this.title, 'text', TYPE.small, this.width);
      this.add(this.text(short, this.left, this.y + 1, TYPE.small, 'text', INK.muted));
      this.y += 7;
    }
  }

  /** Turns the page when so much does not fit on it. */
  need(height: number): void {
    if (this.y + height > this.bottom) this.turn();
  }

  text(
    text: string,
    x: number,
    y: number,
    size: number,
    face: Face = 'text',
    colour: string = INK.dark,
  ): Mark {
    return { kind: 'text', text, x, y, size, face, colour };
  }

  right(
    text: string,
    x: number,
    y: number,
    size: number,
    face: Face = 'text',
    colour: string = INK.dark,
  ): Mark {
    return this.text(text, x - this.fonts.width(text, face, size), y, size, face, colour);
  }

  head(text: string): void {
    this.need(18);
    this.y += 5;
    this.add(this.text(text, this.left, this.y + TYPE.head * 0.8, TYPE.head, 'heading'), {
      kind: 'line',
      points: [
        [this.left, this.y + TYPE.head + 2],
        [this.left + this.width, this.y + TYPE.head + 2],
      ],
      colour: INK.line,
      width: 0.25,
    });
    this.y += TYPE.head + 5;
  }

  /** A paragraph of its own. */
  paragraph(text: string, face: Face = 'text', colour: string = INK.dark, size = TYPE.text): void {
    for (const line of this.fonts.lines(text, face, size, this.width)) {
      this.need(size * LEADING);
      this.add(this.text(line, this.left, this.y + size * 0.8, size, face, colour));
      this.y += size * LEADING;
    }
  }
}

/** Lines on paper are at least so wide that they can be seen, in mm. */
const FINEST = 0.13;
const lineAt = (scale: number, thread: number): number => Math.max(thread, FINEST / scale);

/** Where the drawing lies that shows an area of the design in a box of the page, its middle in the box's. */
function placed(area: Bounds, box: { x: number; y: number; width: number; height: number }) {
  const [w, h] = [area.maxX - area.minX, area.maxY - area.minY];
  const scale = Math.min(box.width / Math.max(w, 1), box.height / Math.max(h, 1));
  return {
    scale,
    x: box.x + box.width / 2 - (scale * (area.minX + area.maxX)) / 2,
    y: box.y + box.height / 2 - (scale * (area.minY + area.maxY)) / 2,
  };
}

function size(contents: SheetContents, units: 'mm' | 'in'): string {
  const say = (mm: number): string => (units === 'in' ? (mm / 25.4).toFixed(2) : mm.toFixed(1));
  const { width, height } = contents.figures;
  return `${say(width)} × ${say(height)} ${units}`;
}

const HEAD_PICTURE = 88;
/** A small square of the cloth's colour. */
const SWATCH = 3.4;

/** Name, picture, and what must be known before anything is mounted. */
function opening(flow: Flow, contents: SheetContents, options: SheetOptions): void {
  for (const line of flow.fonts.lines(contents.name, 'heading', TYPE.title, flow.width).slice(0, 2)) {
    flow.add(flow.text(line, flow.left, flow.y + TYPE.title * 0.8, TYPE.title, 'heading'));
    flow.y += TYPE.title * 1.25;
  }
  flow.y += 3;
  const { figures: f, cloth, hoop, machine } = contents;
  const top = flow.y;
  const withPicture = options.picture && f.bounds !== null;
  if (withPicture) {
    const box = { x: flow.left, y: top, width: HEAD_PICTURE, height: HEAD_PICTURE };
    // Ink is spared: the cloth is told by a swatch.
    flow.add({ kind: 'box', ...box, colour: INK.line, line: 0.25 });
    const inner = { x: box.x + 4, y: box.y + 4, width: box.width - 8, height: box.height - 8 };
    const at = placed(f.bounds!, inner);
    contents.steps.forEach(({ thread }, drawing) =>
      flow.add({
        kind: 'drawing',
        drawing,
        ...at,
        colour: readable(thread.colour),
        width: lineAt(at.scale, contents.threadWidth),
        clip: box,
      }),
    );
  }
  const left = withPicture ? flow.left + HEAD_PICTURE + 8 : flow.left;
  const room = flow.left + flow.width - left;
  const rows: [string, string][] = [
    ['Size', size(contents, options.units)],
    ['Stitches', counted(f.stitches)],
    ['Sewing time', f.stitches ? minutes(f.seconds) : '—'],
    [
      'Colours',
      `${contents.threads.length}, changed ${f.colourChanges === 1 ? 'once' : `${f.colourChanges} times`}`,
    ],
    ['Trims', counted(f.trims)],
    ...(f.stops ? ([['Stops', counted(f.stops)]] as [string, string][]) : []),
    [
      'Hoop',
      contents.hoopings.length ? `${hoop.name} mm, ${contents.hoopings.length} hoopings` : `${hoop.name} mm`,
    ],
    ['Machine', machine.name],
    ['Cloth', cloth.name],
    ...(options.advice
      ? ([
          ['Stabiliser', cloth.stabiliser],
          ['Needle', cloth.needle],
          ['Thread', `weight ${contents.weight}`],
        ] as [string, string][])
      : []),
  ];
  const column = 24;
  let y = top;
  for (const [name, value] of rows) {
    flow.add(flow.text(name, left, y + TYPE.text * 0.8, TYPE.text, 'text', INK.muted));
    const swatch = name === 'Cloth' ? SWATCH + 1.5 : 0;
    if (swatch)
      flow.add({
        kind: 'box',
        x: left + column,
        y: y - 0.2,
        width: SWATCH,
        height: SWATCH,
        fill: cloth.colour,
        colour: INK.faint,
        line: 0.2,
      });
    for (const line of flow.fonts.lines(value, 'text', TYPE.text, room - column - swatch)) {
      flow.add(flow.text(line, left + column + swatch, y + TYPE.text * 0.8, TYPE.text));
      y += TYPE.text * LEADING;
    }
    y += 1;
  }
  if (options.advice)
    for (const line of flow.fonts.lines(cloth.note, 'text', TYPE.small, room)) {
      flow.add(flow.text(line, left, y + TYPE.small * 0.8 + 1, TYPE.small, 'text', INK.muted));
      y += TYPE.small * LEADING;
    }
  flow.y = Math.max(y, withPicture ? top + HEAD_PICTURE : 0) + 3;
}

/** What is to be minded when the thread is laid ready: it is finer or thicker than the others. */
const ofWeight = ({ weight }: Thread): string => (weight === undefined ? '' : ` · weight ${weight}`);

function threadList(flow: Flow, { threads }: SheetContents): void {
  flow.head('Threads to lay ready');
  const columns = 2;
  const width = flow.width / columns;
  threads.forEach((t, k) => {
    const column = k % columns;
    if (!column) flow.need(7);
    const x = flow.left + column * width;
    flow.add({
      kind: 'box',
      x,
      y: flow.y,
      width: 5,
      height: 5,
      fill: t.colour,
      colour: INK.faint,
      line: 0.2,
    });
    const use = metres(t.metres);
    const room = width - 9 - flow.fonts.width(use, 'text', TYPE.text) - 10;
    const [name = ''] = flow.fonts.lines(`${t.code}  ${t.name}${ofWeight(t)}`, 'text', TYPE.text, room);
    flow.add(
      flow.text(name, x + 8, flow.y + 4, TYPE.text),
      flow.right(use, x + width - 6, flow.y + 4, TYPE.text, 'text', INK.muted),
    );
    if (column === columns - 1 || k === threads.length - 1) flow.y += 7;
  });
}

/** One step: its thread, what it sews, for how long, with what was before in grey. */
function step(flow: Flow, contents: SheetContents, s: SheetStep, k: number, pictures: boolean): void {
  const picture = pictures && contents.figures.bounds !== null;
  const left = flow.left + 10;
  const room = flow.width - 10 - (picture ? STEP_PICTURE + 6 : 0);
  const names = flow.fonts.lines(s.names.join(', '), 'text', TYPE.text, room).slice(0, 3);
  const stops = s.stop ? flow.fonts.lines(`Stop: ${s.stop}`, 'bold', TYPE.text, room) : [];
  const words = 7 + (names.length + 1 + stops.length) * TYPE.text * LEADING;
  const height = Math.max(words, picture ? STEP_PICTURE + 2 : 0);
  flow.need(height + 3);
  const top = flow.y;
  flow.add(flow.text(String(k + 1), flow.left, top + 4.2, 5, 'heading'));
  flow.add({
    kind: 'box',
    x: left,
    y: top,
    width: 5,
    height: 5,
    fill: s.thread.colour,
    colour: INK.faint,
    line: 0.2,
  });
  const needle = s.needle ? ` · needle ${s.needle}` : '';
  const [thread = ''] = flow.fonts.lines(
    `${s.thread.code}  ${s.thread.name}${ofWeight(s.thread)}${needle}`,
    'bold',
    4,
    room - 8,
  );
  flow.add(flow.text(thread, left + 8, top + 4.1, 4, 'bold'));
  let y = top + 7;
  const line = (text: string, face: Face, colour: string): void => {
    flow.add(flow.text(text, left, y + TYPE.text * 0.8, TYPE.text, face, colour));
    y += TYPE.text * LEADING;
  };
  names.forEach((n) => line(n, 'text', INK.dark));
  line(`${counted(s.stitches)} stitches · ${minutes(s.seconds)} · ${metres(s.metres)}`, 'text', INK.muted);
  stops.forEach((n) => line(n, 'bold', INK.red));
  if (picture) {
    const box = {
      x: flow.left + flow.width - STEP_PICTURE,
      y: top,
      width: STEP_PICTURE,
      height: STEP_PICTURE,
    };
    const at = placed(contents.figures.bounds!, box);
    for (let before = 0; before < k; before++)
      flow.add({
        kind: 'drawing',
        drawing: before,
        ...at,
        colour: BEFORE,
        width: lineAt(at.scale, contents.threadWidth),
      });
    flow.add({
      kind: 'drawing',
      drawing: k,
      ...at,
      colour: readable(s.thread.colour),
      width: lineAt(at.scale, contents.threadWidth),
    });
  }
  flow.y = top + height + 1;
  flow.add({
    kind: 'line',
    points: [
      [left, flow.y],
      [flow.left + flow.width, flow.y],
    ],
    colour: INK.line,
    width: 0.15,
  });
  flow.y += 3;
}

function hoopingList(flow: Flow, { hoopings, hoop, plan }: SheetContents): void {
  flow.head('Hoopings');
  hoopings.forEach((h, k) => {
    const share = plan.hoopings?.[k];
    const stitches = share ? useOf(plan, share.from, share.to).stitches : 0;
    const turn = h.turn ? `, turned by ${h.turn}°` : '';
    const marks = k ? ` Lay it on the marks of hooping ${k}.` : '';
    const across = `${Math.abs(h.x).toFixed(1)} mm to the ${h.x < 0 ? 'left' : 'right'}`;
    const along = `${Math.abs(h.y).toFixed(1)} mm ${h.y < 0 ? 'up' : 'down'}`;
    flow.paragraph(
      `${k + 1}. ${hoop.name}, its middle ${across} and ${along} from the design’s${turn}: ${counted(stitches)} stitches.${marks}`,
    );
    flow.y += 1.5;
  });
}

function notes(flow: Flow, { ignored, open }: SheetContents): void {
  flow.head('Found and let be');
  for (const { sentence, note } of ignored) {
    flow.paragraph(sentence);
    if (note) flow.paragraph(`“${note}”`, 'text', INK.muted);
    flow.y += 1.5;
  }
  if (open)
    flow.paragraph(`${open} ${open === 1 ? 'finding stands' : 'findings stand'} open.`, 'bold', INK.red);
}

/** Lays out the sheet. */
export function layOut(contents: SheetContents, options: SheetOptions, fonts: SheetFonts): Sheet {
  const flow = new Flow(options.paper, fonts, contents.name);
  opening(flow, contents, options);
  const { stitches } = contents.figures;
  if (!stitches) {
    flow.paragraph('Nothing is sewn yet: this design holds no stitches.', 'bold', INK.red);
  } else {
    if (options.threads) threadList(flow, contents);
    if (contents.hoopings.length) hoopingList(flow, contents);
    if (options.steps) {
      flow.head('Step by step');
      contents.steps.forEach((s, k) => step(flow, contents, s, k, options.stepPictures));
    }
    if (options.notes && (contents.ignored.length || contents.open)) notes(flow, contents);
  }
  const pages = [
    ...flow.pages,
    ...(options.template && stitches ? templatePages(contents, options.paper) : []),
  ];
  pages.forEach((page, k) => {
    const label = `${k + 1} / ${pages.length}`;
    page.marks.push(
      flow.right(label, page.width - MARGIN, page.height - MARGIN + 3, TYPE.small, 'text', INK.muted),
    );
  });
  if (fonts.missing.size)
    pages[0].marks.push(
      flow.text(
        `No font of this sheet holds: ${[...fonts.missing].length} letters, shown as ?.`,
        MARGIN,
        pages[0].height - MARGIN + 3,
        TYPE.small,
        'text',
        INK.red,
      ),
    );
  return { title: contents.name, pages, drawings: contents.steps.map((s) => drawingOf(contents.plan, s)) };
}
