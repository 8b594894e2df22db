import { repairPart, practiceFaultOf } from './faults/index.ts';
import { actionOf, actionsFor, perform, type Action } from './actions.ts';
import type { Seconds } from '../quantity/si.ts';
import type { Coupled } from './coupled.ts';
import { isWell, lossOf } from './run.ts';
import type { Setup } from './scenarios.ts';
import type { WaterCourse } from './waterCourse.ts';

/** The best line of action, found in hindsight by trying lines in the same simulation. */

/** Lines that are kept from one length to the next, and acts of a line at the most. */
const BEAM = 2;
const LONGEST = 6;
/** A line is better from so much less loss on, and by such a share: less is the grain of the quarter hours. */
const GRAIN = 1;
const GRAIN_SHARE = 0.02;
const betterThan = (loss: number): number => loss - Math.max(GRAIN, GRAIN_SHARE * loss);
/** What may be done more than once. */
const AGAIN: ReadonlySet<string> = new Set(['change-water', 'bicarbonate', 'cool']);
/** What is tried on top of every line. */
const STAYS: ReadonlySet<string> = new Set([...AGAIN, 'top-up']);
/** What an act costs by its work and parts alone, with a little for what goes on meanwhile. */
const effort = (a: Action): number => {
  const { minutes, money = 0, tests = 0 } = actionOf(a.act);
  return 0.2 * minutes + money + 0.5 * tests + 5;
};
/** What keeps fish and plants alive whatever the trouble is. */
const CARE: ReadonlySet<string> = new Set([
  'top-up',
  'change-water',
  'bicarbonate',
  'thiosulphate',
  'net-feed',
  'take-out-dead',
  'stop-feeding',
  'battery-air',
  'shade',
  'cool',
  'hand-water',
  'pick-leaves',
  'unplug-heater',
]);

export interface ActionSequence {
  readonly acts: readonly Action[];
  readonly loss: number;
  readonly well: boolean;
}

/** Acts that can help against what has really happened: its cures, and care. */
function helpful(w: Coupled, setup: Setup): Action[] {
  const cures = new Set(
    setup.hidden.flatMap((h) =>
      practiceFaultOf(h.kind).cures.map((c) => `${c} ${repairPart(w.ground, h)}`),
    ),
  );
  return actionsFor(w.ground).filter(
    (a) =>
      CARE.has(a.act) ||
      cures.has(`${a.act} ${a.about}`) ||
      (a.about === '' && setup.hidden.some((h) => practiceFaultOf(h.kind).cures.includes(a.act))),
  );
}

/** A line with the system as it stands after its acts, and how its water runs on from there. */
interface Grown extends ActionSequence {
  readonly after: Coupled;
  readonly course: WaterCourse | null;
}

/** At such hours of the clock a line is looked at, whether it has lost too much already. */
const LOOKED: Seconds = 3 * 3600;
/** What it comes to at the end, or where a line has lost so much that it is of no use: losses only grow. */
function outcome(
  w: Coupled,
  ends: Seconds,
  most = Infinity,
): Pick<ActionSequence, 'loss' | 'well'> {
  const { state } = w;
  while (state.t < ends && lossOf(state.tally, true) < most)
    w.advance(Math.min(ends, (Math.floor(state.t / LOOKED + 1e-9) + 1) * LOOKED));
  const well = state.t >= ends && isWell(w);
  return { loss: lossOf(state.tally, well), well };
}

/** What a line comes to with one more act. @param most loss of which it is of no use */
function grow(line: Grown, a: Action, ends: Seconds, most: number): Grown {
  const after = line.after.fork();
  if (line.course) after.follow(line.course);
  perform(after, a, 0.5, ends);
  return { acts: [...line.acts, a], ...outcome(after.fork(), ends, most), after, course: null };
}
/** A line whose further acts need not work out its water again, where they leave it as it is. */
function onCourse(line: Grown, ends: Seconds): Grown {
  if (line.course) return line;
  const w = line.after.fork();
  const course = w.keepCourse();
  outcome(w, ends);
  return { ...line, course };
}

const mended = (line: Grown): number =>
  line.after.state.hidden.filter((h) => h.cured !== null).length;
/** The lines that lose least, and of those that have put most right the best: it may need another act to show. */
function kept(lines: readonly Grown[]): Grown[] {
  const best = [...lines].sort((x, y) => x.loss - y.loss);
  const beam = best.slice(0, BEAM);
  const most = Math.max(...lines.map(mended));
  const right = best.find((x) => mended(x) === most)!;
  return beam.includes(right) ? beam : [...beam, right];
}

/**
 * The line of action that loses least, done without delay from the moment at which the player comes: a beam search
 * over the acts that can help. A line grows as long as it gets better.
 *
 * @param from the system at that moment; it stays as it is
 * @param progress told how many lines were tried; returning false stops with the best so far
 */
export function bestLine(
  from: Coupled,
  setup: Setup,
  progress?: (tried: number) => boolean,
): { readonly best: ActionSequence; readonly idle: ActionSequence; readonly tried: number } {
  const { ends } = setup;
  const w = from.fork();
  const course = w.keepCourse();
  const idle: Grown = { acts: [], ...outcome(w, ends), after: from, course };
  const cures = new Set(setup.hidden.flatMap((h) => practiceFaultOf(h.kind).cures));
  let tried = 1;
  let best: ActionSequence = idle;
  let beam: Grown[] = [idle];
  let candidates = helpful(from, setup);
  for (let depth = 0; depth < LONGEST && candidates.length; depth++) {
    const next: Grown[] = [];
    const useful = new Set<string>();
    for (const line of beam.map((x) => onCourse(x, ends))) {
      for (const a of candidates) {
        const key = `${a.act} ${a.about}`;
        const done = line.acts.some((x) => `${x.act} ${x.about}` === key);
        if (done && !AGAIN.has(a.act)) continue;
        // A cure may show its worth only with what comes after it.
        const most = cures.has(a.act) ? line.loss + effort(a) : betterThan(line.loss);
        const grown = grow(line, a, ends, most);
        tried++;
        if (grown.loss < most) {
          next.push(grown);
          useful.add(key);
        }
        if (progress && !progress(tried)) return { best, idle, tried };
      }
    }
    if (!next.length) break;
    beam = kept(next);
    if (beam[0]!.loss < betterThan(best.loss)) best = beam[0]!;
    // After the second act only what helped is tried on top, and what is done more than once.
    if (depth > 0)
      candidates = candidates.filter((a) => useful.has(`${a.act} ${a.about}`) || STAYS.has(a.act));
  }
  return { best, idle, tried };
}
