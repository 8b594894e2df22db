import { CHANGE_LIMITS } from '../limits/index.ts';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { describe, expect, it, test } from 'vitest';
import { ACIDS, BUFFERS, DECHLORINATORS, PROGRAMMES } from '../catalogue/index.ts';
import {
  CACO3_PER_EQUIVALENT,
  alkalinityAt,
  carbonateConstants,
  freeCarbonDioxide,
  inorganicCarbon,
  phInAir,
  phNear,
  phOf,
} from './carbonate.ts';
import { dechlorinate, freedAmmonia, standingTime } from './chlorine.ts';
import {
  acidStrength,
  changeToPh,
  correction,
  gramsFor,
  millilitresFor,
  phAfter,
} from './dosing.ts';
import { asNitrogen } from './kitScales.ts';
import {
  saltAgainstNitrite,
  tanAt,
  tanFromFeed,
  tanFromFeedGuide,
  unionisedShare,
} from './nitrogen.ts';
import { afterTopUp, at25, doseToTarget, solutionMix } from './solution.ts';
import { changesTo } from '../treatment/change.ts';

interface Values {
  unionised: [number, number, number][];
  doses: ({ ph: number; alkalinity: number } & Record<string, number>)[];
  equivalents: { mg_per_mg_per_l_alkalinity: Record<string, number> } & Record<string, number>;
}
const values = JSON.parse(readFileSync('core/test/life-values.json', 'utf8')) as Values;
const FORMULAS: Record<string, string> = {
  NaHCO3: 'sodium-bicarbonate',
  KHCO3: 'potassium-bicarbonate',
  K2CO3: 'potassium-carbonate',
  CaCO3: 'calcium-carbonate',
  'Ca(OH)2': 'calcium-hydroxide',
};
const buffer = (id: string) => BUFFERS.find((b) => b.id === id)!;
const acid = (id: string) => ACIDS.find((a) => a.id === id)!;

describe('ammonia', () => {
  test.each(values.unionised)('at %d °C and pH %d is un-ionised to %d', (t, ph, share) => {
    expect(unionisedShare(t, ph) / share).toBeCloseTo(1, 4);
  });
  it('of 100 g feed with 32 % protein is 2.94 g N a day, by the guide’s sum 5 % more', () => {
    expect(tanFromFeed(100, 0.32)).toBeCloseTo(2.944, 6);
    // 0.16 · 0.61 · 1.2 · 32 g = 3.748 g NH₃, of which 14.007/17.031 are nitrogen.
    expect(tanFromFeedGuide(100, 0.32)).toBeCloseTo(3.0825, 3);
  });
  it('of the limit un-ionised stands at 19 times the limit, total, at 25 °C and pH 8', () => {
    expect(tanAt(0.05, 25, 8) / 0.05).toBeCloseTo(1 / 0.053662337, 3);
  });
  it('as a kit shows it becomes nitrogen by molar masses', () => {
    expect(asNitrogen(1, 'nh3')).toBeCloseTo(0.822, 3);
    expect(asNitrogen(1, 'nh4')).toBeCloseTo(0.7765, 4);
    expect(asNitrogen(1, 'no2')).toBeCloseTo(0.304, 3);
    expect(asNitrogen(1, 'no3')).toBeCloseTo(0.226, 3);
  });
});

describe('nitrite', () => {
  it('of 1 mg/L wants 33 mg/L of salt, less what chloride shields already', () => {
    expect(saltAgainstNitrite(1, 0)).toBeCloseTo(33, 0);
    expect(saltAgainstNitrite(2, 20)).toBeCloseTo(1.65 * 20, 0);
    expect(saltAgainstNitrite(1, 30)).toBe(0);
  });
});

