<script setup lang="ts">
import {
  mdiChevronLeft,
  mdiChevronRight,
  mdiPause,
  mdiPlay,
  mdiSkipNext,
  mdiSkipPrevious,
} from '@mdi/js';
import { formatClock } from '../../core/quantity';
import { useTrace } from '../stores/trace';

/** Play and step, the moment in words, and how much of the day is on show. */
defineProps<{ now: string; levels: string }>();
const trace = useTrace();
const WINDOWS = [
  { title: '24 h', value: 86400 },
  { title: '6 h', value: 6 * 3600 },
  { title: '1 h', value: 3600 },
] as const;
</script>

<template>
  <div class="controls">
    <v-btn
      :icon="mdiSkipPrevious"
      size="small"
      aria-label="Previous event"
      @click="trace.step(-1)"
    />
    <v-btn
      :icon="trace.playing ? mdiPause : mdiPlay"
      size="small"
      variant="tonal"
      :aria-label="trace.playing ? 'Stop the day' : 'Play the day'"
      @click="trace.play()"
    />
    <v-btn :icon="mdiSkipNext" size="small" aria-label="Next event" @click="trace.step(1)" />
    <strong class="clock">{{ formatClock(trace.clock(trace.time)) }}</strong>
    <span class="now"
      ><b v-if="trace.replay">{{ trace.replay.name }}. </b>{{ now }}
      <span class="quiet levels">{{ levels }}</span></span
    >
    <span v-if="trace.busy" class="quiet busy" role="status">calculating</span>
    <span
      v-if="trace.uneven && !trace.replay"
      class="run"
      role="group"
      aria-label="Day of the run"
      title="The timer’s cycles do not fit into a day, so they are a little later each day."
    >
      <v-btn
        :icon="mdiChevronLeft"
        size="x-small"
        aria-label="The day before"
        :disabled="trace.dayShown === 0"
        @click="trace.showDay(trace.dayShown - 1)"
      />
      <span class="day" role="status">day {{ trace.dayShown + 1 }}</span>
      <v-btn
        :icon="mdiChevronRight"
        size="x-small"
        aria-label="The day after"
        @click="trace.showDay(trace.dayShown + 1)"
      />
    </span>
    <v-btn-toggle
      class="windows"
      :model-value="trace.span"
      mandatory
      variant="outlined"
      role="group"
      aria-label="Stretch of the day shown"
      @update:model-value="trace.look"
    >
      <v-btn
        v-for="w in WINDOWS"
        :key="w.value"
        :value="w.value"
        size="small"
        :aria-pressed="trace.span === w.value"
      >
        {{ w.title }}
      </v-btn>
    </v-btn-toggle>
  </div>
</template>

<style scoped>
.controls {
  display: flex;
  align-items: center;
  gap: 4px;
  min-height: 36px;
}
.clock {
  font-size: var(--type-title);
  min-width: 4.4rem;
  padding-left: 6px;
}
.now {
  flex: 1;
  min-width: 0;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  font-size: var(--type-body);
}
.levels {
  padding-left: 8px;
}

.day {
  padding: 2px 8px;
  font-size: var(--type-small);
}
.busy {
  font-size: var(--type-label);
}
.run {
  display: flex;
  align-items: center;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
}
.windows {
  flex: none;
  height: 32px;
}
.windows .v-btn {
  min-width: 0;
  padding: 0 9px;
}
@media (max-width: 360px) {
  .windows .v-btn {
    padding: 0 4px;
    font-size: var(--type-label);
  }
  .clock {
    font-size: var(--type-body);
  }
  .now {
    display: none;
  }
}
@media (max-width: 700px) {
  .levels,
  .busy {
    display: none;
  }
  .now {
    font-size: var(--type-label);
  }
}
</style>
