// The JSON Schema of the design file, version 1. Recipes come from the table of stitch kinds.
import type { BoxOutline, LiveOutline } from '../../design/types.ts';
import { BEND_LIMIT } from '../../outlines/live/bend.ts';
import { READY_SHAPES } from '../../outlines/ready.ts';
import type { Setting, StitchKind } from '../../stitches/kind.ts';
import { STITCH_KINDS } from '../../stitches/kinds.ts';
import { CLOTHS } from '../../materials/cloths.ts';
import { HOOP_LIMITS } from '../../materials/hoops.ts';
import { OWN_PRINT, PRINTS } from '../../materials/prints.ts';
import { READ_LIMITS } from '../read-error.ts';
import { repeatSchema as repeat } from './repeat-schema.ts';
import {
  chosenBy,
  colour,
  coordinate,
  exactly,
  id,
  length,
  name,
  note,
  picture,
  place,
  point,
  REACH,
  size,
  threadCode,
  turn,
} from './schema-parts.ts';

const settingSchema = (setting: Setting): unknown =>
  setting.type === 'number'
    ? { type: 'number', minimum: setting.least, maximum: setting.most, description: setting.help }
    : { enum: setting.choices.map((c) => c.value), description: setting.help };

const recipeSchema = (kind: StitchKind): unknown =>
  exactly({
    kind: { const: kind.id },
    settings: exactly(
      Object.fromEntries(kind.settings.map((s) => [s.name, settingSchema(s)])),
      kind.settings.map((s) => s.name),
    ),
  });

const item = {
  id,
  name,
  visible: { type: 'boolean' },
  locked: { type: 'boolean' },
};

const corners = { type: 'integer', minimum: 3, maximum: 200 };
const share = { type: 'number', minimum: 0, maximum: 1 };
const lines = { type: 'boolean' };
const cornerRule = { enum: ['round', 'mitre', 'bevel'] };

/** A ready shape: a box and what is its own. */
const boxShape = (
  kind: BoxOutline['kind'],
  own: Record<string, unknown>,
  optional: string[] = [],
): [string, unknown] => [
  kind,
  exactly(
    {
      kind: { const: kind },
      x: coordinate,
      y: coordinate,
      width: size,
      height: size,
      turn,
      flip: { type: 'boolean' },
      ...own,
    },
    ['flip', ...optional],
  ),
];

/** At least so many ids of items. */
const itemIds = (least: number) => ({ type: 'array', minItems: least, maxItems: 500, items: id });

/** An outline made from at least `least` others. */
const liveShape = (
  kind: LiveOutline['kind'],
  least: number,
  own: Record<string, unknown>,
  optional: string[] = [],
): [string, unknown] => [
  kind,
  exactly(
    {
      kind: { const: kind },
      of: itemIds(least),
      place,
      ...own,
    },
    ['place', ...optional],
  ),
];

const bend = exactly(
  {
    from: exactly({ x: coordinate, y: coordinate, width: size, height: size }),
    columns: { type: 'integer', minimum: 1, maximum: BEND_LIMIT },
    rows: { type: 'integer', minimum: 1, maximum: BEND_LIMIT },
    points: { type: 'array', minItems: 4, maxItems: (BEND_LIMIT + 1) ** 2, items: point },
    edges: {
      type: 'array',
      minItems: 4,
      maxItems: 4,
      items: { type: 'array', minItems: 2, maxItems: 2, items: point },
    },
  },
  ['edges'],
);

