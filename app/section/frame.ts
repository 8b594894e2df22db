import { computed, ref, type Ref } from 'vue';
import type { DrawingPoint, Scene } from './scene';

type Extent = Pick<Scene, 'minX' | 'maxX' | 'minZ' | 'maxZ'>;

/** Where the camera stands: the whole drawing magnified `k` times and moved, px. */
export interface CameraView {
  readonly k: number;
  readonly x: number;
  readonly y: number;
}
export const WHOLE_VIEW: CameraView = { k: 1, x: 0, y: 0 };

/** A rectangle in px. */
export interface Box {
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
}

/** Room over the highest and below the lowest thing, m. */
export const AIR = 0.04;

/** Room around a drawing with ruler and tags, px. */
export const PAPER = { left: 62, right: 172, top: 14, bottom: 22 };
/** Columns of the ruler and the tags on a phone, px. */
const PHONE = { left: 30, right: 122 };
/** Beside a drawing that shows tags only of what is looked at closely, px. */
const BARE = 10;

/** Narrower than this a drawing is a phone’s. */
const NARROW = 520;
export const isCompact = (width: number): boolean => width < NARROW;

/** How a scene is laid into the picture: margins, scale, and where a metre comes to stand. */
export function useFrame(
  scene: Ref<Scene>,
  width: Ref<number>,
  height: Ref<number>,
  /** With ruler and tags, or a small picture without. */
  live: Ref<boolean>,
  /** Pixels a metre, where the drawing is made for paper; else it fills its place. */
  fixed: Ref<number | undefined>,
  view: Ref<CameraView>,
  /** Too many handles for a tag each. */
  crowded: Ref<boolean>,
) {
  const compact = computed(() => fixed.value === undefined && isCompact(width.value));
  /** The column of the tags, from the right edge. */
  const column = computed(() => (compact.value ? PHONE.right : PAPER.right));
  const margin = computed(() => {
    if (!live.value) return { left: 8, right: 8, top: 8, bottom: 12 };
    if (!compact.value) return PAPER;
    return { ...PAPER, left: PHONE.left, right: crowded.value ? BARE : PHONE.right };
  });
  /** While something is pulled the scale stays, or the handle would run away from the pointer. */
  const held = ref<Extent | null>(null);
  const extent = computed<Extent>(() => held.value ?? scene.value);
  const tall = computed(() => extent.value.maxZ - extent.value.minZ + AIR);
  /** Of the whole drawing, before the camera. */
  const base = computed(() => {
    if (fixed.value !== undefined) return fixed.value;
    const m = margin.value;
    const e = extent.value;
    return Math.max(
      20,
      Math.min(
        (width.value - m.left - m.right) / (e.maxX - e.minX + AIR),
        (height.value - m.top - m.bottom) / tall.value,
      ),
    );
  });
  const scale = computed(() => base.value * view.value.k);
  const baseGround = computed(() => {
    const m = margin.value;
    const free = height.value - m.top - m.bottom - tall.value * base.value;
    const lowest = height.value - m.bottom - Math.max(0, free / 2) * (live.value ? 0.6 : 1);
    return lowest + extent.value.minZ * base.value;
  });
  const baseLeft = computed(() => {
    const m = margin.value;
    const e = extent.value;
    const free = width.value - m.left - m.right - (e.maxX - e.minX) * base.value;
    return m.left + Math.max(0, free / 2) - e.minX * base.value;
  });
  const left = computed(() => baseLeft.value * view.value.k + view.value.x);
  const ground = computed(() => baseGround.value * view.value.k + view.value.y);
  const X = (x: number) => left.value + x * scale.value;
  const Y = (z: number) => ground.value - z * scale.value;
  const poly = (points: readonly DrawingPoint[]) =>
    points.map((p) => `${X(p.x)},${Y(p.z)}`).join(' ');

  /** The view that shows a part of the scene as large as the room beside ruler and tags allows. */
  function viewOf(e: Extent): CameraView {
    const wide = Math.max(0.1, e.maxX - e.minX) * base.value;
    const high = Math.max(0.1, e.maxZ - e.minZ) * base.value;
    const [x1, x2] = [margin.value.left, width.value - column.value];
    const [y1, y2] = [margin.value.top, height.value - margin.value.bottom];
    const k = Math.min(
      MOST_CLOSE,
      Math.max(1, (FILLS * (x2 - x1)) / wide),
      Math.max(1, (FILLS * (y2 - y1)) / high),
    );
    const cx = baseLeft.value + ((e.minX + e.maxX) / 2) * base.value;
    const cy = baseGround.value - ((e.minZ + e.maxZ) / 2) * base.value;
    return { k, x: (x1 + x2) / 2 - k * cx, y: (y1 + y2) / 2 - k * cy };
  }

  const hold = () => {
    const { minX, maxX, minZ, maxZ } = scene.value;
    held.value ??= { minX, maxX, minZ, maxZ };
  };
  const letGo = () => {
    held.value = null;
  };
  return { compact, column, margin, extent, scale, ground, X, Y, poly, viewOf, hold, letGo };
}

/** What is looked at closely takes up this share of the room. */
const FILLS = 0.8;
/** The camera goes no closer than this. */
export const MOST_CLOSE = 12;
