// Designs as they come to the engine, and its answers when something can’t be done.
import { DesignReceiver, JobError, type Design, type Parcel } from '@rosehip/core';
import { fontsOf } from '../fonts.ts';

/** A sentence that says why something can't be done. */
export interface Problem {
  problem: string;
}

/** How often a long piece of work says how far it is, in ms. */
export const TELL_EVERY = 100;

/** Designs come as parcels, so that what did not change since the last one is stitched no more. */
const designs = new DesignReceiver();

/** The design of a parcel, whatever fonts are there. */
export const openedNow = (parcel: Parcel): Design => designs.open(parcel);

/** The design of a parcel, with the fonts that its words need. Parcels are opened as they come; fonts may take longer. */
export async function opened(parcel: Parcel): Promise<Design> {
  const design = designs.open(parcel);
  await fontsOf(design);
  return design;
}

/** Gives what `work` gives, or the sentence of a job that can't be done. */
export function said<T>(work: () => T): T | Problem {
  try {
    return work();
  } catch (error) {
    if (error instanceof JobError) return { problem: error.message };
    throw error;
  }
}
