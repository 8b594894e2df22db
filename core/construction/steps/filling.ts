import { CHLORINE_LIMITS } from '../../limits/index.ts';
import { dechlorinate, solutionMix, mixedConductivity, standingTime } from '../../life/index.ts';
import { dose, litres, liquid, mass, mm, say, type Phrase, plural } from '../../quantity/index.ts';
import type { Metres, Seconds, Share } from '../../quantity/si.ts';
import { dechlorinators, programmes, standsOf, vesselOf } from '../../system/index.ts';
import { buildKey } from '../keys.ts';
import { waterOf } from '../../assess/index.ts';
import { WORMS, wormArea } from '../parts/living.ts';
import { vesselsBuiltAlike, named } from './ground.ts';
import { measuredCheck, step, yes } from './make.ts';
import type { Work } from './work.ts';
import type { StepCheck, BuildStep } from './types.ts';

/** Stones, water, the first days, plants. */

/** Media that end so near to the design as it was judged. */
const MEDIA_TOP: Metres = 0.02;
/** A mix this near to its reckoned strength was measured out right. */
const MIX: Share = 0.2;
/** pH that solution is set to. Practice. */
const SOLUTION_PH = [5.5, 6.5] as const;
/** It runs with water for so long before anything lives in it. Practice. */
const RUNNING_IN: Seconds = 3 * 86400;

function mediaSteps(w: Work): BuildStep[] {
  const { system: s } = w.c;
  if (!w.media.length) return [];
  const clay = w.media.some((m) => m.medium === 'expanded-clay' || m.medium === 'perlite');
  const vessels = [...new Set(w.media.map((m) => m.vessel))];
  const groups = vesselsBuiltAlike(w.c)
    .map((list) => list.filter((v) => vessels.includes(v.id)))
    .filter((list) => list.length > 0);
  const filled = groups.map((list) => `media-${list[0]!.id}`);
  return [
    step({
      id: 'rinse',
      chapter: 'fill',
      title: say`Rinse the media`,
      how: [
        ...w.media.map(
          (m) =>
            say`${m.name} for “${vesselOf(s, m.vessel).name}”: ${litres(m.bought)}, ${plural(m.bags, '# bag', '# bags')}, ${plural(m.barrows, '# barrow load', '# barrow loads')}, ${mass(m.wet)} wet.`,
        ),
        say`Rinse in the bag with holes, in a crate, or in the bed with its drain led away, until the water runs clear.`,
        ...(clay
          ? [say`Soak floating media for a day. Dry media float up and lift the plants.`]
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
          say`The outflow is clear in a glass`,
          say`Rinse more. Fine dust clogs the guard and the siphon within weeks.`,
        ),
        yes(
          'vinegar',
          say`Vinegar on the media does not fizz, or you use them as a buffer`,
          say`These media contain carbonate, which keeps the pH high. Use other media, unless you need a buffer.`,
          { stage: 'vessels', about: vessels[0]! },
        ),
      ],
      caution: say`Rinse media wet: dry dust harms your lungs. Do not rinse into a drain that can clog.`,
    }),
    ...groups.map((list): BuildStep => {
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
                say`Put the guard in place first and lay the coarsest media around it by hand. Then fill from the far end. Never tip media onto pipes.`,
                ...layers.map((m): Phrase => say`${m.name}: ${litres(m.volume)}${each}.`),
                ...(v.media ? [say`Level the top at ${mm(v.media.top)} above the floor.`] : []),
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
              measuredCheck('top', say`Top of the media above the floor`, 'length', {
                least: v.media.top - MEDIA_TOP,
                most: v.media.top + MEDIA_TOP,
                optional: true,
                means: say`The dry layer above the flood keeps algae and gnats away. Fill up to ${mm(v.media.top)}, or enter the real height under Vessels.`,
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
        say`Fill and drain to waste two or three times. Clean the guard and the pump after each.`,
      ],
      after: filled,
      minutes: 60,
      hold: true,
      tests: filled,
      about: vessels,
      entries: [
        yes(
          'clear',
          say`You can see the floor of the tank through the water`,
          say`Flush once more. Fine dust becomes mud later.`,
          {
            step: 'flush',
          },
        ),
      ],
    }),
  ];
}

function waterSteps(w: Work, after: string): BuildStep[] {
  const { system: s } = w.c;
  const water = waterOf(w.c);
  const { tap } = s.site;
  const out: BuildStep[] = [];
  const by = dechlorinators(s)[0]!;
  const level = tap.chlorineLevel;
  const kind = tap.chlorine ?? 'chlorine';
  const stand = level === null ? null : standingTime(kind, level);
  const chlorinated = kind !== 'none';
  out.push(
    step({
      id: 'water',
      chapter: 'fill',
      title: say`Fill with the final water`,
      how: [
        say`${litres(water)}.`,
        ...(!chlorinated
          ? []
          : level === null
            ? [say`Test its total chlorine first. The amount of treatment depends on it.`]
            : kind === 'chloramine'
              ? [
                  say`Chloramine does not leave when water stands. Stir in ${dose(dechlorinate(by, level, water) / 1000)} “${by.name}”.`,
                ]
              : [
                  say`Stir in ${dose(dechlorinate(by, level, water) / 1000)} “${by.name}”, or aerate the water until the timer below has run out.`,
                ]),
      ],
      after: [after],
      minutes: 45,
      wait:
        chlorinated && stand && kind === 'chlorine' && !tap.treated
          ? {
              time: stand[1],
              what: say`Chlorine leaves aerated water. Treated water is ready at once.`,
            }
          : null,
      about: s.vessels.filter((v) => v.fill > 0).map((v) => v.id),
      caution: say`Add chemicals to water, never water to chemicals. Wear gloves and goggles.`,
    }),
  );
  const entries: StepCheck[] = [];
  if (chlorinated)
    entries.push(
      measuredCheck('chlorine', say`Total chlorine`, 'concentration', {
        least: 0,
        most: CHLORINE_LIMITS.target,
        means: say`It is not below ${{ value: CHLORINE_LIMITS.target, kind: 'concentration' }}. Chlorine burns gills and kills the bacteria that you need. Treat and test again.`,
        goTo: { step: 'water' },
      }),
    );
  entries.push(
    measuredCheck('temperature', say`Temperature of the water`, 'temperature', {
      optional: true,
      writes: { to: 'place', at: 'site.waterTemperature' },
    }),
  );
  out.push(
    step({
      id: 'treated',
      chapter: 'fill',
      title: say`Test the water`,
      how: [say`Take a sample from the middle of the tank one hour after the treatment.`],
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
          ...solutionMix(programme, 'leaf', water, strength).map((part) =>
            part.unit === 'g'
              ? say`Stir in ${dose(part.amount / 1000)} of ${part.name} before the next part.`
              : say`Stir in ${liquid(part.amount * 1e-6)} of ${part.name} before the next part.`,
          ),
          say`Never mix undiluted concentrates. Then adjust the pH in small steps.`,
        ],
        after: ['treated'],
        minutes: 30,
        caution: say`Wear gloves and goggles. Label leftovers and lock them away.`,
      }),
      step({
        id: 'mixed',
        chapter: 'fill',
        title: say`Measure the solution`,
        how: [say`Measure after half an hour of pumping.`],
        after: ['mix'],
        minutes: 10,
        hold: true,
        tests: ['mix'],
        entries: [
          measuredCheck('ec', say`EC`, 'conductivity', {
            least: ec * (1 - MIX),
            most: ec * (1 + MIX),
            means: say`Expected is ${{ value: ec, kind: 'conductivity' }}. Check the amount of water, the conductivity of your tap water, and whether you added every part.`,
            goTo: { stage: 'life', about: '' },
            writes: { to: 'place', at: 'water.conductivity' },
          }),
          measuredCheck('ph', say`pH`, 'ph', {
            least: SOLUTION_PH[0],
            most: SOLUTION_PH[1],
            means: say`Adjust in small steps, wait, and measure again.`,
            goTo: { stage: 'life', about: '' },
            writes: { to: 'place', at: 'water.ph' },
          }),
        ],
      }),
    );
  }
  return out;
}

