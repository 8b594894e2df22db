import { clock, litres, load, say, share, time } from '../quantity/index.ts';
import { vesselOf } from '../system/index.ts';
import { PRACTICE } from './grade.ts';
import type { Finding, Rule } from './types.ts';

/** Findings on the rhythm of the day: timers, root air, dry running, spills; and on weight. */

const ON_SPARE = 1.1;
const ROOT_AIR = 900;
const FLOODED_WISH = 0.5;
/** A siphon bed should breathe at least this often: our own number. */
const SIPHON_BREATH = 3600;

export const onTime: Rule = ({ system, a }) =>
  a.duties.flatMap((d): Finding[] => {
    const b = a.beds.find((x) => x.id === d.to);
    if (!b || !Number.isFinite(d.shortestOn) || d.flow <= 0) return [];
    const v = vesselOf(system, b.id);
    const short = d.shortestOn < b.fill;
    const level = short ? 'stop' : d.shortestOn < ON_SPARE * b.fill ? 'watch' : 'fine';
    return [
      {
        id: 'on-time',
        about: d.id,
        level,
        measured: d.shortestOn,
        limit:
          short && Number.isFinite(b.fill)
            ? b.fill
            : Number.isFinite(b.fill)
              ? ON_SPARE * b.fill
              : d.shortestOn,
        kind: 'time',
        sentence: !Number.isFinite(b.fill)
          ? say`“${v.name}” never fills: what comes in runs out below the flood mark.`
          : short
            ? say`The timer gives ${time(d.shortestOn)} and “${v.name}” needs ${time(b.fill)} to fill.`
            : level === 'watch'
              ? say`The timer gives ${time(d.shortestOn)} for a fill of ${time(b.fill)}; ${time(ON_SPARE * b.fill)} leave something for a tired pump.`
              : say`The timer gives ${time(d.shortestOn)} for a fill of ${time(b.fill)}.`,
        why: say`The on-time must cover the fill with 10 to 25 % to spare, since pumps tire and guards clog. More does no harm: the water goes round over the overflow.`,
        source: PRACTICE,
      },
    ];
  });

export const offTime: Rule = ({ system, a }) =>
  a.duties.flatMap((d): Finding[] => {
    const b = a.beds.find((x) => x.id === d.to);
    if (!b || !Number.isFinite(d.shortestOff) || d.flow <= 0) return [];
    const v = vesselOf(system, b.id);
    const need = b.drain + ROOT_AIR;
    const level = d.shortestOff < b.drain ? 'stop' : d.shortestOff < need ? 'watch' : 'fine';
    return [
      {
        id: 'off-time',
        about: d.id,
        level,
        measured: d.shortestOff,
        limit:
          level === 'stop' && Number.isFinite(b.drain)
            ? b.drain
            : Number.isFinite(need)
              ? need
              : d.shortestOff,
        kind: 'time',
        sentence: !Number.isFinite(b.drain)
          ? say`“${v.name}” has no way to drain while the pump stands still.`
          : level === 'stop'
            ? say`The pause is ${time(d.shortestOff)} and “${v.name}” needs ${time(b.drain)} to drain.`
            : level === 'watch'
              ? say`The pause of ${time(d.shortestOff)} leaves the roots ${time(d.shortestOff - b.drain)} of air in “${v.name}”; ${time(ROOT_AIR)} are wished.`
              : say`The pause is ${time(d.shortestOff)}: ${time(b.drain)} to drain, the rest is air for the roots.`,
        why: say`Roots drown in standing water. The pause must cover the drain time and then leave at least ${time(ROOT_AIR)} of air.`,
        source: PRACTICE,
      },
    ];
  });

