import { createRouter, createWebHistory, type Router } from 'vue-router'
import { Refused } from './server/call.ts'
import { useConnection } from './stores/connection.ts'
import { useHolding } from './stores/holding.ts'
import SignIn from './places/signin/SignInPlace.vue'
import Today from './places/today/TodayPlace.vue'

/** Loads the holding before a place is shown; without a session the way leads to sign-in and back. */
async function ensureLoaded(path: string): Promise<true | { path: string; query?: Record<string, string> }> {
  const holding = useHolding()
  if (holding.loaded) return true
  for (;;) {
    try {
      await holding.tryLoad()
      return true
    } catch (fault) {
      if (fault instanceof Refused && fault.isOutage) await useConnection().untilBack(fault.message)
      else if (fault instanceof Refused && fault.status === 401)
        return { path: '/sign-in', ...(path === '/' || path === '/today' ? {} : { query: { back: path } }) }
      else throw fault
    }
  }
}

export function makeRouter(): Router {
  const router = createRouter({
    history: createWebHistory(),
    scrollBehavior: () => ({ top: 0 }),
    routes: [
      { path: '/', redirect: '/today' },
      { path: '/sign-in', component: SignIn, meta: { open: true, title: 'Sign in' } },
      { path: '/today', component: Today, meta: { title: 'Today' } },
      { path: '/yards/:yardId?', component: () => import('./places/yards/YardsPlace.vue'), meta: { title: 'Yards' } },
      { path: '/count/:colonyId?', component: () => import('./places/count/CountPlace.vue'), meta: { title: 'Count' } },
      { path: '/match/:colonyId?', component: () => import('./places/match/MatchPlace.vue'), meta: { title: 'Match' } },
      { path: '/rules', component: () => import('./places/rules/RulesPlace.vue'), meta: { title: 'Rules' } },
      { path: '/:rest(.*)*', component: () => import('./places/NoSuchPlace.vue'), meta: { title: 'Not here' } },
    ],
  })
  router.beforeEach((to) => (to.meta.open ? true : ensureLoaded(to.fullPath)))
  router.afterEach((to) => {
    document.title = `${String(to.meta.title ?? '')} · Round Thistle`
  })
  return router
}
