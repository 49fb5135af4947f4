// Work on a design that takes too long for the page: it gives commands, proposals and other designs.
import {
  adaptDesign,
  chooseStitchesJob,
  fixOf,
  followed,
  fontChanges,
  joinHiddenJob,
  layHoopingsJob,
  machineById,
  partForHoopJob,
  proposedWith,
  putInOrder,
  readingsOf,
  stitchesAmong,
  tidyTravel,
  type AdaptChoices,
  type AdaptedDesign,
  type Design,
  type Finding,
  type Followed,
  type Job,
  type LaidHoopings,
  type OrderProposal,
  type Parcel,
  type PartedForHoop,
  type Readings,
  type StitchesChosen,
  type TidyProposal,
} from '@rosehip/core';
import { fontsOf } from '../fonts.ts';
import { opened, openedNow, said, TELL_EVERY, type Problem } from './opened.ts';

/** A design otherwise, once the fonts are there that its words take in it. */
async function adaptedWithFonts(design: Design, choices: AdaptChoices): Promise<AdaptedDesign | Problem> {
  await fontsOf(design);
  const made = said(() => adaptDesign(design, choices));
  if ('problem' in made) return made;
  const before = fontChanges();
  await fontsOf(made.design);
  return fontChanges() === before ? made : said(() => adaptDesign(design, choices));
}

export const jobs = {
  /** What the fix of a finding does to the design. */
  async fix(parcel: Parcel, finding: Finding): Promise<Job | Problem> {
    const design = await opened(parcel);
    return said(() => fixOf(design, finding));
  },

  /** A better running order; null when there is none. */
  async order(parcel: Parcel, machine: string): Promise<OrderProposal | null | Problem> {
    const design = await opened(parcel);
    return said(() => putInOrder(design, machineById(machine).speed));
  },

  /** Stitches for shapes of the design; `satin` from 0, more fill, to 1, more satin. */
  async choose(parcel: Parcel, ids: string[], satin: number): Promise<StitchesChosen | Problem> {
    const design = await opened(parcel);
    return said(() => chooseStitchesJob(design, ids.length ? ids : design.objects.map((o) => o.id), satin));
  },

  /** The fewest hoopings that hold everything, or a sentence why there are none. */
  async layHoopings(parcel: Parcel): Promise<LaidHoopings | Problem> {
    const design = await opened(parcel);
    return said(() => layHoopingsJob(design));
  },

  /**
   * A design otherwise, with what goes with the choices but for what was chosen by hand. Small words may take another font:
   * when that came, it is done again, as it is larger or smaller than what stood in its place.
   */
  async adapt(
    parcel: Parcel,
    asked: AdaptChoices,
    byHand: ('size' | 'hoop')[],
  ): Promise<(AdaptedDesign & { choices: AdaptChoices }) | Problem> {
    const design = await opened(parcel);
    const choices = proposedWith(design, asked, byHand);
    const made = await adaptedWithFonts(design, choices);
    return 'problem' in made ? made : { ...made, choices };
  },

  /** What an adapted design becomes when the one that it follows has changed, as `was` and `now`. */
  async follow(mine: Parcel, was: Design, now: Design, choices: AdaptChoices): Promise<Followed | Problem> {
    const own = await opened(mine);
    const [base, theirs] = [await adaptedWithFonts(was, choices), await adaptedWithFonts(now, choices)];
    return 'problem' in base
      ? base
      : 'problem' in theirs
        ? theirs
        : followed(base.design, own, theirs.design);
  },

  /** What is larger than the hoop is parted, and hoopings are laid for all; or a sentence why not. */
  async partForHoop(parcel: Parcel): Promise<PartedForHoop | Problem> {
    const design = await opened(parcel);
    return said(() => partForHoopJob(design));
  },

  /** A better route through the colour of what is selected; null when there is none, or a sentence why not. */
  async tidy(parcel: Parcel, ids: string[]): Promise<TidyProposal | null | Problem> {
    const design = await opened(parcel);
    return said(() => tidyTravel(design, ids));
  },

  /** Joins two sets of plain stitches by a hidden way, or says why none is: what covers the cloth has to be read first. */
  async joinHidden(parcel: Parcel, first: string, second: string): Promise<Job | Problem> {
    const design = await opened(parcel);
    return said(() => joinHiddenJob(design, first, second));
  },

  /** What plain stitches of a design were sewn from, by their ids; `told` hears how far that is, 0 to 1. */
  readObjects(parcel: Parcel, ids: string[], told: (done: number) => void): Readings {
    const design = openedNow(parcel);
    let said = performance.now();
    return readingsOf(design, stitchesAmong(design, ids), (done) => {
      if (performance.now() - said < TELL_EVERY) return;
      said = performance.now();
      told(done);
    });
  },
};
