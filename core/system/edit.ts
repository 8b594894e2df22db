import type { SystemDocument } from './types.ts';

/**
 * One change of a system, as data: a place and what stands there afterwards. Typing a value, pulling
 * a handle and pressing a fix all make these. `undefined` removes; a new id in a collection adds.
 *
 * @example { at: 'paths.siphon.crest', to: 0.22 }
 */
export interface Edit {
  readonly at: string;
  readonly to: unknown;
}

const FORBIDDEN = new Set(['__proto__', 'prototype', 'constructor']);

function child(node: unknown, key: string): unknown {
  if (Array.isArray(node)) {
    const byId = node.find((x) => (x as { id?: unknown } | null)?.id === key);
    return byId ?? (/^\d+$/.test(key) ? node[Number(key)] : undefined);
  }
  if (node !== null && typeof node === 'object' && Object.hasOwn(node, key)) {
    return (node as Record<string, unknown>)[key];
  }
  return undefined;
}

/** What stands at a place of the document, or undefined. */
export function readAt(system: SystemDocument, at: string): unknown {
  return at.split('.').reduce<unknown>(child, system);
}

function write(node: unknown, keys: readonly string[], value: unknown, at: string): unknown {
  const key = keys[0];
  if (key === undefined) return value;
  if (FORBIDDEN.has(key)) throw new RangeError(`A system has no place “${at}”.`);
  if (Array.isArray(node)) {
    let index = node.findIndex((x) => (x as { id?: unknown } | null)?.id === key);
    if (index < 0 && /^\d+$/.test(key) && Number(key) < node.length) index = Number(key);
    if (index < 0) {
      if (keys.length > 1 || value === undefined)
        throw new RangeError(`A system has no place “${at}”.`);
      return [...node, value];
    }
    const next = write(node[index], keys.slice(1), value, at);
    const copy: unknown[] = [...node];
    if (next === undefined) copy.splice(index, 1);
    else copy[index] = next;
    return copy;
  }
  if (node === null || typeof node !== 'object')
    throw new RangeError(`A system has no place “${at}”.`);
  const { [key]: was, ...others } = node as Record<string, unknown>;
  const next = write(was, keys.slice(1), value, at);
  if (next === undefined) return others;
  // Spread the node itself, so that its keys keep their order in files.
  return { ...node, [key]: next };
}

/**
 * The system after some edits; the given one is left as it is and shares what did not change.
 *
 * @throws RangeError where an edit names a place that does not exist
 */
export function applyEdits(system: SystemDocument, edits: readonly Edit[]): SystemDocument {
  return edits.reduce<SystemDocument>(
    (s, e) => write(s, e.at.split('.'), e.to, e.at) as SystemDocument,
    system,
  );
}

/** The edits that undo `edits` on `system`: what stood at each place, last first. */
export function invertEdits(system: SystemDocument, edits: readonly Edit[]): Edit[] {
  const back: Edit[] = [];
  let current = system;
  for (const e of edits) {
    back.unshift({ at: e.at, to: readAt(current, e.at) });
    current = applyEdits(current, [e]);
  }
  return back;
}
