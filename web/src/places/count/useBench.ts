/** The count of one colony as it is typed: what is wrong with it, what it means, and how it is kept. */
import { computed, ref, type ComputedRef } from 'vue'
import { beesRange, countFaults, SUGAR_SECONDS, type Cup } from '@thistle/core/count'
import { countFacts, courseState, type CourseState } from '@thistle/core/holding'
import { judge } from '@thistle/core/judge'
import type { ColonyInView } from '../../parts/useColonyInView.ts'
import { useSave } from '../../parts/useSave.ts'
import { useHolding } from '../../stores/holding.ts'
import { beesOfJar, bodyOf, entryOf, factsOf, mitesOfJar, useDrafts, type Draft } from './drafts.ts'

/** The course whose recount a count would be, where one is waited for. */
const courseWaiting = (place: ColonyInView | null): CourseState | null =>
  place?.state.courses.find(
    (c) =>
      !c.cancelled &&
      c.recount === null &&
      c.course.jobs.some((j) => j.job === 'recount' && j.state === 'open') &&
      (c.course.endedOn !== null || c.treatment.way === 'waiting'),
  ) ?? null

export function useBench(place: ComputedRef<ColonyInView | null>) {
  const holding = useHolding()
  const drafts = useDrafts()
  const saving = useSave()
  const touched = ref(false)
  const cup = computed<Cup | null>(() => holding.settings?.cup ?? null)
  const draft = computed<Draft | null>(() => (place.value ? drafts.of(place.value.state, holding.today, holding.settings) : null))
  const answering = computed(() => courseWaiting(place.value))
  const counted = computed(() => Boolean(draft.value?.jars.some((jar) => mitesOfJar(jar) !== null)))

  const faults = computed(() =>
    draft.value ? countFaults(entryOf(draft.value, cup.value), holding.today, place.value?.state.colony.since ?? null) : [],
  )
  const refusals = computed(() => faults.value.filter((f) => f.severity === 'refuse'))
  const faultAt = (path: string): string | null => {
    const own = refusals.value.find((f) => f.path === path)
    const early = !touched.value && !counted.value && /mites|days/.test(path)
    return (own && !early ? holding.say(own.text) : null) ?? saving.at(`counts[0].${path}`)
  }
  const warnAt = (path: string): string | null => {
    const warning = faults.value.find((f) => f.path === path && f.severity === 'warn')
    return warning ? holding.say(warning.text) : null
  }

  const judged = computed(() => {
    const d = draft.value
    if (!d || !place.value || refusals.value.length > 0) return null
    const facts = factsOf(d, cup.value, holding.today)
    const on = d.onDay ?? holding.today
    const { situation } = place.value.state
    const others = place.value.state.colony.counts.filter((c) => c.id !== d.id).flatMap(countFacts)
    // What else was counted that day by the same method is one sample with it.
    return judge({ ...situation, counts: [...others.filter((c) => c.date < on || (c.date === on && c.method === d.method)), ...facts] })
  })
  /** What the figures themselves leave in doubt. */
  const notes = computed(() => {
    const d = draft.value
    if (!d || d.method === 'board' || d.method === 'drone') return []
    const found: string[] = []
    for (const jar of d.jars) {
      const [bees, mites] = [beesOfJar(jar, cup.value), mitesOfJar(jar)]
      if (jar.by === 'number' || jar.amount === null || !bees || mites === null) continue
      const { from, to } = beesRange(bees, { by: jar.by, amount: jar.amount }, cup.value)
      found.push(
        `Bees by measure: with ${to} to ${from} of them it would be ${((mites / to) * 100).toFixed(1)} to ${((mites / from) * 100).toFixed(1)} in 100.`,
      )
    }
    const samples =
      place.value?.state.colony.counts
        .filter((c) => c.id !== d.id && c.onDay === d.onDay && c.method === d.method)
        .reduce((n, c) => n + c.samples.length, 0) ?? 0
    if (samples > 0) found.push(`Judged together with ${samples === 1 ? 'the sample' : `the ${samples} samples`} of that day kept already.`)
    return found
  })
  /** Did it work, before it is even kept. */
  const outcome = computed(() => {
    const [course, d] = [answering.value, draft.value]
    if (!course || !place.value || !judged.value || !d) return null
    const samples = entryOf(d, cup.value).samples.map((s) => ({ ...s, mites: s.mites ?? 0 }))
    const record = {
      id: d.id,
      version: 1,
      courseId: course.record.id,
      onDay: d.onDay ?? holding.today,
      method: d.method,
      recovery: d.recovery,
      representative: null,
      note: null,
      samples,
    }
    const { colony, situation } = place.value.state
    const counts = [...colony.counts.filter((c) => c.id !== d.id), record]
    return courseState(course.record, { ...colony, counts }, holding.today, { yard: place.value.yard.yard, keeper: situation.keeper })
  })
  /** Seconds by which the sugar's minute was cut short; null where that does not matter. */
  const cutShort = computed(() => {
    const d = draft.value
    if (!d || d.method !== 'sugar' || (d.waited ?? 0) >= SUGAR_SECONDS) return null
    return SUGAR_SECONDS - (d.waited ?? 0)
  })

  /** The course a count answers: the one it was kept for, else the one that waits. */
  const courseOf = (countId: string): string | null => {
    const known = place.value?.state.colony.counts.find((c) => c.id === countId)
    return known ? known.courseId : (answering.value?.record.id ?? null)
  }

  async function keep(): Promise<boolean> {
    touched.value = true
    const [d, at] = [draft.value, place.value]
    if (!d || !at || refusals.value.length > 0) return false
    const { colony } = at.state
    const { board } = colony
    const counts = [{ id: d.id, version: d.version, ...bodyOf(d, cup.value, colony.id, courseOf(d.id)) }]
    const boards =
      d.method === 'board' && board && d.onDay && d.onDay > board.laidOn
        ? [{ id: board.id, version: board.version, colonyId: colony.id, laidOn: board.laidOn, takenOn: d.onDay }]
        : []
    const done = await saving.save(() => holding.keepRows({ counts, boards }, at.yard.yard.id))
    if (!done) return false
    drafts.remember(d)
    drafts.drop(colony.id)
    touched.value = false
    return true
  }
  return { draft, cup, answering, counted, faults, refusals, faultAt, warnAt, judged, notes, outcome, cutShort, touched, keep, saving }
}
