<script setup lang="ts">
/** What is judged: the count, and what is known of the colony. */
import FoldAway from '../../parts/FoldAway.vue'
import PickOne from '../../fields/PickOne.vue'
import AButton from 'ant-design-vue/es/button'
import { sayFigure } from '../../parts/words.ts'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import type { Answer } from '@thistle/core/course'
import type { Judgement } from '@thistle/core/judge'
import type { Contradiction, Situation } from '@thistle/core/situation'
import { sayDay } from '../../look/dates.ts'
import { treatmentOf } from '@thistle/core/treatments'
import { useHolding } from '../../stores/holding.ts'
import { useNarrow } from '../../look/narrow.ts'
import CountDot from '../../parts/CountDot.vue'
import type { ColonyInView } from '../../parts/useColonyInView.ts'
import CaseFile from './CaseFile.vue'
import FactLine from './FactLine.vue'
import { FACTS, isSeldom, newestCount, type Fact, type FactValue, type WhatIf } from './what-if.ts'

const props = defineProps<{
  place: ColonyInView
  situation: Situation
  /** What is known, before any what-if. */
  base: Situation
  whatIf: WhatIf
  judgement: Judgement
  /** What in the case cannot be so. */
  contradictions: readonly Contradiction[]
  /** What is taken to be so and not known. */
  presumed: Answer['presumed']
  fileName: string | null
}>()
const emit = defineEmits<{ loaded: [file: { name: string; situation: Situation }]; 'put-away': []; fact: [key: string, value: FactValue] }>()
const router = useRouter()
const holding = useHolding()
const narrow = useNarrow()
/** When they come off is asked while there are any. */
const often = computed(() => FACTS.filter((f) => !isSeldom(f) && (f.key !== 'offOn' || props.situation.supers.now !== 'none')))
const seldom = FACTS.filter(isSeldom)
/** The row to choose another colony from, with what each was counted at. */
/** A jar that is not what is judged, since it is too old or something else was counted since, has its day beside it. */
function asideOf(f: Fact): string | null {
  const jar = f.key === 'mites' ? newestCount(props.situation) : null
  if (!jar || (props.judgement.level !== 'unknown' && props.judgement.countedOn === jar.date)) return null
  return sayDay(jar.date, props.situation.asOf)
}
const others = computed(() => props.place.yard.row.map((s) => [s.colony.id, `${s.colony.placement.position} ${s.colony.name}${s.judgement.estimate === null ? '' : `, ${sayFigure(s.judgement)}`}`] as const))
const valueOf = (f: Fact): FactValue => (f.key in props.whatIf ? (props.whatIf[f.key] ?? null) : f.read(props.base))
const presumedOf = (f: Fact) => props.presumed.find((p) => p.fact === f.key) ?? null
const isChanged = (f: Fact) => f.key in props.whatIf && props.whatIf[f.key] !== f.read(props.base)
/** Open where one of them is imagined otherwise, or where it was opened. */
const opened = ref(false)
const moreOpen = computed({ get: () => opened.value || seldom.some(isChanged), set: (is: boolean) => (opened.value = is) })
const lastTime = computed(() => {
  const past = props.situation.history.at(-1)
  return past ? `${treatmentOf(past.treatment)?.name ?? past.treatment}, ${sayDay(past.start, props.situation.asOf)}` : 'nothing known'
})
</script>

<template>
      <aside class="facts" aria-label="What is known">
        <template v-if="fileName">
          <h1>A case from a file</h1>
          <p class="care strong">
            {{ fileName }}: kept nowhere.
            <AButton type="link" class="plainlink" @click="emit('put-away')">Put it away</AButton>
          </p>
        </template>
        <template v-else>
          <h1>{{ place.state.colony.name }}</h1>
          <p class="soft">
            {{ place.state.colony.placement.position }} in the row,
            <RouterLink :to="`/yards/${place.yard.yard.id}`">{{ place.yard.yard.name }}</RouterLink>
          </p>
          <PickOne id="m-other" class="other no-print" named="Another colony" :unknown="false" :options="others" :model-value="place.state.colony.id" @update:model-value="$event && router.push(`/match/${$event}`)" />
        </template>
        <CountDot large :judgement="judgement" />
        <p class="serif says">{{ holding.say(judgement.text) }}</p>
        <p v-for="n in judgement.notes" :key="n" class="care small">{{ holding.say(n) }}</p>
        <ul v-if="contradictions.length > 0" class="cannot" aria-label="What cannot be so">
          <li v-for="c in contradictions" :key="c.path + c.text">{{ holding.say(c.text) }}</li>
        </ul>
        <component :is="narrow ? FoldAway : 'div'" class="known" title="What is known, and more">
          <p class="soft small no-print">Touch a fact to ask: what if?</p>
          <dl>
            <FactLine
              v-for="f in often"
              :key="`${f.key} ${fileName ?? place.state.colony.id}`"
              :fact="f"
              :known="f.read(base)"
              :changed="isChanged(f)"
              :presumed="presumedOf(f)"
              :aside="asideOf(f)"
              :model-value="valueOf(f)"
              @update:model-value="emit('fact', f.key, $event)"
            />
            <dt>Last time</dt>
            <dd class="last">{{ lastTime }}</dd>
          </dl>
          <FoldAway v-model:open="moreOpen" title="More facts: floor, feed, kit, rules">
            <dl>
              <FactLine
                v-for="f in seldom"
                :key="`${f.key} ${fileName ?? place.state.colony.id}`"
                :fact="f"
                :known="f.read(base)"
                :changed="isChanged(f)"
              :presumed="presumedOf(f)"
                :model-value="valueOf(f)"
                @update:model-value="emit('fact', f.key, $event)"
              />
            </dl>
          </FoldAway>
        <p v-if="!fileName" class="small no-print">
          <RouterLink :to="`/yards/${place.yard.yard.id}?colony=${place.state.colony.id}`">Note what you saw</RouterLink>
          ·
          <RouterLink :to="`/count/${place.state.colony.id}`">Count</RouterLink>
          ·
          <RouterLink to="/rules">Rules</RouterLink>
        </p>
        <CaseFile class="no-print" :situation="situation" :name="place.state.colony.name" @loaded="emit('loaded', $event)" />
        </component>
      </aside>
</template>

<style scoped>
.facts { padding: 18px 18px 40px 20px; display: grid; gap: 9px; align-content: start; }
.facts h1 { font-size: 24px; }
.says { font-size: 17.5px; line-height: 1.28; font-weight: 560; }.cannot { background: var(--brick-wash); color: var(--brick-ink); border-radius: 10px; padding: 8px 12px; font-size: 14px; display: grid; gap: 5px; }
dl { display: grid; grid-template-columns: 104px minmax(0, 1fr); gap: 3px 8px; margin: 4px 0; font-size: 14.5px; }
dt { color: var(--soft); }
dd { margin: 0; }
.last { padding-left: 4px; }
.known { display: grid; gap: 9px; }
@media screen and (max-width: 1120px) and (min-width: 721px) { .facts { grid-column: 1 / -1; } }
@media screen and (max-width: 1550px) and (min-width: 1181px) { .beside .facts { grid-row: 1 / span 2; } }
@media print {
  .facts { padding: 0; }
  dl { grid-template-columns: repeat(3, max-content minmax(0, 1fr)); }
}
@media screen and (max-width: 720px) {
  .facts { padding: 14px 16px 4px; }
  /* The band over it names the yard, the list under it the place in the row. */
  .facts > h1 + p { display: none; }
  .known { display: block; }
  .known .small a { padding: 12px 0; display: inline-block; }
}
</style>
