import {
  USUAL_SEVERITY,
  type FaultTest,
  type FaultKind,
  type FaultTestFix,
  type Severity,
} from '../../../core/faultTests';
import { proxy } from 'comlink';
import { defineStore } from 'pinia';
import { ref, shallowRef, toRaw, watch } from 'vue';
import type { SystemDocument } from '../../../core/system';
import { faultTestWorker } from '../../workers/client';
import { useSystem } from '../../stores/system';
import { useTrace } from '../../stores/trace';

/** The fault tests of the open system: run on demand, each played in the drawing. */
export const useFaultTests = defineStore('faultTests', () => {
  const system = useSystem();
  const trace = useTrace();
  const done = shallowRef<FaultTest[]>([]);
  const count = ref(0);
  const of = ref(0);
  const running = ref(false);
  const trouble = ref('');
  /** The document that the fault tests on show belong to. */
  const ran = shallowRef<SystemDocument | null>(null);
  /** How hard they strike, and how the fault tests on show did. */
  const how = ref<Severity>({ ...USUAL_SEVERITY });
  const struck = shallowRef<Severity>(USUAL_SEVERITY);
  const open = ref('');
  /** Kind of fault that is shown when the fault tests have run. */
  const wanted = ref('');
  const fixes = shallowRef<FaultTestFix[] | null>(null);
  /** The same of what lives: the fault that is open, and what would help. */
  const openLife = ref('');
  const lifeFixes = shallowRef<FaultTestFix[] | null>(null);
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
      const onProgress = proxy((faultTest: FaultTest, n: number, total: number) => {
        if (mine !== request) return;
        done.value = [...done.value, faultTest];
        count.value = n;
        of.value = total;
      });
      await faultTestWorker.ask((w) => w.all(mine, doc, struck.value, onProgress));
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
  /** Runs the fault tests and shows the first of a kind: something like it is happening. */
  function compare(kind: FaultKind) {
    wanted.value = kind;
    void run();
  }
  function stop() {
    running.value = false;
    const next = ++request;
    void faultTestWorker.ask((w) => w.stop('faultTests', next)).catch(() => undefined);
  }
  /** Shows a fault test: its day in the drawing, and what would have stopped it. */
  async function show(faultTest: FaultTest) {
    const doc = ran.value;
    if (!doc) return;
    open.value = faultTest.fault;
    fixes.value = null;
    const severity = struck.value;
    try {
      const day = await faultTestWorker.ask((w) =>
        w.replay(doc, severity, faultTest.fault, faultTest.outcome.at),
      );
      if (!day || open.value !== faultTest.fault) return;
      trace.playReplay({ ...day, name: `Fault test: ${faultTest.name}` });
      const found = await faultTestWorker.ask((w) => w.fixes(doc, severity, faultTest));
      // What was asked for another fault test meanwhile is not this one's.
      if (open.value === faultTest.fault && ran.value === doc) fixes.value = found;
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
      const found = await faultTestWorker.ask((w) => w.lifeFixes(doc, severity, id));
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
