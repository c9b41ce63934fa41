/** A pane is a step of the browser's history: Back closes it and leaves nothing. */
import { onMounted, onUnmounted } from 'vue'
import { useRouter, type Router } from 'vue-router'

/** Never a number of an earlier load of the page: its steps are still in the browser's history, and Back onto one must not look like staying. */
let count = Date.now()
/** Whether a change of place is under way: then nothing may step back across it. */
const moving = new WeakMap<Router, { now: boolean }>()
function watched(router: Router): { now: boolean } {
  let state = moving.get(router)
  if (!state) {
    state = { now: false }
    const s = state
    moving.set(router, s)
    router.beforeEach(() => void (s.now = true))
    router.afterEach(() => void (s.now = false))
    router.onError(() => void (s.now = false))
  }
  return state
}

/** Loaded anew, the page has no pane open: what its own step says of one is put away. */
export function forgetPane(): void {
  const state = history.state as { pane?: number } | null
  if (state?.pane) history.replaceState({ ...state, pane: undefined }, '')
}

/** Takes a step for as long as the caller is mounted; answers the way to close, which steps back. */
export function usePaneStep(onClose: () => void): () => void {
  const router = useRouter()
  // Drawn alone, in a test, there is no way to step.
  if (!router) return onClose
  const pane = ++count
  const state = watched(router)
  const mine = () => (history.state as { pane?: number } | null)?.pane === pane
  let taken = false
  const stop = router.afterEach(() => {
    if (taken && !mine()) onClose()
  })
  onMounted(async () => {
    const { path, query, hash } = router.currentRoute.value
    await router.push({ path, query, hash, force: true, state: { pane } })
    taken = mine()
  })
  onUnmounted(() => {
    stop()
    taken = false
    // Closed by what was done in it: its step is taken back, unless that has led elsewhere; a change under way is waited for.
    const takeBack = () => mine() && router.back()
    setTimeout(() => {
      if (!state.now) return takeBack()
      const settled = router.afterEach(() => {
        settled()
        setTimeout(takeBack)
      })
    })
  })
  return () => (mine() ? router.back() : onClose())
}
