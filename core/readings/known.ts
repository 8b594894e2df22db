import type { Figures } from '../assess/index.ts';
import { dayOfYear } from '../calendar/dayOfYear.ts';
import { DAY_MS, localDay } from '../calendar/time.ts';
import { PART_FIELDS, readField } from '../entries/fields.ts';
import type { Entry, Moment } from '../entries/types.ts';
import {
  ALKALINITY_PER_N,
  carbonateConstants,
  closedPh,
  knowsYear,
  alkalinityAtPressure,
  saturation,
  waterByPh,
  waterOn,
  type LifeBalance,
  type Water,
} from '../life/index.ts';
import {
  CHANGE_WAIT,
  DRIFT,
  JUMP,
  KIT_ERROR,
  MEMORY,
  NITRIFIES_LIMITS,
  OXYGEN_PLAUSIBLE,
  PH_USUAL,
  PLAUSIBLE,
  PLAUSIBLE_ALKALINITY,
  PLAUSIBLE_CO2,
  PLAUSIBLE_PH,
  READING_AGE,
  TEMPERATURE_LIMITS,
  YOUNG,
} from '../limits/index.ts';
import { say, time, type Phrase } from '../quantity/index.ts';
import { READINGS, type ReadingId, type SystemDocument, type WaterState } from '../system/index.ts';
import { firstFrom } from './counted.ts';
import { runningSince } from './running.ts';
import type { Doubt, Knowledge, Known, KnownFrom } from './types.ts';
import {
  VolumeTrack,
  afterDose,
  alkalinityUse,
  changedShare,
  isLargeChange,
  RAIN,
  movesPh,
  newWaterOf,
  renewedAlike,
  settledPh,
  tanPerFeed,
  type Movement,
  type NewWaterSource,
  type Renewal,
} from './water.ts';

/**
 * What is known of the water: the last readings, carried through what was logged since, widened with time, limited by
 * what is plausible where nothing was read, and doubted where two of them cannot both be right.
 */

type Pair = readonly [number, number];

/** Starting water of the document, by what it is a reading of. */
export const STARTING_WATER: readonly (keyof WaterState & ReadingId)[] = [
  'ph',
  'alkalinity',
  'tan',
  'nitrite',
  'nitrate',
  'chloride',
  'conductivity',
];
/** Read of the water itself, and so carried through what is done to it. */
const CARRIED = ['tan', 'nitrite', 'nitrate', 'chloride', 'chlorine', 'alkalinity'] as const;
type Carried = (typeof CARRIED)[number];
const IS_READING: ReadonlySet<string> = new Set(READINGS);

/** The last reading of something, as it was written and as it is carried. */
interface Track {
  raw: Pair;
  low: number;
  high: number;
  at: Moment | null;
  from: KnownFrom;
  about: string;
  doubt: Doubt | null;
}

const pairOf = (v: number | Pair): Pair => (typeof v === 'number' ? [v, v] : v);
const middleOf = (p: Pair): number => (p[0] + p[1]) / 2;
const hull = (a: Pair, b: Pair): Pair => [Math.min(a[0], b[0]), Math.max(a[1], b[1])];

/** Season of the place on the day of a moment, °C; null where the year is not known. */
function seasonOf(c: Pick<Figures, 'system' | 'a'>, at: Moment, zone: string): number | null {
  return knowsYear(c.system) ? waterOn(c.system, c.a, dayOfYear(localDay(at, zone))) : null;
}

interface Ground {
  readonly c: Pick<Figures, 'system' | 'a'>;
  readonly life: LifeBalance;
  readonly hasFish: boolean;
  readonly now: Moment;
  readonly zone: string;
}

class Walk {
  readonly tracks = new Map<ReadingId, Track>();
  readonly renewals: Renewal[] = [];
  readonly movements: Movement[] = [];
  readonly volume: VolumeTrack;
  private readonly g: Ground;
  private readonly system: SystemDocument;
  /** When pH and alkalinity were last moved by what was done. */
  private lastAct: Moment = -Infinity;
  private readonly tanOfFeed: number;