describe('the carbonate system', () => {
  const c20 = carbonateConstants(20);
  it('has the constants of the literature at 25 °C: pK₁ 6.352, pK₂ 10.329, pK_H 1.468', () => {
    const c = carbonateConstants(25);
    expect(-Math.log10(c.k1)).toBeCloseTo(6.352, 2);
    expect(-Math.log10(c.k2)).toBeCloseTo(10.329, 2);
    expect(-Math.log10(c.kh)).toBeCloseTo(1.468, 2);
    expect(-Math.log10(c.kw)).toBeCloseTo(14, 1);
  });
  it('gives back the pH from alkalinity and carbon, everywhere', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 9.5, noNaN: true }),
        fc.double({ min: 5, max: 400, noNaN: true }),
        fc.double({ min: 2, max: 35, noNaN: true }),
        (ph, alkalinity, t) => {
          const c = carbonateConstants(t);
          const dic = inorganicCarbon(ph, alkalinity, c);
          expect(phOf(alkalinity, dic, c)).toBeCloseTo(ph, 5);
          expect(alkalinityAt(ph, dic, c)).toBeCloseTo(alkalinity, 6);
          expect(phNear(alkalinity, dic, c, 7)).toBeCloseTo(ph, 6);
        },
      ),
    );
  });
  it('has 23 mg/L of free carbon dioxide at pH 7.0 and 100 mg/L of alkalinity, by hand', () => {
    // 2 meq/L of bicarbonate · 10^(6.38 − 7) · 44 mg/mmol, pK₁ at 20 °C 6.38.
    expect(freeCarbonDioxide(7, 100, c20)).toBeCloseTo(2 * 10 ** (6.381 - 7) * 44, 0);
  });
  it('of 100 mg/L ends near pH 8.3 in air', () => {
    expect(phInAir(100, c20)).toBeGreaterThan(8.1);
    expect(phInAir(100, c20)).toBeLessThan(8.5);
  });
});

describe('a dose', () => {
  const rows = values.doses.flatMap(({ ph, alkalinity, ...doses }) =>
    Object.entries(doses).map(([what, dose]) => ({ ph, alkalinity, what, dose })),
  );
  test.each(rows)('of $what from pH $ph, alkalinity $alkalinity: $dose mg/L for 0.2', (r) => {
    const carbon = r.what === 'acid' ? 0 : buffer(FORMULAS[r.what]!).carbonPerEquivalent;
    const target = r.ph + Math.sign(r.dose) * 0.2;
    const change = changeToPh(
      { ph: r.ph, alkalinity: r.alkalinity, temperature: 20 },
      target,
      carbon,
    )!;
    expect(Math.abs(change / r.dose - 1)).toBeLessThan(0.02);
  });
  test.each(Object.entries(values.equivalents.mg_per_mg_per_l_alkalinity))(
    '%s: %d mg for 1 mg/L in 1 L',
    (formula, mg) => {
      expect(gramsFor(buffer(FORMULAS[formula]!), 1, 1)).toBeCloseTo(mg, 3);
    },
  );
  it('of vinegar has 0.83 eq/L, of 85 % phosphoric acid 14.6 mol/L', () => {
    expect(acidStrength(acid('vinegar-5'), 7)).toBeCloseTo(
      values.equivalents.vinegar_5pct_eq_per_l!,
      3,
    );
    expect(acidStrength(acid('phosphoric-85'), 3)).toBeCloseTo(14.6, 1);
    // At pH 7.2 half the phosphate has given its second proton.
    expect(acidStrength(acid('phosphoric-85'), 7.2)).toBeCloseTo(1.5 * 14.615, 1);
  });
  it('of acid in litres: 10.2 mg/L off 1 m³ is 245 mL of vinegar', () => {
    expect(millilitresFor(acid('vinegar-5'), -10.2, 1, 7)).toBeCloseTo(
      ((10.2 / CACO3_PER_EQUIVALENT) * 1000) / 0.8326,
      0,
    );
  });
  it('of baking soda cannot bring water to pH 9', () => {
    expect(changeToPh({ ph: 7, alkalinity: 50, temperature: 20 }, 9, 1)).toBeNull();
  });
  it('moves fish water by no more than 0.2 at once, and says how many steps there are', () => {
    const before = { ph: 6.2, alkalinity: 15, temperature: 22 };
    const c = correction(before, { ph: 6.9 }, 1, true)!;
    expect(c.phNow).toBeCloseTo(6.4, 4);
    expect(c.steps).toBe(4);
    expect(c.now).toBeLessThan(c.whole);
    expect(correction(before, { ph: 6.9 }, 1, false)!.phNow).toBeCloseTo(6.7, 4);
    const small = correction(before, { ph: 6.3 }, 1, true)!;
    expect(small.now).toBe(small.whole);
  });
  it('undone by its opposite brings the pH back', () => {
    const before = { ph: 7.1, alkalinity: 60, temperature: 18 };
    const ph = phAfter(before, 12, 0);
    const back = phAfter({ ...before, ph, alkalinity: 72 }, -12, 0);
    expect(back).toBeCloseTo(7.1, 4);
  });
});

