// Makes the ready projects; runs in a worker thread, because parting the largest takes seconds.
import { readyProjects, type ReadyProject } from '../../../../demo/ready.ts';

export default function makeReady(): ReadyProject[] {
  return readyProjects();
}
