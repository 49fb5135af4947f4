// The JSON Schema of the design file: the document, with what the tables of shapes and stitch kinds say of it.
import type { TSchema } from 'typebox';
import { designSchema } from '../../design/document/design.ts';
import { exactly, id } from '../../design/document/parts.ts';
import { READY_SHAPES } from '../../outlines/ready.ts';
import type { Setting, StitchKind } from '../../stitches/kind.ts';
import { STITCH_KINDS } from '../../stitches/kinds.ts';

const settingSchema = (setting: Setting): TSchema =>
  setting.type === 'number'
    ? { type: 'number', minimum: setting.least, maximum: setting.most, description: setting.help }
    : { enum: setting.choices.map((c) => c.value), description: setting.help };

const recipeSchema = (kind: StitchKind): TSchema => ({
  ...exactly({}),
  required: ['kind', 'settings'],
  properties: {
    kind: { const: kind.id },
    kept: id,
    settings: {
      ...exactly({}),
      properties: Object.fromEntries(kind.settings.map((s) => [s.name, settingSchema(s)])),
    },
  },
});

export const DESIGN_SCHEMA = designSchema({
  shapes: READY_SHAPES.map((s) => s.id),
  recipes: STITCH_KINDS.map((kind) => [kind.id, recipeSchema(kind)] as const),
});
