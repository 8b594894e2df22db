import { defineStore } from 'pinia';
import { ref, watch } from 'vue';
import { UNIT_SYSTEMS, type UnitSystem } from '../../core/quantity';
import { store } from '../storage/db';

type ThemeName = 'paper' | 'evening';

/** How this person likes to see things; kept in the browser, never in a system. */
export const useSettings = defineStore('settings', () => {
  const units = ref<UnitSystem>('metric');
  const theme = ref<ThemeName>('paper');
  const singleKeys = ref(true);
  const loaded = ref(false);

  async function load() {
    if (loaded.value) return;
    const kept = await store.setting('person');
    const value = (kept.ok ? kept.value : undefined) as
      { units?: UnitSystem; theme?: ThemeName; singleKeys?: boolean } | undefined;
    if (value?.units && UNIT_SYSTEMS.includes(value.units)) units.value = value.units;
    if (value?.theme === 'evening' || value?.theme === 'paper') theme.value = value.theme;
    else if (window.matchMedia('(prefers-color-scheme: dark)').matches) theme.value = 'evening';
    if (typeof value?.singleKeys === 'boolean') singleKeys.value = value.singleKeys;
    loaded.value = true;
  }
  watch([units, theme, singleKeys], () => {
    if (!loaded.value) return;
    void store.setSetting('person', {
      units: units.value,
      theme: theme.value,
      singleKeys: singleKeys.value,
    });
  });
  function nextUnits() {
    units.value = UNIT_SYSTEMS[(UNIT_SYSTEMS.indexOf(units.value) + 1) % UNIT_SYSTEMS.length]!;
  }
  function nextTheme() {
    theme.value = theme.value === 'paper' ? 'evening' : 'paper';
  }
  return { units, theme, singleKeys, loaded, load, nextUnits, nextTheme };
});

export const UNIT_NAMES: Record<UnitSystem, string> = {
  metric: 'Litres, mm',
  us: 'US gallons, inches',
  imperial: 'Imperial gallons, inches',
};
