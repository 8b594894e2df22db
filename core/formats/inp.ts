import { volumeAt } from '../water/vessel.ts';
import { kinematicViscosity } from '../water/fluid.ts';
import type { PipeRun } from '../water/pipe.ts';
import { CURVE_EXPONENT, pumpCurve } from '../water/pump.ts';
import { compile } from '../assess/compile.ts';
import { liftedTo } from '../network/flow.ts';
import { atRest } from '../network/statics.ts';
import { coveredSurface, pumpsOf } from '../network/steady.ts';
import type { Network, PumpPath } from '../network/types.ts';
import { plainName, type SystemDocument } from '../system/index.ts';

/**
 * The pumped pipes of a system as EPANET input text, for its duty state: vessels that pumps draw from as
 * tanks at their rest level, every open end as a fixed head, pipes with their minor losses, pump curves.
 * Flows in litres a minute, lengths in metres, diameters in millimetres, friction by Darcy–Weisbach.
 */

/** Kinematic viscosity that EPANET takes as 1, m²/s. */
const REFERENCE_VISCOSITY = 1.022e-6;
const LPM = 60_000;
/** Points of a pump curve that is not the plain square. */
const CURVE_POINTS = 16;
const ID_LENGTH = 28;
/** The least that a pump's tank is filled to, m. */
const LEAST_LEVEL = 1e-3;

/** Ids that EPANET accepts: short, without spaces, each once. */
function idMaker(): (wanted: string) => string {
  const used = new Set<string>();
  return (wanted) => {
    const plain = wanted.replace(/[^\w-]/g, '_').slice(0, ID_LENGTH);
    let id = plain;
    for (let i = 2; used.has(id); i++) id = `${plain}_${i}`;
    used.add(id);
    return id;
  };
}

const n = (x: number, digits = 6) => String(Number(x.toPrecision(digits)));
const row = (...cells: (string | number)[]) => ` ${cells.join('\t')}`;

interface Text {
  readonly junctions: string[];
  readonly heads: string[];
  readonly tanks: string[];
  readonly pipes: string[];
  readonly pumps: string[];
  readonly curves: string[];
  readonly coordinates: string[];
  readonly notes: string[];
}

/** A pipe that ends in the open lets nothing back in: it stands as one with a check valve. */
const pipeRow = (id: string, from: string, to: string, p: PipeRun, open = false): string =>
  row(
    id,
    from,
    to,
    // A piece without length is only its fittings; EPANET wants some length.
    n(Math.max(0.001, p.length)),
    n(p.bore * 1000),
    n(p.roughness * 1000),
    n(Math.min(1e6, p.sumK)),
    Number.isFinite(p.sumK) ? (open ? 'CV' : 'Open') : 'Closed',
  );

/** Adds a pump with its line, tees and ends. */
function addPump(
  net: Network,
  lead: PumpPath,
  index: number,
  tank: string,
  id: ReturnType<typeof idMaker>,
  t: Text,
): void {
  const { at } = atRest(net);
  if (lead.steady !== null) {
    t.notes.push(
      `; ${plainName(lead.name)}: an air-lift of ${n(lead.steady * LPM)} L/min, measured. It has no curve and is left out`,
    );
    return;
  }
  const behind = id(`${lead.id}_out`);
  t.junctions.push(row(behind, n(net.vessels[lead.from]!.floorZ + lead.intake), 0));
  t.coordinates.push(row(behind, n(at[lead.from]!, 4), index));
  const curve = id(`${lead.id}_curve`);
  const figures = pumpCurve(lead.figures);
  // One point at half the greatest flow is the very square through both box figures.
  if (!lead.figures.points && CURVE_EXPONENT === 2)
    t.curves.push(row(curve, n((figures.maxFlow * LPM) / 2), n(0.75 * figures.maxHead)));
  else
    for (let k = 0; k <= CURVE_POINTS; k++) {
      const q = (figures.maxFlow * k) / CURVE_POINTS;
      t.curves.push(row(curve, n(q * LPM), n(Math.max(0, figures.headAt(q)))));
    }
  t.pumps.push(row(id(lead.id), tank, behind, `HEAD ${curve}`));
  const end = (p: PumpPath): string => {
    const name = id(`${p.id}_end`);
    t.heads.push(row(name, n(liftedTo(p, at[p.to]!))));
    t.coordinates.push(row(name, 4, n(index + t.heads.length, 4)));
    return name;
  };
  if (lead.manifold < 0) {
    t.pipes.push(pipeRow(id(`${lead.id}_line`), behind, end(lead), lead.line, true));
    return;
  }
  const m = net.manifolds[lead.manifold]!;
  let before = behind;
  m.outlets.forEach((o, k) => {
    const p = net.paths[o.path] as PumpPath;
    const tee = id(`${lead.id}_tee_${k + 1}`);
    t.junctions.push(row(tee, n(p.endZ), 0));
    t.coordinates.push(row(tee, 2, n(index + k, 4)));
    const piece = k ? o.header! : m.trunk;
    t.pipes.push(
      pipeRow(id(k ? `${lead.id}_header_${k}` : `${lead.id}_trunk`), before, tee, piece),
    );
    t.pipes.push(pipeRow(id(`${p.id}_branch`), tee, end(p), o.own, true));
    before = tee;
  });
}

