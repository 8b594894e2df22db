import { format } from './format.ts';
import type { QuantityKind, UnitSystem } from './units.ts';

/** A quantity inside a sentence: shown in the reader's units when the sentence is. */
export interface PhraseQuantity {
  readonly value: number;
  readonly kind: QuantityKind;
}

/** A sentence with quantities in it, independent of display units; plain data. */
export type Phrase = readonly (string | PhraseQuantity)[];

/** Template tag that builds a {@link Phrase}: say`The bed holds ${litres(0.09)}.` */
export function say(
  strings: TemplateStringsArray,
  ...values: (string | number | PhraseQuantity | Phrase)[]
): Phrase {
  const out: (string | PhraseQuantity)[] = [];
  const add = (text: string) => {
    const last = out.length - 1;
    if (typeof out[last] === 'string') out[last] += text;
    else if (text) out.push(text);
  };
  strings.forEach((s, i) => {
    add(s);
    const v = values[i];
    if (Array.isArray(v))
      for (const x of v as Phrase)
        if (typeof x === 'string') add(x);
        else out.push(x);
    else if (typeof v === 'object') out.push(v as PhraseQuantity);
    else if (v !== undefined) add(String(v));
  });
  return out;
}

/** Phrases one after the other, with commas between. */
export const listed = (all: readonly Phrase[]): Phrase =>
  all.flatMap((x, i) => (i ? [', ', ...x] : [...x]));

const of =
  (kind: QuantityKind) =>
  (value: number): PhraseQuantity => ({ value, kind });

export const mm = of('length');
export const bore = of('bore');
export const opening = of('opening');
export const head = of('head');
export const litres = of('volume');
export const flow = of('flow');
export const time = of('time');
export const clock = of('clock');
export const share = of('share');
export const ratio = of('ratio');
export const rate = of('rate');
export const load = of('load');
export const mass = of('mass');
export const speed = of('velocity');
export const temperature = of('temperature');
export const degrees = of('temperatureDifference');
export const dose = of('dose');
export const liquid = of('liquid');
export const concentration = of('concentration');
export const hardness = of('hardness');
export const ph = of('ph');
export const conductivity = of('conductivity');
export const feed = of('feed');
export const feeding = of('feeding');
export const area = of('area');
export const stocking = of('stocking');
export const light = of('light');
export const power = of('power');
export const days = of('days');
export const day = of('day');
export const angle = of('angle');
export const distance = of('run');

/** A time until something happens: “after 4 min”, and “at once” where there is none. */
export const after = (seconds: number): Phrase =>
  seconds < 1 ? ['at once'] : say`after ${time(seconds)}`;

/** The sentence in the reader's units. */
export function tell(phrase: Phrase, system: UnitSystem): string {
  return phrase.map((p) => (typeof p === 'string' ? p : format(p.value, p.kind, system))).join('');
}
