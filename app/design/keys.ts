import { useEventListener } from '@vueuse/core';
import { STAGES, type Stage } from '../../core/findings';
import { useSettings } from '../stores/settings';
import { useSystem } from '../stores/system';
import { useTrace } from '../stores/trace';

/** Number of each stage: its place in the order of the work, and its key. */
export const STAGE_KEY: Record<Stage, number> = {
  place: 1,
  vessels: 2,
  lift: 3,
  drain: 4,
  life: 5,
  build: 6,
  startup: 7,
  rounds: 8,
};

/** What keys may ask of the camera. */
export interface Camera {
  nearer: (by: 1 | -1) => void;
  whole: () => void;
  closer: () => void;
}

/**
 * Keys of the design screen. Single keys act only where nothing else takes them: not in fields,
 * menus, on buttons or sliders; and they can be switched off.
 */
export function useDesignKeys(to: {
  go: (stage: Stage) => void;
  showKeys: () => void;
  /** What looks at the system; nothing while something else lies on the bench. */
  camera: () => Camera | null | undefined;
}): void {
  const system = useSystem();
  const trace = useTrace();
  const settings = useSettings();
  useEventListener('keydown', (event: KeyboardEvent) => {
    const mod = event.ctrlKey || event.metaKey;
    const target = event.target as HTMLElement;
    const typing = target.closest('input, textarea, [contenteditable="true"]');
    if (mod && event.key.toLowerCase() === 'z' && !typing) {
      event.preventDefault();
      if (event.shiftKey) system.redo();
      else system.undo();
      return;
    }
    if (mod && event.key.toLowerCase() === 'y' && !typing) {
      event.preventDefault();
      system.redo();
      return;
    }
    if (mod && event.key.toLowerCase() === 's') {
      event.preventDefault();
      void system.toFile();
      return;
    }
    if (mod || event.altKey || !settings.singleKeys) return;
    const looks: Record<string, (camera: Camera) => void> = {
      '0': (camera) => camera.whole(),
      '+': (camera) => camera.nearer(1),
      '-': (camera) => camera.nearer(-1),
      c: (camera) => camera.closer(),
      C: (camera) => camera.closer(),
    };
    const look = looks[event.key];
    const camera = to.camera();
    // Nothing in the drawing takes these.
    if (look && camera && !target.closest('input, textarea, select, .v-overlay')) {
      event.preventDefault();
      look(camera);
      return;
    }
    const takes = target.closest(
      'input, textarea, select, button, a, summary, [contenteditable="true"], [role="slider"], [role="button"], [role="menu"], [role="listbox"], [role="combobox"], [role="dialog"], .v-overlay',
    );
    if (takes) return;
    const at = STAGES.find((s) => String(STAGE_KEY[s]) === event.key);
    if (at) return to.go(at);
    const acts: Record<string, () => void> = {
      ' ': () => trace.play(),
      ArrowLeft: () => trace.step(-1),
      ArrowRight: () => trace.step(1),
      u: () => settings.nextUnits(),
      U: () => settings.nextUnits(),
      '?': () => to.showKeys(),
    };
    const act = acts[event.key];
    if (!act) return;
    event.preventDefault();
    act();
  });
}
