import { CHLORINE_LIMITS } from '../../limits/index.ts';
import { dechlorinate, mix, mixedConductivity, standingTime } from '../../life/index.ts';
import { dose, litres, liquid, mass, mm, say, type Phrase } from '../../quantity/index.ts';
import type { Metres, Seconds, Share } from '../../quantity/si.ts';
import { dechlorinators, programmes, standsOf, vesselOf } from '../../system/index.ts';
import { buildKey } from '../keys.ts';
import { waterOf } from '../../assess/index.ts';
import { WORMS, wormArea } from '../parts/living.ts';
import { alike, named } from './ground.ts';
import { measure, step, yes } from './make.ts';
import type { Work } from './work.ts';
import type { Entry, Step } from './types.ts';

/** Stones, water, the first days, plants. */

/** Media that end so near to the design as it was judged. */
const MEDIA_TOP: Metres = 0.02;
/** A mix this near to its reckoned strength was measured out right. */
const MIX: Share = 0.2;
/** pH that solution is set to. Practice. */
const SOLUTION_PH = [5.5, 6.5] as const;
/** It runs with water for so long before anything lives in it. Practice. */
const RUNNING_IN: Seconds = 3 * 86400;

function mediaSteps(w: Work): Step[] {
  const { system: s } = w.c;
  if (!w.media.length) return [];
  const clay = w.media.some((m) => m.medium === 'expanded-clay' || m.medium === 'perlite');
  const vessels = [...new Set(w.media.map((m) => m.vessel))];
  const groups = alike(w.c)
    .map((list) => list.filter((v) => vessels.includes(v.id)))
    .filter((list) => list.length > 0);
  const filled = groups.map((list) => `media-${list[0]!.id}`);
  return [
    step({
      id: 'rinse',
      chapter: 'fill',
      title: say`Rinse the stones`,
      how: [
        ...w.media.map(
          (m) =>
            say`${m.name} for “${vesselOf(s, m.vessel).name}”: ${litres(m.bought)}, ${String(m.bags)} ${m.bags > 1 ? 'bags' : 'bag'}, ${String(m.barrows)} barrow ${m.barrows > 1 ? 'loads' : 'load'}; ${mass(m.wet)} wet.`,
        ),
        say`In the bag with holes, in a crate, or in the bed with its drain led away: until the water runs clear.`,
        ...(clay
          ? [say`Soak what floats for a day: dry, it swims up and takes the plants along.`]
          : []),
      ],
      after: ['empty'],
      minutes: 20 * w.media.reduce((sum, m) => sum + m.barrows, 0),
      hands: 2,
      hold: true,
      tests: ['empty'],
      about: vessels,
      entries: [
        yes(
          'clear',
          say`What runs out is clear in a glass`,
          say`Rinse on: fines settle in the guard and the siphon and choke them in weeks.`,
        ),
        yes(
          'vinegar',
          say`Vinegar on a stone does not fizz, or you want it to`,
          say`It is carbonate and holds the pH high: another stone, unless you want a buffer.`,
          { stage: 'vessels', about: vessels[0]! },
        ),
      ],
      caution: say`Rinse wet, not dry: the dust harms lungs. Not into a drain that clogs.`,
    }),
    ...groups.map((list): Step => {
      const v = list[0]!;
      const layers = w.media.filter((m) => m.vessel === v.id && !m.inPots);
      const pots = w.media.filter((m) => m.vessel === v.id && m.inPots);
      const each = list.length > 1 ? ' in each' : '';
      return step({
        id: `media-${v.id}`,
        chapter: 'fill',
        title:
          pots.length && !layers.length
            ? say`Fill the pots of ${named(list)}`
            : say`Fill ${named(list)}`,
        how: [
          ...(layers.length
            ? [
                say`Guard in its place first, the coarsest stones by hand around it, then from the far end towards it; never tipped onto pipes.`,
                ...layers.map((m): Phrase => say`${m.name}: ${litres(m.volume)}${each}.`),
                ...(v.media ? [say`Its top at ${mm(v.media.top)} over the floor, level.`] : []),
              ]
            : []),
          ...pots.map((m): Phrase => say`Pots: ${m.name}, ${litres(m.volume)}${each}.`),
        ],
        after: ['rinse'],
        minutes: 60 * list.length,
        hands: 2,
        about: list.map((x) => x.id),
        entries: v.media
          ? [
              measure('top', say`Top of the stones over the floor`, 'length', {
                least: v.media.top - MEDIA_TOP,
                most: v.media.top + MEDIA_TOP,
                optional: true,
                means: say`The dry layer over the flood keeps algae and gnats away: fill up to ${mm(v.media.top)}, or enter what it really is under Vessels.`,
                goTo: { stage: 'vessels', about: v.id },
              }),
            ]
          : [],
      });
    }),
    step({
      id: 'flush',
      chapter: 'fill',
      title: say`Flush the fines to waste`,
      how: [
        say`Fill, drain to waste, twice or three times; clean the guard and the pump after each.`,
      ],
      after: filled,
      minutes: 60,
      hold: true,
      tests: filled,
      about: vessels,
      entries: [
        yes(
          'clear',
          say`The floor of the tank shows through the water`,
          say`Once more: what is fine now is mud later.`,
          {
            step: 'flush',
          },
        ),
      ],
    }),
  ];
}

