// Arms of an axis put together to the lines that go through them.
import type { Point } from '../geometry/points.ts';
import type { ArmEnd, StrokeThrough } from './strokes-through.ts';

/** A line along one arm, or several that go on into each other. */
export interface FollowedLine {
  points: Point[];
  closed: boolean;
  /** Whether its begin and its end stand at no other line. */
  free: [boolean, boolean];
  /** Does it only lead from one place where strokes meet to another? */
  joins: boolean;
}

/**
 * Lines along arms, each arm once: from where a line does not go on to where it doesn't, or around. `linked` tells for an end
 * what comes after it; arms without points are left out.
 */
export function followed(
  arms: readonly { points: readonly Point[]; closed: boolean }[],
  ends: readonly ArmEnd[],
  linked: ReadonlyMap<ArmEnd, { to: ArmEnd; between: readonly Point[] }>,
): FollowedLine[] {
  const atEnds = new Map(ends.map((end) => [2 * end.arm + Number(end.first), end]));
  const endAt = (arm: number, first: boolean): ArmEnd | undefined => atEnds.get(2 * arm + Number(first));
  const goesOn = (arm: number, first: boolean): boolean => {
    const end = endAt(arm, first);
    return !!end && linked.has(end);
  };
  const done = new Set<number>();
  const follow = (arm: number, forward: boolean): FollowedLine => {
    const points: Point[] = [];
    const begin = endAt(arm, forward);
    for (let at = arm, ahead = forward; ;) {
      done.add(at);
      points.push(...(ahead ? arms[at].points : arms[at].points.toReversed()));
      const end = endAt(at, !ahead);
      const link = end && linked.get(end);
      if (!link) return { points, closed: arms[at].closed, free: [!begin, !end], joins: !!begin && !!end };
      points.push(...link.between);
      if (done.has(link.to.arm)) return { points, closed: true, free: [false, false], joins: false };
      [at, ahead] = [link.to.arm, link.to.first];
    }
  };
  const lines: FollowedLine[] = [];
  const from = (begins: (arm: number) => boolean): void =>
    arms.forEach(({ points }, arm) => {
      if (points.length && !done.has(arm) && begins(arm)) lines.push(follow(arm, !goesOn(arm, true)));
    });
  from((arm) => !goesOn(arm, true) || !goesOn(arm, false));
  // What is left goes round.
  from(() => true);
  return lines;
}

/** What comes after each end of strokes that go through. */
export const linksOf = (
  through: readonly StrokeThrough[],
): Map<ArmEnd, { to: ArmEnd; between: readonly Point[] }> =>
  new Map(
    through.flatMap(({ ends: [a, b], between }) => [
      [a, { to: b, between }],
      [b, { to: a, between: between.toReversed() }],
    ]),
  );
