<script setup lang="ts">
/** The course of the option in hand, as a dated line, with what is left, the caution and the one button. */
import CautionNote from '../../parts/CautionNote.vue'
import FaultLine from '../../parts/FaultLine.vue'
import AButton from 'ant-design-vue/es/button'
import ACheckbox from 'ant-design-vue/es/checkbox'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { sayJob, type AnsweredOption, type WinterRound } from '@thistle/core/course'
import type { Situation } from '@thistle/core/situation'
import { sayDay, sayDayLong, sayWindow } from '../../look/dates.ts'
import { treatmentOf } from '@thistle/core/treatments'
import { failedOf, type ColonyState, type YardState } from '@thistle/core/holding'
import WhyShort from '../../parts/WhyShort.vue'
import { useSave } from '../../parts/useSave.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import FirstTags from './FirstTags.vue'
import { decidingFit } from '@thistle/core/match'
import { isOpen, tagsOf } from './option-words.ts'

const props = defineProps<{ option: AnsweredOption; situation: Situation; place: { yard: YardState; state: ColonyState } | null; winter: WinterRound | null }>()
const emit = defineEmits<{ day: [day: string] }>()
const router = useRouter()
const holding = useHolding()
const { busy, fault, save } = useSave()
const ids = { decision: newId(), course: newId(), winter: newId(), winterCourse: newId() }
/** The winter's oxalic round is planned with a course of late summer, until it is unticked. */
const withWinter = ref(true)
const winterToo = computed(() => (treatment.value?.way === 'given' && props.winter && props.winter.treatment !== props.option.treatment ? props.winter : null))
const note = ref('')
/** Asked for at the press, they come into sight: the pane is long. */
const reasons = ref<HTMLElement | null>(null)
/** The last course of the same active here that fell short: its reasons come before another. */
const failed = computed(() => (props.place && treatment.value?.way === 'given' ? failedOf(props.place.state, treatment.value.rotation.class) : null))
const gone = ref(false)

const treatment = computed(() => treatmentOf(props.option.treatment))
const fits = computed(() => isOpen(props.option))
const deciding = computed(() => decidingFit(props.option))
const tags = computed(() => tagsOf(props.option))
const several = (kind: string) => props.option.course.filter((j) => j.job === kind).length > 1
const window = (j: { earliest: string; latest: string }) => (j.earliest === j.latest ? '' : sayWindow(j.earliest, j.latest))
const percent = (share: number) => Math.round(share * 100)
async function start(): Promise<void> {
  const { place, situation, option } = props
  if (!place) return
  const { yard } = place.yard
  const colonyId = place.state.colony.id
  // Both are made before the first is kept: after it the case is another, and this panel may be gone.
  const first = {
    yardId: yard.id,
    treatment: option.treatment,
    startOn: situation.startOn,
    note: note.value,
    colonies: [{ colonyId, courseId: ids.course, situation }],
  }
  const winter = withWinter.value ? winterToo.value : null
  const second = winter && {
    yardId: yard.id,
    treatment: winter.treatment,
    startOn: winter.best,
    note: `The winter's round, planned with ${treatment.value?.name ?? option.treatment}`,
    colonies: [{ colonyId, courseId: ids.winterCourse, situation: { ...situation, startOn: winter.best } }],
  }
  const done = await save(async () => {
    await holding.put('decisions', ids.decision, first, second ? null : yard.id)
    if (second) await holding.put('decisions', ids.winter, second, yard.id)
  })
  // The first may be kept where the second was refused: what is shown is what is.
  if (!done && second) await holding.refresh(yard.id)
  // By the router and not by an event: once kept, the verdicts change and this panel may be gone.
  if (done) await router.push(`/yards/${yard.id}?colony=${colonyId}`)
}
</script>