  /** Readings from then on are judged, and what was done from then on moves the pH that is known now. */
  private readonly judgedFrom: Moment;
  private readonly carriedFrom: Moment;

  /** @param lastPh when the pH was last read */
  constructor(g: Ground, lastPh: Moment) {
    this.judgedFrom = g.now - MEMORY.judged * 1000;
    this.carriedFrom = Math.min(lastPh, g.now - DAY_MS);
    this.g = g;
    this.system = g.c.system;
    this.volume = new VolumeTrack(g.c);
    this.tanOfFeed = tanPerFeed(g.life);
  }

  /** pH, alkalinity and temperature as far as they are known, for what is done to them. */
  private water(at: Moment): Water | null {
    const ph = this.tracks.get('ph');
    const alk = this.tracks.get('alkalinity');
    if (!ph || !alk) return null;
    const mid = (id: ReadingId) => {
      const x = this.tracks.get(id);
      return x ? (x.low + x.high) / 2 : 0;
    };
    const t = this.tracks.get('temperature');
    const warm = t ? (t.low + t.high) / 2 : (seasonOf(this.g.c, at, this.g.zone) ?? 20);
    return waterByPh((ph.low + ph.high) / 2, (alk.low + alk.high) / 2, warm, {
      tan: mid('tan'),
      nitrite: mid('nitrite'),
      nitrate: mid('nitrate'),
      chloride: mid('chloride'),
      chlorine: mid('chlorine'),
    });
  }

  private shift(id: ReadingId, by: (x: number) => number): void {
    const x = this.tracks.get(id);
    if (!x) return;
    x.low = by(x.low);
    x.high = by(x.high);
    if (x.from === 'read' || x.from === 'start') x.from = 'carried';
  }

  start(at: Moment | null): void {
    for (const id of STARTING_WATER) {
      const v = this.system.water[id];
      if (v === null) continue;
      this.tracks.set(id, {
        raw: [v, v],
        low: v,
        high: v,
        at,
        from: 'start',
        about: '',
        doubt: null,
      });
    }
  }

  /** What a reading must be doubted for by itself; what counts until it is read again. */
  private impossible(
    id: ReadingId,
    v: Pair,
    e: Entry,
  ): { why: Phrase; counts: Pair | null } | null {
    const before = this.tracks.get(id);
    const known: Pair | null = before ? [before.low, before.high] : null;
    const f = readField(id);
    const told = { value: v[1], kind: f.kind };
    const over = (most: number) =>
      v[1] > most
        ? {
            why: say`${f.label} of ${told} is more than a home system reaches.`,
            counts: [known?.[0] ?? 0, most] as const,
          }
        : null;
    if (id === 'tan' || id === 'nitrite' || id === 'nitrate' || id === 'chlorine')
      return over(PLAUSIBLE[id]);
    if (id === 'alkalinity') return over(PLAUSIBLE_ALKALINITY.most);
    if (id === 'ph' && (v[0] < PLAUSIBLE_PH.possible[0] || v[1] > PLAUSIBLE_PH.possible[1]))
      return { why: say`A pH of ${told} does not occur in a fish tank.`, counts: v };
    if (id === 'oxygen') {
      const t = this.tracks.get('temperature');
      const most =
        OXYGEN_PLAUSIBLE.most *
        saturation(
          t ? t.low : (seasonOf(this.g.c, e.at, this.g.zone) ?? 20),
          this.system.site.altitude,
        );
      return v[1] > most
        ? {
            why: say`Water at this temperature does not hold ${told} of oxygen.`,
            counts: known,
          }
        : null;
    }
    if (id === 'temperature') {
      const current = (this.g.now - e.at) / 1000 <= READING_AGE.temperature;
      const season = current ? seasonOf(this.g.c, e.at, this.g.zone) : null;
      const off = season === null ? 0 : middleOf(v) - season;
      // A heater or the sun may warm it; nothing cools a tank far below its season.
      if (
        season !== null &&
        (off < -TEMPERATURE_LIMITS.colderThanSeason || off > TEMPERATURE_LIMITS.warmerThanSeason)
      )
        return {
          why: say`Water of ${told} does not fit the season: about ${{ value: season, kind: 'temperature' }} is usual here now.`,
          counts: hull(v, [season - TEMPERATURE_LIMITS.unread, season + TEMPERATURE_LIMITS.unread]),
        };
    }
    return null;
  }

