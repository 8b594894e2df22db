<script setup lang="ts">
import { computed } from 'vue';
import { buildKey, fittingSize, type Piece } from '../../../core/construction';
import { jointName, type JointKind } from '../../../core/catalogue';
import { format } from '../../../core/quantity';
import { fieldAt, type FittingSize } from '../../../core/system';
import QuantityField from '../../parts/QuantityField.vue';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';

/** The fittings at the ends of a piece as they were measured: every piece that goes into one follows. */
const props = defineProps<{ piece: Piece }>();
const system = useSystem();
const settings = useSettings();
const rows = computed(() =>
  props.piece.fittings.map((kind) => {
    const id = buildKey(kind, props.piece.stock);
    const own = system.document!.build.fittings.find((x) => x.id === id);
    const { socket, face } = fittingSize(system.document!, kind, props.piece.stock);
    return {
      id,
      kind,
      name: jointName(kind),
      own: own ?? { id, socket: null, face: null },
      socket,
      face,
    };
  }),
);
type Row = { id: string; kind: JointKind; name: string; own: FittingSize };
function set(row: Row, key: 'socket' | 'face', to: number | null) {
  const next = { ...row.own, [key]: to };
  const empty = next.socket === null && next.face === null;
  system.commit(
    [{ at: `build.fittings.${row.id}`, to: empty ? undefined : next }],
    `${row.name}, ${key === 'socket' ? 'socket' : 'centre to face'}: ${to === null ? 'from the table' : format(to, 'bore', settings.units)}`,
  );
}
const FIELDS = [
  { key: 'socket', label: 'Socket depth' },
  { key: 'face', label: 'Centre to face' },
] as const;
const field = (key: 'socket' | 'face') => fieldAt(`build.fittings.x.${key}`)!;
</script>

<template>
  <div class="fittings">
    <template v-for="r in rows" :key="r.id">
      <p>{{ r.name }}, measured</p>
      <QuantityField
        v-for="x in FIELDS"
        :key="x.key"
        :model-value="r.own[x.key]"
        kind="bore"
        :label="x.label"
        :aria-label="`${r.name}: ${x.label}`"
        :min="field(x.key).min"
        :max="field(x.key).max"
        :step="field(x.key).step"
        :clearable="r.own[x.key] !== null"
        :placeholder="format(r[x.key], 'bore', settings.units)"
        @commit="set(r, x.key, $event)"
        @nudge="set(r, x.key, $event)"
      />
    </template>
  </div>
</template>

<style scoped>
.fittings {
  width: 100%;
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px 8px;
  padding: 2px 8px 10px 42px;
}
p {
  grid-column: 1 / -1;
  font-size: var(--type-small);
}
</style>
