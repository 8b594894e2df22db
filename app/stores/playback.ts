import { DAY } from '../../core/network/types';
import { computed, ref, type Ref } from 'vue';
import type { DayTrace } from '../../core/day';
import { wantsStill } from '../parts/motion';

/** A window of the strip is played in this many seconds. */
const PLAY_SECONDS = 20;

/** The moment of a trace that is shown, the stretch of the day around it, and playing through it. */
export function usePlayback(shown: Ref<DayTrace | null>) {
  /** Seconds since midnight. */
  const time = ref(0);
  const playing = ref(false);
  /** Width of the strip's window, s, and where it begins. */
  const span = ref(DAY);
  const from = ref(0);
  const events = computed(() => shown.value?.events ?? []);

  /** Stands still at a time, with a stretch of the day from its beginning. */
  function show(t: number, width: number) {
    playing.value = false;
    span.value = width;
    from.value = 0;
    time.value = t;
  }

  /** Row of the trace at or before a time; of several at one time the last. */
  function rowAt(t: number): number {
    const times = shown.value?.times;
    if (!times?.length) return -1;
    let low = 0;
    let high = times.length - 1;
    while (low < high) {
      const mid = (low + high + 1) >> 1;
      if (times[mid]! <= t) low = mid;
      else high = mid - 1;
    }
    return low;
  }

  /** Levels and flows at the moment shown. */
  const moment = computed(() => {
    const tr = shown.value;
    if (!tr) return null;
    const r = rowAt(time.value);
    if (r < 0) return null;
    const n = tr.vessels.length;
    const width = tr.paths.length + n;
    const t0 = tr.times[r]!;
    const t1 = tr.times[Math.min(r + 1, tr.rows - 1)]!;
    const s = t1 > t0 ? Math.min(1, (time.value - t0) / (t1 - t0)) : 0;
    const mix = (a: Float64Array, w: number, i: number) => {
      const x = a[r * w + i]!;
      const y = r + 1 < tr.rows ? a[(r + 1) * w + i]! : x;
      return x + s * (y - x);
    };
    const levels: Record<string, number> = {};
    const volumes: Record<string, number> = {};
    const flows: Record<string, number> = {};
    tr.vessels.forEach((id, i) => {
      levels[id] = mix(tr.levels, n, i);
      volumes[id] = mix(tr.volumes, n, i);
    });
    tr.paths.forEach((id, i) => (flows[id] = mix(tr.flows, width, i)));
    return { levels, volumes, flows };
  });

  function seek(t: number) {
    time.value = Math.min(DAY, Math.max(0, t));
    if (time.value < from.value || time.value > from.value + span.value) {
      from.value = Math.min(DAY - span.value, Math.max(0, time.value - span.value / 4));
    }
  }
  function look(width: number) {
    span.value = width;
    from.value = Math.min(DAY - width, Math.max(0, time.value - width / 4));
  }
  function step(direction: 1 | -1) {
    const next =
      direction > 0
        ? events.value.find((e) => e.t > time.value + 0.01)
        : events.value.findLast((e) => e.t < time.value - 0.01);
    seek(next?.t ?? (direction > 0 ? DAY : 0));
  }
  /** Who wants no motion is led from event to event instead, one each time, ms. */
  const EACH_EVENT = 900;
  function nextEvent() {
    if (!playing.value) return;
    step(1);
    if (time.value >= DAY) playing.value = false;
    else setTimeout(nextEvent, EACH_EVENT);
  }

  let lastFrame = 0;
  function frame(now: number) {
    if (!playing.value) return;
    const dt = Math.min(0.1, (now - lastFrame) / 1000);
    lastFrame = now;
    const t = time.value + (dt * span.value) / PLAY_SECONDS;
    if (t >= DAY) {
      time.value = DAY;
      playing.value = false;
      return;
    }
    seek(t);
    requestAnimationFrame(frame);
  }
  function play() {
    playing.value = !playing.value;
    if (!playing.value) return;
    if (time.value >= DAY) seek(0);
    if (wantsStill()) {
      nextEvent();
      return;
    }
    lastFrame = performance.now();
    requestAnimationFrame(frame);
  }

  return { events, time, playing, span, from, moment, show, seek, look, step, play };
}
