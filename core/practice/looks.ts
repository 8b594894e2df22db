import { airPumpsOf, fishState, heatersOf } from '../life/index.ts';
import { KIT_STEPS } from '../log/things.ts';
import { readField } from '../entries/fields.ts';
import { signOf, type SignId } from '../entries/signs.ts';
import { isOn } from '../day/index.ts';
import { mm, say, type Phrase } from '../quantity/index.ts';
import type { PumpPath } from '../network/types.ts';
import type { Metres } from '../quantity/si.ts';
import { levelAt } from '../water/vessel.ts';
import { isSiphon, type ReadingId } from '../system/index.ts';
import { aliveShare, type Coupled } from './coupled.ts';
import { homeWater } from './stress.ts';

/** What a grower sees, hears and measures: never the state itself. */

/** What came of a look, a reading or some work. */
export interface Seen {
  /** What was seen, by the signs of the log. */
  readonly signs: readonly SignId[];
  readonly words: Phrase;
  /** What of it a grower tells apart, where that is less than the words: not the phase of a siphon. */
  readonly key?: string;
  /** A reading, as the kit or probe gives it. */
  readonly reading: { readonly id: ReadingId; readonly low: number; readonly high: number } | null;
}

/** What is told in words alone, without a sign of the log. */
export const inWords = (words: Phrase): Seen => ({ signs: [], words, reading: null });
const signs = (all: readonly SignId[], more: Phrase = []): Seen => ({
  signs: all,
  words: [
    all.map((id) => signOf(id)!.words).join('. '),
    ...(more.length ? ['. ', ...more] : all.length ? ['.'] : []),
  ],
  reading: null,
});

/** A jet or a sound is of the last minute, a level or a drain of the last quarter of an hour, s. */
const A_MOMENT = 60;
const A_WHILE = 840;
/** Feed left over shows from this share of a day’s ration on; water is cloudy from the second. */
const LEFT_OVER = 0.4;
const CLOUDY = 1.2;
/** Roots that had no water for so long beyond their usual pause wilt by day. */
const WILTS = 4 * 3600;
const BROWNS = 24 * 3600;
const EDGES = 12 * 3600;
/** Pests are seen from below the leaves from so much on. */
const PESTS_SEEN = 0.05;
/** A level that has fallen by more than this of its usual depth is missed, a flow below this of its usual is weak. */
const FALLEN = 0.04;
const WEAK = 0.8;

/** Fish: how they hold themselves, and how many there are. */
export function lookAtFish(w: Coupled): Seen {
  const { ground: g, state: s } = w;
  const water = homeWater(g, s, s.water.volumes);
  const out = new Set<SignId>();
  for (const x of g.groups) {
    const shoal = s.shoals.find((y) => y.id === x.id);
    if (!shoal || shoal.alive < 0.5) continue;
    const t = fishState(x.kind, water);
    if (t.air) out.add('fish-gasp');
    if (water.chlorine > 0.02) out.add('fish-dart');
    if (
      !t.air &&
      (t.stress || water.oxygen < x.kind.oxygen.comfort || s.temperature < x.kind.stopsFeeding)
    )
      out.add('fish-hide');
  }
  if (s.rot > LEFT_OVER * g.life.feed) out.add('feed-left');
  const before = g.groups.reduce((sum, x) => sum + x.count, 0);
  const tub = s.set.tub.reduce((sum, x) => sum + x.count, 0);
  const now = Math.round(s.shoals.reduce((sum, x) => sum + x.alive, tub));
  if (now === 0) return inWords(say`No fish of ${String(before)} is alive.`);
  if (!out.size) out.add('fish-well');
  return signs(
    [...out],
    now < before
      ? say`You count ${String(now)} of ${String(before)}.`
      : now > before
        ? say`You count ${String(now)}.`
        : say`All ${String(before)} are there.`,
  );
}

/** What is seen at a glance: fish at the surface, how many of them swim, leaves that hang. */
export const bearingOf = (
  w: Coupled,
): { readonly gasping: boolean; readonly alive: number; readonly wilting: boolean } => ({
  gasping: w.ground.hasFish && lookAtFish(w).signs.includes('fish-gasp'),
  alive: w.ground.hasFish ? aliveShare(w.ground, w.state) : 1,
  wilting: lookAtLeaves(w).signs.includes('leaves-wilt'),
});

