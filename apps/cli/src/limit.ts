// `--limit`: how much stitching a command may do, and what was left out by it.
import { BUDGET, excessSentence, setBudget, type Plan } from '@rosehip/core';
import { UsageError } from './usage-error.ts';

const LEAST = 1_000;
const MOST = 10_000_000;

/** Sets the most stitches of a design; one object may have a fifth of them. */
export function takeLimit(text: string | undefined): void {
  if (text === undefined) return setBudget(BUDGET);
  const most = Number(text);
  if (!Number.isInteger(most) || most < LEAST || most > MOST)
    throw new UsageError(
      `--limit must be a whole number of stitches from ${LEAST} to ${MOST}, not "${text}".`,
    );
  setBudget({ object: Math.ceil(most / 5), design: most });
}

/** What is not sewn, a sentence each. */
export const leftOut = (plan: Plan): string[] =>
  plan.objects.flatMap(({ name, excess }) => (excess ? [excessSentence(name, excess)] : []));

/** Tells what is not sewn. */
export function tellLeftOut(plan: Plan): void {
  for (const sentence of leftOut(plan)) console.error(`rosehip: ${sentence}`);
}
