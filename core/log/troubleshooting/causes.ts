import { HEIGHT_LIMITS, UNIONISED_LIMITS } from '../../limits/index.ts';
import { unionisedShare } from '../../life/index.ts';
import {
  concentration,
  flow,
  mm,
  ph,
  say,
  share,
  temperature,
  time,
} from '../../quantity/index.ts';
import { bandsOf } from '../../readings/bands.ts';
import {
  daysRunning,
  isDated,
  latestOn,
  newest,
  recent,
  type Latest,
} from '../../readings/tended.ts';
import { cropKindOf } from '../../system/index.ts';
import { pumpDutyFlow, fillTime } from '../../derived/index.ts';
import { toppedUp } from '../../care/index.ts';
import type { FindingId } from '../../findings/index.ts';
import type { SignId } from '../../entries/signs.ts';
import type { EntryKind } from '../../entries/types.ts';
import type { DiagnosisCase, Cause, Evidence } from './types.ts';

/** What may be behind trouble: one row a cause, with what in the log, the readings and the findings speaks for it. */

const DAY = 86400;

const evidence = (points: number, because: Evidence['because']): Evidence => ({ points, because });
/** A reading of the last fortnight. */
const fresh = ({ t }: DiagnosisCase, l: Latest | undefined): Latest | null =>
  isDated(l) && t.now - l.at < 14 * DAY * 1000 ? l : null;

