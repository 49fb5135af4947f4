// Ready projects, to begin from.
import { Type, type Static } from 'typebox';
import { AnsweredDesign } from './parts.ts';

export const ReadyProject = Type.Object({
  id: Type.String(),
  name: Type.String(),
  /** What it is, in a sentence. */
  about: Type.String(),
  design: AnsweredDesign,
});
export type ReadyProject = Static<typeof ReadyProject>;
export const ReadyProjects = Type.Object({ projects: Type.Array(ReadyProject) });
export type ReadyProjects = Static<typeof ReadyProjects>;