  /** Whether a reading is too far from the last one, with nothing done between. */
  private contradicts(id: ReadingId, v: Pair, e: Entry): Phrase | null {
    const last = this.tracks.get(id);
    if (!last || last.at === null || last.from === 'start') return null;
    const age = (e.at - last.at) / 1000;
    const acted = this.lastAct > last.at;
    const apart =
      v[0] > last.raw[1] ? v[0] - last.raw[1] : last.raw[0] > v[1] ? last.raw[0] - v[1] : 0;
    if (apart === 0) return null;
    const times =
      Math.max(middleOf(v), middleOf(last.raw)) /
      Math.max(1e-9, Math.min(middleOf(v), middleOf(last.raw)));
    const both = (rest: string): Phrase => {
      const { label, kind } = readField(id);
      const later = time(Math.max(60, Math.round(age / 60) * 60));
      return [
        ...say`${label} was read at ${{ value: middleOf(last.raw), kind }} and, ${later} later, at ${{ value: middleOf(v), kind }}. `,
        rest,
      ];
    };
    const same = () => both('Both cannot be right.');
    const far = () => both('Nothing in the log explains it.');
    const soon = age <= MEMORY.sameTime && !acted;
    switch (id) {
      case 'ph':
        if (soon && apart > JUMP.samePh) return same();
        return !acted && age <= READING_AGE.temperature && apart > JUMP.ph ? far() : null;
      case 'tan':
      case 'nitrite':
        return soon && apart > JUMP[id] && times > JUMP.times ? same() : null;
      case 'nitrate':
        return soon && apart > JUMP.nitrate ? same() : null;
      case 'alkalinity':
        return !acted &&
          age <= READING_AGE.alkalinity &&
          apart > JUMP.alkalinity &&
          times > JUMP.times
          ? far()
          : null;
      case 'oxygen':
        return soon && age <= MEMORY.sameTime / 4 && apart > JUMP.oxygen ? same() : null;
      case 'chloride':
        return !acted && apart > JUMP.chloride && times > JUMP.times ? far() : null;
      case 'temperature':
        if (soon && apart > JUMP.sameTemperature && last.about === (e.about ?? '')) return same();
        return !acted && age <= DAY_MS / 1000 && apart > TEMPERATURE_LIMITS.jump ? far() : null;
      default:
        return null;
    }
  }

  private again(id: ReadingId): Phrase {
    const f = readField(id);
    switch (id) {
      case 'temperature':
        return say`Read the temperature in the fish tank again, with another thermometer.`;
      case 'oxygen':
        return say`Calibrate the oxygen probe, or read with another test.`;
      default:
        return say`Read ${f.short} again: a fresh test, its date checked, clean glass, the full waiting time.`;
    }
  }

  /**
   * Where the walk begins for each reading: at the last one before any is judged. What was read earlier is known no
   * more, and a log of years is not gone through for it.
   *
   * @param entries in order of time
   * @param first index of the first that is not forgotten
   */
  standing(entries: readonly Entry[], first: number): void {
    const from = firstFrom(entries, Math.min(this.judgedFrom, this.carriedFrom));
    for (let i = from - 1; i >= first; i--) {
      const e = entries[i]!;
      if (e.kind !== 'reading') continue;
      for (const key in e) {
        const id = key as ReadingId;
        if (!IS_READING.has(key) || PART_FIELDS.has(id) || this.begins.has(id)) continue;
        if (e[id] === undefined) continue;
        if (!this.wrongPlace(id, e.about ?? '', pairOf(e[id]))) this.begins.set(id, e.at);
      }
    }
  }
  private readonly begins = new Map<ReadingId, Moment>();

