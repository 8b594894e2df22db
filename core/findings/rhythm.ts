import { clock, litres, load, mm, say, share, time } from '../quantity/index.ts';
import type { BedFigures, Duty } from '../assess/assess.ts';
import { vesselOf, type Vessel } from '../system/index.ts';
import { feedingPumps } from '../network/steady.ts';
import type { Seconds } from '../quantity/si.ts';
import { PRACTICE } from './grade.ts';
import type { Context, Finding, Rule } from './types.ts';

/** Findings on the rhythm of the day: timers, root air, dry running, spills; and on weight. */

const ON_SPARE = 1.1;
const ROOT_AIR = 900;
const FLOODED_WISH = 0.5;
/** A siphon bed should breathe at least this often: our own number. */
const SIPHON_BREATH = 3600;

/** A flooded bed on a timer, with the times that its pump's runs and pauses have to cover. */
interface Fed {
  readonly duty: Duty;
  readonly bed: BedFigures;
  /** Other beds fill before it. */
  readonly behind: boolean;
  /** From the pump's start until it is flooded: as in the day, else as it would be were the run long enough. */
  readonly floods: Seconds;
  /** From the pump's stop until it is drained, likewise. */
  readonly drains: Seconds;
}

/** Every flooded bed with the pump on whose timer it hangs, straight or through the vessels before it. */
function fedBeds({ a, day }: Context): Fed[] {
  const { net } = a;
  return a.beds.flatMap((bed): Fed[] => {
    if (!bed.floods || bed.inflow <= 0) return [];
    const i = net.vessels.findIndex((v) => v.id === bed.id);
    const ids = feedingPumps(net, i).map((k) => net.paths[k]!.id);
    const duty = a.duties.find((d) => ids.includes(d.id));
    // A pump that is always on has no runs and pauses to judge.
    if (!duty || !Number.isFinite(duty.shortestOn) || duty.flow <= 0) return [];
    const group = net.vessels[i]!.joined.map((j) => net.vessels[j]!.id);
    const own = day?.metrics.beds.find((b) => b.id === bed.id);
    // What a pump empties waits for that pump's timer; only its emptying is counted.
    const emptied = a.duties.some((d) => d.empties && group.includes(d.from));
    return [
      {
        duty,
        bed,
        behind: !duty.branches.some((x) => group.includes(x.to)),
        floods: own?.fromOn ?? bed.fromOn,
        drains: emptied ? (own?.drain ?? bed.drain) : (own?.fromOff ?? bed.fromOff),
      },
    ];
  });
}

/** The bed of a timer that is worst off: one finding a pump. */
function worstOf(feds: readonly Fed[], need: (f: Fed) => number): Fed[] {
  const out = new Map<string, Fed>();
  for (const f of feds) {
    const was = out.get(f.duty.id);
    if (!was || need(f) > need(was)) out.set(f.duty.id, f);
  }
  return [...out.values()];
}

export const onTime: Rule = (c) =>
  worstOf(fedBeds(c), (f) => f.floods).map((fed): Finding => {
    const d = fed.duty;
    const v = vesselOf(c.system, fed.bed.id);
    const fill = fed.floods;
    const short = d.shortestOn < fill;
    const level = short ? 'stop' : d.shortestOn < ON_SPARE * fill ? 'watch' : 'fine';
    const upstream = fed.behind ? ' once those before it are full' : '';
    return {
      id: 'on-time',
      about: d.id,
      level,
      measured: d.shortestOn,
      limit:
        short && Number.isFinite(fill)
          ? fill
          : Number.isFinite(fill)
            ? ON_SPARE * fill
            : d.shortestOn,
      kind: 'time',
      sentence: !Number.isFinite(fill)
        ? say`“${v.name}” never fills: what comes in runs out below the flood mark.`
        : short
          ? say`The timer gives ${time(d.shortestOn)} and “${v.name}” needs ${time(fill)} to fill${upstream}.`
          : level === 'watch'
            ? say`The timer gives ${time(d.shortestOn)} for a fill of ${time(fill)}; ${time(ON_SPARE * fill)} leave something for a tired pump.`
            : say`The timer gives ${time(d.shortestOn)} for a fill of ${time(fill)}.`,
      why: say`The on-time must cover the fill, from the pump’s start until the last bed on it is flooded, with 10 to 25 % to spare, since pumps tire and guards clog. More does no harm: the water goes round over the overflow.`,
      source: PRACTICE,
    };
  });

