import { mount, type VueWrapper } from '@vue/test-utils';
import { createPinia, setActivePinia } from 'pinia';
import { createVuetify } from 'vuetify';
import type { Component } from 'vue';
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg';

/** A fresh set of stores, as at the start of the application. */
export function freshStores(): void {
  setActivePinia(createPinia());
}

/** Mounts a component with Vuetify as the application has it, in a page of its own. */
export function mountIt(component: Component, props: Record<string, unknown> = {}): VueWrapper {
  globalThis.ResizeObserver ??= class {
    observe() {}
    unobserve() {}
    disconnect() {}
  };
  return mount(component, {
    props,
    attachTo: document.body,
    global: {
      plugins: [createVuetify({ icons: { defaultSet: 'mdi', aliases, sets: { mdi } } })],
      stubs: { transition: false },
    },
  });
}