/** Leaves, from above and below. */
export function lookAtLeaves(w: Coupled): Seen {
  const { ground: g, state: s } = w;
  const out = new Set<SignId>();
  for (const p of s.planted) {
    if (p.dry > WILTS + g.pause || p.sound < 0.9) out.add('leaves-wilt');
    if (p.wet > BROWNS) out.add('roots-brown');
  }
  if (s.pests > PESTS_SEEN) out.add('pests');
  // Edges brown within a day of too strong a solution, and stay brown.
  if (s.salty > EDGES) out.add('leaf-edges-brown');
  return signs(out.size ? [...out] : ['leaves-well']);
}

/** A bed is wet for so long after its last water beyond the usual pause; it is felt to stand in water after this. */
const STAYS_WET = 3600;
const STANDS = 6 * 3600;
/** A finger in a bed, between the roots. */
export function feelBed(w: Coupled, about: string): Seen {
  const p = w.state.planted.find((x) => x.vessel === about);
  const { pause } = w.ground;
  const words = !p
    ? say`The leaves have not changed.`
    : p.wet > STANDS
      ? say`The media are full of water, and the level does not fall.`
      : p.dry <= STAYS_WET + pause
        ? say`The media are wet one finger deep.`
        : p.dry <= WILTS + pause
          ? say`The media are damp below and dry on top.`
          : say`The media are dry as deep as your finger reaches.`;
  return inWords(words);
}

/** The water: clear or not, its smell, its level, the floor. */
export function lookAtWater(w: Coupled): Seen {
  const { ground: g, state: s } = w;
  const out = new Set<SignId>();
  const ration = Math.max(1, g.life.feed);
  const water = homeWater(g, s, s.water.volumes);
  if (g.hasFish && (s.rot > CLOUDY * ration || s.deadNitrogen > 0.02 * ration))
    out.add('water-cloudy');
  if (g.hasFish && water.oxygen < 1) out.add('water-smells');
  const net = g.network([]);
  const recent = w.over(A_WHILE);
  const stores = net.vessels.flatMap((v, i) =>
    !v.bed && g.rest[i]! > 1e-3 ? [{ v, usual: g.usualLow[i]!, now: recent.high[i]! }] : [],
  );
  if (stores.some((x) => x.now < x.usual - FALLEN * x.v.height)) out.add('level-falls');
  if (recent.spilt > 5e-5) out.add('bed-spills');
  if (!out.has('water-cloudy')) out.add('water-clear');
  return signs([...out], s.tally.lost > 5e-4 ? say`The floor is wet.` : []);
}

/** A drain or a bed over some minutes. */
export function lookAtDrain(w: Coupled, about: string): Seen {
  const { ground: g } = w;
  const recent = w.over(A_WHILE);
  const net = w.network(w.state.t);
  const k = net.paths.findIndex((p) => p.id === about);
  const path = g.system.paths.find((p) => p.id === about)!;
  const p = net.paths[k]!;
  const v = net.vessels[p.from]!;
  const inflow = net.paths.reduce(
    (sum, x, i) => (x.to === p.from && x.kind !== 'back' ? sum + recent.carried[i]! : sum),
    0,
  );
  const rim = recent.high[p.from]! > v.height - 1e-3;
  if (rim) return signs(['bed-spills']);
  const flood = v.floodLevel ?? Infinity;
  if (v.bed && !(inflow > 1e-6) && g.pause < 3600)
    return inWords(say`No water flows into “${v.name}”.`);
  if (!isSiphon(path)) {
    const runs = recent.carried[k]! > 1e-5;
    const over = recent.high[p.from]! > g.usualHigh[p.from]! + 0.012;
    if (v.bed && over && runs) return signs(['bed-slow']);
    return inWords(runs ? say`Water runs down the felt.` : say`No water runs down the felt.`);
  }
  const full = recent.low[p.from]! > 0.97 * flood;
  const usualFull = g.usualLow[p.from]! > 0.9 * flood;
  if (full && !usualFull && inflow > 1e-5) return signs(['siphon-sleeps']);
  if (recent.high[p.from]! < 0.6 * flood && recent.carried[k]! > 1e-5 && inflow > 1e-5)
    return signs(['siphon-hangs']);
  return signs(['drain-well']);
}

