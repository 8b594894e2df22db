import type { Phrase } from '../quantity/index.ts';
import type { Seconds } from '../quantity/si.ts';
import { actionOf, actionsFor, type Action } from './actions.ts';
import { Coupled } from './coupled.ts';
import type { PracticeBasis } from './basis.ts';
import type { Seen } from './looks.ts';
import { scenariosFor, setupOf, type Setup } from './scenarios.ts';
import { startState } from './start.ts';
import { copyState, type Hidden } from './types.ts';

/** What a look or a reading tells: how far it narrows down what may have happened. */

/** The middle of what chance draws: a reading without its error. */
const FAIR = 0.5;

/** Looks and readings of a system. */
export const looksOf = (g: PracticeBasis): Action[] =>
  actionsFor(g).filter((a) => ['look', 'measure'].includes(actionOf(a.act).group));

/** What a look or a reading shows at this very moment; the system stays as it is. */
const glance = (w: Coupled, a: Action): Seen => actionOf(a.act).does(w, a.about, FAIR);
/** What was seen, as far as two of it are told apart. */
const keyOf = (s: Seen): string => s.key ?? JSON.stringify([s.signs, s.words]);

export interface Telling extends Action {
  /** Expected information, bits, and for each minute that it takes. */
  readonly bits: number;
  readonly perMinute: number;
  /** How many of the troubles that were possible it leaves on average. */
  readonly leaves: number;
  readonly minutes: number;
}

/**
 * Systems in which each of the troubles that were possible has happened, at the moment at which the player comes.
 * They share the time before anything strikes.
 */
export function possible(
  g: PracticeBasis,
  setup: Setup,
  progress?: (share: number) => boolean,
): { readonly scenario: string; readonly world: Coupled }[] {
  const all = scenariosFor(g).map((s) => {
    const own = s.id === setup.scenario ? setup : setupOf(g, s, setup.seed);
    const shift = setup.begins - own.begins;
    const hidden = own.hidden.map((h): Hidden => ({ ...h, from: h.from + shift }));
    const first = Math.min(setup.begins, ...hidden.map((h) => h.from));
    return { scenario: s.id, hidden, first: Math.max(0, first) };
  });
  const order = all.map((_, i) => i).sort((a, b) => all[a]!.first - all[b]!.first);
  const sound = new Coupled(g, startState(g, setup.day, []), setup.day);
  const out: { scenario: string; world: Coupled }[] = [];
  for (const [done, i] of order.entries()) {
    const { scenario, hidden, first } = all[i]!;
    sound.advance(first);
    const state = copyState(sound.state);
    state.hidden = [...hidden];
    const world = new Coupled(g, state, setup.day).advance(setup.begins);
    out.push({ scenario, world });
    if (progress && !progress((done + 1) / all.length)) break;
  }
  return out;
}

/**
 * Expected information of each look and reading, the one that tells most for its time first.
 *
 * @param worlds from {@link possible}; each is as likely as the others
 * @returns bits: the entropy of what would be seen, since what is seen follows from what has happened
 * @source C. E. Shannon (1948), A mathematical theory of communication
 */
export function tellings(worlds: readonly { readonly world: Coupled }[]): Telling[] {
  const g = worlds[0]?.world.ground;
  if (!g) return [];
  return looksOf(g)
    .map((a): Telling => {
      const classes = new Map<string, number>();
      for (const { world } of worlds) {
        const key = keyOf(glance(world, a));
        classes.set(key, (classes.get(key) ?? 0) + 1);
      }
      const n = worlds.length;
      let [bits, leaves] = [0, 0];
      for (const k of classes.values()) {
        bits -= (k / n) * Math.log2(k / n);
        leaves += (k / n) * k;
      }
      const { minutes } = actionOf(a.act);
      return { ...a, bits, leaves, minutes, perMinute: bits / Math.max(1, minutes) };
    })
    .sort((x, y) => y.bits - x.bits || x.minutes - y.minutes);
}

/** The first sign of a trouble that could have been seen. */
export interface FirstSign extends Action {
  readonly at: Seconds;
  readonly words: Phrase;
}

/** How often one might have looked, s. */
const EVERY: Seconds = 1800;

/** What strikes is looked for in the minute after it, s. */
const MINUTE: Seconds = 60;
/** How often what is usual is looked at, s. */
const OFTEN: Seconds = 300;
/** A siphon has been through its cycle in so long; every minute of it is looked at. */
const CYCLES: Seconds = 7200;
/** Moments at which a timer has just switched something, up to a moment. */
function switched(g: PracticeBasis, till: Seconds): Seconds[] {
  return g.network([]).controls.flatMap((c) =>
    (c.spans ?? []).flatMap(([a, b]) => {
      const at: Seconds[] = [];
      for (let t = a + Math.min(MINUTE, (b - a) / 2); t <= till; t += c.period) at.push(t);
      return at;
    }),
  );
}

/**
 * When the first sign of a run’s trouble could have been seen, had someone looked every half hour and as it struck: the
 * first look or reading that shows what the same system, in which nothing happened, did not show until then. So the phase of
 * a siphon is no sign. Where both tell at once it is the look.
 *
 * @returns null where nothing could be told until the end
 */
export function firstSign(g: PracticeBasis, setup: Setup, till: Seconds): FirstSign | null {
  if (!setup.hidden.length) return null;
  const world = (hidden: readonly Hidden[]) =>
    new Coupled(g, startState(g, setup.day, hidden), setup.day);
  const struck = world(setup.hidden);
  // One goes by the same steps as the struck one, the other tells what is usual at any time.
  const sound = world([]);
  const usual = world([]);
  const isLook = (a: Action) => actionOf(a.act).group === 'look';
  const tries = looksOf(g)
    .sort((a, b) => Number(isLook(b)) - Number(isLook(a)))
    .map((act) => ({ act, shown: new Set<string>() }));
  // Before that the first midnight’s water has not found its rhythm.
  const strikes = setup.hidden.map((h) => Math.max(CYCLES, h.from));
  const from = Math.min(...strikes);
  const looked = new Set(strikes.map((x) => x + MINUTE));
  for (let t = EVERY; t <= till; t += EVERY) looked.add(t);
  // What a sound system shows at any time: also while a timer has its pump on for minutes.
  const moments = new Set([...looked, ...switched(g, till)]);
  for (let t = OFTEN; t <= till; t += OFTEN) moments.add(t);
  for (let t = Math.max(MINUTE, from - CYCLES); t < from; t += MINUTE) moments.add(t);
  for (const t of [...moments].filter((x) => x <= till).sort((a, b) => a - b)) {
    usual.advance(t);
    for (const { act, shown } of tries) shown.add(keyOf(glance(usual, act)));
    if (t < from || !looked.has(t)) continue;
    struck.advance(t);
    sound.advance(t);
    for (const { act, shown } of tries) {
      const seen = glance(struck, act);
      if (!shown.has(keyOf(seen)) && keyOf(seen) !== keyOf(glance(sound, act)))
        return { ...act, at: t, words: seen.words };
    }
  }
  return null;
}
