<script setup lang="ts">
import { useIntersectionObserver } from '@vueuse/core';
import { computed, nextTick, onBeforeUnmount, ref, shallowRef, watch } from 'vue';
import type { Assessment } from '../../core/assess';
import type { SystemDocument } from '../../core/system';
import type SectionDrawing from '../section/SectionDrawing.vue';
import { useSettings } from '../stores/settings';
import { inTurn } from './inTurn';

/** What a picture is drawn from; nothing where the system cannot be worked out. */
export interface PictureSource {
  readonly system: SystemDocument;
  readonly assessment: Assessment;
  readonly levels: Readonly<Record<string, number>>;
}

/**
 * A small drawing of a system, drawn when it is first seen and from then on a picture: a shelf of hundreds has
 * few drawings in the page at a time.
 */
const props = defineProps<{
  /** A picture of it in a theme, made before; nothing where it has to be drawn. */
  known?: (theme: string) => Promise<string | null>;
  draw: () => Promise<PictureSource | null>;
  /** Another value draws it anew. */
  version: number | string;
  label: string;
}>();
const emit = defineEmits<{ seen: []; made: [svg: string, theme: string] }>();
const settings = useSettings();
const box = ref<HTMLElement>();
const seen = ref(false);
const drawn = shallowRef<PictureSource | null>(null);
const src = ref('');
const failed = ref(false);

/** What draws comes with the first system that has no picture yet: not with the first sight of the shelf. */
const drawing = shallowRef<typeof SectionDrawing>();
async function drawer() {
  const [section, { pictureOf }] = await Promise.all([
    import('../section/SectionDrawing.vue'),
    import('../section/exportSvg'),
  ]);
  drawing.value = section.default;
  return pictureOf;
}

const { stop } = useIntersectionObserver(
  box,
  ([entry]) => {
    if (!entry?.isIntersecting) return;
    seen.value = true;
    stop();
  },
  { rootMargin: '200px' },
);

function show(svg: string) {
  URL.revokeObjectURL(src.value);
  src.value = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }));
  drawn.value = null;
}
onBeforeUnmount(() => URL.revokeObjectURL(src.value));

/** Of a picture whose box has none, px. */
const SIZE = { width: 320, height: 200 };
const size = ref(SIZE);
const wanted = computed(() => `${props.version} ${settings.theme}`);
watch(
  [seen, wanted],
  async ([now]) => {
    if (!now) return;
    const mine = wanted.value;
    const theme = settings.theme;
    failed.value = false;
    const known = await props.known?.(theme);
    if (mine !== wanted.value) return;
    emit('seen');
    if (known) return show(known);
    const [made, pictureOf] = await Promise.all([props.draw(), drawer()]);
    await inTurn(async () => {
      if (mine !== wanted.value) return;
      // Drawn to the size of its box from the first, whenever the page gets to measuring.
      const { width, height } = box.value?.getBoundingClientRect() ?? SIZE;
      size.value = width > 0 && height > 0 ? { width, height } : SIZE;
      drawn.value = made;
      failed.value = made === null;
      await nextTick();
      const svg = mine === wanted.value ? box.value?.querySelector('svg') : null;
      if (!svg) return;
      const text = pictureOf(svg);
      emit('made', text, theme);
      show(text);
    });
  },
  { immediate: true },
);
</script>

<template>
  <div ref="box" class="picture">
    <img v-if="src" :src="src" :alt="`${label} from the side`" />
    <component
      :is="drawing"
      v-else-if="drawn"
      :system="drawn.system"
      :assessment="drawn.assessment"
      :levels="{ ...drawn.levels }"
      :flows="{}"
      :size="size"
    />
    <p v-else-if="failed" class="quiet">
      This system cannot be calculated, so there is no picture.
    </p>
  </div>
</template>

<style scoped>
.picture {
  width: 100%;
  height: 100%;
}
img {
  width: 100%;
  height: 100%;
  object-fit: contain;
  display: block;
}
p {
  padding: 12px;
}
</style>
