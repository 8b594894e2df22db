import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PH_SURVIVED } from '../limits/index.ts';
import { asKnown, bandsOf, tended, type Tended } from '../readings/index.ts';
import type { Entry } from '../entries/types.ts';
import { remove, restore } from '../entries/entries.ts';
import { judgeWhole } from '../findings/judge.ts';
import { tasksOf } from '../log/tasks/index.ts';
import { tell } from '../quantity/index.ts';
import { applyEdits, type Edit, type SystemDocument } from '../system/index.ts';
import { cases } from '../test/cases.ts';
import { NOW, demoDocument, entriesOf, type TestEntry } from '../test/tended.ts';
import { URGENCIES, carePlan, type CarePlan } from './index.ts';
import { follow, tank } from './test/follow.ts';

/** Whatever the water, the tap, the system and the log: a plan that is followed to the letter harms nothing. */

const ZONE = 'Europe/Vienna';
const DEMOS = [
  'potting-shed-pair',
  'window-sill-tank',
  'work-bench-bowl',
  'warm-balcony',
  'wash-house-loop',
  'north-wall-lean-to',
] as const;
const figures = new Map<string, ReturnType<typeof judgeWhole>>();
const wholeOf = (demo: string) => {
  const there = figures.get(demo) ?? judgeWhole(demoDocument(demo));
  figures.set(demo, there);
  return there;
};

interface Scene {
  readonly demo: (typeof DEMOS)[number];
  readonly edits: readonly Edit[];
  readonly noted: readonly TestEntry[];
}
/** What is known of a scene; levels and day are those of the demo, which water does not change. */
function known(scene: Scene, entries: readonly Entry[], now = NOW): Tended {
  const document: SystemDocument = applyEdits(demoDocument(scene.demo), scene.edits);
  const { a, day } = wholeOf(scene.demo);
  const own = { ...a };
  const system = asKnown({ system: document, a: own }, entries, now, ZONE);
  return tended({ system, a: { ...a }, day }, entries, now, ZONE, [], document);
}

const SPECIES = [
  'european-perch',
  'rainbow-trout',
  'nile-tilapia',
  'goldfish',
  'small-tetra',
  'guppy',
  'cherry-shrimp',
] as const;
const near = (min: number, max: number, by: number) =>
  fc
    .integer({ min: Math.round(min / by), max: Math.round(max / by) })
    .map((k) => Math.round(k * by * 1e6) / 1e6);
const band = (max: number) =>
  fc
    .tuple(near(0, max, 0.25), fc.constantFrom(0, 0.25, 0.5))
    .map(([low, more]): [number, number] => [low, low + more]);