export const DESIGN_SCHEMA = {
  $schema: 'http://json-schema.org/draft-07/schema#',
  $id: 'rosehip-design-1',
  title: 'Rosehip design, version 1',
  description: 'Lengths in millimetres, y down, origin at the middle of the hoop; objects in sewing order.',
  ...exactly(
    {
      format: { const: 'rosehip-design' },
      version: { const: 1 },
      name,
      hoop: exactly({
        name: { type: 'string', minLength: 1, maxLength: 60 },
        width: { type: 'number', minimum: HOOP_LIMITS.least, maximum: HOOP_LIMITS.most },
        height: { type: 'number', minimum: HOOP_LIMITS.least, maximum: HOOP_LIMITS.most },
      }),
      cloth: exactly({
        kind: { enum: CLOTHS.map((c) => c.id) },
        colour,
      }),
      chart: { type: 'string', pattern: '^[a-z0-9-]{1,40}$' },
      guides: {
        type: 'array',
        maxItems: 500,
        items: exactly({ axis: { enum: ['x', 'y'] }, at: coordinate }),
      },
      picture: exactly(
        {
          name,
          data: picture,
          x: coordinate,
          y: coordinate,
          width: size,
          height: size,
          turn,
          flip: { type: 'boolean' },
          strength: share,
          locked: { type: 'boolean' },
          visible: { type: 'boolean' },
        },
        ['flip'],
      ),
      ignored: {
        type: 'array',
        maxItems: 2000,
        items: exactly({ key: { type: 'string', minLength: 1, maxLength: 400 }, note }),
      },
      objects: { type: 'array', maxItems: READ_LIMITS.objects, items: { $ref: '#/definitions/item' } },
    },
    ['guides', 'picture', 'ignored'],
  ),
  definitions: {
    pathPoint: exactly({ x: coordinate, y: coordinate, in: point, out: point }, ['in', 'out']),
    path: exactly({
      closed: { type: 'boolean' },
      points: { type: 'array', minItems: 1, items: { $ref: '#/definitions/pathPoint' } },
    }),
    outline: chosenBy('kind', [
      [
        'path',
        exactly(
          {
            kind: { const: 'path' },
            fillRule: { enum: ['evenodd', 'nonzero'] },
            paths: {
              type: 'array',
              minItems: 1,
              maxItems: 20_000,
              items: { $ref: '#/definitions/path' },
            },
          },
          ['fillRule'],
        ),
      ],
      boxShape('rectangle', { radius: size }),
      boxShape(
        'ellipse',
        {
          arc: exactly({
            from: turn,
            sweep: { type: 'number', minimum: 0, maximum: 360 },
            ends: { enum: ['open', 'chord', 'slice'] },
          }),
        },
        ['arc'],
      ),
      boxShape('polygon', { corners }),
      boxShape('star', { corners, inner: share }),
      boxShape('spiral', { rounds: { type: 'number', minimum: 0.25, maximum: 100 }, inner: share }),
      boxShape('ready', { shape: { enum: READY_SHAPES.map((s) => s.id) } }),
      liveShape('combine', 2, { op: { enum: ['unite', 'subtract', 'intersect'] }, lines }, ['lines']),
      liveShape('cut', 2, { side: { enum: ['left', 'right'] }, lines }, ['lines']),
      liveShape(
        'surround',
        1,
        {
          distance: { type: 'number', minimum: -REACH, maximum: REACH },
          corners: cornerRule,
          from: { enum: ['outline', 'thread'] },
          bridge: length(100),
          smooth: length(50),
          fillHoles: { type: 'boolean' },
          rings: { type: 'integer', minimum: 1, maximum: 60 },
          gap: length(100),
          dents: {
            type: 'array',
            maxItems: 500,
            items: exactly({ x: coordinate, y: coordinate, dx: coordinate, dy: coordinate, reach: size }),
          },
        },
        ['from', 'bridge', 'smooth', 'fillHoles', 'rings', 'gap', 'dents'],
      ),
      liveShape('band', 1, {
        width: { type: 'number', minimum: 0.01, maximum: REACH },
        ends: { enum: ['flat', 'round', 'square'] },
        corners: cornerRule,
      }),
      liveShape('edge', 1, { which: { enum: ['all', 'outer', 'holes'] } }),
    ]),
    recipe: chosenBy(
      'kind',
      STITCH_KINDS.map((kind) => [kind.id, recipeSchema(kind)]),
    ),
    item: chosenBy('kind', [
      [
        'object',
        exactly(
          {
            ...item,
            kind: { const: 'object' },
            outline: { $ref: '#/definitions/outline' },
            recipe: { $ref: '#/definitions/recipe' },
            thread: threadCode,
            start: point,
            end: point,
            guideLines: { type: 'array', maxItems: 100, items: { $ref: '#/definitions/path' } },
            widths: {
              type: 'array',
              maxItems: 200,
              items: exactly({
                at: { type: 'number', minimum: 0, maximum: 1 },
                width: { type: 'number', minimum: 0, maximum: 100 },
              }),
            },
            motif: exactly({
              name: { type: 'string', minLength: 1, maxLength: 120 },
              coords: {
                type: 'array',
                minItems: 4,
                maxItems: 20_000,
                items: { type: 'number', minimum: -1000, maximum: 1000 },
              },
            }),
            centre: point,
            relief: itemIds(1),
            keepClear: exactly({ of: itemIds(1), margin: length(50), fillHoles: { type: 'boolean' } }, [
              'fillHoles',
            ]),
            trimBeneath: length(20),
            patch: exactly(
              {
                print: { enum: [...PRINTS.map((p) => p.id), OWN_PRINT] },
                colour,
                data: picture,
                size: { type: 'number', minimum: 1, maximum: REACH },
                reverse: { type: 'boolean' },
              },
              ['data', 'size', 'reverse'],
            ),
            setAside: { type: 'array', maxItems: 50, items: { $ref: '#/definitions/recipe' } },
            stopAfter: note,
            unsewn: { type: 'boolean' },
          },
          [
            'start',
            'end',
            'guideLines',
            'widths',
            'motif',
            'centre',
            'relief',
            'keepClear',
            'trimBeneath',
            'patch',
            'setAside',
            'stopAfter',
            'unsewn',
          ],
        ),
      ],
      [
        'stitches',
        exactly(
          {
            ...item,
            kind: { const: 'stitches' },
            thread: threadCode,
            points: {
              type: 'array',
              items: { type: 'integer', minimum: -10 * REACH, maximum: 10 * REACH },
            },
            moves: { type: 'array', items: { type: 'integer', minimum: 0, maximum: 2 } },
            stopAfter: note,
          },
          ['stopAfter'],
        ),
      ],
      [
        'group',
        exactly(
          {
            ...item,
            kind: { const: 'group' },
            objects: { type: 'array', maxItems: READ_LIMITS.objects, items: { $ref: '#/definitions/item' } },
            bend,
            repeat,
          },
          ['bend', 'repeat'],
        ),
      ],
    ]),
  },
};
