import { defineStore } from 'pinia';
import { computed, ref, watch } from 'vue';
import { tell } from '../../../core/quantity';
import { useLog } from '../../stores/log';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';

/** Reminders by the browser, where it has them and the person allows: never needed, tasks stand on the page too. */
export const useReminders = defineStore('reminders', () => {
  const log = useLog();
  const system = useSystem();
  const settings = useSettings();
  // Browsers keep them for pages that came over an encrypted connection or from the same machine.
  const possible = typeof Notification !== 'undefined' && window.isSecureContext;
  const on = ref(false);
  const trouble = ref('');
  const told = new Set<string>();

  async function toggle() {
    if (on.value) {
      on.value = false;
      return;
    }
    const answer = await Notification.requestPermission();
    on.value = answer === 'granted';
    trouble.value = on.value
      ? ''
      : 'The browser does not allow reminders for this page. You can use the alarms of the calendar.';
  }
  /** Tasks that fell due while the page is open. */
  const fresh = computed(() =>
    log.due.filter((t) => t.at <= log.now && t.at > log.now - 3_600_000),
  );
  watch([fresh, on], () => {
    if (!on.value) return;
    for (const t of fresh.value) {
      const key = `${t.id} ${t.due}`;
      if (told.has(key)) continue;
      told.add(key);
      try {
        new Notification(system.document?.name ?? 'Mizuna', {
          body: tell(t.title, settings.units),
          tag: key,
        });
      } catch {
        // Some phones only notify from a service worker; the page shows the task anyway.
        on.value = false;
      }
    }
  });
  return { possible, on, trouble, toggle };
});
