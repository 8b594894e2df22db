import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import { dividesDay, type DayTrace } from '../../core/day';
import { formatClock } from '../../core/quantity';
import { judge, keyOf, type DaySummary, type Finding, type Fix } from '../../core/findings';
import { same, type SystemDocument } from '../../core/system';
import type { Risk } from '../../core/workshop/sensitivity';
import { dayWorker } from '../workers/client';
import { DAY } from '../../core/network/types';
import { usePlayback } from './playback';
import { useSystem } from './system';

/** Days of a run that can be looked at. */
const MOST_DAYS = 13;

/** While a handle is pulled the day follows this often, ms, and leaves the rest to the hand. */
const WHILE_PULLED = 400;

/** Do two documents have the same parts, so that one's day may stand in for the other's? */
export const sameParts = (a: SystemDocument, b: SystemDocument) =>
  a.vessels.map((v) => v.id).join() === b.vessels.map((v) => v.id).join() &&
  a.paths.map((p) => p.id + p.kind).join() === b.paths.map((p) => p.id + p.kind).join();

/** What the worker found out about the open system, and the moment that is shown. */
export const useTrace = defineStore('trace', () => {
  const system = useSystem();
  const trace = shallowRef<DayTrace | null>(null);
  const day = shallowRef<DaySummary | null>(null);
  const fixes = shallowRef<Record<string, Fix[]>>({});
  const together = shallowRef<Record<string, Fix[]>>({});
  const fixesReady = ref(false);
  /** Everything that may be turned was tried. */
  const fixesWhole = ref(true);
  /** Findings that could be worse, were something that is not measured at its end. */
  const risks = shallowRef<Risk[]>([]);
  const busy = ref(false);
  const trouble = ref('');
  /** A fault test that is played instead of the day: it starts so long after midnight and strikes at a time of its own. */
  const replay = shallowRef<{
    trace: DayTrace;
    start: number;
    struck: number;
    name: string;
  } | null>(null);
  /** A day of the run after the first, where the timers make each a little different. */
  const later = shallowRef<{ day: number; trace: DayTrace } | null>(null);
  const dayShown = computed(() => later.value?.day ?? 0);
  const uneven = computed(
    () => system.assessment?.net.controls.some((c) => !dividesDay(c)) ?? false,
  );
  async function showDay(n: number) {
    const doc = solved.value;
    if (!doc || n < 0 || n > MOST_DAYS) return;
    if (n === 0) {
      later.value = null;
      return;
    }
    try {
      const found = await dayWorker.ask((w) => w.laterDay(doc, n));
      if (solved.value === doc) later.value = { day: n, trace: found };
    } catch {
      trouble.value = 'That day could not be calculated. You see the first one.';
    }
  }
  const shown = computed(() => replay.value?.trace ?? later.value?.trace ?? trace.value);
  const playback = usePlayback(shown);
  /** The clock at time 0 of what is shown. */
  const start = computed(() => replay.value?.start ?? 0);
  const clock = (t: number) => (t + start.value) % DAY;
  function playReplay(faultTest: NonNullable<typeof replay.value>, span = DAY / 4) {
    replay.value = faultTest;
    playback.show(faultTest.struck, span);
  }
  function endReplay() {
    if (!replay.value) return;
    replay.value = null;
    if (day.value) showSensibly(day.value);
  }

  /** The document whose day is shown. */
  const solved = shallowRef<SystemDocument | null>(null);
  let waiting: SystemDocument | null = null;
  let request = 0;
  let began = 0;
  let waitingFor: ReturnType<typeof setTimeout> | undefined;
  let fixTimer: ReturnType<typeof setTimeout> | undefined;

  async function run(doc: SystemDocument) {
    busy.value = true;
    began = Date.now();
    const mine = ++request;
    try {
      const result = await dayWorker.ask((w) => w.day(mine, doc));
      const first = solved.value === null || solved.value.id !== doc.id;
      solved.value = doc;
      later.value = null;
      trace.value = result.trace;
      day.value = result.day;
      trouble.value = result.day.truncated
        ? `The day is simulated only up to ${formatClock(result.day.end)}, because it has too many switches. Its figures are for that time.`
        : '';
      if (first) showSensibly(result.day);
    } catch {
      trouble.value = 'The day could not be calculated. The figures on the screen are still valid.';
    }
    const next = waiting;
    waiting = null;
    busy.value = false;
    if (next && next !== doc) {
      if (!system.holding) return run(next);
      waitingFor = setTimeout(() => void run(next), WHILE_PULLED);
      return;
    }
    // Of a system that was closed or changed meanwhile nobody asks for fixes.
    if (system.known === doc) fixTimer = setTimeout(() => void findFixes(doc), 120);
  }

  async function findFixes(doc: SystemDocument) {
    const mine = ++request;
    try {
      const found = await dayWorker.ask((w) => w.fixes(mine, doc));
      if (!found || system.known !== doc) return;
      fixes.value = found.fixes;
      together.value = found.together;
      fixesWhole.value = found.whole;
      fixesReady.value = true;
    } catch {
      fixes.value = {};
      together.value = {};
      return;
    }
    const may = await dayWorker.ask((w) => w.risks(doc)).catch(() => []);
    if (system.known === doc) risks.value = may;
  }

  /** A bed that cycles often is looked at by the hour, and from its second cycle on. */
  function showSensibly(summary: DaySummary) {
    const most = Math.max(0, ...summary.metrics.beds.map((b) => b.cyclesPerDay));
    const flood =
      summary.events.find((e) => e.kind === 'pump-dry' || e.kind === 'rim-over') ??
      summary.events.find((e) => e.kind === 'siphon-starts' || e.kind === 'pump-off');
    playback.show(Math.min(flood?.t ?? 0, DAY), most > 40 ? 3600 : DAY);
  }

  watch(
    () => system.known,
    (doc, old) => {
      replay.value = null;
      later.value = null;
      clearTimeout(fixTimer);
      if (!doc) {
        trace.value = null;
        day.value = null;
        solved.value = null;
        fixes.value = {};
        together.value = {};
        playback.playing.value = false;
        return;
      }
      fixesReady.value = false;
      risks.value = [];
      if (!old || old.id !== doc.id || !sameParts(doc, old)) {
        trace.value = null;
        day.value = null;
      }
      clearTimeout(waitingFor);
      if (busy.value) waiting = doc;
      else if (system.holding && Date.now() - began < WHILE_PULLED) {
        waitingFor = setTimeout(() => void run(doc), WHILE_PULLED);
      } else void run(doc);
    },
    { immediate: true },
  );

  let known: Finding[] = [];
  const findings = computed<Finding[]>(() => {
    const doc = system.known;
    const a = system.assessment;
    if (!doc || !a) return [];
    // A finding that says the same as before stays the same object, and its card as it is.
    const before = new Map(known.map((f) => [keyOf(f), f]));
    // The day of a system with other parts says nothing about this one.
    const own = solved.value && sameParts(doc, solved.value) ? day.value : null;
    const now = judge(doc, own, a).map((f) => {
      const was = before.get(keyOf(f));
      return was && same(was, f) ? was : f;
    });
    if (now.length !== known.length || now.some((f, i) => f !== known[i])) known = now;
    return known;
  });

  /** Those that are not in order. */
  const open = computed(() => findings.value.filter((f) => f.level !== 'fine'));

  return {
    ...playback,
    open,
    trace,
    shown,
    clock,
    start,
    later,
    dayShown,
    uneven,
    showDay,
    replay,
    playReplay,
    endReplay,
    day,
    solved,
    fixes,
    together,
    fixesReady,
    fixesWhole,
    risks,
    busy,
    trouble,
    findings,
  };
});
