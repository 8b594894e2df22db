import { timerById } from '../../catalogue/index.ts';
import {
  area,
  distance,
  flow,
  head,
  litres,
  mass,
  mm,
  power,
  say,
  plural,
} from '../../quantity/index.ts';
import {
  controlOf,
  pumpedLines,
  siteArea,
  vesselOf,
  type SystemDocument,
} from '../../system/index.ts';
import type { Assessment } from '../../assess/index.ts';
import { grossTo } from '../../assess/waterBalance.ts';
import { outlineAt, shapeArea } from '../../water/shape.ts';
import { DECK } from '../beams.ts';
import { BARROW, type MediaFill } from '../media.ts';
import { linerOf, type VesselSupport } from '../support.ts';
import type { Cutting } from '../cutting.ts';
import { partLine } from './line.ts';
import { countBy } from './plumbing.ts';
import type { PartLine } from './types.ts';

/** Vessels, timber, stones, electrics. */

/** A sheet of plywood, m². */
const SHEET = 2.44 * 1.22;

/** Tubs, liners, felt, rafts, pots and lids. */
export function vesselParts(s: SystemDocument): PartLine[] {
  return s.vessels.flatMap((v, i): PartLine[] => {
    const { round, length, width } = outlineAt(v.shape, v.shape.height);
    const out: PartLine[] = [];
    const liner = linerOf(s, v);
    if (liner)
      out.push(
        partLine('vessels', ['liner', v.id], `Liner of “${v.name}”`, {
          size: say`${distance(liner.length)} × ${distance(liner.width)}`,
          count: v.count,
          note: say`Safe for fish and food. The size includes the overlap at the rim.`,
        }),
        partLine('vessels', ['fleece', v.id], `Fleece under “${v.name}”`, {
          size: say`${area(liner.length * liner.width)}`,
          count: v.count,
          note: say`It protects the liner from splinters and stones in the ground.`,
        }),
      );
    else if (v.role === 'felt')
      out.push(
        partLine('vessels', ['felt', v.id], `Felt of “${v.name}”`, {
          size: say`${area(siteArea(v))}, two layers`,
          note: say`Rot-proof, with a drip edge at its foot and a waterproof sheet between felt and wall.`,
        }),
      );
    else
      out.push(
        partLine('vessels', ['vessel', v.id], v.name, {
          size: round
            ? say`${distance(length)} across, ${mm(v.shape.height)} deep inside, ${litres(grossTo(s, i, v.shape.height) / v.count)}`
            : say`${distance(length)} × ${distance(width)} × ${mm(v.shape.height)} inside, ${litres(grossTo(s, i, v.shape.height) / v.count)}`,
          count: v.count,
          note:
            v.role === 'tank'
              ? say`Food grade, no galvanised steel and no copper. Check for cracks.`
              : say`Food grade, and stiff enough when full.`,
        }),
      );
    if (v.role === 'raft')
      out.push(
        partLine('vessels', ['raft', v.id], `Raft of “${v.name}”`, {
          size: say`${area(v.count * shapeArea(v.shape, v.shape.height))}`,
          note: say`Closed-cell foam sheet for food, with a hole for each net pot.`,
        }),
      );
    if (v.pots)
      out.push(
        partLine('vessels', ['pots', v.id], `Pots for “${v.name}”`, {
          size: say`${mm(v.pots.diameter)} wide, ${mm(v.pots.height)} deep`,
          count: v.pots.count * v.count,
        }),
      );
    if (v.lid)
      out.push(
        partLine('vessels', ['lid', v.id], `Lid of “${v.name}”`, {
          count: v.count,
          note: say`Light-tight, with gaps for pipes. It stops algae and jumping fish and reduces evaporation.`,
        }),
      );
    return out;
  });
}

/** Sections by the length, decks, screws, blocks. */
export function timberParts(
  s: SystemDocument,
  stands: readonly VesselSupport[],
  cuttings: readonly Cutting[],
): PartLine[] {
  const out = cuttings
    .filter((c) => c.kind === 'timber' && c.nesting.bought > 0)
    .map((c) =>
      partLine('timber', ['length', c.stock], c.name, {
        size: say`${distance(c.length)} long`,
        count: c.nesting.bought,
        note: say`Straight, without large knots in the middle of a bearer. Untreated or fish-safe where it may drip.`,
      }),
    );
  const framed = stands.filter((x) => x.kind === 'frame');
  const deck = framed.reduce((sum, x) => sum + x.deck.length * x.deck.width, 0);
  const cutOuts = framed.reduce((sum, x) => sum + x.cutOuts.length, 0);
  if (deck > 0)
    out.push(
      partLine('timber', ['deck'], 'Plywood for decks, weatherproof', {
        size: say`${mm(DECK)} thick, sheets of ${area(SHEET)}`,
        count: Math.ceil(deck / SHEET - 1e-9),
        note: cutOuts
          ? say`${area(deck)} in total, with ${String(cutOuts)} cut-outs for outlets.`
          : say`${area(deck)} in total.`,
      }),
      partLine('timber', ['screws'], 'Stainless screws and coach bolts', {
        note: say`Two bolts where a leg meets a bearer: screws alone shear in wet wood.`,
      }),
    );
  const blocks = stands.reduce((sum, x) => sum + x.blocks, 0);
  const packed = stands.filter((x) => x.packed > 0);
  if (packed.length)
    out.push(
      partLine('timber', ['slabs'], 'Paving slabs or planks', {
        size: say`up to ${mm(Math.max(...packed.map((x) => x.packed)))} high`,
        note: say`Laid flat, on the blocks where there are any, up to the height of the floor: ${packed.map((x) => `“${vesselOf(s, x.vessel).name}”`).join(', ')}.`,
      }),
    );
  if (blocks)
    out.push(
      partLine('timber', ['blocks'], 'Concrete block', {
        count: blocks,
        note: say`Lay them on level ground with the hollows upright and a board on top.`,
      }),
    );
  return out;
}