  reading(e: Entry): void {
    for (const key in e) {
      if (!IS_READING.has(key)) continue;
      const id = key as ReadingId;
      const given = e[id];
      if (given === undefined || e.at < (this.begins.get(id) ?? -Infinity)) continue;
      if (id === 'level') {
        this.volume.level(e.about ?? this.store(), given as number, e.at);
      }
      if (PART_FIELDS.has(id)) continue;
      const v = pairOf(given);
      const about = e.about ?? '';
      const place = this.wrongPlace(id, about, v);
      if (place) {
        const there = this.tracks.get(id);
        if (there) there.doubt = place;
        else this.misplaced.set(id, place);
        continue;
      }
      const before = this.tracks.get(id);
      // What was doubtful long ago is not asked about any more.
      const judged = e.at >= this.judgedFrom;
      const wrong = judged ? this.impossible(id, v, e) : null;
      const why = wrong?.why ?? (judged ? this.contradicts(id, v, e) : null);
      if (wrong && !wrong.counts) {
        this.misplaced.set(id, { quantity: id, why: wrong.why, do: this.again(id) });
        continue;
      }
      const counts: Pair = wrong?.counts
        ? wrong.counts
        : why && before
          ? hull(v, [before.low, before.high])
          : v;
      this.misplaced.delete(id);
      this.tracks.set(id, {
        raw: wrong ? (before?.raw ?? v) : v,
        low: counts[0],
        high: counts[1],
        at: e.at,
        from: 'read',
        about,
        doubt: why ? { quantity: id, why, do: this.again(id) } : null,
      });
    }
  }
  /** Readings that were only taken at another place. */
  readonly misplaced = new Map<ReadingId, Doubt>();

  /** The vessel whose level is meant where none is named: what the first pump draws from. */
  private store(): string {
    const line = this.system.paths.find((p) => p.kind === 'pumped-line');
    return line?.from ?? this.system.vessels[0]?.id ?? '';
  }

  private wrongPlace(id: ReadingId, about: string, v: Pair): Doubt | null {
    if (id !== 'temperature' && id !== 'oxygen') return null;
    if (!about || !this.g.hasFish || this.system.fish.some((f) => f.vessel === about)) return null;
    const vessel = this.system.vessels.find((x) => x.id === about);
    if (!vessel || vessel.role !== 'bed') return null;
    const f = readField(id);
    return {
      quantity: id,
      why: say`${f.label} of ${{ value: middleOf(v), kind: f.kind }} was read in “${vessel.name}”. That is not the water of the fish.`,
      do: say`Read it in the fish tank.`,
    };
  }

  act(e: Entry): void {
    switch (e.kind) {
      case 'water-change':
        this.renew(e, changedShare(e, this.volume.now));
        break;
      case 'top-up': {
        const added = e.volume ?? 0;
        const share = added / (this.volume.now + added);
        // What evaporated left its salts behind: at rest the top-up brings back water and adds its own.
        const replaces = this.volume.now >= this.volume.rest - 1e-9;
        this.volume.topUp(added);
        if (added > 0) this.renew(e, Math.min(1, share), replaces);
        break;
      }
      case 'dose':
        this.dose(e);
        break;
      case 'feed': {
        const tan = this.tracks.get('tan');
        if (tan) {
          const rise = ((e.mass ?? 0) * 1000 * this.tanOfFeed) / this.volume.now;
          this.fed += rise;
        }
        break;
      }
      default:
    }
  }
  /** Ammonia that feed gave since the last reading of it, and that was dosed in all, mg/L. */
  fed = 0;
  ammonia = 0;

