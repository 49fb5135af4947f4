// `rosehip stick`: what is on the memory stick, and files on to it.
import { basename } from 'node:path';
import { fileURLToPath } from 'node:url';
import { hoopingFiles, isHooped, sewDesign, writeDst, type Design } from '@rosehip/core';
import { Stick, StickError, type StickEntry } from '@rosehip/stick';
import { bytesOf, readAny } from './files.ts';
import { UsageError } from './usage-error.ts';

/** The stick that `npm start` has in its slot. */
export const USUAL_STICK = fileURLToPath(new URL('../../../.data/stick', import.meta.url));

/** Runs a step; what the stick says against it is told in a line. */
async function told<T>(step: () => Promise<T>): Promise<T> {
  try {
    return await step();
  } catch (error) {
    if (error instanceof StickError) throw new UsageError(error.message);
    throw error;
  }
}

const shown = ({ name, short, size, folder }: StickEntry): string =>
  folder ? `${name}/` : `${name} (${short}), ${size.toLocaleString('en-GB')} bytes`;

async function inserted(folder: string): Promise<Stick> {
  const stick = new Stick(folder, 'computer');
  await stick.ensure();
  return stick;
}

export const listStick = (path: string | undefined, { stick }: { stick: string }): Promise<void> =>
  told(async () => {
    const device = await inserted(stick);
    const { capacity, used } = await device.state();
    for (const entry of await device.list(path ?? '')) console.log(shown(entry));
    console.log(`${((capacity - used) / 1e6).toFixed(1)} of ${(capacity / 1e6).toFixed(1)} MB free`);
  });

/** What a design is for a machine: one file, or a folder with one a hooping. */
function machineFiles(design: Design, name: string): [path: string, bytes: Uint8Array][] {
  if (!isHooped(design)) return [[`${name}.dst`, writeDst(sewDesign(design), design.name)]];
  return hoopingFiles(design).map((file) => [`${name}/${file.name}`, file.bytes]);
}

export const writeStick = (
  input: string,
  { stick, name, replace }: { stick: string; name?: string; replace?: boolean },
): Promise<void> =>
  told(async () => {
    const device = await inserted(stick);
    const called = name?.replace(/\.dst$/i, '');
    const files: [string, Uint8Array][] = /\.dst$/i.test(input)
      ? // Its stitches are checked, and taken as they are.
        [
          [
            `${called ?? basename(input).replace(/\.dst$/i, '')}.dst`,
            (await readAny(input), await bytesOf(input)),
          ],
        ]
      : await readAny(input).then((design) => {
          if (!design.objects.length) throw new UsageError(`${input} holds nothing that is sewn.`);
          return machineFiles(design, called ?? design.name);
        });
    for (const [path, bytes] of files) {
      const entry = await device.write(path, bytes, { replace });
      console.log(shown({ ...entry, name: path }));
    }
  });
