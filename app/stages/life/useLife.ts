import { computed } from 'vue';
import { lifeOf, type LifeBalance } from '../../../core/life';
import { useDerivation } from '../../stores/derivation';

/** The living side of the open system, with its day once that is there. */
export function useLife() {
  const derivation = useDerivation();
  const figures = computed(() => derivation.figures!);
  const life = computed<LifeBalance>(() => lifeOf(figures.value));
  return { figures, life };
}
