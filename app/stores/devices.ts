import { useIntervalFn } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, onScopeDispose, ref, shallowRef, toRaw, watch } from 'vue';
import {
  driftOf,
  isWorth,
  refusalOf,
  ruleMay,
  ruleWants,
  troubleOfChannel,
  type DeviceReading,
  type Heard,
  type Trouble,
} from '../../core/log';
import { tell } from '../../core/quantity';
import type { ChannelUse, ReadingId } from '../../core/system';
import { logStore } from '../storage/log';
import { useLog } from './log';
import { useMeasured } from './measured';
import { useSettings } from './settings';
import { useSystem } from './system';
import { DEVICES, useWeather } from './weather';

/** A channel and a plug as the interface of `docs/devices.md` names them. */
export interface Channel {
  readonly id: string;
  readonly name: string;
  readonly reads: ReadingId;
  readonly about: string;
}
export interface Plug {
  readonly id: string;
  readonly name: string;
  readonly about: string;
  readonly on: boolean;
}
interface Offer {
  readonly name: string;
  readonly bench?: boolean;
  readonly system?: { readonly id: string; readonly name: string } | null;
  readonly speed?: number;
  readonly faults?: Readonly<Record<string, readonly string[]>>;
  readonly channels: readonly Channel[];
  readonly plugs: readonly Plug[];
}

/** Raw readings of a channel that are held in the page, and how often they go to the store, ms. */
const HELD = 600;
const KEEP_EVERY = 5000;
/** Of a fast stream one raw reading in so long is kept, ms of its own clock. */
const RAW_STEP = 10_000;

