import { createRouter, createWebHistory, START_LOCATION, type Router } from 'vue-router'
import { forgetPane } from './frame/usePaneStep.ts'
import { signOutLate } from './frame/useSignOut.ts'
import { OUT_OF_REACH, Refused } from './server/call.ts'
import { useConnection } from './stores/connection.ts'
import { useHolding } from './stores/holding.ts'
import { usePhone } from './stores/phone.ts'
import { worstFirst } from './stores/worst.ts'
import Today from './places/today/TodayPlace.vue'

/** So long the server is waited for where this device has the yards itself, ms: a thin signal is no signal. */
const PATIENCE = 2500

/** The yards from the server, or as this device kept them where the server is out of reach; they are read anew once it is back. */
async function fromServerOrPhone(): Promise<true> {
  const holding = useHolding()
  // A device that knows that it has no network asks nobody.
  const asked = navigator.onLine === false ? Promise.reject(new Refused(0, OUT_OF_REACH)) : holding.tryLoad()
  const slow = new Promise<'slow'>((resolve) => setTimeout(() => resolve('slow'), PATIENCE))
  const first = await Promise.race([asked.then(() => 'there' as const), slow]).catch((fault: unknown) => fault)
  if (first === 'there') return true
  if (first !== 'slow' && !(first instanceof Refused && first.isOutage)) throw first
  if (!(await holding.loadKept())) {
    await asked
    return true
  }
  void asked
    .catch(async (fault: unknown) => {
      if (!(fault instanceof Refused)) throw fault
      if (fault.isOutage) await useConnection().untilBack(fault.message)
      else if (fault.status !== 401) throw fault
      await holding.load()
    })
    .catch((fault: unknown) => {
      // Where the session was ended from elsewhere the page is on its way out already.
      if (!(fault instanceof Refused && fault.isEndedElsewhere)) throw fault
    })
  return true
}

/** The sheet of a round: about one yard, and opened at the hive. */
const SHEET = /^\/rounds\/([0-9a-f-]{36})\//

const TODAY = /^\/today\b/

/** Loads the holding before a place is shown; without a session the way leads to sign-in and back. */
async function ensureLoaded(path: string): Promise<true | { path: string; query?: Record<string, string> }> {
  const holding = useHolding()
  if (holding.loaded) {
    if (!SHEET.test(path) && !TODAY.test(path)) await holding.allWorked()
    return true
  }
  const about = SHEET.exec(path)?.[1]
  if (path.startsWith('/rounds'))
    holding.firstAbout(
      (rows) => rows.filter((y) => y.id === about),
      import('./stores/round-plan.ts').then((m) => m.planOf),
    )
  else if (TODAY.test(path)) holding.firstAbout(worstFirst, null)
  await signOutLate()
  for (;;) {
    try {
      return await fromServerOrPhone()
    } catch (fault) {
      if (fault instanceof Refused && fault.isOutage) await useConnection().untilBack(fault.message)
      else if (fault instanceof Refused && fault.status === 401) {
        // What this device kept of the yards is shown to nobody who is not signed in.
        await usePhone().forgetYards()
        return { path: '/sign-in', ...(path === '/' || path === '/today' ? {} : { query: { back: path } }) }
      } else if (fault instanceof Refused && fault.kind === 'no-holding') return { path: '/holdings' }
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
      { path: '/line/:colonyId', component: () => import('./places/yards/LinePlace.vue'), meta: { title: 'A colony’s year' } },
      { path: '/yards/:yardId/looks', component: () => import('./places/yards/LooksPlace.vue'), meta: { title: 'A walk along the row' } },
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
      {
        path: '/outlook/knows',
        name: 'outlook-knows',
        component: () => import('./places/outlook/KnowsPlace.vue'),
        meta: { title: 'What it can know' },
      },
      { path: '/practice', name: 'practice', component: () => import('./places/practice/PracticePlace.vue'), meta: { title: 'A practice season' } },
      {
        path: '/outlook/year/:colonyId?',
        name: 'outlook-year',
        component: () => import('./places/outlook/YearPlace.vue'),
        meta: { title: 'A year’s plan' },
      },
      { path: '/outlook/:colonyId?', name: 'outlook', component: () => import('./places/outlook/OutlookPlace.vue'), meta: { title: 'The outlook' } },
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
        meta: { title: 'The book of inspections' },
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
      { path: '/shelf', name: 'shelf', component: () => import('./places/shelf/ShelfPlace.vue'), meta: { title: 'The shelf' } },
      { path: '/shelf/bench', name: 'bench', component: () => import('./places/shelf/BenchPlace.vue'), meta: { title: 'The mixing bench' } },
      { path: '/shelf/gear', name: 'gear', component: () => import('./places/shelf/GearPlace.vue'), meta: { title: 'Gear' } },
      { path: '/shelf/safety/:active?', name: 'safety', component: () => import('./places/shelf/SafetyPlace.vue'), meta: { title: 'Safety cards' } },
      { path: '/shelf/tags', name: 'tags', component: () => import('./places/shelf/TagsPlace.vue'), meta: { title: 'Tags' } },
      { path: '/tag/:code', name: 'tag', component: () => import('./places/shelf/TagFound.vue'), meta: { title: 'A tag' } },
      { path: '/shelf/label/:lotId', name: 'label', component: () => import('./places/shelf/LabelPlace.vue'), meta: { title: 'A label' } },
      { path: '/first-steps', component: () => import('./places/first/FirstSteps.vue'), meta: { title: 'First steps' } },
      { path: '/phone', component: () => import('./places/phone/PhonePlace.vue'), meta: { title: 'On this device' } },
      { path: '/more', component: () => import('./places/more/MorePlace.vue'), meta: { title: 'More' } },
      { path: '/you', component: () => import('./places/you/YouPlace.vue'), meta: { title: 'You' } },
      { path: '/people', component: () => import('./places/people/PeoplePlace.vue'), meta: { title: 'People' } },
      { path: '/changes', component: () => import('./places/changes/ChangesPlace.vue'), meta: { title: 'Last changes' } },
      { path: '/rules/own/:key?', name: 'own-sheet', component: () => import('./places/rules/OwnPlace.vue'), meta: { title: 'A sheet of your own' } },
      { path: '/rules/:treatment', component: () => import('./places/rules/SheetPlace.vue'), meta: { title: 'A treatment' } },
      { path: '/rules', component: () => import('./places/rules/RulesPlace.vue'), meta: { title: 'Rules' } },
      { path: '/:rest(.*)*', component: () => import('./places/NoSuchPlace.vue'), meta: { title: 'Not here' } },
    ],
  })
  router.beforeEach((to) => {
    if (to.meta.open) return true
    // What it is drawn with comes while the yards are read.
    if (!useHolding().loaded) void fetchPlace(router, to.fullPath).catch(() => undefined)
    return ensureLoaded(to.fullPath)
  })
  router.afterEach((to) => {
    document.title = `${String(to.meta.title ?? '')} · Round Thistle`
  })
  return router
}
