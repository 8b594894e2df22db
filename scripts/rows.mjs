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

/**
 * @param {import('@playwright/test').Page} page that has opened the store before
 * @param {readonly object[]} rows
 */
export const lay = (page, rows) =>
  page.evaluate(
    (all) =>
      new Promise((resolve, reject) => {
        const open = indexedDB.open('mizuna');
        open.onerror = () => reject(new Error('not opened'));
        open.onsuccess = () => {
          const t = open.result.transaction('systems', 'readwrite');
          for (const row of all) t.objectStore('systems').put(row);
          t.oncomplete = () => resolve(open.result.close());
        };
      }),
    rows,
  );
