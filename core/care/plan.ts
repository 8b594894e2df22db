import {
  ALKALINITY_RANGE,
  CHANGE_LIMITS,
  CHANGE_WAIT,
  DOSE_AGE,
  HORIZON,
  KIT_ERROR,
  MEMORY,
  PH_DAY,
  PH_LEAST,
  UNIONISED_LIMITS,
  WANTED,
} from '../limits/index.ts';
import { CHLORIDE_IN_SALT, dosed, type Water } from '../life/index.ts';
import {
  concentration,
  hardness,
  ph as acidity,
  say,
  time,
  type Phrase,
} from '../quantity/index.ts';
import {
  alkalinityReadSince,
  alkalinityUse,
  bandsOf,
  recent,
  runningSince,
  type Tended,
} from '../readings/index.ts';
import type { ReadingId } from '../system/index.ts';
import {
  BASE,
  acidStep,
  aerateStep,
  afterRenewal,
  baseStep,
  changeStep,
  dechlorinateNew,
  dechlorinateTank,
  doseStep,
  feedBy,
  feedStep,
  basisAfter,
  treatmentBasis,
  largestAcid,
  largestDose,
  largestRenewal,
  phWaitLeft,
  readStep,
  refusalWords,
  safeTopUp,
  saltNeeded,
  saltStep,
  shareOfTopUp,
  topUpStep,
  waitStep,
  stepOf,
  tapStep,
  type Avoided,
  type FeedShare,
  type TreatmentBasis,
  type Pace,
  type TreatmentStep,
  type TreatmentId,
} from '../treatment/index.ts';
import { feedAhead, looksAhead } from './ahead.ts';
import { expectedOf } from './expected.ts';
import { followUps, type FollowUp } from './followUps.ts';
import { HAZARDS } from './hazards/index.ts';
import {
  HAZARD_ORDER,
  URGENCIES,
  hazardOf,
  type Hazard,
  type CarePlan,
  type Retest,
  type Urgency,
  type Want,
} from './types.ts';

/** The plan of care: hazards in the order in which they kill, and one set of treatments that removes them. */

const rank = (h: Hazard): number => URGENCIES.indexOf(h.urgency) * 100 + HAZARD_ORDER.indexOf(h.id);
const FEED_RANK: Readonly<Record<string, number>> = { 0: 0, half: 1, full: 2 };
const PACE_RANK: Readonly<Record<Pace, number>> = { calm: 0, grave: 1, rescue: 2 };

type WantOf<K extends Want['kind']> = Extract<Want, { kind: K }>;
const wantsOf = <K extends Want['kind']>(
  hazards: readonly Hazard[],
  kind: K,
): { readonly h: Hazard; readonly want: WantOf<K> }[] =>
  hazards.flatMap((h) =>
    h.wants.filter((w): w is WantOf<K> => w.kind === kind).map((want) => ({ h, want })),
  );

/** A plan while it is put together. */
class Draft {
  readonly t: Tended;
  ground: TreatmentBasis;
  readonly before: TreatmentBasis;
  readonly hazards: Hazard[];
  readonly follow: readonly FollowUp[];
  readonly steps: TreatmentStep[] = [];
  readonly avoid: Avoided[] = [];
  readonly reads = new Set<ReadingId>();
  renewed = false;
  /** Nothing that was wanted against a grave hazard could be given. */
  helpless: Phrase | null = null;

  constructor(t: Tended, hazards: readonly Hazard[]) {
    this.t = t;
    this.hazards = [...hazards];
    this.follow = followUps(t);
    this.before = treatmentBasis(t);
    this.ground = this.before;
    for (const h of hazards) {
      this.avoid.push(...h.avoid);
      for (const id of h.readsNow) this.reads.add(id);
    }
    for (const d of t.doubts) if (d.quantity !== 'clock') this.reads.add(d.quantity);
  }

  apply(f: (w: Water) => Water): void {
    this.ground = basisAfter(this.ground, f);
  }
  isAvoided(id: TreatmentId): boolean {
    return this.avoid.some((a) => a.treatment === id);
  }
  refuse(treatment: TreatmentId, because: Phrase): void {
    this.avoid.push({ treatment, because });
  }

