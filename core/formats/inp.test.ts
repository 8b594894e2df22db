import { Project, Workspace } from 'epanet-js';
import { describe, expect, it, test } from 'vitest';
import { assess } from '../assess/assess.ts';
import { compile } from '../assess/compile.ts';
import { atRest } from '../network/statics.ts';
import { pumpedFlows } from '../network/steady.ts';
import { LAYOUTS, applyEdits, type SystemDocument } from '../system/index.ts';
import { bedOverTank } from '../system/layouts/pair.ts';
import { pumpChain } from '../system/layouts/rows.ts';
import { largest } from '../test/largest.ts';
import { inpOf } from './inp.ts';

/** Flows of pumps and branches, L/min, by the engine that the format belongs to. */
async function engineFlows(text: string): Promise<Map<string, number>> {
  const workspace = new Workspace();
  await workspace.loadModule();
  const project = new Project(workspace);
  workspace.writeFile('net.inp', text);
  project.open('net.inp', 'net.rpt', 'net.bin');
  project.openH();
  project.initH(11);
  project.runH();
  const out = new Map<string, number>();
  const links = project.getCount(2);
  for (let i = 1; i <= links; i++) out.set(project.getLinkId(i), project.getLinkValue(i, 8));
  project.close();
  return out;
}

const systems: [string, SystemDocument][] = [
  ...LAYOUTS.map((l): [string, SystemDocument] => [l.id, l.make('x', l.name)]),
  ['largest', largest('l', 'Largest')],
  [
    'a curve by points',
    applyEdits(bedOverTank('p', 'P'), [
      {
        at: 'paths.lift.pump.points',
        to: [
          [0, 1.9],
          [2e-4, 1.7],
          [4e-4, 1.1],
          [6e-4, 0.1],
        ],
      },
    ]),
  ],
  [
    'an uneven split',
    applyEdits(pumpChain('c', 'C'), [
      { at: 'paths.feed.valve', to: 1 },
      { at: 'paths.feed.branches.feed-2.end', to: 0.4 },
      { at: 'paths.feed.branches.feed-3.valve', to: 0.5 },
    ]),
  ],
];

describe('EPANET text', () => {
  test.each(systems)('%s: the engine finds the same duty flows within 2 %%', async (_, s) => {
    const text = inpOf(s);
    const duties = assess(s).duties.filter((d) => !d.airLift);
    if (!duties.length) {
      expect(text).toContain('[PUMPS]');
      return;
    }
    const flows = await engineFlows(text);
    for (const d of duties) {
      expect(Math.abs(flows.get(d.id)! / (d.flow * 60000) - 1), d.id).toBeLessThan(0.02);
      if (d.branches.length < 2) continue;
      for (const b of d.branches) {
        const theirs = flows.get(`${b.id}_branch`)!;
        const ours = b.flow * 60000;
        expect(Math.abs(theirs - ours), b.id).toBeLessThan(0.02 * ours + 1e-3);
      }
    }
  });

  it('names what it leaves out, and keeps ids plain and apart', () => {
    const s = applyEdits(bedOverTank('p', 'A “name” with\nlines'), []);
    const text = inpOf(s);
    expect(text).toMatch(/; Siphons, overflows and joining pipes/);
    expect(text.split('\n')[1]).toBe('A “name” with lines');
    const ids = text.match(/^ [\w-]+(?=\t)/gm)!.map((x) => x.trim());
    for (const id of ids) expect(id.length).toBeLessThan(32);
  });

  it('a shut tap is a closed pipe', async () => {
    const s = applyEdits(bedOverTank('p', 'P'), [{ at: 'paths.lift.valve', to: 0 }]);
    expect(inpOf(s)).toMatch(/lift_line\t.*Closed/);
    const net = compile(s);
    expect(pumpedFlows(net, atRest(net).at)[0]).toBe(0);
  });
});
