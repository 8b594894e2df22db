<script setup lang="ts">
import { computed, onMounted, ref } from 'vue';
import { thingName, readField, ruleMay, channelProblemWords } from '../../../core/log';
import { format, tell } from '../../../core/quantity';
import {
  NOT_WATER,
  OTHER_LOAD,
  READINGS,
  pumpedLines,
  type ChannelUse,
  type PlugUse,
  type ReadingId,
} from '../../../core/system';
import PanelGroup from '../../parts/PanelGroup.vue';
import PlainChoice from '../../parts/PlainChoice.vue';
import QuantityFields from '../../parts/QuantityFields.vue';
import { useDevices } from './devicesStore';
import type { Channel, Plug } from '../../stores/offer';
import { useLog } from '../../stores/log';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';
import { DEVICE_NAMES } from '../life/deviceNames';
import { ageWords } from './when';

/** Probes and plugs: what answers, what it reads here, what is wrong with it, and the bench that stands in for it. */
const system = useSystem();
const log = useLog();
const devices = useDevices();
const settings = useSettings();
const doc = computed(() => system.document!);
onMounted(async () => {
  await devices.find();
  if (devices.offer?.channels.length && devices.state === 'off') devices.listen();
});
const STATES = {
  off: 'not connected',
  waiting: 'no reading yet …',
  live: 'streaming',
  lost: 'connection lost, trying again',
} as const;

const places = computed(() => [
  { id: '', name: 'not chosen: not logged' },
  { id: NOT_WATER, name: 'the air: not logged as water' },
  ...[...doc.value.vessels, ...doc.value.paths].map((p) => ({ id: p.id, name: p.name })),
]);
const placeOf = (u: ChannelUse) => places.value.find((p) => p.id === u.about)?.name ?? u.about;
const kinds = READINGS.map((id) => ({ id, name: readField(id).label }));
/** Edit that takes a channel into the log, as its device offers it. */
const used = (c: Channel, reads: ReadingId) => {
  const known = [...doc.value.vessels, ...doc.value.paths].some((p) => p.id === c.about);
  const to: ChannelUse = {
    ...{ id: c.id, reads, about: known ? c.about : '' },
    ...{ offset: 0, corrected: null },
  };
  return { at: `care.channels.${c.id}`, to };
};
const use = (c: Channel, reads: ReadingId) =>
  system.commit([used(c, reads)], `${c.name} is logged`);
function useAll() {
  const edits = (devices.offer?.channels ?? []).flatMap((c) =>
    devices.useOf(c.id) || !c.reads ? [] : [used(c, c.reads)],
  );
  if (edits.length) system.commit(edits, `${edits.length} channels are logged`);
}
const change = (u: ChannelUse, to: Partial<ChannelUse>) =>
  system.commit([{ at: `care.channels.${u.id}`, to: { ...u, ...to } }], 'Channel');
const leave = (u: ChannelUse) =>
  system.commit([{ at: `care.channels.${u.id}`, to: undefined }], 'Channel no longer logged');
const lastOf = (id: string) => devices.heard.get(id)?.at(-1);
const shownOf = (c: Channel) => {
  const h = lastOf(c.id);
  if (!h) return 'nothing yet';
  const reads = devices.useOf(c.id)?.reads ?? c.reads;
  const age = ageWords(h.came, devices.now, settings.units);
  if (h.refused) return `${h.value} ${c.unit}, ${age}: ${tell(h.refused, settings.units)}`;
  return reads
    ? `${format(h.value, readField(reads).kind, settings.units)}, ${age}`
    : `${h.value} ${c.unit}, ${age}`;
};
function correct(u: ChannelUse, offset: number) {
  change(u, { offset: u.offset + offset, corrected: Date.now() });
}

/** Plugs: only by a press or an own rule, and never a pump that would run dry. */
const confirming = ref('');
const refusal = (p: Plug) => {
  const r = devices.refusalFor(p, !p.on);
  return r ? tell(r, settings.units) : '';
};
const plugUse = (p: Plug): PlugUse | undefined => doc.value.care.plugs.find((x) => x.id === p.id);
const aboutOf = (p: Plug) => devices.aboutOf(p);
/** What may hang on a plug. */
const loads = computed(() => [
  { id: '', name: 'not chosen: treated as a pump' },
  ...pumpedLines(doc.value).map((l) => ({ id: l.id, name: l.name })),
  ...doc.value.devices.map((d) => ({ id: d.id, name: DEVICE_NAMES[d.kind] })),
  { id: OTHER_LOAD, name: 'a device that needs no water' },
]);
const setLoad = (p: Plug, about: string) =>
  system.commit(
    [{ at: `care.plugs.${p.id}`, to: { id: p.id, about, rule: plugUse(p)?.rule ?? null } }],
    'Device on a plug',
  );