/** A pumped line: its jet, its sound. */
export function lookAtPump(w: Coupled, about: string): Seen {
  const { ground: g, state: s } = w;
  const recent = w.over(A_MOMENT);
  const net = w.network(s.t);
  const k = net.paths.findIndex((p) => p.id === about);
  const p = net.paths[k]!;
  if (p.kind !== 'pump') return signs([]);
  const flow = recent.carried[k]! / recent.time;
  // By its own control: a dead pump hangs on another in the network.
  const own = g.network(s.set.edits).paths[k]!;
  const on = own.kind === 'pump' ? spansOn(w, own.control, recent.time) : 0;
  if (s.water.modes.dry[p.lead]) return signs(['pump-noise']);
  if (p.loose && flow > 1e-6)
    return signs(['flow-weak'], say`Its pipe has come off. The water lands on the floor.`);
  if (flow < 1e-7) {
    if (!(on > 0)) return inWords(say`The pump is off, because its timer is off.`);
    const wanted = own.kind === 'pump' ? waitsFor(w, own) : null;
    if (wanted !== null)
      return inWords(
        say`The pump is off, because its float is down. The float switches it on at ${mm(wanted)}.`,
      );
    return signs(['pump-still']);
  }
  const usual = g.running[k]! * Math.min(1, on);
  return signs([usual > 0 && flow < WEAK * usual * 0.97 ? 'flow-weak' : 'pump-well']);
}

/**
 * Level at which the float of a pump switches it on, where the float holds it and the water has not come there: one that
 * holds beyond that hangs.
 */
function waitsFor(w: Coupled, p: PumpPath): Metres | null {
  const { modes, volumes } = w.state.water;
  if (!p.float || modes.held[p.lead] !== 1) return null;
  const { vessel, on, off } = p.float;
  const { storage } = w.ground.network(w.state.set.edits).vessels[vessel]!;
  const level = levelAt(storage, Math.max(0, volumes[vessel]!));
  return (off > on ? level > on : level < on) ? on : null;
}

/** Share of the last minutes in which a control should have been on, by the programme that it was given. */
function spansOn(w: Coupled, control: number, time: number): number {
  const c = w.ground.network(w.state.set.edits).controls[control];
  if (!c) return 0;
  const n = 15;
  let on = 0;
  for (let i = 0; i < n; i++) if (isOn(c, Math.max(0, w.state.t - ((i + 0.5) * time) / n))) on++;
  return on / n;
}

/** A timer: what it does, and what it should. */
export function lookAtTimer(w: Coupled, about: string): Seen {
  const net = w.network(w.state.t);
  const i = net.controls.findIndex((c) => c.id === about);
  if (!w.now().power) return inWords(say`It has no power, and its clock has stopped.`);
  const should = w.ground.network(w.state.set.edits).controls[i]!;
  const is = net.controls[i]!;
  const now = isOn(is, w.state.t);
  const wanted = isOn(should, w.state.t);
  const same = JSON.stringify(is.spans) === JSON.stringify(should.spans);
  const words = same
    ? now
      ? say`It is on, as it should be at this hour. Its clock is right.`
      : say`It is off, as it should be at this hour. Its clock is right.`
    : now === wanted
      ? now
        ? say`It is on, as it should be at this hour, but its clock is wrong.`
        : say`It is off, as it should be at this hour, but its clock is wrong.`
      : now
        ? say`It is on, but by its programme it should be off.`
        : say`It is off, but by its programme it should be on.`;
  return inWords(words);
}

/** The things with a plug that keep the water warm and aired. */
export function lookAtPlugs(w: Coupled): Seen {
  const e = w.now();
  const parts: string[] = [];
  if (airPumpsOf(w.ground.system).length)
    parts.push(
      e.power && e.air > 0.5 ? 'the air stones bubble' : 'no bubbles come from the air stones',
    );
  const [heater] = heatersOf(w.ground.system);
  if (heater) {
    const on =
      e.power &&
      (e.heater === 'stuck' || (e.heater === 'works' && w.state.temperature < heater.setpoint)) &&
      !w.state.set.unheated;
    parts.push(on ? 'the heater’s lamp is on' : 'the heater’s lamp is off');
  }
  parts.push(e.power ? 'there is power' : 'there is no power');
  const text = parts.join('; ');
  return inWords([`${text[0]!.toUpperCase()}${text.slice(1)}.`]);
}

