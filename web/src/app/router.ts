import { createRouter, createWebHistory } from 'vue-router'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'jobs', component: () => import('@/jobs/JobsView.vue') },
    { path: '/shelf', name: 'shelf', component: () => import('@/shelf/ShelfView.vue') },
    {
      path: '/carriers/:id?',
      name: 'carriers',
      component: () => import('@/carriers/CarriersView.vue'),
      props: true,
    },
    { path: '/together/:id', name: 'gang', component: () => import('@/gangs/GangView.vue'), props: true },
    { path: '/log', name: 'log', component: () => import('@/log/LogView.vue') },
    { path: '/bench/:id', name: 'bench', component: () => import('@/bench/BenchView.vue'), props: true },
    { path: '/settings', name: 'settings', component: () => import('@/settings/SettingsView.vue') },
    { path: '/jobs/:id/:station?', name: 'job', component: () => import('@/job/JobView.vue'), props: true },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
})
