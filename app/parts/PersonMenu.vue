<script setup lang="ts">
import { mdiWeatherNight, mdiWhiteBalanceSunny } from '@mdi/js';
import { UNIT_SYSTEMS } from '../../core/quantity';
import { UNIT_NAMES, useSettings } from '../stores/settings';

/** Units and theme, for this person; the theme elsewhere where there is little room. */
defineProps<{ short?: boolean }>();
const settings = useSettings();
const items = UNIT_SYSTEMS.map((u) => ({ id: u, name: UNIT_NAMES[u] }));
</script>

<template>
  <v-menu>
    <template #activator="{ props: on }">
      <v-btn v-bind="on" class="units" :aria-label="`Units: ${UNIT_NAMES[settings.units]}`">
        {{ { metric: 'L, mm', us: 'US gal, in', imperial: 'imp gal, in' }[settings.units] }}
      </v-btn>
    </template>
    <v-list>
      <v-list-item
        v-for="u in items"
        :key="u.id"
        :active="settings.units === u.id"
        @click="settings.units = u.id"
      >
        {{ u.name }}
      </v-list-item>
    </v-list>
  </v-menu>
  <v-btn
    v-if="!short"
    :icon="settings.theme === 'paper' ? mdiWeatherNight : mdiWhiteBalanceSunny"
    size="small"
    :aria-label="settings.theme === 'paper' ? 'Dark colours' : 'Light colours'"
    @click="settings.nextTheme()"
  />
</template>