  /** The follow-up of a treatment that holds the next one back. */
  pending(kind: 'change' | 'dose'): FollowUp | undefined {
    return this.follow.find((f) =>
      kind === 'change'
        ? f.done.kind === 'water-change'
        : f.reads.includes('ph') && f.done.kind === 'dose',
    );
  }
  /** Waits for a test that is due, or reads it where it is. */
  hold(f: FollowUp): void {
    const left = (f.at - this.t.now) / 1000;
    if (left > 0)
      this.steps.push(waitStep(left, f.reads, say`What was done shows in the next reading.`));
    else for (const id of f.reads) this.reads.add(id);
  }
}

/** Tops up what is missing; new water dilutes, so that it takes the place of a change. */
function topUps(d: Draft): void {
  for (const { h, want } of wantsOf(d.hazards, 'top-up')) {
    const vessel = d.t.system.vessels.find((v) => v.id === want.vessel)!;
    const { volume, refused } = safeTopUp(d.ground, want.missing);
    if (!(volume > 0)) {
      d.refuse('top-up', refusalWords(refused ?? 'ph'));
      if (h.urgency === 'now')
        d.steps.push(
          stepOf(
            'look',
            [
              say`Unplug the water pump before it draws air, and keep the air pump running.`,
              say`Use rain water, or tap water mixed with rain water, to fill up: your tap water alone would harm the fish.`,
            ],
            { about: want.vessel, title: say`Unplug the water pump` },
          ),
        );
      continue;
    }
    const before = d.ground.source === 'tap' ? dechlorinateNew(d.ground, volume) : null;
    if (before) d.steps.push({ ...before, about: want.vessel });
    d.steps.push(topUpStep(volume, want.missing, want.vessel, vessel.name));
    if (refused && volume < want.missing)
      d.refuse('top-up', [
        ...say`Do not add all the missing water at once. `,
        ...refusalWords(refused),
      ]);
    const share = shareOfTopUp(volume, d.ground.volume);
    d.apply(afterRenewal(d.ground, share));
    d.ground = { ...d.ground, volume: d.ground.volume + volume };
    d.renewed = true;
  }
}

/** Renews part of the water, once, by the largest of what is wanted that harms nothing. */
function change(d: Draft): void {
  const all = wantsOf(d.hazards, 'change');
  if (!all.length) return;
  const grave = all.some((x) => x.h.urgency === 'now');
  if (d.renewed) return;
  const pending = d.pending('change');
  if (pending) {
    d.hold(pending);
    return;
  }
  const others = all.filter((x) => !x.want.cooling);
  const cooling = others.length === 0;
  const wishes = cooling ? all : others;
  const pace = wishes.reduce<Pace>(
    (x, w) => (PACE_RANK[w.want.pace] > PACE_RANK[x] ? w.want.pace : x),
    'calm',
  );
  const wanted = Math.min(
    CHANGE_LIMITS.atOnce,
    Math.max(...wishes.map((x) => x.want.share(d.ground))),
  );
  if (!(wanted > 0)) return;
  const least = pace === 'rescue' ? CHANGE_LIMITS.small / 2 : CHANGE_LIMITS.least;
  const found = largestRenewal(d.ground, wanted, pace, { cooling, least });
  const about = wishes[0]!.h.about;
  if (found.share === 0) {
    const because = refusalWords(found.refused ?? 'ph');
    d.refuse('change', because);
    if (wishes.some((x) => x.h.id === 'ammonia' || x.h.id === 'nitrite')) d.helpless = because;
    return;
  }
  const volume = found.share * d.ground.volume;
  const tap = d.ground.source === 'tap';
  const before = tap ? dechlorinateNew(d.ground, volume) : null;
  const untested =
    tap && (d.t.system.site.tap.ph === null || d.t.system.site.tap.alkalinity === null);
  if (untested) d.steps.push(tapStep(about));
  if (before) d.steps.push({ ...before, about });
  d.steps.push(changeStep(d.ground, found.share, about, { grave, cooling }));
  d.apply(afterRenewal(d.ground, found.share, cooling));
  d.renewed = true;
}