<template>
  <section class="panel" aria-label="The course">
    <h2>{{ treatment?.name }}</h2>
    <p class="soft small">{{ holding.say(treatment?.short ?? '') }}</p>
    <template v-if="option.course.length > 0">
      <p v-if="option.fitFrom !== situation.startOn && option.fitFrom" class="care strong">
        Planned from {{ sayDayLong(option.fitFrom) }}, the first day that fits.
      </p>
      <p v-if="option.dose" class="dose">{{ holding.say(option.dose.text) }}.</p>
      <ol class="line">
        <li v-for="j in option.course" :key="j.job + j.n" :class="j.job">
          <strong>{{ sayDay(j.best, situation.asOf) }}</strong>
          {{ holding.say(j.text) }}
          <span v-if="window(j)" class="soft small">{{ sayJob(j, several(j.job), treatment?.way) }} {{ window(j) }}</span>
        </li>
      </ol>
      <p v-if="option.left">
        <strong>Left afterwards</strong>
        about {{ option.left.estimate.toFixed(1) }} in 100 at the count after it (likely {{ option.left.low.toFixed(1) }} to {{ option.left.high.toFixed(1) }})<template v-if="option.efficacy">, if it takes {{ percent(option.efficacy.low) }}-{{ percent(option.efficacy.high) }} % here.
        <span class="soft small">{{ holding.say(option.efficacy.because.join('; ')) }}. {{ holding.say(treatment?.efficacySource ?? '') }}.</span></template>
      </p>
      <p v-if="option.supersOn && treatment?.way === 'given'">
        <strong>Supers</strong>
        none before {{ sayDay(option.supersOn, situation.asOf) }}.
      </p>
    </template>
    <p v-else class="soft">
      {{ option.fit === 'ruled-out' || option.allowed.rules === 'no' ? 'Ruled out, so no course is planned.' : 'No day within eight weeks fits as it stands, so no course is planned.' }}
      <template v-if="deciding">{{ holding.say(deciding.text) }} {{ holding.say(deciding.flip ?? '') }}</template>
    </p>
    <CautionNote v-if="treatment?.caution">
      <strong>{{ holding.say(treatment.caution.hazard) }}</strong>
      {{ holding.say(treatment.caution.protection) }} {{ holding.say(treatment.caution.mishap) }}
    </CautionNote>
    <p v-if="treatment?.differs" class="soft small">Where labels differ: {{ holding.say(treatment.differs) }}</p>
    <FaultLine v-if="fault">{{ fault }}</FaultLine>
    <div v-if="place && holding.mayWrite && fits && failed" ref="reasons" class="failed">
      <p class="alarm strong">{{ failed.treatment.name }} fell short here ({{ sayDay(failed.startedOn, situation.asOf) }}). Before the same active again:</p>
      <WhyShort :course="failed" :colony="place.state" :yard="place.yard" />
      <ACheckbox v-model:checked="gone">I have gone through these</ACheckbox>
    </div>
    <div v-if="place && holding.mayWrite" class="go">
      <p v-if="fits && winterToo" class="winter">
        <ACheckbox v-model:checked="withWinter">
          And the winter's round: {{ treatmentOf(winterToo.treatment)?.name }} about {{ sayDay(winterToo.best, situation.asOf) }}
        </ACheckbox>
        <span class="soft small">While there is likely no brood, {{ sayWindow(winterToo.from, winterToo.to) }} by {{ winterToo.presumed ? 'what is usual in a temperate place (presumed: give the yard its months)' : 'what is usual here' }}; an inspection decides. Common practice.</span>
      </p>
      <p v-if="fits && failed && !gone" class="alarm strong small">
        {{ failed.treatment.name }} fell short here.
        <AButton type="link" class="plainlink" @click="reasons?.scrollIntoView({ block: 'center' })">Go through why first</AButton>
      </p>
      <p v-if="fits && tags.length > 0" class="tags"><FirstTags :option="option" /></p>
      <p v-if="fits && treatment?.caution" class="small alarm strong">{{ holding.say(treatment.caution.hazard) }} Read the caution above first.</p>
      <AButton v-if="fits" type="primary" class="press" :disabled="busy || (failed !== null && !gone)" @click="start">
        {{ busy ? 'Keeping ...' : treatment?.way !== 'waiting' ? `Start on ${sayDay(situation.startOn)}` : `Leave it, count again` }}
      </AButton>
      <AButton v-else-if="option.fitFrom" class="press quiet" @click="emit('day', option.fitFrom)">
        Look at {{ sayDay(option.fitFrom) }}
      </AButton>
      <p class="law">
        The label in your hand and your local law decide{{
          treatment?.way === 'given' ? '; this defers to both, and to the vet or inspector where they have the say' : ''
        }}.
      </p>
    </div>
  </section>
</template>

<style scoped>
.panel { display: grid; gap: 11px; align-content: start; }
.dose { font-size: 14.5px; }
.line { display: grid; gap: 0; position: relative; }
.line li { position: relative; padding: 0 0 11px 24px; font-size: 14.5px; line-height: 1.35; }
.line li::before { content: ''; position: absolute; left: 3px; top: 5px; width: 9px; height: 9px; border-radius: 50%; border: 2px solid var(--thistle); background: var(--sheet); z-index: 1; }
.line li.dose::before, .line li.remove::before { background: var(--thistle); }
.line li.recount::before { background: var(--lichen); border-color: var(--lichen); }
.line li::after { content: ''; position: absolute; left: 8.5px; top: 8px; bottom: -8px; width: 2px; background: var(--thistle-mid); opacity: 0.6; }
.line li:last-child::after { display: none; }
.line .small { display: block; }
.go { display: grid; gap: 8px; position: sticky; bottom: 0; background: var(--paper); padding: 10px 0 8px; z-index: 2; border-top: 1px solid var(--hairline); }
.go .press { width: 100%; }
@media print { .go { position: static; border: 0; background: none; } }
@media screen and (max-width: 720px) {
  .panel > h2, .panel > h2 + p { display: none; }
  .go { background: none; }
  .go { position: static; }
}
</style>
