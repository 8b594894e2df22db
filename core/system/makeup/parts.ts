import { inSentence } from '../../quantity/index.ts';
import type { Edit } from '../edit.ts';
import { drains, isDrain, isStore, pumpedLines, vesselOf } from '../find.ts';
import { MAINS, makePump, makePumpedLine, makeStandpipe, makeVessel } from '../layouts/parts.ts';
import type { Control, PumpedLine, SystemDocument, Vessel, WaterPath } from '../types.ts';
import { levelAt, stageStorage } from '../../water/vessel.ts';
import { change, not, withinMost, type MakeUp } from './change.ts';
import { freshIds } from './names.ts';

/** Pumps, filters, overflows, sumps and returns added or led elsewhere. */

const round = (x: number) => Math.round(x * 1e4) / 1e4;

/** A filter in a pumped line, clean. */
export function addFilter(s: SystemDocument, line: string): MakeUp {
  const p = pumpedLines(s).find((l) => l.id === line);
  if (!p) return not('There is no such pipe.');
  if (p.filter) return not(`“${p.name}” has a filter already.`);
  return change(`Fit a filter in “${p.name}”`, [
    { at: `paths.${p.id}.filter`, to: { k: 10, clogging: 0 } },
  ]);
}

/** A second pump beside the first, into the same bed, with a timer of its own. */
export const addPump = (s: SystemDocument, line: string): MakeUp =>
  withinMost(s, madePump(s, line));

function madePump(s: SystemDocument, line: string): MakeUp {
  const p = pumpedLines(s).find((l) => l.id === line);
  if (!p) return not('There is no such pipe.');
  const fresh = freshIds(s);
  const id = fresh(`${p.id}-second`);
  const control = s.controls.find((c) => c.id === p.control) ?? MAINS;
  const timer = fresh('timer');
  const copy: PumpedLine = {
    ...p,
    id,
    name: `${p.name}, second pump`,
    control: timer,
    branches: p.branches.map((b) => ({ ...b, id: fresh(b.id) })),
  };
  const own: Control = { ...control, id: timer };
  return change(`Add a second pump to “${p.name}”`, [
    { at: `controls.${timer}`, to: own },
    { at: `paths.${id}`, to: copy },
  ]);
}

/** A second overflow of a vessel, above its first and below its rim. */
export const addOverflow = (s: SystemDocument, id: string): MakeUp =>
  withinMost(s, madeOverflow(s, id));

function madeOverflow(s: SystemDocument, id: string): MakeUp {
  const v = vesselOf(s, id);
  const own = drains(s)
    .filter((p) => p.from === id)
    .sort((a, b) => b.crest - a.crest);
  const outlet = own[0];
  const to = outlet?.to ?? s.paths.find((p) => p.kind !== 'pumped-line' && p.from === id)?.to;
  if (!to) return not(`“${v.name}” has nowhere to spill to.`);
  const crest = round(
    Math.min(v.shape.height - 0.015, (outlet?.crest ?? 0.7 * v.shape.height) + 0.03),
  );
  if (outlet && crest <= outlet.crest)
    return not(`There is no room above the drain in “${v.name}”.`);
  const next = freshIds(s)('spare');
  return change(`Add an overflow to “${v.name}”`, [
    {
      at: `paths.${next}`,
      to: makeStandpipe({
        id: next,
        name: own.length
          ? `Second overflow, ${inSentence(v.name)}`
          : `Overflow, ${inSentence(v.name)}`,
        from: id,
        to,
        pipe: 'sch40-1-1/2',
        crest,
        drop: outlet?.drop ?? 0.2,
        // Out through a wall it goes the way that the first one goes.
        ...(outlet && outlet.drop < 0 ? { run: outlet.run, elbows: outlet.elbows } : {}),
      }),
    },
  ]);
}

/** Vessels into which a path that runs by gravity can be led: those whose rim stands below its outlet, or stores. */
export function returnsOf(s: SystemDocument, path: WaterPath): Vessel[] {
  if (path.kind === 'pumped-line') return [];
  const from = vesselOf(s, path.from);
  const outlet = isDrain(path) ? from.floor - path.drop : from.floor;
  return s.vessels.filter(
    (v) =>
      v.id !== path.from &&
      v.floor < (isDrain(path) ? outlet + 0.5 : from.floor) &&
      (v.id === path.to || isStore(v) || v.floor + v.shape.height <= outlet + 1e-9),
  );
}

/** Leads a return into another vessel. */
export function moveReturn(s: SystemDocument, path: string, to: string): MakeUp {
  const p = s.paths.find((x) => x.id === path);
  if (!p || !returnsOf(s, p).some((v) => v.id === to))
    return not('The water cannot run there by itself.');
  return change(`Lead “${p.name}” into “${vesselOf(s, to).name}”`, [
    { at: `paths.${path}.to`, to },
  ]);
}