  private renew(e: Entry, share: number, replaces = false): void {
    const carried = e.at >= this.carriedFrom;
    const before = carried ? this.water(e.at) : null;
    const source: NewWaterSource = e.what === RAIN ? 'rain' : 'tap';
    const tap = before ? newWaterOf(this.system, before, source) : null;
    this.renewals.push({ at: e.at, share });
    const fresh = (id: Carried): number | null => {
      if (id === 'alkalinity')
        return tap ? tap.alkalinity : source === 'rain' ? 0 : this.system.site.tap.alkalinity;
      return id === 'tan' ? (tap?.tan ?? 0) : 0;
    };
    for (const id of CARRIED) {
      const incoming = fresh(id);
      if (incoming === null) continue;
      this.shift(id, (x) => (replaces ? x + share * incoming : x * (1 - share) + share * incoming));
    }
    if (before && tap) {
      const after = renewedAlike(before, tap, share);
      const closed = closedPh(after);
      const settled = settledPh(before, after);
      const was = closedPh(before);
      const by = settled - was;
      this.shift('ph', (x) => x + by);
      const ph = this.tracks.get('ph');
      // For the first hours it is between what was mixed and what it settles at.
      if (ph && this.g.now - e.at < CHANGE_WAIT.calm * 1000) {
        const [low, high] = hull(
          [ph.low, ph.high],
          [ph.low + closed - settled, ph.high + closed - settled],
        );
        ph.low = low;
        ph.high = high;
      }
      this.movements.push({ at: e.at, by, dose: false });
    }
    if (share > 0) this.lastAct = e.at;
    if (isLargeChange(share)) this.largeChange = e.at;
  }
  largeChange: Moment = -Infinity;

  private dose(e: Entry): void {
    const carried = e.at >= this.carriedFrom ? this.water(e.at) : null;
    const before = carried ?? waterByPh(PH_USUAL.design, 0, 20);
    const after = afterDose(before, e, this.volume.now);
    this.shift('chloride', (x) => x + after.chloride - before.chloride);
    if (!this.tracks.has('chloride') && after.chloride > before.chloride)
      this.tracks.set('chloride', {
        raw: [0, 0],
        low: after.chloride,
        high: after.chloride,
        at: e.at,
        from: 'carried',
        about: '',
        doubt: null,
      });
    this.shift('tan', (x) => x + after.tan - before.tan);
    this.ammonia += after.tan - before.tan;
    const dechlorinated = after.chlorine - before.chlorine;
    if (dechlorinated) this.shift('chlorine', (x) => Math.max(0, x + dechlorinated));
    if (!movesPh(e)) return;
    this.shift('alkalinity', (x) => Math.max(0, x + after.alkalinity - before.alkalinity));
    if (carried) {
      const by = closedPh(after) - closedPh(before);
      this.shift('ph', (x) => x + by);
      this.movements.push({ at: e.at, by, dose: true });
    }
    this.lastAct = e.at;
  }
}

const younger = (age: number | null, most: number): boolean => age === null || age <= most;

/**
 * Whether the log shows bacteria that keep up with the feed: calm tests some days apart, the last among them, or a
 * system that has run for weeks and whose last tests are calm.
 */
function nitrifiesBy(entries: readonly Entry[], now: Moment, running: number | null): boolean {
  const calm: Moment[] = [];
  for (let i = entries.length - 1; i >= 0; i--) {
    const e = entries[i]!;
    if (now - e.at > YOUNG.age * 1000) break;
    if (e.tan === undefined || e.nitrite === undefined) continue;
    if (e.tan[1] > NITRIFIES_LIMITS.tan || e.nitrite[1] > NITRIFIES_LIMITS.nitrite) break;
    calm.push(e.at);
  }
  if (!calm.length) return false;
  const span = (calm[0]! - calm.at(-1)!) / 1000;
  return span >= READING_AGE.temperature || (running !== null && running >= YOUNG.age);
}

/** Alkalinity that water of a pH can have between open air and water that hardly moves. */
function alkalinityByPh(ph: number, t: number): Pair {
  const c = carbonateConstants(t);
  const at = (p: number) => Math.max(0, alkalinityAtPressure(ph, p, c));
  return [at(PLAUSIBLE_CO2.low), Math.min(PLAUSIBLE_ALKALINITY.most, at(PLAUSIBLE_CO2.high))];
}

