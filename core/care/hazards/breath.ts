import { saturation } from '../../life/index.ts';
import { HEAT_WAIT, MEMORY, TEMPERATURE_LIMITS } from '../../limits/index.ts';
import { concentration, say, time, type Phrase } from '../../quantity/index.ts';
import { bandsOf, recent, tankOf, type Tended } from '../../readings/index.ts';
import type { ReadingId } from '../../system/index.ts';
import { lookStep, removeStep } from '../../treatment/index.ts';
import type { SignId } from '../../entries/signs.ts';
import { hazardOf, type Hazard, type Want } from '../types.ts';

/** Oxygen as it was read, fish that gasp, a pump that stands still, rot, a power cut. */

/** When a sign was last seen, if nothing was seen since that speaks against it. */
function seenSince(t: Tended, sign: SignId, well: SignId, span: number): number | null {
  const [seen] = recent(t, span, (e) => e.seen?.includes(sign) ?? false);
  if (!seen) return null;
  const [better] = recent(
    t,
    span,
    (e) => e.at > seen.at && (e.seen?.includes(well) ?? false) && !e.seen!.includes(sign),
  );
  return better ? null : seen.at;
}
const ago = (t: Tended, at: number) => time(Math.max(60, Math.round((t.now - at) / 60000) * 60));

function power(t: Tended): { words: Phrase; step: Want } | null {
  const [cut] = recent(t, MEMORY.cut, (e) => e.kind === 'power-cut');
  if (!cut) return null;
  const [seen] = recent(
    t,
    MEMORY.cut,
    (e) =>
      e.at > cut.at &&
      (e.seen?.includes('pump-well') ||
        (e.kind === 'task' && e.what === 'after-cut' && e.outcome === 'done')) === true,
  );
  if (seen) return null;
  return {
    words: say`The power was cut ${ago(t, cut.at)} ago, and nobody has looked since.`,
    step: {
      kind: 'step',
      step: lookStep(
        say`Look after the power cut`,
        [
          say`Look after the power cut: the pump runs, every drain flows, all plugs are dry.`,
          say`Set the clock of a dial timer: it lost as many minutes as the cut was long.`,
          ...(t.hasFish ? [say`Watch the fish for an hour for gasping.`] : []),
        ],
        '',
        'after-cut',
        HEAT_WAIT.oxygen,
      ),
    },
  };
}

