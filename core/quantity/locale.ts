/** The form of dates and of money: the texts are English, in the order of the person’s region. */
const DEFAULT = 'en-GB';
let chosen = DEFAULT;
/** Formatters by their form: making one takes a thousand times as long as using it. */
let dates = new Map<string, Intl.DateTimeFormat>();
let numbers = new Map<string, Intl.NumberFormat>();

/**
 * Follows the person’s languages, as a browser names them.
 *
 * @param languages BCP 47 tags, the preferred one first; a form of English is used as it is, for any other
 * language the texts stay English with the day before the month
 */
export function setLocale(languages: readonly string[]): void {
  const [first = DEFAULT] = languages;
  let next = DEFAULT;
  try {
    if (/^en\b/i.test(first)) next = Intl.getCanonicalLocales(first)[0] ?? DEFAULT;
  } catch {
    // A tag that the platform does not know.
  }
  chosen = next;
  dates = new Map();
  numbers = new Map();
}
/** Locale of dates and money: a BCP 47 tag. */
export const locale = (): string => chosen;

const once = <T>(made: Map<string, T>, options: object, make: () => T): T => {
  const key = JSON.stringify(options);
  const there = made.get(key) ?? make();
  made.set(key, there);
  return there;
};
/** A formatter of dates in the person’s order, made once for each form. */
export const dateFormat = (options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat =>
  once(dates, options, () => new Intl.DateTimeFormat(chosen, options));
const numberFormat = (options: Intl.NumberFormatOptions): Intl.NumberFormat =>
  once(numbers, options, () => new Intl.NumberFormat(chosen, options));

/**
 * An amount of money.
 *
 * @param currency as the grower writes it: an ISO 4217 code is shown as its symbol, any other text behind the amount
 */
export function formatMoney(amount: number, currency: string): string {
  if (/^[A-Z]{3}$/.test(currency))
    return numberFormat({ style: 'currency', currency }).format(amount);
  const two = numberFormat({ minimumFractionDigits: 2, maximumFractionDigits: 2 }).format(amount);
  return currency ? `${two} ${currency}` : two;
}

/** A large whole number with its thousands apart. */
export const formatCount = (n: number): string => numberFormat({}).format(n);
