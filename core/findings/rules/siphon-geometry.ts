import { PIPES } from '../../catalogue/index.ts';
import { boreOf, notchArea } from '../../network/pipes.ts';
import {
  bore,
  given,
  mm,
  opening,
  ORIGIN,
  say,
  type Explained,
  type Phrase,
} from '../../quantity/index.ts';
import { bellSiphons, type BellSiphon, type SystemDocument } from '../../system/index.ts';
import { boreArea } from '../../water/constants.ts';
import { annulusArea } from '../../water/siphon.ts';
import { adjustNumber, once, type Adjustment } from '../adjustments/index.ts';
import { defineRule, type Verdict } from '../rule.ts';

const BREAK = [0.01, 0.04] as const;

/** Least room between a bell and the guard around it, m. Practice. */
export const GUARD_CLEAR = 0.01;

const LEAST_DROP = 0.15;

const BELL_WALL = 0.005;

const SLOTS_TIMES = 3;

/** A passage or clearance of a bell siphon: a measure of it, the least or most it may be, how to change it. */
interface Passage {
  readonly part: string;
  readonly kind: Verdict['kind'];
  /** Nothing where this siphon has no such part; `d` is the bore of its standpipe. */
  readonly check: (
    p: BellSiphon,
    d: number,
  ) => { measured: number; limit: number; ok: boolean; wrong: Phrase } | null;
  readonly adjust: (s: SystemDocument, p: BellSiphon, f: Verdict) => Adjustment[];
  readonly explain: (p: BellSiphon, d: number) => Explained;
}

const standpipeBore = (d: number) => given('d', 'bore of the standpipe', d, 'bore', ORIGIN.entered);

const gap: Passage = {
  part: 'gap',
  kind: 'length',
  check: (p) => {
    const limit = p.mouth / 4;
    return {
      measured: p.gap,
      limit,
      ok: p.gap >= limit - 1e-9,
      wrong: say`The bell of “${p.name}” is ${mm(p.gap)} above the mouth. The water needs at least a quarter of the mouth, ${mm(limit)}, to turn.`,
    };
  },
  adjust: (s, { id }) =>
    adjustNumber(
      s,
      `${id}-gap`,
      `paths.${id}.gap`,
      0.005,
      (_, to) => say`Leave ${mm(to)} under the bell’s top`,
    ),
  explain: (p) => ({
    title: 'Gap over the mouth',
    formula: String.raw`\pi D_c\, g \ge \frac{\pi D_c^2}{4} \;\Rightarrow\; g \ge \frac{D_c}{4}`,
    given: [
      given('g', 'gap', p.gap, 'length', ORIGIN.entered),
      given('D_c', 'mouth', p.mouth, 'bore', ORIGIN.entered),
    ],
  }),
};

/** Bores of bells that can be bought. */
const BELLS = PIPES.filter((x) => x.family === 'schedule-40');
/** A guard stands so far outside its bell, m. */
const GUARD_OUTSIDE = 0.035;

const ring: Passage = {
  part: 'ring',
  kind: 'bore',
  check: (p, d) => {
    // What the bell's bore would have to be for the ring to pass the pipe's square.
    const limit = Math.sqrt(d * d + p.mouthOutside * p.mouthOutside);
    return {
      measured: p.bellBore,
      limit,
      ok: annulusArea(p) >= (Math.PI / 4) * d * d - 1e-12,
      wrong: say`The bell of “${p.name}” is too narrow around the mouth: ${bore(p.bellBore)}. It needs ${bore(limit)} to give the rising water the area of the pipe.`,
    };
  },
  adjust: (_, p) => {
    const wider = BELLS.filter((x) => x.bore > p.bellBore + 1e-6);
    return [
      {
        id: `${p.id}-bell`,
        count: wider.length,
        graded: false,
        edits: (k) => {
          const least = wider[k]!.bore + GUARD_OUTSIDE;
          const tight = p.guard && p.guard.diameter < least;
          return [
            { at: `paths.${p.id}.bellBore`, to: wider[k]!.bore },
            ...(tight
              ? [{ at: `paths.${p.id}.guard.diameter`, to: Math.ceil(least * 200) / 200 }]
              : []),
          ];
        },
        label: (k) => say`Make the bell of ${wider[k]!.name}, ${bore(wider[k]!.bore)} bore`,
      },
    ];
  },
  explain: (p, d) => ({
    title: 'Bell around the mouth',
    formula: String.raw`D_b \ge \sqrt{d^2 + D_m^2}`,
    given: [
      standpipeBore(d),
      given('D_m', 'mouth, outside', p.mouthOutside, 'bore', ORIGIN.entered),
    ],
  }),
};

