/** What is asked of the bench, and what it answers: checked by the file's own checks, so that both refuse alike. */
import { computed, reactive, shallowRef, type ComputedRef } from 'vue'
import { mixOf, usualAmounts, WASH_PER_JAR, type Mix, type MixAsked, type MixKind } from '@thistle/core/mix'

/** Fetched with the bench: it holds the checks of all files. */
const formats = () => import('@thistle/core/formats')

export interface BenchDraft {
  what: MixKind
  acid: 'dihydrate' | 'anhydrous'
  by: 'colonies' | 'volume'
  colonies: number | null
  seams: number | null
  /** Seams of each colony of a round, where they are known. */
  each: readonly number[] | null
  volume: number | null
  loss: number | null
  from: number | null
  to: number | null
  byPads: boolean
  mass: number | null
  pads: number | null
  perPad: number | null
  boxes: { one: number | null; two: number | null; three: number | null }
  eachBoxes: readonly number[] | null
  /** Doses of a round's colonies: on pads, of gel. */
  eachDose: readonly number[] | null
  gramsPerBox: number | null
  scale: number | null
  whole: number | null
  half: number | null
  portion: number | null
  pack: number | null
  jars: number | null
}
const times = <T>(n: number | null, value: T): T[] => Array.from({ length: Math.min(2000, Math.max(0, Math.floor(n ?? 0))) }, () => value)

/** The draft as a mix file has it. */
export function fileOf(d: BenchDraft): Record<string, unknown> {
  const head = { mix: 1, what: d.what }
  switch (d.what) {
    case 'oxalic-dribble':
      return {
        ...head,
        acid: d.acid,
        ...(d.by === 'volume' ? { volume: d.volume } : d.each ? { seams: d.each } : { colonies: d.colonies, seams: d.seams }),
        loss: d.loss,
      }
    case 'formic-dilution':
      return {
        ...head,
        from: d.from,
        to: d.to,
        ...(d.eachDose ? { pads: d.eachDose } : d.byPads ? { pads: times(d.pads, d.perPad ?? 0) } : { mass: d.mass }),
      }
    case 'oxalic-charges':
      return {
        ...head,
        boxes: d.eachBoxes ?? [...times(d.boxes.one, 1), ...times(d.boxes.two, 2), ...times(d.boxes.three, 3)],
        gramsPerBox: d.gramsPerBox,
        scale: d.scale,
      }
    case 'gel-portions':
      return { ...head, portions: d.eachDose ?? [...times(d.whole, d.portion ?? 0), ...times(d.half, (d.portion ?? 0) / 2)], pack: d.pack }
    case 'soapy-wash':
      return { ...head, volume: d.jars === null ? null : d.jars * WASH_PER_JAR }
  }
}

/** What is asked before anything can be reckoned; null once it is said. */
function wanting(d: BenchDraft): string | null {
  switch (d.what) {
    case 'oxalic-dribble':
      if (d.by === 'volume') return d.volume === null ? 'How much do you want?' : null
      if (d.each || (d.colonies !== null && d.seams !== null)) return null
      return d.colonies === null
        ? 'For how many colonies, and how many seams of bees in each?'
        : 'How many seams of bees in each? Look: what nobody has seen is not given the most.'
    case 'formic-dilution':
      if (d.from === null || d.to === null)
        return 'How strong is the acid that you have, and how strong is it to be? Its label says so; nobody guesses it.'
      return d.eachDose || (d.byPads ? d.pads : d.mass) !== null ? null : d.byPads ? 'How many pads?' : 'How much do you want?'
    case 'oxalic-charges':
      return d.eachBoxes || Object.values(d.boxes).some((n) => n !== null) ? null : 'How many hives, of how many brood boxes?'
    case 'gel-portions':
      return d.eachDose || d.whole !== null || d.half !== null ? null : 'How many colonies?'
    case 'soapy-wash':
      return d.jars === null ? 'How many jars?' : null
  }
}

/** A refusal in a keeper's words: the file's fields by the labels of the bench. */
const LABELS: Readonly<Record<string, string>> = {
  seams: 'Seams of bees',
  colonies: 'Colonies',
  volume: 'How much',
  from: 'The acid you have',
  to: 'Wanted',
  mass: 'How much',
  pads: 'Pads',
  boxes: 'Hives',
  gramsPerBox: 'Grams a brood box',
  scale: 'Your scales',
  portions: 'Colonies',
  pack: 'A pack',
  loss: 'More for what stays in the bottle',
}
const inWords = (sentence: string): string => sentence.replace(/^(\w+)(?:\[\d+\])?/, (whole, field: string) => LABELS[field] ?? whole)

export function useMix(draft: BenchDraft): {
  readonly mix: ComputedRef<Mix | null>
  readonly asked: ComputedRef<MixAsked | null>
  readonly fault: ComputedRef<string | null>
  readonly wanting: ComputedRef<string | null>
} {
  const parse = shallowRef<typeof import('@thistle/core/formats').parseMix | null>(null)
  void formats().then((f) => (parse.value = f.parseMix))
  const read = computed(() => parse.value?.(fileOf(draft)) ?? null)
  const asked = computed(() => (read.value?.ok ? read.value.asked : null))
  return {
    asked,
    wanting: computed(() => wanting(draft)),
    mix: computed(() => (asked.value ? mixOf(asked.value) : null)),
    fault: computed(() => (read.value && !read.value.ok ? inWords(read.value.refusal.sentence) : null)),
  }
}

export const freshDraft = (): BenchDraft =>
  reactive({
    what: 'oxalic-dribble',
    acid: 'dihydrate',
    by: 'colonies',
    colonies: null,
    seams: null,
    each: null,
    volume: null,
    loss: null,
    from: 85,
    to: 65,
    byPads: false,
    mass: null,
    pads: null,
    perPad: usualAmounts().pad,
    boxes: { one: null, two: null, three: null },
    eachBoxes: null,
    eachDose: null,
    gramsPerBox: 1,
    scale: null,
    whole: null,
    half: null,
    portion: usualAmounts().portion,
    pack: usualAmounts().portion,
    jars: null,
  })