/**
 * What is known of the water at a moment.
 *
 * @param entries that count, up to now, in order of time
 * @param undated entries whose date cannot be, as after now
 * @param running time that the water has been in; null where nothing says so
 */
export function knowledgeOf(
  g: Ground,
  entries: readonly Entry[],
  undated: number,
  running: number | null,
): Knowledge {
  const { c, now, zone } = g;
  const { system } = c;
  let lastPh = -Infinity;
  for (let i = entries.length - 1; i >= 0 && lastPh === -Infinity; i--)
    if (entries[i]!.ph !== undefined) lastPh = entries[i]!.at;
  const walk = new Walk(g, lastPh);
  const oldest = now - MEMORY.forgotten * 1000;
  walk.start(runningSince(system, entries));
  const first = firstFrom(entries, oldest);
  walk.standing(entries, first);
  let fedBefore = 0;
  let dosedBefore = 0;
  for (let i = first; i < entries.length; i++) {
    const e = entries[i]!;
    if (e.kind === 'reading') {
      walk.reading(e);
      if (e.tan !== undefined) fedBefore = walk.fed;
      if (e.alkalinity !== undefined) dosedBefore = walk.ammonia;
    } else walk.act(e);
  }
  const nitrifies = nitrifiesBy(entries, now, running);
  const doubts: Doubt[] = [];
  const known: Partial<Record<ReadingId, Known>> = {};
  const season = seasonOf(c, now, zone);
  const ageOf = (at: Moment | null) => (at === null ? null : Math.max(0, (now - at) / 1000));

  const put = (
    id: ReadingId,
    band: Pair,
    x: Pick<Track, 'at' | 'from' | 'about'> & {
      read?: Pair;
      best?: number;
      doubted: boolean;
      fresh: boolean;
    },
  ) => {
    const error = KIT_ERROR[id as keyof typeof KIT_ERROR] ?? 0;
    const floor = id === 'temperature' ? -Infinity : 0;
    known[id] = {
      low: Math.max(floor, band[0] - error),
      high: band[1] + error,
      band: [Math.max(floor, band[0]), band[1]],
      read: x.read ?? [Math.max(floor, band[0]), band[1]],
      best: x.best ?? middleOf(band),
      from: x.from,
      at: x.at,
      age: ageOf(x.at),
      fresh: x.fresh,
      doubted: x.doubted,
      about: x.about,
    };
  };

  for (const [id, x] of walk.tracks) {
    const age = ageOf(x.at);
    // A reading stands for some hours as it is.
    const days = Math.max(0, (age ?? 0) - MEMORY.steady) / 86400;
    const drift = (DRIFT[id as keyof typeof DRIFT] ?? 0) * days;
    // Starting water of long ago says nothing of today.
    if (
      x.from === 'start' &&
      !younger(age, READING_AGE[id as keyof typeof READING_AGE] ?? Infinity)
    )
      continue;
    let [low, high] = [x.low, x.high];
    const best = (low + high) / 2;
    const fresh = younger(age, READING_AGE[id as keyof typeof READING_AGE] ?? Infinity);
    const wide = id === 'alkalinity' ? 0 : drift;
    low -= wide;
    high += wide;
    if (id === 'tan') {
      // Feed gives ammonia that only bacteria take away again.
      const made = walk.fed - fedBefore;
      const expected = (g.life.tan * days) / walk.volume.now;
      const young = system.care.filled !== null && (running ?? 0) < YOUNG.age;
      const keepsUp = nitrifies || (!young && x.raw[1] <= NITRIFIES_LIMITS.tan);
      high += keepsUp ? Math.max(0, made - expected) : g.hasFish ? Math.max(made, expected) : made;
    }
    if (id === 'alkalinity' && g.hasFish) {
      // Bacteria use it up, plants give part of it back.
      const used = alkalinityUse(g.life, walk.volume.now) * days;
      low = Math.max(0, low - Math.min(low, used));
      high += drift;
    } else if (id === 'alkalinity') {
      const used = ALKALINITY_PER_N * (walk.ammonia - dosedBefore);
      low = Math.max(0, low - Math.min(low, used));
    }
    if (x.doubt) doubts.push(x.doubt);
    put(id, [low, high], {
      at: x.at,
      from: x.from,
      about: x.about,
      read: [x.low, x.high],
      best,
      fresh,
      doubted: x.doubt !== null,
    });
  }
  doubts.push(...walk.misplaced.values());

  // Temperature: what is not known of today is as the season has it.
  const t = known.temperature;
  if (!t || (!t.fresh && !t.doubted)) {
    // A design without water is judged at the temperature that it was given, also while it is built.
    const seasonal = season !== null && runningSince(system, entries) !== null;
    const expected = seasonal ? season : (t?.best ?? system.site.waterTemperature);
    const spread = seasonal || t ? TEMPERATURE_LIMITS.unread : 0;
    put('temperature', [expected - spread, expected + spread], {
      at: t?.at ?? null,
      from: seasonal ? 'season' : t ? 'carried' : 'start',
      about: '',
      best: expected,
      fresh: t === undefined,
      doubted: false,
    });
  }
  const warm = known.temperature!;
  const misplacedT = walk.misplaced.get('temperature');
  if (misplacedT) known.temperature = { ...warm, doubted: true };

  const ph = known.ph;
  if (!ph || !ph.fresh) {
    const read: Pair = ph ? [ph.band[0], ph.band[1]] : PLAUSIBLE_PH.unread;
    const band = ph ? hull(read, PLAUSIBLE_PH.unread) : read;
    put('ph', band, {
      at: ph?.at ?? null,
      from: 'plausible',
      about: '',
      best: ph?.best ?? PH_USUAL.design,
      fresh: false,
      doubted: ph?.doubted ?? false,
    });
  }
  if (!known.alkalinity || !known.alkalinity.fresh) {
    const alk = known.alkalinity;
    const by = alkalinityByPh(known.ph!.best, warm.best);
    const tap = system.site.tap.alkalinity;
    // Water that was filled from a tap has at most its alkalinity, unless buffers were added.
    const usual = alk?.best ?? (tap === null ? by[0] : tap);
    put('alkalinity', alk ? hull(by, alk.band) : by, {
      at: alk?.at ?? null,
      from: 'plausible',
      about: '',
      best: Math.min(Math.max(usual, by[0]), by[1]),
      fresh: false,
      doubted: alk?.doubted ?? false,
    });
  } else if (walk.largeChange > (known.alkalinity.at ?? Infinity))
    known.alkalinity = { ...known.alkalinity, from: 'carried' };
  if (undated > 0)
    doubts.push({
      quantity: 'clock',
      why:
        undated === 1
          ? say`One entry of the log has an impossible date. It does not count.`
          : say`${String(undated)} entries of the log have impossible dates. They do not count.`,
      do: say`Was the clock of the device wrong? Correct the date in the log.`,
    });

  const from = now - 86_400_000;
  return {
    known,
    doubts,
    volume: walk.volume.now,
    rest: walk.volume.rest,
    renewals: walk.renewals.filter((r) => r.at > from),
    movements: walk.movements.filter((m) => m.at > from),
    nitrifies,
    undated,
  };
}

/** Whether alkalinity was read since the last change of more than a tenth of the water. */
export function alkalinityReadSince(
  entries: readonly Entry[],
  volume: number,
  at: Moment,
): boolean {
  for (let i = entries.length - 1; i >= 0 && entries[i]!.at > at; i--) {
    const e = entries[i]!;
    if (
      (e.kind === 'water-change' && isLargeChange(changedShare(e, volume))) ||
      (e.kind === 'top-up' && isLargeChange((e.volume ?? 0) / volume))
    )
      return false;
  }
  return true;
}
