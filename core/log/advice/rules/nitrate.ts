import { KIT_SCALES, MOST_AT_ONCE, NITRATE_RANGE } from '../../../life/index.ts';
import { concentration, litres, say, share } from '../../../quantity/index.ts';
import { bandsOf } from '../../../readings/bands.ts';
import { CHANGE_WAIT, calmChange, treatedWater } from '../mixing.ts';
import { isFresh, paced, readWords } from '../pace.ts';
import { defineAdvice, type Advised } from '../types.ts';

/** Nitrate that starves the plants, or that nothing takes up. */
export const nitrate = defineAdvice({
  id: 'nitrate',
  advise: (t): Advised[] => {
    const read = t.latest.nitrate;
    const band = bandsOf(t).nitrate;
    if (!t.hasFish || !read || !band || !isFresh(t, 'nitrate')) return [];
    const [low, high] = band.good;
    const shared = {
      about: '',
      retest: ['nitrate'] as const,
      rests: [readWords(t, 'nitrate')],
      source: `Working range of ${NITRATE_RANGE.low} to ${NITRATE_RANGE.high} mg/L as NO₃⁻, ${(NITRATE_RANGE.low * KIT_SCALES.no3.factor).toFixed(1)} to ${(NITRATE_RANGE.high * KIT_SCALES.no3.factor).toFixed(0)} as N.`,
    };
    if (read.high < low)
      return [
        {
          ...shared,
          kind: 'look',
          amount: null,
          measure: null,
          urgency: 'week',
          say: say`The plants have little to live on: feed the fish their full ration, or plant no more for now.`,
          also: [say`A first plant tonic without ammonia bridges the first weeks.`],
          wait: 7 * 86400,
          because: say`Nitrate is at ${concentration(read.high)} as N; plants starve below ${concentration(low)}.`,
          unless: say`A young system: nitrate comes when the bacteria do.`,
        },
      ];
    if (read.low <= high) return [];
    const most = band.edge[1];
    const part = calmChange(t, Math.min(MOST_AT_ONCE, 1 - high / read.value));
    if (part === null)
      return [
        {
          ...shared,
          kind: 'look',
          amount: null,
          measure: null,
          urgency: 'week',
          say: say`Plant more or feed less; do not change much water: your tap would make ammonia poisonous here.`,
          also: [say`Rain water, or tap water that has stood and been treated, may be changed in.`],
          wait: 7 * 86400,
          because: say`Nitrate is at ${concentration(read.value)} as N; up to ${concentration(high)} is the working range.`,
          unless: say`Fish at ease and planting that grows into it.`,
        },
      ];
    const volume = part * t.volume;
    return paced(
      t,
      {
        acts: (e) => e.kind === 'water-change',
        acted: 'water changed',
        wait: CHANGE_WAIT,
        reads: ['nitrate'],
        urgency: 'week',
      },
      () => ({
        ...shared,
        kind: 'change-water',
        amount: volume,
        measure: 'volume',
        urgency: read.low > most ? 'today' : 'week',
        say: say`Change ${litres(volume)} of water (${share(part)}), onto garden beds, and plant more.`,
        also: [
          say`More planting or less feed keeps it down; changing water only clears what is there.`,
          ...treatedWater(t, volume),
        ],
        wait: 7 * 86400,
        because: say`Nitrate is at ${concentration(read.value)} as N; up to ${concentration(high)} is the working range.`,
        unless: say`Fish at ease and planting that grows into it.`,
      }),
    );
  },
});
