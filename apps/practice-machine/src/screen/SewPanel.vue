<script setup lang="ts">
// While it sews: what it does, what it asks for, how fast, and steps back and forth.
import { computed } from 'vue';
import NeedleList from './NeedleList.vue';
import NeedleView from './NeedleView.vue';
import { FACTORS, useMachine } from './use-machine.ts';

const { model, job, sewing, speed, factor, wishes, logSaid, go, act, putAside } = useMachine();
const stitch = computed(() => sewing.value?.stitch ?? 0);
const status = computed(() => sewing.value?.status ?? 'ready');
const standing = computed(() => status.value !== 'sewing');
const counts = computed(() => sewing.value?.counts);

const clock = (seconds: number): string => {
  const s = Math.floor(seconds);
  const two = (n: number): string => String(n).padStart(2, '0');
  return s >= 3600
    ? `${Math.floor(s / 3600)}:${two(Math.floor((s % 3600) / 60))}:${two(s % 60)}`
    : `${Math.floor(s / 60)}:${two(s % 60)}`;
};
const said = computed(() => {
  const of = sewing.value;
  if (!of) return { title: '', text: '' };
  const needle = model.value.needles > 1 ? ` on needle ${of.colours[of.colour].needle + 1}` : '';
  switch (of.status) {
    case 'sewing':
      return { title: 'Sewing', text: `Colour ${of.colour + 1} of ${of.job.colours}` };
    case 'held':
      return {
        title: 'Held',
        text: of.missing
          ? `${of.missing} stitches behind the needle hold no thread: go back over them.`
          : 'It stands until you let it go on.',
      };
    case 'thread':
      return {
        title: `Colour ${of.colour + 1}, please`,
        text: `Thread it${needle}. If the file only stops here, leave the thread as it is.`,
      };
    case 'broken':
      return {
        title: 'The thread broke',
        text: `Thread${needle || ' the needle'} anew. The last stitches hold no thread: go back 10, then go on.`,
      };
    case 'bobbin':
      return {
        title: 'The bobbin is empty',
        text: 'Put a full one in. The last stitches hold no thread: go back 10 or 20, then go on.',
      };
    case 'done':
      return {
        title: 'Sewn',
        text: of.missing
          ? `${of.missing} stitches hold no thread.`
          : 'Every stitch of the file is on the cloth.',
      };
    default:
      return { title: '', text: '' };
  }
});
const STEPS = [-100, -10, -1, 1, 10, 100];
const stepName = (n: number): string =>
  `${Math.abs(n)} ${Math.abs(n) === 1 ? 'stitch' : 'stitches'} ${n < 0 ? 'back' : 'on'}`;
</script>

<template>
  <section v-if="sewing && job && counts" class="flex min-h-0 grow flex-col gap-3" aria-label="Sewing">
    <div class="flex gap-3">
      <NeedleView class="shrink-0" />
      <div class="min-w-0 grow">
        <h2 class="text-xl" data-testid="status">{{ said.title }}</h2>
        <p role="status" class="small">{{ said.text }}</p>
      </div>
    </div>
    <div>
      <div class="flex justify-between">
        <span data-testid="stitch"
          >{{ stitch.toLocaleString('en-GB') }} of {{ job.stitches.toLocaleString('en-GB') }}</span
        >
        <span>{{ clock(counts.seconds) }}</span>
      </div>
      <progress :value="stitch" :max="job.stitches" aria-label="Sewn so far" />
    </div>
    <div class="-mr-2 grid min-h-0 grow content-start gap-3 overflow-y-auto pr-2">
      <div
        v-if="status !== 'done'"
        class="grid grid-cols-6 gap-1"
        role="group"
        aria-label="Move the frame without sewing"
      >
        <button
          v-for="n in STEPS"
          :key="n"
          type="button"
          class="key px-0"
          :aria-disabled="!standing || undefined"
          :aria-label="stepName(n)"
          :title="standing ? stepName(n) : 'Only while it stands: stop it first.'"
          @click="standing && act((of) => of.moveBy(n))"
        >
          {{ n > 0 ? `+${n}` : `−${-n}` }}
        </button>
      </div>
      <label v-if="status !== 'done'" class="grid gap-1">
        <span class="flex justify-between"
          ><span class="small">Speed</span><span>{{ speed }} stitches a minute</span></span
        >
        <input
          v-model.number="speed"
          type="range"
          class="accent-lamp"
          :min="model.slowest"
          :max="model.fastest"
          step="50"
          aria-label="Speed"
        />
      </label>
      <div v-if="status !== 'done'" class="grid gap-1">
        <span class="small">Watched</span>
        <div class="grid grid-cols-4 gap-1" role="group" aria-label="Watched">
          <button
            v-for="f in FACTORS"
            :key="f"
            type="button"
            class="key px-0"
            :aria-pressed="factor === f"
            @click="factor = f"
          >
            {{ f === 1 ? 'as in life' : `${f} ×` }}
          </button>
        </div>
      </div>
      <label v-if="status !== 'done'" class="flex items-center gap-2">
        <input v-model="wishes.attended" type="checkbox" class="size-4 accent-lamp" /> Somebody threads it for
        me
      </label>
      <dl class="grid grid-cols-[1fr_auto] gap-x-4" aria-label="What happened">
        <dt class="text-muted">Stitches sewn</dt>
        <dd class="text-right">{{ counts.stitches.toLocaleString('en-GB') }}</dd>
        <dt class="text-muted">Trims</dt>
        <dd class="text-right">{{ counts.trims }}</dd>
        <dt class="text-muted">Threaded</dt>
        <dd class="text-right">{{ counts.threadings }}</dd>
        <dt class="text-muted">Thread breaks</dt>
        <dd class="text-right">{{ counts.breaks }}</dd>
        <dt class="text-muted">Bobbins</dt>
        <dd class="text-right">{{ counts.bobbins }}</dd>
      </dl>
      <p v-if="logSaid" class="small">{{ logSaid }}</p>
      <NeedleList v-if="status !== 'done'" />
    </div>
    <div class="grid grid-cols-[auto_1fr] gap-2">
      <button type="button" class="key" @click="putAside">
        {{ status === 'done' ? 'Another file' : 'Put it aside' }}
      </button>
      <button v-if="status === 'sewing'" type="button" class="key key-stop" @click="act((of) => of.hold())">
        Stop
      </button>
      <button v-else-if="status === 'held'" type="button" class="key key-go" @click="go">Go on</button>
      <div v-else-if="status === 'thread'" class="grid gap-2">
        <button type="button" class="key key-go" @click="(act((of) => of.threadedNow()), go())">
          Threaded: go on
        </button>
        <button type="button" class="key" @click="(act((of) => of.sameThread()), go())">
          Same thread: go on
        </button>
      </div>
      <button
        v-else-if="status === 'broken' || status === 'bobbin'"
        type="button"
        class="key key-go"
        @click="act((of) => of.threadedNow())"
      >
        {{ status === 'broken' ? 'Threaded anew' : 'A full bobbin is in' }}
      </button>
    </div>
  </section>
</template>
