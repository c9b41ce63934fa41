import { wrap, type Remote } from 'comlink'
import { onScopeDispose } from 'vue'
import type { OutlookWorker } from './outlook.worker.ts'

/** The worker of the outlook, for as long as the caller is mounted. */
export function useOutlookWorker(): Remote<OutlookWorker> {
  const worker = new Worker(new URL('./outlook.worker.ts', import.meta.url), { type: 'module' })
  onScopeDispose(() => worker.terminate())
  return wrap<OutlookWorker>(worker)
}