/** Sounds in words, and for the ear. */
export type Sound = 'hum' | 'falling' | 'gurgle' | 'bubbles' | 'suck' | 'drip';
/** What is to be heard at this moment. */
export function soundsOf(w: Coupled): Sound[] {
  const { state: s } = w;
  const recent = w.over(A_MOMENT);
  const net = w.network(s.t);
  const e = w.now();
  const out = new Set<Sound>();
  net.paths.forEach((p, k) => {
    const flow = recent.carried[k]! / recent.time;
    if (p.kind === 'pump' && s.water.modes.dry[p.lead] && e.power) out.add('suck');
    else if (p.kind === 'pump' && flow > 1e-6) out.add('hum');
    if (flow > 1e-5 && p.kind !== 'back') out.add('falling');
    if (p.kind === 'drain' && p.siphon && flow > 1e-5) {
      const before = recent.high[p.from]! - recent.low[p.from]!;
      if (before > 0.05) out.add('gurgle');
    }
  });
  if (airPumpsOf(w.ground.system).length && e.power && e.air > 0.5) out.add('bubbles');
  if (recent.spilt > 1e-5) out.add('drip');
  return [...out];
}
export const SOUND_WORDS: Readonly<Record<Sound, string>> = {
  hum: 'the pump hums',
  falling: 'water falls',
  gurgle: 'a siphon has gurgled',
  bubbles: 'an air pump buzzes',
  suck: 'a pump rattles and sucks air',
  drip: 'water drips on the floor',
};
/** What one hears who stands still. */
export function listen(w: Coupled): Seen {
  const all = soundsOf(w);
  const text = all.length ? all.map((x) => SOUND_WORDS[x]).join(', ') : 'it is silent';
  return {
    signs: all.includes('suck') ? ['pump-noise'] : [],
    words: [`${text[0]!.toUpperCase()}${text.slice(1)}.`],
    key: all
      .filter((x) => x !== 'gurgle')
      .sort()
      .join(),
    reading: null,
  };
}

/** Readings that differ by less than about this mean the same. */
const MEANS: Partial<Record<ReadingId, number>> = {
  temperature: 2,
  ph: 0.5,
  oxygen: 1.6,
  alkalinity: 30,
  chlorine: 0.05,
  conductivity: 0.03,
};
/** Finest step that a probe or a drop test tells apart. */
const STEPS: Partial<Record<ReadingId, number>> = {
  temperature: 0.5,
  ph: 0.2,
  oxygen: 0.2,
  alkalinity: 10,
  chlorine: 0.05,
  conductivity: 0.01,
};
/** Error of a reading on its step: as much as one either way. */
const ERROR = 0.5;

/** What a body of water really holds, as a probe would read it. */
export function truth(w: Coupled, id: ReadingId): number {
  const { ground: g, state: s } = w;
  const water = homeWater(g, s, s.water.volumes);
  const all: Partial<Record<ReadingId, number>> = {
    ...water,
    temperature: s.temperature,
    conductivity: water.salts,
  };
  return all[id] ?? Number.NaN;
}

/**
 * A reading as the kit gives it: a kit with colours between two of them, a probe to its step, each with its error.
 *
 * @param uniform evenly from 0 to 1, the same for the same run
 */
export function measureReading(w: Coupled, id: ReadingId, uniform: number): Seen {
  const value = truth(w, id);
  const steps = (KIT_STEPS as Partial<Record<ReadingId, readonly number[]>>)[id];
  const f = readField(id);
  let [low, high] = [0, 0];
  if (steps) {
    // The eye is wrong by a tenth of what it sees.
    const read = value * (0.9 + 0.2 * uniform);
    const i = steps.findIndex((x, k) => k + 1 === steps.length || read < (x + steps[k + 1]!) / 2);
    const at = steps[i]!;
    [low, high] =
      i === 0
        ? [0, steps[1]! / 2]
        : [(steps[i - 1]! + at) / 2, i + 1 < steps.length ? (at + steps[i + 1]!) / 2 : at * 2];
    if (i === 0 && read < steps[1]! / 8) high = 0;
  } else {
    const step = STEPS[id] ?? f.step;
    low = high = Math.max(0, step * Math.round(value / step + (uniform - 0.5) * 2 * ERROR * 0.6));
  }
  const told: Phrase =
    low === high
      ? [{ value: low, kind: f.kind }]
      : [{ value: low, kind: f.kind }, ' to ', { value: high, kind: f.kind }];
  const grain = MEANS[id];
  return {
    signs: [],
    words: [...told, '.'],
    key: grain ? String(Math.round(value / grain)) : `${low}-${high}`,
    reading: { id, low, high },
  };
}
