import { isLoose, type Loose } from './loose.ts';
import { DOCUMENT_VERSION } from './types.ts';
import {
  NO_CARE,
  NO_OWN,
  PLANTS_PER_FISH,
  USUAL_BUILD,
  USUAL_PLAN,
  USUAL_SITE,
  USUAL_WATER,
} from './usual.ts';

/** Brings a document of one version up to the next. */
export type Raise = (document: Loose) => Loose;

/** Steps by the version they start from. A new version of the document adds one here, and a file to the tests. */
export const STEPS: Readonly<Record<number, Raise>> = {
  /** Version 2 knows layers of media, pots, legs, and a line that peaks above its end. */
  1: (document) => ({
    ...document,
    vessels: each(document.vessels, (v) => ({
      ...v,
      media: isLoose(v.media) ? { ...v.media, layers: [] } : v.media,
      pots: null,
      legs: 0,
    })),
    paths: each(document.paths, (p) => (p.kind === 'pumped-line' ? { ...p, peak: null } : p)),
  }),
  /** Version 3 knows every layout: branches, links, float valves, loop siphons, plantings, service. */
  2: (document) => ({
    ...document,
    site: isLoose(document.site)
      ? { ...document.site, latitude: null, lampTime: null }
      : document.site,
    vessels: each(document.vessels, (v) => ({ ...v, count: 1, plants: null })),
    paths: each(document.paths, (p) =>
      p.kind === 'pumped-line'
        ? {
            ...p,
            pump: isLoose(p.pump) ? { ...p.pump, airLift: false } : p.pump,
            pinholes: null,
            venturi: null,
            filter: null,
            float: null,
            branches: [],
          }
        : p.kind === 'standpipe'
          ? { ...p, fromBottom: false }
          : p,
    ),
    controls: each(document.controls, (c) => (c.kind === 'always-on' ? c : { ...c, own: null })),
    service: null,
  }),
  /** Version 4 knows the place, kinds of fish, crops, devices, the water and the season. */
  3: (document) => ({
    ...structuredClone({
      crops: [],
      devices: [],
      water: USUAL_WATER,
      solution: null,
      plan: USUAL_PLAN,
      school: null,
      plantsPerFish: PLANTS_PER_FISH,
      own: NO_OWN,
    }),
    ...document,
    site: isLoose(document.site)
      ? { ...structuredClone(USUAL_SITE), ...document.site }
      : document.site,
    fish: each(document.fish, (f) => ({ kind: null, ration: null, protein: null, ...f })),
  }),
  /** Version 5 knows how the system is built. */
  4: (document) => ({ build: structuredClone(USUAL_BUILD), ...document }),
  /** Version 6 knows how the running system is looked after. */
  5: (document) => ({ care: structuredClone(NO_CARE), ...document }),
  /** Version 7 doses ammonia to a target, not so much a day, and knows what is wanted of a year. */
  6: (document) => ({
    ...document,
    plan: isLoose(document.plan)
      ? {
          wishes: [],
          away: [],
          time: null,
          ...document.plan,
          dose: isLoose(document.plan.dose) ? document.plan.dose : { ...USUAL_PLAN.dose },
        }
      : document.plan,
  }),
  /** Version 8 says of fish that are planned which group they are of, and how heavy. */
  7: (document) => ({
    ...document,
    plan: isLoose(document.plan)
      ? {
          ...document.plan,
          events: each(document.plan.events, (e) =>
            e.kind === 'stock' ? { fish: null, mass: null, ...e } : e,
          ),
        }
      : document.plan,
  }),
  /** Version 9 knows on which channel a plug’s rule rests, what it does in silence, and when a probe was corrected. */
  8: (document) => ({
    ...document,
    care: isLoose(document.care)
      ? {
          ...document.care,
          channels: each(document.care.channels, (c) => ({ ...c, corrected: null })),
          // Which probe was meant is not known: until the grower says it, the plug is switched by hand only.
          plugs: each(document.care.plugs, (p) => ({
            ...p,
            rule: isLoose(p.rule) ? { ...p.rule, channel: '', quiet: 'off' } : p.rule,
          })),
        }
      : document.care,
  }),
};

/** Every entry of a list changed; what is no list, and what is no entry, is left for the schema to name. */
function each(list: unknown, change: (entry: Loose) => Loose): unknown {
  return Array.isArray(list) ? list.map((x: unknown) => (isLoose(x) ? change(x) : x)) : list;
}

/** A document of the current version, or a sentence that says why it cannot be brought up. */
export type Migrated =
  | { readonly ok: true; readonly document: Loose }
  | { readonly ok: false; readonly message: string };

/** Brings a parsed document up to the current version, step by step; a newer one is refused. */
export function migrate(
  parsed: Loose,
  steps: Readonly<Record<number, Raise>> = STEPS,
  current: number = DOCUMENT_VERSION,
): Migrated {
  const version = parsed.version;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) {
    return { ok: false, message: 'The file does not say which version it is.' };
  }
  if (version > current) {
    return {
      ok: false,
      message: `The file was written by a newer version of Mizuna (${version}; this one reads up to ${current}). It was not changed.`,
    };
  }
  let document = parsed;
  for (let v = version; v < current; v++) document = { ...steps[v]!(document), version: v + 1 };
  return { ok: true, document };
}
