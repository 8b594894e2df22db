<script setup lang="ts">
import { plural } from '../../core/quantity';
import { WHOLE } from '../../core/system';
import { fieldInWords, valueInWords } from '../parts/place';
import { refused, unconfirmed } from '../storage/held';
import { useSettings } from '../stores/settings';
import { useSystem } from '../stores/system';

/** What threatens the keeping of the open system, and what to do about it. */
const system = useSystem();
const settings = useSettings();
</script>

<template>
  <div
    v-if="system.trouble || system.gone || system.conflicts.length || unconfirmed"
    class="trouble"
    role="alert"
  >
    <p v-if="system.gone">
      This system is no longer in the browser’s storage. Another window deleted it, or the storage
      was cleared. You can continue here.
      <v-btn size="small" variant="tonal" class="do" @click="system.keepAgain()"
        >Save it again</v-btn
      >
      <v-btn size="small" variant="tonal" class="do" @click="system.toFile"
        >Save it to a file</v-btn
      >
    </p>
    <p v-if="unconfirmed && !system.trouble && !system.gone" data-unconfirmed>
      {{ refused }}
      {{
        plural(
          unconfirmed,
          'One change is only in this page. Mizuna saves it when there is room.',
          '# changes are only in this page. Mizuna saves them when there is room.',
        )
      }}
      <v-btn size="small" variant="tonal" class="do" @click="system.toFile"
        >Save it to a file</v-btn
      >
    </p>
    <p v-if="system.trouble">
      {{ system.trouble }}
      <v-btn size="small" variant="tonal" class="do" @click="system.toFile"
        >Save it to a file</v-btn
      >
    </p>
    <template v-if="system.document">
      <p v-for="c in system.conflicts" :key="c.at">
        <template v-if="c.at === WHOLE">
          The changes of two windows do not fit together. One window removed a part that the other
          still uses.
          <v-btn size="small" variant="tonal" class="do" @click="system.resolveConflict(c, true)">
            Use this window’s system
          </v-btn>
          <v-btn size="small" variant="tonal" class="do" @click="system.resolveConflict(c, false)">
            Use the other window’s system
          </v-btn>
        </template>
        <template v-else>
          {{ fieldInWords(system.document, c.at) }} was changed in two windows.
          <v-btn size="small" variant="tonal" class="do" @click="system.resolveConflict(c, true)">
            Use this window’s: {{ valueInWords(c.at, c.mine, settings.units) }}
          </v-btn>
          <v-btn size="small" variant="tonal" class="do" @click="system.resolveConflict(c, false)">
            Use the other window’s: {{ valueInWords(c.at, c.theirs, settings.units) }}
          </v-btn>
        </template>
      </p>
    </template>
  </div>
</template>

<style scoped>
.trouble {
  color: var(--stop);
  background: var(--stop-ground);
  padding: 6px 14px;
  display: grid;
  gap: 4px;
}
.do {
  margin: 2px 0 2px 8px;
}
</style>