export const rootAir: Rule = ({ system, a, day }) => {
  if (!day) return [];
  return day.metrics.beds.flatMap((b): Finding[] => {
    const f = a.beds.find((x) => x.id === b.id)!;
    if (f.inflow <= 0) return [];
    const v = vesselOf(system, b.id);
    const siphon = a.siphons.some((s) => s.bed === b.id);
    const why = say`Each drain draws fresh air into the stones after the water. A flooded share up to ${share(FLOODED_WISH)} and ${time(ROOT_AIR)} of air between timed floods keep roots and bacteria breathing; a siphon bed breathes by its cycles, at least one an hour (our own number).`;
    const common = { id: 'root-air', about: b.id, why, source: PRACTICE } as const;
    if (siphon) {
      const level =
        b.longestWet > SIPHON_BREATH || (b.cyclesPerDay < 1 && b.floodedShare > FLOODED_WISH)
          ? 'watch'
          : 'fine';
      return [
        {
          ...common,
          level,
          measured: b.longestWet,
          limit: SIPHON_BREATH,
          kind: 'time',
          sentence:
            level === 'watch'
              ? say`“${v.name}” stands wet for ${time(Math.max(b.longestWet, b.floodedShare * day.end))} on end.`
              : say`“${v.name}” drains ${String(Math.round(b.cyclesPerDay))} times a day and draws in ${litres(b.airDrawn)} of air.`,
        },
      ];
    }
    const short = b.shortestDrained !== null && b.shortestDrained < ROOT_AIR - 1;
    const level = b.floodedShare > FLOODED_WISH || short ? 'watch' : 'fine';
    if (short && b.floodedShare <= FLOODED_WISH) {
      return [
        {
          ...common,
          level,
          measured: b.shortestDrained!,
          limit: ROOT_AIR,
          kind: 'time',
          sentence: say`“${v.name}” is drained for only ${time(b.shortestDrained!)} between two floods.`,
        },
      ];
    }
    return [
      {
        ...common,
        level,
        measured: b.floodedShare,
        limit: FLOODED_WISH,
        kind: 'share',
        sentence: say`“${v.name}” stands flooded ${share(b.floodedShare)} of the day${level === 'watch' ? ': roots want air for at least half of it.' : '.'}`,
      },
    ];
  });
};

export const dryRun: Rule = ({ system, day }) => {
  if (!day) return [];
  return day.metrics.pumps.map((p): Finding => {
    const line = system.paths.find((x) => x.id === p.id)!;
    const first = day.events.find((e) => e.kind === 'pump-dry' && e.where === p.id);
    const level = p.dry > 0 || first ? 'stop' : 'fine';
    return {
      id: 'dry-run',
      about: p.id,
      level,
      measured: p.dry,
      limit: 0,
      kind: 'time',
      sentence:
        level === 'stop'
          ? say`The pump of “${line.name}” draws air at ${clock(first?.t ?? 0)} and runs dry for ${time(p.dry)} of the day.`
          : say`The pump of “${line.name}” stays covered all day.`,
      why: say`Water cools and greases a pump. Dry, it burns out within minutes or hours, and nothing is delivered.`,
      source: 'Simulated day.',
    };
  });
};

/** Less than this is drops, m³. */
const DROPS = 1e-6;

export const spill: Rule = ({ system, day }) => {
  if (!day) return [];
  const first = day.events.find((e) => e.kind === 'rim-over');
  const level = day.spilled > DROPS ? 'stop' : 'fine';
  const where = system.vessels.find((v) => v.id === first?.where);
  return [
    {
      id: 'spill',
      about: level === 'stop' && where ? where.id : 'system',
      level,
      measured: day.spilled,
      limit: 0,
      kind: 'volume',
      sentence:
        level === 'stop'
          ? say`${litres(day.spilled)} land on the floor in a day, first over the rim of “${where?.name ?? 'a vessel'}” at ${clock(first?.t ?? 0)}.`
          : say`Nothing lands on the floor in the simulated day.`,
      why: say`Water on the floor is lost to the fish and finds the ceiling below. The day is simulated from rest at midnight with this programme.`,
      source: 'Simulated day.',
    },
  ];
};

const COMMON_FLOOR = 150;

export const floorLoad: Rule = ({ system, a }) => {
  const known = system.site.floorLoad;
  const limit = known ?? COMMON_FLOOR;
  const worst = [...a.weights]
    .filter((w) => {
      // A vessel that is dug in rests on the earth around it, not on a floor.
      const v = vesselOf(system, w.vessel);
      return v.role !== 'bed' && v.floor >= 0;
    })
    .sort((x, y) => y.load - x.load)[0];
  if (!worst) return [];
  const v = vesselOf(system, worst.vessel);
  const over = worst.load > limit;
  return [
    {
      id: 'floor-load',
      about: v.id,
      level: over ? 'watch' : 'fine',
      measured: worst.load,
      limit,
      kind: 'load',
      sentence: over
        ? known === null
          ? say`“${v.name}” weighs ${load(worst.load)} on its footprint; home floors are commonly made for ${load(150)} to ${load(200)}.`
          : say`“${v.name}” weighs ${load(worst.load)} on its footprint; you noted that the floor carries ${load(known)}.`
        : say`“${v.name}” weighs ${load(worst.load)} on its footprint.`,
      why: say`Water, stones, vessel, plants and fish at the fullest moment. This compares weights with common design loads and approves nothing: ask a structural engineer or the building’s manager, and follow local codes.`,
      source:
        'Common design loads of homes 1.5–2.0 kPa; balconies 2.5–4; flat roofs 0.4–1; old floors often less.',
    },
  ];
};
