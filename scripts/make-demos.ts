import { writeFileSync } from 'node:fs';
import { readWithLog, writeSystem, writeWith } from '../core/formats/file.ts';
import { judgeWhole } from '../core/findings/judge.ts';
import {
  LAYOUTS,
  addSite,
  applyEdits,
  type Edit,
  type MakeUp,
  type SystemDocument,
} from '../core/system/index.ts';
import { bedOverTank } from '../core/system/layouts/bed-over-tank.ts';
import { makeCrop, makeFish, placed } from '../core/system/layouts/parts.ts';
import { largest } from '../core/test/largest.ts';
import { demoWithLog } from '../core/year/index.ts';

/** Writes the demo systems into `demo/`, each from its layout and what is particular to it. */

const L_H = 1e-3 / 3600;

/** What a grower has noted before the first flood: what the ground carries, and the outlet. */
const NOTED: Edit[] = [
  { at: 'site.floorLoad', to: 1500 },
  { at: 'site.outletProtected', to: true },
];
const perch = (vessel: string, count: number, meanMass: number): Edit => ({
  at: 'fish.fish',
  to: makeFish('european-perch', vessel, count, meanMass),
});
/** Beds of the largest system that have no crops of its layout. */
const REST = [3, 4, 5, 6, 7, 8];
const madeOf = (base: SystemDocument, ...changes: ((s: SystemDocument) => MakeUp)[]) =>
  changes.reduce((s, change) => {
    const made = change(s);
    if (!made.ok) throw new Error(made.why);
    return applyEdits(s, made.edits);
  }, base);

/** Midnight of the day on which the logs of the files end; the shelf makes them anew for the day that it is. */
const END = Date.parse('2026-06-09T22:00:00Z');
const ZONE = 'Europe/Vienna';
const pairOf = (file: string, name: string): SystemDocument =>
  applyEdits(bedOverTank.make(file, name), bedOverTank.demo.edits ?? []);

