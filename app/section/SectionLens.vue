<script setup lang="ts">
import { computed } from 'vue';
import type { Assessment } from '../../core/assess';
// The list of all quantities is not for the first screen.
import type { Figures, QuantityKey } from '../../core/derived';
import { levelAfterCut, levelAtRest, levelDeepest } from '../../core/derived/balance';
import { deepestFlood, dryDepth } from '../../core/derived/cycle';
import { pumpStaticHead } from '../../core/derived/lift';
import { format, type QuantityKind } from '../../core/quantity';
import { isStore, type SystemDocument } from '../../core/system';
import { volumeAt } from '../../core/water/vessel';
import type { Stage } from '../../core/findings';
import { useSettings } from '../stores/settings';
import LensNumber from './LensNumber.vue';
import type { Box } from './frame';
import { LETTER, placeLabels, sayBoxes, startsBetween, type LabelRequest } from './labels';
import { nameLabel } from './nameLabels';
import { halfWidthAt, type Scene } from './scene';
import { spreadTags } from './tags';

/** What the stage looks for, tied to where it is: water lines, the lift, crest and dry layer. */
const props = defineProps<{
  system: SystemDocument;
  assessment: Assessment;
  scene: Scene;
  stage: Stage;
  levels: Record<string, number>;
  flows: Record<string, number>;
  compact: boolean;
  /** Ids of the vessels that are chosen, or that the chosen path belongs to: their numbers come first. */
  chosen: readonly string[];
  /** What labels keep clear of, and where they may stand, px. */
  taken: readonly Box[];
  within: Box;
  x: (x: number) => number;
  y: (z: number) => number;
}>();
/** How a number came about is asked for. */
const emit = defineEmits<{ derive: [key: QuantityKey]; labels: [boxes: readonly Box[]] }>();
const settings = useSettings();
const f = (v: number, k: QuantityKind) => format(v, k, settings.units);

/** What the numbers are read from; those of the day are not the lens's. */
const figures = computed<Figures>(() => ({ system: props.system, a: props.assessment, day: null }));

/** Name and present content of each vessel. */
const names = computed(() =>
  props.scene.vessels.map((p) => {
    const level = props.levels[p.vessel.id] ?? 0;
    const i = props.system.vessels.indexOf(p.vessel);
    const { volume } = props.assessment.balance.rest[i]!;
    const content = isStore(p.vessel)
      ? f(volume, 'volume') + ' at rest'
      : p.vessel.role === 'felt'
        ? f(volumeAt(props.assessment.net.vessels[i]!.storage, level), 'volume') + ' in it'
        : f(level, 'length') + ' deep';
    const { floor, shape } = p.vessel;
    const box = {
      x1: props.x(p.left),
      x2: props.x(p.end),
      y1: props.y(floor + shape.height),
      y2: props.y(floor),
    };
    const must = props.chosen.includes(p.vessel.id);
    const row = props.scene.rows.find((r) => r.first === p.vessel.id);
    const name = row ? `${p.vessel.name} × ${row.all.length}` : p.vessel.name;
    return { id: p.vessel.id, name, content, box, must: must || row !== undefined, p };
  }),
);

type Level = typeof levelAtRest | typeof levelDeepest | typeof levelAfterCut;
const levelOf = (quantity: Level, vessel: string): number => quantity.value(figures.value, vessel)!;
/** The three water lines of the balance. */
const lines = computed(() => {
  if (props.stage !== 'vessels') return [];
  const rows: {
    key: string;
    z: number;
    x1: number;
    x2: number;
    text: string;
    tone: string;
    derivation: QuantityKey;
    vessel: string;
  }[] = [];
  props.scene.vessels.forEach((p) => {
    const h = p.vessel.shape.height;
    const add = (quantity: Level, word: string, tone: string) => {
      const level = levelOf(quantity, p.vessel.id);
      rows.push({
        key: `${p.vessel.id}-${quantity.id}`,
        z: p.vessel.floor + Math.min(level, h * 1.02),
        x1: props.x(p.centre - halfWidthAt(p, Math.min(level, h))),
        x2: props.x(p.centre + halfWidthAt(p, Math.min(level, h))),
        text: `${word} ${f(level, 'length')}`,
        tone,
        derivation: `${quantity.id}/${p.vessel.id}`,
        vessel: p.vessel.id,
      });
    };
    const short = props.compact;
    if (!isStore(p.vessel)) {
      if (p.vessel.role === 'felt' || p.vessel.role === 'channel') return;
      // A siphon box stands as high as the beds it is joined to, which have the number.
      if (p.vessel.role === 'box') return;
      const room = props.x(p.right) - props.x(p.left) - 48;
      const whole = `deepest flood ${f(levelOf(levelDeepest, p.vessel.id), 'length')}`;
      const fits = !short && whole.length * LETTER < room;
      add(levelDeepest, fits ? 'deepest flood' : 'flood', 'deep');
    } else {
      add(levelAtRest, 'at rest', 'rest');
      add(levelAfterCut, short ? 'after a cut' : 'after a power cut', 'cut');
      add(levelDeepest, 'beds full', 'deep');
    }
  });
  const out: ((typeof rows)[number] & { ty: number })[] = [];
  for (const p of props.scene.vessels) {
    const mine = rows.filter((r) => r.key.startsWith(`${p.vessel.id}-`)).sort((a, b) => b.z - a.z);
    const ys = spreadTags(
      mine.map((r) => props.y(r.z)),
      15,
      0,
      1e4,
    );
    mine.forEach((r, k) => out.push({ ...r, ty: ys[k]! + (r.tone === 'deep' ? 13 : -3) }));
  }
  return out;
});

