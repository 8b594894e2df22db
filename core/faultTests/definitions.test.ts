import { readdirSync } from 'node:fs';
import { expect, it } from 'vitest';
import { compile } from '../assess/compile.ts';
import { LAYOUTS } from '../system/index.ts';
import { simulate } from '../day/simulate.ts';
import { FAULTS, faultsOf } from './index.ts';

it('a fault is one file: every one of the folder is in the list, under its own name', () => {
  const files = readdirSync('core/faultTests/faults').filter((f) => f !== 'index.ts');
  expect(FAULTS.map((f) => `${f.id}.ts`).sort()).toEqual(files.sort());
});

it('vessels and paths keep their places in every fault of every layout, so that a day goes on with it', () => {
  const met = new Set<string>();
  for (const layout of LAYOUTS) {
    const system = layout.make('x', 'X');
    const net = compile(system);
    for (const fault of faultsOf(system, net)) {
      const hurt = fault.inject(net);
      expect(hurt.vessels.map((v) => v.id)).toEqual(net.vessels.map((v) => v.id));
      expect(hurt.paths.map((p) => p.id)).toEqual(net.paths.map((p) => p.id));
      expect(hurt, fault.id).not.toEqual(net);
      if (!met.has(fault.kind)) {
        // Its day is another than the day without it, once for each kind.
        const [usual, struck] = [simulate(net), simulate(hurt)].map((d) => [d.rows, ...d.levels]);
        expect(struck, fault.id).not.toEqual(usual);
      }
      met.add(fault.kind);
    }
  }
  expect([...met].sort()).toEqual(FAULTS.map((f) => f.id).sort());
});
