import { shallowRef } from 'vue';

/**
 * What the store has not confirmed yet: held in this page, read with what the store has, written as soon as it can be,
 * and asked about before the page is left. One place for every table.
 */

/** What became of a wish to the store: the value; or a sentence that says why not, and what this page has of it. */
export type StoreResult<T> =
  | { readonly ok: true; readonly value: T }
  | {
      readonly ok: false;
      readonly message: string;
      readonly rest?: T;
      /** It did not answer in time; it may have what was asked for. */
      readonly silent?: true;
    };

const FULL =
  'This browser’s storage is full, so new changes are not saved. You can continue. Save your work to a file.';
const BLOCKED =
  'This browser does not allow Mizuna to save data. You can continue here. Save your work to a file.';
const SILENT =
  'This browser’s storage does not answer. Close other windows of Mizuna, then reload this one.';
/** A store that has not answered after this is said to be silent; its answer still counts when it comes, ms. */
const PATIENCE = 10_000;
/** What was refused is offered again so often, ms. */
const AGAIN = 4000;

/** Why the store refused. */
function refusal(error: unknown): string {
  const { name = '', inner } = error as { name?: string; inner?: { name?: string } };
  return /Quota/i.test(`${name} ${inner?.name ?? ''} ${String(error)}`) ? FULL : BLOCKED;
}

/** What the store told, or what this page has of it; and whether something may be missing. */
export const storePart = <T>(
  kept: StoreResult<T>,
  none: T,
): { readonly value: T; readonly whole: boolean } =>
  kept.ok ? { value: kept.value, whole: true } : { value: kept.rest ?? none, whole: false };

export async function attempt<T>(what: () => Promise<T>): Promise<StoreResult<T>> {
  try {
    return { ok: true, value: await what() };
  } catch (error) {
    return { ok: false, message: refusal(error) };
  }
}

/** What the store answers to a question, or that it does not. */
export async function ask<T>(what: () => Promise<T>): Promise<StoreResult<T>> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const silence = new Promise<StoreResult<T>>((resolve) => {
    timer = setTimeout(() => resolve({ ok: false, message: SILENT, silent: true }), PATIENCE);
  });
  const answer = await Promise.race([attempt(what), silence]);
  clearTimeout(timer);
  return answer;
}

/** Rows of all tables that only this page has, because the store refused them or is silent. */
export const unconfirmed = shallowRef(0);
/** Why the store refused last; empty while it has everything. */
export const refused = shallowRef('');

interface Held<T> {
  readonly row: T;
  /** The store refused it, or was silent too long. */
  refused: boolean;
}

export interface HeldTable<T> {
  /**
   * Writes rows; until they are confirmed this page holds them.
   *
   * @param first how they are written at first, where that is another way than the table’s own
   */
  write: (
    rows: readonly T[],
    first?: (rows: readonly T[]) => Promise<unknown>,
  ) => Promise<StoreResult<unknown>>;
  /** Holds a row that the store refused elsewhere. */
  hold: (row: T) => void;
  /** Rows that are not confirmed. */
  rows: () => T[];
  get: (key: string) => T | undefined;
  isRefused: (key: string) => boolean;
  forget: (...keys: readonly string[]) => void;
}

const tables: { readonly refusedOnes: () => number; readonly again: () => Promise<void> }[] = [];
let timer: ReturnType<typeof setTimeout> | undefined;

function count() {
  unconfirmed.value = tables.reduce((n, t) => n + t.refusedOnes(), 0);
  if (!unconfirmed.value) refused.value = '';
  else timer ??= setTimeout(() => void offerAgain(), AGAIN);
}
const others = new Set<() => void>();
/** Is told when the store is offered again what it refused. */
export function onOffer(again: () => void): void {
  others.add(again);
}
/** Offers the store again what it refused. */
export async function offerAgain(): Promise<void> {
  clearTimeout(timer);
  timer = undefined;
  for (const again of others) again();
  for (const t of tables) await t.again();
  count();
}

/**
 * A table whose rows are never lost to a refusal.
 *
 * @param keyOf tells rows apart
 * @param put writes rows onto whatever stands there, as often as it is asked to
 * @param waits rows that are written by somebody else once the store takes them again
 */
export function heldTable<T>(
  keyOf: (row: T) => string,
  put: (rows: readonly T[]) => Promise<unknown>,
  waits: (row: T) => boolean = () => false,
): HeldTable<T> {
  const held = new Map<string, Held<T>>();
  let offering = false;

  async function write(rows: readonly T[], first = put): Promise<StoreResult<unknown>> {
    const mine = rows.map((row): [string, Held<T>] => [keyOf(row), { row, refused: false }]);
    for (const [key, h] of mine) held.set(key, h);
    const refuse = (message: string) => {
      for (const [, h] of mine) h.refused = true;
      refused.value = message;
      count();
    };
    const late = setTimeout(() => refuse(SILENT), PATIENCE);
    const kept = await attempt(() => first(rows));
    clearTimeout(late);
    if (!kept.ok) refuse(kept.message);
    else {
      for (const [key, h] of mine) if (held.get(key) === h) held.delete(key);
      count();
    }
    return kept;
  }
  const table: HeldTable<T> = {
    write,
    hold(row) {
      held.set(keyOf(row), { row, refused: true });
      count();
    },
    rows: () => [...held.values()].map((h) => h.row),
    get: (key) => held.get(key)?.row,
    isRefused: (key) => held.get(key)?.refused ?? false,
    forget(...keys) {
      for (const key of keys) held.delete(key);
      count();
    },
  };
  tables.push({
    refusedOnes: () => [...held.values()].filter((h) => h.refused).length,
    async again() {
      const open = [...held.values()].filter((h) => h.refused && !waits(h.row));
      if (!open.length || offering) return;
      offering = true;
      const kept = await attempt(() => put(open.map((h) => h.row)));
      offering = false;
      if (kept.ok)
        for (const h of open) if (held.get(keyOf(h.row)) === h) held.delete(keyOf(h.row));
    },
  });
  return table;
}
