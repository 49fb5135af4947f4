// A thread that is dragged from the chart on to what is to be sewn in it.

const TYPE = 'application/x-rosehip-thread';

/** Begins to drag a thread. */
export function dragThread(e: DragEvent, code: string): void {
  e.dataTransfer?.setData(TYPE, code);
  if (e.dataTransfer) e.dataTransfer.effectAllowed = 'copy';
}

/** Is a thread held over something? Then it may be let go there. */
export function holdsThread(e: DragEvent): boolean {
  if (!e.dataTransfer?.types.includes(TYPE)) return false;
  e.preventDefault();
  e.dataTransfer.dropEffect = 'copy';
  return true;
}

/** The code of the thread that was let go; empty for anything else. */
export function droppedThread(e: DragEvent): string {
  const code = e.dataTransfer?.getData(TYPE) ?? '';
  if (code) e.preventDefault();
  return code;
}
