/** Compares a report with the one that was accepted, number by number. */

/** Numbers that differ by less than this share are the same: the last figures depend on the machine. */
const SAME = 2e-4;
/** And those that differ by less than this, whatever they are. */
const NOTHING = 2e-6;
/** So many differences are printed of a report. */
const MOST = 12;

const NUMBER = /-?(?:\d+\.?\d*(?:e[-+]?\d+)?|Infinity)|NaN/g;

const near = (a: number, b: number): boolean =>
  Object.is(a, b) ||
  Math.abs(a - b) <= Math.max(NOTHING, SAME * Math.max(Math.abs(a), Math.abs(b)));

/** Whether two lines say the same. */
export function sameLine(a: string, b: string): boolean {
  if (a === b) return true;
  if (a.replace(NUMBER, '#') !== b.replace(NUMBER, '#')) return false;
  const x = a.match(NUMBER) ?? [];
  const y = b.match(NUMBER) ?? [];
  return x.every((n, i) => near(Number(n), Number(y[i])));
}

/** Where a line stands: the names of the lines that it is indented below. */
function placeOf(lines: readonly string[], at: number): string {
  const names: string[] = [];
  let depth = Infinity;
  for (let i = at; i >= 0; i--) {
    const line = lines[i]!;
    const d = line.length - line.trimStart().length;
    if (d >= depth) continue;
    depth = d;
    names.unshift(line.trim().split(' ')[0]!);
    if (d === 0) break;
  }
  return names.join(' › ');
}

/** The words of two lines that differ. */
function differing(a: string, b: string): string {
  const x = a.trim().split(' ');
  const y = b.trim().split(' ');
  if (x.length !== y.length) return `${a.trim()}\n      now ${b.trim()}`;
  return x
    .flatMap((w, i) => (sameLine(w, y[i]!) ? [] : [`${w} → ${y[i]}`]))
    .slice(0, 4)
    .join(', ');
}

/**
 * Differences between an accepted report and what it is now, one a line with its place; empty where
 * there is none.
 */
export function differences(accepted: string, now: string): string[] {
  const a = accepted.split('\n');
  const b = now.split('\n');
  const out: string[] = [];
  let i = 0;
  let j = 0;
  while ((i < a.length || j < b.length) && out.length < MOST) {
    if (i < a.length && j < b.length && sameLine(a[i]!, b[j]!)) {
      i++;
      j++;
      continue;
    }
    // A row that came or went: the next line of one is met again soon in the other.
    const ahead = (from: readonly string[], start: number, line: string | undefined) => {
      if (line === undefined) return -1;
      for (let k = 1; k <= 40 && start + k < from.length; k++)
        if (sameLine(from[start + k]!, line)) return k;
      return -1;
    };
    const gone = ahead(a, i, b[j]);
    const came = ahead(b, j, a[i]);
    if (gone > 0 && (came < 0 || gone <= came)) {
      out.push(`${placeOf(a, i)}: ${gone} lines fewer, first “${a[i]!.trim().slice(0, 100)}”`);
      i += gone;
    } else if (came > 0) {
      out.push(`${placeOf(b, j)}: ${came} lines more, first “${b[j]!.trim().slice(0, 100)}”`);
      j += came;
    } else {
      const before = a[i] ?? '(end)';
      const after = b[j] ?? '(end)';
      out.push(`${placeOf(b, Math.min(j, b.length - 1))}: ${differing(before, after)}`);
      i++;
      j++;
    }
  }
  return out;
}
