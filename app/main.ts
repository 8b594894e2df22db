import { createPinia } from 'pinia';
import { createApp } from 'vue';
import '@fontsource-variable/atkinson-hyperlegible-next/index.css';
import App from './App.vue';
import { router } from './router';
import { vuetify } from './theme/vuetify';
import './theme/base.css';

createApp(App).use(createPinia()).use(router).use(vuetify).mount('#app');
