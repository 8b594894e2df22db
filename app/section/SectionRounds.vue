<script setup lang="ts">
import { computed } from 'vue';
import {
  READ_FIELDS,
  bandsOf,
  latestOn,
  partBand,
  standing,
  type Latest,
  type BandLevel,
} from '../../core/log';
import { formatSpan } from '../../core/quantity';
import { isStore, pathAt, vesselAt, type ReadingId, type SystemDocument } from '../../core/system';
import { useChosen } from '../stores/chosen';
import { useLog } from '../stores/log';
import { useSettings } from '../stores/settings';
import { ageWords } from '../stages/rounds/when';
import type { Box } from './frame';
import { LETTER, placeLabels, sayBoxes, startsBetween, type LabelRequest } from './labels';
import type { Scene } from './scene';

/** The latest readings on the things they were taken from, with their age; and where something is due. */
const props = defineProps<{
  system: SystemDocument;
  scene: Scene;
  levels: Record<string, number>;
  /** What labels keep clear of, px. */
  taken: readonly Box[];
  within: Box;
  compact: boolean;
  x: (x: number) => number;
  y: (z: number) => number;
}>();
const log = useLog();
const settings = useSettings();
const chosen = useChosen();

/** Where readings of the water without a place belong: to the fish, or to the first store. */
const home = computed(
  () =>
    props.system.fish[0]?.vessel ??
    props.system.vessels.find(isStore)?.id ??
    props.system.vessels[0]!.id,
);
/** The last readings on each part; those of the water without a place belong to its home. */
const byPart = computed(() => {
  const parts = [...props.system.vessels, ...props.system.paths];
  return parts.flatMap(({ id }) => {
    const found = { ...latestOn(log.entries, id) };
    if (id === home.value)
      for (const [key, l] of Object.entries(latestOn(log.entries, '')) as [ReadingId, Latest][])
        if ((found[key]?.at ?? -Infinity) < (l.at ?? 0)) found[key] = l;
    return Object.keys(found).length ? [[id, found] as const] : [];
  });
});
const bands = computed(() => (log.tended ? bandsOf(log.tended) : {}));
/** How many lines stand at a vessel: few on a phone, and more at the one that is chosen. */
const MOST = computed(() => (props.compact ? 3 : 6));