/** Salt against nitrite, for what is left of it after a change. */
function salt(d: Draft): void {
  const [wish] = wantsOf(d.hazards, 'salt');
  if (!wish) return;
  // A change may have brought it under what the fish tolerate.
  const caution = bandsOf(d.t).nitrite?.good[1] ?? 0;
  if (d.ground.ends.every((e) => e.water.nitrite < caution)) return;
  const amount = saltNeeded(d.ground);
  if (!(amount > 0)) return;
  const step = saltStep(d.ground, amount, wish.h.about);
  d.steps.push(d.renewed ? { ...step, at: Math.max(step.at, CHANGE_WAIT.mixed) } : step);
  const chloride = (amount * 1000 * CHLORIDE_IN_SALT) / d.ground.volume;
  d.apply((w) => ({ ...w, chloride: w.chloride + chloride }));
  d.helpless = null;
}

function chlorine(d: Draft): void {
  for (const { h, want } of wantsOf(d.hazards, 'dechlorinate')) {
    d.steps.push(dechlorinateTank(d.ground, want.level, h.about));
    d.apply((w) => ({ ...w, chlorine: 0 }));
  }
}

/** What must be read before acid or base may be dosed; none where all is known. */
function unreadForDose(t: Tended): ReadingId[] {
  const { ph, alkalinity: alk } = t.known;
  const out: ReadingId[] = [];
  const starts = (x: typeof ph) =>
    x?.from === 'start' && runningSince(t.system, t.entries) === null;
  const old = (x: typeof ph, most: number) =>
    !x || x.doubted || x.from === 'plausible' || x.at === null || (x.age ?? 0) > most;
  if (!starts(ph) && (old(ph, DOSE_AGE.ph) || ph!.from === 'start')) out.push('ph');
  if (t.isSolution && t.system.site.tap.alkalinity !== null) return out;
  if (
    !starts(alk) &&
    (old(alk, DOSE_AGE.alkalinity) ||
      alk!.from === 'start' ||
      // What bacteria may have used up since makes too much of the same dose.
      alk!.read[0] - alk!.band[0] > KIT_ERROR.alkalinity ||
      !alkalinityReadSince(t.entries, t.volume, alk!.at ?? -Infinity))
  )
    out.push('alkalinity');
  return out;
}

/** One dose of acid or base: the gravest wish that may be given. */
function dose(d: Draft): void {
  const wishes = wantsOf(d.hazards, 'dose').filter((x) => !(x.want.rescue && d.renewed));
  if (!wishes.length || d.renewed) return;
  const rescue = wishes.some((x) => x.want.rescue);
  const g = d.ground;
  const unread = unreadForDose(d.t);
  if (unread.length) {
    for (const id of unread) d.reads.add(id);
    if (wishes.some((x) => x.want.whole(g) < 0))
      d.refuse(
        'acid',
        say`Read pH and alkalinity first: how far a dose moves the pH depends on both.`,
      );
    else
      d.refuse(
        'base',
        say`Read pH and alkalinity first: how far a dose moves the pH depends on both.`,
      );
    return;
  }
  const pending = d.pending('dose');
  if (pending && !rescue) {
    d.hold(pending);
    return;
  }
  const left = rescue ? 0 : phWaitLeft(g);
  if (left > 0) {
    d.steps.push(
      waitStep(left, ['ph', 'alkalinity'], say`A step within its wait cannot be judged.`),
    );
    return;
  }
  const chosen = wishes.reduce((x, w) =>
    Math.abs(w.want.whole(g)) > Math.abs(x.want.whole(g)) && !x.want.rescue ? w : x,
  );
  const whole = chosen.want.whole(g);
  if (!whole) return;
  const id: TreatmentId = whole > 0 ? 'base' : 'acid';
  if (d.isAvoided(id) && !rescue) return;
  const most = doseStep(g, rescue);
  if (most < PH_LEAST.step) {
    d.steps.push(
      waitStep(
        CHANGE_WAIT.calm,
        ['ph', 'alkalinity'],
        say`The pH has been moved by ${acidity(PH_DAY.fish)} within a day already.`,
      ),
    );
    return;
  }
  const found =
    whole > 0 ? largestDose(g, whole, BASE.carbonPerEquivalent, most) : largestAcid(g, whole, most);
  if (found.now === 0) {
    d.refuse(
      id,
      found.refused === 'ammonia'
        ? say`Raising the pH would turn more of the ammonia poisonous. Bring the ammonia down first.`
        : found.refused === 'alkalinity'
          ? say`Acid would use up alkalinity that keeps the pH from crashing: ${hardness(ALKALINITY_RANGE.low)} must stay.`
          : found.refused === 'band'
            ? say`The pH would leave the range of your fish once the carbon dioxide has left.`
            : refusalWords(found.refused ?? 'ph'),
    );
    return;
  }
  const step = whole > 0 ? baseStep(g, found, rescue) : acidStep(g, found);
  d.steps.push({ ...step, about: chosen.h.about });
  const carbon = whole > 0 ? BASE.carbonPerEquivalent : 0;
  d.apply((w) => dosed(w, found.now, carbon));
}