/** Air between the tank's overflow and the beds' rims, m. */
const OVER_BEDS = 0.04;
/** From its crest to its way out there is room for an elbow with the standpipe in it, and a turn down, m. */
const CREST_OVER_OUTLET = 0.16;

/**
 * A sump: the pump moves into it and lifts to the tank, which overflows from its bottom to the beds;
 * these run back to the sump. The tank is raised until its overflow stands above them.
 */
export const addSump = (s: SystemDocument): MakeUp => withinMost(s, madeSump(s));

function madeSump(s: SystemDocument): MakeUp {
  if (s.vessels.some((v) => v.role === 'sump')) return not('There is a sump already.');
  const line = pumpedLines(s).find((l) => vesselOf(s, l.from).role === 'tank' && !l.float);
  if (!line) return not('No pump draws from a fish tank here, so a sump has no use.');
  const tank = vesselOf(s, line.from);
  const fed = [line.to, ...line.branches.map((b) => b.to)];
  if (s.paths.some((p) => fed.includes(p.to) && p.kind !== 'pumped-line'))
    return not('The beds here drain into each other. You would have to connect a sump by hand.');
  const fresh = freshIds(s);
  const id = fresh('sump');
  const beds = fed.map((b) => vesselOf(s, b));
  const swing = beds.reduce((sum, b) => sum + b.count * 0.5 * b.fill, 0.12 * beds.length);
  const sump = makeVessel(
    id,
    'Sump',
    'sump',
    { kind: 'box', length: 1, width: 0.7, height: 0.5 },
    {
      floor: round(Math.min(tank.floor, 0)),
      fill: round(Math.min(0.28, Math.max(0.2, 1.5 * swing))),
      lid: true,
      emptyMass: 14,
    },
  );
  const crest = round(tank.shape.height - 0.12);
  const rims = Math.max(...beds.map((b) => b.floor + b.shape.height));
  const floor = round(Math.max(tank.floor, rims + OVER_BEDS + CREST_OVER_OUTLET - crest));
  const edits: Edit[] = [
    { at: `vessels.${id}`, to: sump },
    { at: `vessels.${tank.id}.floor`, to: floor },
    { at: `paths.${line.id}.from`, to: id },
    { at: `paths.${line.id}.to`, to: tank.id },
    { at: `paths.${line.id}.end`, to: round(tank.shape.height - 0.04) },
    { at: `paths.${line.id}.branches`, to: [] },
    { at: `paths.${line.id}.pump.intake`, to: 0.03 },
  ];
  // It has to lift higher than before.
  const lift = floor + tank.shape.height - sump.floor - 0.2;
  if (line.pump.maxHead < 1.5 * lift) {
    edits.push({
      at: `paths.${line.id}.pump`,
      to: makePump(0.03, round(Math.ceil(15 * lift) / 10 + 0.4), 3000, 45),
    });
  }
  for (const b of beds) {
    const over = fresh('tank-overflow');
    edits.push({
      at: `paths.${over}`,
      to: makeStandpipe({
        id: over,
        name: `Tank overflow, ${inSentence(b.name)}`,
        from: tank.id,
        to: b.id,
        pipe: 'sch40-2',
        crest,
        drop: round(floor - (b.floor + b.shape.height + 0.02)) * 1,
        run: 0.8,
        elbows: 2,
        fromBottom: true,
      }),
    });
  }
  for (const p of s.paths) {
    if (p.kind !== 'pumped-line' && p.to === tank.id && fed.includes(p.from))
      edits.push({ at: `paths.${p.id}.to`, to: id });
  }
  return change('Add a sump', edits);
}

/** Share of the depth at which a pump in a fish tank stands: a loose pipe leaves the fish the rest. */
const FISH_KEEP = 0.42;

/**
 * A pumped line of its own from a store to a plant site.
 *
 * @param rise from the store’s intake to its end, m
 * @param flow that its pump is to give, L/h
 */
export function ownLine(
  s: SystemDocument,
  line: Pick<PumpedLine, 'id' | 'name' | 'to' | 'pipe' | 'control' | 'end'> & Partial<PumpedLine>,
  store: Vessel,
  rise: number,
  flow: number,
): PumpedLine {
  const fish = s.fish.some((f) => f.vessel === store.id && f.count > 0);
  const level = levelAt(stageStorage(store.shape, null), store.fill / store.count);
  const intake = fish ? Math.round(FISH_KEEP * level * 100) / 100 : 0.04;
  return makePumpedLine({
    from: store.id,
    run: 0.6,
    pump: makePump(intake, round(Math.ceil(20 * (rise + 0.4)) / 10), flow, 8),
    ...line,
  });
}
