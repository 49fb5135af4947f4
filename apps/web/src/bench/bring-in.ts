// Files brought on to the bench: their objects are added to the design, and a report says what was left out.
import {
  boundsOfItems,
  emptyDesign,
  everyLeaf,
  inRows,
  newId,
  pasteJob,
  READ_ENDINGS,
  resolveDesign,
  translation,
  type Bounds,
  type Design,
  type Group,
  type Item,
  type Matrix,
  type Point,
} from '@rosehip/core';
import { useFileDialog } from '@vueuse/core';
import { shallowRef } from 'vue';
import { useRouter } from 'vue-router';
import { useBench } from '../stores/bench/bench.ts';
import { useChoosing } from './choosing/choose-edit.ts';
import { goPicture } from './following.ts';
import { isPicture, useHandOver } from '../stores/hand-over.ts';
import { isFontFile, useOwnFonts } from '../stores/own-fonts.ts';
import { useView } from '../stores/view.ts';
import { useEngine } from '../workers/engine.ts';
import { areLetters } from './words/read-letters.ts';

export interface Report {
  title: string;
  /** What came in, a line a file. */
  came: string[];
  /** What was left out or changed, and why. */
  notes: string[];
  /** Several shapes of a drawing came, which stitches can be chosen for. */
  drawn: boolean;
}

/** What the last files brought; the report panel shows it. */
export const report = shallowRef<Report | null>(null);

/** How large something is, in words; nothing for what has no size by itself. */
function sizeOf(item: Item): string {
  const b = boundsOfItems([...everyLeaf([item])].filter((leaf) => leaf.kind === 'stitches'));
  return b ? `, ${(b.maxX - b.minX).toFixed(1)} × ${(b.maxY - b.minY).toFixed(1)} mm` : '';
}

/** What a file holds. */
interface Read {
  file: File;
  name: string;
  fonts: Design['fonts'];
  objects: Item[];
  /** All of it as one. */
  item: Item;
  notes: string[];
}

/** From one file's objects to the next's, in mm. */
const BESIDE = 5;

/**
 * How each file's objects are moved. What a single one holds keeps its place about the file's own begin, unless that lies beside
 * its stitches, as where a machine began in a corner; several are laid side by side.
 */
function placesOf(read: readonly Read[], at: Point, room: number): Matrix[] {
  const asTheyAre = read.map(() => translation(at.x, at.y));
  const allStitches = (items: Item[]): boolean =>
    [...everyLeaf(items)].every(({ kind }) => kind === 'stitches');
  if (!read.length || (read.length === 1 && !allStitches(read[0].objects))) return asTheyAre;
  const boxes = read
    .map(({ item, fonts }) =>
      boundsOfItems(resolveDesign({ ...emptyDesign(''), objects: [item], fonts }).objects),
    )
    .filter((box) => box !== null);
  const holdsBegin = ({ minX, maxX, minY, maxY }: Bounds): boolean =>
    minX <= 0 && maxX >= 0 && minY <= 0 && maxY >= 0;
  if (boxes.length < read.length || (read.length === 1 && holdsBegin(boxes[0]))) return asTheyAre;
  return inRows(boxes, BESIDE, room, at).map(({ dx, dy }) => translation(dx, dy));
}

/** Files that are named by letters wait until the person has said what they are, to be laid at a place in mm. */
export const lettersBrought = shallowRef<{ files: File[]; at: Point } | null>(null);

export function useBringIn() {
  const bench = useBench();
  const view = useView();
  const own = useOwnFonts();
  const choosing = useChoosing();
  const handOver = useHandOver();
  const router = useRouter();

  /** Adds what the files hold, its middle at a place in mm; of letters it is asked first whether they are an alphabet. */
  return async function bringIn(
    files: Iterable<File>,
    at: Point = { x: 0, y: 0 },
    asTheyAre = false,
  ): Promise<void> {
    const all = [...files];
    if (!asTheyAre && areLetters(all)) {
      lettersBrought.value = { files: all, at };
      view.panel = 'letters';
      return;
    }
    if (all.length === 1 && isPicture(all[0]) && bench.id) {
      handOver.picture = all[0];
      await goPicture(bench, router);
      return;
    }
    const came: string[] = [];
    const notes: string[] = [];
    const read: Read[] = [];
    for (const file of all) {
      if (isFontFile(file)) {
        try {
          came.push(`${file.name}: the font ${(await own.add(file)).name} is on the shelf`);
        } catch (error) {
          notes.push(`${file.name}: ${(error as Error).message}`);
        }
        continue;
      }
      const result = await useEngine().bringIn(file.name, new Uint8Array(await file.arrayBuffer()));
      if ('problem' in result) {
        notes.push(`${file.name}: ${result.problem}`);
        continue;
      }
      const { objects, name, fonts } = result.design;
      if (!objects.length) {
        notes.push(`${file.name}: it holds nothing that can be stitched.`);
        continue;
      }
      const group: Group = { id: newId(), name, kind: 'group', visible: true, locked: false, objects };
      read.push({
        file,
        name,
        fonts,
        objects,
        item: objects.length === 1 ? objects[0] : group,
        notes: result.notes,
      });
    }
    const places = placesOf(read, at, bench.design?.hoop.width ?? 0);
    let drawn = false;
    read.forEach(({ file, name, fonts, objects, item, notes: own }, i) => {
      const done = bench.does((design) =>
        pasteJob(design, [item], new Set([item.id]), places[i], `Bring in ${name}`.slice(0, 120), fonts),
      );
      if (!done) {
        notes.push(`${file.name}: ${bench.message}`);
        return;
      }
      came.push(
        `${file.name}: ${objects.length === 1 ? '1 object' : `${objects.length} objects`}${sizeOf(item)}`,
      );
      notes.push(...own);
      drawn ||= /\.svg$/i.test(file.name) && objects.length > 1;
    });
    if (!came.length && !notes.length) return;
    report.value = { title: came.length ? 'Brought in' : 'Nothing was brought in', came, notes, drawn };
    if (notes.length) view.panel = 'report';
    else {
      bench.message = `${came.join('; ')}.`;
      if (drawn) choosing.open();
    }
  };
}

/** Asks for files to bring on to the bench. */
export function useAskForFiles(): () => void {
  const bringIn = useBringIn();
  // The same file can be chosen again.
  const { open, onChange } = useFileDialog({ multiple: true, accept: READ_ENDINGS.join(','), reset: true });
  onChange((files) => files && void bringIn([...files]));
  return () => open();
}
