import { makeFish } from '../system/layouts/parts.ts';
import { PIPES, pipeById, type PipeSize } from '../catalogue/index.ts';
import { mediumById } from '../catalogue/media.ts';
import { TIMERS } from '../catalogue/timers.ts';
import { ballValveK } from '../catalogue/fittings.ts';
import { assess } from '../assess/assess.ts';
import { balanceBranches } from '../assess/split.ts';
import type { CubicMetres, CubicMetresPerSecond, Metres, Seconds, Share } from '../quantity/si.ts';
import {
  addBed,
  applyEdits,
  isSiphon,
  pumpedLines,
  type Edit,
  type SystemDocument,
  type Vessel,
  type WaterPath,
} from '../system/index.ts';
import { bedOverTank } from '../system/layouts/bed-over-tank.ts';
import { joinedBeds } from '../system/layouts/joined-beds.ts';
import { loopOverTank } from '../system/layouts/loop-over-tank.ts';
import { trayOverReservoir } from '../system/layouts/tray-over-reservoir.ts';
import { dutyFlow, pumpCurve } from '../water/pump.ts';
import { fullPipeFlow } from '../water/pipe.ts';
import { STOPS_SHARE, flowAtFroude } from '../water/siphon.ts';
import { lightOf, irrigationOfTimer, wantedOf } from './irrigation.ts';
import { madeOf } from './siphon.ts';
import { settingsFor, type TimerSettings } from './timer.ts';

/** What a grower owns, and every rough system that it could become. */

/** Any timer of the catalogue may be bought. */
export const ANY_TIMER = 'any';

export interface Owned {
  /** Size of the tank or reservoir. */
  readonly tank: { readonly length: Metres; readonly width: Metres; readonly height: Metres };
  readonly pump: { readonly maxHead: Metres; readonly maxFlow: CubicMetresPerSecond };
  /** Hose for the fill line, a catalogue id. */
  readonly hose: string;
  /** Standpipe at hand, a catalogue id; null takes what can be bought. */
  readonly pipe: string | null;
  /** Floor for the whole system. */
  readonly floor: { readonly length: Metres; readonly width: Metres };
  /** Height to which anything may reach. */
  readonly headroom: Metres;
  /** Most hours of direct sun in a day; null is not known. */
  readonly sun: Seconds | null;
  /** Fish live in the tank; else it holds nutrient solution. */
  readonly fish: boolean;
  /** Timer at hand, a catalogue id; {@link ANY_TIMER} where one is bought, null where none is wanted. */
  readonly timer: string | null;
}

/** One rough system. */
export interface Candidate {
  readonly layout: 'bed-over-tank' | 'loop-over-tank' | 'joined-beds' | 'tray-over-reservoir';
  readonly beds: number;
  readonly length: Metres;
  readonly width: Metres;
  readonly floor: Metres;
  readonly crest: Metres;
  readonly pipe: PipeSize;
  readonly open: Share;
  /** Least of its margins, each 1 where it is just met. */
  readonly margin: number;
}

const PHI = mediumById('lava-rock')!.voids[1];
const SHARES: readonly Share[] = [0.35, 0.5, 0.65, 0.8, 1];
const CRESTS: readonly Metres[] = [0.1, 0.14, 0.18, 0.22, 0.25];
const RISES: readonly Metres[] = [0.12, 0.2, 0.3, 0.45];
const OPENINGS: readonly Share[] = [1, 0.85, 0.75, 0.67, 0.6, 0.55, 0.5, 0.45];
const LAYOUTS: readonly Candidate['layout'][] = [
  'bed-over-tank',
  'loop-over-tank',
  'joined-beds',
  'tray-over-reservoir',
];
const FILL: Share = 0.82;
const INTAKE_FISH: Share = 0.42;
/** Wall over the crest. */
const WALL: Metres = 0.09;
const TURNOVER = [1 / 3600, 2 / 3600] as const;

const rigid = PIPES.filter((p) => p.family === 'schedule-40' && p.bore > 0.015 && p.bore < 0.045);

