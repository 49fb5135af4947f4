// How the bench is looked at: view, zoom, tool, panel. Comes back when the page is loaded again.
import { useKept } from '../parts/kept.ts';
import { broughtIntoSight, fitted, isSameView, pulled, zoomedAt, type Viewport } from '../parts/viewport.ts';
import { defineStore } from 'pinia';
import { computed, ref, watch } from 'vue';
import { LIGHT_FROM, type Bounds, type Point, type ViewName } from '@rosehip/core';

export type ToolName =
  | 'select'
  | 'points'
  | 'mend'
  | 'read'
  | 'pen'
  | 'freehand'
  | 'rectangle'
  | 'ellipse'
  | 'shapes'
  | 'words'
  | 'knife'
  | 'bend'
  | 'steer'
  | 'pull'
  | 'measure'
  | 'picture';
export type PanelName =
  | 'card'
  | 'make'
  | 'shaping'
  | 'guides'
  | 'findings'
  | 'figures'
  | 'rehearsal'
  | 'proposal'
  | 'choose'
  | 'report'
  | 'hoop'
  | 'threads'
  | 'letters'
  | 'history'
  | 'take'
  | 'try-on'
  | 'keys'
  | 'conflict';

/** Panels about the whole design. */
const OF_ALL: ReadonlySet<PanelName> = new Set(['hoop', 'take', 'keys', 'history', 'try-on']);

interface Kept {
  view: ViewName;
  scale: number;
  centre: Point;
  selection: string[];
  /** What the hand held, and when; a page that is loaded anew soon after goes on with it. */
  tool?: ToolName;
  panel?: PanelName;
  at?: number;
  /** The revision that was there when the design was opened. */
  opened?: number;
}

/** Tools and panels that can be gone on with: nothing of them was half done. */
const GOES_ON: ReadonlySet<ToolName | PanelName> = new Set<ToolName | PanelName>([
  ...(['select', 'points', 'freehand', 'rectangle', 'ellipse', 'steer'] as const),
  ...(['card', 'make', 'shaping', 'guides', 'hoop', 'threads'] as const),
]);
/** For so long after it was left, in ms. */
const SOON = 15 * 60_000;

