import { readdirSync } from 'node:fs';
import { chance } from '../numerics/chance.ts';
import { applyEdits, isDrain, type Edit, type SystemDocument } from '../system/index.ts';
import { checkSystem } from '../system/schema/index.ts';
import { demo } from './demo.ts';

/** Demos with some of their figures changed for the worse, by a seed. */

type Spoil = (s: SystemDocument, pick: <T>(from: readonly T[]) => T | undefined) => Edit[];

const times = (at: string, value: number, by: number): Edit => ({ at, to: value * by });

const SPOILS: readonly Spoil[] = [
  // Too little water, and a vessel filled nearly to its rim.
  (s, pick) => on(pick(s.vessels), (v) => [times(`vessels.${v.id}.fill`, v.fill, 0.5)]),
  (s, pick) => on(pick(s.vessels), (v) => [times(`vessels.${v.id}.fill`, v.fill, 1.2)]),
  // A weak pump, a strong one, its intake high.
  (s, pick) =>
    on(pick(pumped(s)), (p) => [times(`paths.${p.id}.pump.maxFlow`, p.pump.maxFlow, 0.45)]),
  (s, pick) =>
    on(pick(pumped(s)), (p) => [times(`paths.${p.id}.pump.maxFlow`, p.pump.maxFlow, 1.8)]),
  (s, pick) =>
    on(pick(pumped(s)), (p) => [times(`paths.${p.id}.pump.maxHead`, p.pump.maxHead, 0.6)]),
  (s, pick) =>
    on(pick(pumped(s)), (p) => [{ at: `paths.${p.id}.pump.intake`, to: p.pump.intake + 0.12 }]),
  // Standpipes too long and too short.
  (s, pick) =>
    on(pick(s.paths.filter(isDrain)), (p) => [{ at: `paths.${p.id}.crest`, to: p.crest + 0.05 }]),
  (s, pick) =>
    on(pick(s.paths.filter(isDrain)), (p) => [{ at: `paths.${p.id}.crest`, to: p.crest - 0.08 }]),
  // Too many fish, a timer that is too short.
  (s, pick) => on(pick(s.fish), (f) => [{ at: `fish.${f.id}.count`, to: Math.ceil(f.count * 3) }]),
  (s, pick) =>
    on(pick(s.controls.flatMap((c) => (c.kind === 'interval' ? [c] : []))), (c) => [
      times(`controls.${c.id}.on`, c.on, 0.3),
    ]),
  // A plug that hangs low.
  () => [{ at: 'site.power.height', to: 0.2 }],
];
const pumped = (s: SystemDocument) =>
  s.paths.flatMap((p) => (p.kind === 'pumped-line' && p.pump.maxFlow > 0 ? [p] : []));
const on = <T>(x: T | undefined, edits: (x: T) => Edit[]): Edit[] =>
  x === undefined ? [] : edits(x);

const DEMOS = readdirSync('demo')
  .filter((f) => f.endsWith('.json'))
  .map((f) => f.replace(/\.json$/, ''));

/** A demo after up to three spoiled figures; what would be no system is left out. */
export function spoiled(seed: number): { readonly name: string; readonly system: SystemDocument } {
  const random = chance(seed);
  const pick = <T>(from: readonly T[]): T | undefined => from[Math.floor(random() * from.length)];
  const name = pick(DEMOS)!;
  let system = demo(name);
  for (let i = 0; i < 3; i++) {
    const next = applyEdits(system, pick(SPOILS)!(system, pick));
    if (checkSystem(next).ok) system = next;
  }
  return { name, system };
}
