import { readdirSync } from 'node:fs';
import { addBed, addFilter, addOverflow, addSump } from '../../core/system/makeup/index.ts';
import {
  applyEdits,
  LAYOUTS,
  pumpedLines,
  type Edit,
  type SystemDocument,
} from '../../core/system/index.ts';
import { checkSystem } from '../../core/system/schema/index.ts';
import { entriesOf, type TestEntry } from '../../core/test/tended.ts';
import { demo } from '../../core/test/demo.ts';
import type { Entry } from '../../core/log/index.ts';

/** Systems whose reports are kept: every demo, and make-ups that no demo has. */

export interface GoldenSystem {
  readonly name: string;
  readonly system: SystemDocument;
  readonly entries: readonly Entry[];
}

/** Reports that take too long for every run, or repeat most of another; they are compared by night. */
export const BY_NIGHT = [
  'eight-beds',
  'polytunnel-three',
  'no-fish-and-no-crops',
  'pair-and-more',
  'practice-potting-shed-pair',
  'spring-start',
  'twin-beds',
  'bean-buckets',
  'terrace-steps',
  'high-altitude',
  'attic-frame',
  'deep-tank-with-sump',
  'small-water',
  'voids-measured',
];

const DEMOS = readdirSync('demo')
  .map((file) => file.replace('.json', ''))
  .sort();

/** Rounds of a day, each with another trouble of the water. */
const LOGS: readonly (readonly TestEntry[])[] = [
  [
    { h: 30, ph: 7.4, tan: [0.2, 0.4], nitrite: [0, 0.1], temperature: 21 },
    { h: 2, ph: 8.3, tan: [2, 4], nitrite: [0.1, 0.3], temperature: 26 },
    { h: 1, kind: 'look', seen: ['fish-gasp', 'feed-left'] },
  ],
  [
    { h: 50, ph: 6.4, alkalinity: 30, nitrate: [20, 40] },
    { h: 3, ph: 5.9, alkalinity: 8, nitrate: [60, 80], tan: [0, 0.1], temperature: 19 },
    { h: 1, kind: 'look', seen: ['leaves-pale-veins'] },
  ],
  [
    { h: 4, nitrite: [1.5, 3], chloride: 20, ph: 7.2, tan: [0.5, 1], temperature: 24 },
    { h: 28, kind: 'top-up', volume: 0.02 },
    { h: 26, kind: 'feed', mass: 0.03 },
    { h: 2, kind: 'look', seen: ['fish-dart', 'water-cloudy'] },
  ],
  [
    { h: 2, oxygen: 3.6, temperature: 29, ph: 7, tan: [0.1, 0.3] },
    { h: 1, kind: 'fish-dead', count: 1 },
    { h: 1, kind: 'look', seen: ['flow-weak', 'level-falls'] },
  ],
  [
    { h: 5, chlorine: 0.4, hardness: 40, conductivity: 0.09, ph: 7.6, temperature: 12 },
    { h: 30, kind: 'power-cut', until: Date.parse('2026-06-09T06:00:00Z') },
    { h: 1, kind: 'look', seen: ['leaf-edges-brown', 'bed-slow'] },
  ],
];

/** A layout after edits; each must leave a document that opens. */
function edited(base: SystemDocument, edits: readonly Edit[]): SystemDocument {
  const checked = checkSystem(applyEdits(base, edits));
  if (!checked.ok) throw new Error(checked.message);
  return checked.system;
}
const made = (id: string) => LAYOUTS.find((l) => l.id === id)!.make('golden', 'Golden');
function grown(
  s: SystemDocument,
  ...changes: ((s: SystemDocument) => { ok: boolean; edits?: readonly Edit[] })[]
): SystemDocument {
  return changes.reduce((now, change) => {
    const m = change(now);
    if (!m.ok) throw new Error('The make-up cannot be changed so.');
    return edited(now, m.edits!);
  }, s);
}
const months = (from: number, by: number) =>
  Array.from({ length: 12 }, (_, i) => from + by * Math.cos(((i - 6.5) / 6) * Math.PI));

