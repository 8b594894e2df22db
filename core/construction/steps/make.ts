import type { Phrase, QuantityKind } from '../../quantity/index.ts';
import { say } from '../../quantity/index.ts';
import type { StepCheck, BuildStep } from './types.ts';

/** Steps and entries with what is usual left out. */

/** A step; what is not given is as usual. */
export const step = (
  x: Pick<BuildStep, 'id' | 'chapter' | 'title' | 'how' | 'after'> & Partial<BuildStep>,
): BuildStep => ({
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
  goTo: StepCheck['goTo'] = null,
): StepCheck => ({
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
export const measuredCheck = (
  id: string,
  label: Phrase,
  kind: QuantityKind,
  more: Partial<Omit<StepCheck, 'id' | 'label' | 'kind'>> = {},
): StepCheck => ({
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