function waterSteps(w: Work, after: string): Step[] {
  const { system: s } = w.c;
  const water = waterOf(w.c);
  const { tap } = s.site;
  const out: Step[] = [];
  const by = dechlorinators(s)[0]!;
  const level = tap.chlorineLevel;
  const kind = tap.chlorine ?? 'chlorine';
  const stand = level === null ? null : standingTime(kind, level);
  const chlorinated = kind !== 'none';
  out.push(
    step({
      id: 'water',
      chapter: 'fill',
      title: say`Fill with the water that stays`,
      how: [
        say`${litres(water)}.`,
        ...(!chlorinated
          ? []
          : level === null
            ? [
                say`Test its total chlorine first: how much of a treatment it needs follows from that.`,
              ]
            : kind === 'chloramine'
              ? [
                  say`Chloramine does not leave by standing: ${dose(dechlorinate(by, level, water) / 1000)} “${by.name}”.`,
                ]
              : [
                  say`Stir in ${dose(dechlorinate(by, level, water) / 1000)} “${by.name}”, or let it stand aerated until the clock has run.`,
                ]),
      ],
      after: [after],
      minutes: 45,
      wait:
        chlorinated && stand && kind === 'chlorine' && !tap.treated
          ? {
              time: stand[1],
              what: say`Chlorine leaves aerated water; treated water need not wait.`,
            }
          : null,
      about: s.vessels.filter((v) => v.fill > 0).map((v) => v.id),
      caution: say`Chemicals into water, never the other way round; gloves and goggles.`,
    }),
  );
  const entries: Entry[] = [];
  if (chlorinated)
    entries.push(
      measure('chlorine', say`Total chlorine`, 'concentration', {
        least: 0,
        most: CHLORINE_LIMITS.target,
        means: say`Not under ${{ value: CHLORINE_LIMITS.target, kind: 'concentration' }}: it burns gills and kills the bacteria that you want. Treat again, test again.`,
        goTo: { step: 'water' },
      }),
    );
  entries.push(
    measure('temperature', say`Temperature of the water`, 'temperature', {
      optional: true,
      writes: { to: 'place', at: 'site.waterTemperature' },
    }),
  );
  out.push(
    step({
      id: 'treated',
      chapter: 'fill',
      title: say`Test the water`,
      how: [say`An hour after treating, from the middle of the tank.`],
      after: ['water'],
      minutes: 10,
      hold: true,
      tests: ['water'],
      about: s.vessels.filter((v) => v.fill > 0).map((v) => v.id),
      entries,
    }),
  );
  const programme = s.solution && programmes(s).find((x) => x.id === s.solution!.programme);
  if (s.solution && programme) {
    const strength = s.solution.strength;
    const ec = mixedConductivity(programme, 'leaf', strength, tap.conductivity ?? 0);
    out.push(
      step({
        id: 'mix',
        chapter: 'fill',
        title: say`Mix the solution`,
        how: [
          ...mix(programme, 'leaf', water, strength).map((part) =>
            part.unit === 'g'
              ? say`${part.name}: ${dose(part.amount / 1000)}, stirred in before the next.`
              : say`${part.name}: ${liquid(part.amount * 1e-6)}, stirred in before the next.`,
          ),
          say`Concentrates never meet undiluted. Then pH, in small steps.`,
        ],
        after: ['treated'],
        minutes: 30,
        caution: say`Gloves and goggles; label what you keep, lock it away.`,
      }),
      step({
        id: 'mixed',
        chapter: 'fill',
        title: say`Measure the solution`,
        how: [say`After half an hour of pumping.`],
        after: ['mix'],
        minutes: 10,
        hold: true,
        tests: ['mix'],
        entries: [
          measure('ec', say`EC`, 'conductivity', {
            least: ec * (1 - MIX),
            most: ec * (1 + MIX),
            means: say`Reckoned ${{ value: ec, kind: 'conductivity' }}: more or less water than thought, tap water of its own strength, or a part forgotten.`,
            goTo: { stage: 'life', about: '' },
            writes: { to: 'place', at: 'water.conductivity' },
          }),
          measure('ph', say`pH`, 'ph', {
            least: SOLUTION_PH[0],
            most: SOLUTION_PH[1],
            means: say`Small steps, then wait and measure again.`,
            goTo: { stage: 'life', about: '' },
            writes: { to: 'place', at: 'water.ph' },
          }),
        ],
      }),
    );
  }
  return out;
}

