import { createRouter, createWebHistory } from 'vue-router'
import { useSession } from './access/session'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'shelf', component: () => import('./shelf/ShelfPage.vue') },
    { path: '/sign-in', name: 'sign-in', component: () => import('./access/SignInPage.vue'), meta: { open: true } },
    { path: '/first-owner', name: 'first-owner', component: () => import('./access/FirstOwnerPage.vue'), meta: { open: true } },
    { path: '/welcome', name: 'welcome', component: () => import('./access/WelcomePage.vue'), meta: { open: true } },
    { path: '/word/:token', name: 'word', component: () => import('./owner/OwnerPage.vue'), props: true, meta: { open: true } },
    { path: '/book-in', name: 'book-in', component: () => import('./shelf/BookInPage.vue'), meta: { writes: true } },
    { path: '/sums/:sum?', name: 'sums', component: () => import('./sums/SumsPage.vue') },
    { path: '/drawer/:label?', name: 'drawer', component: () => import('./drawer/DrawerPage.vue'), props: true },
    { path: '/units/:unitId', name: 'history', component: () => import('./history/HistoryPage.vue'), props: true },
    { path: '/shop', name: 'shop', component: () => import('./shop/ShopPage.vue') },
    { path: '/equipment', name: 'equipment', component: () => import('./equipment/EquipmentPage.vue') },
    { path: '/sheets', name: 'sheets', component: () => import('./sheets/SheetsPage.vue') },
    { path: '/sheets/:sheetId/circuit', name: 'composer', component: () => import('./sheets/ComposerPage.vue'), props: true, meta: { writes: true } },
    { path: '/sheets/:sheetId', name: 'sheet', component: () => import('./sheets/SheetPage.vue'), props: true },
    {
      path: '/jobs/:jobId', component: () => import('./frame/JobFrame.vue'), props: true,
      children: [
        { path: '', name: 'job', component: () => import('./stations/JobStart.vue'), props: true },
        { path: 'book-in', name: 'job-book-in', component: () => import('./stations/book-in/BookInStation.vue') },
        { path: 'history', name: 'job-history', component: () => import('./stations/history/HistoryStation.vue') },
        { path: 'schematic', name: 'schematic', component: () => import('./schematic/SchematicStation.vue') },
        { path: 'owners-word', name: 'owners-word', component: () => import('./stations/owners-word/OwnersWordStation.vue') },
        { path: 'close-out', name: 'close-out', component: () => import('./stations/close-out/CloseOutStation.vue') },
        { path: ':station', name: 'station', component: () => import('./stations/StationHost.vue'), props: true },
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
