import { dateFormat } from './locale.ts';
import { dayOfMonthYear, monthAndDay } from '../calendar/dayOfYear.ts';
import { twoDigits } from '../calendar/time.ts';
import { displayUnits, type QuantityKind, type Unit, type UnitSystem } from './units.ts';

/** A number ready to show, apart from its unit so that the two can be set in different sizes. */
export interface FormattedNumber {
  readonly text: string;
  readonly unit: string;
}

/**
 * The unit in which a value of a kind is shown.
 *
 * @param value SI value; only its size matters (grams below a kilogram, kilograms above)
 */
export function displayUnit(kind: QuantityKind, system: UnitSystem, value = 0): Unit {
  const units = displayUnits(kind, system);
  let chosen = units[0]!;
  for (const unit of units) if (Math.abs(value) >= unit.factor * 0.9995) chosen = unit;
  return chosen;
}

function plain(value: number, decimals: number): string {
  const fixed = value.toFixed(decimals);
  const trimmed = fixed.includes('.') ? fixed.replace(/\.?0+$/, '') : fixed;
  return trimmed === '-0' ? '0' : trimmed;
}

/** Decimals that suit the size: about three figures, never more than the unit deserves. */
function suited(value: number, unit: Unit): number {
  const size = Math.abs(value);
  const places = size >= 100 ? 0 : size >= 10 ? 1 : size >= 0.1 || size === 0 ? 2 : 3;
  return Math.min(places, unit.decimals);
}

/** A duration in words a stopwatch owner would use: "45 s", "3 min 50 s", "2 h 30 min". */
export function formatDuration(seconds: number): string {
  const sign = seconds < 0 ? '-' : '';
  const total = Math.abs(seconds);
  if (total < 10 && total !== Math.round(total)) return `${sign}${plain(total, 1)} s`;
  const whole = Math.round(total);
  if (whole < 60) return `${sign}${whole} s`;
  if (whole < 3600) {
    const s = whole % 60;
    return `${sign}${Math.floor(whole / 60)} min${s ? ` ${s} s` : ''}`;
  }
  const minutes = Math.round(whole / 60);
  if (minutes >= 2 * 1440) {
    const hours = Math.round(minutes / 60);
    const days = Math.floor(hours / 24);
    const h = hours % 24;
    return `${sign}${days} d${h ? ` ${h} h` : ''}`;
  }
  const m = minutes % 60;
  return `${sign}${Math.floor(minutes / 60)} h${m ? ` ${m} min` : ''}`;
}

/** A time of day, "07:30", from seconds since midnight; seconds are shown only where there are any. */
export function formatClock(seconds: number): string {
  const whole = ((Math.round(seconds) % 86400) + 86400) % 86400;
  const s = whole % 60;
  const text = `${twoDigits(Math.floor(whole / 3600))}:${twoDigits(Math.floor(whole / 60) % 60)}`;
  return s ? `${text}:${twoDigits(s)}` : text;
}

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** A day of the year, 1 to 366, as a date without a year in the person’s order; 29 February is the 60th. */
export function formatDay(day: number): string {
  const [month, of] = monthAndDay(day);
  return dateFormat({ day: 'numeric', month: 'short', timeZone: 'UTC' }).format(
    new Date(Date.UTC(2000, month - 1, of)),
  );
}

/** The day of the year of a date such as “12 May” or “May 12”; null where it is none. */
export function dayOf(text: string): number | null {
  const m = /^(?:(\d{1,2})\.?\s*(\p{L}{3,})|(\p{L}{3,})\s*(\d{1,2}))$/u.exec(text);
  const named = (m?.[2] ?? m?.[3])?.slice(0, 3).toLowerCase();
  const date = m?.[1] ?? m?.[4];
  const month = MONTHS.findIndex((x) => x.toLowerCase() === named);
  if (month < 0 || date === undefined) return null;
  const found = dayOfMonthYear(month + 1, Number(date));
  return monthAndDay(found)[0] === month + 1 ? found : null;
}

/**
 * A value as it is shown to the grower, number and unit apart.
 *
 * @param value SI value
 * @param precise keep more figures, as an input field needs
 */
export function show(
  value: number,
  kind: QuantityKind,
  system: UnitSystem,
  precise = false,
): FormattedNumber {
  if (!Number.isFinite(value)) return { text: '–', unit: '' };
  if (kind === 'time') {
    const text = formatDuration(value);
    return { text, unit: '' };
  }
  if (kind === 'clock') return { text: formatClock(value), unit: '' };
  if (kind === 'day') return { text: formatDay(value), unit: '' };
  const unit = displayUnit(kind, system, value);
  const shown = (value - (unit.offset ?? 0)) / unit.factor;
  const decimals = precise
    ? Math.max(unit.decimals, Math.abs(shown) < 10 ? 2 : 1)
    : suited(shown, unit);
  return { text: plain(shown, decimals), unit: unit.symbol };
}

/** {@link show} as one string: "620 L", "3 min 50 s", "44 %". */
export function format(
  value: number,
  kind: QuantityKind,
  system: UnitSystem,
  precise = false,
): string {
  const { text, unit } = show(value, kind, system, precise);
  return unit ? `${text} ${unit}` : text;
}

/** Two values of one kind as a span: "0.25–0.5 mg/L"; one where they are the same. */
export function formatSpan(
  low: number,
  high: number,
  kind: QuantityKind,
  system: UnitSystem,
): string {
  if (low === high) return format(high, kind, system);
  const a = show(low, kind, system);
  const b = show(high, kind, system);
  const end = b.unit ? `${b.text} ${b.unit}` : b.text;
  return a.unit === b.unit ? `${a.text}–${end}` : `${format(low, kind, system)}–${end}`;
}
