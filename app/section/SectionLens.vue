<script setup lang="ts">
import { computed } from 'vue';
import type { Assessment } from '../../core/assess';
import { format, type QuantityKind } from '../../core/quantity';
import { isStore, type SystemDocument } from '../../core/system';
import { volumeAt } from '../../core/water/vessel';
import type { Stage } from '../../core/findings';
import { useSettings } from '../stores/settings';
import LensNumber from './LensNumber.vue';
import { spread } from './handles';
import { covers, LETTER, roomFor, type Label } from './labels';
import { halfWidthAt, type Scene } from './scene';

/** What the stage looks for, tied to where it is: account lines, the lift, crest and dry layer. */
const props = defineProps<{
  system: SystemDocument;
  assessment: Assessment;
  scene: Scene;
  stage: Stage;
  levels: Record<string, number>;
  flows: Record<string, number>;
  compact: boolean;
  x: (x: number) => number;
  y: (z: number) => number;
}>();
const settings = useSettings();
const f = (v: number, k: QuantityKind) => format(v, k, settings.units);

/** Name and present content of each vessel. */
const names = computed(() => {
  const all = props.scene.vessels.map((p) => {
    const level = props.levels[p.vessel.id] ?? 0;
    const i = props.system.vessels.indexOf(p.vessel);
    const { volume } = props.assessment.balance.rest[i]!;
    return {
      id: p.vessel.id,
      x: props.x(p.left) + (isStore(p.vessel) ? 52 : 4),
      y: !isStore(p.vessel) ? props.y(p.vessel.floor) + 24 : props.y(p.vessel.floor) - 10,
      name: p.vessel.name,
      light: isStore(p.vessel)
        ? f(volume, 'volume') + ' at rest'
        : p.vessel.role === 'felt'
          ? f(volumeAt(props.assessment.net.vessels[i]!.storage, level), 'volume') + ' in it'
          : f(level, 'length') + ' deep',
    };
  });
  // A name that would run into the one beside it stands a line lower.
  const out: ((typeof all)[number] & Label)[] = [];
  for (const n of [...all].sort((a, b) => a.x - b.x)) {
    const label = {
      ...n,
      key: `name/${n.id}`,
      text: props.compact ? n.name : `${n.name} ${n.light}`,
    };
    for (let turn = 0; turn < 4; turn++) {
      const hit = out.find((o) => covers(o, label));
      if (!hit) break;
      label.y = hit.y + 14;
    }
    out.push(label);
  }
  return out;
});

/** The working of each of the accounts’ lines. */
const ACCOUNT = { rest: 'at-rest', deep: 'deepest', cut: 'after-cut' } as const;

/** The three water lines of the accounts. */
const lines = computed(() => {
  if (props.stage !== 'vessels') return [];
  const rows: {
    key: string;
    z: number;
    x1: number;
    x2: number;
    text: string;
    tone: string;
    working: string;
  }[] = [];
  props.scene.vessels.forEach((p) => {
    const i = props.system.vessels.indexOf(p.vessel);
    const { rest, deepest, afterPowerCut } = props.assessment.balance;
    const h = p.vessel.shape.height;
    const add = (key: keyof typeof ACCOUNT, level: number, word: string, tone: string) =>
      rows.push({
        key: `${p.vessel.id}-${key}`,
        z: p.vessel.floor + Math.min(level, h * 1.02),
        x1: props.x(p.centre - halfWidthAt(p, Math.min(level, h))),
        x2: props.x(p.centre + halfWidthAt(p, Math.min(level, h))),
        text: `${word} ${f(level, 'length')}`,
        tone,
        working: `${ACCOUNT[key]}/${p.vessel.id}`,
      });
    const short = props.compact;
    if (!isStore(p.vessel)) {
      if (p.vessel.role === 'felt' || p.vessel.role === 'channel') return;
      // A siphon box stands as high as the beds it is joined to, which have the number.
      if (p.vessel.role === 'box') return;
      const room = props.x(p.right) - props.x(p.left) - 48;
      const whole = `deepest flood ${f(deepest[i]!.level, 'length')}`;
      const fits = !short && whole.length * LETTER < room;
      add('deep', deepest[i]!.level, fits ? 'deepest flood' : 'flood', 'deep');
    } else {
      add('rest', rest[i]!.level, 'at rest', 'rest');
      add('cut', afterPowerCut[i]!.level, short ? 'after a cut' : 'after a power cut', 'cut');
      add('deep', deepest[i]!.level, 'beds full', 'deep');
    }
  });
  const out: ((typeof rows)[number] & { tx: number; ty: number })[] = [];
  for (const p of props.scene.vessels) {
    const mine = rows.filter((r) => r.key.startsWith(`${p.vessel.id}-`)).sort((a, b) => b.z - a.z);
    const ys = spread(
      mine.map((r) => props.y(r.z)),
      15,
      0,
      1e4,
    );
    mine.forEach((r, k) =>
      out.push({ ...r, tx: r.x1 + 48, ty: ys[k]! + (r.tone === 'deep' ? 13 : -3) }),
    );
  }
  return out;
});

