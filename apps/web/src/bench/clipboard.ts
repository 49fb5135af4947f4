// Copy and paste within a design and between designs, through the system's clipboard as text; and what other programs
// have put there.
import {
  emptyDesign,
  everyItem,
  pasteJob,
  portable,
  ReadError,
  removeJob,
  translation,
  withoutHidden,
  type Design,
  type Item,
} from '@rosehip/core';
import { useBench } from '../stores/bench/bench.ts';
import { useBringIn } from './bring-in.ts';
import { asWords, usePasteWords } from './words/paste-words.ts';

const MARK = 'rosehip-objects';
/** Text that is a drawing: SVG, perhaps after a declaration, a document type and comments. */
const DRAWING = /^\s*(<\?xml[^>]*>\s*)?(<!--[\s\S]*?-->\s*|<!DOCTYPE[^>]*>\s*)*<svg[\s>]/i;

interface Copied {
  format: typeof MARK;
  /** Of the document that they are part of. */
  version: number;
  /** Those that were selected; the others only serve them. */
  chosen: string[];
  objects: Item[];
  /** Letters of fonts that may not be where they are pasted. */
  fonts?: Design['fonts'];
  /** The design that they came from. */
  from: string;
}

export function useClipboard() {
  const bench = useBench();
  const bringIn = useBringIn();
  const pasteWords = usePasteWords();
  /** How often the same thing was pasted: each lies a little further on. */
  let pasted = { text: '', times: 0 };
  /** What was put on the clipboard from here last: that need not be checked. */
  let written = '';

  function copy(e: ClipboardEvent): boolean {
    if (!bench.design || !bench.selection.length) return false;
    const whole = portable(bench.design, bench.selection);
    // Steps of a group that are hidden stay behind.
    const objects = withoutHidden(whole);
    const hidden = objects.some((item, i) => item !== whole[i]);
    const copied: Copied = {
      format: MARK,
      version: bench.design.version,
      chosen: [...bench.selection],
      objects,
      fonts: bench.design.fonts,
      from: bench.id,
    };
    written = JSON.stringify(copied);
    e.clipboardData?.setData('text/plain', written);
    pasted = { text: '', times: 0 };
    const what =
      bench.selection.length === 1
        ? `${bench.selected[0].name} is copied`
        : `${bench.selection.length} objects are copied`;
    bench.message = `${what}${hidden ? ', without what is hidden' : ''}.`;
    return true;
  }

  function cut(e: ClipboardEvent): boolean {
    return copy(e) && bench.does((design) => removeJob(design, bench.selection));
  }

  /** Objects from text; null when it holds none. They are not checked. */
  function read(text: string): Copied | null {
    try {
      const value = JSON.parse(text) as Partial<Copied>;
      return value?.format === MARK ? (value as Copied) : null;
    } catch {
      return null;
    }
  }

  /** Objects that were copied elsewhere, checked like any design that comes in; a sentence when they can't be taken. */
  async function checked(value: Partial<Copied>): Promise<Copied | string> {
    const check = await import('@rosehip/core/check').catch(() => null);
    if (!check) return 'Rosehip doesn’t answer: what was copied elsewhere can be pasted when it is back.';
    try {
      const design: Design = check.checkDesign({
        ...emptyDesign('Pasted'),
        version: value.version ?? 1,
        objects: value.objects,
        ...(value.fonts && { fonts: value.fonts }),
      });
      return {
        ...(value as Copied),
        chosen: value.chosen ?? [],
        objects: design.objects,
        fonts: design.fonts,
        from: value.from ?? '',
      };
    } catch (error) {
      if (error instanceof ReadError) return `What is on the clipboard can’t be pasted: ${error.message}`;
      throw error;
    }
  }

  /** What other programs have put there: pictures and drawings come in, text becomes words. */
  function pasteOther(text: string, files: File[]): boolean {
    if (files.length) void bringIn(files);
    else if (DRAWING.test(text))
      void bringIn([new File([text], 'Pasted drawing.svg', { type: 'image/svg+xml' })]);
    else if (asWords(text)) void pasteWords(text);
    else bench.message = 'There is nothing on the clipboard that can be laid on the cloth.';
    return true;
  }

  function paste(e: ClipboardEvent): boolean {
    const text = e.clipboardData?.getData('text/plain') ?? '';
    const found = read(text);
    if (!found) return pasteOther(text, [...(e.clipboardData?.files ?? [])]);
    if (text === written) return lay(found, text);
    const { id } = bench;
    void checked(found).then((copied) => {
      if (bench.id !== id) return; // another design was opened meanwhile
      if (typeof copied === 'string') bench.message = copied;
      else lay(copied, text);
    });
    return true;
  }

  function lay(copied: Copied, text: string): boolean {
    pasted = { text, times: pasted.text === text ? pasted.times + 1 : 1 };
    // Into another design it comes at the same place; into the same one a little beside.
    const by = copied.from === bench.id ? 4 * pasted.times : 0;
    const known = new Set([...everyItem(copied.objects)].map((i) => i.id));
    const chosen = new Set(copied.chosen.filter((id) => known.has(id)));
    const fonts = copied.from === bench.id ? [] : copied.fonts;
    return bench.does((design) =>
      pasteJob(design, copied.objects, chosen, translation(by, by), 'Paste', fonts),
    );
  }

  return { copy, cut, paste };
}
