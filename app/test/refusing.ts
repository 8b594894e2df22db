/** A store that refuses: requests that write to a table fail as on a full disk, from the n-th on, until it is let go. */

type Write = 'put' | 'add' | 'delete';
const real = { ...pick(IDBObjectStore.prototype) };
function pick(of: IDBObjectStore): Record<Write, (...args: never[]) => IDBRequest> {
  return { put: of.put, add: of.add, delete: of.delete } as never;
}

export interface Refusing {
  /** Requests that were refused. */
  readonly refused: () => number;
  readonly letGo: () => void;
}

/**
 * @param table that refuses
 * @param from how many requests it still takes
 * @param most how many it refuses, all where nothing is said
 */
export function refuse(table: string, from = 0, most = Infinity): Refusing {
  let seen = 0;
  let count = 0;
  const prototype = IDBObjectStore.prototype as unknown as Record<Write, unknown>;
  for (const what of ['put', 'add', 'delete'] as const)
    prototype[what] = function (this: IDBObjectStore, ...args: never[]) {
      if (this.name === table && seen++ >= from && count < most) {
        count++;
        throw new DOMException('The disk is full.', 'QuotaExceededError');
      }
      return real[what].apply(this, args);
    };
  return {
    refused: () => count,
    letGo: () => Object.assign(IDBObjectStore.prototype, real),
  };
}
