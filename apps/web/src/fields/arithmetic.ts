// Numbers as people type them: `33.5in`, `360/5`, `12.7 + 3`, `1/2"`, `2 cm`.
//
// A length is worked out in millimetres; a number without a unit is in the unit that the person has chosen, and `70%` is that
// share of what the field holds. Angles and counts take no units.

export type Measure = 'mm' | 'in' | 'plain';

/** Raised when the text is no number; the message says what is wrong. */
export class NumberError extends Error {}

const UNIT_MM: Record<string, number> = { mm: 1, cm: 10, in: 25.4, inch: 25.4, '"': 25.4, '″': 25.4 };

interface Value {
  /** In mm when a unit was named, else as typed. */
  amount: number;
  /** Millimetres in the unit that was named; null without one. */
  unit: number | null;
}

class Parser {
  private at = 0;
  private readonly text: string;
  private readonly measure: Measure;

  private readonly now: number | null;

  constructor(text: string, measure: Measure, now: number | null) {
    this.now = now;
    this.text = text.replace(/[×·]/g, '*').replace(/÷/g, '/').replace(/−/g, '-').replace(/°/g, '');
    this.measure = measure;
  }

  whole(): number {
    const value = this.sum();
    this.space();
    if (this.at < this.text.length)
      throw new NumberError(`“${this.text.slice(this.at)}” is not understood here.`);
    if (!Number.isFinite(value.amount)) throw new NumberError('That can’t be worked out.');
    return this.inMm(value);
  }

  private inMm(value: Value): number {
    return value.unit !== null || this.measure !== 'in' ? value.amount : value.amount * UNIT_MM.in;
  }

  private space(): void {
    while (this.text[this.at] === ' ') this.at++;
  }

  private take(...symbols: string[]): string | null {
    this.space();
    const found = symbols.find((s) => this.text.startsWith(s, this.at));
    if (found) this.at += found.length;
    return found ?? null;
  }

  private sum(): Value {
    let value = this.product();
    for (let sign = this.take('+', '-'); sign; sign = this.take('+', '-')) {
      const next = this.product();
      // 12.7 + 3 mm: a bare number beside a length is in the person's own unit.
      const unit = value.unit ?? next.unit;
      const [a, b] = unit === null ? [value.amount, next.amount] : [this.inMm(value), this.inMm(next)];
      value = { amount: sign === '+' ? a + b : a - b, unit };
    }
    return value;
  }

  private product(): Value {
    let value = this.factor();
    for (let sign = this.take('*', '/'); sign; sign = this.take('*', '/')) {
      const next = this.factor();
      value = sign === '*' ? times(value, next) : over(value, next);
    }
    return value;
  }

  private factor(): Value {
    if (this.take('-')) {
      const v = this.factor();
      return { ...v, amount: -v.amount };
    }
    if (this.take('(')) {
      const inner = this.sum();
      if (!this.take(')')) throw new NumberError('A bracket is not closed.');
      return this.withUnit(inner);
    }
    this.space();
    const m = /^(\d+(?:[.,]\d*)?|[.,]\d+)/.exec(this.text.slice(this.at));
    if (!m) throw new NumberError(this.text.trim() ? 'A number is missing.' : 'Type a number.');
    this.at += m[0].length;
    return this.withUnit({ amount: Number(m[0].replace(',', '.')), unit: null });
  }

  private withUnit(value: Value): Value {
    if (this.now !== null && this.measure !== 'plain' && value.unit === null && this.take('%'))
      return { amount: (value.amount / 100) * this.now, unit: 1 };
    const unit = this.take('mm', 'cm', 'inch', 'in', '"', '″');
    if (!unit) return value;
    if (this.measure === 'plain') throw new NumberError('No unit is wanted here.');
    if (value.unit !== null) throw new NumberError('The unit stands twice.');
    return { amount: value.amount * UNIT_MM[unit], unit: UNIT_MM[unit] };
  }
}

const times = (a: Value, b: Value): Value => {
  if (a.unit !== null && b.unit !== null) throw new NumberError('Two lengths can’t be multiplied here.');
  return { amount: a.amount * b.amount, unit: a.unit ?? b.unit };
};

/** `1/2"` is half an inch: a unit on the divisor alone belongs to the whole fraction. */
function over(a: Value, b: Value): Value {
  if (a.unit === null && b.unit !== null)
    return { amount: (a.amount / (b.amount / b.unit)) * b.unit, unit: b.unit };
  return { amount: a.amount / b.amount, unit: b.unit === null ? a.unit : null };
}

/**
 * Works out what was typed. Lengths ('mm', 'in') come back in millimetres; hundredths are of `now`, the length that stands there.
 * Throws NumberError.
 */
export function readNumber(text: string, measure: Measure, now: number | null = null): number {
  return new Parser(text, measure, now).whole();
}

/** A number as it is shown: no more places than are meant, no trailing noughts. */
export function showNumber(value: number, measure: Measure, places = 2): string {
  const shown = measure === 'in' ? value / UNIT_MM.in : value;
  const rounded = Number(shown.toFixed(measure === 'in' ? places + 1 : places));
  return String(Object.is(rounded, -0) ? 0 : rounded);
}
