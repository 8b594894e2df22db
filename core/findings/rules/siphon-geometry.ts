import { PIPES } from '../../catalogue/index.ts';
import { boreOf, notchArea } from '../../network/pipes.ts';
import { bore, given, mm, opening, ORIGIN, say, type Explained } from '../../quantity/index.ts';
import { bellSiphons, type BellSiphon, type SystemDocument } from '../../system/index.ts';
import { boreArea } from '../../water/constants.ts';
import { annulusArea } from '../../water/siphon.ts';
import { adjustNumber, once, type Adjustment } from '../adjustments/index.ts';
import { defineRule, type Verdict } from '../rule.ts';

interface Check {
  readonly part: string;
  readonly measured: number;
  readonly limit: number;
  readonly kind: Verdict['kind'];
  readonly wrong: ReturnType<typeof say>;
  readonly ok: boolean;
}

const BREAK = [0.01, 0.04] as const;

const GUARD_CLEAR = 0.01;

const LEAST_DROP = 0.15;

const BELL_WALL = 0.005;

const SLOTS_TIMES = 3;

/** The geometry checks of a bell siphon, each with what it measures. */
export function geometryChecks(p: BellSiphon, d: number): Check[] {
  const area = boreArea(d);
  const curtainGap = p.mouth / 4;
  const ring = annulusArea(p);
  const notches = notchArea(p);
  // What the bell's bore would have to be for the ring to pass the pipe's square.
  const bellNeeded = Math.sqrt(d * d + p.mouthOutside * p.mouthOutside);
  const checks: Check[] = [
    {
      part: 'gap',
      measured: p.gap,
      limit: curtainGap,
      kind: 'length',
      ok: p.gap >= curtainGap - 1e-9,
      wrong: say`The bell of “${p.name}” sits ${mm(p.gap)} over the mouth; a quarter of the mouth, ${mm(curtainGap)}, lets the water turn.`,
    },
    {
      part: 'ring',
      measured: p.bellBore,
      limit: bellNeeded,
      kind: 'bore',
      ok: ring >= (Math.PI / 4) * d * d - 1e-12,
      wrong: say`The bell of “${p.name}” is too tight around the mouth: ${bore(p.bellBore)}, and ${bore(bellNeeded)} give the rising water the pipe’s area.`,
    },
    {
      part: 'notches',
      measured: notches / area,
      limit: 1,
      kind: 'share',
      ok: notches >= area - 1e-9,
      wrong: say`The notches of “${p.name}” are smaller than its bore: ${String(p.notches.count)} of ${mm(p.notches.width)} by ${mm(p.breakHeight)}.`,
    },
    {
      part: 'break',
      measured: p.breakHeight,
      limit: p.breakHeight > BREAK[1] ? BREAK[1] : BREAK[0],
      kind: 'length',
      ok: p.breakHeight >= BREAK[0] - 1e-9 && p.breakHeight <= BREAK[1] + 1e-9,
      wrong: say`“${p.name}” breaks at ${mm(p.breakHeight)}; ${mm(BREAK[0])} to ${mm(BREAK[1])} drain the roots without sucking silt.`,
    },
    {
      part: 'drop',
      measured: p.drop,
      limit: LEAST_DROP,
      kind: 'length',
      ok: p.drop >= LEAST_DROP - 1e-9,
      wrong: say`The pipe of “${p.name}” ends ${mm(p.drop)} under the bed’s floor; ${mm(LEAST_DROP)} of drop make the flow.`,
    },
  ];
  if (p.guard) {
    const clear = (p.guard.diameter - p.bellBore) / 2 - BELL_WALL;
    checks.push(
      {
        part: 'guard',
        measured: clear,
        limit: GUARD_CLEAR,
        kind: 'length',
        ok: clear >= GUARD_CLEAR - 1e-9,
        wrong: say`The guard of “${p.name}” clears the bell by ${mm(clear)}; ${mm(GUARD_CLEAR)} let you lift it out and the water in.`,
      },
      {
        part: 'slots',
        measured: p.guard.slotArea / area,
        limit: SLOTS_TIMES,
        kind: 'share',
        ok: p.guard.slotArea >= SLOTS_TIMES * area - 1e-9,
        wrong: say`The guard’s slots of “${p.name}” are open by ${String(Math.round((p.guard.slotArea / area) * 10) / 10)} times the bore; three times keep it fed when some are blocked.`,
      },
    );
  }
  return checks;
}

