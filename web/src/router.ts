import { createRouter, createWebHistory } from 'vue-router'

import YardPage from './yard/YardPage.vue'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'yard', component: YardPage },
    { path: '/new/:units(metric|imperial)', name: 'new', component: () => import('./yard/NewBedPage.vue'), props: true },
    { path: '/bed/:id/weigh', name: 'weigh', component: () => import('./stages/weigh/WeighPage.vue'), props: true },
    { path: '/bed/:id/:stage', name: 'bed', component: () => import('./pages/BedPage.vue'), props: true },
    { path: '/bed/:id', redirect: (to) => ({ name: 'bed', params: { id: to.params.id, stage: 'shape' } }) },
    { path: '/:rest(.*)*', component: () => import('./pages/NothingHere.vue') },
  ],
})
