import type { Phrase, QuantityKind } from '../quantity/index.ts';
import type { SystemDocument } from '../system/index.ts';
import type { Finding } from './types.ts';

/** Findings of one rule and level on parts that are alike, text in one sentence. */
export interface LikeFindings {
  /** The gravest first. */
  readonly findings: readonly Finding[];
  readonly sentence: Phrase;
  /** Those whose numbers differ from the sentence’s. */
  readonly others: readonly { name: string; measured: number; kind: QuantityKind }[];
}

/** Numbers that differ by less than this share are text as one. */
const SAME = 0.005;
/** As many names stand in a sentence; of more the first and the last. */
const MOST_NAMES = 3;
/** Stands for a name while sentences are compared. */
const NAME = '“”';

/** Name of a vessel or path; empty where a finding is about the whole system. */
export const quotedName = (s: SystemDocument, id: string): string =>
  [...s.vessels, ...s.paths].find((p) => p.id === id)?.name ?? '';

const unnamed = (p: string, name: string) => (name ? p.replaceAll(`“${name}”`, NAME) : p);

/** Whether two sentences say the same of two parts: the same words, and numbers that hardly differ. */
function sayTheSame(a: Phrase, nameA: string, b: Phrase, nameB: string): boolean {
  return (
    a.length === b.length &&
    a.every((x, i) => {
      const y = b[i]!;
      if (typeof x === 'string' || typeof y === 'string')
        return (
          typeof x === 'string' && typeof y === 'string' && unnamed(x, nameA) === unnamed(y, nameB)
        );
      return (
        x.kind === y.kind &&
        Math.abs(x.value - y.value) <= SAME * Math.max(Math.abs(x.value), Math.abs(y.value))
      );
    })
  );
}

function eachOf(names: readonly string[]): string {
  const quoted = names.map((n) => `“${n}”`);
  const last = quoted[quoted.length - 1]!;
  if (names.length > MOST_NAMES) return `each of the ${names.length} from ${quoted[0]} to ${last}`;
  return `each of ${quoted.slice(0, -1).join(', ')} and ${last}`;
}

/**
 * A sentence about the first of some parts, text of each of them: its verbs stay in the singular.
 *
 * @returns nothing where it does not name its part, or the sentences differ in more than the name
 */
export function sayOfEach(sentences: readonly { text: Phrase; name: string }[]): Phrase | null {
  const [first, ...rest] = sentences;
  if (!first) return null;
  if (!rest.length) return first.text;
  if (!rest.every((r) => sayTheSame(first.text, first.name, r.text, r.name))) return null;
  const quoted = `“${first.name}”`;
  if (!first.name || !first.text.some((p) => typeof p === 'string' && p.includes(quoted)))
    return null;
  const each = eachOf(sentences.map((s) => s.name));
  return first.text.map((p, i) => {
    if (typeof p !== 'string') return p;
    const text = p.replaceAll(quoted, each);
    return i === 0 ? text.replace(/^each/, 'Each') : text;
  });
}

/**
 * Puts findings together that are alike, in the order of the list.
 *
 * @param findings the most urgent first
 */
export function groupAlike(s: SystemDocument, findings: readonly Finding[]): LikeFindings[] {
  const groups = new Map<string, Finding[]>();
  for (const f of findings) {
    const key = `${f.id}/${f.level}/${f.part ?? ''}`;
    const list = groups.get(key);
    if (list) list.push(f);
    else groups.set(key, [f]);
  }
  return [...groups.values()].map((list): LikeFindings => {
    const first = list[0]!;
    const named = list.map((f) => ({ f, text: f.sentence, name: quotedName(s, f.about) }));
    const head = named[0]!;
    const same = named.filter((n) => sayTheSame(head.text, head.name, n.text, n.name));
    const joint = sayOfEach(same);
    const apart = joint ? named.filter((n) => !same.includes(n)) : named.slice(1);
    return {
      findings: list,
      sentence: joint ?? first.sentence,
      others: apart.map(({ f, name }) => ({ name, measured: f.measured, kind: f.kind })),
    };
  });
}
