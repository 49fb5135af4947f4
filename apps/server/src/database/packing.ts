// How a design is kept small: what is long in it apart, once by content; a revision as changes to a whole one.
import { createHash } from 'node:crypto';
import { deflateSync, inflateSync } from 'node:zlib';
import { asPresent, type Design } from '@rosehip/core';
import { applyDelta, createDelta } from 'fossil-delta';

/**
 * Texts of so many characters, and lists of so many numbers, are kept apart: pictures, cloth prints, brought-in stitches,
 * drawings of motifs.
 */
const LONG = 4096;
/** What stands in a design's text for a text that is kept apart, and for a list. */
const MARK = 'asset:';
const LIST_MARK = 'list:';
const MARKED = /"(asset|list):([0-9a-f]{64})"/g;
const looksMarked = (text: string): boolean => text.startsWith(MARK) || text.startsWith(LIST_MARK);

export const hashOf = (text: string): string => createHash('sha256').update(text).digest('hex');

/** An id that is always the same for the same text. */
export function idFrom(text: string): string {
  const hex = hashOf(text);
  return [0, 8, 12, 16, 20].map((from, k, all) => hex.slice(from, all[k + 1] ?? 32)).join('-');
}

export interface Apart {
  /** The design as JSON, with marks in place of its long texts. */
  text: string;
  /** SHA-256 of the whole text, with them in it. */
  hash: string;
  /** The long texts by their SHA-256. */
  assets: Map<string, string>;
}

/** Takes what is long out of a design. Short texts that look like a mark go too, so that every mark is one. */
export function takeApart(design: object): Apart {
  const assets = new Map<string, string>();
  const text = JSON.stringify(design, (_key, value: unknown) => {
    if (Array.isArray(value) && value.length >= LONG && typeof value[0] === 'number') {
      const list = JSON.stringify(value);
      const hash = hashOf(list);
      assets.set(hash, list);
      return LIST_MARK + hash;
    }
    if (typeof value !== 'string' || (value.length < LONG && !looksMarked(value))) return value;
    const hash = hashOf(value);
    assets.set(hash, value);
    return MARK + hash;
  });
  return { text, hash: hashOf(assets.size ? JSON.stringify(design) : text), assets };
}

/** The SHA-256 of the long texts that a text with marks needs. */
export const marksIn = (text: string): string[] => [
  ...new Set([...text.matchAll(MARKED)].map(([, , hash]) => hash)),
];

/** What a text with marks stands for, in the version that it was written in. Throws when a long part is missing. */
export function putTogether(text: string, assets: ReadonlyMap<string, string>): object {
  const whole = text.replace(MARKED, (_mark, kind: 'asset' | 'list', hash: string) => {
    const asset = assets.get(hash);
    if (asset === undefined) throw new Error(`The long part ${hash} of a design is missing.`);
    return kind === 'list' ? asset : JSON.stringify(asset);
  });
  return JSON.parse(whole) as object;
}

/** The design of a text with marks, as the present version has it. */
export const designOf = (text: string, assets: ReadonlyMap<string, string>): Design =>
  asPresent(putTogether(text, assets));

// Both kinds of packing are what MariaDB's COMPRESS makes (four bytes of length, least first, then zlib), so that
// revisions from before there was any packing could be packed where they lay.

const packBytes = (bytes: Uint8Array): Buffer => {
  const length = Buffer.alloc(4);
  length.writeUInt32LE(bytes.length);
  return Buffer.concat([length, deflateSync(bytes)]);
};
const unpackBytes = (body: Buffer): Buffer => inflateSync(body.subarray(4));

export const packText = (text: string): Buffer => packBytes(Buffer.from(text));
export const unpackText = (body: Buffer): string => unpackBytes(body).toString();

/** Packs a text as changes to another. */
export const packChanges = (text: string, base: string): Buffer =>
  packBytes(createDelta<Uint8Array>(Buffer.from(base), Buffer.from(text)));

/** The text that `packChanges` packed. Throws when `base` is not the same as then (the changes carry a check sum). */
export const unpackChanges = (body: Buffer, base: string): string =>
  Buffer.from(
    applyDelta<Uint8Array>(Buffer.from(base), unpackBytes(body), { verifyChecksum: true }),
  ).toString();
