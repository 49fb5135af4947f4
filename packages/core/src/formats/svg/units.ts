// Lengths and transforms as SVG writes them.
import { IDENTITY, multiply, rotation, scaling, translation, type Matrix } from '../../geometry/matrix.ts';

/** Millimetres in one CSS unit. */
const MM: Record<string, number> = {
  mm: 1,
  cm: 10,
  q: 0.25,
  in: 25.4,
  pt: 25.4 / 72,
  pc: 25.4 / 6,
  px: 25.4 / 96,
  '': 25.4 / 96,
};

export const MM_PER_PX = MM.px;

/** Numbers are no longer than this: looking for one in more would take time that grows with its square. */
const LONGEST = 60;

/** A length with a unit, in mm; null for percentages and what is no length. */
export function lengthInMm(text: string | undefined): number | null {
  if (text !== undefined && text.length > LONGEST) return null;
  const m = /^\s*([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)\s*([a-z]*)\s*$/i.exec(text ?? '');
  if (!m) return null;
  const factor = MM[m[2].toLowerCase()];
  const value = Number(m[1]) * factor;
  return Number.isFinite(value) ? value : null;
}

/** A length in user units; other units count as CSS pixels. NaN when it is no length. */
export function userLength(text: string | undefined, fallback = 0): number {
  if (text === undefined) return fallback;
  const mm = lengthInMm(text);
  return mm === null ? NaN : mm / MM_PER_PX;
}

const NUMBER = /[+-]?(?:\d+(?:\.\d*)?|\.\d+)(?:e[+-]?\d+)?/gi;

/** A transform list; null when a part of it can't be read. */
export function parseTransform(text: string | undefined): Matrix | null {
  if (!text) return IDENTITY;
  let m: Matrix = IDENTITY;
  // Sticky: read from where the last part ended, never looked for.
  const part = /[\s,]*([a-zA-Z]+)\s*\(([^)]*)\)\s*/y;
  while (part.lastIndex < text.length) {
    const found = part.exec(text);
    if (!found) return null;
    const [, name, inner] = found;
    const n = (inner.match(NUMBER) ?? []).map(Number);
    if (n.some((v) => !Number.isFinite(v))) return null;
    const [a = 0, b, c] = n;
    let next: Matrix;
    if (name === 'matrix' && n.length === 6) next = n as unknown as Matrix;
    else if (name === 'translate') next = translation(a, b ?? 0);
    else if (name === 'scale') next = scaling(a, b ?? a);
    else if (name === 'rotate') next = rotation(a, { x: b ?? 0, y: c ?? 0 });
    else if (name === 'skewX') next = [1, 0, Math.tan((a * Math.PI) / 180), 1, 0, 0];
    else if (name === 'skewY') next = [1, Math.tan((a * Math.PI) / 180), 0, 1, 0, 0];
    else return null;
    m = multiply(m, next);
  }
  return m.every(Number.isFinite) ? m : null;
}

/** Four numbers of a viewBox; null when there is none or it has no size. */
export function parseViewBox(text: string | undefined): [number, number, number, number] | null {
  const n = (text?.match(NUMBER) ?? []).map(Number);
  return n.length === 4 && n.every(Number.isFinite) && n[2] > 0 && n[3] > 0
    ? (n as [number, number, number, number])
    : null;
}
