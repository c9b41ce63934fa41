<script setup lang="ts">
/** The plan for the colonies ticked: who gets what, what it takes, who can be given nothing, and one press that starts it. */
import CautionNote from '../../parts/CautionNote.vue'
import FaultLine from '../../parts/FaultLine.vue'
import WhyShort from '../../parts/WhyShort.vue'
import AButton from 'ant-design-vue/es/button'
import ACheckbox from 'ant-design-vue/es/checkbox'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { failedOf, leftUntil, type YardState } from '@thistle/core/holding'
import type { YardGroup } from '@thistle/core/match'
import type { TreatmentKey } from '@thistle/core/situation'
import { sayAmount, treatmentOf } from '@thistle/core/treatments'
import { sayDay } from '../../look/dates.ts'
import NumberField from '../../fields/NumberField.vue'
import { useSave } from '../../parts/useSave.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import type { PlanInHand } from './yard.worker.ts'
import WaitLine from '../../parts/WaitLine.vue'

const props = defineProps<{ yard: YardState; plan: PlanInHand | null; chosen: readonly string[]; only: TreatmentKey | null; busy: boolean }>()
const emit = defineEmits<{ free: [] }>()
const people = defineModel<number>('people', { required: true })
const holding = useHolding()
const router = useRouter()
const { busy: keeping, fault, save } = useSave()

const stateOf = (id: string) => props.yard.row.find((s) => s.colony.id === id)
const nameOf = (id: string) => stateOf(id)?.colony.name ?? ''
const names = (ids: readonly string[]) => ids.map(nameOf).join(', ')
const treatment = (key: TreatmentKey) => treatmentOf(key)
const title = (key: TreatmentKey) => treatment(key)?.name ?? key
const served = computed(() => (props.plan?.groups ?? []).reduce((sum, g) => sum + g.colonies.length, 0))
const says = computed(() => {
  const many = props.chosen.length
  if (many === 0) return 'No colony is ticked.'
  const { groups = [], unserved = [] } = props.plan ?? {}
  if (groups.length === 0) return `Nothing can be started in any of the ${many} on this day.`
  if (unserved.length > 0) return props.only ? `It serves ${served.value} of ${many}.` : `No plan serves all ${many}: this one serves ${served.value}.`
  return groups.length === 1 ? `One option serves all ${many}.` : `${groups.length} options are the fewest that serve all ${many}.`
})
/** Where no colony without something in hand is over its limit: the day by which the first of them wants counting. */
const calm = computed(() => (props.chosen.length > 0 ? null : leftUntil(props.yard.row)))
const takes = (g: YardGroup) => (g.takes ? holding.say(sayAmount(g.takes.amount, g.takes.unit)) : 'nothing from the shelf')
const firstDay = (g: YardGroup) => (g.takes && g.takes.firstDay !== g.takes.amount ? `, ${holding.say(sayAmount(g.takes.firstDay, g.takes.unit))} on the first day` : '')
const limited = computed(() => (props.plan?.groups ?? []).some((g) => treatment(g.treatment)?.mostAPersonADay != null))

/** Courses of the same active that fell short in one of them: their reasons come before another. */
const failed = computed(() =>
  (props.plan?.groups ?? []).flatMap((g) => {
    const { way, rotation } = treatment(g.treatment) ?? {}
    if (way !== 'given' || !rotation) return []
    return g.colonies.flatMap((id) => {
      const state = stateOf(id)
      const course = state && failedOf(state, rotation.class)
      return state && course ? [{ state, course, again: g.treatment }] : []
    })
  }),
)
/** Asked for at the press, they come into sight: the plan is long. */
const reasons = ref<HTMLElement | null>(null)
const gone = ref(false)
watch(
  () => failed.value.map((f) => f.course.record.id).join(),
  () => (gone.value = false),
)

/** Kept over a failed try, so that a second press writes the same rows; new with every plan. */
const ids = ref(new Map<string, string>())
watch(
  () => props.plan,
  () => (ids.value = new Map()),
)
const idFor = (what: string): string => {
  const known = ids.value.get(what)
  if (known) return known
  const made = newId()
  ids.value.set(what, made)
  return made
}
async function start(): Promise<void> {
  const { groups = [] } = props.plan ?? {}
  const yardId = props.yard.yard.id
  const except = props.yard.row.filter((s) => !groups.some((g) => g.colonies.includes(s.colony.id))).map((s) => s.colony.name)
  const done = await save(async () => {
    for (const g of groups) {
      const colonies = g.colonies.flatMap((id) => {
        const state = stateOf(id)
        return state ? [{ colonyId: id, courseId: idFor(`${g.treatment} ${id}`), situation: { ...state.situation, startOn: holding.day } }] : []
      })
      const note = except.length > 0 ? `Whole yard; not in ${except.join(', ')}.` : 'Whole yard.'
      await holding.put('decisions', idFor(g.treatment), { yardId, treatment: g.treatment, startOn: holding.day, note: note.slice(0, 2000), colonies }, null)
    }
    await holding.refresh(yardId)
  })
  if (done) await router.push(`/yards/${yardId}`)
}
</script>

