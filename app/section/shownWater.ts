import { computed } from 'vue';
import { useSystem } from '../stores/system';
import { useTrace } from '../stores/trace';
import { levelsAtRest } from './levels';

/** Water levels, m, and flows, m³/s, of the open system at the moment shown; at rest where none is shown. */
export function useShownWater() {
  const system = useSystem();
  const trace = useTrace();
  const levels = computed(
    () => trace.moment?.levels ?? (system.assessment ? levelsAtRest(system.assessment) : {}),
  );
  const flows = computed(() => trace.moment?.flows ?? {});
  return { levels, flows };
}
