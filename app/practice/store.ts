import { proxy } from 'comlink';
import { defineStore } from 'pinia';
import { ref, shallowRef, toRaw, watch } from 'vue';
import type { Action, Debrief, RunRecord } from '../../core/practice';
import { same } from '../../core/system';
import { MOST_SEED } from '../../core/practice/classList';
import { played, wentWell } from '../../core/practice/returns';
import { nanoid } from 'nanoid';
import { hearOthers } from '../storage/channel';
import type { StoredAct, StoredRun } from '../storage/database';
import { runStore, type SavedRun } from '../storage/runs';
import { practiceWorker } from '../workers/client';
import type { PracticeScope, PracticeView } from '../workers/practice.worker';
import { useLearned } from './learnedStore';
import { useLog } from '../stores/log';
import { useMeasured } from '../stores/measured';
import { useSystem } from '../stores/system';
import { sameParts, useTrace } from '../stores/trace';

/** Dots of the other line on the strip are so far apart, s. */
const DOTS = 1200;
const LOST = 'The practice stopped. Start it again. Your actions are saved.';

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
  /** The run under way, as it is kept: on a copy of the system as it was when it began. */
  let run: StoredRun | null = null;
  /** Acts of it that this window has shown, whichever window they were done in. */
  let acts: readonly StoredAct[] = [];
  /** Another window did something with this run, or the design is no longer the one that it is played on. */
  const notice = ref('');
  let request = 0;

  watch(
    () => system.document?.id,
    async (id) => {
      view.value = told.value = scope.value = null;
      trouble.value = '';
      measured.levels = new Map();
      trace.endReplay();
      if (!id || !system.document) return;
      run = null;
      acts = [];
      notice.value = '';
      const doc = toRaw(system.document);
      try {
        const kept = await runStore.open(id);
        const can = await practiceWorker.ask((w) => w.scope(doc));
        if (system.document?.id !== id) return;
        // What was begun goes on before anything else is.
        const open = kept.ok ? kept.value : (kept.rest ?? null);
        if (!kept.ok) trouble.value = kept.message;
        if (open && !view.value) await goOn(open);
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

  /** @returns whether the worker did it */
  async function ask(question: () => Promise<PracticeView>): Promise<boolean> {
    busy.value = true;
    trouble.value = '';
    let done = true;
    try {
      show(await question());
    } catch {
      trouble.value = LOST;
      done = false;
    }
    busy.value = false;
    return done;
  }
  /** Plays a run up to where it stands. */
  async function replay(of: StoredRun, done: readonly StoredAct[]) {
    told.value = null;
    seed.value = of.seed;
    run = of;
    acts = done;
    const copy = of.water ? { ...of.document, water: of.water } : of.document;
    const all = done.map((a): Action => ({ act: a.act as Action['act'], about: a.about }));
    await ask(() => practiceWorker.ask((w) => w.begin(copy, of.seed, all, of.scenario)));
  }
  const goOn = (kept: SavedRun) => replay(kept.run, kept.acts);
  /** Begins a run. */
  async function start(of: Pick<StoredRun, 'seed' | 'scenario' | 'lesson' | 'water'>) {
    const doc = toRaw(system.document);
    if (!doc) return;
    notice.value = '';
    const fresh: StoredRun = {
      ...of,
      id: nanoid(12),
      system: doc.id,
      begun: Date.now(),
      document: doc,
    };
    await replay(fresh, []);
    await runStore.begin(fresh);
  }
  /** Follows what another window did with the run that is shown here. */
  async function look() {
    const doc = system.document;
    if (!doc || told.value || busy.value) return;
    const kept = await runStore.open(doc.id);
    if (!kept.ok || busy.value || told.value) return;
    const there = kept.value;
    if (!there) {
      if (run && view.value) {
        notice.value = 'This run was ended in another window.';
        close();
      }
      return;
    }
    const mine = there.run.id === run?.id;
    if (mine && there.acts.length === acts.length) return;
    notice.value = mine
      ? 'You did something in another window. It counts here too.'
      : 'This run was started in another window.';
    await goOn(there);
  }
  hearOthers((news) => {
    if (news.what === 'run' && news.id === system.document?.id) void look();
  });
  // The strip shows the run, not the day of a design that was changed elsewhere meanwhile.
  watch(
    () => system.known,
    () => {
      const doc = system.document;
      if (!doc || !run || !view.value || told.value || doc.id !== run.system) return;
      const drawn = sameParts(doc, run.document);
      if (!same(doc, run.document))
        notice.value = drawn
          ? 'The design was changed. This run continues with the earlier system.'
          : 'Parts of the design were added or removed. This run continues with the earlier system, but the drawing shows the new one.';
      if (drawn) show(view.value);
    },
  );

  /** Begins a run by chance, from the water as it was last read. @param scenario that it is, where it is not drawn */
  const begin = (scenario: string | null = null, lesson = '') =>
    start({
      seed: 1 + Math.floor(Math.random() * MOST_SEED),
      scenario,
      lesson,
      water: toRaw(log.read)?.water ?? null,
    });
  /** Begins the run of a number: the same to all who take it in the same system. */
  const take = (number: number) => start({ seed: number, scenario: null, lesson: '', water: null });
  /** Begins the run that was played once more. */
  const again = async () => {
    if (run) await start(run);
  };
  /** An act counts once it is done: a press that was refused is not done after a reload. */
  async function act(a: Action) {
    if (busy.value || !view.value || view.value.over || !run) return;
    const plain = { act: a.act, about: a.about };
    const of = run;
    if (!(await ask(() => practiceWorker.ask((w) => w.act(plain))))) return;
    const at = Math.max(Date.now(), (acts.at(-1)?.at ?? 0) + 1);
    const row: StoredAct = { run: of.id, id: `${at}-${nanoid(6)}`, at, ...plain };
    acts = [...acts, row];
    await runStore.act(of.system, row);
    await look();
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
      if (run) await runStore.end(run.system);
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
      name: which === 'mine' ? 'Your actions' : 'The best actions',
    });
  }
  function close() {
    view.value = told.value = null;
    run = null;
    acts = [];
    measured.levels = new Map();
    trace.endReplay();
  }
  function leave() {
    const of = run;
    close();
    notice.value = '';
    if (of) void runStore.end(of.system);
  }

  return {
    scope,
    view,
    told,
    busy,
    trouble,
    notice,
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
