<script setup lang="ts">
import { computed } from 'vue';
import { faceOf, reachOfHole, type BuildPlan, type DrilledHole } from '../../../core/construction';
import { format, tell, type QuantityKind } from '../../../core/quantity';
import { fieldAt, pathAt, vesselOf, type RouteChoice, type Wall } from '../../../core/system';
import LevelMark from '../../findings/LevelMark.vue';
import PanelGroup from '../../parts/PanelGroup.vue';
import PlainChoice from '../../parts/PlainChoice.vue';
import QuantityField from '../../parts/QuantityField.vue';
import { fileStem, offerFile } from '../../storage/files';
import { useBuildBench } from './benchStore';
import { useChosen } from '../../stores/chosen';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';
import HolePlan from './HolePlan.vue';

/** Where to drill: each vessel’s floor and walls with its holes, measured from two edges. */
const props = defineProps<{ plan: BuildPlan }>();
const system = useSystem();
const settings = useSettings();
const bench = useBuildBench();
const chosen = useChosen();
const f = (v: number, k: QuantityKind) => format(v, k, settings.units);
const doc = computed(() => system.document!);

const faces = computed(() => {
  const out = new Map<string, { vessel: string; on: DrilledHole['on']; holes: DrilledHole[] }>();
  for (const h of props.plan.holes) {
    const key = `${h.vessel} ${h.on}`;
    const face = out.get(key) ?? { vessel: h.vessel, on: h.on, holes: [] };
    face.holes.push(h);
    out.set(key, face);
  }
  return [...out.values()].map((x) => {
    const v = vesselOf(doc.value, x.vessel);
    // A wall that leans is drawn as wide as it is at its highest hole.
    const face = faceOf(v, x.on, Math.max(...x.holes.map((h) => h.y)));
    return {
      ...x,
      key: `${x.vessel}-${x.on}`,
      title: x.on === 'floor' ? `${v.name}, floor from above` : `${v.name}, ${x.on} wall`,
      wide: face.length,
      high: face.width,
      round: face.round,
    };
  });
});
const wrong = computed(() =>
  props.plan.questions.filter(
    (q) => q.level === 'wrong' && props.plan.holes.some((h) => q.id.startsWith(h.id)),
  ),
);
const sizeField = fieldAt('build.holes.x.diameter')!;
const alongField = fieldAt('build.routes.x.along')!;
function setSize(h: DrilledHole, diameter: number | null) {
  if (!h.asked) return;
  const id = h.asked.replace('build.holes.', '');
  system.commit(
    [{ at: h.asked, to: diameter === null ? undefined : { id, diameter } }],
    diameter === null ? 'Hole size unknown' : `Hole of ${f(diameter, 'bore')}`,
  );
}
/** Where a drain of the floor may be led, or which way a pipe passes: what the grower chose of its path. */
const routeOf = (h: DrilledHole): RouteChoice =>
  doc.value.build.routes.find((r) => r.id === h.path) ?? {
    id: h.path,
    seal: null,
    side: null,
    along: null,
    inset: null,
  };
const setRoute = (h: DrilledHole, change: Partial<RouteChoice>, label: string) =>
  system.commit([{ at: `build.routes.${h.path}`, to: { ...routeOf(h), ...change } }], label);
const UNDER: Record<DrilledHole['under'], string> = {
  rest: 'always under water',
  flood: 'under water in the flood',
  dry: 'above the water',
};
const SEALS = [
  { id: 'bulkhead', name: 'Threaded bulkhead' },
  { id: 'rubber-seal', name: 'Rubber pipe seal' },
];
const WALLS: { id: Wall; name: string }[] = [
  { id: 'left', name: 'from the left' },
  { id: 'right', name: 'from the right' },
  { id: 'front', name: 'from the front' },
  { id: 'back', name: 'from the back' },
];
const SIDES = WALLS.map(({ id }) => ({ id, name: `${id} wall` }));
function choose(h: DrilledHole) {
  bench.hole = bench.hole === h.id ? '' : h.id;
  if (bench.hole) chosen.choose(pathAt(h.path));
}
async function save() {
  const { templatesOf, templatesSvg } = await import('../../../core/formats/templates');
  offerFile(
    templatesSvg(templatesOf(doc.value, props.plan, settings.units)),
    `${fileStem(doc.value.name)}-templates.svg`,
    'image/svg+xml',
  );
}
</script>