/** A finding of this design that is not fine. */
function found(c: DiagnosisCase, ...ids: FindingId[]): Evidence | null {
  const f = c.findings.find((x) => ids.includes(x.id) && x.level !== 'fine');
  return f ? evidence(f.level === 'stop' ? 3 : 1.5, f.sentence) : null;
}
/** Something in the log within so many days. */
function happened(
  { t }: DiagnosisCase,
  kind: EntryKind,
  days: number,
  points: number,
  words: string,
): Evidence | null {
  const [e] = recent(t, days * DAY, (x) => x.kind === kind);
  return e
    ? evidence(points, say`${words} ${time(Math.max(60, (t.now - e.at) / 1000))} ago`)
    : null;
}
/** Another sign that was seen within so many days. */
function seen(
  { t }: DiagnosisCase,
  sign: SignId,
  days: number,
  points: number,
  words: string,
): Evidence | null {
  const [e] = recent(t, days * DAY, (x) => x.seen?.includes(sign) ?? false);
  return e
    ? evidence(points, say`${words}, seen ${time(Math.max(60, (t.now - e.at) / 1000))} ago`)
    : null;
}
/** A task that was not done for longer than is usual. */
function neglected(
  { t }: DiagnosisCase,
  task: string,
  days: number,
  points: number,
  words: string,
): Evidence | null {
  const last = newest(t, 'task', (e) => e.what === task && e.outcome === 'done');
  const since = last ? (t.now - last.at) / 86_400_000 : (daysRunning(t) ?? 0);
  return since > days
    ? evidence(points, say`${words} not logged for ${String(Math.round(since))} days`)
    : null;
}
/** A reading against the bands of this system. */
function outside(
  c: DiagnosisCase,
  id: 'temperature' | 'ph' | 'nitrite' | 'oxygen' | 'alkalinity' | 'conductivity',
  side: 'low' | 'high',
): Evidence | null {
  const l = fresh(c, c.t.latest[id]);
  const band = bandsOf(c.t)[id];
  if (!l || !band) return null;
  const [low, high] = band.good;
  const told =
    id === 'temperature'
      ? temperature(l.value)
      : id === 'ph'
        ? ph(l.value)
        : id === 'conductivity'
          ? { value: l.value, kind: 'conductivity' as const }
          : concentration(l.value);
  const name = {
    temperature: 'water',
    ph: 'pH',
    nitrite: 'nitrite',
    oxygen: 'oxygen',
    alkalinity: 'alkalinity',
    conductivity: 'EC',
  }[id];
  if (side === 'low')
    return l.low < low
      ? evidence(l.low < band.edge[0] ? 3 : 2, say`${name} measured at ${told}`)
      : evidence(-2, say`${name} measured at ${told}`);
  return l.high > high
    ? evidence(l.high > band.edge[1] ? 3 : 2, say`${name} measured at ${told}`)
    : evidence(-2, say`${name} measured at ${told}`);
}
function unionised(c: DiagnosisCase): Evidence | null {
  const tan = fresh(c, c.t.latest.tan);
  const acid = fresh(c, c.t.latest.ph);
  if (!tan || !acid) return null;
  const warm = c.t.latest.temperature?.value ?? c.t.system.site.waterTemperature;
  const now = tan.high * unionisedShare(warm, acid.value);
  const words = say`${concentration(now)} of ammonia un-ionised by the last readings`;
  return now >= UNIONISED_LIMITS.caution
    ? evidence(now >= UNIONISED_LIMITS.act ? 3 : 2, words)
    : evidence(-2, words);
}
function fedMuch({ t }: DiagnosisCase): Evidence | null {
  const grams =
    recent(t, 3 * DAY, (e) => e.kind === 'feed').reduce((sum, e) => sum + (e.mass ?? 0) * 1000, 0) /
    3;
  return t.life.feed > 0 && grams > 1.4 * t.life.feed
    ? evidence(2, say`${share(grams / t.life.feed)} of the ration fed in these days`)
    : null;
}
const young = ({ t }: DiagnosisCase, days: number, points: number): Evidence | null => {
  const d = daysRunning(t);
  return d !== null && d < days
    ? evidence(points, say`the system is ${String(Math.round(d))} days old`)
    : null;
};
function tapChlorine({ t }: DiagnosisCase): Evidence | null {
  const { tap } = t.system.site;
  if (tap.chlorine === null || tap.chlorine === 'none' || tap.treated) return null;
  return evidence(1, say`your tap water has ${tap.chlorine}`);
}
function weakFlow(c: DiagnosisCase): Evidence | null {
  for (const p of c.t.system.paths) {
    if (p.kind !== 'pumped-line') continue;
    const read = fresh(c, latestOn(c.t.entries, p.id).flow);
    const wanted = pumpDutyFlow.value(c.t.c, p.id);
    if (read && wanted) {
      const part = read.value / wanted;
      return part < 0.8
        ? evidence(
            2.5,
            say`${p.name} timed at ${flow(read.value)}, ${share(part)} of what it should deliver`,
          )
        : evidence(-1.5, say`${p.name} timed at ${flow(read.value)}`);
    }
  }
  return null;
}
function fill(c: DiagnosisCase, side: 'short' | 'long'): Evidence | null {
  for (const b of c.t.c.a.beds) {
    const read = fresh(c, latestOn(c.t.entries, b.id).fillTime);
    const wanted = fillTime.value(c.t.c, b.id);
    if (!read || !wanted || !Number.isFinite(wanted)) continue;
    const part = read.value / wanted;
    if (side === 'short' && part < 0.85)
      return evidence(2, say`it fills in ${time(read.value)} where ${time(wanted)} is expected`);
    if (side === 'long' && part > 1.2)
      return evidence(2, say`it fills in ${time(read.value)} where ${time(wanted)} is expected`);
  }
  return null;
}
function thirsty({ t }: DiagnosisCase): Evidence | null {
  const week = toppedUp(t);
  if (!week) return null;
  const part = week.used / Math.max(1e-9, week.expected);
  return part > 1.5
    ? evidence(2, say`${share(part)} of the expected water topped up in a week`)
    : evidence(-1, say`top-ups as expected`);
}
const sun = ({ t }: DiagnosisCase): Evidence | null =>
  t.system.site.kind !== 'indoor' &&
  t.system.vessels.some(
    (v) => (v.role === 'tank' || v.role === 'sump' || v.role === 'reservoir') && !v.lid,
  )
    ? evidence(1, say`open water outdoors`)
    : null;
const ironHungry = ({ t }: DiagnosisCase): Evidence | null =>
  t.life.plantings.some((x) => cropKindOf(t.system, x.planting.crop)?.short.includes('iron'))
    ? evidence(1, say`crops here are often short of iron`)
    : null;
const noIron = ({ t }: DiagnosisCase): Evidence | null => {
  const last = newest(t, 'dose', (e) => e.what === 'iron');
  if (!last) return t.hasFish ? evidence(1.5, say`no iron in the log`) : null;
  const d = (t.now - last.at) / 86_400_000;
  return d > 28
    ? evidence(1.5, say`the last iron is ${String(Math.round(d))} days old`)
    : evidence(-1, say`iron ${String(Math.round(d))} days ago`);
};