const notches: Passage = {
  part: 'notches',
  kind: 'share',
  check: (p, d) => ({
    measured: notchArea(p) / boreArea(d),
    limit: 1,
    ok: notchArea(p) >= boreArea(d) - 1e-9,
    wrong: say`The notches of “${p.name}” are smaller than its bore: ${String(p.notches.count)} of ${mm(p.notches.width)} by ${mm(p.breakHeight)}.`,
  }),
  adjust: (s, { id }) =>
    adjustNumber(
      s,
      `${id}-notches`,
      `paths.${id}.notches.count`,
      1,
      (_, to) => say`Cut ${String(to)} notches`,
    ),
  explain: (p, d) => ({
    title: 'Notches against the bore',
    formula: String.raw`\frac{n \cdot b \cdot h}{\pi d^2 / 4}`,
    given: [
      given('n', 'notches', p.notches.count, 'count', ORIGIN.entered),
      given('b', 'width of one', p.notches.width, 'length', ORIGIN.entered),
      given('h', 'their height, where the siphon stops', p.breakHeight, 'length', ORIGIN.entered),
      standpipeBore(d),
      given('A_n', 'all notches', notchArea(p), 'area', 'product'),
    ],
  }),
};

const breakHeight: Passage = {
  part: 'break',
  kind: 'length',
  check: (p) => ({
    measured: p.breakHeight,
    limit: p.breakHeight > BREAK[1] ? BREAK[1] : BREAK[0],
    ok: p.breakHeight >= BREAK[0] - 1e-9 && p.breakHeight <= BREAK[1] + 1e-9,
    wrong: say`“${p.name}” stops at ${mm(p.breakHeight)}. At ${mm(BREAK[0])} to ${mm(BREAK[1])} it drains the roots and draws in no silt.`,
  }),
  adjust: (s, { id }, f) =>
    adjustNumber(
      s,
      `${id}-break`,
      `paths.${id}.breakHeight`,
      f.measured < f.limit ? 0.005 : -0.005,
      (_, to) => say`Cut the notches ${mm(to)} high`,
    ),
  explain: (p) => ({
    title: 'Height at which the siphon stops',
    formula: String.raw`10\,\mathrm{mm} \le b \le 40\,\mathrm{mm}`,
    given: [given('b', 'top edge of the notches', p.breakHeight, 'length', ORIGIN.entered)],
  }),
};

const drop: Passage = {
  part: 'drop',
  kind: 'length',
  check: (p) => ({
    measured: p.drop,
    limit: LEAST_DROP,
    ok: p.drop >= LEAST_DROP - 1e-9,
    wrong: say`The pipe of “${p.name}” ends ${mm(p.drop)} below the bed’s floor. It needs a drop of at least ${mm(LEAST_DROP)} for its flow.`,
  }),
  adjust: (s, { id }) =>
    adjustNumber(
      s,
      `${id}-drop`,
      `paths.${id}.drop`,
      0.01,
      (_, to) => say`Extend the pipe to ${mm(to)} below the floor`,
    ),
  explain: (p) => ({
    title: 'Drop of the pipe',
    formula: String.raw`z_\mathrm{floor} - z_\mathrm{outlet}`,
    given: [given('z', 'floor to the open end', p.drop, 'length', ORIGIN.entered)],
  }),
};

