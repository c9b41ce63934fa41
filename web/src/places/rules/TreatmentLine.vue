<script setup lang="ts">
/** One treatment of the keeper's own list: authorised or not in sight, the rest folded under it. */
import AreaField from '../../fields/AreaField.vue'
import PickField from '../../fields/PickField.vue'
import PickOne from '../../fields/PickOne.vue'
import AButton from 'ant-design-vue/es/button'
import { computed, ref } from 'vue'
import type { Rule } from '@thistle/core/situation'
import { dosesOf, hasRhythm, patternOf, pricedRhythm, sayAmount, sayCoverage, type Treatment } from '@thistle/core/treatments'
import DayField from '../../fields/DayField.vue'
import NumberField from '../../fields/NumberField.vue'
import { sayDay } from '../../look/dates.ts'
import { AUTHORISED_WORDS } from '@thistle/core/situation'
import { useHolding } from '../../stores/holding.ts'

const props = defineProps<{ treatment: Treatment; at: (path: string) => string | null }>()
type Draft<T> = { -readonly [K in keyof T]: T[K] }
const rule = defineModel<Draft<Rule>>('rule', { required: true })
const holding = useHolding()
const open = ref(false)
const key = computed(() => props.treatment.key)
/** A sheet of one's own is confirmed by being made: it may be refused, and is never unknown. */
const words = computed(() => AUTHORISED_WORDS.filter(([word]) => !props.treatment.own || word !== 'unknown'))
const unit = computed(() => (props.treatment.dose.by === 'none' ? null : props.treatment.dose.unit))
/** What the shelf has of it. */
const units = computed(() => holding.settings?.stock[key.value]?.units ?? null)
const hasStay = computed(() => props.treatment.patterns.some((p) => p.days.least !== p.days.most && p.steps.some((s) => s.job === 'remove')))
/** Its series, where the rounds and the days between them are the keeper's to set. */
const series = computed(() => props.treatment.patterns.find(hasRhythm) ?? null)
const facts = computed(() => ({ colony: { brood: 'capped' as const }, rules: { [key.value]: rule.value } }))
/** What the rhythm that is typed does, beside the published one. */
const price = computed(() => {
  if (!series.value || (rule.value.rounds == null && rule.value.daysBetween == null)) return null
  const own = patternOf(props.treatment, facts.value)
  const priced = pricedRhythm(props.treatment, facts.value)
  const lasts = `${own.name}: ${own.days.least === own.days.most ? own.days.least : `${own.days.least} to ${own.days.most}`} days with brood.`
  return priced
    ? `${lasts} The rounds meet ${sayCoverage(priced.own)}; the published ${series.value.name} meet ${sayCoverage(priced.published)} (a model of the first generation).`
    : lasts
})
const faulty = computed(() =>
  ['gramsPerBox', 'mostDays', 'mostCourses', 'rounds', 'daysBetween', 'waitDays', 'note', 'confirmedOn'].some((f) => props.at(`rules.${key.value}.${f}`)),
)
/** What the line says beside authorised, in a few words. */
const gist = computed(() => {
  const r = rule.value
  return [
    r.starter && !r.confirmedOn ? `from a starter list (${r.starter}), not confirmed` : null,
    r.confirmedOn ? `confirmed ${sayDay(r.confirmedOn, holding.today)}` : null,
    r.withSupers === null ? null : r.withSupers ? 'supers may stay on' : 'supers off',
    r.prescription ? 'prescription' : null,
    r.gramsPerBox == null ? null : `${holding.say(sayAmount(r.gramsPerBox, 'g'))} a box`,
    r.mostCourses == null ? null : `at most ${r.mostCourses} a year`,
    r.rounds == null && r.daysBetween == null ? null : 'own rhythm',
    units.value == null || !unit.value ? null : `shelf: ${holding.say(sayAmount(units.value, unit.value))}`,
  ]
    .filter(Boolean)
    .join(', ')
})
const tri = (b: boolean | null | undefined) => (b == null ? null : b ? 'yes' : 'no')
const untri = (word: 'yes' | 'no' | null) => (word === null ? null : word === 'yes')
function say(value: NonNullable<Rule['authorised']> | null): void {
  if (value === null) return
  // Saying it oneself confirms it, today: a starter list's word is over.
  rule.value = { ...rule.value, authorised: value, confirmedOn: value === 'unknown' ? null : holding.today, starter: null }
}
</script>

