import { select } from 'd3-selection';
import 'd3-transition';
import { zoom, zoomIdentity, zoomTransform } from 'd3-zoom';
import { onBeforeUnmount, watch, type Ref } from 'vue';
import { wantsStill } from '../parts/motion';
import { MOST_CLOSE, WHOLE_VIEW, type CameraView } from './frame';

/** How long the camera glides, ms. */
const GLIDE = 500;
/** One press of a key magnifies so many times. */
const STEP = 1.5;

/**
 * Moves a view over a drawing: wheel, pinch and drag, and glides to where it is sent.
 *
 * @param drawing its svg element
 * @param view is set
 * @param scrolls the page scrolls under the drawing: one finger and the plain wheel are left to it
 */
export function useCamera(
  drawing: Ref<SVGSVGElement | null>,
  view: Ref<CameraView>,
  scrolls: () => boolean,
) {
  const behaviour = zoom<SVGSVGElement, unknown>()
    .scaleExtent([1, MOST_CLOSE])
    .filter((event: Event) => {
      // What is pulled is not moved along with the drawing.
      if ((event.target as Element).closest?.('.handle')) return false;
      const close = view.value.k > WHOLE_VIEW.k;
      if (event instanceof WheelEvent) return !scrolls() || event.ctrlKey;
      if ('touches' in event) return close || (event as TouchEvent).touches.length > 1;
      return close && !(event as MouseEvent).button && !(event as MouseEvent).ctrlKey;
    })
    .extent(() => {
      const box = drawing.value?.getBoundingClientRect();
      return [
        [0, 0],
        [box?.width ?? 1, box?.height ?? 1],
      ];
    })
    .on('zoom', ({ transform: { k, x, y } }: { transform: CameraView }) => {
      view.value = k <= WHOLE_VIEW.k + 1e-3 ? WHOLE_VIEW : { k, x, y };
    })
    .on('end', () => {
      const el = drawing.value;
      // Back at its full size the drawing stands where it began.
      if (el && zoomTransform(el).k <= WHOLE_VIEW.k + 1e-3)
        select(el).property('__zoom', zoomIdentity);
    });
  const stop = watch(
    drawing,
    (el, before) => {
      if (before) select(before).on('.zoom', null);
      if (el) select(el).call(behaviour).on('dblclick.zoom', null);
    },
    { immediate: true, flush: 'post' },
  );
  onBeforeUnmount(() => {
    stop();
    if (drawing.value) select(drawing.value).interrupt().on('.zoom', null);
  });

  /** Sends the camera to a view; where no motion is wanted it stands there at once. */
  function goTo(to: CameraView, jump = false) {
    const el = drawing.value;
    if (!el) return;
    const there = zoomIdentity.translate(to.x, to.y).scale(to.k);
    if (jump || wantsStill()) select(el).interrupt().call(behaviour.transform, there);
    else select(el).transition().duration(GLIDE).call(behaviour.transform, there);
  }
  function nearer(by: 1 | -1) {
    const el = drawing.value;
    if (el) select(el).call(behaviour.scaleBy, by > 0 ? STEP : 1 / STEP);
  }
  return { goTo, nearer };
}