/** What fits into a vessel: with its age where there is room for it. */
function fitting(part: string, texts: readonly string[]): readonly string[] {
  const p = props.scene.vessels.find((v) => v.vessel.id === part);
  if (!p || chosen.thing?.part.id === part) return texts;
  const room = props.x(p.right) - props.x(p.left) - 10;
  const fit = texts.filter((t) => t.length * LETTER <= room);
  return fit.length ? fit : texts.slice(-1);
}
interface Line {
  readonly key: string;
  readonly texts: readonly string[];
  readonly standing: BandLevel;
}
const WORD: Record<BandLevel, string> = { good: '', watch: 'watch ', bad: 'act ' };
function lineOf(id: ReadingId, l: Latest, part: string): Line {
  const f = READ_FIELDS.find((x) => x.id === id)!;
  const value = formatSpan(l.low, l.high, f.kind, settings.units);
  const name = id === 'temperature' ? '' : `${f.short} `;
  const band = bands.value[id] ?? (log.tended ? partBand(log.tended, id, part) : undefined);
  const worst = standing(band, l.high) === 'good' ? standing(band, l.low) : standing(band, l.high);
  const mark = { good: '', watch: '▲ ', bad: '■ ' }[worst];
  const age = l.at === null ? '' : ` · ${ageWords(l.at, log.now, settings.units)}`;
  return {
    key: `${part}-${id}`,
    texts: [`${mark}${name}${value}${age}`, `${mark}${name}${value}`],
    standing: worst,
  };
}
const lines = computed(() =>
  byPart.value.flatMap(([part, latest]) => {
    const ids = READ_FIELDS.map((f) => f.id).filter((id) => latest[id]);
    return ids
      .slice(0, chosen.thing?.part.id === part ? ids.length : MOST.value)
      .map((id, i) => ({ part, i, line: lineOf(id, latest[id]!, part) }));
  }),
);
const STEP = 15;
/** Beside its vessel at the height of its water, line under line; at a path beside its middle. */
function spotOf(part: string): { x: number; y: number; left: number; right: number } | null {
  const p = props.scene.vessels.find((v) => v.vessel.id === part);
  if (p) {
    const level = Math.max(0.3 * p.vessel.shape.height, props.levels[part] ?? 0);
    const inside = p.vessel.media === null;
    return {
      x: props.x(p.left) + 8,
      y: inside
        ? props.y(p.vessel.floor + level) + 18
        : props.y(p.vessel.floor + p.vessel.shape.height) - 18,
      left: props.x(p.left),
      right: props.x(p.end),
    };
  }
  const line = props.scene.lines.find((l) => l.path.id === part);
  if (line) {
    const q = line.points[Math.floor(line.points.length / 2)]!;
    return { x: props.x(q.x) + 8, y: props.y(q.z), left: props.x(q.x), right: props.x(q.x) };
  }
  return null;
}
const wanted = computed(() =>
  lines.value.flatMap(({ part, i, line }): LabelRequest[] => {
    const spot = spotOf(part);
    if (!spot) return [];
    return [
      {
        key: line.key,
        texts: fitting(part, line.texts),
        spots: (width) =>
          [0, 1, 2, 3, 4, 5, 6, 7, 8].flatMap((n) => [
            ...startsBetween(spot.x, Math.max(spot.x, spot.right - width - 8)).map((x) => ({
              x,
              y: spot.y + (i + n) * STEP,
            })),
            { x: spot.left - width - 10, y: spot.y + (i + n) * STEP },
            { x: spot.right + 10, y: spot.y + (i + n) * STEP },
          ]),
        must: chosen.thing?.part.id === part,
      },
    ];
  }),
);
const placed = computed(() =>
  placeLabels(wanted.value, [...marks.value, ...props.taken], props.within),
);
/** Labels keep clear of the marks of what is due. */
const marks = computed(() =>
  due.value.map((d) => ({ x1: d.x - 10, x2: d.x + 10, y1: d.y - 10, y2: d.y + 10 })),
);
const emit = defineEmits<{ labels: [boxes: readonly Box[]] }>();
const labels = computed(() =>
  lines.value.flatMap(({ line }) => {
    const at = placed.value.get(line.key);
    return at
      ? [{ ...at, key: line.key, standing: line.standing, width: at.text.length * LETTER }]
      : [];
  }),
);

/** Parts with something due, and how much. */
const due = computed(() => {
  const out = new Map<string, number>();
  for (const t of log.due)
    for (const id of t.about.slice(0, 6)) out.set(id, (out.get(id) ?? 0) + 1);
  return [...out].flatMap(([id, count]) => {
    const p = props.scene.vessels.find((v) => v.vessel.id === id);
    if (p)
      return [
        {
          id,
          count,
          at: vesselAt(id),
          x: props.x(p.right) - 12,
          y: props.y(p.vessel.floor + p.vessel.shape.height) - 12,
        },
      ];
    const line = props.scene.lines.find((l) => l.path.id === id);
    const q = line?.points[0];
    return q ? [{ id, count, at: pathAt(id), x: props.x(q.x) + 14, y: props.y(q.z) - 6 }] : [];
  });
});
sayBoxes(placed, (boxes) => emit('labels', boxes));
</script>

<template>
  <g class="rounds">
    <g v-for="l in labels" :key="l.key" :class="l.standing">
      <rect class="ground" :x="l.x - 3" :y="l.y - 12" :width="l.width + 6" height="16" rx="3" />
      <text :x="l.x" :y="l.y"
        >{{ l.text }}<title>{{ WORD[l.standing] }}{{ l.text }}</title></text
      >
    </g>
    <g v-for="d in due" :key="d.id" class="due">
      <circle :cx="d.x" :cy="d.y" r="9" />
      <text :x="d.x" :y="d.y + 4" text-anchor="middle"
        >{{ d.count }}<title>{{ d.count }} due here</title></text
      >
    </g>
  </g>
</template>

<style scoped>
text {
  font-size: var(--type-drawing);
  fill: var(--text);
  font-weight: 650;
  pointer-events: none;
}
.ground {
  fill: var(--sheet);
  fill-opacity: 0.88;
  pointer-events: none;
}
.watch text {
  fill: var(--watch);
}
.bad text {
  fill: var(--stop);
}
.due circle {
  fill: var(--clay);
  pointer-events: none;
}
.due text {
  fill: var(--sheet);
  font-size: var(--type-drawing-small);
}
</style>