<template>
  <aside class="plan" aria-label="The plan for the yard">
    <h2>The plan</h2>
    <WaitLine v-if="plan === null">Weighing ...</WaitLine>
    <template v-else>
    <p class="serif says" role="status">{{ says }}</p>
    <p v-if="calm" class="settled strong">
      None that is free is over its limit: the yard can be left, and counted again by {{ sayDay(calm, holding.today) }}.
    </p>
    <p v-if="only" class="small">
      Planned with {{ title(only) }} alone.
      <AButton type="link" class="plainlink" @click="emit('free')">Back to the best plan</AButton>
    </p>
    <p v-if="plan.better && chosen.length > 0" class="better">
      {{ sayDay(plan.better.day) }}: {{ title(plan.better.treatment) }} serves {{ chosen.length === 1 ? 'it' : `all ${chosen.length}` }},
      {{ plan.better.withCare === 0 ? 'and fits fully' : `${plan.better.withCare} with care` }}.
      <AButton type="link" class="plainlink no-print" @click="holding.day = plan.better.day">Look at that day</AButton>
    </p>
    <article v-for="g in plan.groups" :key="g.treatment">
      <h3>{{ title(g.treatment) }}</h3>
      <p>
        <strong>{{ g.colonies.length }}</strong>
        {{ g.colonies.length === 1 ? 'colony' : 'colonies' }}: {{ names(g.colonies) }}.
      </p>
      <p v-if="g.withCare.length > 0" class="small soft">
        With care in {{ g.withCare.length === g.colonies.length ? 'all of them' : names(g.withCare) }}: touch a mark for why.
      </p>
      <p v-if="g.confirm || g.fetch" class="care strong">{{ [g.confirm ? 'Confirm it in your list first' : '', g.fetch ? 'fetch the gear first' : ''].filter(Boolean).join(', ').replace(/^f/, 'F') }}.</p>
      <p>The whole course takes {{ takes(g) }}{{ firstDay(g) }}.</p>
      <p v-if="g.short > 0 && g.takes" class="alarm strong">
        {{ holding.say(sayAmount(g.short, g.takes.unit)) }} short: the shelf is enough for {{ g.serves === 0 ? 'none' : `the first ${g.serves}` }} in the row.
      </p>
      <p v-if="treatment(g.treatment)?.pack" class="small soft">{{ holding.say(treatment(g.treatment)?.pack?.says ?? '') }}.</p>
      <p v-if="treatment(g.treatment)?.mostAPersonADay != null" class="small" :class="{ 'alarm strong': g.days > 1 }">
        At most {{ treatment(g.treatment)?.mostAPersonADay }} a person a day: {{ g.days === 1 ? 'one day is enough' : `${g.days} days, or more people` }}.
      </p>
      <CautionNote v-if="treatment(g.treatment)?.caution">
        <strong>{{ holding.say(treatment(g.treatment)?.caution?.hazard ?? '') }}</strong>
        {{ holding.say(treatment(g.treatment)?.caution?.protection ?? '') }}
      </CautionNote>
    </article>
    <section v-if="plan.unserved.length > 0 && chosen.length > 0">
      <h3 class="care">Left over</h3>
      <ul>
        <li v-for="u in plan.unserved" :key="u.id">
          <RouterLink :to="`/match/${u.id}`">{{ nameOf(u.id) }}</RouterLink>:
          {{ u.earliest ? `${title(u.earliest.treatment)} from ${sayDay(u.earliest.day)}` : 'nothing within eight weeks' }}
        </li>
      </ul>
    </section>
    <NumberField v-if="limited" id="yp-people" v-model="people" class="no-print" label="People who handle strips" :min="1" :max="20" />
    <FaultLine v-if="fault">{{ fault }}</FaultLine>
    <section v-if="failed.length > 0" ref="reasons" class="short" aria-label="What fell short before">
      <template v-for="f in failed" :key="f.state.colony.id">
        <p class="alarm strong">
          {{ f.course.treatment.name }} fell short in {{ f.state.colony.name }} ({{ sayDay(f.course.startedOn, holding.today) }}). Before {{ f.course.record.treatment === f.again ? 'it' : 'the same active' }} again:
        </p>
        <WhyShort :course="f.course" :colony="f.state" :yard="yard" />
      </template>
      <ACheckbox v-model:checked="gone">I have gone through these</ACheckbox>
    </section>
    <div v-if="holding.mayWrite && served > 0" class="go">
      <p v-if="failed.length > 0 && !gone" class="care small">
        Something fell short before.
        <AButton type="link" class="plainlink" @click="reasons?.scrollIntoView({ block: 'center' })">Go through why first</AButton>
      </p>
      <AButton type="primary" class="press" :disabled="keeping || busy || (failed.length > 0 && !gone)" @click="start">
        {{ keeping ? 'Keeping ...' : `Start ${served === 1 ? nameOf(plan.groups[0]!.colonies[0]!) : `all ${served}`} on ${sayDay(holding.day)}` }}
      </AButton>
      <p class="law">The label in your hand and your local law decide; this defers to both, and to the vet or inspector where they have the say.</p>
    </div>
    <p class="soft small">Colonies of a yard are treated on one day where they can be: mites spread from those that are left.</p>
    </template>
  </aside>
</template>

<style scoped>
.plan { padding: 18px 20px 40px 18px; display: grid; gap: 10px; align-content: start; }
.says { font-size: 17.5px; font-weight: 560; line-height: 1.25; }
.better { background: var(--thistle-wash); border-radius: 10px; padding: 9px 12px; font-size: 14.5px; }
article { display: grid; gap: 5px; border-top: 1px solid var(--hairline); padding-top: 8px; font-size: 14.5px; }
.short { display: grid; gap: 8px; border: 1px solid var(--brick); border-radius: 10px; padding: 10px 12px; }
.short p, .go p { margin: 0; }
.go { display: grid; gap: 8px; position: sticky; bottom: 0; background: var(--paper); padding: 10px 0; border-top: 1px solid var(--hairline); }
.go .press { width: 100%; }
li { padding: 3px 0; }
@media print {
  .plan { padding: 14px 0 0; }
  .go { position: static; background: none; }
  article { break-inside: avoid; }
}
@media screen and (max-width: 720px) {
  .plan { padding: 10px 16px 20px; }
  .go { position: static; }
  li a { display: inline-block; padding: 12px 0; }
}
</style>
