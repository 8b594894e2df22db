import {
  ALKALINITY_RANGE,
  CHANGE_LIMITS,
  CHLORINE_LIMITS,
  TEMPERATURE_LIMITS,
} from '../limits/index.ts';
import { BASE } from '../treatment/index.ts';
import { DECHLORINATORS } from '../catalogue/index.ts';
import {
  WATER_HEAT,
  airPumpsOf,
  carbonateConstants,
  correction,
  dechlorinate,
  gramsFor,
  heatersOf,
  phOf,
  total,
} from '../life/index.ts';
import { readField } from '../entries/fields.ts';
import { thingName as partName } from '../log/words.ts';
import { DAY } from '../network/types.ts';
import { degrees, dose, litres, ph as phWord, say, share, type Phrase } from '../quantity/index.ts';
import type { Seconds } from '../quantity/si.ts';
import { ALKALINITY, CARBON, bicarbonate } from '../season/model.ts';
import { isDrain, isSiphon, isStore, type ReadingId } from '../system/index.ts';
import { levelAt } from '../water/vessel.ts';
import { strengthOf, type Coupled, type Observer } from './coupled.ts';
import { repairPart, practiceFaultOf } from './faults/index.ts';
import { allVolume, homeVolume } from './stress.ts';
import { firstOf, type PracticeBasis } from './basis.ts';
import {
  feelBed,
  listen,
  lookAtDrain,
  lookAtFish,
  lookAtLeaves,
  lookAtPlugs,
  lookAtPump,
  lookAtTimer,
  lookAtWater,
  measureReading,
  inWords,
  type Seen,
} from './looks.ts';
import { newTapWater } from './newWater.ts';
import { addWater, breakChlorine, lose } from './waters.ts';

/** What a grower can do: look, listen, measure, mend, tend, wait. Each takes its minutes before it has its effect. */

/** An act of a run, as it stands in its record. */
export interface Action {
  readonly act: string;
  readonly about: string;
}

export const ACTION_GROUPS = ['look', 'measure', 'mend', 'tend', 'wait'] as const;
export type ActionGroup = (typeof ACTION_GROUPS)[number];

/** A kind of act: one row. */
export interface ActionKind {
  readonly id: string;
  readonly group: ActionGroup;
  /** Parts that it can be done to; “” for the whole. */
  readonly abouts: (g: PracticeBasis) => readonly string[];
  readonly label: (g: PracticeBasis, about: string) => Phrase;
  readonly minutes: number;
  /** Kit tests and parts that it uses up, money in the grower’s own. */
  readonly tests?: number;
  readonly money?: number;
  /** What comes of it; nothing is seen unless it says so. @param uniform drawn by chance, 0–1 */
  readonly does: (w: Coupled, about: string, uniform: number) => Seen;
  /** Waits until a moment besides its minutes. */
  readonly until?: (t: Seconds) => Seconds;
}

const whole = () => [''];
const nameOf = (g: PracticeBasis, id: string): string => partName(g.system, id);
const paths = (
  g: PracticeBasis,
  wanted: (p: PracticeBasis['system']['paths'][number]) => boolean,
) => g.system.paths.filter(wanted).map((p) => p.id);
/** Timers of the design, which a pump can be taken from. */
const programmed = (g: PracticeBasis) =>
  g.system.controls.filter((c) => c.kind !== 'always-on').map((c) => c.id);
const lines = (g: PracticeBasis) => paths(g, (p) => p.kind === 'pumped-line');
/** Drains, and what else has a guard that clogs. */
const guarded = (g: PracticeBasis) => [
  ...new Set([...paths(g, isDrain), ...practiceFaultOf('guard-clogged').places(g)]),
];
const timers = (g: PracticeBasis) => g.network([]).controls.flatMap((c) => (c.spans ? [c.id] : []));
const hasFish = (g: PracticeBasis) => (g.hasFish ? [''] : []);
const timerName = (g: PracticeBasis, id: string): Phrase => {
  const of = g.system.paths.find((p) => p.kind === 'pumped-line' && p.control === id);
  return timers(g).length > 1 && of ? [`the timer of “${of.name}”`] : ['the timer'];
};

