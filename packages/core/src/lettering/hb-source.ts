// Glyphs of an OpenType font, set by HarfBuzz: kerning, ligatures, marks, joined scripts, right to left.
import type * as HarfBuzz from 'harfbuzzjs';
import type { Path } from '../design/types.ts';
import { regionFromRings } from '../geometry/clip.ts';
import type { Point } from '../geometry/points.ts';
import { polygonArea, regionArea, ringArea } from '../geometry/region.ts';
import { flattenPath } from '../outlines/flatten-path.ts';
import { outlineOfRegion } from '../outlines/live/region-outline.ts';
import { parsePathData } from '../outlines/path-data.ts';
import { transformPath } from '../outlines/transform-path.ts';
import { spacerOf } from './kerning.ts';
import { FontError, type GlyphSource, type ShapedGlyph } from './glyphs.ts';

let loading: Promise<typeof HarfBuzz> | null = null;

/** The shaping library; it is loaded when the first font is. */
const harfBuzz = (): Promise<typeof HarfBuzz> => (loading ??= import('harfbuzzjs'));

/** Contours are looked at in this size when it is asked whether they overlap, in mm for the height of an em. */
const LOOKED_AT = 40;
/** Overlaps smaller than this share of a glyph's area are none. */
const OVERLAP = 1e-4;
/** What is left between contours that nearly meet is dropped when it is smaller, in mm² at that size. */
const SCRAP = 0.05;

/**
 * Contours that overlap are put together: fonts that are cut from variable ones leave strokes lying across each
 * other. Others keep their curves.
 */
function withoutOverlaps(paths: Path[], unitsPerEm: number): Path[] {
  const scale = LOOKED_AT / unitsPerEm;
  const small = paths.map((path) => transformPath(path, [scale, 0, 0, scale, 0, 0]));
  const rings = small.map((path) => flattenPath(path).coords);
  const region = regionFromRings(rings, 'nonzero');
  // Apart or in each other, rings enclose what their signed areas add up to.
  const sum = Math.abs(rings.reduce((all, ring) => all + ringArea(ring), 0));
  if (Math.abs(sum - regionArea(region)) <= OVERLAP * sum) return paths;
  const whole = region
    .filter((polygon) => polygonArea(polygon) > SCRAP)
    .map(({ outer, holes }) => ({ outer, holes: holes.filter((hole) => Math.abs(ringArea(hole)) > SCRAP) }));
  return outlineOfRegion(whole).paths.map((path) => transformPath(path, [1 / scale, 0, 0, 1 / scale, 0, 0]));
}

/** Which entries of the name table tell family and style, best first (OpenType: name ids). */
const FAMILY = [16, 1];
const STYLE = [17, 2];
/** Styles that a name need not tell. */
const USUAL = /^(regular|normal|book|roman)$/i;

/** What a font calls itself: its family, and its style unless that is the usual one; '' when it says nothing. */
function titleOf(face: HarfBuzz.Face): string {
  const names = face.listNames();
  const named = (ids: number[]): string => {
    for (const id of ids) {
      const entry =
        names.find((n) => n.nameId === id && n.language.startsWith('en')) ??
        names.find((n) => n.nameId === id);
      const name = entry && face.getName(id, entry.language).trim();
      if (name) return name;
    }
    return '';
  };
  const style = named(STYLE);
  return [named(FAMILY), USUAL.test(style) ? '' : style].filter(Boolean).join(' ').slice(0, 120);
}

/** Characters of path data that one glyph may have: so many points are no letter that anybody sews. */
const LONGEST = 200_000;

/** Glyphs lie on a grid of so many steps a unit: written down and read again, they are the very same. */
const STEPS = 64;
const onGrid = ({ x, y }: Point): Point => ({
  x: Math.round(x * STEPS) / STEPS,
  y: Math.round(y * STEPS) / STEPS,
});
const exact = ({ closed, points }: Path): Path => ({
  closed,
  points: points.map((p) => ({
    ...onGrid(p),
    ...(p.in && { in: onGrid(p.in) }),
    ...(p.out && { out: onGrid(p.out) }),
  })),
});

/** Reads a font file (.ttf or .otf). Throws FontError with a sentence when it is none. */
export async function openFont(name: string, bytes: Uint8Array): Promise<GlyphSource> {
  const hb = await harfBuzz();
  const face = new hb.Face(new hb.Blob(bytes.slice().buffer), 0);
  const characters = new Set(face.collectUnicodes());
  if (!characters.size)
    throw new FontError(
      'This file is no font that can be read: it has no letters. Take a .ttf, .otf, .woff or .woff2 file.',
    );
  const font = new hb.Font(face);
  const drawn = new Map<number, readonly Path[]>();
  const draw = (glyph: number): Path[] => {
    const data = font.glyphToPath(glyph);
    if (data.length > LONGEST) return [];
    const { paths } = parsePathData(data);
    return withoutOverlaps(
      paths.map((path) => transformPath({ ...path, closed: true }, [1, 0, 0, -1, 0, 0])),
      face.upem,
    ).map(exact);
  };
  const linesOf = (glyph: number): readonly Path[] => {
    let paths = drawn.get(glyph);
    if (!paths) drawn.set(glyph, (paths = draw(glyph)));
    return paths;
  };
  const spacer = spacerOf(linesOf, face.upem);
  const capital = font.nominalGlyph(0x48);
  const height = capital === undefined ? 0 : (font.glyphExtents(capital)?.yBearing ?? 0);
  return {
    name,
    unitsPerEm: face.upem,
    capHeight: height > 0 ? height : null,
    title: titleOf(face),
    covers: (codePoint) => characters.has(codePoint),
    characters: () => characters,
    shape(text, { direction, ligatures }): ShapedGlyph[] {
      const buffer = new hb.Buffer();
      buffer.addText(text);
      buffer.guessSegmentProperties();
      buffer.setDirection(direction === 'rtl' ? hb.Direction.RTL : hb.Direction.LTR);
      hb.shape(font, buffer, ligatures ? [] : [new hb.Feature('liga', 0), new hb.Feature('clig', 0)]);
      const at = buffer.getGlyphPositions();
      const glyphs = buffer.getGlyphInfos().map(({ codepoint, cluster }, i) => ({
        glyph: codepoint,
        cluster,
        advance: at[i].xAdvance,
        dx: at[i].xOffset,
        dy: at[i].yOffset,
      }));
      return direction === 'ltr' ? spacer.apart(glyphs, (glyph) => font.glyphHAdvance(glyph)) : glyphs;
    },
    paths: linesOf,
    room: spacer.room,
  };
}
