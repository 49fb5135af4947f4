// What the page of steps knows: the picture, the choices, and what the worker makes of them. The newest choices win.
import { computed, markRaw, nextTick, onBeforeUnmount, reactive, ref, shallowRef } from 'vue';
import {
  CHOICES,
  emptyDesign,
  PictureFileError,
  type ColourGroup,
  type Design,
  type FromPicture,
  type Laid,
  type PictureChoices,
  type PictureObjects,
  type PixelBox,
} from '@rosehip/core';
import * as Comlink from 'comlink';
import { quiet } from '../parts/quiet.ts';
import { sewnBy, useChecker } from '../workers/engine.ts';
import { startPictureDesk, type PictureDeskHandle } from '../workers/picture.ts';
import type { PictureSeen, PictureView } from '../workers/picture-work.ts';
import { openPicture, type OpenedPicture } from './open-picture.ts';

export type StepName = 'picture' | 'size' | 'ground' | 'colours' | 'outlines' | 'stitches';

/** Room between what is sewn and the hoop's inside, in mm. */
const HOOP_ROOM = 3;
/** While nobody waits a small drawing is made in these widths, in mm: code is compiled well once it has run for a while. */
const WARM_UP = [40, 60, 90];
/** Work that takes longer is told, in ms. */
const TOLD = 300;

/** The width at which what is no ground is as large as the hoop holds, in mm. */
export function fittingWidth({ x0, y0, x1, y1 }: PixelBox, hoop: Design['hoop']): number {
  const [w, h] = [hoop.width - 2 * HOOP_ROOM, hoop.height - 2 * HOOP_ROOM];
  return Math.max(3, Math.round(10 * Math.min(w, (h * (x1 - x0)) / (y1 - y0))) / 10);
}

export type PictureStepsState = ReturnType<typeof usePictureSteps>;

