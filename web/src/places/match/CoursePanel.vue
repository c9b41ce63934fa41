<script setup lang="ts">
/** The course of the option in hand, as a dated line, with what is left, the caution and the one button. */
import CautionNote from '../../parts/CautionNote.vue'
import FaultLine from '../../parts/FaultLine.vue'
import AButton from 'ant-design-vue/es/button'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { sayJob, type AnsweredOption } from '@thistle/core/course'
import { decidingOf } from '@thistle/core/match'
import type { Situation } from '@thistle/core/situation'
import { sayDay, sayDayLong, sayWindow } from '../../look/dates.ts'
import { broodState, treatmentOf } from '@thistle/core/treatments'
import type { ColonyState, YardState } from '@thistle/core/holding'
import { useSave } from '../../parts/useSave.ts'
import { newId, useHolding } from '../../stores/holding.ts'

const props = defineProps<{ option: AnsweredOption; situation: Situation; place: { yard: YardState; state: ColonyState } | null }>()
const emit = defineEmits<{ day: [day: string] }>()
const router = useRouter()
const holding = useHolding()
const { busy, fault, save } = useSave()
const ids = { decision: newId(), course: newId() }
const note = ref('')

const treatment = computed(() => treatmentOf(props.option.treatment))
const fits = computed(() => props.option.verdict === 'fits' || props.option.verdict === 'care')
const deciding = computed(() => decidingOf(props.option))
const several = (kind: string) => props.option.course.filter((j) => j.job === kind).length > 1
const window = (j: { earliest: string; latest: string }) => (j.earliest === j.latest ? '' : sayWindow(j.earliest, j.latest))
const efficacy = computed(() => {
  return treatment.value?.efficacy?.[broodState(props.situation.colony.brood)] ?? null
})
async function start(): Promise<void> {
  const { place } = props
  if (!place) return
  const done = await save(async () => {
    await holding.put(
      'decisions',
      ids.decision,
      {
        yardId: place.yard.yard.id,
        treatment: props.option.treatment,
        startOn: props.situation.startOn,
        note: note.value,
        colonies: [{ colonyId: place.state.colony.id, courseId: ids.course, situation: props.situation }],
      },
      place.yard.yard.id,
    )
  })
  // By the router and not by an event: once kept, the verdicts change and this panel may be gone.
  if (done) await router.push(`/yards/${place.yard.yard.id}?colony=${place.state.colony.id}`)
}
</script>

<template>
  <section class="panel" aria-label="The course">
    <h2>{{ treatment?.name }}</h2>
    <p class="soft small">{{ treatment?.short }}</p>
    <template v-if="option.course.length > 0">
      <p v-if="option.earliest !== situation.startOn && option.earliest" class="care strong">
        Planned from {{ sayDayLong(option.earliest) }}, the first day that fits.
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
        about {{ option.left.low.toFixed(1) }} to {{ option.left.high.toFixed(1) }} in 100, if it takes
        {{ Math.round((efficacy?.low ?? 0) * 100) }}-{{ Math.round((efficacy?.high ?? 0) * 100) }} %.
        <span class="soft small">{{ treatment?.efficacySource }}.</span>
      </p>
      <p v-if="option.supersOn && treatment?.way === 'given'">
        <strong>Supers</strong>
        may go on from {{ sayDay(option.supersOn, situation.asOf) }}.
      </p>
    </template>
    <p v-else class="soft">
      {{ option.verdict === 'ruled-out' ? 'Ruled out, so no course is planned.' : 'No day within eight weeks fits as it stands, so no course is planned.' }}
      <template v-if="deciding">{{ holding.say(deciding.text) }} {{ holding.say(deciding.flip ?? '') }}</template>
    </p>
    <CautionNote v-if="treatment?.caution">
      <strong>{{ treatment.caution.hazard }}</strong>
      {{ treatment.caution.protection }} {{ treatment.caution.mishap }}
    </CautionNote>
    <p v-if="treatment?.differs" class="soft small">Where labels differ: {{ treatment.differs }}</p>
    <FaultLine v-if="fault">{{ fault }}</FaultLine>
    <div v-if="place && holding.mayWrite" class="go">
      <p v-if="fits && treatment?.caution" class="small alarm strong">{{ treatment.caution.hazard }} Read the caution above first.</p>
      <AButton v-if="fits" type="primary" class="press" :disabled="busy" @click="start">
        {{ busy ? 'Keeping ...' : treatment?.way !== 'waiting' ? `Start on ${sayDay(situation.startOn)}` : `Leave it, count again` }}
      </AButton>
      <AButton v-else-if="option.earliest" class="press quiet" @click="emit('day', option.earliest)">
        Look at {{ sayDay(option.earliest) }}
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