/** Puts right what an act puts right at a place. @returns whether there was anything */
function cure(w: Coupled, act: string, about: string): boolean {
  const { state: s } = w;
  let any = false;
  s.hidden.forEach((h, i) => {
    if (h.cured !== null || !(strengthOf(h, s.t) > 0)) return;
    if (!practiceFaultOf(h.kind).cures.includes(act)) return;
    const fits = about === '' || h.about === 'system' || repairPart(w.ground, h) === about;
    if (!fits) return;
    s.hidden[i] = { ...h, cured: s.t };
    any = true;
  });
  return any;
}
/** An act that mends: told whether something was found. */
const mends =
  (
    id: string,
    found: (g: PracticeBasis, about: string) => Phrase,
    not: Phrase,
  ): ActionKind['does'] =>
  (w, about) =>
    inWords(cure(w, id, about) ? found(w.ground, about) : not);

/** Sets something otherwise than the design has it, or back where nothing is given. @returns whether it was otherwise */
function setOtherwise(w: Coupled, at: string, to?: unknown): boolean {
  const { set } = w.state;
  const others = set.edits.filter((e) => e.at !== at);
  w.state.set = { ...set, edits: to === undefined ? others : [...others, { at, to }] };
  return others.length < set.edits.length;
}

const home = (w: Coupled) => w.state.bodies[0];
/** Puts water into the vessels that pumps draw from, up to their usual level. @returns how much */
function topUp(w: Coupled): number {
  const { ground: g, state: s } = w;
  const missing = g.water - allVolume(g, s);
  if (!(missing > 1e-4)) return 0;
  const volumes = s.water.volumes.slice();
  const stores = g.system.vessels.flatMap((v, i) => (isStore(v) ? [i] : []));
  const net = g.network([]);
  let left = missing;
  for (const i of [...stores.filter((k) => !g.home.includes(k)), ...g.home]) {
    const v = net.vessels[i]!;
    const room = Math.max(0, g.rest[i]! * 1.02 - volumes[i]!);
    const given = Math.min(room, left);
    if (!(given > 0) || levelAt(v.storage, volumes[i]! + given) > v.height) continue;
    volumes[i]! += given;
    left -= given;
    addWater(
      g.home.includes(i) ? home(w) : s.bodies[1],
      given,
      newTapWater(g, s.temperature, false),
    );
  }
  s.water = { ...s.water, volumes };
  return missing - left;
}

/** Share of the fish’s water that is changed at once. */
const CHANGE = CHANGE_LIMITS.routine;
const dechlorinator = DECHLORINATORS[0]!;
/** Air of stones on a battery: two litres a minute, and one more for each kilogram of fish. */
const BATTERY_AIR = 2e-3 / 60;
const BATTERY_PER_FISH = 1e-3 / 60;
const HALF_OPEN = 0.45;
/** New fish, on those that swim. */
const NEW_FISH = 0.25;
/** Ice of some bottles, kg, what a kilogram takes up as it melts and warms, J. */
const ICE = 8;
const ICE_HEAT = 3.34e5 + WATER_HEAT * 18;

const READS: readonly ReadingId[] = [
  'temperature',
  'oxygen',
  'ph',
  'tan',
  'nitrite',
  'nitrate',
  'alkalinity',
  'chlorine',
  'conductivity',
];
/** Minutes of each reading, and whether it uses up a test. */
const READING: Readonly<Partial<Record<ReadingId, readonly [minutes: number, tests: number]>>> = {
  temperature: [1, 0],
  oxygen: [2, 0],
  conductivity: [1, 0],
  ph: [4, 1],
  tan: [8, 1],
  nitrite: [8, 1],
  nitrate: [8, 1],
  alkalinity: [4, 1],
  chlorine: [4, 1],
};
const readsOf = (g: PracticeBasis): ReadingId[] =>
  READS.filter((id) => {
    if (id === 'conductivity') return !g.hasFish;
    if (id === 'temperature' || id === 'ph') return true;
    return g.hasFish && (id !== 'chlorine' || g.system.site.tap.chlorine !== 'none');
  });

