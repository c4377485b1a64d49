import { createRouter, createWebHistory } from 'vue-router'
import { stayAtMoment } from './moment'
import { askWho } from './who'

/** Pages that take the room of the drawer, since no tool works on them. */
const WIDE = { wide: true }

/** The page of what became of a project looks at it as it is now. */
const HISTORY = { ...WIDE, now: true }

/** Pages for those who are not signed in. */
const ANYBODY = { anybody: true }

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'projects', component: () => import('./pages/ProjectsPage.vue') },
    { path: '/sign-in', name: 'sign-in', component: () => import('./pages/SignInPage.vue'), meta: ANYBODY },
    { path: '/join', name: 'join', component: () => import('./pages/JoinPage.vue'), meta: ANYBODY },
    { path: '/persons', name: 'persons', component: () => import('./pages/PersonsPage.vue') },
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
        {
          path: 'title-block/:titleBlock',
          name: 'titleBlock',
          component: () => import('./pages/TitleBlockPage.vue'),
          props: true,
        },
        {
          path: 'library/title-blocks',
          name: 'title-blocks',
          component: () => import('./pages/TitleBlocksPage.vue'),
          meta: WIDE,
        },
        {
          path: 'library',
          name: 'library',
          component: () => import('./pages/LibraryPage.vue'),
          meta: WIDE,
        },
        {
          path: 'library/details',
          name: 'details',
          component: () => import('./pages/DetailsPage.vue'),
          meta: WIDE,
        },
        {
          path: 'library/bring-in',
          name: 'bring-in',
          component: () => import('./pages/BringInPage.vue'),
          meta: WIDE,
        },
        {
          path: 'library/save',
          name: 'save-library',
          component: () => import('./pages/SaveLibraryPage.vue'),
          meta: WIDE,
        },
        {
          path: 'history',
          name: 'history',
          component: () => import('./pages/HistoryPage.vue'),
          meta: HISTORY,
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

askWho(router)
stayAtMoment(router)
