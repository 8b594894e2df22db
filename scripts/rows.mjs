/** Puts rows into a page's store as other windows, faults and years of use leave them. */

/** A row of the store that holds a document under an id and a name of its own. */
export const rowOf = (document, id, name, updated = 1) => ({
  id,
  name,
  updated,
  rev: 1,
  past: [],
  future: [],
  document: { ...document, id, name },
});

/** Puts rows into one table of a page that has opened the store before. */
const layInto = (page, table, rows) =>
  page.evaluate(
    ([name, all]) =>
      new Promise((resolve, reject) => {
        const open = indexedDB.open('mizuna');
        open.onerror = () => reject(new Error('not opened'));
        open.onsuccess = () => {
          const t = open.result.transaction(name, 'readwrite');
          for (const row of all) t.objectStore(name).put(row);
          t.oncomplete = () => resolve(open.result.close());
        };
      }),
    [table, rows],
  );

/**
 * @param {import('@playwright/test').Page} page that has opened the store before
 * @param {readonly object[]} rows
 */
export const lay = (page, rows) => layInto(page, 'systems', rows);

/** Entries into the log of a system. */
export const layLog = (page, system, entries) =>
  layInto(
    page,
    'log',
    entries.map((e) => ({ ...e, system })),
  );
