/** What is read from outside, before it is known what it is. */

export type Loose = Record<string, unknown>;
/** Whether something is an object that is no list. */
export const isLoose = (x: unknown): x is Loose =>
  x !== null && typeof x === 'object' && !Array.isArray(x);
/** A list, or an empty one where there is none. */
export const listOf = (x: unknown): unknown[] => (Array.isArray(x) ? (x as unknown[]) : []);

/** Ids of parts, entries, channels and plugs: they stand in the places that edits name. */
export const ID = /^[\w-]{1,64}$/;
/** Names that an object has by itself, and that no id may be. */
export const RESERVED: readonly string[] = ['__proto__', 'constructor', 'prototype'];
/** Whether something can be an id. */
export const isId = (x: unknown): x is string =>
  typeof x === 'string' && ID.test(x) && !RESERVED.includes(x);