/** Probes and plugs near by: found, listened to, written into the log, and switched by the grower’s hand or rule. */
export const useDevices = defineStore('devices', () => {
  const system = useSystem();
  const log = useLog();
  const settings = useSettings();
  const weather = useWeather();
  const offer = shallowRef<Offer | null>(null);
  const looked = ref(false);
  const state = ref<'off' | 'waiting' | 'live' | 'lost'>('off');
  const trouble = ref('');
  /** What each channel said lately. */
  const heard = shallowRef<ReadonlyMap<string, readonly Heard[]>>(new Map());
  const now = ref(Date.now());
  useIntervalFn(() => (now.value = Date.now()), 5000);
  let source: EventSource | null = null;
  const lastNoted = new Map<string, DeviceReading>();
  const lastRaw = new Map<string, number>();
  let waiting: { channel: string; at: number; came: number; value: number }[] = [];

  async function ask(path: string, init: RequestInit = {}): Promise<Response> {
    return fetch(`${DEVICES}${path}`, {
      ...init,
      headers: init.body ? { 'Content-Type': 'application/json' } : {},
    });
  }
  /** Looks whether a gateway or the bench answers. */
  async function find() {
    try {
      const answer = await ask('');
      offer.value =
        answer.ok && /json/.test(answer.headers.get('Content-Type') ?? '')
          ? ((await answer.json()) as Offer)
          : null;
    } catch {
      offer.value = null;
    }
    looked.value = true;
    if (offer.value) void weather.ask();
  }
  const uses = computed(() => system.document?.care.channels ?? []);
  const useOf = (id: string): ChannelUse | undefined => uses.value.find((u) => u.id === id);

  function take(data: string) {
    const came = Date.now();
    let m: { channel?: unknown; at?: unknown; value?: unknown };
    try {
      m = JSON.parse(data) as typeof m;
    } catch {
      return;
    }
    const at = typeof m.at === 'string' ? Date.parse(m.at) : Number.NaN;
    if (typeof m.channel !== 'string' || typeof m.value !== 'number' || !Number.isFinite(m.value))
      return;
    const id = m.channel;
    // A device whose clock runs ahead is taken by ours.
    const when = Number.isNaN(at) || at > came + 60_000 ? came : at;
    const h: Heard = { at: when, came, value: m.value };
    const before = heard.value.get(id) ?? [];
    heard.value = new Map([...heard.value, [id, [...before.slice(-(HELD - 1)), h]]]);
    const use = useOf(id);
    if (!use) return;
    if (when - (lastRaw.get(id) ?? -Infinity) >= RAW_STEP) {
      lastRaw.set(id, when);
      waiting.push({ channel: id, at: when, came, value: m.value + use.offset });
    }
    const last = lastNoted.get(id) ?? newestOf(use);
    const next = { at: when, value: m.value + use.offset };
    if (!isWorth(use.reads, last, next)) return;
    lastNoted.set(id, next);
    void log.note({
      kind: 'reading',
      at: when,
      about: use.about,
      device: id,
      [use.reads]: next.value,
    });
  }
  /** The last entry of a channel, so that a reload does not note it anew. */
  function newestOf(use: ChannelUse): DeviceReading | null {
    for (let i = log.entries.length - 1; i >= 0; i--) {
      const e = log.entries[i]!;
      const v = e[use.reads];
      if (e.device === use.id && typeof v === 'number') return { at: e.at, value: v };
    }
    return null;
  }
  useIntervalFn(() => {
    const id = system.document?.id;
    if (!id || !waiting.length) return;
    const rows = waiting.map((r) => ({ ...r, system: id }));
    waiting = [];
    void logStore.keepRaw(rows, Date.now());
    if (showing.value) void loadMeasured();
  }, KEEP_EVERY);

  function listen() {
    stop();
    if (typeof EventSource === 'undefined' || !offer.value) return;
    state.value = 'waiting';
    source = new EventSource(`${DEVICES}/stream`);
    source.addEventListener('hello', () => (state.value = 'live'));
    source.addEventListener('reading', (e) => {
      state.value = 'live';
      take((e as MessageEvent<string>).data);
    });
    source.addEventListener('plug', (e) => {
      const m = JSON.parse((e as MessageEvent<string>).data) as { id: string; on: boolean };
      setPlug(m.id, m.on);
    });
    // The browser tries again by itself.
    source.addEventListener(
      'error',
      () => (state.value = source?.readyState === 2 ? 'off' : 'lost'),
    );
  }
  function stop() {
    source?.close();
    source = null;
    state.value = 'off';
  }
  function setPlug(id: string, on: boolean) {
    if (!offer.value) return;
    offer.value = {
      ...offer.value,
      plugs: offer.value.plugs.map((p) => (p.id === id ? { ...p, on } : p)),
    };
  }

  /** Switches a plug by the grower’s press; tells where it may not, or does not answer. */
  async function toggle(plug: Plug, on: boolean, by: 'hand' | 'rule' = 'hand') {
    trouble.value = '';
    const about = system.document?.care.plugs.find((p) => p.id === plug.id)?.about || plug.about;
    const refused = log.tended ? refusalOf(log.tended, about, on) : null;
    if (refused) {
      trouble.value = `${plug.name} stays ${on ? 'off' : 'on'}. ${tell(refused, settings.units)}`;
      return;
    }
    try {
      const answer = await ask(`/plugs/${encodeURIComponent(plug.id)}`, {
        method: 'PUT',
        body: JSON.stringify({ on }),
      });
      const body = (await answer.json()) as { on?: boolean; error?: string };
      if (!answer.ok) trouble.value = `${plug.name}: ${body.error ?? 'It does not answer.'}`;
      else {
        setPlug(plug.id, body.on ?? on);
        await log.note({
          kind: 'note',
          note: `${plug.name} ${on ? 'on' : 'off'}${by === 'rule' ? ', by its rule' : ''}`,
        });
      }
    } catch {
      trouble.value = `${plug.name} does not answer. Nothing was switched.`;
    }
  }
  // A rule acts on what was noted; the same wish is not sent twice.
  let wished = '';
  watch(
    () => log.tended,
    (t) => {
      if (!t || state.value !== 'live') return;
      for (const use of t.system.care.plugs) {
        const plug = offer.value?.plugs.find((p) => p.id === use.id);
        if (!plug || !use.rule || !ruleMay(t, use.about)) continue;
        const wants = ruleWants(t, use, plug.on);
        const key = `${use.id} ${String(wants)} ${Math.floor(t.now / 60_000)}`;
        if (wants === null || wants === plug.on || key === wished) continue;
        wished = key;
        void toggle(plug, wants, 'rule');
      }
    },
  );

  const troubles = computed(() => {
    const out = new Map<string, Trouble>();
    for (const [id, list] of heard.value) {
      const t = troubleOfChannel(list, now.value);
      if (t) out.set(id, t);
    }
    for (const use of uses.value) {
      if (out.has(use.id)) continue;
      const d = driftOf(log.entries, use.id, use.reads);
      if (d) out.set(use.id, { kind: 'drift', ...d });
    }
    return out;
  });

  /** Puts the open system on the bench, or changes how the bench runs. */
  async function bench(path: 'PUT' | 'PATCH' | 'DELETE', body?: unknown) {
    trouble.value = '';
    try {
      const answer = await ask('/bench', {
        method: path,
        ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      });
      if (!answer.ok)
        trouble.value =
          ((await answer.json()) as { error?: string }).error ?? 'The bench does not answer.';
      await find();
      if (path === 'PUT') {
        heard.value = new Map();
        listen();
      }
      if (path === 'DELETE') stop();
    } catch {
      trouble.value = 'The bench does not answer.';
    }
  }
  const put = () => system.document && bench('PUT', { system: toRaw(system.document) });

  // --- The measured day over the simulated one ---------------------------------------------------------------
  const showing = ref(false);
  const measured = useMeasured();
  async function loadMeasured() {
    const doc = system.document;
    if (!doc) return;
    const out = new Map<string, { t: number; level: number }[]>();
    for (const use of doc.care.channels.filter((u) => u.reads === 'level')) {
      const kept = await logStore.raw(doc.id, use.id);
      if (!kept.ok) continue;
      out.set(
        use.about,
        kept.value
          .map((r) => {
            const d = new Date(r.at);
            return {
              t: d.getHours() * 3600 + d.getMinutes() * 60 + d.getSeconds(),
              level: r.value,
            };
          })
          .sort((a, b) => a.t - b.t),
      );
    }
    measured.levels = out;
  }
  watch(showing, (on) => {
    if (on) void loadMeasured();
    else measured.levels = new Map();
  });
  watch(
    () => system.document?.id,
    () => {
      stop();
      heard.value = new Map();
      lastNoted.clear();
      lastRaw.clear();
      waiting = [];
      showing.value = false;
      measured.levels = new Map();
    },
  );
  onScopeDispose(stop);

  return {
    offer,
    looked,
    state,
    trouble,
    heard,
    troubles,
    now,
    showing,
    find,
    listen,
    stop,
    toggle,
    put,
    bench,
    useOf,
  };
});
