<script setup lang="ts">
/** A course that fell short: the questions to go through before its active is given again, as their keeper answered them, and else as the record does. */
import AButton from 'ant-design-vue/es/button'
import AForm from 'ant-design-vue/es/form'
import { whyShort, type ColonyState, type CourseState, type WhyNote, type WhyShort, type YardState } from '@thistle/core/holding'
import { computed, toRefs } from 'vue'
import TextField from '../fields/TextField.vue'
import { newId, useHolding } from '../stores/holding.ts'
import { useKeptForm } from '../stores/kept-forms.ts'
import FaultLine from './FaultLine.vue'
import FoldAway from './FoldAway.vue'
import { useSave } from './useSave.ts'

const props = defineProps<{ course: CourseState; colony: ColonyState; yard: YardState }>()
const holding = useHolding()
const { busy, fault, save } = useSave()
const list = computed(() => (holding.settings ? whyShort(props.course, props.colony, props.yard, holding.settings) : []))
/** What was found to be it comes first, then what something speaks for, then what nobody knows, in the order of the questions: resistance is always the last. What is sound is there to be read. */
const open = computed(() => [
  ...list.value.filter((q) => q.state === 'suspect' && q.answered),
  ...list.value.filter((q) => q.state === 'suspect' && !q.answered),
  ...list.value.filter((q) => q.state === 'ask'),
])
const sound = computed(() => list.value.filter((q) => q.state === 'sound'))
const STATE: Record<WhyShort['state'], string> = { sound: 'sound', suspect: 'look here', ask: 'ask yourself' }
const mark = (q: WhyShort) => (q.answered ? (q.state === 'sound' ? 'sound' : 'it was this') : STATE[q.state])

/** Where what the record says of a question is kept. */
function leadsTo(key: WhyShort['key']): { readonly to: string; readonly word: string } | null {
  const yard = `/yards/${props.yard.yard.id}`
  if (key === 'counts') return { to: `/count/${props.colony.colony.id}`, word: 'Its counts' }
  if (key === 'pack') return { to: '/book', word: 'The register' }
  if (key === 'together' || key === 'outside') return { to: yard, word: 'The yard' }
  return null
}

const { form, anew } = useKeptForm(`why ${props.course.record.id}`, () => ({ answering: null as WhyShort['key'] | null, note: '' }))
const { answering, note } = toRefs(form)
function ask(key: WhyShort['key']): void {
  if (answering.value !== key) note.value = ''
  answering.value = key
}
const event = (body: object) =>
  holding.put('events', newId(), { courseId: props.course.record.id, happenedOn: holding.today, device: 'page', ...body }, props.yard.yard.id)
async function answer(cause: WhyNote['cause'], found: WhyNote['found']): Promise<void> {
  const kept = await save(() => event({ kind: 'why-noted', why: { cause, found }, note: note.value.trim() || null }).then(() => undefined))
  if (kept) anew()
}
const takeBack = (id: string) => save(() => event({ kind: 'taken-back', supersedes: id }).then(() => undefined))
</script>

<template>
  <FaultLine v-if="fault">{{ fault }}</FaultLine>
  <ol class="why" aria-label="Why it may have fallen short">
    <li v-for="q in open" :key="q.key" :class="q.state">
      <span class="mark">{{ mark(q) }}</span>
      <div>
        <strong>{{ q.ask }}</strong>
        {{ holding.say(q.says) }}
        <RouterLink v-if="leadsTo(q.key)" class="small lead" :to="leadsTo(q.key)!.to">{{ leadsTo(q.key)!.word }}</RouterLink>
        <span v-if="q.state === 'suspect'" class="next">{{ q.next }}</span>
        <template v-if="holding.mayWrite">
          <AButton v-if="q.answered" type="link" class="plainlink small" :disabled="busy" @click="takeBack(q.answered.event)">take back</AButton>
          <AButton v-else-if="answering !== q.key" type="link" class="plainlink small" @click="ask(q.key)">I know this ...</AButton>
          <AForm v-else class="answer" novalidate layout="vertical">
            <TextField :id="`why-${q.key}`" v-model="note" label="What you found" :most="200" hint="in a few words, if you like" />
            <p class="ways">
              <AButton class="press quiet" :disabled="busy" @click="answer(q.key, 'suspect')">It was this</AButton>
              <AButton class="press quiet" :disabled="busy" @click="answer(q.key, 'sound')">It was sound</AButton>
              <AButton type="link" class="plainlink small" @click="answering = null">Not now</AButton>
            </p>
          </AForm>
        </template>
      </div>
    </li>
  </ol>
  <FoldAway v-if="sound.length > 0" :title="`${sound.length} more, sound by the record or by you`">
    <ol class="why" aria-label="Sound by the record or by you">
      <li v-for="q in sound" :key="q.key" class="sound">
        <span class="mark">{{ mark(q) }}</span>
        <div>
          <strong>{{ q.ask }}</strong>
          {{ holding.say(q.says) }}
          <AButton v-if="q.answered && holding.mayWrite" type="link" class="plainlink small" :disabled="busy" @click="takeBack(q.answered.event)">take back</AButton>
        </div>
      </li>
    </ol>
  </FoldAway>
</template>

<style scoped>
.why { display: grid; gap: 5px; font-size: 14px; line-height: 1.35; counter-reset: why; }
.why li { display: grid; grid-template-columns: 62px minmax(0, 1fr); gap: 10px; align-items: baseline; }
.mark { color: var(--soft); font-size: 13px; }
.suspect .mark { color: var(--brick); font-weight: 700; }
.ask .mark { color: var(--straw); font-weight: 700; }
.lead { margin-left: 4px; }
.answer { display: grid; gap: 8px; padding: 8px 0; }
.ways { display: flex; flex-wrap: wrap; gap: 8px; align-items: center; }
.ways .press { min-height: 44px; padding: 4px 14px; font-size: 14px; }
.next { display: block; color: var(--thistle); font-weight: 600; }
.sound { color: var(--soft); }
</style>