const demos: { file: string; base: SystemDocument; edits: readonly Edit[] }[] = [
  ...LAYOUTS.map(({ make, demo }) => ({
    file: demo.file,
    base: make(demo.file, demo.name),
    edits: [...NOTED, ...(demo.edits ?? [])],
  })),
  {
    file: 'pair-and-more',
    base: madeOf(
      bedOverTank.make('pair-and-more', 'Pair and more'),
      (s) => addSite(s, 'raft'),
      (s) => addSite(s, 'channel'),
      (s) => addSite(s, 'seed-box'),
    ),
    edits: [
      ...NOTED,
      ...placed('glasshouse', 'cool-room', 49, {
        'sun.glazing': 0.75,
        'power.height': 1.7,
        'power.longestCut': 7200,
        'space.distance': 3.2,
      }),
      perch('tank', 26, 0.06),
      { at: 'vessels.tank.shape.diameter', to: 1.3 },
      { at: 'vessels.tank.fill', to: 0.85 },
    ],
  },
  {
    file: 'eight-beds',
    base: largest('eight-beds', 'Eight beds'),
    edits: [
      ...NOTED,
      ...placed('glasshouse', 'cool-room', 45, {
        'sun.glazing': 0.75,
        'power.height': 1.8,
        'power.longestCut': 7200,
      }),
      perch('tank', 60, 0.1),
      ...REST.map((n): Edit => ({
        at: `crops.kale-${n}`,
        to: makeCrop(`kale-${n}`, 'kale', `bed-${n}`, [0.05, 0.05], [2, 1]),
      })),
    ],
  },
  {
    file: 'warm-balcony',
    base: bedOverTank.make('warm-balcony', 'Warm balcony, too many fish'),
    edits: [
      { at: 'vessels.tank.shape', to: { kind: 'box', length: 1, width: 0.6, height: 0.7 } },
      { at: 'vessels.tank.fill', to: 0.33 },
      { at: 'vessels.tank.emptyMass', to: 14 },
      { at: 'vessels.bed.shape.length', to: 0.9 },
      { at: 'vessels.bed.shape.width', to: 0.6 },
      { at: 'vessels.bed.shape.height', to: 0.33 },
      { at: 'devices', to: [] },
      { at: 'fish.fish', to: makeFish('nile-tilapia', 'tank', 70, 0.12) },
      { at: 'crops.mizuna', to: undefined },
      { at: 'crops.pak-choi', to: undefined },
      { at: 'crops.basil', to: makeCrop('basil', 'basil', 'bed', [0.04, 0.04], [4, 2]) },
      ...placed('balcony', 'tropical', 14, {
        waterTemperature: 29,
        airTemperature: 30,
        humidity: 0.7,
        floor: 'balcony',
        floorLoad: 900,
        outletProtected: true,
        'sun.hours': 14400,
        'sun.shade': 0.3,
        'power.height': 1.6,
        'power.longestCut': 3600,
      }),
      { at: 'water.ph', to: 8.1 },
      { at: 'water.alkalinity', to: 110 },
      { at: 'water.tan', to: 1.5 },
    ],
  },
  {
    file: 'spring-start',
    base: pairOf('spring-start', 'Spring start'),
    edits: [
      ...NOTED,
      { at: 'care.stocked', to: false },
      { at: 'site.kind', to: 'indoor' },
      { at: 'site.outside', to: null },
      { at: 'site.room', to: null },
      { at: 'site.airTemperature', to: 24 },
      { at: 'site.waterTemperature', to: 24 },
      { at: 'plan.start', to: 'fishless' },
      { at: 'plan.begins', to: 139 },
    ],
  },
  {
    file: 'slow-line',
    base: pairOf('slow-line', 'Slow line'),
    edits: [...NOTED, { at: 'site.waterTemperature', to: 20 }],
  },
  {
    file: 'the-first-attempt',
    base: bedOverTank.make('the-first-attempt', 'The first attempt'),
    edits: [
      { at: 'vessels.tank.shape', to: { kind: 'box', length: 0.8, width: 0.5, height: 0.5 } },
      { at: 'vessels.tank.fill', to: 0.2 },
      { at: 'vessels.tank.lid', to: false },
      { at: 'vessels.tank.emptyMass', to: 9 },
      { at: 'vessels.bed.shape', to: { kind: 'box', length: 1.5, width: 1, height: 0.34 } },
      { at: 'vessels.bed.floor', to: 0.7 },
      {
        at: 'vessels.bed.media',
        to: { medium: 'expanded-clay', top: 0.3, voids: null, clogging: 0, layers: [] },
      },
      { at: 'paths.lift.pump.intake', to: 0.01 },
      { at: 'paths.lift.pump.maxHead', to: 1.6 },
      { at: 'paths.lift.pump.maxFlow', to: 1400 * L_H },
      { at: 'paths.lift.pipe', to: 'hose-13' },
      { at: 'paths.lift.bore', to: 0.013 },
      { at: 'paths.lift.valve', to: 1 },
      { at: 'paths.siphon.pipe', to: 'sch40-2' },
      { at: 'paths.siphon.bore', to: 0.0525 },
      { at: 'paths.siphon.mouth', to: 0.0525 },
      { at: 'paths.siphon.mouthOutside', to: 0.06033 },
      { at: 'paths.siphon.bellBore', to: 0.07793 },
      { at: 'paths.siphon.gap', to: 0.01 },
      { at: 'paths.siphon.crest', to: 0.3 },
      { at: 'paths.siphon.drop', to: 0.15 },
      { at: 'paths.spare', to: undefined },
      perch('tank', 30, 0.04),
    ],
  },
];

for (const { file, base, edits } of demos) {
  const system = applyEdits(base, edits);
  const { a, day } = judgeWhole(system);
  const { document, log } = demoWithLog(file, { system, a, day }, END, ZONE);
  const text = log.length ? writeWith(document, { log }) : writeSystem(document);
  const back = readWithLog(text);
  if (!back.ok) throw new Error(`${file}: ${back.message}`);
  if (back.refused.length) throw new Error(`${file}: ${back.refused[0]!.why}`);
  writeFileSync(new URL(`../demo/${file}.json`, import.meta.url), text);
  console.log(`demo/${file}.json`);
}
