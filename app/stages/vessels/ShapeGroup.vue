<script setup lang="ts">
import { computed } from 'vue';
import type { Vessel } from '../../../core/system';
import { similarShape } from '../../../core/water/alike';
import type { ShapeKind } from '../../../core/water/shape';
import DocumentField from '../../parts/DocumentField.vue';
import PairsTable from '../../parts/PairsTable.vue';
import PlainChoice from '../../parts/PlainChoice.vue';
import { useSystem } from '../../stores/system';

/** The shape of a vessel: its kind, its sizes, or the litres poured into it. */
const props = defineProps<{ vessel: Vessel }>();
const system = useSystem();
const at = computed(() => `vessels.${props.vessel.id}`);

const SHAPES: { id: ShapeKind; name: string }[] = [
  { id: 'box', name: 'Box' },
  { id: 'cylinder', name: 'Upright cylinder' },
  { id: 'tapered-box', name: 'Tapered box' },
  { id: 'tapered-round', name: 'Tapered round, a bucket or tub' },
  { id: 'half-barrel', name: 'Half barrel, lying' },
  { id: 'pond', name: 'Pond, by average sizes' },
  { id: 'measured', name: 'Measured, litres poured in' },
];
const FIELDS_OF: Record<ShapeKind, readonly string[]> = {
  box: ['length', 'width', 'height'],
  cylinder: ['diameter', 'height'],
  'tapered-box': ['bottomLength', 'bottomWidth', 'topLength', 'topWidth', 'height'],
  'tapered-round': ['bottomDiameter', 'topDiameter', 'height'],
  'half-barrel': ['diameter', 'length', 'height'],
  pond: ['length', 'width', 'height', 'factor'],
  measured: ['width', 'height'],
};
const NOTES: Partial<Record<ShapeKind, string>> = {
  'half-barrel':
    'The drawing shows its end. If it is cut below the middle, it is round up to the rim. Boards above the middle go straight up.',
  pond: 'Measure length and width at several places and use the averages. The factor is the share of the box that banks and round corners leave.',
  measured:
    'Level the vessel and pour in water by jug. After each jug enter the total litres and the level. Mizuna draws a smooth curve between them.',
};

function reshape(kind: string) {
  system.commit(
    [{ at: `${at.value}.shape`, to: similarShape(props.vessel.shape, kind as ShapeKind) }],
    `${props.vessel.name}: ${SHAPES.find((x) => x.id === kind)!.name}`,
  );
}
const poured = computed(() =>
  props.vessel.shape.kind === 'measured' ? props.vessel.shape.points : null,
);
function notRising(rows: readonly (readonly [number, number])[]): string {
  for (let i = 1; i < rows.length; i++) {
    if (rows[i]![0] <= rows[i - 1]![0] || rows[i]![1] <= rows[i - 1]![1])
      return 'Each measurement needs a higher level and more litres than the one before.';
  }
  return '';
}
</script>

<template>
  <PlainChoice
    class="wide"
    :model-value="vessel.shape.kind"
    :items="SHAPES"
    label="Shape"
    @update:model-value="reshape"
  />
  <p v-if="NOTES[vessel.shape.kind]" class="quiet note wide">{{ NOTES[vessel.shape.kind] }}</p>
  <DocumentField
    v-for="k in FIELDS_OF[vessel.shape.kind]"
    :key="`${vessel.id}${k}`"
    :at="`${at}.shape.${k}`"
  />
  <PairsTable
    v-if="poured"
    label="Litres poured in"
    :first="{ label: 'Level', kind: 'length', min: 0.001, max: 4, step: 0.005 }"
    :second="{ label: 'Total poured in', kind: 'volume', min: 1e-6, max: 50, step: 0.001 }"
    :rows="poured"
    :least="1"
    :most="60"
    :problem="notRising"
    @commit="(rows) => system.commit([{ at: `${at}.shape.points`, to: rows }], 'Litres poured in')"
  />
</template>

<style scoped>
.wide {
  grid-column: 1 / -1;
}
.note {
  font-size: var(--type-small);
}
</style>