export function usePictureSteps(laid: () => Pick<Design, 'cloth' | 'chart' | 'ownChart' | 'hoop'>) {
  const choices = shallowRef<PictureChoices>(CHOICES);
  const picture = shallowRef<FromPicture['picture'] | null>(null);
  /** What the choices leave of the picture, and what is sewn of it: that comes later, and only when the hand rests. */
  const seen = shallowRef<PictureSeen | null>(null);
  const made = shallowRef<PictureObjects | null>(null);
  /** What was seen when that was made. */
  let whole: PictureSeen | null = null;
  const problem = ref('');
  const note = ref('');
  /** The corners of the sheet of paper that was found in the picture. */
  const sheet = shallowRef<PictureChoices['taken']['corners'] | null>(null);
  const step = ref<StepName>('stitches');
  /** It is as large as the hoop holds until another size is asked for. */
  const fits = ref(true);
  const working = reactive({ on: false, step: '', done: 0 });
  /** What the choices ask for is not made yet. */
  const busy = ref(false);
  /** The page shows the uncut picture, with corners that can be dragged. */
  const cutting = ref<'off' | 'crop' | 'corners'>('off');

  let handle: PictureDeskHandle | null = null;
  const started = () => (handle ??= startPictureDesk());
  const desk = () => started().desk;
  let running: Promise<void> | null = null;
  let again = false;
  let late: ReturnType<typeof setTimeout> | undefined;
  let giveUp = (): void => {};
  let left = false;
  onBeforeUnmount(() => {
    left = true;
    handle?.end();
  });

  /** What the worker answers; null when it was ended before. */
  const answered = <T>(answer: Promise<T>): Promise<T | null> =>
    Promise.race([answer, new Promise<null>((done) => (giveUp = () => done(null)))]);

  const laidOn = (): Laid => {
    const { cloth, chart, ownChart } = laid();
    return { cloth, chart, ...(ownChart && { ownChart }) };
  };
  const told = () =>
    Comlink.proxy((of: string, done: number): void => {
      [working.step, working.done] = [of, done];
    });

  /** One piece of work at a time; it is told when it takes longer. */
  function oneAtATime(work: () => Promise<void>): Promise<void> {
    busy.value = true;
    return (running ??= (async () => {
      late = setTimeout(() => (working.on = true), TOLD);
      try {
        await work();
      } catch (error) {
        problem.value = `This could not be made: ${(error as Error).message}`;
      } finally {
        clearTimeout(late);
        working.on = busy.value = false;
        running = null;
        // Asked for just as it ended.
        if (again) void run();
      }
    })());
  }

  /** Makes what follows from the choices as they are, and again while they are changed meanwhile. */
  async function makeAll(): Promise<void> {
    again = true;
    while (again && picture.value) {
      again = false;
      const asked = choices.value;
      const now = await answered(desk().see(asked, laidOn(), told()));
      if (!now) return;
      problem.value = '';
      const width = fittingWidth(now.ink, laid().hoop);
      if (fits.value && now.inked && Math.abs(width - asked.width) > 0.05) {
        choices.value = { ...choices.value, width };
        again = true;
        continue;
      }
      seen.value = markRaw(now);
      // The page asks for what it shows of it first.
      await nextTick();
      if (again) continue;
      const objects = await answered(started().objects(asked, laidOn(), told()));
      if (!objects) return;
      if (again) continue;
      whole = now;
      made.value = markRaw(objects);
    }
  }

  /** Makes what follows from the choices; while that goes on, only the newest are made after it. */
  function run(): Promise<void> {
    again = true;
    return oneAtATime(makeAll);
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

  /** Ends what is being made: all is as it was made last, or, when nothing was, as it was before the picture. */
  async function stop(last: PictureChoices): Promise<void> {
    handle?.end();
    handle = null;
    again = false;
    giveUp();
    await done();
    choices.value = last;
    seen.value = whole;
    if (!made.value) picture.value = null;
    else if (picture.value) await desk().reopen(picture.value.data);
  }

  async function choose(file: File): Promise<void> {
    problem.value = note.value = '';
    // What is chosen by hand from now on is about this picture, though it is not there yet.
    busy.value = true;
    fits.value = true;
    const before = choices.value;
    let opened: OpenedPicture;
    try {
      opened = await openPicture(file);
    } catch (error) {
      busy.value = running !== null;
      problem.value = error instanceof PictureFileError ? error.message : String(error);
      return;
    }
    const { image, name } = opened;
    // What is being made of another picture is no longer wanted.
    await done();
    await oneAtATime(async () => {
      working.step = 'picture';
      working.done = 0;
      const data = await answered(desk().open(Comlink.transfer(image, [image])));
      if (!data) return;
      seen.value = made.value = whole = null;
      picture.value = markRaw({ name, data });
      note.value = opened.note;
      cutting.value = 'off';
      const begun = { ...CHOICES, stitches: choices.value.stitches };
      const proposed = await answered(desk().propose(begun, told()));
      if (!proposed) return;
      // What was chosen by hand while this was proposed stays.
      const byHand = Object.fromEntries(
        Object.entries(choices.value).filter(([key, value]) => before[key as keyof PictureChoices] !== value),
      );
      choices.value = {
        ...proposed.choices,
        width: fittingWidth(proposed.ink, laid().hoop),
        ...byHand,
      };
      sheet.value = proposed.sheet ? proposed.choices.taken.corners : null;
      await makeAll();
    });
  }

  /** A picture and choices that were kept. Gives what those make, whatever is changed meanwhile; null when that is stopped. */
  async function reopen(from: Pick<FromPicture, 'picture' | 'choices'>): Promise<PictureObjects | null> {
    await desk().reopen(from.picture.data);
    picture.value = markRaw(from.picture);
    choices.value = from.choices;
    fits.value = false;
    let kept: PictureObjects | null = null;
    await oneAtATime(async () => {
      if (!(await answered(desk().see(from.choices, laidOn(), told())))) return;
      kept = await answered(started().objects(from.choices, laidOn(), told()));
      if (kept) await makeAll();
    });
    return kept;
  }

  /** While nobody waits: what makes a picture's stitches is loaded, and its code compiled. */
  async function warmUp(): Promise<void> {
    await quiet();
    for (const width of WARM_UP) {
      if (busy.value || picture.value || left) return;
      const objects = await answered(desk().warmUp(width, laidOn()));
      if (!objects || left) return;
      await sewnBy(useChecker(), { ...emptyDesign('Stamp'), objects }, '', []);
    }
  }

  const view = (of: PictureView): Promise<ImageBitmap | null> => desk().view(of, choices.value, laidOn());

  /** The colours as groups that can be changed by hand. */
  const groups = computed<ColourGroup[]>(
    () =>
      seen.value?.colours.map(({ shades, thread, chosen, out, cloth }) => ({
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
    seen,
    made,
    problem,
    note,
    sheet,
    step,
    fits,
    working,
    busy,
    cutting,
    choose,
    warmUp,
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
