import { createRouter, createWebHistory } from 'vue-router';
import ShelfPage from './shelf/ShelfPage.vue';

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'shelf', component: ShelfPage },
    { path: '/deleted', name: 'deleted', component: () => import('./shelf/DeletedPage.vue') },
    { path: '/ready', name: 'ready', component: () => import('./shelf/ReadyPage.vue') },
    { path: '/threads', name: 'threads', component: () => import('./shelf/ThreadsPage.vue') },
    { path: '/stick', name: 'stick', component: () => import('./shelf/StickPage.vue') },
    { path: '/backup', name: 'backup', component: () => import('./shelf/BackupPage.vue') },
    { path: '/picture', name: 'picture', component: () => import('./picture/PicturePage.vue') },
    { path: '/bench/:id', name: 'bench', component: () => import('./bench/BenchPage.vue'), props: true },
    {
      path: '/bench/:id/compare',
      name: 'compare',
      component: () => import('./compare/ComparePage.vue'),
      props: true,
    },
    {
      path: '/bench/:id/sheet',
      name: 'sheet',
      component: () => import('./sheet/SheetPage.vue'),
      props: true,
    },
    {
      path: '/bench/:id/adapt',
      name: 'adapt',
      component: () => import('./adapt/AdaptPage.vue'),
      props: true,
    },
    {
      path: '/bench/:id/picture/:group?',
      name: 'bench-picture',
      component: () => import('./picture/PicturePage.vue'),
      props: true,
    },
    { path: '/:rest(.*)*', name: 'nothing', component: () => import('./shelf/NothingPage.vue') },
  ],
});
