import { createRouter, createWebHistory } from 'vue-router'
import { useSession } from './access/session'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'shelf', component: () => import('./shelf/ShelfPage.vue') },
    { path: '/sign-in', name: 'sign-in', component: () => import('./access/SignInPage.vue'), meta: { open: true } },
    { path: '/first-owner', name: 'first-owner', component: () => import('./access/FirstOwnerPage.vue'), meta: { open: true } },
    { path: '/book-in', name: 'book-in', component: () => import('./shelf/BookInPage.vue'), meta: { writes: true } },
    { path: '/sums/:sum?', name: 'sums', component: () => import('./sums/SumsPage.vue') },
    { path: '/sheets', name: 'sheets', component: () => import('./sheets/SheetsPage.vue') },
    { path: '/sheets/:sheetId/circuit', name: 'composer', component: () => import('./sheets/ComposerPage.vue'), props: true, meta: { writes: true } },
    { path: '/sheets/:sheetId', name: 'sheet', component: () => import('./sheets/SheetPage.vue'), props: true },
    {
      path: '/jobs/:jobId', component: () => import('./frame/JobFrame.vue'), props: true,
      children: [
        { path: '', redirect: { name: 'voltages' } },
        { path: 'book-in', name: 'job-book-in', component: () => import('./stations/book-in/BookInStation.vue') },
        { path: 'look', name: 'look', component: () => import('./stations/cold/LookStation.vue') },
        { path: 'iron', name: 'iron', component: () => import('./stations/cold/IronStation.vue') },
        { path: 'capacitors', name: 'capacitors', component: () => import('./stations/cold/CapacitorStation.vue') },
        { path: 'resistors', name: 'resistors', component: () => import('./stations/cold/ResistorStation.vue') },
        { path: 'voltages', name: 'voltages', component: () => import('./stations/voltages/VoltagesStation.vue') },
        { path: 'schematic', name: 'schematic', component: () => import('./schematic/SchematicStation.vue') },
        { path: 'close-out', name: 'close-out', component: () => import('./stations/close-out/CloseOutStation.vue') },
      ],
    },
    { path: '/:rest(.*)', name: 'nowhere', component: () => import('./shelf/NowherePage.vue') },
  ],
})

router.beforeEach(async (to) => {
  const session = useSession()
  if (!session.known) await session.load()
  if (to.meta['open'] === true) return true
  if (session.me === null) return { name: 'sign-in', query: to.fullPath === '/' ? {} : { to: to.fullPath } }
  return to.meta['writes'] === true && !session.mayWrite ? { name: 'shelf' } : true
})
