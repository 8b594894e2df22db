import { computed } from 'vue';
import {
  PART_FIELDS,
  READ_FIELDS,
  bandsOf,
  crossingOf,
  isPlain,
  readField,
  seriesOf,
  slopeOf,
  dayOfYear,
  localDay,
  addDays,
  partBand,
} from '../../../core/log';
import { knowsYear, waterOn } from '../../../core/life';
import { format, formatSpan, plural } from '../../../core/quantity';
import { useChartInk } from '../../parts/chartInk';
import { useChosen } from '../../stores/chosen';
import { hereZone, useLog } from '../../stores/log';
import { useRoundsBench } from './benchStore';
import { useSettings } from '../../stores/settings';
import { MARKED, trendChart } from './trendChart';

const DAY = 86_400_000;
/** Days of expected warmth that are drawn, back and ahead. */
const BACK = 60;
const AHEAD = 21;

/** The chosen reading over time, and what its line says. */
export function useTrends() {
  const log = useLog();
  const bench = useRoundsBench();
  const chosen = useChosen();
  const settings = useSettings();
  const ink = useChartInk();
  const field = computed(() => readField(bench.field));
  /** Readings of a part are of one: the chosen, or the first that has any. */
  const about = computed(() => {
    if (!PART_FIELDS.has(bench.field)) return null;
    const id = chosen.thing?.part.id;
    const has = (x: string) => seriesOf(log.entries, bench.field, x).length > 0;
    if (id && has(id)) return id;
    return log.entries.find((e) => e[bench.field] !== undefined)?.about ?? '';
  });
  const points = computed(() => seriesOf(log.entries, bench.field, about.value));
  const bands = computed(() => (log.tended ? bandsOf(log.tended) : {}));
  const band = computed(
    () =>
      bands.value[bench.field] ??
      (log.tended && about.value !== null
        ? partBand(log.tended, bench.field, about.value)
        : undefined),
  );
  const slope = computed(() => slopeOf(points.value, log.now));
  const crossing = computed(() =>
    slope.value && band.value ? crossingOf(bench.field, slope.value, band.value) : null,
  );
  const events = computed(() => {
    const from = points.value[0]?.at ?? Infinity;
    return log.entries.filter((e) => MARKED[e.kind] && e.at >= from);
  });
  /** Water by the season, where the year is known. */
  const forecast = computed(() => {
    const t = log.tended;
    if (bench.field !== 'temperature' || !t || !knowsYear(t.system)) return [];
    const today = localDay(log.now, hereZone());
    return Array.from({ length: (BACK + AHEAD) / 3 + 1 }, (_, i) => {
      const d = 3 * i - BACK;
      return {
        at: log.now + d * DAY,
        value: waterOn(t.system, t.c.a, dayOfYear(addDays(today, d))),
      };
    });
  });
  const chart = computed(() =>
    trendChart(
      points.value,
      events.value,
      band.value,
      slope.value && isPlain(slope.value) ? slope.value : null,
      forecast.value,
      field.value.label,
      field.value.kind,
      settings.units,
      log.now,
      ink.value,
    ),
  );
  const words = computed(() => {
    const last = points.value.at(-1);
    if (!last) return '';
    const f = (v: number) => format(v, field.value.kind, settings.units);
    const now = formatSpan(last.low, last.high, field.value.kind, settings.units);
    const c = crossing.value;
    const good = band.value?.good.map((x) => (Number.isFinite(x) ? f(x) : '')) ?? [];
    const [from, to] = good;
    const wanted =
      from && to
        ? `wanted ${from} to ${to}`
        : from
          ? `wanted from ${from}`
          : to
            ? `wanted up to ${to}`
            : '';
    const read = [
      plural(points.value.length, 'one reading', '# readings'),
      `last ${now}`,
      ...(wanted ? [wanted] : []),
    ].join(', ');
    if (!c) return `${read}.`;
    const days = plural(Math.max(1, Math.round(c.days)), 'one day', '# days');
    return `${read}. It reaches ${f(c.limit)} in about ${days}.`;
  });
  /** Every reading that there is, with what its line says. */
  const all = computed(() =>
    READ_FIELDS.flatMap((f) => {
      const series = seriesOf(log.entries, f.id);
      const last = series.at(-1);
      if (!last) return [];
      const s = slopeOf(series, log.now);
      const b = bands.value[f.id];
      return [{ f, last, count: series.length, crossing: s && b ? crossingOf(f.id, s, b) : null }];
    }),
  );
  return { field, points, band, slope, crossing, chart, words, all };
}
