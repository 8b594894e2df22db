import { useIntervalFn } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, onScopeDispose, ref, shallowRef, toRaw, watch } from 'vue';
import {
  driftOf,
  isLogged,
  isWorth,
  refusalOf,
  channelRule,
  takeTime,
  takeValue,
  channelProblem,
  type DeviceReading,
  type Heard,
  type ChannelProblem,
} from '../../../core/log';
import { tell } from '../../../core/quantity';
import type { ChannelUse } from '../../../core/system';
import { logStore } from '../../storage/log';
import { useLog } from '../../stores/log';
import { useMeasured } from '../../stores/measured';
import { readOffer, readOrder, type Offer, type Plug } from '../../stores/offer';
import { useSettings } from '../../stores/settings';
import { useSystem } from '../../stores/system';
import { DEVICES, useWeather } from './weatherStore';

/** Raw readings of a channel that are held in the page, and how often they go to the store, ms. */
const HELD = 600;
const KEEP_EVERY = 5000;
/** A gateway answers within this, ms. */
const ANSWER = 10_000;
/** What comes within this is taken at once, ms. */
const PORTION = 100;
/** A rule’s order that was not obeyed is given again after this, ms. */
const AGAIN = 60_000;
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
  const looking = ref(false);
  const state = ref<'off' | 'waiting' | 'live' | 'lost'>('off');
  const trouble = ref('');
  /** What each channel said lately. */
  const heard = shallowRef<ReadonlyMap<string, readonly Heard[]>>(new Map());
  const now = ref(Date.now());
  useIntervalFn(() => (now.value = Date.now()), 5000);
  let source: EventSource | null = null;
  /** When the channels began to be listened to. */
  let since = Date.now();
  const lastNoted = new Map<string, DeviceReading>();
  const lastRaw = new Map<string, number>();
  let waiting: { channel: string; at: number; came: number; value: number }[] = [];
  /** This window writes the log and obeys the rules; of several windows one does. */
  const leads = ref(false);
  /** Plugs whose answer is waited for. */
  const ordered = ref<readonly string[]>([]);
  /** Plugs that answered otherwise than they were asked, in sentences. */
  const alarms = ref<ReadonlyMap<string, string>>(new Map());

  async function ask(path: string, init: RequestInit = {}): Promise<Response> {
    return fetch(`${DEVICES}${path}`, {
      ...init,
      signal: AbortSignal.timeout(ANSWER),
      headers: init.body ? { 'Content-Type': 'application/json' } : {},
    });
  }
  /** Looks whether a gateway or the bench answers. */
  async function find() {
    if (looking.value) return;
    looking.value = true;
    trouble.value = '';
    let found: Offer | null = null;
    try {
      const answer = await ask('');
      if (answer.ok && /json/.test(answer.headers.get('Content-Type') ?? '')) {
        const read = readOffer(await answer.json());
        if (typeof read === 'string') trouble.value = read;
        else found = read;
      }
    } catch (error) {
      if ((error as Error).name === 'TimeoutError')
        trouble.value = `The gateway has not answered within ${ANSWER / 1000} s. Check it, then search again.`;
    }
    offer.value = found;
    looked.value = true;
    looking.value = false;
    if (offer.value) void weather.ask();
  }
  const uses = computed(() => system.document?.care.channels ?? []);
  const useOf = (id: string): ChannelUse | undefined => uses.value.find((u) => u.id === id);
  const channelOf = (id: string) => offer.value?.channels.find((c) => c.id === id);

  // A fast stream is taken in portions, so that the page stays quick.
  let inbox: { data: string; came: number }[] = [];
  let portion: ReturnType<typeof setTimeout> | undefined;
  function receive(data: string) {
    inbox.push({ data, came: Date.now() });
    portion ??= setTimeout(() => {
      portion = undefined;
      const all = inbox;
      inbox = [];
      takeAll(all);
    }, PORTION);
  }
  function takeAll(all: readonly { data: string; came: number }[]) {
    const fresh = new Map<string, (Heard & { channel: string })[]>();
    for (const { data, came } of all) {
      const h = readingOf(data, came);
      if (!h) continue;
      const list = fresh.get(h.channel);
      if (list) list.push(h);
      else fresh.set(h.channel, [h]);
    }
    if (!fresh.size) return;
    const next = new Map(heard.value);
    for (const [id, list] of fresh) next.set(id, [...(next.get(id) ?? []), ...list].slice(-HELD));
    heard.value = next;
    for (const list of fresh.values()) for (const h of list) write(h);
    obey();
  }
  /** A message as a reading in SI, through the gate; nothing where it is none. */
  function readingOf(data: string, came: number): (Heard & { channel: string }) | null {
    let m: { channel?: unknown; at?: unknown; value?: unknown };
    try {
      m = JSON.parse(data) as typeof m;
    } catch {
      return null;
    }
    if (m === null || typeof m !== 'object' || typeof m.channel !== 'string') return null;
    const { at, off } = takeTime(typeof m.at === 'string' ? Date.parse(m.at) : null, came);
    const use = useOf(m.channel);
    const reads = use?.reads ?? channelOf(m.channel)?.reads;
    const value = typeof m.value === 'number' ? m.value : Number.NaN;
    const raw = { channel: m.channel, at, came, off };
    if (!reads) return { ...raw, value, refused: null };
    const taken = takeValue(reads, value, channelOf(m.channel)?.unit ?? '');
    if (!taken.ok) return { ...raw, value, refused: taken.why };
    const corrected = takeValue(reads, taken.value + (use?.offset ?? 0), '');
    return corrected.ok
      ? { ...raw, value: corrected.value, refused: null }
      : { ...raw, value: taken.value, refused: corrected.why };
  }
  /** Writes a reading into the log, where it is worth it and the grower takes its channel. */
  function write({ channel: id, at, came, value, refused }: Heard & { channel: string }) {
    const use = useOf(id);
    if (!use || refused || !leads.value || !isLogged(use)) return;
    if (at - (lastRaw.get(id) ?? -Infinity) >= RAW_STEP) {
      lastRaw.set(id, at);
      waiting.push({ channel: id, at, came, value });
    }
    const last = lastNoted.get(id) ?? newestOf(use);
    if (!isWorth(use.reads, last, { at, value })) return;
    lastNoted.set(id, { at, value });
    void log.note({ kind: 'reading', at, about: use.about, device: id, [use.reads]: value });
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
    since = Date.now();
    source = new EventSource(`${DEVICES}/stream`);
    source.addEventListener('hello', () => (state.value = 'live'));
    source.addEventListener('reading', (e) => {
      state.value = 'live';
      receive((e as MessageEvent<string>).data);
    });
    source.addEventListener('plug', (e) => {
      try {
        const m = JSON.parse((e as MessageEvent<string>).data) as { id?: unknown; on?: unknown };
        if (typeof m.id === 'string' && typeof m.on === 'boolean') setPlug(m.id, m.on);
      } catch {
        // No message of a plug.
      }
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

  /** What hangs on a plug, as the grower or the gateway says. */
  const aboutOf = (plug: Plug): string =>
    system.document?.care.plugs.find((p) => p.id === plug.id)?.about || plug.about;
  /** The last word of a channel that was taken. */
  const lastTaken = (id: string): Heard | null =>
    heard.value.get(id)?.findLast((h) => !h.refused) ?? null;
  /** Level of a vessel as it was just heard. */
  function liveLevel(vessel: string): DeviceReading | null {
    let best: Heard | null = null;
    for (const u of uses.value) {
      const h = u.reads === 'level' && u.about === vessel ? lastTaken(u.id) : null;
      if (h && (!best || h.came > best.came)) best = h;
    }
    return best;
  }
  const refusalFor = (plug: Plug, on: boolean) =>
    log.tended ? refusalOf(log.tended, aboutOf(plug), on, liveLevel) : null;
  function alarm(plug: Plug, words: string | null) {
    const next = new Map(alarms.value);
    if (words === null) next.delete(plug.id);
    else next.set(plug.id, `${plug.name}: ${words}`);
    alarms.value = next;
  }

  /** Switches a plug by the grower’s press or a rule; tells where it may not, does not answer, or answers otherwise. */
  async function toggle(plug: Plug, on: boolean, by: 'hand' | 'rule' = 'hand') {
    if (ordered.value.includes(plug.id)) return;
    trouble.value = '';
    const refused = refusalFor(plug, on);
    if (refused) {
      const stays = on ? `${plug.name} stays off.` : `${plug.name} stays on.`;
      trouble.value = `${stays} ${tell(refused, settings.units)}`;
      return;
    }
    ordered.value = [...ordered.value, plug.id];
    try {
      const answer = await ask(`/plugs/${encodeURIComponent(plug.id)}`, {
        method: 'PUT',
        body: JSON.stringify({ on }),
      });
      const body = (await answer.json()) as { error?: unknown };
      if (!answer.ok) {
        const why = typeof body.error === 'string' ? body.error : 'It does not answer.';
        trouble.value = `${plug.name}: ${why}`;
        if (by === 'rule')
          alarm(
            plug,
            on
              ? `its rule could not switch it on. ${why}`
              : `its rule could not switch it off. ${why}`,
          );
      } else {
        const wrong = readOrder(body, plug.id, on);
        alarm(plug, wrong);
        if (wrong) trouble.value = `${plug.name}: ${wrong}`;
        else {
          setPlug(plug.id, on);
          await log.note({
            kind: 'note',
            note: `${plug.name} ${on ? 'on' : 'off'}${by === 'rule' ? ', by its rule' : ''}`,
          });
        }
      }
    } catch (error) {
      const late = (error as Error).name === 'TimeoutError';
      const words = late
        ? `no answer within ${ANSWER / 1000} s. It may have switched. Go and check.`
        : 'it does not answer. It was not switched.';
      trouble.value = `${plug.name}: ${words}`;
      if (late || by === 'rule') alarm(plug, words);
    }
    ordered.value = ordered.value.filter((id) => id !== plug.id);
  }

  /** How the rule of each plug stands. */
  const rules = computed(() => {
    const doc = system.document;
    if (!doc) return [];
    return doc.care.plugs.flatMap((use) => {
      if (!use.rule) return [];
      const plug = offer.value?.plugs.find((p) => p.id === use.id) ?? null;
      const last = lastTaken(use.rule.channel);
      const rule = channelRule({ system: doc }, use, plug?.on ?? false, last, now.value, since);
      return [{ use, plug, ...rule }];
    });
  });
  /** An order is given once; again only after a while, where it was not obeyed. */
  const given = new Map<string, { on: boolean; at: number }>();
  function obey() {
    if (!leads.value || !log.tended || state.value === 'off') return;
    for (const { plug, wants } of rules.value) {
      if (!plug || wants === null || wants === plug.on) continue;
      const last = given.get(plug.id);
      if (last && last.on === wants && Date.now() - last.at < AGAIN) continue;
      given.set(plug.id, { on: wants, at: Date.now() });
      void toggle(plug, wants, 'rule');
    }
  }
  watch(now, obey);

  const troubles = computed(() => {
    const out = new Map<string, ChannelProblem>();
    for (const [id, list] of heard.value) {
      const t = channelProblem(list, now.value);
      if (t) out.set(id, t);
    }
    for (const use of uses.value) {
      if (out.has(use.id)) continue;
      const d = driftOf(log.entries, use);
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
          ((await answer.json()) as { error?: string }).error ??
          'The simulated devices do not answer.';
      await find();
      if (path === 'PUT') {
        heard.value = new Map();
        listen();
      }
      if (path === 'DELETE') stop();
    } catch {
      trouble.value = 'The simulated devices do not answer.';
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
      given.clear();
      alarms.value = new Map();
      waiting = [];
      showing.value = false;
      measured.levels = new Map();
    },
  );
  // Wherever a system is open whose channels or plugs the grower took up, they are listened to; one window of several
  // writes and switches, and when it closes the next does.
  let release: (() => void) | null = null;
  watch(
    () => {
      const doc = system.document;
      return doc && (doc.care.channels.length || doc.care.plugs.length) ? doc.id : '';
    },
    async (id) => {
      release?.();
      release = null;
      leads.value = false;
      if (!id) return;
      lead(id);
      await find();
      if (system.document?.id === id && offer.value && state.value === 'off') listen();
    },
    { immediate: true },
  );
  function lead(id: string) {
    if (typeof navigator === 'undefined' || !navigator.locks) {
      leads.value = true;
      return;
    }
    const ended = new Promise<void>((resolve) => (release = resolve));
    let over = false;
    void ended.then(() => (over = true));
    void navigator.locks
      .request(`mizuna-devices-${id}`, () => {
        if (over) return undefined;
        leads.value = true;
        return ended;
      })
      .catch(() => (leads.value = true));
  }
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
    looking,
    leads,
    ordered,
    alarms,
    rules,
    refusalFor,
    aboutOf,
    toggle,
    put,
    bench,
    useOf,
  };
});
