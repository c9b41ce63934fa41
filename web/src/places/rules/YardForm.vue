<script setup lang="ts">
/** One yard as the gates read it: its dates, its name and place, and what is usual there. */
import FaultLine from '../../parts/FaultLine.vue'
import FoldAway from '../../parts/FoldAway.vue'
import KeptNote from '../../parts/KeptNote.vue'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { computed, ref, toRaw, toRefs } from 'vue'
import type { YardRecord } from '@thistle/core/holding'
import { phaseOf } from '@thistle/core/situation'
import DayField from '../../fields/DayField.vue'
import PickField from '../../fields/PickField.vue'
import TwoVersions from '../../parts/TwoVersions.vue'
import YardFields from '../../parts/YardFields.vue'
import { useSave } from '../../parts/useSave.ts'
import { PHASE_WORDS } from '@thistle/core/situation'
import { wordOf } from '../../parts/words.ts'
import { bodyOf, draftOf } from '../../parts/yard-draft.ts'
import { useHolding } from '../../stores/holding.ts'
import { useKeptForm } from '../../stores/kept-forms.ts'

const props = defineProps<{ yard: YardRecord }>()
const holding = useHolding()
const { busy, fault, conflict, at, save, clear } = useSave()
const datesOf = ({ lastOpening, supersOffOn, supersNextOn, phase }: YardRecord) => ({ lastOpening, supersOffOn, supersNextOn, phase })
/** What the climate and the day say, where the keeper says nothing. */
const told = computed(() => wordOf(PHASE_WORDS, phaseOf({ phase: null, asOf: props.yard.today, hemisphere: props.yard.hemisphere, normals: props.yard.normals })))
/** `seen` is the version the form was filled from: a change by somebody else in between must be seen. */
const { form, typedOn, anew } = useKeptForm(`yard ${props.yard.id}`, () => ({ dates: datesOf(props.yard), place: draftOf(props.yard), seen: props.yard.version }))
const { dates, place, seen } = toRefs(form)
const state = () => JSON.stringify([dates.value, place.value])
const stands = () => JSON.stringify([datesOf(props.yard), draftOf(props.yard)])
const before = ref(stands())
const changed = computed(() => state() !== before.value)
const kept = ref(false)
const body = (version: number) => ({ ...bodyOf(toRaw(place.value)), ...toRaw(dates.value), place: props.yard.place, version })

async function put(sent: object): Promise<void> {
  kept.value = await save(async () => {
    const row = await holding.put<{ version: number }>('yards', props.yard.id, sent, props.yard.id)
    seen.value = row.version
  })
  if (!kept.value) return
  anew()
  before.value = state()
}
function startAnew(): void {
  anew()
  before.value = state()
}
const insist = () => (conflict.value ? put({ ...conflict.value.mine, version: conflict.value.theirs.version }) : undefined)
async function leave(): Promise<void> {
  clear()
  await holding.refresh(props.yard.id)
  startAnew()
}
const FIELDS = ['supersOffOn', 'supersNextOn', 'lastOpening', 'name', 'latitude', 'longitude', 'timeZone', 'normals']
const byField = () => FIELDS.some((f) => at(f))
const id = (name: string) => `${name}-${props.yard.id}`
</script>

<template>
  <AForm novalidate layout="vertical" class="yardform" @submit="put(body(seen))">
    <h3>{{ yard.name }}</h3>
    <KeptNote :typed-on="typedOn" @anew="startAnew" />
    <div class="fields">
      <DayField :id="id('o')" v-model="dates.supersOffOn" label="Supers come off" :fault="at('supersOffOn')" />
      <DayField :id="id('n')" v-model="dates.supersNextOn" label="Next supers go on" :fault="at('supersNextOn')" />
      <DayField :id="id('l')" v-model="dates.lastOpening" label="Last opening before winter" :fault="at('lastOpening')" />
      <PickField :id="id('p')" v-model="dates.phase" label="Time of the year" :options="PHASE_WORDS" unknown="by the climate" :hint="dates.phase ? undefined : `now: ${told}`" />
      <AButton class="press quiet" html-type="submit" :disabled="busy || !changed">{{ kept && !changed ? 'Kept' : 'Keep' }}</AButton>
    </div>
    <FoldAway title="Its name, where it stands, what is usual there">
      <YardFields v-model="place" :prefix="`yd-${yard.id}`" :at="at" />
      <p class="after"><AButton class="press quiet" html-type="submit" :disabled="busy || !changed">{{ kept && !changed ? 'Kept' : 'Keep' }}</AButton></p>
    </FoldAway>
    <TwoVersions v-if="conflict" :mine="conflict.mine" :theirs="conflict.theirs" :busy="busy" @mine="insist" @theirs="leave" />
    <FaultLine v-else-if="fault && !byField()">{{ fault }}</FaultLine>
  </AForm>
</template>

<style scoped>
.yardform { display: grid; grid-template-columns: minmax(0, 1fr); gap: 10px; padding: 14px 0; border-top: 1px solid var(--hairline); }
.fields { display: grid; grid-template-columns: repeat(auto-fit, minmax(150px, 1fr)); gap: 12px; align-items: start; }
/* Beside the fields, not beside their names. */
.fields > .press { margin-top: 24px; }
.after { margin-top: 12px; }
/* A day with its year needs the width of the phone. */
@media screen and (max-width: 720px) {
  .fields { grid-template-columns: minmax(0, 1fr); }
  .fields > .press { margin-top: 0; }
}
</style>
