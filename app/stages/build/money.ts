import { useSystem } from '../../stores/system';

/** An amount in the grower's currency, as it is written. */
export function useMoney() {
  const system = useSystem();
  return (amount: number): string =>
    [system.document?.build.currency ?? '', amount.toFixed(2)].filter(Boolean).join(' ');
}
