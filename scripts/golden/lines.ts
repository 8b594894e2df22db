/** A report as text: one line a row, numbers with six figures, quantities of a sentence without its words. */

const DIGITS = 6;
/** Every how many values of a long series of numbers one is written. */
const SAMPLE = 20;

const isPlain = (x: unknown): x is Readonly<Record<string, unknown>> =>
  typeof x === 'object' && x !== null && !Array.isArray(x) && !ArrayBuffer.isView(x);
const isQuantity = (x: unknown): x is { readonly value: number; readonly kind: string } =>
  isPlain(x) &&
  typeof x.value === 'number' &&
  typeof x.kind === 'string' &&
  Object.keys(x).length === 2;
/** A sentence with quantities in it. */
const isPhrase = (x: unknown): x is readonly unknown[] =>
  Array.isArray(x) &&
  x.length > 0 &&
  x.every((p) => typeof p === 'string' || isQuantity(p)) &&
  (x.some(isQuantity) || x.some((p) => typeof p === 'string' && p.includes(' ')));

const isNumbers = (x: unknown): x is ArrayLike<number> =>
  ArrayBuffer.isView(x) ||
  (Array.isArray(x) && x.length > 0 && x.every((n) => typeof n === 'number'));

function numberText(x: number): string {
  if (!Number.isFinite(x)) return String(x);
  const rounded = Number(x.toPrecision(DIGITS));
  return Math.abs(rounded) < 1e-12 ? '0' : String(rounded);
}

/** What says nothing: no value, an empty list, and words. */
const SKIPPED = '';

/** A value on one line; nothing where it has parts that take lines of their own. */
function inline(x: unknown): string | null {
  if (x === null || x === undefined) return SKIPPED;
  if (typeof x === 'number') return numberText(x);
  if (typeof x === 'boolean') return x ? 'yes' : 'no';
  // Words are read elsewhere; an id or a name says which row this is.
  if (typeof x === 'string') return x.length > 40 ? SKIPPED : x.replace(/\s+/g, '_') || SKIPPED;
  if (isQuantity(x)) return `${numberText(x.value)}:${x.kind}`;
  if (isPhrase(x)) return `“${x.filter(isQuantity).map(inline).join(' ')}”`;
  if (isNumbers(x)) {
    const all = Array.from(x);
    const few = all.length <= SAMPLE ? all : all.filter((_, i) => i % SAMPLE === 0);
    return `[${few.map(numberText).join(' ')}]`;
  }
  if (Array.isArray(x)) {
    const parts = x.map((p) => (isPlain(p) ? null : inline(p)));
    if (!parts.every((p) => p !== null)) return null;
    return parts.length ? `[${parts.map((p) => p || '-').join(' ')}]` : SKIPPED;
  }
  return null;
}

/**
 * Lines of a value, those of its parts indented below it.
 *
 * @param value plain data; functions are left out
 */
export function linesOf(name: string, value: unknown, indent = ''): string[] {
  const one = inline(value);
  if (one === SKIPPED) return [];
  if (one !== null) return [`${indent}${name} ${one}`];
  const pairs: [string, unknown][] =
    value instanceof Map
      ? [...value].map(([k, v]) => [String(k), v])
      : Array.isArray(value)
        ? value.map((v, i) => [String(i), v])
        : Object.entries(value as object);
  const shown = pairs.filter(([, v]) => typeof v !== 'function' && v !== undefined);
  const own = shown.flatMap(([k, v]) => {
    const text = inline(v);
    return text === null || text === SKIPPED ? [] : [`${k}=${text}`];
  });
  const below = shown.flatMap(([k, v]) => (inline(v) === null ? linesOf(k, v, `${indent} `) : []));
  return [`${indent}${name}${own.length ? ` ${own.join(' ')}` : ''}`, ...below];
}
