import { proxy } from 'comlink';
import { defineStore } from 'pinia';
import { ref, shallowRef, toRaw, watch } from 'vue';
import type { Act, Debrief, RunRecord } from '../../core/practice';
import { MOST_SEED } from '../../core/practice/classList';
import { played, wentWell } from '../../core/practice/returns';
import { store } from '../storage/db';
import { practiceWorker } from '../workers/client';
import type { PracticeScope, PracticeView } from '../workers/practice.worker';
import type { WaterState } from '../../core/system';
import { useLearned } from './learned';
import { useLog } from './log';
import { useMeasured } from './measured';
import { useSystem } from './system';
import { useTrace } from './trace';

/** A run under way, as it is kept so that it goes on after a reload. */
interface KeptRun {
  readonly seed: number;
  readonly acts: readonly Act[];
  /** It is played on purpose, not drawn by its seed. */
  readonly scenario: string | null;
  /** Lesson that it belongs to; empty where it belongs to none. */
  readonly lesson: string;
  /** The water as it was last read when the run began; null where it begins as the design has it. */
  readonly water: WaterState | null;
}
const RUN = 'practice-run-';
/** Dots of the other line on the strip are so far apart, s. */
const DOTS = 1200;
const LOST = 'The practice could not go on. Begin it again: what you did is still there.';

/** Practice on a copy of the open system: a run, act by act, and what it came to. */
export const usePractice = defineStore('practice', () => {
  const system = useSystem();
  const trace = useTrace();
  const measured = useMeasured();
  const learned = useLearned();
  const log = useLog();
  const scope = shallowRef<PracticeScope | null>(null);
  const view = shallowRef<PracticeView | null>(null);
  const told = shallowRef<Debrief | null>(null);
  const busy = ref(false);
  const trouble = ref('');
  const progress = ref(0);
  const doing = ref('');
  const seed = ref(0);
  /** The run under way, as it is kept. */
  let run: KeptRun | null = null;
  let request = 0;

  watch(
    () => system.document?.id,
    async (id) => {
      view.value = told.value = scope.value = null;
      trouble.value = '';
      measured.levels = new Map();
      trace.endReplay();
      if (!id || !system.document) return;
      const doc = toRaw(system.document);
      try {
        const kept = await store.setting(RUN + id);
        const can = await practiceWorker.ask((w) => w.scope(doc));
        if (system.document?.id !== id) return;
        // What was begun goes on before anything else is.
        if (kept.ok && kept.value && !view.value) await start(kept.value as KeptRun);
        scope.value = can;
      } catch {
        trouble.value = LOST;
      }
    },
    { immediate: true },
  );

  function show(v: PracticeView) {
    view.value = v;
    measured.levels = new Map();
    const now = v.t - v.start;
    trace.playReplay({ trace: v.trace, start: v.start, struck: now, name: 'Practice' }, 3600);
  }
  const keep = () => system.document && store.setSetting(RUN + system.document.id, run);

  async function ask(question: () => Promise<PracticeView>) {
    busy.value = true;
    trouble.value = '';
    try {
      show(await question());
    } catch {
      trouble.value = LOST;
    }
    busy.value = false;
  }
  /** Begins a run, or goes on with one. */
  async function start(of: KeptRun) {
    const doc = toRaw(system.document);
    if (!doc) return;
    told.value = null;
    seed.value = of.seed;
    run = of;
    const copy = of.water ? { ...doc, water: of.water } : doc;
    await ask(() => practiceWorker.ask((w) => w.begin(copy, of.seed, of.acts, of.scenario)));
    await keep();
  }
  /** Begins a run by chance, from the water as it was last read. @param scenario that it is, where it is not drawn */
  const begin = (scenario: string | null = null, lesson = '') =>
    start({
      seed: 1 + Math.floor(Math.random() * MOST_SEED),
      acts: [],
      scenario,
      lesson,
      water: toRaw(log.read)?.water ?? null,
    });
  /** Begins the run of a number: the same to all who take it in the same system. */
  const take = (number: number) =>
    start({ seed: number, acts: [], scenario: null, lesson: '', water: null });
  /** Begins the run that was played once more. */
  const again = async () => {
    if (run) await start({ ...run, acts: [] });
  };
  async function act(a: Act) {
    if (busy.value || !view.value || view.value.over) return;
    const plain = { act: a.act, about: a.about };
    if (run) run = { ...run, acts: [...run.acts, plain] };
    void keep();
    await ask(() => practiceWorker.ask((w) => w.act(plain)));
  }
  /** Ends the run and tells what it was. */
  async function tellAll() {
    if (!view.value || busy.value) return;
    busy.value = true;
    progress.value = 0;
    const mine = ++request;
    try {
      const onProgress = proxy((what: string, share: number) => {
        doing.value = what;
        progress.value = share;
      });
      const found = await practiceWorker.ask((w) => w.debrief(mine, onProgress));
      if (mine !== request) return;
      told.value = found.told;
      await note(found.record, found.told);
      if (system.document) await store.setSetting(RUN + system.document.id, null);
      play('mine');
    } catch {
      trouble.value = LOST;
    }
    busy.value = false;
  }
  /** Ends the search for a better line with what was found. */
  const enough = () => void practiceWorker.ask((w) => w.stop(request + 1)).catch(() => undefined);

  async function note(record: RunRecord, d: Debrief) {
    const before = learned.played.find((p) => p.scenario === record.scenario);
    const well = wentWell(d.mine.loss, d.best.loss, d.mine.well);
    await learned.ran(played(before, record.scenario, record.system, well, Date.now()));
    if (run?.lesson) await learned.learn(run.lesson, { found: d.mine.well });
  }

  /** Plays one of the two lines on the strip, the other over it. */
  function play(which: 'mine' | 'best') {
    const d = told.value;
    if (!d) return;
    const one = d[which].trace;
    const other = d[which === 'mine' ? 'best' : 'mine'].trace;
    const levels = new Map<string, { t: number; level: number }[]>();
    const n = other.vessels.length;
    other.vessels.forEach((id, i) => {
      const list: { t: number; level: number }[] = [];
      let next = -Infinity;
      for (let r = 0; r < other.rows; r++) {
        if (other.times[r]! < next) continue;
        next = other.times[r]! + DOTS;
        list.push({ t: other.times[r]!, level: other.levels[r * n + i]! });
      }
      levels.set(id, list);
    });
    measured.levels = which === 'mine' && d.best !== d.mine ? levels : new Map();
    trace.playReplay({
      trace: one,
      start: d.begins,
      struck: 0,
      name: which === 'mine' ? 'As you did it' : 'The best line',
    });
  }
  function leave() {
    view.value = told.value = null;
    measured.levels = new Map();
    trace.endReplay();
    if (system.document) void store.setSetting(RUN + system.document.id, null);
  }

  return {
    scope,
    view,
    told,
    busy,
    trouble,
    progress,
    doing,
    seed,
    begin,
    take,
    again,
    act,
    tellAll,
    enough,
    play,
    leave,
  };
});
