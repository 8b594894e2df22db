import { waterOf } from '../../assess/index.ts';
import type { Figures } from '../../assess/figures.ts';
import { feedADay } from '../../derived/index.ts';
import { dechlorinate, solutionMix } from '../../life/index.ts';
import { dose, litres, liquid, mass, say } from '../../quantity/index.ts';
import type { Kilograms } from '../../quantity/si.ts';
import {
  dechlorinators,
  fishKindOf,
  programmes,
  siteArea,
  standsOf,
  type SystemDocument,
} from '../../system/index.ts';
import { partLine } from './line.ts';
import type { PartLine } from './types.ts';

/** What goes into the water, and what grows. */

/** Days that a first bag of feed lasts. */
const FEED_DAYS = 30;
/** Composting worms for a square metre of stones that have run in. Practice: a handful. */
export const WORMS: Kilograms = 0.1;
/** Plugs beyond the plan: some fail. Practice. */
const PLUG_SPARES = 0.1;

/** Area of stone beds, where worms live once they have run in: with fish only. */
export const wormArea = (s: SystemDocument): number =>
  s.fish.length
    ? s.vessels.reduce((sum, v) => sum + (v.role === 'bed' && v.media ? siteArea(v) : 0), 0)
    : 0;

/** Treatment, test kit, fish, feed, nutrients, plants and worms, each for the first filling or the plan. */
export function livingParts(c: Figures): PartLine[] {
  const { system: s } = c;
  const water = waterOf(c);
  const { tap } = s.site;
  const out: PartLine[] = [];
  if (tap.chlorine !== 'none') {
    const by = dechlorinators(s)[0]!;
    const level = tap.chlorineLevel;
    out.push(
      partLine('water', ['dechlorinator'], by.name, {
        size:
          level === null
            ? say`for ${litres(water)}`
            : say`at least ${dose(dechlorinate(by, level, water) / 1000)}`,
        note:
          level === null
            ? say`The amount depends on the chlorine in your tap water. Test it, or ask the supplier.`
            : say`For the first filling. Chlorine also leaves aerated water within days. Chloramine does not.`,
      }),
      partLine('water', ['chlorine-test'], 'Chlorine test, total', {}),
    );
  }
  if (s.fish.length) {
    out.push(
      partLine('water', ['kit'], 'Drop kit: ammonia, nitrite, nitrate, pH, carbonate hardness', {
        note: say`You need it every day while the system cycles. Check its expiry date.`,
      }),
      partLine('water', ['thermometer'], 'Thermometer', {}),
      partLine('water', ['buffer'], 'Buffer against a falling pH', {
        note: say`Alternate potassium bicarbonate and a calcium carbonate.`,
      }),
      ...(s.plan.start === 'fishless'
        ? [
            partLine('water', ['ammonia'], 'Ammonia for the start without fish', {
              note: say`Pure ammonium chloride or clear ammonia water without soap or scent.`,
            }),
          ]
        : []),
      ...s.fish.map((f) =>
        partLine('water', ['fish', f.id], fishKindOf(s, f.kind)?.name ?? 'Fish', {
          size: say`${mass(f.meanMass)} each`,
          count: f.count,
          note: say`Buy them when the water is ready, not before. ${fishKindOf(s, f.kind)?.law ?? ''}`,
        }),
      ),
      partLine('water', ['feed'], 'Feed', {
        size: say`${mass((feedADay.value(c, '') ?? 0) * FEED_DAYS)} for the first ${String(FEED_DAYS)} days`,
        note: say`Buy it fresh and store it dry. Old feed loses its vitamins.`,
      }),
    );
    if (wormArea(s) > 0)
      out.push(
        partLine('plants', ['worms'], 'Composting worms', {
          size: say`${mass(WORMS * wormArea(s))}`,
          note: say`Add a handful per square metre when the bed has cycled.`,
        }),
      );
  }
  if (s.solution) {
    const programme = programmes(s).find((x) => x.id === s.solution?.programme);
    if (programme)
      for (const [i, part] of solutionMix(programme, 'leaf', water, s.solution.strength).entries())
        out.push(
          partLine(
            'water',
            ['nutrient', programme.id, String(i)],
            `${programme.name}: ${part.name}`,
            {
              size:
                part.unit === 'g'
                  ? say`at least ${dose(part.amount / 1000)}`
                  : say`at least ${liquid(part.amount * 1e-6)}`,
              note: say`For the first filling of ${litres(water)}.`,
            },
          ),
        );
    out.push(
      partLine('water', ['meter'], 'Meters for EC and pH, with their standards', {}),
      partLine('water', ['ph'], 'pH up and pH down', { note: say`Wear gloves and goggles.` }),
    );
  }
  for (const x of standsOf(s)) {
    const spare = Math.ceil(x.plants * PLUG_SPARES);
    out.push(
      partLine('plants', ['crop', x.planting.id], x.kind.name, {
        size: x.kind.nurseryDays > 0 ? say`plugs` : say`seeds or cuttings`,
        count: x.plants + spare,
        spare,
        note: say`${String(x.plants)} in the plan.`,
      }),
    );
  }
  return out;
}
