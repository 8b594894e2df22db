import { saturation } from '../../../life/index.ts';
import { concentration, say, time } from '../../../quantity/index.ts';
import { bandsOf } from '../../../readings/bands.ts';
import { isDated, newest, recent, tankOf } from '../../../readings/tended.ts';
import { isFresh, readWords } from '../pace.ts';
import { defineAdvice, type Advised } from '../types.ts';

/** Gasping counts for so long, unless oxygen was read since. */
const GASPING = 6 * 3600;

/** Oxygen as it was read, or fish that gasp. */
export const oxygen = defineAdvice({
  id: 'oxygen',
  advise: (t): Advised[] => {
    if (!t.hasFish) return [];
    const read = isFresh(t, 'oxygen') ? t.latest.oxygen : undefined;
    const [gasp] = recent(t, GASPING, (e) => e.seen?.includes('fish-gasp') ?? false);
    const gasping = gasp !== undefined && !(isDated(read) && read.at > gasp.at);
    const band = bandsOf(t).oxygen!;
    const comfort = band.good[0];
    const stress = band.edge[0];
    const warm = t.latest.temperature?.value ?? t.system.site.waterTemperature;
    const most = saturation(warm, t.system.site.altitude);
    if (!gasping && (!read || read.value >= comfort)) return [];
    const bad = gasping || read!.value < stress;
    const restsOn = gasping
      ? [say`fish gasping, seen ${time((t.now - gasp.at) / 1000)} ago`, readWords(t, 'oxygen')]
      : [readWords(t, 'oxygen')];
    return [
      {
        kind: 'aerate',
        amount: null,
        measure: null,
        about: tankOf(t),
        urgency: bad ? 'now' : 'today',
        say: bad
          ? say`Bring air in now: every air pump there is, water lifted and poured back from a height, the delivery raised above the water.`
          : say`Bring more air in: an air stone, or let the return fall further.`,
        also: [
          say`No feed until the level is back: what they eat takes oxygen for hours.`,
          say`See that the pump runs and the drains flow; look for dead fish and rotting feed.`,
          ...(gasping
            ? [
                say`Then test ammonia and nitrite: they make fish gasp in water that has enough oxygen.`,
              ]
            : []),
          ...(warm > 26
            ? [say`Shade the tank: at this warmth the water holds ${concentration(most)} at most.`]
            : []),
        ],
        wait: bad ? 3600 : 12 * 3600,
        retest: gasping ? ['oxygen', 'tan', 'nitrite', 'ph', 'temperature'] : ['oxygen'],
        because:
          read && !gasping
            ? say`Oxygen is at ${concentration(read.value)}; these fish are at ease from ${concentration(comfort)} and under stress below ${concentration(stress)}.`
            : say`Fish at the surface gulping are short of oxygen, or their blood cannot carry it.`,
        rests: restsOn,
        unless: say`A reading of ${concentration(comfort)} or more and calm fish. Kinds that gulp air by nature do so one at a time, at ease.`,
        source: 'Oxygen for comfort and stress by kind; Benson & Krause (1984).',
      },
    ];
  },
});

/** A power cut in the last day. */
export const power = defineAdvice({
  id: 'power',
  advise: (t): Advised[] => {
    const cut = newest(t, (e) => e.kind === 'power-cut');
    if (!cut || t.now - cut.at > 86_400_000) return [];
    const seen = newest(
      t,
      (e) =>
        e.at > cut.at &&
        (e.seen?.includes('pump-well') ||
          (e.kind === 'task' && e.what === 'after-cut' && e.outcome === 'done')) === true,
    );
    if (seen) return [];
    return [
      {
        kind: 'look',
        amount: null,
        measure: null,
        about: '',
        urgency: 'now',
        say: say`Look after the power cut: pump running, timer at the right hour, every drain flowing, plugs dry.`,
        also: [
          ...(t.hasFish ? [say`Watch the fish for gasping for an hour; no feed meanwhile.`] : []),
          say`A dial timer has lost as many minutes as the cut was long: set it anew.`,
        ],
        wait: 3600,
        retest: t.hasFish ? ['oxygen'] : ['level'],
        because: say`A timer that lost its time floods at the wrong hours, and a pump that lost its water does not start by itself.`,
        rests: [say`power cut noted ${time((t.now - cut.at) / 1000)} ago`],
        unless: say`Noted as looked at, or the pump seen running since.`,
        source: 'Common practice.',
      },
    ];
  },
});
