<script setup lang="ts">
import {
  mdiCalculatorVariantOutline,
  mdiFolderOpenOutline,
  mdiMagnify,
  mdiSchoolOutline,
  mdiPackageDown,
} from '@mdi/js';
import { computed, onMounted, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { LAYOUTS } from '../../core/system';
import { hasWords } from '../parts/byWords';
import PersonMenu from '../parts/PersonMenu.vue';
import { chooseFile } from '../storage/files';
import { useSettings } from '../stores/settings';
import { isExample, useShelf } from './store';
import LayoutCard from './LayoutCard.vue';
import ShelfCard from './ShelfCard.vue';
import { inTurn } from './inTurn';
import { openedRoute } from './openedRoute';

/** The shelf: every system that this browser keeps, layouts to start from, and files. */
const shelf = useShelf();
const router = useRouter();
/** From so many systems on there is a way to find one by its name. */
const MANY = 8;
const looked = ref('');
const found = computed(() =>
  looked.value ? shelf.systems.filter((s) => hasWords(s.name, looked.value)) : shelf.systems,
);

/** How many cards are in the page: some at once, the rest while it is idle, so that none waits for all. */
const FIRST = 9;
const MORE = 40;
const placed = ref(FIRST);
const settings = useSettings();
/** Systems of one’s own come first; the examples can be hidden. */
const own = computed(() => found.value.filter((s) => !isExample(s.id)));
const examples = computed(() => found.value.filter((s) => isExample(s.id)));
const newcomer = computed(() => shelf.loaded && !shelf.systems.some((s) => !isExample(s.id)));
const secure = window.isSecureContext;
const start = ref<HTMLElement>();
const shown = ref<HTMLElement>();
const goTo = (el: HTMLElement | undefined) => {
  el?.scrollIntoView({ block: 'start' });
  el?.focus();
};
watch(
  () => (found.value.length > placed.value ? placed.value : null),
  (short) => {
    if (short !== null) void inTurn(() => (placed.value = short + MORE));
  },
  { immediate: true },
);

onMounted(() => {
  document.title = 'Mizuna';
  void shelf.load();
});

async function choose() {
  const id = await shelf.openFile(await chooseFile());
  if (id) await router.push(openedRoute(id, shelf.runs));
}
async function make(layout: string) {
  const id = await shelf.make(layout);
  await router.push({ name: 'design', params: { id } });
}
</script>

<template>
  <main class="shelf">
    <header>
      <svg viewBox="0 0 64 64" width="40" height="40" aria-hidden="true" class="leafmark">
        <path class="vessel" d="M8 34v22h48V34" />
        <path class="pool" d="M10 44h44v10H10z" />
        <path
          class="leaf"
          d="M32 40V14m0 8c-8 0-13-5-14-12 8 0 14 4 14 12zm0 8c7 0 12-4 13-11-7 0-13 3-13 11z"
        />
      </svg>
      <div>
        <h1>Mizuna</h1>
        <p class="quiet">Tank, bed, pump and siphon: see how the water moves before you build.</p>
      </div>
      <span class="grow" />
      <PersonMenu />
      <v-btn variant="outlined" :prepend-icon="mdiFolderOpenOutline" @click="choose"
        >Open a file</v-btn
      >
      <v-btn
        v-if="shelf.systems.length"
        variant="outlined"
        :prepend-icon="mdiPackageDown"
        @click="shelf.backUp()"
        >Back up everything</v-btn
      >
    </header>

    <p v-if="shelf.trouble" class="trouble" role="alert">
      {{ shelf.trouble }}
      <button type="button" class="link" @click="shelf.backUp()">Save everything to a file</button>
    </p>

    <p v-for="r in shelf.removed" :key="r.id" class="undo" role="status">
      “{{ r.name }}” deleted.
      <v-btn
        size="small"
        variant="tonal"
        :aria-label="`Undo: restore ${r.name}`"
        @click="shelf.putBack(r.id)"
        >Undo</v-btn
      >
      <v-btn size="small" :aria-label="`Close: ${r.name} stays deleted`" @click="shelf.letGo(r.id)"
        >Close</v-btn
      >
    </p>

    <p v-if="!secure" class="quiet">
      This address is not encrypted. The browser therefore cannot install Mizuna, open it without
      the network or show reminders. Everything else works here.
    </p>

    <section v-if="newcomer" class="first" aria-labelledby="first">
      <h2 id="first">What do you want to do?</h2>
      <ul class="ways">
        <li>
          <v-btn variant="flat" color="primary" :to="{ name: 'search' }"
            >Start from what I have</v-btn
          >
          <span class="quiet"
            >Enter your tank, pump and floor. Mizuna shows which systems fit.</span
          >
        </li>
        <li>
          <v-btn variant="tonal" @click="goTo(start)">Start from a layout</v-btn>
          <span class="quiet">Choose one of fifteen layouts and change it.</span>
        </li>
        <li>
          <v-btn variant="tonal" @click="goTo(shown)">Look at an example</v-btn>
          <span class="quiet">Open a system with water, fish and a log.</span>
        </li>
        <li>
          <v-btn variant="tonal" :to="{ name: 'running' }">I already have a system running</v-btn>
          <span class="quiet">Enter tank, beds, pump, fish and your last readings.</span>
        </li>
      </ul>
    </section>

    <section aria-labelledby="mine">
      <div class="head">
        <h2 id="mine">On the shelf</h2>
        <label v-if="shelf.systems.length > MANY" class="find">
          Find by name
          <input v-model="looked" type="search" autocomplete="off" />
        </label>
        <span v-if="looked" class="quiet" role="status"
          >{{ found.length }} of {{ shelf.systems.length }}</span
        >
      </div>
      <p v-if="newcomer" class="quiet">Your own systems appear here.</p>
      <ul v-if="own.length" class="cards" aria-label="My systems">
        <li v-for="s in own.slice(0, placed)" :key="s.id">
          <ShelfCard :entry="s" @remove="shelf.remove(s.id, s.name)" />
        </li>
      </ul>
      <template v-if="examples.length">
        <div class="head">
          <h3 ref="shown" tabindex="-1">Examples</h3>
          <button
            v-if="own.length"
            type="button"
            class="link"
            :aria-expanded="settings.examples"
            @click="settings.examples = !settings.examples"
          >
            {{ settings.examples ? 'Hide the examples' : 'Show the examples' }}
          </button>
        </div>
        <ul v-if="settings.examples || !own.length || looked" class="cards" aria-label="Examples">
          <li v-for="s in examples.slice(0, Math.max(0, placed - own.length))" :key="s.id">
            <ShelfCard :entry="s" @remove="shelf.remove(s.id, s.name)" />
          </li>
        </ul>
      </template>
      <p v-if="!shelf.systems.length && shelf.silent" class="empty" role="status">
        This browser’s storage has not answered yet. Mizuna tries again every few seconds. Nothing
        is lost.
      </p>
      <p v-else-if="!shelf.systems.length && shelf.loaded" class="empty">
        The shelf is empty. Start from a layout below, open a file, or
        <button type="button" class="link" @click="shelf.bringDemos()">add the demo systems</button
        >.
      </p>
    </section>

    <section aria-labelledby="new">
      <h2 id="new" ref="start" tabindex="-1">Start a new system</h2>
      <p class="have">
        <v-btn variant="tonal" :prepend-icon="mdiMagnify" :to="{ name: 'search' }">
          From what I have
        </v-btn>
        <span class="quiet"
          >Enter your tank, pump and floor, and compare the systems that fit.</span
        >
      </p>
      <p class="have">
        <v-btn variant="tonal" :prepend-icon="mdiSchoolOutline" :to="{ name: 'course' }">
          The course
        </v-btn>
        <span class="quiet">Ten short lessons, and faults to practise before they are real.</span>
      </p>
      <p class="have">
        <v-btn
          variant="tonal"
          :prepend-icon="mdiCalculatorVariantOutline"
          :to="{ name: 'calculators' }"
        >
          Calculators
        </v-btn>
        <span class="quiet">Doses, water changes and feed for any tank, without a system.</span>
      </p>
      <ul class="layouts">
        <li v-for="l in LAYOUTS" :key="l.id">
          <LayoutCard :layout="l" @make="make(l.id)" />
        </li>
      </ul>
    </section>
    <footer class="quiet">
      All data stays in this browser and in the files you save. Drag a system file or a backup onto
      any page to open it. Systems of a backup are added to your own.
    </footer>
  </main>
</template>

<style scoped>
.shelf {
  max-width: 1120px;
  margin: 0 auto;
  padding: 20px 20px 60px;
  min-height: 100dvh;
  width: 100%;
}
header {
  display: flex;
  align-items: center;
  gap: 12px;
  flex-wrap: wrap;
  padding-bottom: 14px;
}
.ways {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(230px, 1fr));
  gap: 12px;
  padding: 0;
}
.ways li {
  list-style: none;
  display: grid;
  gap: 6px;
  align-content: start;
}
.ways .v-btn {
  font-size: var(--type-body);
}
.first {
  padding-bottom: 14px;
}
h3 {
  font-size: var(--type-title);
  margin-top: 12px;
}
.undo {
  position: sticky;
  top: var(--notices, 0);
  z-index: 10;
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 6px 12px;
  margin-bottom: 12px;
  background: var(--sheet);
  border: 1px solid var(--water);
  border-radius: var(--radius);
}
h1 {
  font-size: var(--type-page);
  line-height: 1.1;
}
.grow {
  flex: 1;
}
.vessel {
  fill: none;
  stroke: var(--text);
  stroke-width: 4;
}
.pool {
  fill: var(--water);
}
.leaf {
  fill: var(--leaf);
  stroke: var(--leaf);
  stroke-width: 2.5;
  stroke-linejoin: round;
}
h2 {
  font-size: var(--type-title);
  padding: 18px 0 10px;
  border-top: 1px solid var(--rule);
}
ul {
  padding: 0;
  list-style: none;
}
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(280px, 1fr));
  gap: 16px;
  padding-bottom: 22px;
}
.cards li {
  /* What is out of sight is neither laid out nor painted; its room is kept. */
  content-visibility: auto;
  contain-intrinsic-size: auto 276px;
}
.head {
  display: flex;
  align-items: baseline;
  gap: 16px;
  flex-wrap: wrap;
  border-top: 1px solid var(--rule);
}
.head h2 {
  border: none;
}
.find input {
  border-bottom: 1px solid var(--rule);
  padding: 4px 6px;
  margin-left: 6px;
  min-width: 12rem;
}
.layouts {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
  gap: 12px;
}
.layouts button {
  width: 100%;
  height: 100%;
  text-align: left;
  padding: 12px 14px;
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  background: var(--sheet);
  display: grid;
  gap: 4px;
  align-content: start;
  color: inherit;
}
.layouts button:hover {
  border-color: var(--water);
}
.have {
  display: flex;
  gap: 12px;
  align-items: center;
  flex-wrap: wrap;
  padding: 4px 0 12px;
}
.trouble {
  background: var(--stop-ground);
  color: var(--stop);
  padding: 10px 14px;
  border-radius: var(--radius);
  margin-bottom: 12px;
}
.link {
  text-decoration: underline;
  color: inherit;
}
footer {
  padding-top: 26px;
  font-size: var(--type-body);
}
.empty {
  padding-bottom: 22px;
}
@media (max-width: 600px) {
  .shelf {
    padding: 12px 14px 40px;
  }
}
</style>