const lifts = computed(() => {
  if (props.stage !== 'lift') return [];
  return props.scene.lines.map((l) => {
    const lift = pumpStaticHead.value(figures.value, l.path.id)!;
    const from = props.scene.vessels.find((p) => p.vessel.id === l.path.from)!;
    const surface = from.vessel.floor + levelOf(levelAtRest, l.path.from);
    const top = surface + lift;
    const x = props.x(l.pump.x) + 24;
    return {
      id: l.path.id,
      x,
      y1: props.y(surface),
      y2: props.y(top),
      text: `lift ${f(lift, 'head')}`,
      flow: f(props.flows[l.path.id] ?? 0, 'flow'),
      fx: props.x(l.points[1]!.x) + 14,
      fy: props.y(l.points[1]!.z) - 9,
    };
  });
});

const floods = computed(() => {
  if (props.stage !== 'drain') return [];
  return props.scene.vessels.flatMap((p) => {
    const b = props.assessment.beds.find((x) => x.id === p.vessel.id);
    if (!b || b.inflow <= 0 || !b.floods) return [];
    const flood = deepestFlood.value(figures.value, b.id)!;
    const dry = dryDepth.value(figures.value, b.id);
    const z = p.vessel.floor + flood;
    return [
      {
        id: p.vessel.id,
        x1: props.x(p.left),
        x2: props.x(p.right),
        y: props.y(z),
        text: `flood ${f(flood, 'length')}`,
        dryY: dry === null ? null : props.y(z + dry),
        dry:
          dry === null
            ? ''
            : dry >= 0
              ? `dry ${f(dry, 'length')}`
              : `${f(-dry, 'length')} above the media`,
      },
    ];
  });
});

/** A label that may also move along its line, up to the right end of what it measures. */
const along = (
  key: string,
  text: string,
  x: number,
  y: number,
  end = x,
  must = false,
): LabelRequest => ({
  key,
  texts: [text],
  must,
  spots: (width) => {
    const last = Math.max(x, end - width - 6);
    const within = startsBetween(x, last).flatMap((at) => [
      { x: at, y },
      { x: at, y: y - 16 },
    ]);
    // What must stand stands rather outside than over pipes.
    return must ? [...within, { x: x - width - 22, y }, { x: end + 12, y }] : within;
  },
});