/** What takes the breath of fish or roots. */
export function breathHazards(t: Tended): Hazard[] {
  const out: Hazard[] = [];
  const about = tankOf(t);
  const cut = power(t);
  if (cut)
    out.push(
      hazardOf('breath', 'now', cut.words, {
        wants: [cut.step],
        again: HEAT_WAIT.oxygen,
        readsAfter: t.hasFish ? ['oxygen'] : ['level'],
        unless: say`It was looked at, or the pump was seen running since.`,
        feed: t.hasFish ? 'half' : 'full',
      }),
    );

  const still = seenSince(t, 'pump-still', 'pump-well', MEMORY.sign);
  if (still !== null) {
    const pump = t.system.paths.find((p) => p.kind === 'pumped-line');
    out.push(
      hazardOf(
        'breath',
        t.hasFish ? 'now' : 'today',
        say`The pump did not run ${ago(t, still)} ago. Without flow there is no new oxygen.`,
        {
          about: t.hasFish ? about : (pump?.id ?? ''),
          feed: 0,
          air: t.hasFish ? 'breath' : null,
          wants: [
            {
              kind: 'step',
              step: lookStep(
                say`Get the pump running`,
                [
                  say`Check whether the pump has power: plug, residual-current device, timer.`,
                  say`Unplug it, then look into its guard and impeller and clear them.`,
                  say`Check whether its intake is under water.`,
                  say`Plug it in. If it does not run, use a spare pump.`,
                ],
                pump?.id ?? '',
                'pump-rinse',
                HEAT_WAIT.oxygen,
              ),
            },
          ],
          readsNow: t.hasFish ? ['oxygen', 'temperature'] : [],
          readsAfter: t.hasFish ? ['oxygen'] : [],
          again: HEAT_WAIT.oxygen,
          unless: say`The pump was seen running since.`,
          call: say`If the residual-current device trips again, leave it off and call an electrician.`,
        },
      ),
    );
  }

  const rot = seenSince(t, 'water-smells', 'water-clear', MEMORY.sign);
  if (rot !== null)
    out.push(
      hazardOf(
        'breath',
        t.hasFish ? 'now' : 'today',
        say`The water smelled of rot ${ago(t, rot)} ago. Rotting matter uses oxygen and produces ammonia.`,
        {
          about,
          feed: 0,
          air: t.hasFish ? 'breath' : null,
          wants: [
            {
              kind: 'step',
              step: removeStep(
                say`Remove rotting matter`,
                [
                  say`Look under the pump, in corners and among roots for dead fish, old feed and rotten roots. Take them out.`,
                  say`Look for media that stay wet and black. Let them drain, and rinse out the sludge.`,
                ],
                about,
              ),
            },
          ],
          readsNow: t.hasFish ? ['oxygen', 'tan', 'nitrite'] : [],
          readsAfter: t.hasFish ? ['oxygen', 'tan'] : [],
          again: HEAT_WAIT.oxygen,
          unless: say`The water was seen clear and smells fresh since.`,
        },
      ),
    );

  if (!t.hasFish) return out;
  const read = t.known.oxygen;
  const band = bandsOf(t).oxygen!;
  const [comfort] = band.good;
  const [stress] = band.edge;
  const gasp = seenSince(t, 'fish-gasp', 'fish-well', MEMORY.gasping);
  // A low reading stands until another one is taken.
  const value =
    read && read.from !== 'plausible' ? (read.doubted ? read.band[0] : read.best) : null;
  const low = value !== null && value < comfort;
  if (gasp === null && !low) return out;
  const bad = gasp !== null || value! < stress;
  const old = !read || (read.age ?? 0) > HEAT_WAIT.oxygen || read.doubted;
  const warm = t.known.temperature!.best;
  const why =
    gasp === null
      ? [
          ...(read!.fresh
            ? say`Oxygen was read at ${concentration(value!)}.`
            : say`Oxygen was read at ${concentration(value!)}, and not since.`),
          ...say` These fish are comfortable from ${concentration(comfort)}, under stress below ${concentration(stress)}.`,
        ]
      : low
        ? say`The fish gasped ${ago(t, gasp)} ago, and oxygen was read at ${concentration(value!)}.`
        : say`The fish gasped ${ago(t, gasp)} ago. Oxygen is short, or gills and blood cannot take it up.`;
  const poisons: ReadingId[] = ['tan', 'nitrite', 'ph', 'temperature'];
  const missing = poisons.filter((id) => (t.known[id]?.age ?? Infinity) > MEMORY.recentRead);
  out.push(
    hazardOf('breath', bad ? 'now' : 'today', why, {
      about,
      feed: bad ? 0 : 'half',
      air: bad ? 'breath' : 'usual',
      rests: ['oxygen', 'temperature'],
      wants:
        warm > TEMPERATURE_LIMITS.hot
          ? [
              {
                kind: 'step',
                step: lookStep(
                  say`Shade the tank`,
                  [
                    say`Shade the tank. At this temperature the water holds ${concentration(saturation(warm, t.system.site.altitude))} of oxygen at most.`,
                  ],
                  about,
                ),
              },
            ]
          : [],
      readsNow: [...(old ? (['oxygen'] as const) : []), ...(gasp === null ? [] : missing)],
      readsAfter: ['oxygen'],
      again: bad ? HEAT_WAIT.oxygen : HEAT_WAIT.warm,
      source: 'Oxygen for comfort and stress by species; Benson & Krause (1984).',
      unless: say`A reading of ${concentration(comfort)} or more, and calm fish.`,
      call:
        gasp !== null && !low
          ? say`If the fish go on gasping in good water, call a vet for fish.`
          : null,
    }),
  );
  return out;
}
