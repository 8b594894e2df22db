import { readdirSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { assess } from '../assess/assess.ts';
import { LAYOUTS } from '../system/index.ts';
import { judgeWhole, RULES, ruleOf, type Finding } from './index.ts';

const make = (layout: string) => LAYOUTS.find((l) => l.id === layout)!.make('x', 'X');

describe('a rule is one file', () => {
  it('every file of the folder is in the list, under its own name', () => {
    const files = readdirSync('core/findings/rules').filter((f) => f !== 'index.ts');
    expect(RULES.map((r) => `${r.id}.ts`).sort()).toEqual(files.sort());
  });

  it('no two are called alike', () => {
    expect(new Set(RULES.map((r) => r.title)).size).toBe(RULES.length);
  });

  it('of every layout each finding is by its rule, which explains its number', () => {
    for (const layout of LAYOUTS) {
      const { a, day, findings } = judgeWhole(layout.make('x', 'X'));
      const system = layout.make('x', 'X');
      for (const f of findings) {
        const e = ruleOf(f.id).explain({ system, a, day, f });
        expect(e?.given.length, `${layout.id}: ${f.id}`).toBeGreaterThan(0);
        if (f.id !== 'on-time' && f.id !== 'off-time') continue;
        // The times that are shown are those that were judged: a tenth to spare, or 15 minutes of air.
        const [timer, water] = e!.given.map((g) => g.value) as [number, number];
        expect(timer).toBe(f.measured);
        if (f.level === 'fine')
          expect(f.limit).toBeCloseTo(f.id === 'on-time' ? 1.1 * water : water + 900, 9);
      }
    }
  });
});

describe('what is behind a finding', () => {
  const system = make('pump-chain');
  const a = assess(system);
  const open = (id: Finding['id'], about: string) =>
    ({ id, about, level: 'stop' }) as unknown as Finding;
  const pumps = system.paths.filter((p) => p.kind === 'pumped-line');
  const [first, second] = [pumps[0]!, pumps.find((p) => p.from !== pumps[0]!.from)!];

  it('a pump that runs dry is mended where its own reserve is, not at another vessel’s', () => {
    const { cause } = ruleOf('dry-run');
    const dry = { system, a, f: open('dry-run', first.id) };
    expect(cause!(dry, [open('reserve', second.from)])).toBeUndefined();
    expect(cause!(dry, [open('reserve', second.from), open('reserve', first.from)])?.about).toBe(
      first.from,
    );
  });

  it('roots without air are mended at the siphon of their own bed', () => {
    const loop = make('sump-loop');
    const siphons = loop.paths.filter((p) => p.kind === 'bell-siphon' || p.kind === 'loop-siphon');
    const [near, far] = [siphons[0]!, siphons[1]!];
    const { cause } = ruleOf('root-air');
    const still = { system: loop, a: assess(loop), f: open('root-air', near.from) };
    expect(cause!(still, [open('siphon-start', far.id)])).toBeUndefined();
    expect(cause!(still, [open('siphon-stop', near.id)])?.about).toBe(near.id);
  });
});