/** Make-ups that no demo has, by what they try. */
const MADE: Readonly<Record<string, () => SystemDocument>> = {
  'branches-at-unequal-heights': () => {
    const s = demo('polytunnel-three');
    const beds = s.vessels.filter((v) => v.role === 'bed');
    return edited(
      s,
      beds.map((b, i): Edit => ({ at: `vessels.${b.id}.floor`, to: b.floor + 0.12 * i })),
    );
  },
  'pump-by-points': () => {
    const s = made('bed-over-tank');
    return edited(s, [
      {
        at: 'paths.lift.pump.points',
        to: [
          [0, 2.4],
          [0.0003, 1.7],
          [0.0006, 0],
        ],
      },
      { at: 'paths.lift.valve', to: 0.6 },
    ]);
  },
  'southern-glasshouse': () =>
    edited(demo('warm-balcony'), [
      { at: 'site.latitude', to: -34 },
      { at: 'site.kind', to: 'glasshouse' },
      { at: 'site.outside', to: { day: months(20, -7), night: months(11, -6) } },
      { at: 'site.frost.last', to: 265 },
      { at: 'site.frost.first', to: 140 },
    ]),
  'programs-too-long': () =>
    edited(made('tray-over-reservoir'), [
      {
        at: 'controls.timer',
        to: {
          id: 'timer',
          kind: 'programs',
          device: 'dial-30',
          own: null,
          rows: [
            { start: 0, on: 5400 },
            { start: 43200, on: 7200 },
            { start: 82800, on: 7200 },
          ],
        },
      },
    ]),
  'empty-beds': () => {
    const s = demo('twin-beds');
    return edited(
      s,
      s.vessels
        .filter((v) => v.role === 'bed')
        .flatMap((v): Edit[] => [
          { at: `vessels.${v.id}.media`, to: null },
          { at: `vessels.${v.id}.plants`, to: null },
        ]),
    );
  },
  'decimal-pipe': () =>
    edited(made('bed-over-tank'), [
      { at: 'paths.lift.bore', to: 0.01905 },
      { at: 'paths.siphon.bore', to: 0.0254 },
      { at: 'paths.siphon.mouth', to: 0.0381 },
    ]),
  'deep-tank-with-sump': () =>
    grown(edited(made('bed-over-tank'), [{ at: 'vessels.tank.floor', to: -0.4 }]), (s) =>
      addSump(s),
    ),
  'two-beds-and-filter': () =>
    grown(
      made('bed-over-tank'),
      (s) => addBed(s),
      (s) => addFilter(s, pumpedLines(s)[0]!.id),
      (s) => addOverflow(s, s.vessels.find((v) => v.role === 'bed')!.id),
    ),
  'worn-pump-and-barb': () =>
    edited(demo('potting-shed-pair'), [
      { at: 'paths.lift.pump.wear', to: 0.3 },
      { at: 'paths.lift.barb', to: 0.013 },
      { at: 'paths.lift.checkValve', to: true },
    ]),
  'cold-room': () =>
    edited(demo('window-sill-tank'), [
      { at: 'site.waterTemperature', to: 9 },
      { at: 'site.airTemperature', to: 8 },
      { at: 'site.room', to: months(11, -5) },
    ]),
  'hard-chloramine-tap': () =>
    edited(demo('potting-shed-pair'), [
      { at: 'site.tap.chlorine', to: 'chloramine' },
      { at: 'site.tap.chlorineLevel', to: 2.2 },
      { at: 'site.tap.alkalinity', to: 240 },
      { at: 'site.tap.hardness', to: 310 },
      { at: 'site.tap.ph', to: 8.1 },
      { at: 'site.tap.treated', to: false },
    ]),
  'crowded-tank': () => {
    const s = demo('wash-house-loop');
    return edited(
      s,
      s.fish.map((f): Edit => ({ at: `fish.${f.id}.count`, to: f.count * 4 })),
    );
  },
  'no-fish-and-no-crops': () => {
    const s = demo('pair-and-more');
    return edited(s, [
      ...s.fish.map((f): Edit => ({ at: `fish.${f.id}`, to: undefined })),
      ...s.crops.map((x): Edit => ({ at: `crops.${x.id}`, to: undefined })),
    ]);
  },
  'voids-measured': () => {
    const s = demo('bean-buckets');
    return edited(
      s,
      s.vessels.flatMap((v): Edit[] =>
        v.media ? [{ at: `vessels.${v.id}.media.voids`, to: 0.41 }] : [],
      ),
    );
  },
  'balcony-with-load-limit': () =>
    edited(demo('warm-balcony'), [
      { at: 'site.kind', to: 'balcony' },
      { at: 'site.floor', to: 'balcony' },
      { at: 'site.floorLoad', to: 300 },
      { at: 'site.outletProtected', to: false },
      { at: 'site.near.children', to: true },
      { at: 'site.power.longestCut', to: 4 * 3600 },
    ]),
  'high-altitude': () => edited(demo('north-wall-lean-to'), [{ at: 'site.altitude', to: 2300 }]),
  'small-water': () => {
    const s = demo('attic-frame');
    return edited(
      s,
      s.vessels.map((v): Edit => ({ at: `vessels.${v.id}.fill`, to: v.fill * 0.55 })),
    );
  },
  'bed-at-tank-height': () =>
    edited(made('bed-over-tank'), [{ at: 'vessels.bed.floor', to: 0.35 }]),
  'seeded-start': () =>
    edited(demo('spring-start'), [
      { at: 'plan.start', to: 'seeded' },
      { at: 'plan.seed', to: 60 },
      { at: 'plan.begins', to: 300 },
    ]),
};

/** Every system of the reports by name, the logs in turn. */
export const goldenNames = (): string[] => [...DEMOS, ...Object.keys(MADE)];

/** @throws Error where a make-up does not open */
export function goldenSystem(name: string): GoldenSystem {
  const i = goldenNames().indexOf(name);
  const system = MADE[name]?.() ?? demo(name);
  return { name, system, entries: entriesOf(LOGS[i % LOGS.length]!) };
}
