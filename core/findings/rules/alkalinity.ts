import { BUFFERS } from '../../catalogue/index.ts';
import { ALKALINITY_RANGE, correction, gramsFor, lifeOf } from '../../life/index.ts';
import { given, hardness, mass, ph, say } from '../../quantity/index.ts';
import type { SystemDocument } from '../../system/index.ts';
import type { Adjustment } from '../adjustments/index.ts';
import { defineRule } from '../rule.ts';

const { floor: FLOOR, low: WISH } = ALKALINITY_RANGE;
/** pH where none was read. */
const USUAL_PH = 7;
/** What is fitting for beds: potassium and lime feed the plants. */
const FITTING = ['potassium-bicarbonate', 'calcium-carbonate', 'sodium-bicarbonate'];

/** Alkalinity raised by a substance that feeds the plants as well; of the step that may be taken now. */
function buffer(s: SystemDocument, volume: number): Adjustment[] {
  const now = s.water.alkalinity;
  if (now === null) return [];
  const before = {
    ph: s.water.ph ?? USUAL_PH,
    alkalinity: now,
    temperature: s.site.waterTemperature,
  };
  return FITTING.flatMap((id): Adjustment[] => {
    const b = BUFFERS.find((x) => x.id === id)!;
    const c = correction(before, { alkalinity: 40 }, b.carbonPerEquivalent, true);
    if (!c || c.whole <= 0) return [];
    const grams = gramsFor(b, c.whole, volume);
    return [
      {
        id: `buffer-${id}`,
        count: 1,
        graded: false,
        edits: () => [{ at: 'water.alkalinity', to: Math.round(now + c.whole) }],
        label: () =>
          c.steps > 1
            ? say`Dissolve ${mass(grams / 1000)} of ${b.name.toLowerCase()} in ${String(c.steps)} parts, one every 12 h, to ${hardness(40)}; each moves the pH by 0.2 at most`
            : say`Dissolve ${mass(grams / 1000)} of ${b.name.toLowerCase()}: to ${hardness(40)}, pH about ${ph(c.phNow)}`,
      },
    ];
  });
}

/** Alkalinity that keeps the pH from crashing. */
export const alkalinity = defineRule({
  id: 'alkalinity',
  title: 'alkalinity',
  stage: 'life',
  needsDay: false,

  judge: (c) => {
    const now = c.system.water.alkalinity;
    const life = lifeOf(c);
    const [first] = life.groups;
    if (now === null || !first) return [];
    const level = now < FLOOR ? 'stop' : now < WISH ? 'watch' : 'fine';
    return [
      {
        about: first.vessel,
        level,
        measured: now,
        limit: level === 'stop' ? FLOOR : WISH,
        kind: 'hardness',
        sentence:
          level === 'fine'
            ? say`Alkalinity is at ${hardness(now)}.`
            : say`Alkalinity is at ${hardness(now)}; under ${hardness(FLOOR)} the pH can crash within days, since bacteria use it up.`,
        why: say`Each gram of ammonia nitrogen that is nitrified uses 7.14 g of it; plants and denitrification give half of that back. The usual with fish and crops is 30 to 80 mg/L.`,
        source: 'Stoichiometry of nitrification; common practice.',
      },
    ];
  },

  adjustments: ({ system: s, a }) =>
    buffer(
      s,
      a.balance.rest.reduce((sum, r) => sum + r.volume, 0),
    ),

  explain: ({ system: s, a, f }) => ({
    title: 'Alkalinity',
    formula: String.raw`Alk \ge 30`,
    given: [
      given(
        'Alk',
        'alkalinity',
        f.measured,
        'hardness',
        s.water.alkalinity === null ? 'not read' : 'last read',
      ),
      given(
        'V',
        'water of the system',
        a.balance.rest.reduce((sum, r) => sum + r.volume, 0),
        'volume',
        'water balance',
      ),
    ],
  }),
});
