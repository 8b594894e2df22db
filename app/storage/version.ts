import { ref } from 'vue';

/** A new version of the program has been fetched and waits to be used. */
export const newVersion = ref(false);
/** Another window went over to a new version; parts of the old one may be out of reach here. */
export const outdated = ref(false);

/** How often a long-open page asks for a new version, ms. */
const ASK_EVERY = 3_600_000;

let waiting: ServiceWorker | null = null;
let reloading = false;

/**
 * Keeps the program on this device, so that it opens without a network. A new version is fetched in
 * the background and waits until the person takes it.
 */
export async function keepOffline(): Promise<void> {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  const had = navigator.serviceWorker.controller !== null;
  navigator.serviceWorker.addEventListener('controllerchange', () => {
    if (reloading) location.reload();
    else if (had) outdated.value = true;
  });
  try {
    const registration = await navigator.serviceWorker.register('/sw.js');
    const offer = (worker: ServiceWorker | null) => {
      if (!worker || !navigator.serviceWorker.controller) return;
      waiting = worker;
      newVersion.value = true;
    };
    offer(registration.waiting);
    registration.addEventListener('updatefound', () => {
      const worker = registration.installing;
      worker?.addEventListener('statechange', () => {
        if (worker.state === 'installed') offer(worker);
      });
    });
    let asked = Date.now();
    document.addEventListener('visibilitychange', () => {
      if (document.hidden || Date.now() - asked < ASK_EVERY) return;
      asked = Date.now();
      void registration.update().catch(() => undefined);
    });
  } catch {
    // Without it the program works as long as its server does.
  }
}

/** Goes over to the new version. What was edited must be written before. */
export function takeNewVersion(): void {
  if (!waiting) {
    location.reload();
    return;
  }
  reloading = true;
  waiting.postMessage({ type: 'SKIP_WAITING' });
}
