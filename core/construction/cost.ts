import type { Figures } from '../assess/figures.ts';
import { energyADay, feedADay, waterUseADay } from '../derived/index.ts';
import { airOn, heatersOf, knowsYear, systemHeatLoss } from '../life/index.ts';
import { say, type Phrase } from '../quantity/index.ts';
import type { Share } from '../quantity/si.ts';
import { pumpedLines } from '../system/index.ts';
import type { NotedPart } from './parts/index.ts';

/** What it costs to build and to run, as far as its grower has given prices. */

const JOULES_PER_KWH = 3.6e6;
const DAYS_OF_MONTH = 365 / 12;
const DAY = 86400;
/** First years bring half of what is hoped for, at worst. Practice. */
const POOR_HARVEST: Share = 0.5;

/** An item of a month. */
export interface RunningCost {
  readonly id: 'energy' | 'feed' | 'water' | 'solution' | 'fish';
  readonly name: string;
  /** In the grower's currency; null where no price was given. */
  readonly cost: number | null;
  /** What it is of. */
  readonly of: Phrase;
}

export interface Cost {
  /** What is still to be bought, as far as it is priced; null where nothing is. */
  readonly total: number | null;
  /** Lines to be bought that have no price. */
  readonly unpriced: number;
  /** Lines that are there already. */
  readonly had: number;
  readonly running: readonly RunningCost[];
  /** Sum of the running costs that are known; null where none is. */
  readonly month: number | null;
  /** Months until the harvest has paid for what is bought: best and worst; null where that is not said. */
  readonly payback: readonly [number, number] | null;
  readonly verdict: Phrase;
}

const sumOf = (list: readonly (number | null)[]): number | null => {
  const known = list.filter((x): x is number => x !== null);
  return known.length ? known.reduce((x, y) => x + y, 0) : null;
};

/** Heat that heaters replace, mean over the year, W; as now where the year is not known. */
function heating({ system: s, a }: Figures): number {
  const heaters = heatersOf(s);
  if (!heaters.length) return 0;
  const wanted = Math.max(...heaters.map((h) => h.setpoint));
  const most = heaters.reduce((sum, h) => sum + h.power, 0);
  const at = (air: number) =>
    air >= wanted ? 0 : Math.min(most, systemHeatLoss(s, a, wanted, air));
  if (!knowsYear(s)) return at(s.site.airTemperature);
  const months = Array.from({ length: 12 }, (_, m) =>
    at(airOn(s, Math.round((m + 0.5) * DAYS_OF_MONTH)).mean),
  );
  return months.reduce((x, y) => x + y, 0) / months.length;
}

/**
 * Energy of a month, J: pumps by the day that was simulated, air all day, lamps by their hours, heaters by
 * the heat that is lost.
 *
 * @returns null before the day is simulated
 */
export function energyAMonth(c: Figures): number | null {
  const { system: s } = c;
  let day = 0;
  for (const p of pumpedLines(s)) {
    const energy = energyADay.value(c, p.id);
    if (energy === null) return null;
    day += energy;
  }
  for (const d of s.devices) {
    if (d.kind === 'air-pump') day += d.power * DAY;
    if (d.kind === 'lamp') day += d.power * (s.site.lampTime ?? 0);
  }
  return (day + heating(c) * DAY) * DAYS_OF_MONTH;
}

/** Cost of the parts and of a month, and when a harvest has paid for them. */
export function costOf(c: Figures, parts: readonly NotedPart[]): Cost {
  const { running: r } = c.system.build;
  const buy = parts.filter((p) => !p.have);
  const total = sumOf(buy.map((p) => (p.price === null ? null : p.price * p.count)));
  const energy = energyAMonth(c);
  const kwh = energy === null ? null : energy / JOULES_PER_KWH;
  const feed = (feedADay.value(c, '') ?? 0) * DAYS_OF_MONTH;
  const water = (waterUseADay.value(c, '') ?? 0) * DAYS_OF_MONTH;
  const times = (price: number | null, amount: number | null) =>
    price === null || amount === null ? null : price * amount;
  const running: RunningCost[] = [
    {
      id: 'energy',
      name: 'Energy',
      cost: times(r.energy, kwh),
      of:
        energy === null
          ? say`when the day is calculated`
          : say`${{ value: energy, kind: 'energy' }}`,
    },
    ...(c.system.fish.length
      ? [
          {
            id: 'feed' as const,
            name: 'Feed',
            cost: times(r.feed, feed),
            of: say`${{ value: feed, kind: 'mass' }}`,
          },
          { id: 'fish' as const, name: 'Fish', cost: r.fish, of: say`as entered` },
        ]
      : []),
    {
      id: 'water',
      name: 'Water',
      cost: times(r.water, water),
      of: say`${{ value: water, kind: 'volume' }}`,
    },
    ...(c.system.solution
      ? [{ id: 'solution' as const, name: 'Solution', cost: r.solution, of: say`as entered` }]
      : []),
  ];
  const month = sumOf(running.map((x) => x.cost));
  return {
    total,
    unpriced: buy.filter((p) => p.price === null).length,
    had: parts.length - buy.length,
    running,
    month,
    ...paybackOf(total, month, r.harvest),
  };
}

function paybackOf(
  total: number | null,
  month: number | null,
  harvest: number | null,
): Pick<Cost, 'payback' | 'verdict'> {
  if (harvest === null || total === null)
    return {
      payback: null,
      verdict: say`Enter prices and the value of a month’s harvest to see when the system has paid for itself.`,
    };
  const best = harvest - (month ?? 0);
  const worst = harvest * POOR_HARVEST - (month ?? 0);
  if (best <= 0)
    return {
      payback: null,
      verdict: say`It does not pay in money: a month costs more than its harvest would cost in a shop. It pays in fresh food and in what you learn.`,
    };
  const soonest = total / best;
  if (worst <= 0)
    return {
      payback: [soonest, Infinity],
      verdict: say`In ${monthsOf(soonest)} with the whole harvest. With half of it, as is common in the first years, never.`,
    };
  return {
    payback: [soonest, total / worst],
    verdict: say`In ${monthsOf(soonest)} with the whole harvest, in ${monthsOf(total / worst)} with half of it, as is common in the first years.`,
  };
}

/** A span of months in words. */
const monthsOf = (n: number): string =>
  n < 24 ? `${Math.max(1, Math.ceil(n))} months` : `${(n / 12).toFixed(1)} years`;