const scenes: fc.Arbitrary<Scene> = fc
  .record({
    demo: fc.constantFrom(...DEMOS),
    species: fc.constantFrom(...SPECIES),
    tapPh: fc.option(near(5.5, 9.6, 0.1), { freq: 6 }),
    tapAlk: fc.option(near(5, 320, 5), { freq: 6 }),
    chlorine: fc.constantFrom('none', 'chlorine', 'chloramine'),
    ph: fc.oneof(near(6, 8.6, 0.1), near(4.4, 10.4, 0.1)),
    alkalinity: fc.oneof(near(10, 120, 5), near(1, 300, 1)),
    temperature: near(6, 32, 0.5),
    tan: fc.oneof(band(1), band(8)),
    nitrite: fc.oneof(band(0.5), band(6)),
    nitrate: fc.option(near(0, 60, 1)),
    chloride: fc.option(near(0, 150, 5)),
    oxygen: fc.option(near(1, 9, 0.5)),
    read: fc.record({ ph: fc.boolean(), alkalinity: fc.boolean() }),
    ago: fc.constantFrom(0.2, 1, 5, 20, 30),
    before: fc.array(
      fc.oneof(
        fc.record({ kind: fc.constant('water-change' as const), share: near(0.01, 0.5, 0.01) }),
        fc.record({ kind: fc.constant('top-up' as const), share: near(0.01, 0.1, 0.01) }),
        fc.record({ kind: fc.constant('salt' as const), share: near(0.01, 0.3, 0.01) }),
        fc.record({ kind: fc.constant('base' as const), share: near(0.005, 0.05, 0.005) }),
        fc.record({ kind: fc.constant('feed' as const), share: near(0.01, 0.1, 0.01) }),
        fc.record({
          kind: fc.constantFrom('fish-gasp' as const, 'feed-left' as const),
          share: fc.constant(0),
        }),
      ),
      { maxLength: 3 },
    ),
    hours: fc.array(near(0.5, 60, 0.5), { minLength: 3, maxLength: 3 }),
  })
  .map((x): Scene => {
    const volume = wholeOf(x.demo).a.balance.rest.reduce((sum, r) => sum + r.volume, 0);
    const acts = x.before.map((b, i): TestEntry => {
      const h = x.hours[i]!;
      if (b.kind === 'water-change' || b.kind === 'top-up')
        return { h, kind: b.kind, volume: b.share * volume };
      if (b.kind === 'fish-gasp' || b.kind === 'feed-left')
        return { h, kind: 'look', seen: [b.kind] };
      if (b.kind === 'feed') return { h, kind: 'feed', mass: b.share * volume };
      return {
        h,
        kind: 'dose',
        what: b.kind === 'salt' ? 'salt' : 'potassium-bicarbonate',
        mass: b.share * volume,
      };
    });
    return {
      demo: x.demo,
      edits: [
        { at: 'site.tap.ph', to: x.tapPh },
        { at: 'site.tap.alkalinity', to: x.tapAlk },
        { at: 'site.tap.chlorine', to: x.chlorine },
        { at: 'site.tap.chlorineLevel', to: 0.3 },
        { at: `fish.${demoDocument(x.demo).fish[0]!.id}.kind`, to: x.species },
      ],
      noted: [
        ...acts,
        {
          h: x.ago,
          temperature: x.temperature,
          tan: x.tan,
          nitrite: x.nitrite,
          ...(x.read.ph ? { ph: x.ph } : {}),
          ...(x.read.alkalinity ? { alkalinity: x.alkalinity } : {}),
          ...(x.nitrate === null ? {} : { nitrate: [x.nitrate, x.nitrate] as const }),
          ...(x.chloride === null ? {} : { chloride: x.chloride }),
          ...(x.oxygen === null ? {} : { oxygen: x.oxygen }),
        },
        { h: x.ago + 0.1, ph: x.ph, alkalinity: x.alkalinity },
      ],
    };
  });

const plain = (p: CarePlan) =>
  JSON.parse(
    JSON.stringify({ ...p, after: null }, (_, v: unknown) =>
      typeof v === 'number' ? Number(v.toPrecision(9)) : v,
    ),
  ) as unknown;

