import { defineStore } from 'pinia';
import { computed, nextTick, ref, watch } from 'vue';
import { SCALES_OF, type KitScale } from '../../core/life/kitScales';
import { UNIT_SYSTEMS, type UnitSystem } from '../../core/quantity';
import { hearOthers } from '../storage/channel';
import { mergeSettings, settings as rows } from '../storage/settings';

type ThemeName = 'paper' | 'evening';

/** What a kit for each shows: nitrogen, or the ion. */
export interface KitScales {
  readonly tan: KitScale;
  readonly nitrite: KitScale;
  readonly nitrate: KitScale;
}
/** Settings of the person stand in rows whose keys begin so. */
const OWN = 'person/';
/** After so long a silent store is asked again, ms. */
const LATER = 5000;
// Hints that were read in any window were read.
mergeSettings(`${OWN}read`, (there, mine) => [
  ...new Set([...(Array.isArray(there) ? there : []), ...(Array.isArray(mine) ? mine : [])]),
]);
/** How this person likes to see things; kept in the browser, never in a system. */
export const useSettings = defineStore('settings', () => {
  const units = ref<UnitSystem>('metric');
  const theme = ref<ThemeName>('paper');
  const singleKeys = ref(true);
  /** The examples stand on the shelf. */
  const examples = ref(true);
  /** First-use hints that were read; they do not come back. */
  const read = ref<string[]>([]);
  /** What the scales of the person’s kits show. */
  const kit = ref<KitScales>({ tan: 'n', nitrite: 'n', nitrate: 'n' });
  const loaded = ref(false);

  const kept = (): Record<string, unknown> => ({
    units: units.value,
    theme: theme.value,
    singleKeys: singleKeys.value,
    examples: examples.value,
    read: [...read.value],
    kit: { ...kit.value },
  });
  /** Takes over what of kept settings makes sense. */
  function restore(from: Readonly<Record<string, unknown>>) {
    if (UNIT_SYSTEMS.includes(from.units as UnitSystem)) units.value = from.units as UnitSystem;
    if (from.theme === 'evening' || from.theme === 'paper') theme.value = from.theme;
    if (typeof from.singleKeys === 'boolean') singleKeys.value = from.singleKeys;
    if (typeof from.examples === 'boolean') examples.value = from.examples;
    const scales = from.kit as Partial<KitScales> | undefined;
    for (const key of ['tan', 'nitrite', 'nitrate'] as const) {
      const scale = scales?.[key];
      if (scale && SCALES_OF[key].includes(scale)) kit.value = { ...kit.value, [key]: scale };
    }
    if (Array.isArray(from.read)) {
      const more = from.read.filter((x): x is string => typeof x === 'string');
      read.value = [...new Set([...read.value, ...more])];
    }
  }

  /** Takes over what is kept, each thing by itself. */
  async function takeOver() {
    const there = await rows.under(OWN);
    const found = there.ok ? there.value : there.rest;
    if (found) {
      writing = false;
      restore(Object.fromEntries(found));
      await nextTick();
      writing = true;
    }
    return there.ok;
  }
  async function load() {
    if (loaded.value) return;
    if (window.matchMedia('(prefers-color-scheme: dark)').matches) theme.value = 'evening';
    const answered = await takeOver();
    loaded.value = true;
    // A store that was silent is asked again: what it keeps is not overwritten by what a newcomer gets.
    if (!answered) setTimeout(() => void takeOver(), LATER);
  }
  let writing = true;
  for (const [name, of] of Object.entries({ units, theme, singleKeys, examples, read, kit }))
    watch(of, () => {
      if (loaded.value && writing) void rows.set(`${OWN}${name}`, of.value);
    });
  hearOthers((news) => {
    if (news.what === 'setting' && news.key.startsWith(OWN)) void takeOver();
  });

  function nextUnits() {
    units.value = UNIT_SYSTEMS[(UNIT_SYSTEMS.indexOf(units.value) + 1) % UNIT_SYSTEMS.length]!;
  }
  function nextTheme() {
    theme.value = theme.value === 'paper' ? 'evening' : 'paper';
  }
  /** Whether a first-use hint is still to be shown; not before it is known which were read. */
  const isNew = computed(() => (hint: string) => loaded.value && !read.value.includes(hint));
  function markRead(hint: string) {
    if (!read.value.includes(hint)) read.value = [...read.value, hint];
  }
  return {
    units,
    theme,
    singleKeys,
    examples,
    read,
    kit,
    loaded,
    load,
    kept,
    restore,
    nextUnits,
    nextTheme,
    isNew,
    markRead,
  };
});

export const UNIT_NAMES: Record<UnitSystem, string> = {
  metric: 'Litres, mm',
  us: 'US gallons, inches',
  imperial: 'Imperial gallons, inches',
};
