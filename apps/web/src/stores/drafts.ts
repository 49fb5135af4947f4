// Edits that the server does not have yet, kept in the browser so that closing the page loses nothing.
import type { Design } from '@rosehip/core';

export interface Draft {
  basedOn: number;
  design: Design;
}

const key = (id: string): string => `rosehip-draft-${id}`;

export function keepDraft(id: string, draft: Draft): void {
  try {
    localStorage.setItem(key(id), JSON.stringify(draft));
  } catch {
    // Too large for the browser's store: saving to the server is then the only copy.
  }
}

export function dropDraft(id: string): void {
  localStorage.removeItem(key(id));
}

export function readDraft(id: string): Draft | null {
  try {
    return JSON.parse(localStorage.getItem(key(id)) ?? 'null') as Draft | null;
  } catch {
    return null;
  }
}