/** Changes of the part of a bell siphon that a finding on its geometry names. */
function adjustPart(s: SystemDocument, p: BellSiphon, f: Verdict): Adjustment[] {
  const { id } = p;
  const at = `paths.${id}`;
  switch (f.part) {
    case 'gap':
      return adjustNumber(
        s,
        `${id}-gap`,
        `${at}.gap`,
        0.005,
        (_, b) => say`Leave ${mm(b)} under the bell’s top`,
      );
    case 'ring': {
      const list = PIPES.filter((p) => p.family === 'schedule-40');
      const wider = list.filter((x) => x.bore > p.bellBore + 1e-6);
      return [
        {
          id: `${id}-bell`,
          count: wider.length,
          graded: false,
          edits: (k) => [
            { at: `${at}.bellBore`, to: wider[k]!.bore },
            ...(p.guard && p.guard.diameter < wider[k]!.bore + 0.035
              ? [
                  {
                    at: `${at}.guard.diameter`,
                    to: Math.ceil((wider[k]!.bore + 0.035) * 200) / 200,
                  },
                ]
              : []),
          ],
          label: (k) => say`Make the bell of ${wider[k]!.name}, ${bore(wider[k]!.bore)} bore`,
        },
      ];
    }
    case 'notches':
      return adjustNumber(
        s,
        `${id}-notches`,
        `${at}.notches.count`,
        1,
        (_, b) => say`Cut ${String(b)} notches`,
      );
    case 'break': {
      const more = f.measured < f.limit;
      return adjustNumber(
        s,
        `${id}-break`,
        `${at}.breakHeight`,
        more ? 0.005 : -0.005,
        (_, b) => say`Cut the notches ${mm(b)} high`,
      );
    }
    case 'drop':
      return adjustNumber(
        s,
        `${id}-drop`,
        `${at}.drop`,
        0.01,
        (_, b) => say`Let the pipe fall ${mm(b)} under the floor`,
      );
    case 'guard':
      return adjustNumber(
        s,
        `${id}-guard`,
        `${at}.guard.diameter`,
        0.005,
        (_, b) => say`Take a guard of ${mm(b)}`,
      );
    case 'slots': {
      const need = (3 * Math.PI * p.bore ** 2) / 4;
      const to = Math.ceil(need * 1e4) / 1e4;
      return once(
        `${id}-slots`,
        [{ at: `${at}.guard.slotArea`, to }],
        say`Slot the guard low until ${opening(to)} are open`,
      );
    }
    default:
      return [];
  }
}

/** Passages of a bell siphon, by the part that its finding is about. */
function passage(p: BellSiphon, d: number, part: string): Explained {
  const area = boreArea(d);
  const bore = given('d', 'bore of the standpipe', d, 'bore', ORIGIN.entered);
  switch (part) {
    case 'ring':
      return {
        title: 'Bell around the mouth',
        formula: String.raw`D_b \ge \sqrt{d^2 + D_m^2}`,
        given: [bore, given('D_m', 'mouth, outside', p.mouthOutside, 'bore', ORIGIN.entered)],
      };
    case 'notches':
      return {
        title: 'Notches against the bore',
        formula: String.raw`\frac{n \cdot b \cdot h}{\pi d^2 / 4}`,
        given: [
          given('n', 'notches', p.notches.count, 'count', ORIGIN.entered),
          given('b', 'width of one', p.notches.width, 'length', ORIGIN.entered),
          given('h', 'their height: the break', p.breakHeight, 'length', ORIGIN.entered),
          bore,
          given('A_n', 'all notches', notchArea(p), 'area', 'product'),
        ],
      };
    case 'break':
      return {
        title: 'Break height',
        formula: String.raw`10\,\mathrm{mm} \le b \le 40\,\mathrm{mm}`,
        given: [given('b', 'top edge of the notches', p.breakHeight, 'length', ORIGIN.entered)],
      };
    case 'drop':
      return {
        title: 'Drop of the pipe',
        formula: String.raw`z_\mathrm{floor} - z_\mathrm{outlet}`,
        given: [given('z', 'floor to the open end', p.drop, 'length', ORIGIN.entered)],
      };
    case 'guard':
      return {
        title: 'Guard around the bell',
        formula: String.raw`\frac{D_g - D_b}{2} - 5\,\mathrm{mm}`,
        given: [
          given('D_g', 'guard', p.guard?.diameter ?? 0, 'length', ORIGIN.entered),
          given('D_b', 'bore of the bell', p.bellBore, 'bore', ORIGIN.entered),
        ],
        note: '5 mm stand for the bell’s wall.',
      };
    case 'slots':
      return {
        title: 'Slots of the guard against the bore',
        formula: String.raw`\frac{A_s}{\pi d^2 / 4}`,
        given: [
          given('A_s', 'open area of the slots', p.guard?.slotArea ?? 0, 'opening', ORIGIN.entered),
          given('A', 'area of the bore', area, 'area', String.raw`from its diameter`),
        ],
      };
    default:
      return {
        title: 'Gap over the mouth',
        formula: String.raw`\pi D_c\, g \ge \frac{\pi D_c^2}{4} \;\Rightarrow\; g \ge \frac{D_c}{4}`,
        given: [
          given('g', 'gap', p.gap, 'length', ORIGIN.entered),
          given('D_c', 'mouth', p.mouth, 'bore', ORIGIN.entered),
        ],
      };
  }
}

export const siphonGeometry = defineRule({
  id: 'siphon-geometry',
  title: 'siphon parts',
  stage: 'drain',
  needsDay: false,

  judge: ({ system }) =>
    bellSiphons(system).flatMap((p): Verdict[] => {
      const d = boreOf(system, p);
      const checks = geometryChecks(p, d);
      const bad = checks.filter((c) => !c.ok);
      const why = say`Water climbs between bell and standpipe, turns over the mouth and falls: nowhere on its way may the passage be narrower than the bore of ${bore(d)}.`;
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
          say`The parts of “${p.name}” fit: gap, ring, notches, break and drop.`,
        ),
      ];
    }),

  adjustments: ({ system: s, f }) =>
    bellSiphons(s)
      .filter((p) => p.id === f.about)
      .flatMap((p) => adjustPart(s, p, f)),

  explain: ({ system: s, f }) => {
    const p = s.paths.find((x): x is BellSiphon => x.id === f.about && x.kind === 'bell-siphon');
    return p ? passage(p, boreOf(s, p), f.part ?? 'gap') : null;
  },
});
