// What one element of a drawing draws, in user units.
import type { PlainOutline } from '../../design/types.ts';
import { parsePathData } from '../../outlines/path-data.ts';
import type { Style } from './styles.ts';
import type { SvgNode } from './tree.ts';
import { userLength } from './units.ts';

/** Hears what cannot be read, and how many points there are. */
interface Listener {
  tell(note: string): void;
  count(points: number): void;
}

/** The outline of a shape, by its own fill rule; null, and told, when it is none that can be drawn. */
export function outlineOf(node: SvgNode, style: Style, heard: Listener): PlainOutline | null {
  const a = node.attributes;
  const bad = (what: string): null => {
    heard.tell(`Line ${node.line}: ${what}, so <${node.name}> was left out.`);
    return null;
  };
  const n = (name: string, fallback = 0): number => userLength(a[name], fallback);
  const fillRule = style['fill-rule'] === 'evenodd' ? 'evenodd' : 'nonzero';
  switch (node.name) {
    case 'path': {
      const { paths, problem } = parsePathData(a.d ?? '');
      if (problem) heard.tell(`Line ${node.line}: the path is broken (${problem}).`);
      for (const path of paths) heard.count(path.points.length);
      return paths.length ? { kind: 'path', paths, fillRule } : null;
    }
    case 'rect': {
      const [x, y, w, h] = [n('x'), n('y'), n('width'), n('height')];
      const radius = Math.max(0, Math.min(n('rx', n('ry')), w / 2, h / 2));
      if (![x, y, w, h, radius].every(Number.isFinite)) return bad('a number could not be read');
      if (w <= 0 || h <= 0) return bad('it has no size');
      return { kind: 'rectangle', x: x + w / 2, y: y + h / 2, width: w, height: h, radius, turn: 0 };
    }
    case 'circle':
    case 'ellipse': {
      const [x, y] = [n('cx'), n('cy')];
      const rx = node.name === 'circle' ? n('r') : n('rx', n('ry'));
      const ry = node.name === 'circle' ? rx : n('ry', n('rx'));
      if (![x, y, rx, ry].every(Number.isFinite)) return bad('a number could not be read');
      if (rx <= 0 || ry <= 0) return bad('it has no size');
      return { kind: 'ellipse', x, y, width: 2 * rx, height: 2 * ry, turn: 0 };
    }
    case 'line': {
      const v = [n('x1'), n('y1'), n('x2'), n('y2')];
      if (!v.every(Number.isFinite)) return bad('a number could not be read');
      const points = [
        { x: v[0], y: v[1] },
        { x: v[2], y: v[3] },
      ];
      return { kind: 'path', paths: [{ closed: false, points }] };
    }
    case 'polyline':
    case 'polygon': {
      const v = (a.points ?? '')
        .trim()
        .split(/[\s,]+/)
        .filter(Boolean)
        .map(Number);
      if (!v.every(Number.isFinite)) return bad('a point could not be read');
      const points = Array.from({ length: v.length >> 1 }, (_, i) => ({ x: v[2 * i], y: v[2 * i + 1] }));
      heard.count(points.length);
      if (points.length < 2) return bad('it has fewer than two points');
      return { kind: 'path', paths: [{ closed: node.name === 'polygon', points }], fillRule };
    }
    default:
      heard.tell(`<${node.name.slice(0, 40)}> is not drawn by Rosehip and was left out.`);
      return null;
  }
}