describe('chlorine', () => {
  it('of 1 mg/L is out of standing water after 6.6 half-lives', () => {
    const [short, long] = standingTime('chlorine', 1)!;
    expect(short / 3600).toBeCloseTo(6 * Math.log2(100), 6);
    expect(long).toBe(4 * short);
  });
  it('bound as chloramine does not leave, and frees 0.20 mg N per mg', () => {
    expect(standingTime('chloramine', 1)).toBeNull();
    expect(freedAmmonia('chloramine', 2, 0.5)).toBeCloseTo(0.2, 2);
    expect(freedAmmonia('chlorine', 2, 0.5)).toBe(0);
  });
  it('takes the masses that the molar masses ask for', () => {
    const needs = (id: string) => DECHLORINATORS.find((d) => d.id === id)!.perChlorine;
    expect(needs('ascorbic-acid')).toBeCloseTo(values.equivalents.ascorbic_acid_per_cl2!, 1);
    expect(needs('sodium-ascorbate')).toBeCloseTo(values.equivalents.sodium_ascorbate_per_cl2!, 1);
    expect(needs('sodium-thiosulphate')).toBeCloseTo((2 * 248.18) / 70.906, 1);
    expect(dechlorinate(DECHLORINATORS[2]!, 1.5, 0.1)).toBeCloseTo(1.05, 6);
  });
});

describe('changes of water', () => {
  it('from 80 to 40 with clean water are two of 29 %, none above the most', () => {
    const c = changesTo(80, 40, 0, 0.4)!;
    expect(c.times).toBe(2);
    expect(c.share).toBeCloseTo(1 - Math.SQRT1_2, 6);
    expect(c.after[1]).toBeCloseTo(40, 6);
  });
  it('in one step are the fraction of the textbook: (C − C*)/(C − C_in)', () => {
    expect(changesTo(10, 8, 2)).toMatchObject({ times: 1, share: (10 - 8) / (10 - 2) });
  });
  it('do not help where the tap is no better', () => {
    expect(changesTo(80, 40, 45)).toBeNull();
    expect(changesTo(80, 40, 0)).toMatchObject({ times: 1, share: CHANGE_LIMITS.atOnce });
  });
});

describe('solution', () => {
  it('50 L at 1.0 topped up with 20 L at 0.5 are at 0.86 mS/cm', () => {
    expect(afterTopUp(0.1, 0.05, 0.05, 0.02) * 10).toBeCloseTo(0.857, 3);
  });
  it('of two parts in 100 L at half strength is 100 mL of each in leaf', () => {
    const parts = solutionMix(PROGRAMMES[0]!, 'leaf', 0.1, 0.5);
    expect(parts.map((p) => p.amount)).toEqual([100, 100]);
  });
  it('back to its target takes the share that the last dose proved', () => {
    expect(doseToTarget(0.09, 0.12, 0.06)).toBeCloseTo(0.5, 6);
    expect(doseToTarget(0.13, 0.12, 0.06)).toBe(0);
  });
  it('read warm is read too high: 1.10 at 30 °C is 1.00', () => {
    expect(at25(0.11, 30)).toBeCloseTo(0.1, 6);
  });
});
