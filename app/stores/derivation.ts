import { defineStore } from 'pinia';
import { computed, ref } from 'vue';
import { keyOf, type Finding } from '../../core/findings';
import { derivationOf, derivationOfFinding } from '../../core/derivation';
import { useSystem } from './system';
import { useTrace } from './trace';

/** Begins the key of a finding's number. */
const FINDING = 'finding:';

/** Which number's working is open. */
export const useDerivation = defineStore('derivation', () => {
  const system = useSystem();
  const trace = useTrace();
  const key = ref('');
  const shown = computed(() => {
    if (!key.value || !system.document || !system.assessment) return null;
    if (key.value.startsWith(FINDING)) {
      const finding = trace.findings.find((f) => FINDING + keyOf(f) === key.value);
      return finding
        ? derivationOfFinding(system.document, system.assessment, trace.day, finding)
        : null;
    }
    return derivationOf(system.document, system.assessment, key.value, trace.day?.metrics ?? null);
  });
  const openFinding = (finding: Finding) => open(FINDING + keyOf(finding));
  const open = (k: string) => (key.value = key.value === k ? '' : k);
  const close = () => (key.value = '');
  return { key, shown, open, openFinding, close };
});