async function press(p: Plug) {
  if (confirming.value !== p.id) {
    confirming.value = p.id;
    return;
  }
  confirming.value = '';
  await devices.toggle(p, !p.on);
}
const mayRule = (p: Plug) => (log.tended ? ruleMay(log.tended, aboutOf(p)) : false);
function setRule(p: Plug, rule: PlugUse['rule']) {
  system.commit(
    [{ at: `care.plugs.${p.id}`, to: { id: p.id, about: aboutOf(p), rule } }],
    rule ? 'Rule of a plug' : 'Plug switched by hand only',
  );
}
/** A new rule rests on no channel before the grower names one. */
const newRule = (): PlugUse['rule'] => ({
  ...{ channel: '', when: 'below', limit: 16, until: 18, quiet: 'off' },
});
const bound = computed(() => [
  { id: '', name: 'choose the probe' },
  ...doc.value.care.channels.map((u) => ({
    id: u.id,
    name: [nameOfChannel(u.id), thingName(doc.value, u.about)].filter(Boolean).join(', '),
  })),
]);
const nameOfChannel = (id: string) => devices.offer?.channels.find((c) => c.id === id)?.name ?? id;
const ruleReads = (p: Plug): ReadingId | null =>
  devices.useOf(plugUse(p)?.rule?.channel ?? '')?.reads ?? null;
/** The two limits of a rule, by what its probe reads. */
const ruleFields = (id: ReadingId) => {
  const { kind, min, max, step } = readField(id);
  return [
    { key: 'limit' as const, label: 'this', kind, min, max, step },
    { key: 'until' as const, label: 'off again at', kind, min, max, step },
  ];
};
const QUIET = [
  { id: 'off', name: 'switches off' },
  { id: 'on', name: 'switches on' },
  { id: 'stay', name: 'is not switched' },
];
const WHEN = [
  { id: 'below', name: 'falls below' },
  { id: 'above', name: 'rises above' },
];

/** What the bench can be asked to get wrong. */
const FAULTS = [
  { id: 'dropOut', name: 'sends nothing' },
  { id: 'stuck', name: 'stuck' },
  { id: 'drift', name: 'drifts' },
  { id: 'frozenClock', name: 'clock stopped' },
] as const;
const faults = computed(() => devices.offer?.faults ?? {});
const faultChannel = ref('temperature');
const on = (key: string, id: string) => faults.value[key]?.includes(id) ?? false;
function setFault(key: string, id: string) {
  const list = faults.value[key] ?? [];
  const next = list.includes(id) ? list.filter((x) => x !== id) : [...list, id];
  void devices.bench('PATCH', { faults: { ...faults.value, [key]: next } });
}
const SPEEDS = [1, 60, 1000];
const benchHere = computed(() => devices.offer?.bench === true);
const benchOfThis = computed(() => devices.offer?.system?.id === doc.value.id);
const levels = computed(() => doc.value.care.channels.some((u) => u.reads === 'level'));
</script>

