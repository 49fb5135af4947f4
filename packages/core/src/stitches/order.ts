// In which order and direction several lines are sewn, so that little way lies between them.
import { distance, type Point } from '../geometry/points.ts';
import { arcLengths, nearestOnLine, openedAt, reversed, type Line } from '../geometry/polyline.ts';

const first = ({ coords: c }: Line): Point => ({ x: c[0], y: c[1] });
const last = ({ coords: c }: Line): Point => ({ x: c[c.length - 2], y: c[c.length - 1] });

/** The line, begun as near as can be to where the thread comes from; a closed one is opened there. */
export function begunNear(line: Line, from: Point | undefined): Line {
  if (!from) return line;
  if (line.closed) {
    const lengths = arcLengths(line);
    return openedAt(line, lengths, nearestOnLine(line, lengths, from).s);
  }
  return distance(from, last(line)) < distance(from, first(line)) ? reversed(line) : line;
}

/** More lines than this are only put in order by going to the nearest each time. */
const MOST_IMPROVED = 120;

/**
 * Lines in an order, and each in a direction, with little way between them: always to the nearest, then parts of
 * the order are turned round as long as that saves way (2-opt). `from` and `to` are where the thread comes from
 * and goes to, if known. Closed lines come back opened where the thread comes to them, when there are others.
 */
export function inGoodOrder(lines: readonly Line[], from?: Point, to?: Point): Line[] {
  if (!lines.length) return [];
  if (lines.length === 1) {
    // A single open line ends where the thread goes on, when nothing says where it comes from.
    if (!from && to && !lines[0].closed) return [reversed(begunNear(lines[0], to))];
    return [begunNear(lines[0], from)];
  }
  const near = nearestFirst(lines, from);
  if (lines.length > MOST_IMPROVED) return near;
  // From the nearest to the nearest can end in a corner that only another beginning avoids.
  const [one, other] = [near, asDrawn(lines, from)].map((order) => improved(order, from, to));
  return wayOf(other, from, to) < wayOf(one, from, to) - 1e-6 ? other : one;
}

function nearestFirst(lines: readonly Line[], from: Point | undefined): Line[] {
  const left = [...lines];
  const order: Line[] = [];
  let at = from ?? first(lines[0]);
  while (left.length) {
    const opened = left.map((line) => begunNear(line, at));
    const gaps = opened.map((line) => distance(at, first(line)));
    const next = gaps.indexOf(Math.min(...gaps));
    order.push(opened[next]);
    left.splice(next, 1);
    at = last(opened[next]);
  }
  return order;
}

/** In the order in which they are drawn; closed ones are opened where the thread comes to them. */
function asDrawn(lines: readonly Line[], from: Point | undefined): Line[] {
  let at = from;
  return lines.map((line) => {
    const opened = line.closed ? begunNear(line, at ?? first(line)) : line;
    at = last(opened);
    return opened;
  });
}

const gapOf = (a: Line | undefined, b: Line | undefined, from?: Point, to?: Point): number => {
  const [p, q] = [a ? last(a) : from, b ? first(b) : to];
  return p && q ? distance(p, q) : 0;
};

const wayOf = (order: readonly Line[], from?: Point, to?: Point): number =>
  [...order, undefined].reduce((sum, line, i) => sum + gapOf(order[i - 1], line, from, to), 0);

/** Parts of the order turned round as long as that saves way (2-opt). */
function improved(given: Line[], from?: Point, to?: Point): Line[] {
  let order = given;
  const gap = (a: Line | undefined, b: Line | undefined): number => gapOf(a, b, from, to);
  for (let better = true, rounds = 0; better && rounds < 20; rounds++) {
    better = false;
    for (let i = 0; i < order.length; i++)
      for (let j = i; j < order.length; j++) {
        const turned = order
          .slice(i, j + 1)
          .map(reversed)
          .reverse();
        const before = gap(order[i - 1], order[i]) + gap(order[j], order[j + 1]);
        const after = gap(order[i - 1], turned[0]) + gap(turned[turned.length - 1], order[j + 1]);
        if (after < before - 1e-6) {
          order = [...order.slice(0, i), ...turned, ...order.slice(j + 1)];
          better = true;
        }
      }
  }
  return order;
}
