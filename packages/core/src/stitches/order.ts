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
  const left = [...lines];
  let order: Line[] = [];
  let at = from ?? first(lines[0]);
  while (left.length) {
    const opened = left.map((line) => begunNear(line, at));
    const gaps = opened.map((line) => distance(at, first(line)));
    const next = gaps.indexOf(Math.min(...gaps));
    order.push(opened[next]);
    left.splice(next, 1);
    at = last(opened[next]);
  }
  if (order.length > MOST_IMPROVED) return order;
  const gap = (a: Line | undefined, b: Line | undefined): number => {
    const [p, q] = [a ? last(a) : from, b ? first(b) : to];
    return p && q ? distance(p, q) : 0;
  };
  for (let improved = true, rounds = 0; improved && rounds < 20; rounds++) {
    improved = false;
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
          improved = true;
        }
      }
  }
  return order;
}
