// All that the machine's screen knows: which file, where it lies, what is threaded, and the sewing as it goes on.
import { computed, reactive, ref, shallowRef, triggerRef, watch } from 'vue';
import { useLocalStorage } from '@vueuse/core';
import { outside, placed, reachOf, readJob, refusal, type Job, type Placing } from '../machine/job.ts';
import { logName, logOf } from '../machine/log.ts';
import { MODELS } from '../machine/models.ts';
import { coloursFor, type Colour } from '../machine/needles.ts';
import { Sewing, type Status } from '../machine/sewing.ts';
import { slot, type Stick } from './slot.ts';

/** How often the thread breaks and how long a bobbin lasts when that is asked for, in stitches. */
const MISHAPS = { breaks: 2500, bobbin: 9000 };
/** Longest step of time that is shown at once, in seconds: a page that was hidden does not catch up. */
const LONGEST_STEP = 0.1;
/** Times as fast as life. */
export const FACTORS = [1, 5, 20, 100];

/** What it waits for a person in. */
const WAITS: ReadonlySet<Status> = new Set(['thread', 'broken', 'bobbin']);

const NOWHERE: Placing = { x: 0, y: 0, turn: 0 };

const modelId = useLocalStorage('practice-model', MODELS[0].id);
const hoopName = useLocalStorage('practice-hoop', '100 × 100');
const stick = ref<Stick | null>(null);
const problem = ref('');
/** As the file says it. */
const job = shallowRef<Job | null>(null);
const placing = reactive<Placing>({ ...NOWHERE });
const colours = ref<Colour[]>([]);
const wishes = reactive({ breaks: false, bobbin: false, attended: false });
const speed = ref(MODELS[0].fastest);
const factor = ref(1);
/** Changed in place; those who look at it are told by `triggerRef`. */
const sewing = shallowRef<Sewing | null>(null);
const logSaid = ref('');
let begun = new Date();
/** Told of every stretch of records that was gone through. */
const followers = new Set<(from: number, to: number) => void>();

const model = computed(() => MODELS.find((m) => m.id === modelId.value) ?? MODELS[0]);
const hoop = computed(() => model.value.hoops.find((h) => h.name === hoopName.value) ?? model.value.hoops[0]);
/** As it lies in the hoop. */
const lying = computed(() => (job.value ? placed(job.value, placing) : null));
const reach = computed(() => (lying.value ? reachOf(lying.value) : null));
/** Why it can't be sewn so; empty when it can. */
const hindrance = computed(() => {
  if (!job.value || !reach.value) return '';
  return refusal(job.value, model.value) ?? outside(reach.value, hoop.value) ?? '';
});

watch(model, (m) => {
  speed.value = m.fastest;
  if (job.value) colours.value = coloursFor(job.value.colours, m.needles);
});
speed.value = model.value.fastest;

/** Runs a step; what goes wrong is told. */
async function tried<T>(step: () => Promise<T>): Promise<T | undefined> {
  problem.value = '';
  try {
    return await step();
  } catch (error) {
    problem.value = (error as Error).message;
    return undefined;
  }
}

async function lookForStick(): Promise<void> {
  stick.value = (await tried(slot.stick)) ?? null;
}
/** The same without a word, for looking again and again. */
async function glance(): Promise<void> {
  stick.value = await slot.stick().catch(() => stick.value);
}
async function putStick(inside: boolean): Promise<void> {
  stick.value = (await tried(() => slot.put(inside))) ?? stick.value;
}

async function choose(file: string): Promise<void> {
  await tried(async () => {
    const read = readJob(file, await slot.file(file));
    Object.assign(placing, NOWHERE);
    colours.value = coloursFor(read.colours, model.value.needles);
    sewing.value = null;
    logSaid.value = '';
    job.value = read;
  });
  if (problem.value) await glance();
}

/** Back to the list of files; what was sewn of this one is written down. */
async function putAside(): Promise<void> {
  const last = sewing.value;
  if (last && last.status !== 'done' && last.status !== 'ready') {
    last.hold();
    await writeLog();
  }
  job.value = sewing.value = null;
  await lookForStick();
}

async function writeLog(): Promise<void> {
  const of = sewing.value!;
  const log = logOf(of, { hoop: hoop.value, placing: { ...placing }, begun, ended: new Date() });
  const name = logName(of.job.file);
  const kept = await tried(() => slot.keepLog(name, log));
  if (!kept) return;
  logSaid.value =
    kept.on === 'stick'
      ? `What happened is written down on the stick, as ${kept.name}.`
      : `What happened is kept in the machine: it could not be written to the stick. ${kept.why}`;
}

/* Sewing */
const changed = (): void => triggerRef(sewing);

function begin(): void {
  if (hindrance.value || !lying.value) return;
  begun = new Date();
  logSaid.value = '';
  const { breaks, bobbin } = wishes;
  sewing.value = new Sewing(
    lying.value,
    model.value,
    colours.value.map((c) => ({ ...c })),
    {
      breaks: breaks ? MISHAPS.breaks : 0,
      bobbin: bobbin ? MISHAPS.bobbin : 0,
      seed: begun.getTime(),
    },
  );
  go();
}

function go(): void {
  const of = sewing.value;
  if (!of) return;
  of.speed = speed.value;
  of.go();
  changed();
  run();
}
watch(speed, (v) => sewing.value && (sewing.value.speed = v));

function act(step: (of: Sewing) => void): void {
  const of = sewing.value;
  if (!of) return;
  step(of);
  changed();
}

/** Whoever comes to stand by finds it waiting, perhaps. */
watch(
  () => wishes.attended,
  (on) => {
    const of = sewing.value;
    if (!on || !of || !WAITS.has(of.status)) return;
    act((s) => s.attend());
    run();
  },
);

let running = false;
function run(): void {
  if (running) return;
  running = true;
  let before = performance.now();
  const frame = (now: number): void => {
    const of = sewing.value;
    if (!of) {
      running = false;
      return;
    }
    const { from, to } = of.advance(Math.min(LONGEST_STEP, (now - before) / 1000) * factor.value);
    before = now;
    if (to > from) for (const follower of followers) follower(from, to);
    if (WAITS.has(of.status) && wishes.attended) of.attend();
    changed();
    if (of.status === 'sewing') {
      requestAnimationFrame(frame);
      return;
    }
    running = false;
    if (of.status === 'done') void writeLog();
  };
  requestAnimationFrame((now) => {
    before = now;
    requestAnimationFrame(frame);
  });
}

export const useMachine = () => ({
  model,
  modelId,
  hoop,
  hoopName,
  stick,
  problem,
  job,
  placing,
  lying,
  reach,
  hindrance,
  colours,
  wishes,
  speed,
  factor,
  sewing,
  logSaid,
  followers,
  lookForStick,
  glance,
  putStick,
  choose,
  putAside,
  begin,
  go,
  act,
  tried,
});