<template>
  <div>
    <ul v-if="wrong.length" class="wrongs">
      <li v-for="q in wrong" :key="q.id">
        <LevelMark level="stop" /> {{ tell(q.sentence, settings.units) }}
      </li>
    </ul>
    <p v-if="!faces.length" class="quiet none">You do not need to drill here.</p>
    <PanelGroup v-for="face in faces" :key="face.key" :title="face.title">
      <HolePlan
        :wide="face.wide"
        :high="face.high"
        :round="face.round"
        :floor="face.on === 'floor'"
        :holes="face.holes.map((h) => ({ ...h, reach: reachOfHole(h) }))"
        :chosen="bench.hole"
        @choose="(id) => choose(face.holes.find((h) => h.id === id)!)"
      />
      <ul class="holes">
        <li v-for="h in face.holes" :key="h.id" :class="{ chosen: h.id === bench.hole }">
          <button type="button" class="row" :aria-expanded="h.id === bench.hole" @click="choose(h)">
            <b>{{ h.diameter === null ? '⌀ ?' : `⌀ ${f(h.diameter, 'bore')}` }}</b>
            <span
              >{{ h.what
              }}<i
                >{{
                  face.on === 'floor'
                    ? `${f(h.x, 'length')} from the left, ${f(h.y, 'length')} from the front`
                    : `${f(h.x, 'length')} from the left end, ${f(h.y, 'length')} above the floor`
                }}; {{ UNDER[h.under] }}</i
              ></span
            >
          </button>
          <QuantityField
            v-if="h.asked && (h.diameter === null || h.id === bench.hole)"
            :model-value="h.diameter"
            kind="bore"
            label="Which hole size does your seal need?"
            hint="Enter the size printed on its packet or its sheet."
            :min="sizeField.min"
            :max="sizeField.max"
            :step="sizeField.step"
            :clearable="h.diameter !== null"
            placeholder="size missing"
            @commit="setSize(h, $event)"
            @nudge="setSize(h, $event)"
          />
          <div v-if="h.id === bench.hole && h.seal" class="fields">
            <PlainChoice
              class="wide"
              :model-value="h.seal"
              :items="SEALS"
              label="Sealed by"
              @update:model-value="
                setRoute(h, { seal: $event as 'bulkhead' | 'rubber-seal' }, `Sealed by ${$event}`)
              "
            />
            <PlainChoice
              class="wide"
              :model-value="routeOf(h).side ?? (face.on === 'floor' ? 'left' : face.on)"
              :items="face.on === 'floor' ? WALLS : SIDES"
              :label="face.on === 'floor' ? 'Measured' : 'Wall'"
              @update:model-value="setRoute(h, { side: $event as Wall }, `Drain moved: ${$event}`)"
            />
            <QuantityField
              v-if="face.on === 'floor'"
              :model-value="routeOf(h).inset"
              kind="length"
              label="Distance from the wall"
              :min="alongField.min"
              :max="face.wide"
              :step="alongField.step"
              clearable
              :placeholder="f(h.x, 'length')"
              @commit="setRoute(h, { inset: $event }, 'Drain moved')"
              @nudge="setRoute(h, { inset: $event }, 'Drain moved')"
            />
            <QuantityField
              :model-value="routeOf(h).along"
              kind="length"
              label="Distance along the wall"
              :min="alongField.min"
              :max="Math.max(face.wide, face.high)"
              :step="alongField.step"
              clearable
              :placeholder="f(face.on === 'floor' ? h.y : h.x, 'length')"
              @commit="setRoute(h, { along: $event }, 'Drain moved')"
              @nudge="setRoute(h, { along: $event }, 'Drain moved')"
            />
          </div>
        </li>
      </ul>
    </PanelGroup>
    <PanelGroup title="Templates at full size">
      <p class="quiet">
        Holes with a cross, siphons in section, strips for notches and slots. A bar of 100 mm shows
        whether the print has the right size.
      </p>
      <v-btn size="small" @click="save">Save the templates</v-btn>
    </PanelGroup>
  </div>
</template>

<style scoped>
.none {
  padding: 14px 12px;
}
.wrongs,
.holes {
  list-style: none;
}
.wrongs {
  padding: 8px 10px;
}
.wrongs li {
  border-left: 3px solid var(--stop);
  padding: 4px 8px;
  line-height: 1.4;
}
.holes li {
  border-top: 1px solid var(--rule);
  padding-bottom: 6px;
}
.holes li.chosen {
  background: var(--water-soft);
}
.row {
  display: grid;
  grid-template-columns: 6.4rem 1fr;
  gap: 8px;
  text-align: left;
  width: 100%;
  padding: 8px 2px;
}
.row b {
  font-size: var(--type-title);
}
.row i {
  display: block;
  font-style: normal;
  color: var(--quiet);
  font-size: var(--type-small);
}
</style>
