import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import type { Stage } from '../../core/findings';
import {
  flowOrder,
  isSiphon,
  partAt,
  pathAt,
  pumpedLines,
  targetsOf,
  vesselAt,
  type PumpedLine,
  type Siphon,
  type Vessel,
} from '../../core/system';
import { along } from '../section/parts';
import { useSaved } from './saved';
import { useSystem } from './system';

/** A part of the system as lists show it. */
export interface Named {
  readonly at: string;
  readonly id: string;
  readonly name: string;
}

/**
 * The one thing that is chosen, everywhere together: in the drawing, the panels, the findings and the address.
 * What a panel is about follows from it: of a siphon its bed, of a bed the line that feeds it.
 */
export const useChosen = defineStore('chosen', () => {
  const system = useSystem();
  /** Its place in the document; empty, or of something that is gone, where nothing is chosen. */
  const at = ref('');
  /** The drawing is close to it. */
  const closeUp = ref(false);
  /** Key of the finding that is looked at, anew each time it is asked for. */
  const finding = shallowRef({ key: '' });

  const parts = computed(() => (system.document ? flowOrder(system.document) : []));
  const thing = computed(() => parts.value.find((p) => p.at === at.value) ?? null);
  /** All parts along the water’s way, by place and name: the same list until one comes, goes or is renamed. */
  const order = useSaved<readonly Named[]>(() =>
    parts.value.map((p) => ({ at: p.at, id: p.part.id, name: p.part.name })),
  );

  const vessel = computed<Vessel | undefined>(() => {
    const doc = system.document;
    const t = thing.value;
    if (!t) return doc?.vessels[0];
    if (t.what === 'vessel') return t.part;
    const id = t.part.kind === 'pumped-line' ? t.part.to : t.part.from;
    return doc?.vessels.find((v) => v.id === id);
  });
  const line = computed<PumpedLine | undefined>(() => {
    if (!system.document) return undefined;
    const lines = pumpedLines(system.document);
    const t = thing.value;
    const id = t?.part.id;
    if (t?.what === 'path' && t.part.kind === 'pumped-line') return t.part;
    const about = vessel.value?.id ?? '';
    const feeds = t ? lines.find((l) => targetsOf(l).includes(about)) : undefined;
    return feeds ?? lines.find((l) => l.from === id) ?? lines[0];
  });
  const siphon = computed<Siphon | undefined>(() => {
    const t = thing.value;
    if (t?.what === 'path' && isSiphon(t.part)) return t.part;
    const siphons = (system.document?.paths ?? []).filter(isSiphon);
    const about = vessel.value?.id;
    return (t ? siphons.find((p) => p.from === about) : undefined) ?? siphons[0];
  });
  /** Whatever has an outlet by gravity, in the document’s order. */
  const drained = computed<Vessel[]>(() => {
    const doc = system.document;
    if (!doc) return [];
    const from = new Set(doc.paths.filter((p) => p.kind !== 'pumped-line').map((p) => p.from));
    return doc.vessels.filter((v) => from.has(v.id) || v.role === 'bed');
  });
  const drainedVessel = computed<Vessel | undefined>(() => {
    const about = vessel.value;
    const all = drained.value;
    if (thing.value && about && all.includes(about)) return about;
    return all.find((v) => v.role === 'bed') ?? all[0];
  });

  /** The part whose numbers a stage shows while nothing is chosen. */
  function fallback(stage: Stage): string {
    if (stage === 'lift' && line.value) return pathAt(line.value.id);
    if (stage === 'drain' && drainedVessel.value) {
      const from = drainedVessel.value.id;
      const outlets = (system.document?.paths ?? []).filter(
        (p) => p.from === from && p.kind !== 'pumped-line',
      );
      const outlet = outlets.find(isSiphon) ?? outlets[0];
      return outlet ? pathAt(outlet.id) : vesselAt(from);
    }
    return vessel.value ? vesselAt(vessel.value.id) : '';
  }
  const placeAt = (stage: Stage): string => thing.value?.at ?? fallback(stage);

  /** Chooses the part that a place of the document lies in. */
  function choose(place: string) {
    at.value = partAt(place);
  }
  /** Chooses the vessel or path of an id; what is no part leaves the choice as it is. */
  function chooseById(id: string) {
    const part = order.value.find((p) => p.id === id);
    if (part) at.value = part.at;
  }
  /** Chooses the next part along the water’s way, or the one before. */
  function step(from: string, by: 1 | -1): string {
    const places = order.value.map((p) => p.at);
    at.value = along(places, from, by) ?? '';
    return at.value;
  }
  /** Chooses what a finding is about and looks at the finding. */
  function showFinding(key: string, about: string) {
    finding.value = { key };
    chooseById(about);
  }
  function whole() {
    closeUp.value = false;
  }
  function close() {
    at.value = '';
    finding.value = { key: '' };
    closeUp.value = false;
  }

  return {
    at,
    closeUp,
    finding,
    order,
    thing,
    vessel,
    line,
    siphon,
    drained,
    drainedVessel,
    placeAt,
    choose,
    chooseById,
    step,
    showFinding,
    whole,
    close,
  };
});
