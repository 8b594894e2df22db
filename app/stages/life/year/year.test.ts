import { beforeAll, describe, expect, it, test } from 'vitest';
import { judgeWhole } from '../../../../core/findings';
import { applyEdits, type SystemDocument, type PlantRequest } from '../../../../core/system';
import { demo } from '../../../../core/test/demo';
import { planYear, type RequestResult, type YearPlan } from '../../../../core/year';
import { LIMITS, awayInWords, hadInWords, missingInWords, monthSpans, requestName } from './words';
import { bedRows, monthsOf } from './yearPicture';

const pair = demo('potting-shed-pair');
const heads: PlantRequest = {
  id: 'a',
  kind: 'heads',
  crop: 'lettuce',
  perWeek: 2,
  from: 150,
  to: 330,
};
const result = (more: Partial<RequestResult>): RequestResult => ({
  id: 'a',
  wanted: 50,
  had: 20,
  months: [],
  limit: null,
  reached: null,
  ...more,
});

describe('the year in words', () => {
  it('joins months that follow each other, over the new year as well', () => {
    const spans = monthSpans([
      { month: 11, after: 7 },
      { month: 12, after: 8 },
      { month: 1, after: 9 },
      { month: 3, after: 11 },
    ]);
    expect(spans).toBe('Nov to Jan, Mar');
    expect(monthSpans([])).toBe('');
  });
  it('says what is had in the units that are chosen', () => {
    expect(hadInWords(heads, result({}), 'metric')).toBe('20 of 50 heads');
    const mass: PlantRequest = { id: 'm', kind: 'mass', crop: 'tomato', mass: 5 };
    const some = result({ wanted: 5, had: 2.5 });
    expect(hadInWords(mass, some, 'metric')).toBe('2.5 kg of 5 kg');
    expect(hadInWords(mass, some, 'us')).toMatch(/lb/);
    const fish: PlantRequest = { id: 'f', kind: 'fish', count: 6, mass: 0.3, by: 60 };
    expect(hadInWords(fish, result({ wanted: 6, had: 0, reached: 0.12 }), 'metric')).toBe(
      '0 of 6 fish, 120 g each by then',
    );
    expect(hadInWords(fish, result({ wanted: 6, had: 0 }), 'metric')).toBe('0 of 6 fish');
  });
  it('says of each limit when, why and what would help', () => {
    const month = (n: number, limit: 'light' | 'bacteria' | null) => ({
      month: n,
      after: n,
      wanted: 8,
      had: limit ? 0 : 8,
      limit,
    });
    const missing = missingInWords(
      result({
        limit: 'light',
        months: [month(1, 'light'), month(2, 'light'), month(3, null), month(4, 'bacteria')],
      }),
    );
    expect(missing).toEqual([
      { when: 'Jan to Feb', ...LIMITS.light },
      { when: 'Apr', ...LIMITS.bacteria },
    ]);
    expect(missingInWords(result({ limit: 'area' }))).toEqual([{ when: '', ...LIMITS.area }]);
    expect(missingInWords(result({}))).toEqual([]);
  });
  it('says of days away what runs short', () => {
    const away = (limit: 'feed' | 'water' | null) => awayInWords({ id: 'x', limit, lasts: 6.4 }, 9);
    expect(away('feed')).toMatch(/^9 days without feed are too long for the fish\./);
    expect(away('water')).toMatch(/runs dry after 6 days, and you are away for 9\. Ask/);
    expect(away(null)).toMatch(/^The fish can go without feed for 9 days/);
  });
  it('names a wish by its crop, and one whose crop is gone by its id', () => {
    expect(requestName(pair, heads)).toBe('Lettuce');
    expect(requestName(pair, { ...heads, crop: 'gone' } as PlantRequest)).toBe('gone');
  });
});

describe('the picture of a year', () => {
  let doc: SystemDocument;
  let plan: YearPlan;
  beforeAll(() => {
    const wished = applyEdits(pair, [{ at: 'plan.wishes', to: [heads] }]);
    const { a, day } = judgeWhole(wished);
    plan = planYear({ system: wished, a, day }, { clear: true, tries: 0 })!;
    doc = applyEdits(wished, plan.edits);
  }, 120_000);

  it('has a bar for each planting, from its planting to its clearing, in lanes that do not meet', () => {
    const [bed] = bedRows(doc, plan.begins, plan.days);
    expect(bed!.bars).toHaveLength(plan.plots.length);
    for (const b of bed!.bars) {
      const i = plan.plantings.findIndex((x) => x.id === b.id);
      const plot = plan.plots[i]!;
      expect(b).toMatchObject({ first: plot.first, last: plot.last + 1, always: false });
      expect(Math.abs(b.ready - plot.ready)).toBeLessThanOrEqual(1);
      for (const c of bed!.bars)
        if (c !== b && c.lane === b.lane) expect(c.last <= b.first || b.last <= c.first).toBe(true);
    }
    expect(bed!.lanes).toBe(1 + Math.max(...bed!.bars.map((b) => b.lane)));
  });
  it('shows what stands there all year as one bar', () => {
    const undated = pair.crops.map((x) => ({ ...x, from: null, to: null }));
    const [bed] = bedRows({ ...pair, crops: undated }, 91, 365);
    expect(bed!.bars).toHaveLength(pair.crops.length);
    for (const b of bed!.bars) expect(b).toMatchObject({ first: 0, last: 365, always: true });
  });
  test.each([
    // 1 April is day 92, 1 May 122, in years with 29 February.
    [91, { first: 0, end: 1, month: 3, after: 0 }, { first: 1, end: 31, month: 4, after: 1 }],
    [92, { first: 0, end: 30, month: 4, after: 0 }, { first: 30, end: 61, month: 5, after: 1 }],
    [100, { first: 0, end: 22, month: 4, after: 0 }, { first: 22, end: 53, month: 5, after: 1 }],
  ])('has its months from day %i on, each after the other, to the end', (begins, one, two) => {
    const months = monthsOf(begins, 365);
    expect(months.slice(0, 2)).toEqual([one, two]);
    for (let k = 1; k < months.length; k++) expect(months[k]!.first).toBe(months[k - 1]!.end);
    expect(months.at(-1)!.end).toBe(365);
    for (const m of plan.wishes[0]!.months)
      if (begins === plan.begins) expect(months[m.after]!.month).toBe(m.month);
  });
});
