import {
  FAULTS,
  faultOf,
  USUAL_SEVERITY,
  type FaultKind,
  type LifeFaultId,
  type Severity,
} from '../../faultTests/index.ts';
import { DAY, type NetControl, type Network } from '../../network/types.ts';
import { say, type Phrase } from '../../quantity/index.ts';
import type { Seconds } from '../../quantity/si.ts';
import type { PracticeBasis } from '../basis.ts';
import { definePracticeFault, type PracticeFault } from './definition.ts';

/** Faults of the water: those that are tested, with what puts each right. */

interface Row {
  readonly kind: FaultKind;
  readonly needs: string;
  readonly cures: readonly string[];
  readonly lasts?: Seconds;
  readonly leaves?: readonly string[];
  readonly lifeFaultTest?: LifeFaultId;
  readonly advice: Phrase;
}

/** The cut of practice: a night and half a day. */
const CUT: Seconds = 20 * 3600;

// prettier-ignore
const ROWS: readonly Row[] = [
  { kind: 'power-cut', needs: 'a pump', cures: [], lasts: CUT, leaves: ['timer-late'], lifeFaultTest: 'no-power', advice: say`Use an air pump with a battery, and a design that drains into vessels with enough room.` },
  { kind: 'pump-fails', needs: 'a pump', cures: ['new-pump'], lifeFaultTest: 'no-pump', advice: say`Have a spare pump ready, and look at the flow every day.` },
  { kind: 'pump-clogged', needs: 'a pump with a curve', cures: ['clean-pump', 'new-pump'], advice: say`Put a screen around the intake and rinse it every month. Time a fill every month to notice it early.` },
  { kind: 'delivery-off', needs: 'a pump', cures: ['refit'], advice: say`Put a clamp on the last joint. Place the intake high enough to leave water for the fish.` },
  { kind: 'float-stuck', needs: 'a float', cures: ['free-float'], advice: say`Lift the float by hand once a month. Fit an overflow that carries the whole flow.` },
  { kind: 'valve-shut', needs: 'a pipe with valves', cures: ['open-tap'], advice: say`Mark the right position of the valve with tape.` },
  { kind: 'siphon-never-starts', needs: 'a bell siphon', cures: ['reseat'], advice: say`Set the flow to the middle of the siphon’s window, and fit a spare standpipe that carries the whole flow.` },
  { kind: 'siphon-never-stops', needs: 'a bell siphon', cures: ['reseat'], advice: say`Set the flow below the limit at which the siphon stops, and cut the notches to the right height.` },
  { kind: 'guard-clogged', needs: 'a drain with a guard', cures: ['clear'], advice: say`Use guards that you can lift out by hand, and lift them every month.` },
  { kind: 'drain-blocked', needs: 'a drain', cures: ['clear'], advice: say`Fit a backup overflow that carries the whole flow to a safe place.` },
  { kind: 'timer-stuck-on', needs: 'a timer', cures: ['set-timer'], advice: say`Fit an overflow for a pump that never stops. Check the timer whenever you check the bed.` },
  { kind: 'timer-stuck-off', needs: 'a timer', cures: ['set-timer'], advice: say`Use media that hold water for a day. Check the timer whenever you check the bed.` },
  { kind: 'top-up-forgotten', needs: 'water', cures: ['top-up'], advice: say`Mark the right level on the wall, and have a reserve above the intake for a week.` },
  { kind: 'leak', needs: 'a vessel with water', cures: ['seal'], advice: say`Put a tray under the joints and log every top-up. A leak shows in the top-ups first.` },
];

/** Where a fault can strike, and what it does there. @param strength that it has reached */
const tested = (g: PracticeBasis, kind: FaultKind, strength = 1) =>
  faultOf(kind).instances({ system: g.system, net: g.network([]), how: severity(g, strength) });

/** A small system drips less: this share of its water in an hour at the most. */
const DRIP = 0.02;
/** Severities by the strength that a growing fault has reached. */
export const severity = (g: PracticeBasis, strength = 1): Severity => ({
  ...USUAL_SEVERITY,
  powerCut: CUT,
  pumpClogged: USUAL_SEVERITY.pumpClogged * strength,
  drainBlocked: USUAL_SEVERITY.drainBlocked * strength,
  leak: Math.min(USUAL_SEVERITY.leak, (DRIP * g.water) / 3600) * strength,
});

