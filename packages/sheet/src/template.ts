// The template: the design in true size with the hoop's middle and marks, over as many pages as it takes.
import { applyMatrix, boxRegion, cropLines, readable, toCloth, type Bounds } from '@rosehip/core';
import type { SheetContents } from './contents.ts';
import { INK, PAPERS, type Mark, type Page, type Paper } from './page.ts';

/** mm that a printer can't reach at each side, with room to spare. */
const EDGE = 10;
/** For the title above and the ruler below. */
const HEAD = 12;
const FOOT = 16;
/** Pages share so much, to be glued. */
const OVERLAP = 10;
/** What lies around the design is shown so far, in mm. */
const AROUND = 8;
/** The ruler that proves the scale, in mm. */
export const RULER = 100;
const CROSS = 8;
const CORNER = 4;

interface Area {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** A hoop as it lies on the cloth: its inner edge, and marks where its sides have their middles. */
function hoopMarks(contents: SheetContents, toPage: (x: number, y: number) => [number, number]): Mark[] {
  const { hoop, hoopings } = contents;
  const places = hoopings.length ? hoopings : [{ id: '', x: 0, y: 0, turn: 0 }];
  return places.flatMap((place, k): Mark[] => {
    const onCloth = toCloth(place);
    const at = (u: number, v: number): [number, number] => {
      const { x, y } = applyMatrix(onCloth, { x: u, y: v });
      return toPage(x, y);
    };
    const [w, h] = [hoop.width / 2, hoop.height / 2];
    const line = (points: [number, number][], dash?: number, closed = false): Mark => ({
      kind: 'line',
      points,
      closed,
      colour: dash ? INK.faint : INK.dark,
      width: dash ? 0.25 : 0.2,
      dash,
    });
    const [lx, ly] = at(-w + 2, -h + 5);
    return [
      line([at(-w, -h), at(w, -h), at(w, h), at(-w, h)], 2, true),
      line([at(-CROSS, 0), at(CROSS, 0)]),
      line([at(0, -CROSS), at(0, CROSS)]),
      ...(
        [
          [-w, 0, 1, 0],
          [w, 0, -1, 0],
          [0, -h, 0, 1],
          [0, h, 0, -1],
        ] as const
      ).map(([u, v, du, dv]) => line([at(u, v), at(u + 5 * du, v + 5 * dv)])),
      ...(hoopings.length
        ? [
            {
              kind: 'text' as const,
              text: `Hooping ${k + 1}`,
              x: lx,
              y: ly,
              size: 3,
              face: 'text' as const,
              colour: INK.muted,
            },
          ]
        : []),
    ];
  });
}

/** A ruler of `RULER` mm with a tick each 10 mm. */
function ruler(x: number, y: number): Mark[] {
  const ticks = Array.from({ length: RULER / 10 + 1 }, (_, k): Mark => ({
    kind: 'line',
    points: [
      [x + 10 * k, y],
      [x + 10 * k, y - (k % 5 ? 2 : 4)],
    ],
    colour: INK.dark,
    width: 0.2,
  }));
  return [
    {
      kind: 'line',
      points: [
        [x, y],
        [x + RULER, y],
      ],
      colour: INK.dark,
      width: 0.2,
    },
    ...ticks,
    {
      kind: 'text',
      text: `This line is ${RULER} mm long. If it is not, print again at 100 %, without fitting to the page.`,
      x,
      y: y + 4,
      size: 3,
      face: 'text',
      colour: INK.muted,
    },
  ];
}

/** What of some marks lies in an area; lines are cut at its edges. */
function within(marks: readonly Mark[], { x, y, width, height }: Area): Mark[] {
  const [right, below] = [x + width, y + height];
  const area = boxRegion({ minX: x, minY: y, maxX: right, maxY: below });
  return marks.flatMap((mark): Mark[] => {
    if (mark.kind === 'text')
      return mark.x >= x && mark.x <= right && mark.y >= y && mark.y <= below ? [mark] : [];
    if (mark.kind !== 'line') return [mark];
    const line = { coords: Float64Array.from(mark.points.flat()), closed: !!mark.closed };
    return cropLines([line], area, 'inside').map(({ coords, closed }) => ({
      ...mark,
      closed,
      points: Array.from({ length: coords.length / 2 }, (_, k): [number, number] => [
        coords[2 * k],
        coords[2 * k + 1],
      ]),
    }));
  });
}

/** Small corners by which neighbouring pages are laid together. */
function corners({ x, y, width, height }: Area): Mark[] {
  return [
    [x, y, 1, 1],
    [x + width, y, -1, 1],
    [x, y + height, 1, -1],
    [x + width, y + height, -1, -1],
  ].map(([cx, cy, dx, dy]): Mark => ({
    kind: 'line',
    points: [
      [cx + CORNER * dx, cy],
      [cx, cy],
      [cx, cy + CORNER * dy],
    ],
    colour: INK.red,
    width: 0.2,
  }));
}

/** How many pages beside each other hold a length. */
const count = (length: number, page: number): number =>
  length <= page ? 1 : Math.ceil((length - OVERLAP) / (page - OVERLAP));

/** Pages of the design in true size: one mm of cloth is one mm of paper. */
export function templatePages(contents: SheetContents, paper: Paper): Page[] {
  const bounds: Bounds = contents.figures.bounds!;
  const upright = PAPERS[paper];
  const [w, h] = [bounds.maxX - bounds.minX + 2 * AROUND, bounds.maxY - bounds.minY + 2 * AROUND];
  const layouts = [upright, { width: upright.height, height: upright.width }].map((size) => {
    const area: Area = {
      x: EDGE,
      y: EDGE + HEAD,
      width: size.width - 2 * EDGE,
      height: size.height - 2 * EDGE - HEAD - FOOT,
    };
    return { size, area, columns: count(w, area.width), rows: count(h, area.height) };
  });
  // As few pages as can be; upright when that makes no difference.
  const { size, area, columns, rows } = layouts.reduce((a, b) =>
    b.columns * b.rows < a.columns * a.rows ? b : a,
  );
  const pages: Page[] = [];
  // The design lies in the middle of all that the pages show.
  const shown = (n: number, page: number): number => n * page - (n - 1) * OVERLAP;
  const left = (bounds.minX + bounds.maxX) / 2 - shown(columns, area.width) / 2;
  const top = (bounds.minY + bounds.maxY) / 2 - shown(rows, area.height) / 2;
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const originX = area.x - (left + column * (area.width - OVERLAP));
      const originY = area.y - (top + row * (area.height - OVERLAP));
      const toPage = (x: number, y: number): [number, number] => [x + originX, y + originY];
      const inRow = rows > 1 ? ` row ${row + 1} of ${rows},` : '';
      const where = rows * columns > 1 ? `,${inRow} page ${column + 1} of ${columns}` : '';
      const title = `Template in true size${where}`;
      const marks: Mark[] = [
        { kind: 'text', text: title, x: area.x, y: EDGE + 5, size: 4, face: 'heading', colour: INK.dark },
        ...contents.steps.map(({ thread }, drawing): Mark => ({
          kind: 'drawing',
          drawing,
          x: originX,
          y: originY,
          scale: 1,
          colour: readable(thread.colour),
          width: 0.16,
          clip: area,
        })),
        ...within(hoopMarks(contents, toPage), area),
        ...(rows * columns > 1
          ? [
              {
                kind: 'text' as const,
                text: `Lay the pages ${OVERLAP} mm over each other, corner on corner.`,
                x: area.x,
                y: EDGE + 9.5,
                size: 3,
                face: 'text' as const,
                colour: INK.muted,
              },
            ]
          : []),
        ...corners(area),
        ...ruler(area.x, area.y + area.height + 8),
      ];
      pages.push({ ...size, marks });
    }
  return pages;
}
