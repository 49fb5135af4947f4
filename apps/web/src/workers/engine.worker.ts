// The engine: stitches designs, reads and writes files, away from the main thread.
import {
  clothById,
  CLOTHS,
  designFromSvg,
  figuresOf,
  findingsOf,
  JobError,
  objectChosen,
  resolveDesign,
  visibleLeaves,
  paintPicture,
  pictureArea,
  planBuffers,
  readDesignFile,
  readDst,
  ReadError,
  readSvg,
  sewDesign,
  STITCH_KINDS,
  tidyTravel,
  writeDesignFile,
  writeDst,
  writeSvg,
  type Design,
  type DesignObject,
  type Figures,
  type Finding,
  type PictureCanvas,
  type Plan,
  type Recipe,
  type SettingValue,
  type TidyProposal,
} from '@rosehip/core';
import * as Comlink from 'comlink';

export interface Sewn {
  plan: Plan;
  figures: Figures;
  /** What will not sew as it may be meant, worst first. */
  findings: Finding[];
  /** What settings that are left to the engine come to, by object and name. */
  chosen: Record<string, Record<string, SettingValue>>;
  /** Time the computation took, in ms. */
  took: number;
}

export type FileKind = 'dst' | 'svg' | 'png' | 'design';

/** What reading a file gave: a design, or a sentence that says why not. */
export type BroughtIn = { design: Design; notes: string[] } | { problem: string };

const handOver = (plan: Plan, more: object = {}): Sewn =>
  Comlink.transfer({ plan, ...more } as Sewn, planBuffers(plan));

function chosenIn(design: Design): Sewn['chosen'] {
  const cloth = clothById(design.cloth.kind);
  return Object.fromEntries(
    [...visibleLeaves(resolveDesign(design).objects)].flatMap((leaf) =>
      leaf.kind === 'object' ? [[leaf.id, objectChosen(leaf, cloth)]] : [],
    ),
  );
}

const engine = {
  sew(design: Design): Sewn {
    const start = performance.now();
    const plan = sewDesign(design);
    const figures = figuresOf(plan);
    const empty = plan.objects.filter((o) => o.to === o.from).map((o) => o.id);
    const findings = findingsOf(design, figures, empty);
    return handOver(plan, { figures, findings, chosen: chosenIn(design), took: performance.now() - start });
  },

  /** The object stitched by every kind, for the card's swatches; settings it has are kept where they fit. */
  swatches(object: DesignObject, design: Design): { kind: string; plan: Plan }[] {
    const made = STITCH_KINDS.map((kind) => {
      const recipe: Recipe = object.recipe.kind === kind.id ? object.recipe : { kind: kind.id, settings: {} };
      const alone: Design = { ...design, objects: [{ ...object, visible: true, recipe }] };
      return { kind: kind.id, plan: sewDesign(alone) };
    });
    return Comlink.transfer(
      made,
      made.flatMap(({ plan }) => planBuffers(plan)),
    );
  },

  /** A better route through the colour of what is selected; null when there is none, or a sentence why not. */
  tidy(design: Design, ids: string[]): TidyProposal | null | { problem: string } {
    try {
      return tidyTravel(design, ids);
    } catch (error) {
      if (error instanceof JobError) return { problem: error.message };
      throw error;
    }
  },

  /** Reads a file by its name's ending. */
  bringIn(fileName: string, bytes: Uint8Array): BroughtIn {
    const name = fileName.replace(/(\.rosehip)?\.[a-z]+$/i, '').slice(0, 100) || 'Brought in';
    try {
      if (/\.dst$/i.test(fileName)) {
        const { design, warnings } = readDst(bytes, name);
        return { design, notes: warnings };
      }
      const text = new TextDecoder().decode(bytes);
      if (/\.svg$/i.test(fileName)) {
        const drawing = readSvg(text);
        if (!drawing.shapes.length)
          return { problem: ['The drawing holds nothing that can be stitched.', ...drawing.notes].join(' ') };
        return { design: designFromSvg(drawing, name), notes: drawing.notes };
      }
      if (/\.json$/i.test(fileName)) return { design: readDesignFile(text), notes: [] };
      return { problem: 'Only .rosehip.json, .svg and .dst files can be brought in.' };
    } catch (error) {
      if (error instanceof ReadError) return { problem: error.message };
      throw error;
    }
  },

  /** Writes the design as a file. */
  async writeFile(design: Design, kind: FileKind): Promise<Uint8Array> {
    const plan = sewDesign(design);
    if (kind === 'dst') return writeDst(plan, design.name);
    if (kind === 'svg') return new TextEncoder().encode(writeSvg(design, plan));
    if (kind === 'design') return new TextEncoder().encode(writeDesignFile(design));
    const area = pictureArea(design, plan);
    const [w, h] = [area.maxX - area.minX, area.maxY - area.minY];
    const scale = Math.min(20, 2400 / Math.max(w, h));
    const canvas = new OffscreenCanvas(Math.round(w * scale), Math.round(h * scale));
    const ctx = canvas.getContext('2d')! as unknown as PictureCanvas;
    paintPicture(ctx, design, plan, 'cloth', area, canvas.width, canvas.height);
    const blob = await canvas.convertToBlob({ type: 'image/png' });
    return new Uint8Array(await blob.arrayBuffer());
  },

  /** The cloths as the engine knows them; answers at once, so it also tells whether the worker is up. */
  ready: (): number => CLOTHS.length,
};

export type Engine = typeof engine;
Comlink.expose(engine);