/** What is least harmful where nothing safe can be done. */
const leastHarm = (because: Phrase): TreatmentStep =>
  stepOf(
    'wait',
    [
      [...say`Nothing that you have lowers the poison safely. `, ...because],
      say`The least harmful way: keep to the first aid, and give a conditioner that binds ammonia, by its label.`,
      say`Rain water, or tap water mixed with rain water, may be changed in: read its pH and alkalinity and enter it as your tap water.`,
    ],
    {
      wait: CHANGE_WAIT.grave,
      reads: ['tan', 'nitrite', 'ph'],
      title: say`Nothing lowers it safely: do the least harm`,
    },
  );

/** Tests to come: those that are due now, those after what was done, and those after what is to be done. */
function retestsOf(d: Draft): Retest[] {
  const at = new Map<number, { what: Set<ReadingId>; why: Phrase }>();
  const add = (when: number, what: readonly ReadingId[], why: Phrase) => {
    if (!what.length) return;
    const there = at.get(when) ?? { what: new Set<ReadingId>(), why };
    what.forEach((id) => there.what.add(id));
    at.set(when, there);
  };
  const { t } = d;
  add(t.now, [...d.reads], say`The plan needs these readings.`);
  for (const f of d.follow)
    add(Math.max(f.at, t.now), f.reads, say`What was done shows in the next reading.`);
  const planned = new Set(d.follow.flatMap((f) => f.reads));
  for (const h of d.hazards) {
    const wait =
      h.again ?? d.steps.find((s) => s.books && s.wait !== null)?.wait ?? CHANGE_WAIT.calm;
    const what = h.readsAfter.filter((id) => !planned.has(id));
    if (
      h.urgency === 'week' &&
      !d.steps.some((s) => s.treatment === 'base' || s.treatment === 'acid')
    )
      continue;
    add(t.now + wait * 1000, what, h.because);
  }
  const alk = t.known.alkalinity;
  const use = t.hasFish ? alkalinityUse(t.life, t.volume) : 0;
  if (alk && alk.fresh && alk.from !== 'plausible' && alk.at !== null && use > 0) {
    const left = (d.ground.middle.water.alkalinity - ALKALINITY_RANGE.low) / use;
    if (left * 86400 < WANTED.alkalinity)
      add(
        t.now + Math.max(CHANGE_WAIT.calm, left * 86400) * 1000,
        ['alkalinity', 'ph'],
        say`Bacteria use up to ${hardness(use)} of alkalinity a day.`,
      );
  }
  return [...at]
    .sort((a, b) => a[0] - b[0])
    .map(([when, x]) => ({ what: [...x.what], at: when, why: x.why }));
}

const uniqueBy = <T>(all: readonly T[], key: (x: T) => string): T[] => {
  const seen = new Set<string>();
  return all.filter((x) => !seen.has(key(x)) && seen.add(key(x)));
};

/** Task under which a step of the plan without an entry of its own is ticked off. */
export const CARE_STEP = 'care/';
const booked = (h: Hazard, s: TreatmentStep): TreatmentStep =>
  s.books
    ? s
    : {
        ...s,
        books: {
          kind: 'task',
          what: `${CARE_STEP}${s.treatment}-${h.id}`,
          outcome: 'done',
          ...(s.about ? { about: s.about } : {}),
        },
      };
/** Whether a step that is ticked off was done within the hours that it counts. */
const doneLately = (t: Tended, s: TreatmentStep): boolean =>
  s.books?.kind === 'task' &&
  recent(
    t,
    MEMORY.gasping,
    (e) => e.kind === 'task' && e.what === s.books!.what && e.outcome === 'done',
  ).length > 0;

/** Plans of what is known, so that everyone reads the same one. */
const plans = new WeakMap<Tended, CarePlan>();

/**
 * The plan of care.
 *
 * Never two changes of water at once, never a step that is larger than its limits, nothing that brings another
 * reading over its limit in any state of the water.
 */