/** Every rough system that the owned things allow, with its margin; none that fails outright. */
export function* candidates(o: Owned): Generator<Candidate | null> {
  const area = o.tank.length * o.tank.width;
  const level = FILL * o.tank.height;
  const water: CubicMetres = area * level;
  const intake = o.fish ? INTAKE_FISH * level : 0.03;
  const curve = pumpCurve({ ...o.pump, wear: 0 });
  const hose = pipeById(o.hose)!;
  const sizes = o.pipe ? [pipeById(o.pipe)!] : rigid;
  for (const layout of LAYOUTS) {
    const timed = layout === 'tray-over-reservoir';
    if (timed && !o.timer) continue;
    for (const beds of layout === 'joined-beds' ? [2, 3] : [1, 2, 3]) {
      for (const share of SHARES) {
        const width = Math.min(1.2, share * o.floor.width);
        const length = Math.min(2.4, (o.floor.length - 0.1 * (beds - 1)) / beds);
        if (width < 0.25 || length < 0.3) continue;
        for (const rise of RISES) {
          const floor = o.tank.height + rise;
          for (const crest of CRESTS) {
            if (floor + crest + WALL + 0.35 > o.headroom) {
              yield null;
              continue;
            }
            const end = timed ? floor : floor + crest + 0.08;
            const swing = beds * PHI * length * width * crest;
            const reserve = water - swing - area * (intake + 0.025);
            for (const open of OPENINGS) {
              const q = dutyFlow(
                curve,
                end - (level - (0.5 * swing) / area),
                {
                  bore: hose.bore,
                  length: floor + 1.2,
                  roughness: hose.roughness,
                  sumK: 4 + ballValveK(open) + (beds > 1 ? 3 : 0),
                },
                18,
              );
              for (const pipe of sizes) {
                if (q <= 0 || reserve <= 0) {
                  yield null;
                  continue;
                }
                const margins = [reserve / (0.15 * water)];
                if (!timed) {
                  const per = layout === 'joined-beds' ? q : q / beds;
                  const fr = layout === 'loop-over-tank' ? 0.9 : 0.75;
                  const drop = Math.max(0.12, rise + 0.1);
                  const full =
                    0.85 *
                    fullPipeFlow(
                      0.03 + drop,
                      {
                        bore: pipe.bore,
                        length: crest + drop,
                        roughness: pipe.roughness,
                        sumK: 2.3,
                      },
                      18,
                    );
                  margins.push(per / flowAtFroude(fr, pipe.bore), (STOPS_SHARE * full) / per);
                }
                if (o.fish && !timed)
                  margins.push(q / water / TURNOVER[0], TURNOVER[1] / (q / water));
                const margin = Math.min(...margins);
                yield margin < 0.7
                  ? null
                  : { layout, beds, length, width, floor, crest, pipe, open, margin };
              }
            }
          }
        }
      }
    }
  }
}

/** The grower's own tank, pump and hose, put into a layout whose store is a tank or a reservoir. */
function ownParts(o: Owned, c: Candidate, store: string): Edit[] {
  const { length, width, height } = o.tank;
  const level = FILL * height;
  const count = Math.max(2, Math.round(150 * length * width * level * 0.1));
  return [
    { at: `vessels.${store}.shape`, to: { kind: 'box', ...o.tank } },
    { at: `vessels.${store}.fill`, to: round(length * width * level) },
    { at: `vessels.${store}.role`, to: o.fish ? 'tank' : 'reservoir' },
    { at: 'fish', to: o.fish ? [makeFish('european-perch', store, count, 0.05)] : [] },
    { at: 'crops', to: [] },
    { at: 'paths.lift.pump.maxHead', to: o.pump.maxHead },
    { at: 'paths.lift.pump.maxFlow', to: o.pump.maxFlow },
    { at: 'paths.lift.pump.intake', to: round(o.fish ? INTAKE_FISH * level : 0.03) },
    { at: 'paths.lift.pipe', to: o.hose },
    { at: 'paths.lift.bore', to: pipeById(o.hose)!.bore },
    { at: 'paths.lift.valve', to: c.open },
  ];
}

