import { createRouter, createWebHistory } from 'vue-router'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'projects', component: () => import('./pages/ProjectsPage.vue') },
    { path: '/new', name: 'new-project', component: () => import('./pages/NewProjectPage.vue') },
    {
      path: '/project/:project',
      component: () => import('./pages/ProjectPage.vue'),
      props: true,
      children: [
        { path: '', name: 'project', component: () => import('./pages/FirstPage.vue') },
        {
          path: 'drawing/:drawing',
          name: 'drawing',
          component: () => import('./pages/BoardPage.vue'),
          props: true,
        },
        {
          path: 'sheet/:sheet',
          name: 'sheet',
          component: () => import('./pages/SheetPage.vue'),
          props: true,
        },
        { path: 'library', name: 'library', component: () => import('./pages/LibraryPage.vue') },
        { path: 'library/bring-in', name: 'bring-in', component: () => import('./pages/BringInPage.vue') },
        {
          path: 'library/save',
          name: 'save-library',
          component: () => import('./pages/SaveLibraryPage.vue'),
        },
        {
          path: 'schedule/:schedule',
          name: 'schedule',
          component: () => import('./pages/SchedulePage.vue'),
          props: true,
        },
      ],
    },
    { path: '/:rest(.*)*', component: () => import('./pages/NowherePage.vue') },
  ],
})