function startSteps(w: Work, after: string): BuildStep[] {
  const { system: s, a } = w.c;
  const out: BuildStep[] = [];
  const timed = a.beds.filter((b) => b.floods && Number.isFinite(b.fill) && b.inflow > 0);
  out.push(
    step({
      id: 'run',
      chapter: 'start',
      title: say`Run it for some days`,
      how: [
        say`Run the system for some days without fish and plants. Check level, leaks, siphon and guard every morning and evening.`,
        ...(timed.length
          ? [
              say`Time a fill and a drain with a stopwatch. Mizuna then uses your own times instead of tables.`,
            ]
          : []),
      ],
      after: [after],
      minutes: 30,
      wait: { time: RUNNING_IN, what: say`Joints that were pushed in crooked leak now.` },
      about: timed.map((b) => b.id),
      entries: timed.slice(0, 2).flatMap((b): StepCheck[] => [
        measuredCheck(buildKey('fill', b.id), say`“${vesselOf(s, b.id).name}” fills in`, 'time', {
          optional: true,
          writes: { to: 'fill-time', vessel: b.id },
        }),
        ...(Number.isFinite(b.drain)
          ? [
              measuredCheck(
                buildKey('drain', b.id),
                say`“${vesselOf(s, b.id).name}” drains in`,
                'time',
                {
                  optional: true,
                  writes: { to: 'drain-time', vessel: b.id },
                },
              ),
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
          say`Hold the beds flooded while you plant (service mode). Rinse the soil off bought seedlings. Set the roots where the flood reaches them.`,
          ...crops.map(
            (x): Phrase =>
              say`${String(x.plants)} × ${x.kind.name} in “${vesselOf(s, x.planting.vessel).name}”, ${mm(x.kind.spacing)} apart.`,
          ),
        ],
        after: ['run'],
        minutes: 60,
        about: [...new Set(crops.map((x) => x.planting.vessel))],
      }),
    );
  if (wormArea(s) > 0)
    out.push(
      step({
        id: 'worms',
        chapter: 'start',
        title: say`Add composting worms`,
        how: [
          say`When the bed has cycled, rinse ${mass(WORMS * wormArea(s))} of worms and put them onto the media at dusk.`,
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
export function fillSteps(w: Work, tested: readonly string[]): BuildStep[] {
  const empty = step({
    id: 'empty',
    chapter: 'fill',
    title: say`Empty it to waste`,
    how: [say`The test water contains glue and dust. Keep it away from beds and fish.`],
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
          say`Cut it a finger’s width smaller than the water on all sides, with holes for the net pots at the crop’s spacing. Its pale side faces up.`,
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
