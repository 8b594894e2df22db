import { createPinia } from 'pinia';
import { createApp } from 'vue';
import '@fontsource-variable/atkinson-hyperlegible-next/index.css';
import App from './App.vue';
import { takeError } from './parts/failure';
import { router } from './router';
import { vuetify } from './theme/vuetify';
import './theme/base.css';

const app = createApp(App);
app.config.errorHandler = (error, _, info) => takeError(error, info);
app.use(createPinia()).use(router).use(vuetify).mount('#app');