export function carePlan(t: Tended): CarePlan {
  const there = plans.get(t);
  if (there) return there;
  const plan = makePlan(t);
  plans.set(t, plan);
  return plan;
}

function makePlan(t: Tended): CarePlan {
  const hazards = HAZARDS.flatMap((h) => h(t)).sort((a, b) => rank(a) - rank(b));
  const d = new Draft(t, hazards);

  const ration = t.life.feed / 1000;
  const tank = t.life.groups[0]?.vessel ?? '';
  const air = hazards.some((h) => h.air === 'breath')
    ? 'breath'
    : hazards.some((h) => h.air === 'usual')
      ? 'usual'
      : null;
  const own = wantsOf(hazards, 'step')
    .map(({ h, want }) => ({ h, step: booked(h, want.step), fullFeed: want.fullFeed }))
    .filter(({ step }) => !doneLately(t, step));
  // What the gravest hazard is looked at for comes first, the rest after what is done to the water.
  const first = ({ h, step }: (typeof own)[number]) =>
    h.urgency === hazards[0]!.urgency && (step.treatment === 'look' || step.treatment === 'remove');
  d.steps.push(...own.filter(first).map((x) => x.step));
  topUps(d);
  change(d);
  salt(d);
  chlorine(d);
  dose(d);
  d.steps.push(...own.filter((x) => !first(x)).map((x) => x.step));
  if (d.helpless) d.steps.push(leastHarm(d.helpless));
  // What cannot be taken away must at least not grow.
  const asked = d.helpless
    ? 0
    : hazards.reduce<FeedShare>(
        (x, h) => (FEED_RANK[h.feed]! < FEED_RANK[x]! ? h.feed : x),
        'full',
      );
  const coming = looksAhead(t) && asked !== 0 ? feedAhead(d.ground, asked) : null;
  const share = coming?.feed ?? asked;
  if (coming && share !== asked)
    d.hazards.push(
      hazardOf(
        'ammonia',
        'today',
        say`The bacteria are not there yet. Fed in full, un-ionised ammonia would reach ${concentration(coming.unionised)} within ${time(HORIZON.plan)}; up to ${concentration(UNIONISED_LIMITS.caution)} is safe.`,
        {
          about: tank,
          rests: ['tan', 'ph', 'temperature'],
          readsAfter: ['tan', 'nitrite', 'ph'],
          again: CHANGE_WAIT.span,
          source: 'Season’s model of this system, without bacteria.',
          unless: say`Two calm tests some days apart.`,
        },
      ),
    );
  const feeding = t.hasFish ? feedStep(share, ration, tank) : null;
  const firstAid: TreatmentStep[] = [
    ...(air ? [aerateStep(d.before, tank, air === 'breath')] : []),
    ...(feeding ? [feeding] : []),
  ];

  const now = [...d.reads];
  const doubts = t.doubts.filter((x) => x.quantity !== 'clock').map((x) => x.do);
  const withheld = new Set(own.filter((x) => x.fullFeed && share !== 'full').map((x) => x.step));
  const steps = uniqueBy(
    [
      ...(now.length ? [readStep(now, tank, doubts)] : []),
      ...d.steps.filter((s) => !withheld.has(s)),
    ],
    (s) => `${s.treatment}/${s.substance}/${s.about}/${JSON.stringify(s.do[0])}`,
  );
  const planned = new Set(steps.map((s) => s.treatment));
  const avoid = uniqueBy(d.avoid, (a) => a.treatment).filter(
    (a) => a.treatment === 'top-up' || !planned.has(a.treatment),
  );
  const retest = retestsOf(d);
  const due = retest.some((r) => r.at <= t.now);
  d.hazards.sort((a, b) => rank(a) - rank(b));
  const gravest = d.hazards[0]?.urgency;
  const urgency: Urgency | 'none' =
    gravest === 'now'
      ? 'now'
      : due || t.doubts.some((x) => x.quantity !== 'clock')
        ? 'today'
        : (gravest ?? 'none');
  return {
    now: t.now,
    urgency,
    hazards: d.hazards,
    firstAid,
    steps,
    feed: t.hasFish ? feedBy(share, ration) : null,
    avoid,
    after: { water: d.ground.heavy.water, ph: d.ground.heavy.states.settled.ph },
    expected: expectedOf(d.before, d.ground, hazards),
    retest,
    call: hazards.find((h) => h.call)?.call ?? null,
  };
}
