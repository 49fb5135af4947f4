// Thread charts as files: CSV (a thread a line) and GPL palettes. Both are read leniently, and every line that could not be
// is told.
import Papa from 'papaparse';
import type { OwnChart } from '../../design/types.ts';
import type { Thread, ThreadChart } from '../../materials/threads.ts';
import { ReadError } from '../read-error.ts';

export interface ChartRead {
  chart: OwnChart;
  /** Lines that were left out, or of which something was, and why. */
  problems: string[];
}

const MOST_THREADS = 500;
const MOST_CHARACTERS = 1_000_000;
/** So many lines that can't be read are told one by one. */
const MOST_PROBLEMS = 20;
const COLUMNS = {
  code: /^(code|number|no\.?|nr\.?|#)$/i,
  name: /^(name|colou?r ?name|called)$/i,
  colour: /^(colou?r|hex|rgb|#rrggbb)$/i,
  weight: /^(weight|wt)$/i,
};

const hex = (rgb: readonly number[]): string =>
  `#${rgb.map((v) => v.toString(16).padStart(2, '0')).join('')}`;

/** A colour as people write it: #rrggbb, rrggbb, or three numbers. */
function readColour(text: string): string | null {
  const six = /^#?([0-9a-f]{6})$/i.exec(text.trim());
  if (six) return `#${six[1].toLowerCase()}`;
  const three = /^(?:rgb\()?\s*(\d{1,3})[\s,;/]+(\d{1,3})[\s,;/]+(\d{1,3})\s*\)?$/i.exec(text.trim());
  const rgb = three?.slice(1).map(Number);
  return rgb?.every((v) => v <= 255) ? hex(rgb) : null;
}

const weightRange = (weight: number): boolean => weight >= 5 && weight <= 120;

/** Codes hold letters, digits and hyphens; everything else is left out of them. */
const codeOf = (text: string): string => text.replace(/[^A-Za-z0-9-]/g, '').slice(0, 16);

/** A thread as a line says it. */
interface Read {
  code: string;
  name: string;
  colour: string | null;
  weight?: number;
}

class Reader {
  readonly threads: Thread[] = [];
  readonly problems: string[] = [];
  private readonly lineOf = new Map<string, number>();
  private left = 0;

  problem(line: number, what: string): void {
    if (this.problems.length < MOST_PROBLEMS) this.problems.push(`Line ${line}: ${what}`);
    else this.left++;
  }

  add(line: number, thread: Read, said: string): void {
    const { code, name, colour, weight } = thread;
    if (!colour)
      return this.problem(
        line,
        `“${said.slice(0, 40)}” is no colour: write #rrggbb, or three numbers to 255.`,
      );
    const clean = codeOf(code);
    if (!clean) return this.problem(line, 'the number is missing.');
    const before = this.lineOf.get(clean.toLowerCase());
    if (before !== undefined) return this.problem(line, `number ${clean} stands in line ${before} already.`);
    if (this.threads.length >= MOST_THREADS)
      return this.problem(line, `a chart has at most ${MOST_THREADS} threads.`);
    this.lineOf.set(clean.toLowerCase(), line);
    this.threads.push({ code: clean, name: name.trim().slice(0, 120) || clean, colour, weight });
  }

  read(name: string, weight: number): ChartRead {
    if (!this.threads.length)
      throw new ReadError(
        `No thread was found in it: a line needs a number, a name and a colour, as in “101,Chalk,#f3f0e9”.${
          this.problems.length ? ` ${this.problems[0]}` : ''
        }`,
      );
    if (this.left) this.problems.push(`… and ${this.left} more.`);
    const chart: OwnChart = {
      name: name.slice(0, 120) || 'My chart',
      weight,
      material: 'other',
      // Most threads are of one weight, which is the chart's.
      threads: this.threads.map(({ weight: own, ...thread }) =>
        own === undefined || own === weight ? thread : { ...thread, weight: own },
      ),
    };
    return { chart, problems: this.problems };
  }
}

/** A palette: lines of three numbers and a name; a number at the name's beginning is the thread's. */
function readPalette(lines: readonly string[], called: string): ChartRead {
  const reader = new Reader();
  let name = called;
  lines.forEach((raw, i) => {
    const line = raw.trim();
    if (i === 0 || !line || line.startsWith('#')) return;
    const title = /^Name:\s*(.+)$/i.exec(line);
    if (title) name = title[1];
    if (/^(Name|Columns):/i.test(line)) return;
    const row = /^(\d+)\s+(\d+)\s+(\d+)\s*(.*)$/.exec(line);
    if (!row) return reader.problem(i + 1, 'three numbers and a name were looked for.');
    const [, r, g, b, rest] = row;
    const own = /^([A-Za-z]{0,3}\d[A-Za-z0-9-]*)\s+(\S.*)$/.exec(rest);
    reader.add(
      i + 1,
      {
        code: own?.[1] ?? String(reader.threads.length + 1),
        name: own?.[2] ?? rest,
        colour: readColour(`${r} ${g} ${b}`),
      },
      `${r} ${g} ${b}`,
    );
  });
  return reader.read(name, 40);
}

/**
 * A chart from a file's text. `called` is what it is named when it says no name itself. Throws ReadError with a sentence when
 * nothing of it can be read.
 */
export function readChart(text: string, called: string): ChartRead {
  if (text.length > MOST_CHARACTERS)
    throw new ReadError('This is too long for a thread chart: it may have 500 threads.');
  const clean = text.replace(/^\uFEFF/, '');
  if (/^GIMP Palette/i.test(clean)) return readPalette(clean.split(/\r?\n/), called);
  const { data } = Papa.parse<string[]>(clean, { skipEmptyLines: false });
  const first = data.findIndex((row) => row.some((cell) => cell.trim()));
  const header = data[first]?.map((cell) => cell.trim()) ?? [];
  const at = Object.fromEntries(
    Object.entries(COLUMNS).map(([key, like]) => [key, header.findIndex((cell) => like.test(cell))]),
  ) as Record<keyof typeof COLUMNS, number>;
  const hasHeader = at.colour >= 0;
  if (!hasHeader) Object.assign(at, { code: 0, name: 1, colour: 2, weight: 3 });
  const reader = new Reader();
  const weights = new Map<number, number>();
  data.forEach((row, i) => {
    if (i < first || (hasHeader && i === first) || !row.some((cell) => cell.trim())) return;
    const cell = (key: keyof typeof COLUMNS): string => (at[key] >= 0 ? (row[at[key]] ?? '') : '');
    const code = cell('code') || (at.code < 0 ? String(reader.threads.length + 1) : '');
    const said = cell('weight').trim();
    const weight = said && weightRange(Number(said)) ? Number(said) : undefined;
    if (said && weight === undefined)
      reader.problem(i + 1, `“${said.slice(0, 40)}” is no weight from 5 to 120: it is taken as the chart’s.`);
    if (weight) weights.set(weight, (weights.get(weight) ?? 0) + 1);
    const thread = { code, name: cell('name'), colour: readColour(cell('colour')), weight };
    reader.add(i + 1, thread, cell('colour'));
  });
  const [usual] = [...weights].sort((a, b) => b[1] - a[1]);
  return reader.read(called, usual?.[0] ?? 40);
}

/** A chart as CSV: number, name, colour and weight. */
export const chartCsv = ({ threads, weight }: Pick<ThreadChart, 'threads' | 'weight'>): string =>
  `${Papa.unparse({ fields: ['number', 'name', 'colour', 'weight'], data: threads.map((t) => [t.code, t.name, t.colour, t.weight ?? weight]) }, { newline: '\n' })}\n`;

/** A chart as a GPL palette. */
export const chartPalette = ({ name, threads }: Pick<ThreadChart, 'name' | 'threads'>): string =>
  [
    'GIMP Palette',
    `Name: ${name}`,
    '#',
    ...threads.map(({ code, name: called, colour }) => {
      const v = parseInt(colour.slice(1), 16);
      const rgb = [v >> 16, (v >> 8) & 255, v & 255].map((n) => String(n).padStart(3)).join(' ');
      return `${rgb}\t${code} ${called}`;
    }),
    '',
  ].join('\n');

/** What is missing of the threads that a design needs, as CSV: number, name, colour and metres. */
export const shoppingCsv = (
  rows: readonly { thread: Thread; metres: number }[],
  chart: Pick<ThreadChart, 'name'>,
): string =>
  `${Papa.unparse({ fields: ['chart', 'number', 'name', 'colour', 'metres'], data: rows.map(({ thread: t, metres }) => [chart.name, t.code, t.name, t.colour, metres.toFixed(1)]) }, { newline: '\n' })}\n`;