const cause = (x: Cause): Cause => x;

export const CAUSES: readonly Cause[] = [
  cause({
    id: 'oxygen',
    words: 'Too little oxygen',
    then: say`Check that pump, air pump and drains run. Measure oxygen and temperature.`,
    reads: ['oxygen', 'temperature'],
    end: { kind: 'plan', hazard: 'breath' },
    evidence: (c) => [
      outside(c, 'oxygen', 'low'),
      outside(c, 'temperature', 'high'),
      happened(c, 'power-cut', 1, 3, 'power cut'),
      seen(c, 'pump-still', 1, 3, 'the pump did not run'),
      seen(c, 'flow-weak', 3, 1, 'weak flow'),
      fedMuch(c),
      found(c, 'oxygen', 'power-cut'),
    ],
  }),
  cause({
    id: 'ammonia',
    words: 'Ammonia',
    then: say`Measure ammonia, pH and temperature together. One alone shows little.`,
    reads: ['tan', 'ph', 'temperature'],
    end: { kind: 'plan', hazard: 'ammonia' },
    evidence: (c) => [
      unionised(c),
      fedMuch(c),
      young(c, 42, 1),
      happened(c, 'fish-in', 10, 1, 'new fish'),
      happened(c, 'fish-dead', 5, 1, 'a death'),
      found(c, 'ammonia', 'bacteria'),
    ],
  }),
  cause({
    id: 'nitrite',
    words: 'Nitrite: blood that cannot carry oxygen',
    then: say`Measure nitrite, and chloride if you have the test.`,
    reads: ['nitrite', 'chloride'],
    end: { kind: 'plan', hazard: 'nitrite' },
    evidence: (c) => [outside(c, 'nitrite', 'high'), young(c, 60, 1), found(c, 'nitrite')],
  }),
  cause({
    id: 'chlorine',
    words: 'Chlorine from tap water',
    then: say`Measure total chlorine, and log the water that you added.`,
    reads: ['chlorine'],
    end: { kind: 'calculator', calculator: 'chlorine' },
    evidence: (c) => [
      happened(c, 'top-up', 2, 1, 'topped up'),
      happened(c, 'water-change', 2, 2, 'water changed'),
      tapChlorine(c),
    ],
  }),
  cause({
    id: 'heat',
    words: 'Water too warm',
    then: say`Shade the tank, and measure the temperature in the afternoon.`,
    reads: ['temperature'],
    end: { kind: 'plan', hazard: 'temperature' },
    evidence: (c) => [outside(c, 'temperature', 'high'), found(c, 'summer', 'sun-on-tank')],
  }),
  cause({
    id: 'cold',
    words: 'Water too cold to eat',
    then: say`Measure the temperature in the morning, when the water is coldest.`,
    reads: ['temperature'],
    end: { kind: 'plan', hazard: 'temperature' },
    evidence: (c) => [outside(c, 'temperature', 'low'), found(c, 'winter')],
  }),
  cause({
    id: 'ph',
    words: 'pH out of their range, or changed too fast',
    then: say`Measure pH and alkalinity, and log all doses.`,
    reads: ['ph', 'alkalinity'],
    end: { kind: 'plan', hazard: 'ph' },
    evidence: (c) => [
      outside(c, 'ph', 'low'),
      outside(c, 'ph', 'high'),
      outside(c, 'alkalinity', 'low'),
      happened(c, 'dose', 2, 1, 'a dose'),
    ],
  }),
  cause({
    id: 'newcomers',
    words: 'New fish that are not used to the tank, or were hurt in transport',
    then: say`Cover part of the tank, keep it quiet, and check the fish twice a day for two weeks.`,
    reads: [],
    end: { kind: 'task', task: 'new-fish' },
    evidence: (c) => [happened(c, 'fish-in', 14, 3, 'new fish')],
  }),
  cause({
    id: 'disease',
    words: 'Disease or parasites',
    then: say`Log what you see and on how many fish, with a photo. Move no fish to another system, and give no medicine by guess.`,
    reads: ['tan', 'nitrite', 'ph', 'temperature'],
    end: { kind: 'ask', who: 'a vet for fish' },
    evidence: (c) => [
      seen(c, 'fish-marks', 7, 3, 'spots or sores'),
      seen(c, 'fish-dart', 7, 1, 'darting'),
      happened(c, 'fish-dead', 7, 1, 'a death'),
      happened(c, 'fish-in', 28, 1, 'new fish'),
    ],
  }),
  cause({
    id: 'fear',
    words: 'Fear: a heron, a cat, light, or a shoaling fish kept alone',
    then: say`Cover part of the tank and find what frightens them. Shoaling species need company.`,
    reads: [],
    end: { kind: 'done' },
    evidence: (c) => [found(c, 'fish-keeping')],
  }),
  cause({
    id: 'metal',
    words: 'Metal in the water: copper, zinc, brass',
    then: say`Look for galvanised steel, copper or brass in the water, and remove it.`,
    reads: ['ph', 'alkalinity'],
    end: { kind: 'done' },
    evidence: (c) => [outside(c, 'ph', 'low')],
  }),
  cause({
    id: 'iron',
    words: 'Too little iron',
    then: say`Look at the youngest leaves. Yellow between green veins means too little iron.`,
    reads: ['ph'],
    end: { kind: 'calculator', calculator: 'iron' },
    evidence: (c) => [noIron(c), ironHungry(c), young(c, 200, 1)],
  }),
  cause({
    id: 'high-ph',
    words: 'Iron that plants cannot take up, because the pH is high',
    then: say`Measure the pH, and look for shell, limestone and mortar in the water.`,
    reads: ['ph'],
    end: { kind: 'plan', hazard: 'ph' },
    evidence: (c) => [outside(c, 'ph', 'high')],
  }),
  cause({
    id: 'potassium',
    words: 'Too little potassium',
    then: say`Look at the oldest leaves. Brown edges mean too little potassium. Potassium bicarbonate, a buffer, adds it.`,
    reads: ['alkalinity', 'ph'],
    end: { kind: 'calculator', calculator: 'alkalinity-up' },
    evidence: (c) => [
      c.t.hasFish ? evidence(1, say`fish feed contains little potassium`) : null,
      found(c, 'feed-on-planting', 'nitrogen-weeks'),
    ],
  }),
  cause({
    id: 'calcium',
    words: 'Too little calcium, or it does not reach the tips',
    then: say`Look at the youngest leaves and fruit. Let air move over the leaves. Lime, a buffer, adds calcium.`,
    reads: ['hardness'],
    end: { kind: 'calculator', calculator: 'alkalinity-up' },
    evidence: (c) => [outside(c, 'alkalinity', 'low')],
  }),
  cause({
    id: 'strong',
    words: 'Solution too strong, or salt in the water',
    then: say`Measure EC, and chloride if you added salt.`,
    reads: ['conductivity', 'chloride'],
    end: { kind: 'plan', hazard: 'strength' },
    evidence: (c) => [
      outside(c, 'conductivity', 'high'),
      happened(c, 'dose', 7, 0.5, 'a dose'),
      recent(c.t, 30 * DAY, (e) => e.kind === 'dose' && e.what === 'salt').length
        ? evidence(2, say`salt dissolved this month`)
        : null,
    ],
  }),
  cause({
    id: 'hungry',
    words: 'Too little nitrogen: too little feed for the plants, or a weak solution',
    then: say`Measure nitrate, and compare the feed with the ration.`,
    reads: ['nitrate', 'conductivity'],
    end: { kind: 'plan', hazard: 'nitrate' },
    evidence: (c) => [
      outside(c, 'conductivity', 'low'),
      (() => {
        const n = fresh(c, c.t.latest.nitrate);
        return n && n.high < 2
          ? evidence(3, say`nitrate measured at ${concentration(n.value)}`)
          : n
            ? evidence(-1.5, say`nitrate measured at ${concentration(n.value)}`)
            : null;
      })(),
      found(c, 'feed-on-planting', 'nitrogen-weeks', 'solution-strength'),
      young(c, 60, 1),
    ],
  }),
  cause({
    id: 'dry',
    words: 'Roots dry out between floods, or do not reach the flood',
    then: say`Watch a flood: it must wet the plug. Set plants lower, flood more often or use a wick.`,
    reads: ['fillTime'],
    end: { kind: 'task', task: 'new-crop' },
    evidence: (c) => [
      found(c, 'crop-roots', 'off-time', 'on-time', 'root-air'),
      happened(c, 'planting', 10, 1, 'planted'),
      seen(c, 'siphon-hangs', 3, 1.5, 'the drain did not stop'),
    ],
  }),
  cause({
    id: 'rot',
    words: 'Root rot: warm, stale water at the roots',
    then: say`Lift one plant: healthy roots are white. Check that the bed drains to its floor each time. Measure the temperature at the roots.`,
    reads: ['temperature', 'oxygen'],
    end: { kind: 'plan', hazard: 'temperature' },
    evidence: (c) => [
      outside(c, 'temperature', 'high'),
      seen(c, 'siphon-sleeps', 7, 2, 'the bed stayed full'),
      found(c, 'root-air', 'summer'),
    ],
  }),
  cause({
    id: 'guests',
    words: 'Insects or slugs',
    then: say`Look under the leaves in the evening. Remove pests by hand or water jet, and use sticky traps and nets. No spray may reach the fish water.`,
    reads: [],
    end: { kind: 'task', task: 'look' },
    evidence: (c) => [
      seen(c, 'pests', 7, 3, 'insects or holes'),
      happened(c, 'planting', 21, 1, 'bought plants'),
    ],
  }),
  cause({
    id: 'light',
    words: 'Too little light',
    then: say`Run lamps longer or hang them lower, reduce shade, and thin the plants.`,
    reads: [],
    end: { kind: 'done' },
    evidence: (c) => [found(c, 'crop-light', 'crop-crowding')],
  }),
  cause({
    id: 'fines',
    words: 'Dust from the media or stirred-up solids',
    then: say`It settles within days. Rinse media before you fill a bed.`,
    reads: [],
    end: { kind: 'done' },
    evidence: (c) => [young(c, 14, 2)],
  }),
  cause({
    id: 'bloom',
    words: 'A bloom of bacteria: more waste in the water than the bed can process',
    then: say`Measure ammonia, nitrite and oxygen. It clears within days.`,
    reads: ['tan', 'nitrite'],
    end: { kind: 'plan', hazard: 'feeding' },
    evidence: (c) => [
      young(c, 42, 1.5),
      fedMuch(c),
      seen(c, 'feed-left', 4, 2, 'feed left over'),
      found(c, 'bacteria', 'solids', 'stocking-density'),
    ],
  }),
  cause({
    id: 'algae',
    words: 'Algae: light on water with nutrients',
    then: say`Cover tank, sump and pipes. Algae die in the dark within a week. Measure oxygen at dawn.`,
    reads: ['nitrate', 'ph'],
    end: { kind: 'task', task: 'shade' },
    evidence: (c) => [sun(c), found(c, 'sun-on-tank', 'dry-layer'), outside(c, 'ph', 'high')],
  }),
  cause({
    id: 'dead-corner',
    words: 'Solids rotting without air, or something dead',
    then: say`Smell under the pump, in the sump and in the wettest corner of a bed. Remove the rotting matter, and do not stir it up.`,
    reads: ['oxygen', 'tan'],
    end: { kind: 'task', task: 'guards' },
    evidence: (c) => [
      neglected(c, 'guards', 45, 1, 'guards'),
      found(c, 'solids', 'root-air'),
      seen(c, 'bed-slow', 14, 1.5, 'a bed that drains slowly'),
    ],
  }),
  cause({
    id: 'guard',
    words: 'Guard or drain clogged by roots and sludge',
    then: say`Lift the guard, rinse it and feel for roots in the pipe.`,
    reads: ['fillTime'],
    end: { kind: 'task', task: 'guards' },
    evidence: (c) => [
      neglected(c, 'guards', 35, 2, 'guards'),
      fill(c, 'short'),
      seen(c, 'bed-slow', 7, 1, 'the bed drains slowly'),
    ],
  }),
  cause({
    id: 'inflow-high',
    words: 'Too much water flows in for the siphon to stop',
    then: say`Close the valve a little at a time until the siphon draws air and stops. Mark the valve.`,
    reads: ['flow'],
    end: { kind: 'faultTest', fault: 'siphon-never-stops' },
    evidence: (c) => [found(c, 'siphon-stop'), seen(c, 'flow-weak', 7, -1.5, 'weak flow')],
  }),
  cause({
    id: 'inflow-low',
    words: 'Too little water flows in to start the siphon',
    then: say`Open the valve and rinse the pump. A trickle flows down the standpipe without filling it.`,
    reads: ['flow'],
    end: { kind: 'faultTest', fault: 'siphon-never-starts' },
    evidence: (c) => [
      found(c, 'siphon-start'),
      weakFlow(c),
      seen(c, 'flow-weak', 7, 2, 'weak flow'),
      fill(c, 'long'),
    ],
  }),
  cause({
    id: 'air',
    words: 'Air: a crack, a loose bell, an open vent',
    then: say`Press the bell down. Check its seal and every joint of the drain. Bubbles show the leak.`,
    reads: [],
    end: { kind: 'task', task: 'drain-pipes' },
    evidence: (c) => [found(c, 'siphon-geometry')],
  }),
  cause({
    id: 'pump',
    words: 'Pump or its guard clogged',
    then: say`Unplug it, rinse guard and impeller, and time a bucket at its outlet.`,
    reads: ['flow'],
    end: { kind: 'task', task: 'pump-rinse' },
    evidence: (c) => [
      weakFlow(c),
      neglected(c, 'pump-rinse', 35, 2, 'the pump’s rinse'),
      fill(c, 'long'),
    ],
  }),
  cause({
    id: 'line',
    words: 'Pipe clogged, kinked or loose',
    then: say`Check the pipe from pump to bed. Time a bucket at both ends.`,
    reads: ['flow'],
    end: { kind: 'faultTest', fault: 'delivery-off' },
    evidence: (c) => [weakFlow(c), found(c, 'loose-delivery')],
  }),
  cause({
    id: 'dry-pump',
    words: 'The pump is not under water',
    then: say`Unplug it, and find where the water went.`,
    reads: ['level'],
    end: { kind: 'faultTest', fault: 'top-up-forgotten' },
    evidence: (c) => [
      found(c, 'reserve', 'dry-run'),
      seen(c, 'level-falls', 4, 2, 'the level fell'),
      thirsty(c),
    ],
  }),
  cause({
    id: 'power',
    words: 'No power: plug, timer, tripped device',
    then: say`Check plug and timer. If the residual-current device has tripped, dry the plugs and reset it once. If it trips again, leave it off.`,
    reads: [],
    end: { kind: 'ask', who: 'an electrician' },
    evidence: (c) => [happened(c, 'power-cut', 2, 2, 'power cut')],
  }),
  cause({
    id: 'leak',
    words: 'A leak',
    then: say`Put dry paper under every joint and hole. Switch the pump off for an hour with the levels marked.`,
    reads: ['level'],
    end: { kind: 'faultTest', fault: 'leak' },
    evidence: (c) => [thirsty(c), found(c, 'spill')],
  }),
  cause({
    id: 'weather',
    words: 'Heat, wind and large leaves',
    then: say`A lid and shade halve the evaporation.`,
    reads: ['temperature'],
    end: { kind: 'task', task: 'top-up' },
    evidence: (c) => [outside(c, 'temperature', 'high'), found(c, 'supply-lasts', 'summer')],
  }),
  cause({
    id: 'clogged-bed',
    words: 'Media full of sludge and roots',
    then: say`Lift and rinse half of the bed, never all at once. Add worms, reduce solids, or add a filter before it.`,
    reads: ['fillTime'],
    end: { kind: 'faultTest', fault: 'guard-clogged' },
    evidence: (c) => [
      fill(c, 'short'),
      found(c, 'solids', 'filter'),
      (daysRunning(c.t) ?? 0) > 365 ? evidence(1, say`it has run for more than a year`) : null,
    ],
  }),
  cause({
    id: 'fast-fill',
    words: 'It fills faster than dry media can soak, or the dry layer is too thin',
    then: say`Slow the fill, soak the media, and add media up to ${mm(HEIGHT_LIMITS.mediaOverFlood)} above the flood.`,
    reads: ['flow'],
    end: { kind: 'done' },
    evidence: (c) => [found(c, 'dry-layer', 'pots-stand'), young(c, 30, 1)],
  }),
];
