/** What one window of this program tells the others. */
export type News =
  | { what: 'wrote'; id: string; rev: number }
  | { what: 'removed'; id: string }
  | { what: 'log'; id: string; entries?: readonly string[] }
  | { what: 'setting'; key: string }
  | { what: 'run'; id: string }
  | { what: 'shelf' };

type Listener = (news: News) => void;
const listeners = new Set<Listener>();

/** Nothing where the browser has no channels: changes then meet when they are written. */
const channel =
  typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('mizuna-windows');
channel?.addEventListener('message', (event: MessageEvent<News>) => {
  for (const listener of listeners) listener(event.data);
});

/** Tells the other windows. */
export const tellOthers = (news: News): void => channel?.postMessage(news);

/** Hears what other windows did; the answer stops it. */
export function hearOthers(listener: Listener): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
