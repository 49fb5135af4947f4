// How shapes and lines are sewn that are drawn next; it stays while the page is open.
import { STITCH_KINDS } from '@rosehip/core';
import { reactive, ref } from 'vue';
import type { ToolChoice } from './tool.ts';

export const shapesAs = ref('fill');
export const linesAs = ref('run');

/** Letters only. */
const NOT_DRAWN = ['lettering'];
/** What follows a line. */
const ALONG = ['run', 'redwork', 'motif-line', 'satin'];

const choices = (of: (id: string) => boolean): { value: string; label: string }[] =>
  STITCH_KINDS.filter(({ id }) => of(id) && !NOT_DRAWN.includes(id)).map(({ id, name }) => ({
    value: id,
    label: name.toLowerCase(),
  }));

export const shapeChoice = reactive({
  label: 'Shapes in',
  value: shapesAs,
  choices: choices(() => true),
  set: (kind: string) => (shapesAs.value = kind),
}) as ToolChoice;
export const lineChoice = reactive({
  label: 'Lines in',
  value: linesAs,
  choices: choices((id) => ALONG.includes(id)),
  set: (kind: string) => (linesAs.value = kind),
}) as ToolChoice;
