/** A case as it is known and as it is imagined, answered for the day: facts changed on the spot are forgotten with the case they belong to. */
import { computed, ref, watch, type Ref, type WatchSource } from 'vue'
import { answer, type AnsweredOption } from '@thistle/core/course'
import type { Situation, TreatmentKey } from '@thistle/core/situation'
import type { Day } from '@thistle/core/time'
import { changedFacts, imagined, type FactValue, type WhatIf } from './what-if.ts'

export function useWhatIf(base: Ref<Situation | null>, day: Ref<Day>, belongsTo: WatchSource<unknown>[]) {
  const whatIf = ref<WhatIf>({})
  function asKnown(): void {
    whatIf.value = {}
    typed = {}
  }
  watch(belongsTo, asKnown)
  const imagining = computed(() => base.value !== null && changedFacts(base.value, whatIf.value).length > 0)
  const known = computed<Situation | null>(() => (base.value ? { ...base.value, startOn: day.value } : null))
  /** What is judged, whatever the day. */
  const judgedOn = computed<Situation | null>(() => (base.value ? imagined(base.value, whatIf.value) : null))
  const situation = computed<Situation | null>(() => (judgedOn.value ? { ...judgedOn.value, startOn: day.value } : null))
  /** The answer on what is known stays while facts are imagined: it need not be worked out again at each key. */
  const asItIs = computed(() => (known.value ? answer(known.value) : null))
  const result = computed(() => (imagining.value && situation.value ? answer(situation.value) : asItIs.value))
  /** The verdicts on what is known, to stand beside the imagined ones. */
  const without = computed<ReadonlyMap<TreatmentKey, AnsweredOption> | null>(() =>
    imagining.value && asItIs.value ? new Map(asItIs.value.options.map((o) => [o.treatment, o])) : null,
  )
  /** Facts typed since the last judging. They are judged together once the letter is on the screen: typing never waits. */
  let typed: Record<string, FactValue> = {}
  let waiting = 0
  function setFact(key: string, value: FactValue): void {
    typed = { ...typed, [key]: value }
    waiting ||= window.requestAnimationFrame(() =>
      window.setTimeout(() => {
        waiting = 0
        whatIf.value = { ...whatIf.value, ...typed }
        typed = {}
      }),
    )
  }
  function keptAsLook(keys: readonly string[]): void {
    whatIf.value = Object.fromEntries(Object.entries(whatIf.value).filter(([key]) => !keys.includes(key)))
  }
  return { whatIf, imagining, judgedOn, situation, result, without, setFact, keptAsLook, asKnown }
}
