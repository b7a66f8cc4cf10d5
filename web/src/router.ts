import { createRouter, createWebHistory } from 'vue-router'
import JobsView from './views/JobsView.vue'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'jobs', component: JobsView },
    { path: '/shelf', name: 'shelf', component: () => import('./views/ShelfView.vue') },
    {
      path: '/carriers/:id?',
      name: 'carriers',
      component: () => import('./views/CarriersView.vue'),
      props: true,
    },
    { path: '/settings', name: 'settings', component: () => import('./views/SettingsView.vue') },
    { path: '/jobs/:id/:station?', name: 'job', component: () => import('./views/JobView.vue'), props: true },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
})