export const useView = defineStore('view', () => {
  const view = ref<ViewName>('cloth');
  const tool = ref<ToolName>('select');
  const panel = ref<PanelName>('card');
  /** A thing that the design is tried on stands in the cloth's place. */
  const tryingOn = ref(false);
  /** The running order's form; kept for every design. */
  const orderForm = useKept<'timeline' | 'list'>('rosehip-order-form', 'timeline');
  /** CSS pixels a millimetre. */
  const scale = ref(4);
  /** What lies in the middle of the cloth, in mm. */
  const centre = ref<Point>({ x: 0, y: 0 });
  /** Size of the cloth area in CSS pixels. */
  const width = ref(0);
  const height = ref(0);
  const thread = ref('222');
  /** Where the light on the cloth comes from, in degrees clockwise from the top; kept for every design. */
  const light = useKept('rosehip-light', LIGHT_FROM);
  /** The next closed line of the pen becomes a border. */
  const drawsBorder = ref(false);

  const originX = computed(() => width.value / 2 - centre.value.x * scale.value);
  const originY = computed(() => height.value / 2 - centre.value.y * scale.value);

  const toMm = (x: number, y: number): Point => ({
    x: (x - originX.value) / scale.value,
    y: (y - originY.value) / scale.value,
  });
  const toPx = (p: Point): Point => ({
    x: p.x * scale.value + originX.value,
    y: p.y * scale.value + originY.value,
  });

  /** Tools whose own panel stands in the card's place. */
  const WITH_PANEL: readonly ToolName[] = ['points', 'mend', 'read', 'shapes', 'picture'];
  /** The recipe card comes forth, also from behind a tool's panel. */
  function showCard(): void {
    panel.value = 'card';
    if (WITH_PANEL.includes(tool.value)) tool.value = 'select';
  }
  /** Something was made: its card is to be shown from the top, ready for its first number. */
  const justMade = ref(false);
  /** What is about the whole design makes room for what was drawn, brought in or taken hold of. */
  function showSelected(): void {
    if (OF_ALL.has(panel.value)) panel.value = 'card';
  }
  function showMade(): void {
    showCard();
    justMade.value = true;
  }
  /** A setting of the recipe whose field is to be opened, ready to be typed in. */
  const openSetting = ref<string | null>(null);
  /** The finder is open. */
  const finding = ref(false);

  /** Goes back to the cloth, seen so. */
  function look(name: ViewName): void {
    view.value = name;
    tryingOn.value = false;
  }
  function tryOn(): void {
    tool.value = 'select';
    tryingOn.value = true;
  }
  watch(tryingOn, (on) => {
    if (on) panel.value = 'try-on';
    else if (panel.value === 'try-on') panel.value = 'card';
  });
  watch(tool, (now) => now !== 'select' && (tryingOn.value = false));

  const seen = (): Viewport => ({ scale: scale.value, centre: centre.value });
  function take(viewport: Viewport): void {
    scale.value = viewport.scale;
    centre.value = viewport.centre;
  }

  /** Zooms so that the place under (x, y), in CSS pixels of the cloth, stays there. */
  function zoomAt(factor: number, x = width.value / 2, y = height.value / 2): void {
    take(zoomedAt(seen(), { width: width.value, height: height.value }, factor, x, y));
  }

  const pan = (dx: number, dy: number): void => take(pulled(seen(), dx, dy));

  /** How the cloth was seen before it followed a caret, and where that led; null where it did not. */
  let followed: { from: Viewport; to: Viewport } | null = null;
  /** Moves the cloth, where it must, so that two places beside each other are seen. */
  function bringIntoSight(a: Point, b: Point): void {
    const now = seen();
    const next = broughtIntoSight(now, { width: width.value, height: height.value }, a, b);
    if (isSameView(now, next)) return;
    followed = { from: followed && isSameView(followed.to, now) ? followed.from : now, to: next };
    take(next);
  }
  /** Sees the cloth as before it followed a caret. False where it did not, or where a hand has moved it since. */
  function endFollowing(): boolean {
    const back = followed && isSameView(followed.to, seen()) ? followed.from : null;
    followed = null;
    if (back) take(back);
    return back !== null;
  }

  function fit(b: Bounds, margin = 24): void {
    if (width.value && height.value) take(fitted(b, { width: width.value, height: height.value }, margin));
  }

  const keyOf = (id: string): string => `rosehip-view-${id}`;

  /** Takes up the view this design was left with. False when it was never looked at here. */
  function recall(id: string): Kept | null {
    try {
      const kept = JSON.parse(localStorage.getItem(keyOf(id)) ?? 'null') as Kept | null;
      if (!kept) return null;
      view.value = kept.view;
      scale.value = kept.scale;
      centre.value = kept.centre;
      return kept;
    } catch {
      return null;
    }
  }

  /** The page was loaded anew: takes up tool and panel again, where that was not long ago; false where it was. */
  function goOn({ tool: held, panel: open, at = 0 }: Kept): boolean {
    if (Date.now() - at > SOON) return false;
    if (held && GOES_ON.has(held)) tool.value = held;
    if (open && GOES_ON.has(open)) panel.value = open;
    return true;
  }

  /** Keeps the view of a design, which was opened at this revision, until the returned function is called. */
  function remember(id: string, selection: () => string[], opened: number): () => void {
    return watch(
      [view, scale, centre, selection, tool, panel],
      () => {
        const kept: Kept = {
          view: view.value,
          scale: scale.value,
          centre: centre.value,
          selection: selection(),
          tool: tool.value,
          panel: panel.value,
          opened,
          at: Date.now(),
        };
        try {
          localStorage.setItem(keyOf(id), JSON.stringify(kept));
        } catch {
          // A full store only means that the view is not remembered.
        }
      },
      { deep: true, immediate: true },
    );
  }

  return {
    view,
    tool,
    panel,
    orderForm,
    scale,
    centre,
    width,
    height,
    thread,
    light,
    drawsBorder,
    originX,
    originY,
    justMade,
    showSelected,
    showCard,
    showMade,
    openSetting,
    finding,
    tryingOn,
    look,
    tryOn,
    toMm,
    toPx,
    zoomAt,
    bringIntoSight,
    endFollowing,
    pan,
    fit,
    recall,
    goOn,
    remember,
  };
});
