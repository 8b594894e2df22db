import type { Fault } from '../day/faults/fault.ts';
import { DAY, type Network } from '../network/types.ts';
import type { SystemDocument } from '../system/types.ts';
import { FAULTS, type FaultKind } from './faults/index.ts';
import { HOUR, USUAL_SEVERITY, type Severity } from './severity.ts';

/** A fault of the list, at one place of a system. */
export interface KnownFault extends Fault {
  readonly kind: FaultKind;
}

/** Every fault that this system can have, in the order of the list; of parts that are alike the first. */
export const faultsOf = (
  system: SystemDocument,
  net: Network,
  how: Severity = USUAL_SEVERITY,
): KnownFault[] => unlike(system, faultsOfAll(system, net, how));

/** Every fault at every part that it can strike. */
export function faultsOfAll(
  system: SystemDocument,
  net: Network,
  how: Severity = USUAL_SEVERITY,
): KnownFault[] {
  const always = net.controls.every((c) => c.spans === null);
  // Where nothing waits for a timer some hours show all that a day would.
  const follow = !net.controls.length ? 3 * DAY : always ? 6 * HOUR : DAY;
  return FAULTS.flatMap((fault) =>
    fault.instances({ system, net, how }).map((x): KnownFault => ({
      id: `${fault.id}/${x.about}`,
      kind: fault.id,
      lasts: null,
      follow,
      ...x,
    })),
  );
}

/** Of parts that are alike in all but their name the first stands for the others. */
function unlike(system: SystemDocument, faults: readonly KnownFault[]): KnownFault[] {
  const signs = new Map<string, KnownFault>();
  const vessel = (id: string) => {
    const v = system.vessels.find((x) => x.id === id);
    return v ? { ...v, id: '', name: '' } : null;
  };
  const out: KnownFault[] = [];
  for (const f of faults) {
    const p = system.paths.find((x) => x.id === f.about);
    const sign = p
      ? JSON.stringify([f.kind, { ...p, id: '', name: '', from: vessel(p.from), to: vessel(p.to) }])
      : f.id;
    const first = signs.get(sign);
    if (!first) {
      signs.set(sign, f);
      out.push(f);
    } else {
      const i = out.indexOf(first);
      const counted = { ...first, alike: (first.alike ?? 0) + 1 };
      out[i] = counted;
      signs.set(sign, counted);
    }
  }
  return out;
}
