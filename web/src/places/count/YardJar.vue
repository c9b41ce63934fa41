<script setup lang="ts">
/** One jar for the whole yard: bees of several colonies together. It tells the mean, and hides the bad one. */
import FaultLine from '../../parts/FaultLine.vue'
import ACheckbox, { CheckboxGroup as ACheckboxGroup } from 'ant-design-vue/es/checkbox'
import PickField from '../../fields/PickField.vue'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { computed, ref } from 'vue'
import { countFaults } from '@thistle/core/count'
import { yardJars, type YardState } from '@thistle/core/holding'
import { plain } from '@thistle/core/units'
import DotWhisker from '../../graphics/DotWhisker.vue'
import { sayDay } from '../../look/dates.ts'
import DayField from '../../fields/DayField.vue'
import NumberField from '../../fields/NumberField.vue'
import { plural } from '../../parts/count-words.ts'
import KeptNote from '../../parts/KeptNote.vue'
import { useSave } from '../../parts/useSave.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import { useKeptForm } from '../../stores/kept-forms.ts'

const props = defineProps<{ yard: YardState }>()
const holding = useHolding()
const { busy, fault, at, save } = useSave()
const touched = ref(false)
const fresh = () => ({ id: newId(), mites: null as number | null, bees: 300 as number | null, onDay: holding.today as string | null, method: 'wash' as 'wash' | 'sugar', colonies: [] as string[] })
const { form: draft, typedOn, anew } = useKeptForm(`jar ${props.yard.yard.id}`, fresh)
const open = ref(typedOn.value !== null)
const recovery = computed(() => (draft.method === 'sugar' ? (holding.settings?.sugarRecovery ?? 0.9) : null))
const refusals = computed(() =>
  countFaults({ method: draft.method, onDay: draft.onDay, recovery: recovery.value, samples: [{ mites: draft.mites, bees: draft.bees, days: null }] }, holding.today, null).filter(
    (f) => f.severity === 'refuse',
  ),
)
const faultAt = (field: string): string | null => {
  const own = touched.value ? refusals.value.find((f) => f.path.endsWith(field)) : undefined
  return own ? holding.say(own.text) : at(field)
}
const jars = computed(() => yardJars(props.yard))
async function keep(): Promise<void> {
  touched.value = true
  if (refusals.value.length > 0) return
  const { id, ...body } = draft
  const done = await save(() => holding.put('jars', id, { ...body, yardId: props.yard.yard.id, recovery: recovery.value, note: null, version: null }, props.yard.yard.id).then(() => undefined))
  if (!done) return
  anew()
  touched.value = false
  open.value = false
}
async function takeBack(id: string, version: number): Promise<void> {
  await save(() => holding.takeAway('jars', id, version, props.yard.yard.id))
}
</script>

<template>
  <div class="jar">
    <ul v-if="jars.length > 0" class="list">
      <li v-for="j in jars" :key="j.jar.id">
        <span class="when">{{ sayDay(j.jar.onDay, holding.today) }}</span>
        <DotWhisker class="within" :estimate="j.estimate" :low="j.low" :high="j.high" :threshold="j.limit" :over="j.over" :label="`${j.estimate.toFixed(1)} in 100`" />
        <span>{{ j.estimate.toFixed(1) }} in 100, likely {{ j.low.toFixed(1) }} to {{ j.high.toFixed(1) }}; <span :class="{ alarm: j.over }">{{ j.over ? 'at or over' : 'below' }} the limit of {{ plain(j.limit, 2) }} that day</span></span>
        <span class="soft small">{{ j.jar.mites }} of {{ j.jar.bees }}, {{ j.jar.colonies.length > 0 ? plural(j.jar.colonies.length, 'colony', 'colonies') : 'colonies not noted' }}</span>
        <AButton v-if="holding.mayWrite" type="link" class="plainlink small" :disabled="busy" @click="takeBack(j.jar.id, j.jar.version)">take back</AButton>
      </li>
    </ul>
    <p class="care">A jar of several colonies gives the yard's mean and hides the bad one: {{ plain(yard.limit, 2) }} in 100 in it may be one colony at ten times the others.</p>
    <AButton v-if="!open && holding.mayWrite" class="press quiet" @click="open = true">Enter a yard jar</AButton>
    <AForm v-else-if="holding.mayWrite" novalidate layout="vertical" class="form" @submit="keep">
      <KeptNote v-model:day="draft.onDay" :typed-on="typedOn" @anew="anew" />
      <div class="fields">
        <NumberField id="j-mites" v-model="draft.mites" label="Mites" :min="0" :fault="faultAt('mites')" />
        <NumberField id="j-bees" v-model="draft.bees" label="Bees in the jar" :min="0" :fault="faultAt('bees')" />
        <PickField id="j-method" :model-value="draft.method" label="Method" :unknown="false" :options="[['wash', 'Wash'], ['sugar', 'Sugar roll']]" @update:model-value="draft.method = $event ?? 'wash'" />
        <DayField id="j-day" v-model="draft.onDay" label="Counted on" :max="holding.today" :fault="faultAt('onDay')" />
      </div>
      <fieldset>
        <legend>From which colonies (if noted)</legend>
        <ACheckboxGroup v-model:value="draft.colonies" class="from">
          <ACheckbox v-for="s in yard.row" :key="s.colony.id" :value="s.colony.id">{{ s.colony.placement.position }} {{ s.colony.name }}</ACheckbox>
        </ACheckboxGroup>
      </fieldset>
      <FaultLine v-if="fault && !at('mites') && !at('bees')">{{ fault }}</FaultLine>
      <p class="acts">
        <AButton type="primary" class="press settle" html-type="submit" :disabled="busy">{{ busy ? 'Keeping ...' : 'Keep the jar' }}</AButton>
        <AButton class="press quiet" @click="open = false">Leave it</AButton>
      </p>
    </AForm>
  </div>
</template>

<style scoped>
.jar, .form { display: grid; gap: 12px; justify-items: start; }
.list { display: grid; gap: 10px; width: 100%; }
.list li { display: flex; flex-wrap: wrap; gap: 4px 14px; align-items: center; }
.list .when { width: 108px; }
/* The limit is of its own day in each line: it does not run on through the next. */
.list :deep(.dw.within) { overflow-y: clip; }
.fields { display: grid; grid-template-columns: repeat(auto-fit, minmax(130px, 1fr)); gap: 12px; width: 100%; }
fieldset { border: 0; padding: 0; margin: 0; }
.from { display: flex; flex-wrap: wrap; gap: 2px 18px; }
legend { font-size: 14px; font-weight: 600; padding: 0; }
.acts { display: flex; gap: 10px; flex-wrap: wrap; }
</style>