const placed = computed(() => {
  const numbers = [
    ...lines.value.map((l) =>
      along(l.key, l.text, l.x1 + 8, l.ty, l.x2, props.chosen.includes(l.vessel)),
    ),
    ...lifts.value.map((l) => along(`flow/${l.id}`, l.flow, l.fx, l.fy, l.fx + 120)),
    ...lifts.value.map((l) => ({
      ...along(`lift/${l.id}`, l.text, l.x + 8, l.y1 - 12),
      spots: (width: number) =>
        [0.5, 0.25, 0.75, 0.1, 0.9].flatMap((s) => {
          const y = l.y1 + s * (l.y2 - l.y1);
          return [
            { x: l.x + 8, y },
            { x: l.x - 10 - width, y },
          ];
        }),
    })),
    ...floods.value.map((b) =>
      along(`flood/${b.id}`, b.text, b.x1 + 12, b.y + 15, b.x2, props.chosen.includes(b.id)),
    ),
    ...floods.value.flatMap((b) =>
      b.dryY === null ? [] : [along(`dry/${b.id}`, b.dry, b.x1 + 72, b.dryY - 5, b.x2)],
    ),
  ];
  const first = (w: LabelRequest) => (w.must ? 0 : 1);
  const labels = names.value.map((n) =>
    nameLabel(n.p, n.name, n.box, props.compact ? '' : n.content, n.must),
  );
  const wanted = [...labels, ...numbers].sort((a, b) => first(a) - first(b));
  const brackets = lifts.value.map((l) => ({ x1: l.x - 6, x2: l.x + 6, y1: l.y2, y2: l.y1 }));
  return placeLabels(wanted, [...props.taken, ...brackets], props.within);
});
sayBoxes(placed, (boxes) => emit('labels', boxes));
/** Names that found room, with what is in the vessel where that did too. */
const shownNames = computed(() =>
  names.value.flatMap((n) => {
    const at = placed.value.get(`name/${n.id}`);
    return at ? [{ ...n, x: at.x, y: at.y, whole: at.text !== n.name }] : [];
  }),
);
const at = (key: string) => placed.value.get(key);

interface Shown {
  readonly key: string;
  readonly text: string;
  readonly derivation: QuantityKey;
  readonly strong: boolean;
}
/** The numbers of the stage with what shows how they came about. */
const numbers = computed<Shown[]>(() => [
  ...lines.value.map((l) => ({ ...l, strong: false })),
  ...lifts.value.flatMap((l): Shown[] => [
    { key: `lift/${l.id}`, text: l.text, derivation: `static-head/${l.id}`, strong: true },
    { key: `flow/${l.id}`, text: l.flow, derivation: `flow/${l.id}`, strong: true },
  ]),
  ...floods.value.flatMap((b): Shown[] => [
    { key: `flood/${b.id}`, text: b.text, derivation: `highest/${b.id}`, strong: true },
    { key: `dry/${b.id}`, text: b.dry, derivation: `dry/${b.id}`, strong: false },
  ]),
]);
</script>

<template>
  <g class="lens">
    <g v-for="l in lines" :key="l.key" :class="['account', l.tone]">
      <line :x1="l.x1" :x2="l.x2" :y1="y(l.z)" :y2="y(l.z)" />
    </g>
    <path
      v-for="l in lifts"
      :key="l.id"
      class="bracket"
      :d="`M${l.x} ${l.y1}V${l.y2}M${l.x - 5} ${l.y1}h10M${l.x - 5} ${l.y2}h10`"
    />
    <g v-for="b in floods" :key="b.id" class="flood">
      <line :x1="b.x1" :x2="b.x2" :y1="b.y" :y2="b.y" />
      <path
        v-if="b.dryY !== null && at(`dry/${b.id}`)"
        class="bracket"
        :d="`M${at(`dry/${b.id}`)!.x - 10} ${b.y}V${b.dryY}m-5 0h10`"
      />
    </g>
    <text
      v-for="n in shownNames"
      :key="n.id"
      :x="n.x"
      :y="n.y"
      class="halo name"
      aria-hidden="true"
    >
      {{ n.name }}<tspan v-if="n.whole" dx="6" class="light">{{ n.content }}</tspan>
    </text>
    <template v-for="n in numbers" :key="n.key">
      <LensNumber
        v-if="at(n.key)"
        :class="{ strong: n.strong }"
        :x="at(n.key)!.x"
        :y="at(n.key)!.y"
        :text="n.text"
        @derive="emit('derive', n.derivation)"
      />
    </template>
  </g>
</template>

<style scoped>
text {
  font-size: var(--type-drawing);
  fill: var(--text);
}
.halo {
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4px;
  stroke-linejoin: round;
}
.name {
  font-weight: 650;
}
.light {
  font-weight: 400;
  fill: var(--quiet);
}
.strong {
  font-weight: 650;
}
.account line {
  stroke-width: 1.5;
  stroke-dasharray: 6 4;
  stroke: var(--water);
}
.account.cut line {
  stroke: var(--clay);
  stroke-dasharray: 2 4;
}
.account.deep line {
  stroke: var(--text);
}
.bracket {
  fill: none;
  stroke: var(--text);
  stroke-width: 1.4;
}
.flood line {
  stroke: var(--water);
  stroke-width: 1.6;
  stroke-dasharray: 6 4;
}
</style>
