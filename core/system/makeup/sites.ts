import type { Edit } from '../edit.ts';
import { isStore } from '../find.ts';
import { MAINS, hole, media, openEnd, programs, standpipe, vessel } from '../layouts/parts.ts';
import type { PumpedLine, SystemDocument, Vessel } from '../types.ts';
import { change, not, within, type MakeUp } from './change.ts';
import { freshIds, nextName } from './names.ts';
import { ownLine } from './parts.ts';

/** Further plant sites on the same water: a raft bed, a film channel, a drip-fed seed box. */

export const SITES = [
  {
    id: 'raft',
    name: 'Raft bed',
    particular:
      'Leaves on a floating board over water of steady depth; air for its roots is on you.',
  },
  {
    id: 'channel',
    name: 'Film channel',
    particular:
      'A film runs past the roots in a sloping channel; a stopped pump dries them in minutes.',
  },
  {
    id: 'seed-box',
    name: 'Drip-fed seed box',
    particular: 'A shallow box that a few drippers keep moist; it drains freely.',
  },
] as const;
export type SiteKind = (typeof SITES)[number]['id'];

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
export const addSite = (s: SystemDocument, kind: SiteKind): MakeUp => within(s, madeSite(s, kind));

function madeSite(s: SystemDocument, kind: SiteKind): MakeUp {
  const store = storeFor(s);
  if (!store) return not('There is no tank or reservoir to feed it from.');
  const fresh = freshIds(s);
  const id = fresh(kind);
  const pipe = fresh(`${kind}-feed`);
  const back = fresh(`${kind}-return`);
  const floor = Math.round((store.floor + store.shape.height + OVER_RIM) * 200) / 200;
  const name = nextName(
    s,
    { raft: 'raft bed', channel: 'film channel', 'seed-box': 'seed box' }[kind],
  );
  const at = (
    v: Vessel,
    flow: number,
    line: Pick<PumpedLine, 'pipe' | 'end' | 'control'> & Partial<PumpedLine>,
  ): Edit[] => [
    { at: `vessels.${id}`, to: v },
    {
      at: `paths.${pipe}`,
      to: ownLine(
        s,
        { id: pipe, name: `Feed of the ${name.toLowerCase()}`, to: id, ...line },
        store,
        floor + line.end - store.floor - 0.4 * store.shape.height,
        flow,
      ),
    },
  ];
  const mains = s.controls.find((c) => c.kind === 'always-on')?.id;
  const control = mains ?? fresh(MAINS.id);
  const always: Edit[] = mains
    ? []
    : [{ at: `controls.${control}`, to: { ...MAINS, id: control } }];
  const plants = { dailyUse: 0.003, rooting: 0.1, rootShare: 1 };
  switch (kind) {
    case 'raft':
      return change('Add a raft bed', [
        ...always,
        ...at(
          vessel(
            id,
            name,
            'raft',
            { kind: 'box', length: 1.2, width: 0.6, height: 0.26 },
            {
              floor,
              fill: 0.14,
              emptyMass: 15,
              plants,
            },
          ),
          420,
          { pipe: 'hose-16', end: 0.22, control, valve: 0.85 },
        ),
        {
          at: `paths.${back}`,
          to: standpipe({
            id: back,
            name: `Overflow of the ${name.toLowerCase()}`,
            from: id,
            to: store.id,
            pipe: 'sch40-1-1/4',
            crest: 0.2,
            drop: 0.15,
            run: 0.3,
          }),
        },
      ]);
    case 'channel':
      return change('Add a film channel', [
        ...always,
        ...at(
          vessel(
            id,
            name,
            'channel',
            { kind: 'box', length: 1.8, width: 0.1, height: 0.06 },
            {
              floor,
              emptyMass: 3,
              plants: { ...plants, rootShare: 0.3 },
            },
          ),
          // A film wants little: some two litres a minute.
          220,
          { pipe: 'hose-13', end: 0.05, control, valve: 0.8 },
        ),
        {
          at: `paths.${back}`,
          to: openEnd(back, `End of the ${name.toLowerCase()}`, id, store.id, 0.025),
        },
      ]);
    case 'seed-box': {
      const timer = fresh('seed-timer');
      return change('Add a drip-fed seed box', [
        {
          at: `controls.${timer}`,
          to: programs(timer, 'digital-20', [7, 9, 11, 13, 15, 17, 19], 5),
        },
        ...at(
          vessel(
            id,
            name,
            'bed',
            { kind: 'box', length: 0.6, width: 0.3, height: 0.1 },
            {
              floor,
              emptyMass: 2,
              media: media('coir', 0.08),
              plants: { ...plants, rooting: 0.04 },
            },
          ),
          150,
          {
            pipe: 'hose-10',
            end: 0.09,
            control: timer,
            pinholes: { count: 8, diameter: 0.001 },
          },
        ),
        {
          at: `paths.${back}`,
          to: hole(back, `Drain of the ${name.toLowerCase()}`, id, store.id, 0, 0.012),
        },
      ]);
    }
  }
}