<template>
  <div>
    <PanelGroup title="Gateways">
      <p v-if="!devices.looked" class="quiet">Searching …</p>
      <template v-else-if="!devices.offer">
        <p>No gateway answers at this address.</p>
        <p class="quiet">
          Probes and plugs connect through a small gateway with the interface in docs/devices.md.
          You do not need one: you can enter all readings by hand.
        </p>
        <v-btn
          size="small"
          variant="outlined"
          :disabled="devices.looking"
          @click="devices.find()"
          >{{ devices.looking ? 'Searching …' : 'Search again' }}</v-btn
        >
      </template>
      <template v-else>
        <p>
          <b>{{ devices.offer.name }}</b>, <span role="status">{{ STATES[devices.state] }}</span>.
        </p>
        <p v-for="x in devices.offer.left" :key="x" class="watch">{{ x }}</p>
        <p v-if="!devices.leads && devices.state !== 'off'" class="quiet">
          Another window of Mizuna logs the readings and switches the plugs.
        </p>
        <div class="buttons">
          <v-btn v-if="benchHere && !benchOfThis" variant="tonal" @click="devices.put()"
            >Simulate the devices of this system</v-btn
          >
          <v-btn
            v-if="devices.offer.channels.length && devices.state === 'off'"
            size="small"
            variant="outlined"
            @click="devices.listen()"
            >Connect</v-btn
          >
          <v-btn
            v-if="devices.state !== 'off'"
            size="small"
            variant="outlined"
            @click="devices.stop()"
            >Disconnect</v-btn
          >
        </div>
      </template>
      <p v-if="devices.trouble" class="trouble" role="alert">{{ devices.trouble }}</p>
    </PanelGroup>

    <PanelGroup v-if="devices.offer?.channels.length" title="Channels">
      <v-btn
        v-if="devices.offer.channels.some((c) => !devices.useOf(c.id))"
        size="small"
        variant="tonal"
        @click="useAll"
        >Log all of them</v-btn
      >
      <ul class="plain">
        <li v-for="c in devices.offer.channels" :key="c.id" :data-channel="c.id">
          <p>
            <b>{{ c.name }}</b> {{ shownOf(c) }}
          </p>
          <template v-if="devices.useOf(c.id)">
            <p v-if="devices.troubles.get(c.id)" class="watch" role="status">
              {{
                tell(
                  channelProblemWords(
                    devices.troubles.get(c.id)!,
                    devices.useOf(c.id)!.reads,
                    devices.now,
                  ),
                  settings.units,
                )
              }}
              <v-btn
                v-if="devices.troubles.get(c.id)!.kind === 'drift'"
                size="small"
                variant="tonal"
                @click="
                  correct(
                    devices.useOf(c.id)!,
                    (devices.troubles.get(c.id) as { offset: number }).offset,
                  )
                "
                >Apply this correction</v-btn
              >
            </p>
            <details :open="devices.useOf(c.id)!.about === ''">
              <summary>
                {{ readField(devices.useOf(c.id)!.reads).label }}:
                {{ placeOf(devices.useOf(c.id)!) }}
              </summary>
              <div class="fields">
                <PlainChoice
                  :model-value="devices.useOf(c.id)!.reads"
                  label="Measures"
                  :items="kinds"
                  @update:model-value="change(devices.useOf(c.id)!, { reads: $event as ReadingId })"
                />
                <PlainChoice
                  :model-value="devices.useOf(c.id)!.about"
                  label="At"
                  :items="places"
                  @update:model-value="change(devices.useOf(c.id)!, { about: $event })"
                />
              </div>
              <v-btn size="small" @click="leave(devices.useOf(c.id)!)">Stop logging it</v-btn>
            </details>
          </template>
          <v-btn v-else-if="c.reads" size="small" variant="outlined" @click="use(c, c.reads)"
            >Log it</v-btn
          >
          <PlainChoice
            v-else
            model-value=""
            label="Mizuna does not know what it measures. It measures"
            :items="[{ id: '', name: 'choose' }, ...kinds]"
            @update:model-value="$event && use(c, $event as ReadingId)"
          />
        </li>
      </ul>
      <v-switch
        v-if="levels"
        v-model="devices.showing"
        label="The measured day over the simulated one, on the strip"
      />
    </PanelGroup>

    <PanelGroup v-if="devices.offer?.plugs.length" title="Plugs">
      <p class="quiet">
        A plug switches when you press it, or by your rule. No rule switches a pump. Mizuna never
        starts a pump that would run dry. Rules and probes work only while this system is open in a
        window on this device.
      </p>
      <ul class="plain">
        <li v-for="p in devices.offer.plugs" :key="p.id" :data-plug="p.id">
          <p>
            <b>{{ p.name }}</b>
            {{ devices.ordered.includes(p.id) ? 'switching …' : p.on ? 'on' : 'off' }}
          </p>
          <PlainChoice
            :model-value="aboutOf(p)"
            label="Device on this plug"
            :items="loads"
            @update:model-value="setLoad(p, $event)"
          />
          <p v-if="devices.alarms.get(p.id)" class="trouble" role="alert">
            {{ devices.alarms.get(p.id) }}
          </p>
          <p v-if="refusal(p)" class="quiet">{{ refusal(p) }}</p>
          <div class="buttons">
            <v-btn
              size="small"
              :variant="confirming === p.id ? 'flat' : 'outlined'"
              :color="confirming === p.id ? 'warning' : undefined"
              :disabled="refusal(p) !== '' || devices.ordered.includes(p.id)"
              @click="press(p)"
              >{{
                confirming === p.id
                  ? p.on
                    ? 'Yes, switch it off'
                    : 'Yes, switch it on'
                  : p.on
                    ? 'Switch off'
                    : 'Switch on'
              }}</v-btn
            >
            <v-btn v-if="confirming === p.id" size="small" @click="confirming = ''">Cancel</v-btn>
            <v-btn
              v-if="mayRule(p)"
              size="small"
              @click="setRule(p, plugUse(p)?.rule ? null : newRule())"
              >{{ plugUse(p)?.rule ? 'Remove its rule' : 'Add a rule' }}</v-btn
            >
          </div>
          <div v-if="plugUse(p)?.rule" class="fields">
            <PlainChoice
              :model-value="plugUse(p)!.rule!.channel"
              class="wide"
              label="On when the probe"
              :items="bound"
              @update:model-value="setRule(p, { ...plugUse(p)!.rule!, channel: $event })"
            />
            <PlainChoice
              :model-value="plugUse(p)!.rule!.when"
              label="it"
              :items="WHEN"
              @update:model-value="
                setRule(p, { ...plugUse(p)!.rule!, when: $event as 'below' | 'above' })
              "
            />
            <QuantityFields
              v-if="ruleReads(p)"
              :fields="ruleFields(ruleReads(p)!)"
              :values="plugUse(p)!.rule!"
              @set="(key, v) => setRule(p, { ...plugUse(p)!.rule!, [key]: v })"
            />
            <PlainChoice
              :model-value="plugUse(p)!.rule!.quiet"
              class="wide"
              label="When the probe sends nothing it"
              :items="QUIET"
              @update:model-value="
                setRule(p, { ...plugUse(p)!.rule!, quiet: $event as 'off' | 'on' | 'stay' })
              "
            />
          </div>
        </li>
      </ul>
    </PanelGroup>

    <PanelGroup v-if="benchHere && devices.offer?.channels.length" title="Simulated devices">
      <p class="quiet">
        It simulates probes with noise. Make them fail to see how Mizuna reports it.
      </p>
      <div class="buttons" role="group" aria-label="Speed of the simulation">
        <v-btn
          v-for="s in SPEEDS"
          :key="s"
          size="small"
          variant="outlined"
          :aria-pressed="devices.offer.speed === s"
          @click="devices.bench('PATCH', { speed: s })"
          >{{ s === 1 ? 'Real time' : `Yesterday at ${s}×` }}</v-btn
        >
      </div>
      <PlainChoice
        v-model="faultChannel"
        class="gap"
        label="A fault in"
        :items="devices.offer.channels.map((c) => ({ id: c.id, name: c.name }))"
      />
      <div class="buttons">
        <v-btn
          v-for="x in FAULTS"
          :key="x.id"
          size="small"
          variant="outlined"
          :aria-pressed="on(x.id, faultChannel)"
          :color="on(x.id, faultChannel) ? 'warning' : undefined"
          @click="setFault(x.id, faultChannel)"
          >{{ x.name }}</v-btn
        >
        <v-btn
          v-for="p in devices.offer.plugs.slice(0, 1)"
          :key="p.id"
          size="small"
          variant="outlined"
          :aria-pressed="on('deaf', p.id)"
          :color="on('deaf', p.id) ? 'warning' : undefined"
          @click="setFault('deaf', p.id)"
          >{{ p.name }} does not answer</v-btn
        >
      </div>
      <v-btn size="small" @click="devices.bench('DELETE')">Stop the simulation</v-btn>
    </PanelGroup>
  </div>
</template>

<style scoped>
.plain {
  list-style: none;
  padding-top: 6px;
}
.plain li {
  border-top: 1px solid var(--rule);
  padding: 8px 0;
  display: grid;
  gap: 6px;
}
.plain .v-btn {
  justify-self: start;
}
.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding: 6px 0;
}
.watch {
  border-left: 4px solid var(--watch);
  background: var(--watch-ground);
  padding: 6px 8px;
}
.trouble {
  color: var(--stop);
  padding-top: 6px;
}
summary {
  min-height: 40px;
  display: flex;
  align-items: center;
  cursor: pointer;
  font-size: var(--type-body);
}
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px 8px;
  padding: 4px 0 8px;
}
.wide {
  grid-column: 1 / -1;
}
.gap {
  margin-top: 8px;
}
[aria-pressed='true'] {
  border-width: 3px;
  font-weight: 650;
}
</style>
