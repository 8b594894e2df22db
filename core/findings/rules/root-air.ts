import { HYDRAULIC_LIMITS } from '../../limits/index.ts';
import type { BedFigures } from '../../assess/assess.ts';
import { given, litres, mm, ORIGIN, say, share, time } from '../../quantity/index.ts';
import { vesselOf, type Vessel } from '../../system/index.ts';
import { adjustCrests, adjustTimer } from '../adjustments/index.ts';
import { PRACTICE } from '../grade.ts';
import { ROOT_AIR } from '../irrigation.ts';
import { defineRule, type Verdict } from '../rule.ts';
import { linesFeeding } from '../supply.ts';

const FLOODED_WISH = HYDRAULIC_LIMITS.floodedTime;

/** A siphon bed should breathe at least this often: our own number. */
const SIPHON_BREATH = 3600;

/** A trickled bed keeps the upper part of its stones in the air: at least two fifths, our own number. */
const TRICKLE_DEPTH = 0.6;

/** A bed that stands part full all day breathes above its water line only. */
function trickleAir(v: Vessel, f: BedFigures): Verdict {
  const top = v.media?.top ?? v.shape.height;
  const part = f.highest / top;
  const level = part > TRICKLE_DEPTH ? 'watch' : 'fine';
  return {
    about: v.id,
    level,
    measured: part,
    limit: TRICKLE_DEPTH,
    kind: 'share',
    sentence:
      level === 'watch'
        ? say`“${v.name}” has ${mm(f.highest)} of water all day, ${share(part)} of its media depth. At most ${share(TRICKLE_DEPTH)} leaves the roots enough air.`
        : say`“${v.name}” has ${mm(f.highest)} of water all day. The ${mm(top - f.highest)} above it give the roots air. Seeds up there need a wick.`,
    why: say`A constant trickle is the simplest method and gives the least air, because no water leaves the media and draws air in. It suits shallow beds and small plants that root above the water level. ${share(TRICKLE_DEPTH)} is our own number.`,
    source: 'Our own number.',
  };
}

export const rootAirRule = defineRule({
  id: 'root-air',
  title: 'root air',
  stage: 'drain',
  needsDay: true,

  judge: ({ system, a, day }) => {
    if (!day) return [];
    return day.metrics.beds.flatMap((b): Verdict[] => {
      const f = a.beds.find((x) => x.id === b.id)!;
      if (f.inflow <= 0 || !f.floods) return [];
      const v = vesselOf(system, b.id);
      if (f.trickle) return [trickleAir(v, f)];
      const joined = a.net.vessels[system.vessels.indexOf(v)]!.joined;
      const siphon = a.siphons.some((s) => joined.some((i) => system.vessels[i]!.id === s.bed));
      const why = say`Each time a bed drains, fresh air follows the water into the media. Roots and bacteria need the bed to be flooded for at most ${share(FLOODED_WISH)} of the day, with ${time(ROOT_AIR)} of air between timed floods. A siphon bed needs at least one cycle an hour (our own number).`;
      const common = { about: b.id, why, source: PRACTICE } as const;
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
                  ? say`“${v.name}” does not cycle once in the day. No water leaves its media to draw fresh air in.`
                  : say`“${v.name}” stays flooded for ${time(wet)} without a break.`
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
          sentence:
            level === 'watch'
              ? say`“${v.name}” is flooded for ${share(b.floodedShare)} of the day. Roots need air for at least half of it.`
              : say`“${v.name}” is flooded for ${share(b.floodedShare)} of the day.`,
        },
      ];
    });
  },

  adjustments: ({ system: s, a, f }) => [
    ...linesFeeding(s, a, f.about).flatMap((l) => [
      ...adjustTimer(s, l, 'off', 1),
      ...adjustTimer(s, l, 'on', -1),
    ]),
    ...(a.beds.find((b) => b.id === f.about)?.trickle ? adjustCrests(s, [f.about], -1) : []),
  ],

  explain: ({ day, f }) => {
    const b = day?.metrics.beds.find((x) => x.id === f.about);
    return b
      ? {
          title: 'Air for the roots',
          formula: String.raw`t_\mathrm{wet} \le 1\,\mathrm{h} \quad\text{or}\quad \frac{t_\mathrm{flooded}}{24\,\mathrm{h}} \le 50\,\%`,
          given: [
            given('n', 'floods', b.cyclesPerDay, 'count', ORIGIN.day),
            given(
              String.raw`t_\mathrm{wet}`,
              'longest without draining',
              b.longestWet,
              'time',
              ORIGIN.day,
            ),
            given(
              String.raw`t_\mathrm{flooded}`,
              'above half the flood depth',
              b.floodedShare * 86400,
              'time',
              ORIGIN.day,
            ),
            given('V', 'air drawn in', b.airDrawn, 'volume', ORIGIN.day),
          ],
        }
      : null;
  },

  // A siphon that does not cycle is what leaves the roots without air.
  cause: ({ system: s, a, f }, open) => {
    const { joined } = a.net.vessels[s.vessels.findIndex((v) => v.id === f.about)]!;
    const group = joined.map((i) => s.vessels[i]!.id);
    const own = a.siphons.filter((w) => group.includes(w.bed)).map((w) => w.id);
    return open.find(
      (x) => (x.id === 'siphon-start' || x.id === 'siphon-stop') && own.includes(x.about),
    );
  },
  adjustsCause: true,
});
