import { createRouter, createWebHistory } from 'vue-router'

import YardPage from './yard/YardPage.vue'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'home', component: YardPage, props: { id: null } },
    { path: '/yard/:id', name: 'yard', component: YardPage, props: true },
    { path: '/yard/:yard/new/:units(metric|imperial)', name: 'new', component: () => import('./yard/NewBedPage.vue'), props: true },
    { path: '/practice/:units(metric|imperial)', name: 'practice', component: () => import('./stages/level/PracticePage.vue'), props: true },
    { path: '/bed/:id/weigh', name: 'weigh', component: () => import('./stages/weigh/WeighPage.vue'), props: true },
    { path: '/bed/:id/templates', name: 'templates', component: () => import('./pages/TemplatesPage.vue'), props: true },
    { path: '/bed/:id/text', name: 'text', component: () => import('./pages/TextPage.vue'), props: true },
    { path: '/bed/:id/:stage', name: 'bed', component: () => import('./pages/BedPage.vue'), props: true },
    { path: '/bed/:id', redirect: (to) => ({ name: 'bed', params: { id: to.params.id, stage: 'shape' } }) },
    { path: '/sign-in', name: 'sign-in', component: () => import('./door/SignInPage.vue') },
    { path: '/join', name: 'join', component: () => import('./door/JoinPage.vue') },
    { path: '/:rest(.*)*', component: () => import('./pages/NothingHere.vue') },
  ],
})