const lifts = computed(() => {
  if (props.stage !== 'lift') return [];
  return props.scene.lines.map((l) => {
    const duty = props.assessment.duties.find((d) => d.id === l.path.id)!;
    const i = props.system.vessels.findIndex((v) => v.id === l.path.from);
    const from = props.scene.vessels.find((p) => p.vessel.id === l.path.from)!;
    const surface = from.vessel.floor + props.assessment.balance.rest[i]!.level;
    const top = surface + duty.staticHead;
    const x = props.x(l.pump.x) + 24;
    return {
      id: l.path.id,
      x,
      y1: props.y(surface),
      y2: props.y(top),
      text: `lift ${f(duty.staticHead, 'head')}`,
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
    const top = p.vessel.media?.top;
    const z = p.vessel.floor + b.highest;
    return [
      {
        id: p.vessel.id,
        x1: props.x(p.left),
        x2: props.x(p.right),
        y: props.y(z),
        text: `flood ${f(b.highest, 'length')}`,
        dryY: top === undefined ? null : props.y(p.vessel.floor + top),
        dry:
          top === undefined
            ? ''
            : top >= b.highest
              ? `dry ${f(top - b.highest, 'length')}`
              : `${f(b.highest - top, 'length')} over the stones`,
      },
    ];
  });
});

/** Names stand for sure; numbers where they cover nothing. */
const shown = computed(() => {
  const numbers = [
    ...lines.value.map((l) => ({ key: l.key, x: l.tx, y: l.ty, text: l.text })),
    ...lifts.value.map((l) => ({ key: `flow/${l.id}`, x: l.fx, y: l.fy, text: l.flow })),
    ...lifts.value.map((l) => ({ key: `lift/${l.id}`, x: l.x + 8, y: l.y1 - 12, text: l.text })),
    ...floods.value.map((b) => ({ key: `flood/${b.id}`, x: b.x1 + 30, y: b.y + 15, text: b.text })),
    ...floods.value.flatMap((b) =>
      b.dryY === null ? [] : [{ key: `dry/${b.id}`, x: b.x1 + 72, y: b.dryY - 5, text: b.dry }],
    ),
  ];
  const right = props.x(props.scene.maxX) + 4;
  return roomFor([...names.value, ...numbers.filter((l) => l.x + l.text.length * LETTER < right)]);
});
</script>

<template>
  <g class="lens">
    <g v-for="n in names" :key="n.id" aria-hidden="true">
      <text :x="n.x" :y="n.y" class="halo name">
        {{ n.name }}<tspan v-if="!compact" dx="6" class="light">{{ n.light }}</tspan>
      </text>
    </g>
    <g v-for="l in lines" :key="l.key" :class="['account', l.tone]">
      <line :x1="l.x1" :x2="l.x2" :y1="y(l.z)" :y2="y(l.z)" />
      <LensNumber v-if="shown.has(l.key)" :x="l.tx" :y="l.ty" :text="l.text" :working="l.working" />
    </g>
    <g v-for="l in lifts" :key="l.id" class="lift">
      <path :d="`M${l.x} ${l.y1}V${l.y2}M${l.x - 5} ${l.y1}h10M${l.x - 5} ${l.y2}h10`" />
      <LensNumber
        v-if="shown.has(`lift/${l.id}`)"
        class="strong"
        :x="l.x + 8"
        :y="l.y1 - 12"
        :text="l.text"
        :working="`static-head/${l.id}`"
      />
      <LensNumber
        v-if="shown.has(`flow/${l.id}`)"
        class="strong"
        :x="l.fx"
        :y="l.fy"
        :text="l.flow"
        :working="`flow/${l.id}`"
      />
    </g>
    <g v-for="b in floods" :key="b.id" class="flood">
      <line :x1="b.x1" :x2="b.x2" :y1="b.y" :y2="b.y" />
      <LensNumber
        v-if="shown.has(`flood/${b.id}`)"
        class="strong"
        :x="b.x1 + 30"
        :y="b.y + 15"
        :text="b.text"
        :working="`highest/${b.id}`"
      />
      <template v-if="b.dryY !== null && shown.has(`dry/${b.id}`)">
        <path :d="`M${b.x1 + 62} ${b.y}V${b.dryY}M${b.x1 + 57} ${b.dryY}h10`" />
        <LensNumber :x="b.x1 + 72" :y="b.dryY - 5" :text="b.dry" :working="`dry/${b.id}`" />
      </template>
    </g>
  </g>
</template>

<style scoped>
text {
  font-size: 12.5px;
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
.lift path,
.flood path {
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
