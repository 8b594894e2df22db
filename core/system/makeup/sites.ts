import { inSentence } from '../../quantity/index.ts';
import type { Metres } from '../../quantity/si.ts';
import { isStore } from '../find.ts';
import {
  MAINS,
  makeHole,
  makeMedia,
  makeOpenEnd,
  makePrograms,
  makeStandpipe,
  makeVessel,
} from '../layouts/parts.ts';
import { USUAL_PLANTING } from '../planting.ts';
import type { Control, PumpedLine, SystemDocument, Vessel, WaterPath } from '../types.ts';
import { change, not, withinMost, type MakeUp } from './change.ts';
import { freshIds, nextName } from './names.ts';
import { ownLine } from './parts.ts';

/** Further plant sites on the same water: a raft bed, a film channel, a drip-fed seed box. */

export const SITES = [
  {
    id: 'raft',
    name: 'Raft bed',
    particular:
      'Leafy crops on a floating board over water of constant depth. You must aerate the roots.',
  },
  {
    id: 'channel',
    name: 'Film channel',
    particular:
      'A film of water runs past the roots in a sloping channel. If the pump stops, they dry out within minutes.',
  },
  {
    id: 'seed-box',
    name: 'Drip-fed seed box',
    particular: 'A shallow box that a few drippers keep moist. It drains freely.',
  },
] as const;
export type SiteKind = (typeof SITES)[number]['id'];

/** What a new site is made of: ids, where it stands and the store it is fed from and drains to. */
interface Ground {
  readonly id: string;
  readonly name: string;
  readonly floor: Metres;
  readonly store: Vessel;
  /** Id of its return, and the name in a sentence. */
  readonly back: string;
  readonly called: string;
}

/** A kind of site: its vessel, its own line and that line's control, its return by gravity. */
interface Site {
  readonly label: string;
  /** What its pump gives, L/h. */
  readonly flow: number;
  readonly line: Pick<PumpedLine, 'pipe' | 'end'> & Partial<PumpedLine>;
  /** Programs by which its pump runs; always on where there are none. */
  readonly timer?: (id: string) => Control;
  readonly vessel: (g: Ground) => Vessel;
  readonly back: (g: Ground) => WaterPath;
}

const BUILT: Record<SiteKind, Site> = {
  raft: {
    label: 'Add a raft bed',
    flow: 420,
    line: { pipe: 'hose-16', end: 0.22, valve: 0.85 },
    vessel: ({ id, name, floor }) =>
      makeVessel(
        id,
        name,
        'raft',
        { kind: 'box', length: 1.2, width: 0.6, height: 0.26 },
        { floor, fill: 0.14, emptyMass: 15, plants: USUAL_PLANTING },
      ),
    back: ({ id, store, back, called }) =>
      makeStandpipe({
        id: back,
        name: `Overflow of the ${called}`,
        from: id,
        to: store.id,
        pipe: 'sch40-1-1/4',
        crest: 0.2,
        drop: 0.15,
        elbows: 1,
        run: 0.3,
      }),
  },
  channel: {
    label: 'Add a film channel',
    // A film wants little: some two litres a minute.
    flow: 220,
    line: { pipe: 'hose-13', end: 0.05, valve: 0.8 },
    vessel: ({ id, name, floor }) =>
      makeVessel(
        id,
        name,
        'channel',
        { kind: 'box', length: 1.8, width: 0.1, height: 0.06 },
        { floor, emptyMass: 3, plants: { ...USUAL_PLANTING, rootShare: 0.3 } },
      ),
    back: ({ id, store, back, called }) =>
      makeOpenEnd(back, `End of the ${called}`, id, store.id, 0.025),
  },
  'seed-box': {
    label: 'Add a drip-fed seed box',
    flow: 150,
    line: { pipe: 'hose-10', end: 0.09, pinholes: { count: 8, diameter: 0.001 } },
    timer: (id) => makePrograms(id, 'digital-20', [7, 9, 11, 13, 15, 17, 19], 5),
    vessel: ({ id, name, floor }) =>
      makeVessel(
        id,
        name,
        'bed',
        { kind: 'box', length: 0.6, width: 0.3, height: 0.1 },
        {
          floor,
          emptyMass: 2,
          media: makeMedia('coir', 0.08),
          plants: { ...USUAL_PLANTING, rooting: 0.04 },
        },
      ),
    back: ({ id, store, back, called }) =>
      makeHole(back, `Drain of the ${called}`, id, store.id, 0, 0.012),
  },
};

/** Air between the store's rim and the site's floor, m. */
const OVER_RIM = 0.12;

/** The store that a site is fed from and drains to: the one with fish, else the fullest. */
const storeFor = (s: SystemDocument): Vessel | undefined =>
  [...s.vessels.filter(isStore)].sort(
    (a, b) =>
      Number(s.fish.some((f) => f.vessel === b.id)) -
        Number(s.fish.some((f) => f.vessel === a.id)) || b.fill - a.fill,
  )[0];

/** Adds a plant site beside a tank or reservoir, with a small pump of its own and a return by gravity. */
export const addSite = (s: SystemDocument, kind: SiteKind): MakeUp =>
  withinMost(s, madeSite(s, kind));

/** The control of a site's pump: its own timer, or what is always on. */
function controlFor(s: SystemDocument, site: Site, fresh: (id: string) => string) {
  const mains = s.controls.find((c) => c.kind === 'always-on')?.id;
  if (!site.timer && mains) return { control: mains, edits: [] };
  const control = fresh(site.timer ? 'seed-timer' : MAINS.id);
  const to = site.timer ? site.timer(control) : { ...MAINS, id: control };
  return { control, edits: [{ at: `controls.${control}`, to }] };
}

function madeSite(s: SystemDocument, kind: SiteKind): MakeUp {
  const store = storeFor(s);
  if (!store) return not('There is no tank or reservoir that could feed it.');
  const site = BUILT[kind];
  const fresh = freshIds(s);
  const name = nextName(
    s,
    { raft: 'raft bed', channel: 'film channel', 'seed-box': 'seed box' }[kind],
  );
  const id = fresh(kind);
  const feed = fresh(`${kind}-feed`);
  const floor = Math.round((store.floor + store.shape.height + OVER_RIM) * 200) / 200;
  const called = inSentence(name);
  const ground: Ground = { id, name, floor, store, back: fresh(`${kind}-return`), called };
  const { control, edits } = controlFor(s, site, fresh);
  const line = ownLine(
    s,
    { id: feed, name: `Feed of the ${called}`, to: id, ...site.line, control },
    store,
    floor + site.line.end - store.floor - 0.4 * store.shape.height,
    site.flow,
  );
  return change(site.label, [
    ...edits,
    { at: `vessels.${id}`, to: site.vessel(ground) },
    { at: `paths.${feed}`, to: line },
    { at: `paths.${ground.back}`, to: site.back(ground) },
  ]);
}