<template>
  <div class="treatment">
    <div class="top">
      <div class="what">
        <RouterLink class="name" :to="`/rules/${treatment.key}`">{{ treatment.name }}</RouterLink>
        <p class="soft small">{{ gist || holding.say(treatment.short) }}</p>
      </div>
      <PickOne :id="`a-${treatment.key}`" class="auth" :named="`${treatment.name}: authorised`" :unknown="false" :options="words" :model-value="rule.authorised ?? 'unknown'" @update:model-value="say" />
      <AButton type="link" class="plainlink more" :aria-expanded="open || faulty" @click="open = !open">
        {{ open || faulty ? 'Less' : 'More' }}<span class="unseen"> of {{ treatment.name }}</span>
      </AButton>
    </div>
    <div v-if="open || faulty" class="fields">
      <PickField v-if="treatment.supers.while !== 'never'" :id="`s-${treatment.key}`" :model-value="tri(rule.withSupers)" label="With supers on" :options="[['no', 'no'], ['yes', 'yes']]" @update:model-value="rule.withSupers = untri($event)" />
      <NumberField
        v-if="treatment.dose.by === 'box' && unit === 'g'"
        :id="`g-${treatment.key}`"
        v-model="rule.gramsPerBox"
        label="A brood box"
        unit="g"
        :min="0"
        :step="0.1"
        :fault="at(`rules.${treatment.key}.gramsPerBox`)"
      />
      <NumberField
        v-if="hasStay"
        :id="`d-${treatment.key}`"
        v-model="rule.mostDays"
        label="Longest course"
        unit="days"
        :min="1"
        :fault="at(`rules.${treatment.key}.mostDays`)"
      />
      <template v-if="series">
        <NumberField
          :id="`r-${treatment.key}`"
          :model-value="rule.rounds ?? null"
          label="Rounds with brood"
          :hint="`${dosesOf(series)} are usual`"
          :min="1"
          :fault="at(`rules.${treatment.key}.rounds`)"
          @update:model-value="rule.rounds = $event"
        />
        <NumberField
          :id="`b-${treatment.key}`"
          :model-value="rule.daysBetween ?? null"
          label="Days between rounds"
          :hint="`usual: ${series.steps.findLast((s) => s.job === 'dose')?.best}`"
          :min="1"
          :fault="at(`rules.${treatment.key}.daysBetween`)"
          @update:model-value="rule.daysBetween = $event"
        />
        <p v-if="price" class="small note" role="status">{{ price }} Within what your label says: it decides.</p>
      </template>
      <NumberField
        :id="`w-${treatment.key}`"
        :model-value="rule.waitDays ?? null"
        label="Wait before supers"
        unit="days"
        :min="0"
        :fault="at(`rules.${treatment.key}.waitDays`)"
        @update:model-value="rule.waitDays = $event"
      />
      <NumberField
        :id="`c-${treatment.key}`"
        v-model="rule.mostCourses"
        label="Most courses a year"
        :min="0"
        :fault="at(`rules.${treatment.key}.mostCourses`)"
      />
      <PickField :id="`p-${treatment.key}`" :model-value="tri(rule.prescription)" label="Prescription" :options="[['no', 'not needed'], ['yes', 'needed']]" @update:model-value="rule.prescription = untri($event)" />
      <DayField
        :id="`f-${treatment.key}`"
        :model-value="rule.confirmedOn ?? null"
        label="Confirmed on"
        :max="holding.today"
        :fault="at(`rules.${treatment.key}.confirmedOn`)"
        @update:model-value="rule.confirmedOn = $event"
      />
      <AreaField :id="`n-${treatment.key}`" class="note" :model-value="rule.note ?? ''" label="Note" :most="500" @update:model-value="rule.note = $event || null" />
      <p class="soft small note">Where labels differ: {{ holding.say(treatment.differs) }}</p>
    </div>
  </div>
</template>

<style scoped>
.treatment { padding: 8px 0; border-top: 1px solid var(--hairline); }
.top { display: grid; grid-template-columns: minmax(0, 1fr) 190px 52px; gap: 14px; align-items: center; }
.name { font-weight: 650; color: var(--ink); }
.fields { display: grid; grid-template-columns: repeat(auto-fit, minmax(150px, 1fr)); gap: 12px; align-items: start; padding: 12px 0 14px 14px; border-left: 3px solid var(--thistle-mid); margin: 8px 0 4px; }
.note { grid-column: 1 / -1; }
@media screen and (max-width: 720px) {
  .top { grid-template-columns: minmax(0, 1fr) 60px; }
  .what { grid-column: 1 / -1; }
  .name { min-height: 40px; display: flex; align-items: center; }
  .more { min-height: 48px; }
}
</style>
