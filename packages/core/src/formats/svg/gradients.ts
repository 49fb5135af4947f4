// The one colour that stands for a gradient: the mean of what it runs through.
import { formatHex } from 'culori';
import { readColour } from './colour.ts';
import type { SvgNode } from './tree.ts';

/** Gradients that take their stops from others lead on at most so often. */
const MOST_STEPS = 8;
const MOST_STOPS = 200;

const GRADIENTS = new Set(['linearGradient', 'radialGradient']);

/** A property as it stands in an element's own style, or as its attribute. */
function own({ attributes }: SvgNode, name: string): string | undefined {
  const inStyle = (attributes.style ?? '')
    .split(';')
    .map((part) => part.split(':', 2).map((s) => s.trim()))
    .find(([key]) => key === name);
  return inStyle?.[1] ?? attributes[name];
}

function offsetOf(node: SvgNode): number {
  const text = node.attributes.offset ?? '0';
  const value = parseFloat(text) / (text.trim().endsWith('%') ? 100 : 1);
  return Number.isFinite(value) ? Math.min(1, Math.max(0, value)) : 0;
}

/** The mean colour of a gradient as #rrggbb; null when there is none of that id, or it has no stops. */
export function gradientColour(byId: ReadonlyMap<string, SvgNode>, id: string): string | null {
  let node = byId.get(id);
  for (let k = 0; node && GRADIENTS.has(node.name) && k < MOST_STEPS; k++) {
    const stops = node.children
      .filter((c) => c.name === 'stop')
      .slice(0, MOST_STOPS)
      .flatMap((stop) => {
        const colour = readColour(own(stop, 'stop-color') ?? '#000000');
        const hex = colour && formatHex(colour);
        return hex ? [{ at: offsetOf(stop), rgb: parseInt(hex.slice(1), 16) }] : [];
      });
    if (stops.length) {
      const sum = [0, 0, 0];
      let last = { ...stops[0], at: 0 };
      // The last colour goes on to the end; a stop never stands before the one before it.
      for (const stop of [...stops, { ...stops[stops.length - 1], at: 1 }]) {
        const width = Math.max(0, stop.at - last.at);
        [16, 8, 0].forEach((shift, i) => {
          sum[i] += (width * (((stop.rgb >> shift) & 255) + ((last.rgb >> shift) & 255))) / 2;
        });
        last = { rgb: stop.rgb, at: Math.max(last.at, stop.at) };
      }
      return `#${sum.map((v) => Math.round(v).toString(16).padStart(2, '0')).join('')}`;
    }
    const href: string = node.attributes.href ?? '';
    node = href.startsWith('#') ? byId.get(href.slice(1)) : undefined;
  }
  return null;
}
