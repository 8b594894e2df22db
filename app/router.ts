import { createRouter, createWebHistory } from 'vue-router';
import ShelfView from './shelf/ShelfView.vue';

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'shelf', component: ShelfView, meta: { title: 'Shelf' } },
    {
      path: '/system/:id/:stage?/:group(vessels|paths)?/:part?',
      name: 'design',
      component: () => import('./design/DesignView.vue'),
      props: true,
    },
    { path: '/sums', name: 'sums', component: () => import('./sums/SumsView.vue') },
    { path: '/search', name: 'search', component: () => import('./search/SearchView.vue') },
    { path: '/:rest(.*)*', redirect: { name: 'shelf' } },
  ],
});
