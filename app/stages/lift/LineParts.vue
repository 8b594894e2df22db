<script setup lang="ts">
import { computed } from 'vue';
import { PIPES, pipeById } from '../../../core/catalogue';
import { balanceBranches } from '../../../core/assess';
import { format } from '../../../core/quantity';
import {
  addFilter,
  addPump,
  change,
  not,
  vesselOf,
  type Edit,
  type PumpedLine,
} from '../../../core/system';
import DocumentChoice from '../../parts/DocumentChoice.vue';
import DocumentField from '../../parts/DocumentField.vue';
import DocumentSwitch from '../../parts/DocumentSwitch.vue';
import MakeUpButton from '../../parts/MakeUpButton.vue';
import PanelGroup from '../../parts/PanelGroup.vue';
import PlainChoice from '../../parts/PlainChoice.vue';
import ShownNumber from '../../parts/ShownNumber.vue';
import { useRested } from '../../stores/rested';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';

/** What stands in a pumped line besides the pump: branches with taps, filter, float, venturi, holes. */
const props = defineProps<{ line: PumpedLine }>();
const system = useSystem();
const settings = useSettings();
const doc = computed(() => system.document!);
const at = computed(() => `paths.${props.line.id}`);
const duty = computed(() => system.assessment!.duties.find((d) => d.id === props.line.id));
const flowOf = (id: string) => duty.value?.branches.find((b) => b.id === id)?.flow ?? 0;
const boreOf = (branch: string) => (id: string) => [
  { at: `${at.value}.branches.${branch}.bore`, to: pipeById(id)!.bore },
];
const even = useRested(() => {
  const edits = balanceBranches(doc.value, props.line);
  return edits.length
    ? change(`Valves of “${props.line.name}” set for an even split`, edits)
    : not(
        'No setting gives every branch the same flow, because the pump cannot lift water to the highest.',
      );
});
const put = (key: string, to: unknown, label: string) =>
  system.commit([{ at: `${at.value}.${key}`, to }], label);
const filter = useRested(() => addFilter(doc.value, props.line.id));
const second = useRested(() => addPump(doc.value, props.line.id));
/** Parts as they are when they are fitted. */
const FILTER = { k: 10, clogging: 0 };
const PINHOLES = { count: 12, diameter: 0.003 };
const floats = computed(() => [
  { id: 'none', name: 'No float switch' },
  ...doc.value.vessels.map((v) => ({ id: v.id, name: `In ${v.name}` })),
]);
function setFloat(id: string) {
  if (id === 'none') return put('float', null, 'Float switch removed');
  const { height } = vesselOf(doc.value, id).shape;
  const fills = props.line.from !== id;
  const [low, high] = [0.15, 0.7].map((x) => Math.round(x * height * 200) / 200) as [
    number,
    number,
  ];
  put(
    'float',
    { vessel: id, on: fills ? low : high, off: fills ? high : low },
    `Float switch in ${vesselOf(doc.value, id).name}`,
  );
}
function takeBranch(id: string) {
  const edits: Edit[] = [{ at: `${at.value}.branches.${id}`, to: undefined }];
  system.commit(edits, 'Branch removed');
}
</script>

<template>
  <PanelGroup v-if="line.branches.length" title="Branches">
    <div class="numbers">
      <ShownNumber
        v-for="b in duty?.branches ?? []"
        :key="b.id"
        :of="`delivery-flow/${b.id}`"
        :label="`To ${vesselOf(doc, b.to).name}`"
      />
    </div>
    <MakeUpButton
      class="even"
      label="Set the valves for an even split"
      :change="even"
      particular="The worst placed stands open, the others hold back what they have to spare."
    />
    <div v-for="b in line.branches" :key="b.id" class="branch">
      <h4>To {{ vesselOf(doc, b.to).name }}</h4>
      <div class="fields">
        <DocumentChoice
          class="wide"
          :at="`${at}.branches.${b.id}.pipe`"
          label="Hose or pipe of the branch"
          :items="PIPES"
          :also="boreOf(b.id)"
        />
        <DocumentField :at="`${at}.branches.${b.id}.along`" />
        <DocumentField :at="`${at}.branches.${b.id}.run`" />
        <DocumentField :at="`${at}.branches.${b.id}.end`" />
        <DocumentField v-if="b.valve !== null" :at="`${at}.branches.${b.id}.valve`" />
      </div>
      <button type="button" class="link" @click="takeBranch(b.id)">
        Remove this branch ({{ format(flowOf(b.id), 'flow', settings.units) }})
      </button>
    </div>
  </PanelGroup>
  <PanelGroup title="In the pipe">
    <div class="fields">
      <DocumentSwitch
        :at="`${at}.pump.airLift`"
        label="Air-lift"
        on="Air-lift"
        off="Pump with a curve"
      />
      <DocumentSwitch
        :at="`${at}.filter`"
        label="Filter"
        :fits="FILTER"
        on="Filter fitted"
        off="Filter taken out"
      />
      <template v-if="line.filter">
        <DocumentField :at="`${at}.filter.k`" />
        <DocumentField :at="`${at}.filter.clogging`" />
      </template>
      <DocumentSwitch
        :at="`${at}.pinholes`"
        label="Ends in a pipe with holes"
        :fits="PINHOLES"
        on="Distribution pipe fitted"
        off="Distribution pipe taken out"
      />
      <template v-if="line.pinholes">
        <DocumentField :at="`${at}.pinholes.count`" />
        <DocumentField :at="`${at}.pinholes.diameter`" />
      </template>
      <DocumentSwitch
        :at="`${at}.venturi`"
        label="Venturi that draws air"
        :fits="{ throat: Math.round(line.bore * 450) / 1000 }"
        on="Venturi fitted"
        off="Venturi taken out"
      />
      <DocumentField v-if="line.venturi" :at="`${at}.venturi.throat`" />
      <PlainChoice
        class="wide"
        :model-value="line.float?.vessel ?? 'none'"
        :items="floats"
        label="Float switch"
        @update:model-value="setFloat"
      />
      <template v-if="line.float">
        <DocumentField :at="`${at}.float.on`" />
        <DocumentField :at="`${at}.float.off`" />
      </template>
    </div>
    <div class="list">
      <MakeUpButton
        v-if="!line.filter"
        label="Add a solids filter"
        :change="filter"
        particular="A resistance that clogs; rinse it in tank water."
      />
      <MakeUpButton
        label="Add a second pump"
        :change="second"
        particular="Beside this one, into the same bed, with a timer of its own."
      />
    </div>
  </PanelGroup>
</template>

<style scoped>
.even {
  margin-top: 8px;
}
.branch {
  padding-top: 10px;
}
h4 {
  font-size: var(--type-body);
  font-weight: 650;
}
.list {
  display: grid;
  gap: 6px;
  padding-top: 12px;
}
.link {
  text-decoration: underline;
  padding: 8px 0 2px;
  font-size: var(--type-small);
  color: inherit;
}
</style>
