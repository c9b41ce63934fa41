/** The rounds of the next weeks, drawn in their worker: once for what they are drawn from, whoever asks. */
import { proxy, wrap, type Remote } from 'comlink'
import { shallowRef } from 'vue'
import type { SettingsRecord, YardRecord } from '@thistle/core/holding'
import type { Drawn, RoundPlan } from '@thistle/core/rounds'
import { holdAhead } from '../frame/idle.ts'
import type { RoundsWorker } from '../places/rounds/rounds.worker.ts'

interface Drawing {
  readonly yards: readonly YardRecord[]
  readonly settings: SettingsRecord
  readonly promise: Promise<RoundPlan>
  plan: RoundPlan | null
  readonly stop: () => void
  /** Has it end with the best it has. */
  readonly settle: () => void
}
/** How far the drawing is that runs; null where none does, or it has not said yet. */
export const drawnSoFar = shallowRef<Drawn | null>(null)
let last: Drawing | null = null
/** So long a drawing may take by itself, ms; and one that is asked for once more because that was not enough. */
const [USUAL, AGAIN] = [12_000, 120_000]
let most = USUAL
/** A worker that has nothing to do. */
interface Hand {
  readonly worker: Worker
  readonly remote: Remote<RoundsWorker>
}
let idle: Hand | null = null
function hire(): Hand {
  const worker = new Worker(new URL('../places/rounds/rounds.worker.ts', import.meta.url), { type: 'module' })
  return { worker, remote: wrap<RoundsWorker>(worker) }
}

function draw(yards: readonly YardRecord[], settings: SettingsRecord): Drawing {
  const hand = idle ?? hire()
  idle = null
  const { worker, remote } = hand
  let stop = (): void => worker.terminate()
  drawnSoFar.value = null
  let given = false
  const promise = new Promise<RoundPlan>((resolve, reject) => {
    // A worker that cannot be loaded answers nothing: it says so by this alone.
    worker.addEventListener('error', () => reject(new Error('the rounds cannot be drawn')), { once: true })
    stop = () => {
      given = true
      worker.terminate()
      reject(new Error('drawn anew'))
    }
    const hear = (said: Drawn): void => void (given || (drawnSoFar.value = said))
    remote.draw(yards, settings, most, proxy(hear)).then(resolve, reject)
    most = USUAL
  })
  const drawing: Drawing = { yards, settings, promise, plan: null, stop: () => stop(), settle: () => void remote.stop() }
  promise.then(
    (plan) => {
      given = true
      drawnSoFar.value = null
      drawing.plan = plan
      idle = hand
    },
    () => {
      worker.terminate()
      // What failed is tried again by whoever asks next.
      if (last === drawing) last = null
    },
  )
  return drawing
}

/** Has the drawing that runs end with the best plan it has. */
export const settleNow = (): void => last?.settle()
/** What was cut is drawn once more when it is asked for, and has longer. */
export function drawAgain(): void {
  if (!last?.plan?.cut) return
  last = null
  most = AGAIN
}

/** The plan for these yards; what was being drawn for others is given up. Rejects where it cannot be drawn, or is given up itself. */
export function planOf(yards: readonly YardRecord[], settings: SettingsRecord): Promise<RoundPlan> {
  if (last?.yards === yards && last.settings === settings) return last.promise
  if (last && !last.plan) last.stop()
  last = draw(yards, settings)
  holdAhead(last.promise)
  return last.promise
}
/** The plan for these yards where it is drawn already. */
export const drawnFor = (yards: readonly YardRecord[], settings: SettingsRecord): RoundPlan | null =>
  last?.yards === yards && last.settings === settings ? last.plan : null
