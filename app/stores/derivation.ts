import { defineStore } from 'pinia';
import { computed, ref } from 'vue';
import { derivationAt, quantityAt, type QuantityKey } from '../../core/derived';
import { derivationOfFinding, keyOf, type Context, type Finding } from '../../core/findings';
import type { QuantityKind } from '../../core/quantity';
import { useSystem } from './system';
import { useTrace } from './trace';

/** Key of a finding's number. */
type FindingKey = `finding:${string}`;
const keyOfFinding = (f: Finding): FindingKey => `finding:${keyOf(f)}`;
const isFinding = (key: string): key is FindingKey => key.startsWith('finding:');

/** A derived quantity of the open system as it is shown. */
export interface QuantityShown {
  readonly label: string;
  readonly value: number;
  readonly kind: QuantityKind;
}

/** The derived quantities of the open system, and of which number the derivation is open. */
export const useDerivation = defineStore('derivation', () => {
  const system = useSystem();
  const trace = useTrace();
  const key = ref<QuantityKey | FindingKey | ''>('');
  const figures = computed<Context | null>(() =>
    system.known && system.assessment
      ? { system: system.known, a: system.assessment, day: trace.day }
      : null,
  );
  const shown = computed(() => {
    const c = figures.value;
    const k = key.value;
    if (!k || !c) return null;
    if (!isFinding(k)) return derivationAt(c, k);
    const finding = trace.findings.find((f) => keyOfFinding(f) === k);
    return finding ? derivationOfFinding(c, finding) : null;
  });
  /** A number by its key; nothing where the system has none such. */
  function numberAt(k: QuantityKey): QuantityShown | null {
    const [quantity, part] = quantityAt(k);
    const value = figures.value && quantity.value(figures.value, part);
    return value === null ? null : { label: quantity.label, value, kind: quantity.kind };
  }
  const openFinding = (finding: Finding) => open(keyOfFinding(finding));
  const open = (k: QuantityKey | FindingKey) => (key.value = key.value === k ? '' : k);
  const close = () => (key.value = '');
  return { key, figures, shown, numberAt, openFinding, open, close };
});
