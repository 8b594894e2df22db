import { onBeforeUnmount } from 'vue';
import { useBuild } from '../../stores/build';

/** The plan, worked out for as long as whoever asks is in the page. */
export function usePlan() {
  const build = useBuild();
  build.viewers++;
  onBeforeUnmount(() => build.viewers--);
  return build;
}
