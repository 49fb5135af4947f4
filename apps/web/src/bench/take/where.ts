// Where files are taken to: this computer, the stick, or a folder that the browser lets a page write into.
import { computed, shallowRef } from 'vue';
import { useKept } from '../../parts/kept.ts';
import { saveFile } from '../../parts/save-file.ts';
import { useStick } from '../../stores/stick.ts';

export type Where = 'computer' | 'stick' | 'folder';

export interface Taken {
  /** With its ending; folders before it, as in `Runner/1 Runner.dst`. */
  name: string;
  mediaType: string;
  bytes: Uint8Array;
}

/** What came of it: where it is now, or why not, and whether a file of that name stands in the way. */
export type Outcome = { said: string; short?: string } | { problem: string; taken: boolean };

type PickFolder = (options: { mode: 'readwrite' }) => Promise<FileSystemDirectoryHandle>;
const pickFolder = (window as { showDirectoryPicker?: PickFolder }).showDirectoryPicker;

/** The folder that was chosen, for as long as the page is open. */
const folder = shallowRef<FileSystemDirectoryHandle | null>(null);

/** What went wrong with a folder, as a sentence. */
function folderProblem(error: unknown, name: string): string {
  const words: Record<string, string> = {
    NotAllowedError: `The browser was not allowed to write into “${name}”. Choose the folder again.`,
    NotFoundError: `“${name}” is gone: a stick may have been pulled out. Choose a folder again.`,
    QuotaExceededError: `There is no room left in “${name}”. Delete something there.`,
    NoModificationAllowedError: `“${name}” can only be read. Unlock it, or choose another folder.`,
    TypeMismatchError: `A folder of that name is in “${name}” already. Choose another name.`,
  };
  return words[(error as Error).name] ?? `The file could not be written: ${(error as Error).message}`;
}

/** Goes down into folders, making those that are not there. */
async function within(
  root: FileSystemDirectoryHandle,
  path: readonly string[],
): Promise<FileSystemDirectoryHandle> {
  let at = root;
  for (const part of path) at = await at.getDirectoryHandle(part, { create: true });
  return at;
}

async function isThere(at: FileSystemDirectoryHandle, name: string): Promise<boolean> {
  try {
    await at.getFileHandle(name);
    return true;
  } catch (error) {
    if ((error as Error).name === 'NotFoundError') return false;
    throw error;
  }
}

async function toFolder(
  root: FileSystemDirectoryHandle,
  files: readonly Taken[],
  replace: boolean,
): Promise<Outcome> {
  try {
    for (const { name, bytes } of files) {
      const parts = name.split('/');
      const last = parts.pop()!;
      const at = await within(root, parts);
      if (!replace && (await isThere(at, last)))
        return { problem: `“${last}” is in “${root.name}” already.`, taken: true };
      // The browser writes beside it and puts it in its place when it is whole.
      const out = await (await at.getFileHandle(last, { create: true })).createWritable();
      await out.write(bytes as BufferSource);
      await out.close();
    }
    return { said: `Written into “${root.name}”.` };
  } catch (error) {
    return { problem: folderProblem(error, root.name), taken: false };
  }
}

export function useWhere() {
  const kept = useKept<Where | ''>('take-to', '');
  const stick = useStick();
  if (kept.value === 'folder' && (!pickFolder || !folder.value)) kept.value = '';
  // Before anybody chose: the stick, when it is in its slot, since that goes to the machine.
  const where = computed<Where>({
    get: () => kept.value || (stick.inside ? 'stick' : 'computer'),
    set: (to) => (kept.value = to),
  });

  /** Lets the person choose a folder; false when they left it. */
  async function chooseFolder(): Promise<boolean> {
    try {
      folder.value = await pickFolder!({ mode: 'readwrite' });
      return true;
    } catch (error) {
      if ((error as Error).name === 'AbortError') return false;
      throw error;
    }
  }

  async function toStick(files: readonly Taken[], replace: boolean): Promise<Outcome> {
    let short = '';
    for (const { name, bytes } of files) {
      const written = await stick.write(name, bytes as BlobPart, replace);
      if (!written) return { problem: stick.problem, taken: stick.code === 'taken' };
      short = written.short;
    }
    const [first] = files;
    return files.length > 1
      ? { said: `${files.length} files are on the stick, in “${first.name.split('/')[0]}”.` }
      : { said: `“${first.name}” is on the stick.`, short };
  }

  async function deliver(files: readonly Taken[], replace = false): Promise<Outcome> {
    if (where.value === 'stick') return toStick(files, replace);
    if (where.value === 'folder') return toFolder(folder.value!, files, replace);
    for (const { name, mediaType, bytes } of files) saveFile(name, mediaType, bytes as BlobPart);
    return { said: '' };
  }
  return { where, folder, canPick: !!pickFolder, chooseFolder, deliver };
}
