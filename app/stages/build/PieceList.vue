<script setup lang="ts">
import { computed } from 'vue';
import { format, tell } from '../../../core/quantity';
import type { CutPiece } from '../../../core/system';
import { useBuild } from './store';
import { useBuildBench } from './benchStore';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';
import FittingFields from './FittingFields.vue';
import { plainPiece, type PieceRow } from './pieces';

/** Pieces to be ticked off as they are cut; the chosen one with its why and the fittings at its ends. */
defineProps<{ rows: readonly PieceRow[]; names: ReadonlyMap<string, string> }>();
const emit = defineEmits<{ choose: [id: string] }>();
const system = useSystem();
const settings = useSettings();
const build = useBuild();
const bench = useBuildBench();
const done = computed(() => system.document!.build.cut);
const length = (r: PieceRow) => format(r.piece.cut, 'bore', settings.units);
const isChosen = (r: PieceRow) => r.ids.includes(bench.piece);
const isCut = (r: PieceRow) => r.ids.every((id) => build.cut.has(id));
function tick(r: PieceRow, on: boolean | null) {
  const others = done.value.filter((c) => !r.ids.includes(c.id));
  const now = r.ids.map((id): CutPiece => ({ id, length: build.pieces.get(id)!.cut }));
  system.commit(
    [{ at: 'build.cut', to: on ? [...others, ...now] : others }],
    on ? `${r.piece.name} cut` : `${r.piece.name} not cut`,
  );
}
</script>

<template>
  <ul class="pieces">
    <li
      v-for="r in rows"
      :key="r.piece.id"
      :data-piece="r.ids.join(' ')"
      :class="{ chosen: isChosen(r), cut: isCut(r) }"
    >
      <v-checkbox-btn
        :model-value="isCut(r)"
        :aria-label="`${r.piece.name}, ${length(r)}: cut`"
        @update:model-value="tick(r, $event as boolean)"
      />
      <button
        type="button"
        class="row"
        :aria-expanded="isChosen(r)"
        @click="emit('choose', isChosen(r) ? bench.piece : r.piece.id)"
      >
        <b>{{ r.ids.length > 1 ? `${r.ids.length} × ` : '' }}{{ length(r) }}</b>
        <span>{{ plainPiece(r.piece.name) }}, {{ names.get(r.piece.about) }}</span>
      </button>
      <p v-if="isChosen(r)" class="why">{{ tell(r.piece.why, settings.units) }}</p>
      <FittingFields v-if="isChosen(r) && r.piece.fittings.length" :piece="r.piece" />
    </li>
  </ul>
</template>

<style scoped>
.pieces {
  list-style: none;
}
.pieces li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  border-top: 1px solid var(--rule);
}
.pieces .v-selection-control {
  flex: none;
}
.pieces li.chosen {
  background: var(--water-soft);
}
.row {
  display: flex;
  gap: 10px;
  align-items: baseline;
  text-align: left;
  padding: 6px 4px 6px 0;
  flex: 1 1 0;
}
.row b {
  font-size: var(--type-title);
  min-width: 6.4rem;
}
.row span {
  font-size: var(--type-small);
}
.cut .row span {
  color: var(--quiet);
}
.why {
  width: 100%;
  font-size: var(--type-small);
  line-height: 1.4;
  padding: 0 8px 8px 42px;
}
</style>
