import { createRouter, createWebHistory } from 'vue-router'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', component: () => import('../pages/JobsPage.vue') },
    { path: '/jobs/:id', redirect: (to) => `/jobs/${String(to.params.id)}/sizing` },
    { path: '/carry', component: () => import('../pages/CarryPage.vue') },
    { path: '/jobs/:id/sheet', component: () => import('../pages/SheetPage.vue') },
    { path: '/jobs/:id/:step', component: () => import('../pages/JobPage.vue') },
    { path: '/:rest(.*)*', component: () => import('../pages/LostPage.vue') },
  ],
})
