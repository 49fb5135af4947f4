// Reference picture: moved and turned by hand, scaled by a distance that is known.
import { applyMatrix, boxMatrix, rotation, type Point, type ReferencePicture } from '@rosehip/core';
import { computed, ref } from 'vue';
import { useBench } from '../../stores/bench/bench.ts';
import { useView } from '../../stores/view.ts';
import { drawDisc, drawLine, INK, ROSEHIP } from './marks.ts';
import { useGesture } from './gesture.ts';
import { toolOf, NOTHING, type Marker, type Pointer, type Tool } from './tool.ts';

const REACH = 10;

/** Two places on the picture whose distance is known, in mm; the picture panel asks how far they are. */
export const known = ref<[Point, Point] | null>(null);
/** The next drag marks the two places. */
export const marking = ref(false);

export function pictureTool(): Tool {
  const bench = useBench();
  const view = useView();
  let from: Point | null = null;
  let grab: 'move' | 'turn' | 'mark' | null = null;
  const gesture = useGesture();

  const picture = computed(() => bench.design?.picture ?? null);

  const corners = (p: ReferencePicture): Point[] => {
    const m = boxMatrix(p);
    return [
      { x: -0.5, y: -0.5 },
      { x: 0.5, y: -0.5 },
      { x: 0.5, y: 0.5 },
      { x: -0.5, y: 0.5 },
    ].map((c) => applyMatrix(m, c));
  };
  const turnHandle = (p: ReferencePicture): Point => {
    const up = applyMatrix(rotation(p.turn), { x: 0, y: -p.height / 2 - 26 / view.scale });
    return { x: p.x + up.x, y: p.y + up.y };
  };

  return toolOf({
    hint: computed(() => {
      if (!picture.value) return 'Choose a picture in the card at the right.';
      if (picture.value.locked) return 'The picture is locked; unlock it in the card to move it.';
      return marking.value
        ? 'Drag from one end of the known distance to the other.'
        : 'Drag the picture; turn it by its handle.';
    }),
    preview: NOTHING,
    actions: [],
    down({ at }: Pointer) {
      const p = picture.value;
      from = at;
      if (!p) return;
      const handle = turnHandle(p);
      if (marking.value) {
        grab = 'mark';
        known.value = [at, at];
      } else if (p.locked) grab = null;
      else grab = Math.hypot(handle.x - at.x, handle.y - at.y) * view.scale <= REACH ? 'turn' : 'move';
    },
    move({ at, shift }: Pointer) {
      const p = bench.committed?.picture;
      if (!from || !p || !grab) return;
      if (grab === 'mark') {
        known.value = [from, at];
        return;
      }
      let next = p;
      if (grab === 'move') next = { ...p, x: p.x + at.x - from.x, y: p.y + at.y - from.y };
      else {
        const degrees = (Math.atan2(at.y - p.y, at.x - p.x) * 180) / Math.PI + 90;
        const step = shift ? 15 : 0.5;
        const turn = Math.round(degrees / step) * step;
        next = { ...p, turn: turn > 180 ? turn - 360 : turn };
      }
      gesture.showDesign({ picture: next });
    },
    up() {
      if (grab === 'mark') marking.value = false;
      else gesture.commit(grab === 'turn' ? 'Turn picture' : 'Move picture');
      from = grab = null;
    },
    key: () => false,
    letGo() {
      gesture.cancel();
      from = grab = null;
    },
    cancel() {
      const was = grab !== null || marking.value;
      gesture.cancel();
      from = grab = null;
      marking.value = false;
      return was;
    },
    mark({ ctx, toPx }: Marker) {
      const p = picture.value;
      if (!p) return;
      const c = corners(p).map(toPx);
      c.forEach((a, i) => drawLine(ctx, a, c[(i + 1) % 4], INK, 1, [2, 4]));
      if (!p.locked) {
        const foot = { x: (c[0].x + c[1].x) / 2, y: (c[0].y + c[1].y) / 2 };
        const handle = toPx(turnHandle(p));
        drawLine(ctx, foot, handle, INK);
        drawDisc(ctx, handle, 6, false);
      }
      if (known.value) {
        const [a, b] = known.value.map(toPx);
        drawLine(ctx, a, b, ROSEHIP, 2);
        drawDisc(ctx, a, 4, false);
        drawDisc(ctx, b, 4, false);
      }
    },
  });
}
