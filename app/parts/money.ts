import { formatMoney } from '../../core/quantity';
import { useSystem } from '../stores/system';

/** An amount in the grower's currency, in the person’s form. */
export function useMoney() {
  const system = useSystem();
  return (amount: number): string => formatMoney(amount, system.document?.build.currency ?? '');
}
