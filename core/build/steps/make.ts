import type { Phrase, QuantityKind } from '../../quantity/index.ts';
import { say } from '../../quantity/index.ts';
import type { Entry, Step } from './types.ts';

/** Steps and entries with what is usual left out. */

/** A step; what is not given is as usual. */
export const step = (
  x: Pick<Step, 'id' | 'chapter' | 'title' | 'how' | 'after'> & Partial<Step>,
): Step => ({
  hands: 1,
  minutes: 30,
  wait: null,
  hold: false,
  entries: [],
  cuts: [],
  tests: [],
  caution: null,
  running: null,
  about: [],
  ...x,
});

/** A yes-or-no of a hold point: only yes passes. */
export const yes = (
  id: string,
  label: Phrase,
  means: Phrase,
  goTo: Entry['goTo'] = null,
): Entry => ({
  id,
  label,
  kind: 'yes',
  least: 1,
  most: null,
  optional: false,
  means,
  goTo,
  writes: null,
});

/** A measured entry with its limits. */
export const measure = (
  id: string,
  label: Phrase,
  kind: QuantityKind,
  more: Partial<Omit<Entry, 'id' | 'label' | 'kind'>> = {},
): Entry => ({
  id,
  label,
  kind,
  least: null,
  most: null,
  optional: false,
  means: say``,
  goTo: null,
  writes: null,
  ...more,
});
