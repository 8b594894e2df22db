import { ruleOf, type FindingId } from '../../core/findings';

/** Names of findings within a sentence, each once. */
export const titlesOf = (ids: readonly FindingId[]): string =>
  [...new Set(ids)].map((id) => ruleOf(id).title).join(', ');