function startSteps(w: Work, after: string): Step[] {
  const { system: s, a } = w.c;
  const out: Step[] = [];
  const timed = a.beds.filter((b) => b.floods && Number.isFinite(b.fill) && b.inflow > 0);
  out.push(
    step({
      id: 'run',
      chapter: 'start',
      title: say`Let it run`,
      how: [
        say`Some days without anyone living in it. Look mornings and evenings: level, leaks, siphon, guard.`,
        ...(timed.length
          ? [
              say`Time a fill and a drain by stopwatch: with them the days ahead are yours and no table’s.`,
            ]
          : []),
      ],
      after: [after],
      minutes: 30,
      wait: { time: RUNNING_IN, what: say`What was pushed askew shows now.` },
      about: timed.map((b) => b.id),
      entries: timed.slice(0, 2).flatMap((b): Entry[] => [
        measure(buildKey('fill', b.id), say`“${vesselOf(s, b.id).name}” fills in`, 'time', {
          optional: true,
          writes: { to: 'fill-time', vessel: b.id },
        }),
        ...(Number.isFinite(b.drain)
          ? [
              measure(buildKey('drain', b.id), say`“${vesselOf(s, b.id).name}” drains in`, 'time', {
                optional: true,
                writes: { to: 'drain-time', vessel: b.id },
              }),
            ]
          : []),
      ]),
    }),
  );
  const crops = standsOf(s);
  if (crops.length)
    out.push(
      step({
        id: 'plant',
        chapter: 'start',
        title: say`Plant`,
        how: [
          say`Hold the beds flooded meanwhile (service mode). Rinse the soil off bought seedlings; roots go where the flood reaches them.`,
          ...crops.map(
            (x): Phrase =>
              say`${String(x.plants)} × ${x.kind.name} in “${vesselOf(s, x.stand.vessel).name}”, ${mm(x.kind.spacing)} apart.`,
          ),
        ],
        after: ['run'],
        minutes: 60,
        about: [...new Set(crops.map((x) => x.stand.vessel))],
      }),
    );
  if (wormArea(s) > 0)
    out.push(
      step({
        id: 'worms',
        chapter: 'start',
        title: say`Add composting worms`,
        how: [
          say`${mass(WORMS * wormArea(s))}, rinsed, onto the stones at dusk, when the bed has run in.`,
        ],
        after: ['run'],
        minutes: 10,
        wait: null,
        about: s.vessels.filter((v) => v.role === 'bed').map((v) => v.id),
      }),
    );
  return out;
}

/** From the tested system to the planted one. */
export function fillSteps(w: Work, tested: readonly string[]): Step[] {
  const empty = step({
    id: 'empty',
    chapter: 'fill',
    title: say`Empty it to waste`,
    how: [say`The test water has glue and dust in it: not into the beds, not to fish.`],
    after: tested,
    minutes: 30,
  });
  const media = mediaSteps(w);
  const site = w.c.system.vessels
    .filter((v) => v.role === 'raft')
    .map((v) =>
      step({
        id: `raft-${v.id}`,
        chapter: 'fill',
        title: say`Cut and float the raft of “${v.name}”`,
        how: [
          say`A finger’s width smaller than the water all round, holes for the net pots at the crop’s spacing, its pale side up.`,
        ],
        after: ['empty'],
        minutes: 60,
        about: [v.id],
      }),
    );
  const water = waterSteps(w, media.length ? 'flush' : 'empty');
  const last = water[water.length - 1]!.id;
  const start = startSteps(w, last).map((x) =>
    x.id === 'plant' ? { ...x, after: [...x.after, ...site.map((r) => r.id)] } : x,
  );
  return [empty, ...media, ...site, ...water, ...start];
}
