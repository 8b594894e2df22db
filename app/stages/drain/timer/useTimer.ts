import { computed } from 'vue';
import type { Control } from '../../../../core/system';
import { controlOf, pathAt, pumpedLines } from '../../../../core/system';
import {
  lightOf,
  irrigationOfTimer,
  type Irrigation,
  wantedOf,
} from '../../../../core/workshop/irrigation';
import { dayOfYear } from '../../../../core/calendar';
import { daylight } from '../../../../core/workshop/sun';
import {
  deviceOf,
  settingsFor,
  type TimerSettings,
  type TimerRequest,
} from '../../../../core/workshop/timer';
import { useBench } from '../benchStore';
import { useChosen } from '../../../stores/chosen';
import { useSystem } from '../../../stores/system';

/** A timed pump with what its beds ask for and what the timer in hand makes of it. */
export interface Timed {
  control: Control;
  /** Place of the line that it switches. */
  at: string;
  name: string;
  /** The bed that asks for most, whose needs are shown. */
  irrigation: Irrigation | null;
  wanted: TimerRequest | null;
}

const DEVICES: Record<Control['kind'], string> = {
  'always-on': 'dial-15',
  interval: 'repeat-cycle',
  programs: 'digital-8',
};

/** The timers on the bench; the one chosen, its needs and its settings. */
export function useTimer() {
  const system = useSystem();
  const bench = useBench();
  const chosen = useChosen();
  const light = computed(() => {
    return lightOf(system.document!, (latitude) => daylight(latitude, dayOfYear(bench.date)));
  });
  const timers = computed<Timed[]>(() => {
    const s = system.document!;
    const a = system.assessment!;
    const seen = new Set<string>();
    return pumpedLines(s).flatMap((l): Timed[] => {
      if (seen.has(l.control)) return [];
      seen.add(l.control);
      const irrigation = irrigationOfTimer(s, a, l.control, light.value);
      return [
        {
          control: controlOf(s, l),
          at: pathAt(l.id),
          name: l.name,
          irrigation,
          wanted: irrigation && wantedOf(irrigation),
        },
      ];
    });
  });
  const timer = computed(
    () => timers.value.find((t) => t.control.id === chosen.line?.control) ?? timers.value[0],
  );
  const device = computed(() => {
    const c = timer.value?.control;
    return bench.device || (c && 'device' in c ? c.device : DEVICES[c?.kind ?? 'programs']);
  });
  const own = computed(() => {
    const c = timer.value?.control;
    return bench.own ?? (!bench.device && c && 'own' in c ? c.own : null);
  });
  const settings = computed<TimerSettings | null>(() => {
    const t = timer.value;
    return t?.wanted ? settingsFor(t.control.id, device.value, own.value, t.wanted) : null;
  });
  const step = computed(() => deviceOf(device.value, own.value).step);
  return { timers, timer, device, own, settings, step, light };
}