const fromFaultTest = (r: Row): PracticeFault =>
  definePracticeFault({
    id: r.kind,
    name: (g, about) =>
      r.kind === 'power-cut'
        ? `A power cut of ${CUT / 3600} hours`
        : r.kind === 'top-up-forgotten'
          ? 'Nobody topped up for weeks'
          : (tested(g, r.kind).find((f) => f.about === about)?.name ?? r.kind),
    places: (g) => tested(g, r.kind).map((f) => f.about),
    partAt: (g, about) => tested(g, r.kind).find((f) => f.about === about)?.part ?? about,
    needs: r.needs,
    // Air and plants take their water at all times; what was forgotten is done as it strikes.
    ...(r.kind === 'top-up-forgotten'
      ? {}
      : {
          inject: (g: PracticeBasis, about: string, strength: number) =>
            tested(g, r.kind, strength).find((f) => f.about === about)?.inject ??
            ((n: Network) => n),
        }),
    ...(r.kind === 'power-cut' ? { effects: () => ({ power: false }) } : {}),
    ...(r.lasts ? { lasts: r.lasts } : {}),
    ...(r.leaves ? { leaves: r.leaves } : {}),
    ...(r.kind === 'top-up-forgotten' ? { strike: lapse, long: true } : {}),
    cures: r.cures,
    advice: r.advice,
    ...(r.lifeFaultTest ? { lifeFaultTest: r.lifeFaultTest } : {}),
  });

/** Share of its water that a system has lost at the least when nobody topped up for weeks. */
const LAPSED = 0.2;
/** Water of weeks without topping up, gone from where the pumps draw; what was dissolved stays. */
const lapse: NonNullable<PracticeFault['strike']> = (g, s) => {
  let due = Math.max(g.c.a.balance.dailyWaterUse * 14, LAPSED * g.water);
  const net = g.network([]);
  const stores = [...new Set(net.paths.flatMap((p) => (p.kind === 'pump' ? [p.from] : [])))];
  const volumes = s.water.volumes.slice();
  for (const i of stores.length ? stores : g.home) {
    const taken = Math.min(due, volumes[i]! * 0.8);
    volumes[i]! -= taken;
    due -= taken;
  }
  s.water = { ...s.water, volumes };
};

/** A programme that runs late by some time. */
function late(c: NetControl, by: Seconds): NetControl {
  if (!c.spans) return c;
  const { period } = c;
  return {
    ...c,
    spans: c.spans
      .flatMap(([a, b]): [Seconds, Seconds][] => {
        const from = (a + by) % period;
        const till = from + (b - a);
        return till <= period
          ? [[from, till]]
          : [
              [from, period],
              [0, till - period],
            ];
      })
      .sort((x, y) => x[0] - y[0]),
  };
}
/** A timer on the mains has no power in a cut: its clock is late by the length of the cut. */
const isDaily = (c: NetControl): boolean => !!c.spans?.length && c.period >= DAY - 1;
const sameSpans = (a: NetControl, b: NetControl): boolean =>
  JSON.stringify(a.spans) === JSON.stringify(b.spans);

export const timerLate = definePracticeFault({
  id: 'timer-late',
  name: (g, about) =>
    `The timer${g.network([]).controls.length > 1 ? ` “${about}”` : ''} runs ${CUT / 3600} hours late`,
  places: (g) =>
    g
      .network([])
      // A programme that repeats within the cut's length is the same after it.
      .controls.flatMap((c) => (isDaily(c) && !sameSpans(c, late(c, CUT)) ? [c.id] : [])),
  needs: 'a timer with a programme by the clock',
  inject: (_, about) => (net) => ({
    ...net,
    controls: net.controls.map((c) => (c.id === about ? late(c, CUT) : c)),
  }),
  cures: ['set-timer'],
  advice: say`Set the timer’s clock after every power cut. A digital timer with a battery keeps its time.`,
});

export const WATER_FAULTS: readonly PracticeFault[] = [...ROWS.map(fromFaultTest), timerLate];
export const TESTED_FAULT_KINDS: ReadonlySet<string> = new Set(FAULTS.map((f) => f.id));
