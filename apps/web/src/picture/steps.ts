// What the page of steps knows: the picture, the choices, and what the worker makes of them. The newest choices win.
import { computed, markRaw, onBeforeUnmount, reactive, ref, shallowRef } from 'vue';
import {
  CHOICES,
  PictureFileError,
  type ColourGroup,
  type Design,
  type FromPicture,
  type Laid,
  type PictureChoices,
  type PixelBox,
} from '@rosehip/core';
import * as Comlink from 'comlink';
import { startPictureDesk, type PictureDeskHandle } from '../workers/picture.ts';
import type { PictureMade, PictureView } from '../workers/picture-work.ts';
import { openPicture } from './open-picture.ts';

export type StepName = 'picture' | 'size' | 'ground' | 'colours' | 'outlines' | 'stitches';

/** Room between what is sewn and the hoop's inside, in mm. */
const HOOP_ROOM = 3;
/** Work that takes longer is told, in ms. */
const TOLD = 300;

/** The width at which what is no ground is as large as the hoop holds, in mm. */
export function fittingWidth({ x0, y0, x1, y1 }: PixelBox, hoop: Design['hoop']): number {
  const [w, h] = [hoop.width - 2 * HOOP_ROOM, hoop.height - 2 * HOOP_ROOM];
  return Math.max(3, Math.round(10 * Math.min(w, (h * (x1 - x0)) / (y1 - y0))) / 10);
}

export type PictureStepsState = ReturnType<typeof usePictureSteps>;

export function usePictureSteps(laid: () => Pick<Design, 'cloth' | 'chart' | 'hoop'>) {
  const choices = shallowRef<PictureChoices>(CHOICES);
  const picture = shallowRef<FromPicture['picture'] | null>(null);
  const made = shallowRef<PictureMade | null>(null);
  const problem = ref('');
  const note = ref('');
  const step = ref<StepName>('stitches');
  /** It is as large as the hoop holds until another size is asked for. */
  const fits = ref(true);
  const working = reactive({ on: false, step: '', done: 0 });
  /** What the choices ask for is not made yet. */
  const busy = ref(false);
  /** The page shows the uncut picture, with corners that can be dragged. */
  const cutting = ref<'off' | 'crop' | 'corners'>('off');

  let handle: PictureDeskHandle | null = null;
  const desk = () => (handle ??= startPictureDesk()).desk;
  let running: Promise<void> | null = null;
  let again = false;
  onBeforeUnmount(() => handle?.end());

  const laidOn = (): Laid => {
    const { cloth, chart } = laid();
    return { cloth, chart };
  };
  const told = () =>
    Comlink.proxy((of: string, done: number): void => {
      [working.step, working.done] = [of, done];
    });

  /** Makes what follows from the choices as they are; while that goes on, only the newest are made after it. */
  function run(): Promise<void> {
    again = busy.value = true;
    return (running ??= (async () => {
      let late: ReturnType<typeof setTimeout> | undefined;
      try {
        while (again && picture.value) {
          again = false;
          const asked = choices.value;
          clearTimeout(late);
          late = setTimeout(() => (working.on = true), TOLD);
          const { hoop } = laid();
          const now = await desk().make(asked, laidOn(), told());
          problem.value = '';
          if (again) continue;
          const width = fittingWidth(now.ink, hoop);
          if (fits.value && now.inked && Math.abs(width - asked.width) > 0.05) {
            choices.value = { ...asked, width };
            again = true;
            continue;
          }
          made.value = markRaw(now);
        }
      } catch (error) {
        problem.value = `This could not be made: ${(error as Error).message}`;
      } finally {
        clearTimeout(late);
        working.on = busy.value = false;
        running = null;
      }
    })());
  }

  /** When what the choices ask for is made. */
  const done = async (): Promise<void> => {
    while (running) await running;
  };

  function change(changes: Partial<PictureChoices>): void {
    choices.value = { ...choices.value, ...changes };
    void run();
  }

  /** As wide as this, in mm, whatever the hoop holds. */
  function size(width: number): void {
    fits.value = false;
    change({ width: Math.min(2000, Math.max(3, width)) });
  }

  /** As large as the hoop holds. */
  function fit(): void {
    fits.value = true;
    void run();
  }

  /** Begins to cut the picture in one way, or ends it. */
  const cut = (how: 'crop' | 'corners'): void => {
    cutting.value = cutting.value === how ? 'off' : how;
  };

  /** Ends what is being made; the choices are as they were made last. */
  async function stop(last: PictureChoices): Promise<void> {
    handle?.end();
    handle = null;
    running = null;
    again = false;
    working.on = busy.value = false;
    choices.value = last;
    if (picture.value) await desk().reopen(picture.value.data);
  }

  async function choose(file: File): Promise<void> {
    problem.value = note.value = '';
    try {
      const opened = await openPicture(file);
      working.on = true;
      working.step = 'picture';
      working.done = 0;
      const data = await desk().open(Comlink.transfer(opened.image, [opened.image]));
      picture.value = markRaw({ name: opened.name, data });
      note.value = opened.note;
      const begun = { ...CHOICES, stitches: choices.value.stitches };
      const proposed = await desk().propose(begun, laidOn(), told());
      choices.value = { ...proposed.choices, width: fittingWidth(proposed.ink, laid().hoop) };
      cutting.value = 'off';
      fits.value = true;
      await run();
    } catch (error) {
      problem.value =
        error instanceof PictureFileError
          ? error.message
          : `This picture can’t be opened: ${(error as Error).message}`;
      working.on = false;
    }
  }

  /** A picture and choices that were kept. */
  async function reopen(from: Pick<FromPicture, 'picture' | 'choices'>): Promise<void> {
    await desk().reopen(from.picture.data);
    picture.value = markRaw(from.picture);
    choices.value = from.choices;
    fits.value = false;
    await run();
  }

  const view = (of: PictureView): Promise<ImageBitmap | null> => desk().view(of, choices.value.taken);

  /** The colours as groups that can be changed by hand. */
  const groups = computed<ColourGroup[]>(
    () =>
      made.value?.colours.map(({ shades, thread, chosen, out, cloth }) => ({
        shades,
        ...(chosen && { thread }),
        ...(out && { out }),
        ...(cloth && { cloth }),
      })) ?? [],
  );
  const setGroups = (next: ColourGroup[]): void =>
    change({ colours: { ...choices.value.colours, groups: next } });
  async function split(index: number): Promise<void> {
    const parts = await desk().split(groups.value[index]);
    if (parts) setGroups(groups.value.flatMap((g, i) => (i === index ? parts : [g])));
    else note.value = 'This colour is one shade: there is nothing to split.';
  }

  return {
    choices,
    picture,
    made,
    problem,
    note,
    step,
    fits,
    working,
    busy,
    cutting,
    choose,
    reopen,
    change,
    size,
    fit,
    cut,
    run,
    done,
    stop,
    view,
    groups,
    setGroups,
    split,
  };
}
