import { wrap, type Remote } from 'comlink'
import { onScopeDispose } from 'vue'
import type { TrialWorker } from './trial.worker.ts'

/** The worker of trials, for as long as the caller is mounted. */
export function useTrialWorker(): Remote<TrialWorker> {
  const worker = new Worker(new URL('./trial.worker.ts', import.meta.url), { type: 'module' })
  onScopeDispose(() => worker.terminate())
  return wrap<TrialWorker>(worker)
}