/** Size and height of a bed or of the box of a siphon. */
function sizedVessel(c: Candidate, v: Vessel): Edit[] {
  const wall = round(c.crest + WALL);
  const floor = { at: `vessels.${v.id}.floor`, to: round(c.floor) };
  if (v.role === 'box') return [floor, { at: `vessels.${v.id}.shape.height`, to: wall }];
  return [
    floor,
    {
      at: `vessels.${v.id}.shape`,
      to: { kind: 'box', length: round(c.length), width: round(c.width), height: wall },
    },
    { at: `vessels.${v.id}.media.top`, to: round(c.crest + 0.045) },
  ];
}

/** Ends, crests and drops of a path that follow from how high the beds stand and flood. */
function fittedPath(o: Owned, c: Candidate, p: WaterPath): Edit[] {
  if (p.kind === 'pumped-line') {
    if (p.end <= 0.02) return [];
    const to = round(c.crest + 0.07);
    return [
      { at: `paths.${p.id}.end`, to },
      ...p.branches.map((b) => ({ at: `paths.${p.id}.branches.${b.id}.end`, to })),
    ];
  }
  const over = c.floor - o.tank.height;
  if (p.kind === 'standpipe')
    return [
      { at: `paths.${p.id}.crest`, to: round(p.id === 'overflow' ? c.crest : c.crest + 0.03) },
      { at: `paths.${p.id}.drop`, to: round(Math.max(0.1, over + 0.05)) },
    ];
  if (!isSiphon(p)) return [];
  return [
    { at: `paths.${p.id}.crest`, to: c.crest },
    { at: `paths.${p.id}.drop`, to: round(Math.max(0.12, over + 0.1)) },
  ];
}

const LAYOUT_OF = {
  'bed-over-tank': bedOverTank,
  'loop-over-tank': loopOverTank,
  'joined-beds': joinedBeds,
  'tray-over-reservoir': trayOverReservoir,
} as const;

/** The whole system of a rough one. */
export function built(o: Owned, c: Candidate): SystemDocument | null {
  let s = LAYOUT_OF[c.layout].make('found', 'Found');
  const store = s.vessels.find((v) => v.role === 'tank' || v.role === 'reservoir')!;
  s = applyEdits(s, [
    { at: 'site.sun.hours', to: o.sun },
    { at: 'site.space.height', to: o.headroom },
    ...ownParts(o, c, store.id),
    ...s.vessels.flatMap((v) => (v === store ? [] : sizedVessel(c, v))),
    ...s.paths.flatMap((p) => fittedPath(o, c, p)),
  ]);
  const siphon = s.paths.find(isSiphon);
  if (siphon) {
    const mouth = rigid.find((m) => m.bore >= 1.3 * c.pipe.bore) ?? c.pipe;
    const parts = madeOf(siphon, c.pipe, siphon.kind === 'loop-siphon' ? c.pipe : mouth);
    if (!parts) return null;
    s = applyEdits(s, parts);
  }
  const start = c.layout === 'joined-beds' ? 2 : 1;
  for (let i = start; i < c.beds; i++) {
    const more = addBed(s);
    if (!more.ok) return null;
    s = applyEdits(s, more.edits);
  }
  const line = pumpedLines(s)[0]!;
  if (line.branches.length) s = applyEdits(s, balanceBranches(s, line));
  return c.layout === 'tray-over-reservoir' ? timed(o, s) : s;
}

/** How far a timer's settings are from what is wanted, in floods; each thing lost besides counts as one. */
const missing = (x: TimerSettings): number => Math.abs(x.given - x.wanted) + x.lost.length;

/** Sets the timer at hand by what the trays ask for; of all that can be bought the one that loses least. */
function timed(o: Owned, s: SystemDocument): SystemDocument {
  const a = assess(s);
  const id = pumpedLines(s)[0]!.control;
  const light = lightOf(s, () => ({ rise: 6 * 3600, set: 18 * 3600 }));
  const r = irrigationOfTimer(s, a, id, light);
  if (!r || !o.timer) return s;
  const wanted = wantedOf(r);
  const { control } = (o.timer === ANY_TIMER ? TIMERS.map((t) => t.id) : [o.timer])
    .map((device) => settingsFor(id, device, null, wanted))
    .reduce((best, x) => (missing(x) < missing(best) ? x : best));
  return applyEdits(s, [{ at: `controls.${control.id}`, to: control }]);
}

const round = (x: number) => Math.round(x * 1e4) / 1e4;