const barrows = (all: readonly MediaFill[]): string => {
  const n = all.reduce((sum, m) => sum + m.barrows, 0);
  return plural(n, '# barrow load', '# barrow loads');
};

/** Media by the bag, each medium once. */
export const stoneParts = (s: SystemDocument, media: readonly MediaFill[]): PartLine[] =>
  [...new Set(media.map((m) => m.medium))].map((medium) => {
    const all = media.filter((m) => m.medium === medium);
    const bought = all.reduce((sum, m) => sum + m.bought, 0);
    const dry = all.reduce((sum, m) => sum + m.dry, 0);
    return partLine('stones', [medium], all[0]!.name, {
      size: say`bag of ${litres(s.build.bag)}`,
      count: Math.ceil(bought / s.build.bag - 1e-9),
      note: say`${litres(bought)} with what is lost in rinsing, ${mass(dry)} dry, ${barrows(all)} of ${litres(BARROW.volume)}.`,
    });
  });

/** Pumps, timers, floats and devices, with what makes them safe. */
export function electricParts(s: SystemDocument, a: Assessment): PartLine[] {
  const out: PartLine[] = [];
  for (const p of pumpedLines(s)) {
    const duty = a.duties.find((d) => d.id === p.id);
    out.push(
      partLine(
        'electrics',
        ['pump', p.id],
        p.pump.airLift ? `Air pump of “${p.name}”` : `Pump of “${p.name}”`,
        {
          size: p.pump.airLift
            ? say`lifts ${flow(duty?.flow ?? p.pump.maxFlow)}`
            : say`${flow(p.pump.maxFlow)} and ${head(p.pump.maxHead)} on the box`,
          note: say`It must deliver ${flow(duty?.flow ?? 0)} at ${head(duty?.head ?? 0)} (${power(p.pump.power)}).`,
        },
      ),
    );
    if (!p.pump.airLift)
      out.push(
        partLine('electrics', ['guard', p.id], `Coarse guard for the intake of “${p.name}”`, {
          note: say`Choose wide slots. A fine sponge clogs and the pump runs dry.`,
        }),
      );
    if (p.float)
      out.push(
        partLine('electrics', ['float', p.id], `Float switch of “${p.name}”`, {
          note: say`It switches on at ${mm(p.float.on)} and off at ${mm(p.float.off)}. It must be rated for the pump’s current.`,
        }),
      );
  }
  const timers = pumpedLines(s)
    .map((p) => controlOf(s, p))
    .filter((c) => c.kind !== 'always-on');
  for (const [id] of countBy(timers, (c) => c.id)) {
    const c = timers.find((x) => x.id === id)!;
    out.push(
      partLine('electrics', ['timer', id], 'Timer', {
        size: say`${timerById(c.device)?.name ?? 'as entered'}`,
      }),
    );
  }
  for (const d of s.devices) {
    const on = vesselOf(s, d.vessel).name;
    if (d.kind === 'air-pump')
      out.push(
        partLine('electrics', ['device', d.id], `Air pump for “${on}”, with air stones and tube`, {
          size: say`${flow(d.flow)} of air, ${power(d.power)}`,
          note: d.backup
            ? say`With a battery for power cuts and a check valve in its tube.`
            : say`Put a check valve in its tube, or place it above the water.`,
        }),
      );
    if (d.kind === 'heater')
      out.push(
        partLine('electrics', ['device', d.id], `Heater for “${on}”, with guard`, {
          size: say`${power(d.power)}`,
        }),
      );
    if (d.kind === 'lamp')
      out.push(
        partLine('electrics', ['device', d.id], `Lamp over “${on}”`, {
          size: say`${power(d.power)}`,
        }),
      );
  }
  if (out.length)
    out.push(
      partLine('electrics', ['protected-outlet'], 'Outlet with residual-current protection', {
        note: say`A licensed electrician fits it, above the highest water.`,
      }),
      partLine('electrics', ['ties'], 'Cable ties for drip loops', {}),
    );
  return out;
}

/** What has to be cut and drilled with. */
export function toolParts(
  s: SystemDocument,
  x: {
    readonly holes: readonly { diameter: number | null }[];
    readonly rigid: boolean;
    readonly timber: boolean;
  },
): PartLine[] {
  const known = [...new Set(x.holes.flatMap((h) => (h.diameter === null ? [] : [h.diameter])))];
  return [
    partLine('tools', ['tape'], 'Tape measure, spirit level, marker'),
    ...(x.rigid || x.timber
      ? [
          partLine(
            'tools',
            ['saw'],
            x.timber ? 'Saw for pipe and timber, mitre box' : 'Fine saw, mitre box',
            {
              note: say`Make square cuts. The blade removes ${{ value: s.build.kerf, kind: 'bore' }}.`,
            },
          ),
          partLine('tools', ['deburr'], 'File or knife to chamfer cut ends'),
        ]
      : []),
    ...known.map((d) =>
      partLine('tools', ['hole-saw', String(Math.round(d * 1e4))], 'Hole saw', {
        size: say`${{ value: d, kind: 'bore' }}`,
      }),
    ),
    ...(x.holes.length
      ? [partLine('tools', ['drill'], 'Drill, clamp, goggles and ear protection')]
      : []),
    partLine('tools', ['bucket'], 'Bucket with litre marks, stopwatch', {
      note: say`For the flow test. A phone has a stopwatch.`,
    }),
  ];
}