/** EPANET input text of a system; nothing where no pump with a curve lifts water, and there is no pipe to solve. */
export function inpOf(system: SystemDocument): string | null {
  const net = compile(system);
  if (pumpsOf(net).every((p) => p.steady !== null)) return null;
  const { at } = atRest(net);
  const id = idMaker();
  const t: Text = {
    junctions: [],
    heads: [],
    tanks: [],
    pipes: [],
    pumps: [],
    curves: [],
    coordinates: [],
    notes: [],
  };
  const tanks = new Map<number, string>();
  pumpsOf(net).forEach((lead, i) => {
    const v = net.vessels[lead.from]!;
    if (lead.steady === null && !tanks.has(lead.from)) {
      const name = id(v.id);
      tanks.set(lead.from, name);
      // The pump is taken as covered; a tank that stands empty would be shut off.
      const level = Math.max(LEAST_LEVEL, coveredSurface(net, lead, at) - v.floorZ);
      const holds = volumeAt(v.storage, level);
      // As wide as a cylinder that holds the same to the same level.
      const across = Math.sqrt((4 * holds) / (Math.PI * level));
      t.tanks.push(row(name, n(v.floorZ), n(level), 0, n(v.height), n(across), 0));
      t.coordinates.push(row(name, 0, i));
    }
    addPump(net, lead, i, tanks.get(lead.from) ?? '', id, t);
  });
  if (system.paths.some((p) => p.kind !== 'pumped-line'))
    t.notes.push(
      '; Siphons, overflows and joining pipes run by gravity in their own time and are left out.',
    );
  const part = (name: string, head: string, rows: readonly string[]) => [
    `[${name}]`,
    `;${head}`,
    ...rows,
    '',
  ];
  return [
    '[TITLE]',
    // A title that began with a bracket would open a section.
    `System: ${plainName(system.name)}`,
    'Duty state: pumps on, vessels at rest level, ends open.',
    '',
    ...t.notes,
    ...part('JUNCTIONS', 'id\televation_m\tdemand', t.junctions),
    ...part('RESERVOIRS', 'id\thead_m', t.heads),
    ...part('TANKS', 'id\televation_m\tlevel_m\tmin_m\tmax_m\tdiameter_m\tmin_volume', t.tanks),
    ...part(
      'PIPES',
      'id\tfrom\tto\tlength_m\tdiameter_mm\troughness_mm\tminor_loss\tstatus',
      t.pipes,
    ),
    ...part('PUMPS', 'id\tfrom\tto\tproperties', t.pumps),
    ...part('CURVES', 'id\tflow_L_min\thead_m', t.curves),
    ...part('COORDINATES', 'id\tx\ty', t.coordinates),
    '[OPTIONS]',
    ' UNITS\tLPM',
    ' HEADLOSS\tD-W',
    ` VISCOSITY\t${n(kinematicViscosity(net.temperature) / REFERENCE_VISCOSITY)}`,
    ' SPECIFIC GRAVITY\t1',
    ' TRIALS\t200',
    ' ACCURACY\t0.00001',
    '',
    '[TIMES]',
    ' DURATION\t0',
    '',
    '[END]',
    '',
  ].join('\n');
}
