import { Project, Workspace } from 'epanet-js';
import { describe, expect, it, test } from 'vitest';
import { assess } from '../assess/assess.ts';
import { compile } from '../assess/compile.ts';
import { atRest } from '../network/statics.ts';
import { pumpedFlows } from '../network/steady.ts';
import { LAYOUTS, applyEdits, type PumpedLine, type SystemDocument } from '../system/index.ts';
import { bedOverTank } from '../system/layouts/bed-over-tank.ts';
import { pumpChain } from '../system/layouts/pump-chain.ts';
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
    applyEdits(bedOverTank.make('p', 'P'), [
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
    applyEdits(pumpChain.make('c', 'C'), [
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
    // Without a pump that has a curve there is no network that an engine could solve.
    expect(text === null).toBe(duties.length === 0);
    if (text === null) return;
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
    const s = applyEdits(bedOverTank.make('p', 'A “name” with\nlines'), []);
    const text = inpOf(s) ?? '';
    expect(text).toMatch(/; Siphons, overflows and joining pipes/);
    expect(text.split('\n')[1]).toBe('System: A “name” with lines');
    const ids = text.match(/^ [\w-]+(?=\t)/gm)!.map((x) => x.trim());
    for (const id of ids) expect(id.length).toBeLessThan(32);
  });

  test.each(systems.filter(([, s]) => inpOf(s)))(
    'draws no two nodes of %s in one place',
    (_, s) => {
      const rows = inpOf(s)!.split('[COORDINATES]')[1]!.split('\n').slice(2);
      const points = rows
        .slice(0, rows.indexOf(''))
        .map((r) => r.trim().split('\t').slice(1).join());
      expect(points.length).toBeGreaterThan(2);
      expect(new Set(points).size).toBe(points.length);
    },
  );

  test.each([
    '[PUMPS]',
    '[END]',
    'x\n[END]\n',
    'a\r\n[PIPES]\r\n p 1 2',
    '; note',
    '\u2028[TANKS]',
  ])('a system and parts named %j open no section of their own', async (name) => {
    const s = applyEdits(bedOverTank.make('p', name), [
      { at: 'vessels.tank.name', to: name },
      { at: 'paths.lift.name', to: name },
      // An air-lift beside the pump is told in a note, with its name.
      {
        at: 'paths.bubbles',
        to: {
          ...bedOverTank.make('q', 'Q').paths[0],
          id: 'bubbles',
          name,
          pump: { ...(bedOverTank.make('q', 'Q').paths[0] as PumpedLine).pump, airLift: true },
        },
      },
    ]);
    const text = inpOf(s)!;
    const plain = inpOf(bedOverTank.make('p', 'Plain'))!;
    const sections = (t: string) => t.match(/^\[.*$/gm);
    expect(sections(text)).toEqual(sections(plain));
    expect((await engineFlows(text)).get('lift')).toBeGreaterThan(0);
  });

  it('every column stands where its head says, roughness in millimetres', () => {
    const s = applyEdits(bedOverTank.make('p', 'P'), [{ at: 'paths.lift.bore', to: 0.02093 }]);
    const lines = inpOf(s)!.split('\n');
    const table = (name: string) => {
      const from = lines.indexOf(`[${name}]`);
      const head = lines[from + 1]!.slice(1).split('\t');
      const cells = lines[from + 2]!.trim().split('\t');
      return Object.fromEntries(head.map((h, i) => [h, cells[i]]));
    };
    const line = s.paths[0] as PumpedLine;
    const pipe = table('PIPES');
    expect(pipe.diameter_mm).toBe('20.93');
    // Smooth plastic: 1.5 µm.
    expect(pipe.roughness_mm).toBe('0.0015');
    // 0.95 m up to the bed, 0.32 m over its floor, from 0.27 m, and 0.9 m along: as by hand.
    expect(Number(pipe.length_m)).toBeCloseTo(0.95 + line.end - line.pump.intake + line.run, 6);
    expect(Number(pipe.minor_loss)).toBeCloseTo(0.5 + 1 + 2 * 0.9 + 0.1 * Math.exp(1.15), 4);
    expect(pipe.status).toBe('CV');
    const tank = table('TANKS');
    expect(Number(tank.diameter_m)).toBeCloseTo(1.1, 5);
    expect(Number(tank.level_m)).toBeCloseTo(0.62 / (Math.PI * 0.55 ** 2), 5);
    const head = table('RESERVOIRS');
    expect(Number(head.head_m)).toBeCloseTo(0.95 + line.end, 6);
    const curve = table('CURVES');
    // Half the flow of the box at three quarters of its head.
    expect(Number(curve.flow_L_min)).toBeCloseTo((line.pump.maxFlow * 60000) / 2, 3);
    expect(Number(curve.head_m)).toBeCloseTo(0.75 * line.pump.maxHead, 6);
  });

  it('a shut tap is a closed pipe', async () => {
    const s = applyEdits(bedOverTank.make('p', 'P'), [{ at: 'paths.lift.valve', to: 0 }]);
    expect(inpOf(s) ?? '').toMatch(/lift_line\t.*Closed/);
    const net = compile(s);
    expect(pumpedFlows(net, atRest(net).at)[0]).toBe(0);
  });
});
