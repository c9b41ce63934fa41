import { createRouter, createWebHistory, START_LOCATION, type Router } from 'vue-router'
import { forgetPane } from './frame/usePaneStep.ts'
import { Refused } from './server/call.ts'
import { useConnection } from './stores/connection.ts'
import { useHolding } from './stores/holding.ts'
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
      else if (fault instanceof Refused && fault.kind === 'no-holding') return { path: '/holdings' }
      else throw fault
    }
  }
}

/** Fetches what a place is drawn with, and draws nothing. */
export async function fetchPlace(router: Router, path: string): Promise<void> {
  const component = router.resolve(path).matched.at(-1)?.components?.default
  if (typeof component === 'function') await (component as () => Promise<unknown>)()
}

export function makeRouter(): Router {
  forgetPane()
  const router = createRouter({
    history: createWebHistory(),
    // A pane that opens or closes is a step within a place, which stays as it lies.
    // Where the page begins it stands at its top; scrolling there would have it measured twice.
    scrollBehavior: (to, from) => (from === START_LOCATION || to.fullPath === from.fullPath ? false : { top: 0 }),
    routes: [
      { path: '/', redirect: '/today' },
      { path: '/sign-in', component: () => import('./places/signin/SignInPlace.vue'), meta: { open: true, title: 'Sign in' } },
      { path: '/sign-up', component: () => import('./places/door/SignUpPlace.vue'), meta: { open: true, title: 'A new account' } },
      { path: '/forgotten', component: () => import('./places/door/ForgottenPlace.vue'), meta: { open: true, title: 'A new password' } },
      { path: '/new-password/:token', component: () => import('./places/door/NewPasswordPlace.vue'), meta: { open: true, title: 'A new password' } },
      { path: '/invitation/:token', component: () => import('./places/door/InvitationPlace.vue'), meta: { open: true, title: 'An invitation' } },
      { path: '/shared/:secret', component: () => import('./places/door/SharedPlace.vue'), meta: { open: true, title: 'To read' } },
      { path: '/holdings', component: () => import('./places/door/HoldingsPlace.vue'), meta: { open: true, title: 'Your holdings' } },
      { path: '/outbox', component: () => import('./places/door/OutboxPlace.vue'), meta: { open: true, title: 'Outbox' } },
      { path: '/reference', component: () => import('./places/reference/ReferencePlace.vue'), meta: { open: true, title: 'The API' } },
      { path: '/today', component: Today, meta: { title: 'Today', days: true } },
      { path: '/yards/:yardId?', component: () => import('./places/yards/YardsPlace.vue'), meta: { title: 'Yards', days: true } },
      { path: '/line/:colonyId', component: () => import('./places/yards/LinePlace.vue'), meta: { title: 'A colony’s line' } },
      { path: '/yards/:yardId/looks', component: () => import('./places/yards/LooksPlace.vue'), meta: { title: 'Look down the row' } },
      {
        path: '/count/table/:yardId?',
        name: 'count-table',
        component: () => import('./places/count/TablePlace.vue'),
        meta: { title: 'Count a yard' },
      },
      {
        path: '/count/yard/:yardId?',
        name: 'count-yard',
        component: () => import('./places/count/YardCountPlace.vue'),
        meta: { title: 'The yard counted' },
      },
      { path: '/count/file', name: 'count-file', component: () => import('./places/count/FilePlace.vue'), meta: { title: 'Counts from a file' } },
      {
        path: '/count/practise',
        name: 'count-practise',
        component: () => import('./places/count/PractisePlace.vue'),
        meta: { title: 'Practise counting' },
      },
      {
        path: '/count/:colonyId/photo/:countId?',
        name: 'photo',
        component: () => import('./places/count/PhotoPlace.vue'),
        meta: { title: 'Count on a photograph' },
      },
      { path: '/count/:colonyId?', name: 'count', component: () => import('./places/count/CountPlace.vue'), meta: { title: 'Count' } },
      {
        path: '/match/yard/:yardId?',
        name: 'match-yard',
        component: () => import('./places/match/YardMatchPlace.vue'),
        meta: { title: 'Match a yard', days: true },
      },
      { path: '/match/:colonyId?', name: 'match', component: () => import('./places/match/MatchPlace.vue'), meta: { title: 'Match', days: true } },
      { path: '/rounds', name: 'rounds', component: () => import('./places/rounds/RoundsPlace.vue'), meta: { title: 'Rounds', days: true } },
      { path: '/rounds/season', name: 'rounds-season', component: () => import('./places/rounds/SeasonPlace.vue'), meta: { title: 'The season' } },
      {
        path: '/rounds/deadlines',
        name: 'rounds-deadlines',
        component: () => import('./places/rounds/DeadlinesPlace.vue'),
        meta: { title: 'Last starts' },
      },
      {
        path: '/rounds/:yardId/:day',
        name: 'rounds-sheet',
        component: () => import('./places/rounds/RoundSheetPlace.vue'),
        meta: { title: 'Round sheet' },
      },
      { path: '/book', name: 'book', component: () => import('./places/book/RegisterPlace.vue'), meta: { title: 'The register' } },
      {
        path: '/book/counts',
        name: 'book-counts',
        component: () => import('./places/book/RecordsPlace.vue'),
        props: { book: 'counts' },
        meta: { title: 'The book of counts' },
      },
      {
        path: '/book/looks',
        name: 'book-looks',
        component: () => import('./places/book/RecordsPlace.vue'),
        props: { book: 'looks' },
        meta: { title: 'The book of looks' },
      },
      { path: '/book/reviewed', name: 'book-reviewed', component: () => import('./places/book/ReviewedPlace.vue'), meta: { title: 'Did it work' } },
      { path: '/book/trials', name: 'book-trials', component: () => import('./places/book/trials/TrialsPlace.vue'), meta: { title: 'Trials' } },
      {
        path: '/book/trials/new',
        name: 'book-trial-new',
        component: () => import('./places/book/trials/NewTrial.vue'),
        meta: { title: 'Plan a trial' },
      },
      { path: '/book/trials/:id', name: 'book-trial', component: () => import('./places/book/trials/TrialPlace.vue'), meta: { title: 'A trial' } },
      { path: '/book/worked', name: 'book-worked', component: () => import('./places/book/WorkedPlace.vue'), meta: { title: 'What worked here' } },
      { path: '/book/winter', name: 'book-winter', component: () => import('./places/book/WinterPlace.vue'), meta: { title: 'Over the winter' } },
      {
        path: '/book/year',
        name: 'book-year',
        component: () => import('./places/book/LookedBackPlace.vue'),
        meta: { title: 'The year looked back on' },
      },
      { path: '/first-steps', component: () => import('./places/first/FirstSteps.vue'), meta: { title: 'First steps' } },
      { path: '/more', component: () => import('./places/more/MorePlace.vue'), meta: { title: 'More' } },
      { path: '/you', component: () => import('./places/you/YouPlace.vue'), meta: { title: 'You' } },
      { path: '/people', component: () => import('./places/people/PeoplePlace.vue'), meta: { title: 'People' } },
      { path: '/changes', component: () => import('./places/changes/ChangesPlace.vue'), meta: { title: 'Last changes' } },
      { path: '/rules/:treatment', component: () => import('./places/rules/SheetPlace.vue'), meta: { title: 'A treatment' } },
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