describe('a plan of any water, tap, system and log', () => {
  it('harms nothing in any state when it is followed in a second chemistry', () => {
    fc.assert(
      fc.property(scenes, (scene) => {
        const t = known(scene, entriesOf(scene.noted));
        const plan = carePlan(t);
        const k = t.known;
        const x = (id: 'ph' | 'alkalinity' | 'temperature') => k[id]!.best;
        const start = tank(x('ph'), x('alkalinity'), x('temperature'), {
          tan: k.tan?.band[1] ?? 0,
          nitrite: k.nitrite?.band[1] ?? 0,
          chloride: k.chloride?.band[0] ?? 0,
        });
        const { tap } = t.system.site;
        const fresh = tank(
          tap.ph ?? x('ph'),
          tap.alkalinity ?? x('alkalinity'),
          tap.temperature ?? x('temperature'),
          {
            tan: tap.chlorine === 'chloramine' ? 0.2 * (tap.chlorineLevel ?? 0) : 0,
          },
        );
        const sensitive = t.life.groups.some((g) => g.kind.oxygen.comfort >= 6);
        const [low, high] = sensitive ? PH_SURVIVED.sensitive : PH_SURVIVED.usual;
        const rescued = x('ph') < low || x('ph') > high;
        const { broken } = follow(
          plan,
          start,
          fresh,
          t.volume * 1000,
          bandsOf(t).ph!.edge,
          rescued,
        );
        expect(broken).toEqual([]);
        // One set of treatments that does not contradict itself.
        const planned = new Set([...plan.firstAid, ...plan.steps].map((s) => s.treatment));
        for (const a of plan.avoid)
          if (a.treatment !== 'top-up') expect(planned.has(a.treatment)).toBe(false);
        expect(planned.has('base') && planned.has('acid')).toBe(false);
        expect(planned.has('stop-feeding') && planned.has('feed-less')).toBe(false);
        if (planned.has('stop-feeding')) {
          expect(plan.feed).toBe(0);
          expect(tasksOf(t).some((task) => task.id === 'feed')).toBe(false);
        }
        for (const s of [...plan.firstAid, ...plan.steps]) {
          if (planned.has('stop-feeding') || planned.has('feed-less'))
            expect([s.title, ...s.do].map((x) => tell(x, 'metric')).join()).not.toMatch(
              /full ration/,
            );
          // One ration: no step names another one than the plan’s.
          for (const told of [s.title, ...s.do].flat())
            if (typeof told !== 'string' && told.kind === 'feed')
              expect(told.value).toBeCloseTo(plan.feed ?? NaN, 9);
          expect(s.do.length).toBeGreaterThan(0);
          if (s.amount !== null) expect(Number.isFinite(s.amount) && s.amount > 0).toBe(true);
        }
        // What is done at once and what waits is never both urgent and empty.
        if (plan.urgency === 'now')
          expect(plan.firstAid.length + plan.steps.length).toBeGreaterThan(0);
      }),
      { numRuns: cases(120, 2000) },
    );
  });

  it('says the same when it is read again, after an unrelated note, and when an entry was taken back', () => {
    fc.assert(
      fc.property(scenes, fc.integer({ min: 0, max: 20 }), (scene, pick) => {
        const entries = entriesOf(scene.noted);
        const first = plain(carePlan(known(scene, entries)));
        expect(plain(carePlan(known(scene, entries)))).toEqual(first);
        const note: Entry = {
          id: 'n',
          kind: 'note',
          note: 'The cat looked in.',
          at: NOW - 60_000,
          zone: ZONE,
          written: NOW - 60_000,
        };
        expect(plain(carePlan(known(scene, [...entries, note])))).toEqual(first);
        // Any entry: written, taken back, and the plan is as it was before; put back, as it was with it.
        const i = pick % entries.length;
        const without = entries.filter((_, k) => k !== i);
        const taken = entries.map((e, k) => (k === i ? remove(e, NOW) : e));
        expect(plain(carePlan(known(scene, taken)))).toEqual(
          plain(carePlan(known(scene, without))),
        );
        const back = taken.map((e, k) => (k === i ? restore(e, NOW + 1) : e));
        expect(plain(carePlan(known(scene, back)))).toEqual(first);
      }),
      { numRuns: cases(40, 500) },
    );
  });

  it('is no less urgent when a reading is worse', () => {
    const rank = (p: CarePlan) => (p.urgency === 'none' ? 3 : URGENCIES.indexOf(p.urgency));
    fc.assert(
      fc.property(
        scenes,
        fc.constantFrom('tan' as const, 'nitrite' as const, 'oxygen' as const),
        near(0.25, 4, 0.25),
        (scene, id, more) => {
          // The last reading alone: two that contradict each other are doubted, which is another matter.
          const last = scene.noted.at(-2)!;
          const noted = [
            { ...last, ph: scene.noted.at(-1)!.ph, alkalinity: scene.noted.at(-1)!.alkalinity },
          ] as TestEntry[];
          const worse = noted.map((n): TestEntry => {
            if (id === 'oxygen')
              return n.oxygen === undefined ? n : { ...n, oxygen: Math.max(0, n.oxygen - more) };
            const v = n[id];
            return v === undefined ? n : { ...n, [id]: [v[0] + more, v[1] + more] };
          });
          const better = carePlan(known({ ...scene, noted }, entriesOf(noted)));
          const bad = carePlan(known({ ...scene, noted: worse }, entriesOf(worse)));
          expect(rank(bad)).toBeLessThanOrEqual(rank(better));
        },
      ),
      { numRuns: cases(80, 1000) },
    );
  });
});
