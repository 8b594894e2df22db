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
    {
      path: '/practice/:id',
      name: 'practice',
      component: () => import('./practice/PracticeView.vue'),
      props: true,
    },
    {
      path: '/course/:lesson',
      name: 'lesson',
      component: () => import('./practice/LessonView.vue'),
      props: true,
    },
    { path: '/course', name: 'course', component: () => import('./practice/CourseView.vue') },
    {
      path: '/calculators',
      name: 'calculators',
      component: () => import('./calculators/CalculatorsView.vue'),
    },
    // As the page was called when it was first bookmarked.
    { path: '/sums', redirect: { name: 'calculators' } },
    { path: '/open', name: 'link', component: () => import('./shelf/LinkView.vue') },
    { path: '/running', name: 'running', component: () => import('./shelf/RunningView.vue') },
    { path: '/search', name: 'search', component: () => import('./search/SearchView.vue') },
    { path: '/:rest(.*)*', redirect: { name: 'shelf' } },
  ],
});
