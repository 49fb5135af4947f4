// What is sewn, and what the checks find in it.
import {
  figuresOf,
  findingsOf,
  findItem,
  layersOver,
  letterByLetter,
  machineById,
  materialsOf,
  objectChosen,
  objectCover,
  openPlan,
  packPlan,
  parcelBuffers,
  planBuffers,
  resolveDesign,
  roughly,
  sewDesign,
  sewHooped,
  sewResolved,
  STITCH_KINDS,
  swatchDesign,
  switchKind,
  visibleLeaves,
  type Design,
  type DesignObject,
  type Figures,
  type Finding,
  type HoopedThings,
  type LayerGrid,
  type Parcel,
  type PlainOutline,
  type Plan,
  type PlanParcel,
  type SettingValue,
  type ThreadPlan,
} from '@rosehip/core';
import * as Comlink from 'comlink';
import { opened, TELL_EVERY } from './opened.ts';

export interface Sewn {
  /** The plan, by what it has of the last that this engine sewed, … */
  parcel: SewnParcel;
  /** … and when each of its records is done, in seconds. */
  time: Float32Array;
  figures: Figures;
  /** What settings that are left to the engine come to, by object and name. */
  chosen: Record<string, Record<string, SettingValue>>;
  /** What is sewn in which of several hoopings; null when there is one. */
  hooped: HoopedThings | null;
  /** Is it a rough version, the last touches of which are left? */
  isRough: boolean;
  /** Time the computation took, in ms. */
  took: number;
}

/** A plan on its way from the engine, which numbers them: a painter that heard of it already knows it by that. */
export interface SewnParcel extends PlanParcel {
  number: string;
  /** The one before it, of which it tells what is kept; '' when there was none. */
  after: string;
}

/** What the checks found, worst first, and the thread layers that they counted. */
export interface CheckReport {
  findings: Finding[];
  layers: LayerGrid | null;
}

/** The plan that was sewn last, and the one that was checked last, as they went to the page and came from it. */
let sewnLast: ThreadPlan | null = null;
let checkedLast: ThreadPlan | null = null;
/** No two engines give the same number. */
let number = '';
let count = 0;
/** A painter that hears at once of what changed, while the page is still about its own. */
let listener: MessagePort | null = null;
/** … where that is no more than so many records. */
const FEW = 20_000;

type PlainObject = DesignObject<PlainOutline>;

/** What speaks for an object: of words their first letter, which is stitched anyway. */
const oneLetter = (leaf: PlainObject): PlainObject => {
  const [first] = letterByLetter(leaf);
  return first?.kind === 'object' ? first : leaf;
};

function chosenIn(design: Design): Sewn['chosen'] {
  const cloth = materialsOf(design).cloth;
  return Object.fromEntries(
    [...visibleLeaves(resolveDesign(design).objects)].flatMap((leaf) =>
      leaf.kind === 'object' ? [[leaf.id, objectChosen(oneLetter(leaf), cloth)]] : [],
    ),
  );
}

/** Objects of more stitches than this may take long. */
const LONG = 3000;

export const sewing = {
  /**
   * Stitches the design but for `stopped` objects; `onObject` hears which of how many objects is begun, some times a
   * second at most, and of each that may take long. What can wait is left out once `within` ms are over: then it is a rough version.
   */
  async sew(
    parcel: Parcel,
    machine: string,
    stopped: string[],
    within = Infinity,
    onObject?: (object: number, of: number, id: string) => void,
  ): Promise<Sewn> {
    const start = performance.now();
    const design = await opened(parcel);
    // Fonts that had to come first are no reason to leave anything out.
    const begun = performance.now();
    let told = start;
    const resolved = resolveDesign(design);
    const sew = () =>
      sewHooped(resolved, {
        speed: machineById(machine).speed,
        stopped: new Set(stopped),
        onObject: (object, of, id, stitches) => {
          if (!onObject || (stitches < LONG && performance.now() - told < TELL_EVERY)) return;
          told = performance.now();
          onObject(object, of, id);
        },
      });
    const { made, isRough } = roughly(() => performance.now() - begun > within, sew);
    const { plan, things } = made;
    const { time, ...thread } = plan;
    const packed: SewnParcel = {
      ...packPlan(sewnLast, thread),
      number: `${performance.timeOrigin} ${++count}`,
      after: number,
    };
    ({ number } = packed);
    sewnLast = thread;
    if (packed.after && packed.between.x.length <= FEW) listener?.postMessage(packed);
    const sewn: Sewn = {
      parcel: packed,
      time,
      figures: figuresOf(plan),
      chosen: chosenIn(design),
      hooped: things,
      isRough,
      took: performance.now() - start,
    };
    return Comlink.transfer(sewn, [time.buffer as ArrayBuffer, ...parcelBuffers(packed)]);
  },

  /** From now on a painter is told by this port what is sewn. */
  tellOf(port: MessagePort): void {
    listener = port;
  },

  /** Runs every check on a design and the plan that was made of it, and counts the thread's layers. */
  async check(parcel: Parcel, sewn: PlanParcel, time: Float32Array, machine: string): Promise<CheckReport> {
    const plan = { ...(checkedLast = openPlan(checkedLast, sewn)), time };
    const design = await opened(parcel);
    const findings = findingsOf(design, plan, machineById(machine));
    const counted = layersOver(plan);
    // What is handed over is gone here.
    const layers = counted && { ...counted, layers: counted.layers.slice() };
    return Comlink.transfer({ findings, layers }, layers ? [layers.layers.buffer as ArrayBuffer] : []);
  },

  /** An object of the design as every kind would stitch it, for the card's swatches. */
  async swatches(id: string, parcel: Parcel): Promise<{ kind: string; plan: Plan; covers: boolean }[]> {
    const design = await opened(parcel);
    const resolved = resolveDesign(design);
    const object = findItem(resolved, id);
    if (object?.kind !== 'object') return [];
    const { keepClear: _, relief: __, linesLike: ___, stopAfter: ____, ...plain } = object;
    const made = STITCH_KINDS.map((kind) => {
      const alone = { ...switchKind(plain, kind.id), visible: true, unsewn: false };
      const covers = !!objectCover(alone, materialsOf(design).cloth);
      return { kind: kind.id, plan: sewResolved({ ...resolved, objects: [alone] }), covers };
    });
    return Comlink.transfer(
      made,
      made.flatMap(({ plan }) => planBuffers(plan)),
    );
  },

  /** Stitches a swatch of each kind, so that the first design finds the engine loaded and its code compiled. */
  warmUp(): void {
    for (const { id } of STITCH_KINDS)
      sewDesign(
        swatchDesign({ kind: id, settings: {} }, '101', { cloth: { kind: 'linen', colour: '#ffffff' } }),
      );
  },
};