const guard: Passage = {
  part: 'guard',
  kind: 'length',
  check: (p) => {
    if (!p.guard) return null;
    const clear = (p.guard.diameter - p.bellBore) / 2 - BELL_WALL;
    return {
      measured: clear,
      limit: GUARD_CLEAR,
      ok: clear >= GUARD_CLEAR - 1e-9,
      wrong: say`The guard of “${p.name}” leaves ${mm(clear)} around the bell. You need ${mm(GUARD_CLEAR)} to lift the bell out and to let the water in.`,
    };
  },
  adjust: (s, { id }) =>
    adjustNumber(
      s,
      `${id}-guard`,
      `paths.${id}.guard.diameter`,
      0.005,
      (_, to) => say`Use a guard of ${mm(to)}`,
    ),
  explain: (p) => ({
    title: 'Guard around the bell',
    formula: String.raw`\frac{D_g - D_b}{2} - 5\,\mathrm{mm}`,
    given: [
      given('D_g', 'guard', p.guard?.diameter ?? 0, 'length', ORIGIN.entered),
      given('D_b', 'bore of the bell', p.bellBore, 'bore', ORIGIN.entered),
    ],
    note: '5 mm are allowed for the bell’s wall.',
  }),
};

const slots: Passage = {
  part: 'slots',
  kind: 'share',
  check: (p, d) => {
    if (!p.guard) return null;
    const times = p.guard.slotArea / boreArea(d);
    return {
      measured: times,
      limit: SLOTS_TIMES,
      ok: p.guard.slotArea >= SLOTS_TIMES * boreArea(d) - 1e-9,
      wrong: say`The slots in the guard of “${p.name}” have ${String(Math.round(times * 10) / 10)} times the bore area. Three times is recommended, because some will clog.`,
    };
  },
  adjust: (_, p) => {
    const to = Math.ceil(SLOTS_TIMES * boreArea(p.bore) * 1e4) / 1e4;
    return once(
      `${p.id}-slots`,
      [{ at: `paths.${p.id}.guard.slotArea`, to }],
      say`Cut slots low in the guard until ${opening(to)} are open`,
    );
  },
  explain: (p, d) => ({
    title: 'Slots of the guard against the bore',
    formula: String.raw`\frac{A_s}{\pi d^2 / 4}`,
    given: [
      given('A_s', 'open area of the slots', p.guard?.slotArea ?? 0, 'opening', ORIGIN.entered),
      given('A', 'area of the bore', boreArea(d), 'area', 'from its diameter'),
    ],
  }),
};

const PASSAGES: readonly Passage[] = [gap, ring, notches, breakHeight, drop, guard, slots];

/**
 * The geometry checks of a bell siphon whose standpipe has a bore, each with what it measures.
 *
 * @param d bore of its standpipe, m
 */
export const geometryChecks = (p: BellSiphon, d: number) =>
  PASSAGES.flatMap(({ part, kind, check }) => {
    const c = check(p, d);
    return c ? [{ part, kind, ...c }] : [];
  });
type Check = ReturnType<typeof geometryChecks>[number];

export const siphonGeometryRule = defineRule({
  id: 'siphon-geometry',
  title: 'siphon parts',
  stage: 'drain',
  needsDay: false,

  judge: ({ system }) =>
    bellSiphons(system).flatMap((p): Verdict[] => {
      const d = boreOf(system, p);
      const checks = geometryChecks(p, d);
      const bad = checks.filter((c) => !c.ok);
      const why = say`Water rises between bell and standpipe, turns over the mouth and falls. The passage must nowhere be narrower than the bore of ${bore(d)}.`;
      const one = (c: Check, level: 'watch' | 'fine', sentence: Verdict['sentence']): Verdict => ({
        about: p.id,
        ...(level === 'watch' ? { part: c.part } : {}),
        level,
        measured: c.measured,
        limit: c.limit,
        kind: c.kind,
        sentence,
        why,
        source: 'Continuity of the passage; clearances are practice.',
      });
      if (bad.length) return bad.map((c) => one(c, 'watch', c.wrong));
      return [
        one(
          checks[0]!,
          'fine',
          say`The parts of “${p.name}” fit together: gap, ring, notches, stop height and drop.`,
        ),
      ];
    }),

  adjustments: ({ system: s, f }) =>
    bellSiphons(s)
      .filter((p) => p.id === f.about)
      .flatMap((p) => PASSAGES.find((x) => x.part === f.part)?.adjust(s, p, f) ?? []),

  explain: ({ system: s, f }) => {
    const p = s.paths.find((x): x is BellSiphon => x.id === f.about && x.kind === 'bell-siphon');
    const one = PASSAGES.find((x) => x.part === f.part) ?? gap;
    return p ? one.explain(p, boreOf(s, p)) : null;
  },
});
