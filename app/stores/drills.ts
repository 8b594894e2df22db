import {
  USUAL_SEVERITY,
  type Drill,
  type FaultKind,
  type DrillFix,
  type Severity,
} from '../../core/drills';
import { proxy } from 'comlink';
import { defineStore } from 'pinia';
import { ref, shallowRef, toRaw, watch } from 'vue';
import type { SystemDocument } from '../../core/system';
import { drillWorker } from '../workers/client';
import { useSystem } from './system';
import { useTrace } from './trace';

/** The drills of the open system: run on demand, each played in the drawing. */
export const useDrills = defineStore('drills', () => {
  const system = useSystem();
  const trace = useTrace();
  const done = shallowRef<Drill[]>([]);
  const count = ref(0);
  const of = ref(0);
  const running = ref(false);
  const trouble = ref('');
  /** The document that the drills on show belong to. */
  const ran = shallowRef<SystemDocument | null>(null);
  /** How hard they strike, and how the drills on show did. */
  const how = ref<Severity>({ ...USUAL_SEVERITY });
  const struck = shallowRef<Severity>(USUAL_SEVERITY);
  const open = ref('');
  /** Kind of fault that is shown when the drills have run. */
  const wanted = ref('');
  const fixes = shallowRef<DrillFix[] | null>(null);
  /** The same of what lives: the fault that is open, and what would help. */
  const openLife = ref('');
  const lifeFixes = shallowRef<DrillFix[] | null>(null);
  let request = 0;

  async function run() {
    const doc = toRaw(system.document);
    if (!doc) return;
    const mine = ++request;
    done.value = [];
    count.value = of.value = 0;
    open.value = '';
    trouble.value = '';
    running.value = true;
    ran.value = doc;
    struck.value = { ...how.value };
    try {
      const onProgress = proxy((drill: Drill, n: number, total: number) => {
        if (mine !== request) return;
        done.value = [...done.value, drill];
        count.value = n;
        of.value = total;
      });
      await drillWorker.ask((w) => w.all(mine, doc, struck.value, onProgress));
    } catch {
      if (mine === request)
        trouble.value =
          'The fault tests could not be run. The findings on the screen are still valid.';
    }
    if (mine !== request) return;
    running.value = false;
    const like = done.value.find((d) => d.kind === wanted.value);
    wanted.value = '';
    if (like) await show(like);
  }
  /** Runs the drills and shows the first of a kind: something like it is happening. */
  function compare(kind: FaultKind) {
    wanted.value = kind;
    void run();
  }
  function stop() {
    running.value = false;
    const next = ++request;
    void drillWorker.ask((w) => w.stop('drills', next)).catch(() => undefined);
  }
  /** Shows a drill: its day in the drawing, and what would have stopped it. */
  async function show(drill: Drill) {
    const doc = ran.value;
    if (!doc) return;
    open.value = drill.fault;
    fixes.value = null;
    const severity = struck.value;
    try {
      const day = await drillWorker.ask((w) =>
        w.replay(doc, severity, drill.fault, drill.outcome.at),
      );
      if (!day || open.value !== drill.fault) return;
      trace.playReplay({ ...day, name: `Fault test: ${drill.name}` });
      const found = await drillWorker.ask((w) => w.fixes(doc, severity, drill));
      // What was asked for another drill meanwhile is not this one's.
      if (open.value === drill.fault && ran.value === doc) fixes.value = found;
    } catch {
      trouble.value =
        'This fault test could not be played. The findings on the screen are still valid.';
    }
  }
  /** Shows what would make a fault of what lives go better. */
  async function showLife(id: string) {
    const doc = toRaw(system.document);
    if (!doc) return;
    const severity = { ...how.value };
    openLife.value = id;
    lifeFixes.value = null;
    try {
      const found = await drillWorker.ask((w) => w.lifeFixes(doc, severity, id));
      if (openLife.value === id && toRaw(system.document) === doc) lifeFixes.value = found;
    } catch {
      trouble.value =
        'The changes against this fault could not be calculated. The findings on the screen are still valid.';
    }
  }
  function closeLife() {
    openLife.value = '';
    lifeFixes.value = null;
  }
  watch([() => system.document, how], closeLife);
  function close() {
    open.value = '';
    fixes.value = null;
    trace.endReplay();
  }
  watch(
    () => system.document?.id,
    () => {
      if (running.value) stop();
      done.value = [];
      open.value = '';
      ran.value = null;
    },
  );
  return {
    done,
    count,
    of,
    running,
    trouble,
    ran,
    how,
    struck,
    open,
    fixes,
    run,
    compare,
    stop,
    show,
    close,
    openLife,
    lifeFixes,
    showLife,
    closeLife,
  };
});
