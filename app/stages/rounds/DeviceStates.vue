<script setup lang="ts">
import { computed } from 'vue';
import { channelProblemWords } from '../../../core/log';
import { tell } from '../../../core/quantity';
import { useDevices } from './devicesStore';
import { useRoundsBench } from './benchStore';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';
import { ageWords } from './when';

/** What probes, plugs and their rules ask the grower to look at today. */
const devices = useDevices();
const bench = useRoundsBench();
const settings = useSettings();
const system = useSystem();
const nameOfPlug = (id: string) => devices.offer?.plugs.find((p) => p.id === id)?.name ?? id;
const nameOfChannel = (id: string) => devices.offer?.channels.find((c) => c.id === id)?.name ?? id;

/** Each rule in a sentence; what works as it should in a quiet one. */
const rules = computed(() =>
  devices.rules.flatMap((r) => {
    const plug = nameOfPlug(r.use.id);
    const probe = nameOfChannel(r.use.rule!.channel);
    if (devices.state === 'off' || devices.state === 'lost')
      return [
        {
          id: r.use.id,
          bad: true,
          words: `${plug}: its rule does not work, because no gateway answers.`,
        },
      ];
    switch (r.state) {
      case 'by-hand':
        return [
          {
            id: r.use.id,
            bad: true,
            words: `${plug}: its rule does not work. Choose the device on this plug. Pumps can be switched by hand only.`,
          },
        ];
      case 'unbound':
        return [
          {
            id: r.use.id,
            bad: true,
            words: `${plug}: choose a probe for its rule.`,
          },
        ];
      case 'waiting':
        return [
          {
            id: r.use.id,
            bad: false,
            words: `${plug}: its rule starts with the first reading of ${probe}.`,
          },
        ];
      case 'quiet': {
        const safe = {
          off: 'It was switched off',
          on: 'It was switched on',
          stay: 'It was not switched',
        }[r.use.rule!.quiet];
        const since =
          r.heard === null
            ? 'has sent no reading'
            : `last sent a reading ${ageWords(r.heard, devices.now, settings.units)}`;
        return [
          {
            id: r.use.id,
            bad: true,
            words: `${plug}: ${probe} ${since}. ${safe}. Check the probe and the water.`,
          },
        ];
      }
      case 'working':
        return [
          {
            id: r.use.id,
            bad: false,
            words: `${plug}: its rule works. ${probe} sent a reading ${ageWords(r.heard!, devices.now, settings.units)}.`,
          },
        ];
    }
  }),
);
const alarms = computed(() => [...devices.alarms.values()]);
const troubles = computed(() =>
  [...devices.troubles].flatMap(([id, x]) => {
    const use = devices.useOf(id);
    if (!use || x.kind === 'drift') return [];
    return [
      `${nameOfChannel(id)}: ${tell(channelProblemWords(x, use.reads, devices.now), settings.units)}`,
    ];
  }),
);
/** Channels of which is not said which water they read: nothing of them is logged. */
const placeless = computed(() =>
  (system.document?.care.channels ?? [])
    .filter((u) => u.about === '')
    .map(
      (u) =>
        `${nameOfChannel(u.id)}: choose what it measures. Until then its readings are not logged.`,
    ),
);
const shown = computed(() =>
  [placeless, alarms, troubles, rules].some((list) => list.value.length > 0),
);
</script>

<template>
  <section v-if="shown" class="states" aria-label="Probes and plugs">
    <p v-for="x in alarms" :key="x" class="bad" role="alert">{{ x }}</p>
    <p v-for="r in rules" :key="r.id" :class="{ bad: r.bad }" :data-rule="r.id">{{ r.words }}</p>
    <p v-for="x in placeless" :key="x">{{ x }}</p>
    <p v-for="x in troubles" :key="x" class="bad">{{ x }}</p>
    <v-btn size="small" @click="bench.open = 'devices'">Go to the devices</v-btn>
  </section>
</template>

<style scoped>
.states {
  display: grid;
  gap: 4px;
  padding: 8px 12px;
  border-top: 1px solid var(--rule);
  justify-items: start;
}
.bad {
  color: var(--stop);
}
</style>
