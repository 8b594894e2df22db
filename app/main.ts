import { createPinia } from 'pinia';
import { createApp } from 'vue';
import '@fontsource-variable/atkinson-hyperlegible-next/index.css';
import { setLocale } from '../core/quantity';
import App from './App.vue';
import { takeError } from './parts/failure';
import { router } from './router';
import { vuetify } from './theme/vuetify';
import './theme/base.css';

setLocale(navigator.languages);
const app = createApp(App);
app.config.errorHandler = (error, _, info) => takeError(error, info);
app.use(createPinia()).use(router).use(vuetify).mount('#app');
