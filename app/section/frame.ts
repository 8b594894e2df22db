import { computed, ref, type Ref } from 'vue';
import type { Point, Scene } from './scene';

type Extent = Pick<Scene, 'minX' | 'maxX' | 'minZ' | 'maxZ'>;

/** Room over the highest and below the lowest thing, m. */
export const AIR = 0.04;

/** Room around a drawing with ruler and tags, px. */
export const PAPER = { left: 62, right: 158, top: 14, bottom: 22 };

/** How a scene is laid into the picture: margins, scale, and where a metre comes to stand. */
export function useFrame(
  scene: Ref<Scene>,
  width: Ref<number>,
  height: Ref<number>,
  /** With ruler and tags, or a small picture without. */
  live: Ref<boolean>,
  /** Pixels a metre, where the drawing is made for paper; else it fills its place. */
  fixed: Ref<number | undefined>,
) {
  const compact = computed(() => fixed.value === undefined && width.value < 520);
  const margin = computed(() => {
    if (!live.value) return { left: 8, right: 8, top: 8, bottom: 12 };
    return compact.value ? { ...PAPER, left: 30, right: 104 } : PAPER;
  });
  /** While something is pulled the scale stays, or the handle would run away from the pointer. */
  const held = ref<Extent | null>(null);
  const extent = computed<Extent>(() => held.value ?? scene.value);
  const tall = computed(() => extent.value.maxZ - extent.value.minZ + AIR);
  const scale = computed(() => {
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
  const ground = computed(() => {
    const m = margin.value;
    const free = height.value - m.top - m.bottom - tall.value * scale.value;
    const lowest = height.value - m.bottom - Math.max(0, free / 2) * (live.value ? 0.6 : 1);
    return lowest + extent.value.minZ * scale.value;
  });
  const left = computed(() => {
    const m = margin.value;
    const e = extent.value;
    const free = width.value - m.left - m.right - (e.maxX - e.minX) * scale.value;
    return m.left + Math.max(0, free / 2);
  });
  const X = (x: number) => left.value + (x - extent.value.minX) * scale.value;
  const Y = (z: number) => ground.value - z * scale.value;
  const poly = (points: readonly Point[]) => points.map((p) => `${X(p.x)},${Y(p.z)}`).join(' ');
  const hold = () => {
    const { minX, maxX, minZ, maxZ } = scene.value;
    held.value ??= { minX, maxX, minZ, maxZ };
  };
  const letGo = () => {
    held.value = null;
  };
  return { compact, margin, extent, scale, ground, X, Y, poly, hold, letGo };
}