export const offTime: Rule = (c) =>
  worstOf(fedBeds(c), (f) => f.drains).flatMap((fed): Finding[] => {
    const d = fed.duty;
    if (!Number.isFinite(d.shortestOff)) return [];
    const drain = fed.drains;
    const v = vesselOf(c.system, fed.bed.id);
    const need = drain + ROOT_AIR;
    const level = d.shortestOff < drain ? 'stop' : d.shortestOff < need ? 'watch' : 'fine';
    return [
      {
        id: 'off-time',
        about: d.id,
        level,
        measured: d.shortestOff,
        limit:
          level === 'stop' && Number.isFinite(drain)
            ? drain
            : Number.isFinite(need)
              ? need
              : d.shortestOff,
        kind: 'time',
        sentence: !Number.isFinite(drain)
          ? say`“${v.name}” has no way to drain while the pump stands still.`
          : level === 'stop'
            ? say`The pause is ${time(d.shortestOff)} and “${v.name}” needs ${time(drain)} to drain.`
            : level === 'watch'
              ? say`The pause of ${time(d.shortestOff)} leaves the roots ${time(d.shortestOff - drain)} of air in “${v.name}”; ${time(ROOT_AIR)} are wished.`
              : say`The pause is ${time(d.shortestOff)}: ${time(drain)} to drain, the rest is air for the roots.`,
        why: say`Roots drown in standing water. The pause must cover the drain, from the pump’s stop until the last bed on it is all but empty, and then leave at least ${time(ROOT_AIR)} of air.`,
        source: PRACTICE,
      },
    ];
  });

/** A trickled bed keeps the upper part of its stones in the air: at least two fifths, our own number. */
const TRICKLE_DEPTH = 0.6;

/** A bed that stands part full all day breathes above its water line only. */
function trickleAir(v: Vessel, f: BedFigures): Finding {
  const top = v.media?.top ?? v.shape.height;
  const part = f.highest / top;
  const level = part > TRICKLE_DEPTH ? 'watch' : 'fine';
  return {
    id: 'root-air',
    about: v.id,
    level,
    measured: part,
    limit: TRICKLE_DEPTH,
    kind: 'share',
    sentence:
      level === 'watch'
        ? say`“${v.name}” stands ${mm(f.highest)} deep in water all day, ${share(part)} of its stones; up to ${share(TRICKLE_DEPTH)} leave the roots air.`
        : say`“${v.name}” stands ${mm(f.highest)} deep all day; the ${mm(top - f.highest)} above are the roots’ air, and seeds there want a wick.`,
    why: say`A constant trickle is the simplest rhythm and the poorest in air: no water leaves the stones to draw air in after it. It does for shallow beds and small plants that root above the water line. ${share(TRICKLE_DEPTH)} is our own number.`,
    source: 'Our own number.',
  };
}

export const rootAir: Rule = ({ system, a, day }) => {
  if (!day) return [];
  return day.metrics.beds.flatMap((b): Finding[] => {
    const f = a.beds.find((x) => x.id === b.id)!;
    if (f.inflow <= 0 || !f.floods) return [];
    const v = vesselOf(system, b.id);
    if (f.trickle) return [trickleAir(v, f)];
    const joined = a.net.vessels[system.vessels.indexOf(v)]!.joined;
    const siphon = a.siphons.some((s) => joined.some((i) => system.vessels[i]!.id === s.bed));
    const why = say`Each drain draws fresh air into the stones after the water. A flooded share up to ${share(FLOODED_WISH)} and ${time(ROOT_AIR)} of air between timed floods keep roots and bacteria breathing; a siphon bed breathes by its cycles, at least one an hour (our own number).`;
    const common = { id: 'root-air', about: b.id, why, source: PRACTICE } as const;
    if (siphon) {
      const still = b.cyclesPerDay === 0;
      const wet = still ? day.end : b.longestWet;
      const level = wet > SIPHON_BREATH ? 'watch' : 'fine';
      return [
        {
          ...common,
          level,
          measured: wet,
          limit: SIPHON_BREATH,
          kind: 'time',
          sentence:
            level === 'watch'
              ? still
                ? say`“${v.name}” does not cycle once in the day: no water falls out of its stones to draw fresh air in.`
                : say`“${v.name}” stands wet for ${time(wet)} on end.`
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
      return vesselOf(system, w.vessel).floor >= 0;
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

/** Beds held for work are easily left so. */
export const service: Rule = ({ system }) =>
  system.service === null
    ? []
    : [
        {
          id: 'service',
          about: 'system',
          level: 'watch',
          measured: 1,
          limit: 0,
          kind: 'count',
          sentence:
            system.service === 'flooded'
              ? say`The beds are held flooded: pumps on, siphons given air. Let them run again when the planting is done.`
              : say`The beds are held drained: the pumps stand still. Let them run again before roots and bacteria dry.`,
          why: say`Held flooded, roots and bacteria drown within hours; held drained, they dry, and fish have no cleaned water. All other findings speak of this state while it lasts.`,
          source: PRACTICE,
        },
      ];