const valveOf = (g: PracticeBasis, id: string) => {
  const p = g.system.paths.find((x) => x.id === id);
  return p?.kind === 'pumped-line' ? p : null;
};

export const ACTIONS: readonly ActionKind[] = [
  {
    id: 'look-fish',
    group: 'look',
    abouts: hasFish,
    label: () => say`Watch the fish`,
    minutes: 2,
    does: (w) => lookAtFish(w),
  },
  {
    id: 'look-leaves',
    group: 'look',
    abouts: (g) => (g.plants.length ? [''] : []),
    label: () => say`Look at the leaves, also from below`,
    minutes: 2,
    does: (w) => lookAtLeaves(w),
  },
  {
    id: 'feel-bed',
    group: 'look',
    abouts: (g) =>
      g.plants.flatMap(({ vessel }) => {
        const v = g.system.vessels[vessel]!;
        return v.media ? [v.id] : [];
      }),
    label: (g, id) => say`Put a finger into “${nameOf(g, id)}”, between the roots`,
    minutes: 1,
    does: (w, about) => feelBed(w, about),
  },
  {
    id: 'look-water',
    group: 'look',
    abouts: whole,
    label: () => say`Look at the water, its level and the floor`,
    minutes: 1,
    does: (w) => lookAtWater(w),
  },
  {
    id: 'listen',
    group: 'look',
    abouts: whole,
    label: () => say`Listen quietly`,
    minutes: 1,
    does: (w) => listen(w),
  },
  {
    id: 'look-pump',
    group: 'look',
    abouts: lines,
    label: (g, id) => say`Look at the water from “${nameOf(g, id)}”`,
    minutes: 1,
    does: (w, about) => lookAtPump(w, about),
  },
  {
    id: 'look-drain',
    group: 'look',
    abouts: guarded,
    label: (g, id) => say`Watch “${nameOf(g, id)}” for a while`,
    minutes: 10,
    does: (w, about) => lookAtDrain(w, about),
  },
  {
    id: 'look-timer',
    group: 'look',
    abouts: timers,
    label: (g, id) => ['Compare ', ...timerName(g, id), ' with your watch'],
    minutes: 2,
    does: (w, about) => lookAtTimer(w, about),
  },
  {
    id: 'look-plugs',
    group: 'look',
    abouts: (g) =>
      airPumpsOf(g.system).length || heatersOf(g.system).length || lines(g).length ? [''] : [],
    label: () => say`Look at plugs and lamps`,
    minutes: 1,
    does: (w) => lookAtPlugs(w),
  },
  ...READS.map((id): ActionKind => ({
    id: `measure-${id}`,
    group: 'measure',
    abouts: (g) => (readsOf(g).includes(id) ? [''] : []),
    label: () => [readField(id).label],
    minutes: READING[id]![0],
    tests: READING[id]![1],
    does: (w, _, uniform) => measureReading(w, id, uniform),
  })),
  {
    id: 'clear',
    group: 'mend',
    abouts: guarded,
    label: (g, id) => {
      const p = g.system.paths.find((x) => x.id === id)!;
      return 'guard' in p && p.guard !== null
        ? say`Lift the guard of “${p.name}” and clear it and its pipe`
        : say`Clear “${p.name}” and its pipe`;
    },
    minutes: 12,
    does: mends(
      'clear',
      (g, id) => say`A plug of roots and slime comes out of “${nameOf(g, id)}”.`,
      say`It is clean.`,
    ),
  },
  {
    id: 'reseat',
    group: 'mend',
    abouts: (g) => paths(g, isSiphon),
    label: (g, id) => say`Lift the bell of “${nameOf(g, id)}”, rinse it and put it back`,
    minutes: 10,
    does: mends(
      'reseat',
      (g, id) => say`“${nameOf(g, id)}” starts and stops again.`,
      say`It was placed correctly.`,
    ),
  },
  {
    id: 'clean-pump',
    group: 'mend',
    abouts: lines,
    label: (g, id) => say`Unplug the pump of “${nameOf(g, id)}” and rinse it`,
    minutes: 15,
    does: mends('clean-pump', () => say`Its inlet was full of slime.`, say`It was clean.`),
  },
  {
    id: 'new-pump',
    group: 'mend',
    abouts: lines,
    label: (g, id) => say`Put the spare pump on “${nameOf(g, id)}”`,
    minutes: 25,
    money: 40,
    does: mends('new-pump', () => say`It runs.`, say`It runs like the old one.`),
  },
  {
    id: 'refit',
    group: 'mend',
    abouts: lines,
    label: (g, id) => say`Push the joints of “${nameOf(g, id)}” together`,
    minutes: 5,
    does: mends(
      'refit',
      () => say`Its end had come off. It is fixed again.`,
      say`All joints are tight.`,
    ),
  },
  {
    id: 'open-tap',
    group: 'mend',
    abouts: lines,
    label: (g, id) => say`Set the valves of “${nameOf(g, id)}” to their mark`,
    minutes: 1,
    does: (w, about) => {
      const found = cure(w, 'open-tap', about);
      const back = setOtherwise(w, `paths.${about}.valve`);
      return inWords(
        found || back
          ? say`One valve was turned down. It is back at its mark.`
          : say`The valves are at their mark.`,
      );
    },
  },
  {
    id: 'throttle',
    group: 'mend',
    abouts: (g) => lines(g).filter((id) => valveOf(g, id)!.valve !== null),
    label: (g, id) => say`Close the valve of “${nameOf(g, id)}” further`,
    minutes: 1,
    does: (w, about) => {
      const to = HALF_OPEN * (valveOf(w.ground, about)!.valve ?? 1);
      setOtherwise(w, `paths.${about}.valve`, to);
      return inWords(say`It is ${share(to)} open.`);
    },
  },
  {
    id: 'free-float',
    group: 'mend',
    abouts: (g) =>
      g
        .network([])
        .paths.flatMap((p) => (p.kind === 'float' || (p.kind === 'pump' && p.float) ? [p.id] : [])),
    label: (g, id) => say`Lift the float of “${nameOf(g, id)}” by hand`,
    minutes: 2,
    does: mends('free-float', () => say`It was stuck. It moves again.`, say`It moves freely.`),
  },
  {
    id: 'set-timer',
    group: 'mend',
    abouts: timers,
    label: (g, id) => ['Set ', ...timerName(g, id), ' anew'],
    minutes: 4,
    does: mends(
      'set-timer',
      () => say`It was wrong. It follows its programme again.`,
      say`It was set correctly.`,
    ),
  },
  {
    id: 'timer-on',
    group: 'mend',
    abouts: programmed,
    label: (g, id) => ['Let the pump of ', ...timerName(g, id), ' run without it'],
    minutes: 2,
    does: (w, about) => {
      setOtherwise(w, `controls.${about}`, { id: about, kind: 'always-on' });
      return inWords(say`It runs until you put it back on its timer.`);
    },
  },
  {
    id: 'timer-back',
    group: 'mend',
    abouts: programmed,
    label: (g, id) => ['Put it back on ', ...timerName(g, id)],
    minutes: 1,
    does: (w, about) => {
      const was = setOtherwise(w, `controls.${about}`);
      return inWords(was ? say`It follows its programme.` : say`It was on the timer already.`);
    },
  },
  {
    id: 'seal',
    group: 'mend',
    abouts: (g) => g.system.vessels.filter((_, i) => g.rest[i]! > 1e-3).map((v) => v.id),
    label: (g, id) => say`Feel along the joints of “${nameOf(g, id)}” and tighten those that drip`,
    minutes: 20,
    does: mends('seal', () => say`A joint dripped. It is dry now.`, say`All joints are dry.`),
  },
  {
    id: 'mend-air',
    group: 'mend',
    abouts: (g) => firstOf(airPumpsOf(g.system)),
    label: () => say`Put the spare air pump on`,
    minutes: 8,
    money: 15,
    does: mends(
      'mend-air',
      () => say`The air stones bubble.`,
      say`The air stones bubble as before.`,
    ),
  },
  {
    id: 'new-heater',
    group: 'mend',
    abouts: (g) => firstOf(heatersOf(g.system)),
    label: () => say`Change the heater`,
    minutes: 12,
    money: 25,
    does: mends(
      'new-heater',
      () => say`The new heater holds its temperature.`,
      say`The new heater does the same as the old one.`,
    ),
  },
  {
    id: 'unplug-heater',
    group: 'mend',
    abouts: (g) => firstOf(heatersOf(g.system)),
    label: () => say`Unplug the heater`,
    minutes: 1,
    does: (w, about) => {
      cure(w, 'unplug-heater', about);
      w.state.set.unheated = true;
      return inWords(say`It is off.`);
    },
  },
  {
    id: 'top-up',
    group: 'tend',
    abouts: whole,
    label: () => say`Top up to the mark with treated water`,
    minutes: 8,
    does: (w) => {
      const given = topUp(w);
      cure(w, 'top-up', '');
      return inWords(
        given > 1e-3 ? say`You added ${litres(given)}.` : say`The level is at the mark.`,
      );
    },
  },
  {
    id: 'change-water',
    group: 'tend',
    abouts: whole,
    label: (g) =>
      say`Change ${litres(CHANGE * g.home.reduce((sum, i) => sum + g.rest[i]!, 0))} of water for treated water`,
    minutes: 25,
    does: (w) => {
      const water = CHANGE * homeVolume(w.ground, w.state);
      lose(home(w), CHANGE);
      addWater(home(w), water, newTapWater(w.ground, w.state.temperature, false));
      cure(w, 'change-water', '');
      return inWords(say`You changed ${litres(water)}.`);
    },
  },
  {
    id: 'bicarbonate',
    group: 'tend',
    abouts: hasFish,
    label: () => say`Dissolve potassium bicarbonate for one small step and pour it in slowly`,
    minutes: 5,
    does: (w) => {
      const { bodies, temperature } = w.state;
      const home = homeVolume(w.ground, w.state);
      const volumes = [home, allVolume(w.ground, w.state) - home];
      // One step of the same rule that the plan of care goes by, on the water of the fish.
      const alkalinity = bodies[0][ALKALINITY]! / Math.max(1e-9, home);
      const ph = phOf(
        alkalinity,
        Math.max(1e-6, bodies[0][CARBON]! / Math.max(1e-9, home)),
        carbonateConstants(temperature),
      );
      const step = correction(
        { ph, alkalinity, temperature },
        { alkalinity: Math.max(ALKALINITY_RANGE.aim, alkalinity + ALKALINITY_RANGE.low) },
        BASE.carbonPerEquivalent,
        true,
      );
      const by = Math.max(0, step?.now ?? 0);
      bodies.forEach((body, k) => {
        body[ALKALINITY]! += by * volumes[k]!;
        body[CARBON]! += bicarbonate(by) * volumes[k]!;
      });
      cure(w, 'bicarbonate', '');
      return inWords(
        say`You added ${dose(gramsFor(BASE, by, volumes[0]! + volumes[1]!) / 1000)}. The pH rises by at most ${phWord(step ? step.phNow - ph : 0)}.`,
      );
    },
  },
  {
    id: 'thiosulphate',
    group: 'tend',
    abouts: (g) => (g.hasFish && g.system.site.tap.chlorine !== 'none' ? [''] : []),
    label: (g) =>
      say`Dissolve ${dose(
        dechlorinate(dechlorinator, CHLORINE_LIMITS.usualTap, g.water) / 1000,
      )} of vitamin C against chlorine`,
    minutes: 4,
    does: (w) => {
      const chloramine = w.ground.system.site.tap.chlorine === 'chloramine';
      for (const body of w.state.bodies) breakChlorine(body, 1, chloramine);
      cure(w, 'thiosulphate', '');
      return inWords(say`You added it. It works within minutes.`);
    },
  },
  {
    id: 'net-feed',
    group: 'tend',
    abouts: hasFish,
    label: () => say`Remove uneaten feed with a net`,
    minutes: 6,
    does: (w) => {
      const much = w.state.rot > 0.3 * w.ground.life.feed;
      w.state.rot *= 0.15;
      cure(w, 'net-feed', '');
      return inWords(much ? say`You removed a lot of feed.` : say`There was almost none.`);
    },
  },
  {
    id: 'take-out-dead',
    group: 'tend',
    abouts: hasFish,
    label: () => say`Look under pump and plants for dead fish and remove them`,
    minutes: 6,
    does: (w) => {
      const any = w.state.deadNitrogen > 0.05;
      w.state.deadNitrogen *= 0.05;
      cure(w, 'take-out-dead', '');
      return inWords(any ? say`You removed dead fish.` : say`You find no dead fish.`);
    },
  },
  {
    id: 'stop-feeding',
    group: 'tend',
    abouts: hasFish,
    label: () => say`Stop feeding`,
    minutes: 0.5,
    does: (w) => {
      w.state.set.feeding = 0;
      return inWords(say`You feed nothing from now on.`);
    },
  },
  {
    id: 'feed-again',
    group: 'tend',
    abouts: hasFish,
    label: () => say`Feed as usual again`,
    minutes: 0.5,
    does: (w) => {
      w.state.set.feeding = 1;
      return inWords(say`You feed at eight and at six again.`);
    },
  },
  {
    id: 'battery-air',
    group: 'tend',
    abouts: hasFish,
    label: () => say`Add an air stone with a battery pump`,
    minutes: 4,
    does: (w) => {
      const fish = total(w.ground.groups, (x) => x.mass);
      w.state.set.air = BATTERY_AIR + BATTERY_PER_FISH * fish;
      return inWords(say`It bubbles.`);
    },
  },
  {
    id: 'fish-out',
    group: 'tend',
    abouts: hasFish,
    label: () => say`Move half of the fish into an aerated tub`,
    minutes: 20,
    does: (w) => {
      const { shoals, set } = w.state;
      const moved = shoals.map((x) => ({ id: x.id, count: x.alive / 2 }));
      for (const x of shoals) x.alive /= 2;
      const before = new Map(set.tub.map((x) => [x.id, x.count]));
      set.tub = moved.map((x) => ({ id: x.id, count: x.count + (before.get(x.id) ?? 0) }));
      return inWords(say`They are in the tub. They cannot stay there for long.`);
    },
  },
  {
    id: 'fish-back',
    group: 'tend',
    abouts: hasFish,
    label: () => say`Bring the fish back from the tub`,
    minutes: 15,
    does: (w) => {
      const { shoals, set } = w.state;
      const any = set.tub.length > 0;
      for (const x of set.tub) {
        const shoal = shoals.find((y) => y.id === x.id);
        if (shoal) shoal.alive += x.count;
      }
      set.tub = [];
      return inWords(any ? say`They are back in the tank.` : say`The tub is empty.`);
    },
  },
  {
    id: 'fish-add',
    group: 'tend',
    abouts: hasFish,
    label: () => say`Add new fish, one for every four`,
    minutes: 30,
    does: (w) => {
      let added = 0;
      for (const x of w.state.shoals) {
        const n = Math.max(1, Math.round(x.alive * NEW_FISH));
        x.alive += n;
        added += n;
      }
      return inWords(
        say`You added ${String(added)} fish. New fish should be in quarantine for two weeks first.`,
      );
    },
  },
  {
    id: 'shade',
    group: 'tend',
    abouts: (g) => (g.system.site.kind === 'indoor' ? [] : ['']),
    label: () => say`Shade the tank and the beds`,
    minutes: 15,
    does: (w) => {
      w.state.set.shaded = true;
      return inWords(say`Tank and beds are in the shade.`);
    },
  },
  {
    id: 'cool',
    group: 'tend',
    abouts: hasFish,
    label: () => say`Float closed bottles of frozen water in the tank`,
    minutes: 6,
    money: 1,
    does: (w) => {
      const { state: s } = w;
      const by = Math.min(
        TEMPERATURE_LIMITS.coolPerHour,
        (ICE * ICE_HEAT) / (1000 * WATER_HEAT * Math.max(0.01, allVolume(w.ground, w.state))),
      );
      s.temperature -= by;
      return inWords(say`The water cools by ${degrees(by)}.`);
    },
  },
  {
    id: 'hand-water',
    group: 'tend',
    abouts: (g) => (g.plants.length ? [''] : []),
    label: () => say`Pour water over the roots by hand`,
    minutes: 15,
    does: (w) => {
      for (const p of w.state.planted) p.dry = 0;
      return inWords(say`All roots are wet.`);
    },
  },
  {
    id: 'pick-leaves',
    group: 'tend',
    abouts: (g) => (g.plants.length ? [''] : []),
    label: () => say`Wipe the leaves clean and remove the worst plants`,
    minutes: 20,
    does: (w) => {
      const any = w.state.pests > 0.02;
      w.state.pests *= 0.1;
      cure(w, 'pick-leaves', '');
      return inWords(
        any ? say`There were aphids under the leaves. Most are gone.` : say`The leaves are clean.`,
      );
    },
  },
  {
    id: 'wait-quarter',
    group: 'wait',
    abouts: whole,
    label: () => say`Wait a quarter of an hour`,
    minutes: 0,
    until: (t) => t + 900,
    does: (w) => lookAtWater(w),
  },
  {
    id: 'wait-hour',
    group: 'wait',
    abouts: whole,
    label: () => say`Come back in an hour`,
    minutes: 0,
    until: (t) => t + 3600,
    does: (w) => lookAtWater(w),
  },
  {
    id: 'wait-morning',
    group: 'wait',
    abouts: whole,
    label: () => say`Wait until seven in the morning`,
    minutes: 0,
    until: (t) => {
      const seven = Math.floor(t / DAY) * DAY + 7 * 3600;
      return seven > t + 60 ? seven : seven + DAY;
    },
    does: (w) => lookAtWater(w),
  },
];

const BY_ID = new Map(ACTIONS.map((a) => [a.id, a]));
/** The kind of an act. @throws RangeError where there is none of that id */
export function actionOf(id: string): ActionKind {
  const a = BY_ID.get(id);
  if (!a) throw new RangeError(`No action ${id}`);
  return a;
}

/** Everything that can be done in a system. */
export const actionsFor = (g: PracticeBasis): Action[] =>
  ACTIONS.flatMap((k) => k.abouts(g).map((about) => ({ act: k.id, about })));

/** Does an act: its time goes by, then it has its effect. */
export function perform(
  w: Coupled,
  a: Action,
  uniform: number,
  most = Infinity,
  observer?: Observer,
): Seen {
  const kind = actionOf(a.act);
  const { state: s } = w;
  const began = s.t;
  const end = kind.until ? kind.until(began) : began + kind.minutes * 60;
  w.advance(Math.min(end, most), observer);
  s.tally.minutes += kind.minutes;
  s.tally.tests += kind.tests ?? 0;
  s.tally.money += kind.money ?? 0;
  return kind.does(w, a.about, uniform);
}
