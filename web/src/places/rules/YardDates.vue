<script setup lang="ts">
/** The dates that the gates read for each yard: supers off and on, and the last opening before winter. */
import { reactive, ref, toRaw } from 'vue'
import type { YardRecord } from '@thistle/core/holding'
import DayField from '../../parts/DayField.vue'
import { useSave } from '../../parts/useSave.ts'
import { useHolding } from '../../stores/holding.ts'

const holding = useHolding()
const dates = reactive(
  Object.fromEntries(holding.yards.map((y) => [y.id, { lastOpening: y.lastOpening, supersOffOn: y.supersOffOn, supersNextOn: y.supersNextOn }])),
)
const yardSave = useSave()
const yardSaved = ref<string | null>(null)
const failing = ref<string | null>(null)
const yardChanged = (y: YardRecord) => {
  const d = dates[y.id]
  return d !== undefined && (d.lastOpening !== y.lastOpening || d.supersOffOn !== y.supersOffOn || d.supersNextOn !== y.supersNextOn)
}
async function keepYard(y: YardRecord): Promise<void> {
  const { id, name, place, latitude, longitude, hemisphere, timeZone, normals, phase, version } = y
  failing.value = id
  const done = await yardSave.save(() =>
    holding
      .put('yards', id, { name, place, latitude, longitude, hemisphere, timeZone, normals, phase, version, ...toRaw(dates[id]) }, id)
      .then(() => undefined),
  )
  yardSaved.value = done ? id : null
}

</script>

<template>
  <section class="sheet block" aria-labelledby="r-dates">
    <h2 id="r-dates">The yards' dates</h2>
    <p class="soft small">Left empty means: none expected.</p>
    <form v-for="y in holding.yards" :key="y.id" class="treatment" novalidate @submit.prevent="keepYard(y)">
      <h3>{{ y.name }}</h3>
      <div class="fields">
        <DayField
          :id="`o-${y.id}`"
          v-model="dates[y.id]!.supersOffOn"
          label="Supers come off"
          :fault="failing === y.id ? yardSave.at('supersOffOn') : null"
        />
        <DayField
          :id="`n-${y.id}`"
          v-model="dates[y.id]!.supersNextOn"
          label="Next supers go on"
          :fault="failing === y.id ? yardSave.at('supersNextOn') : null"
        />
        <DayField
          :id="`l-${y.id}`"
          v-model="dates[y.id]!.lastOpening"
          label="Last opening before winter"
          :fault="failing === y.id ? yardSave.at('lastOpening') : null"
        />
        <button class="press quiet" type="submit" :disabled="yardSave.busy.value || !yardChanged(y)">
          {{ yardSaved === y.id && !yardChanged(y) ? 'Kept' : 'Keep' }}
        </button>
      </div>
      <p v-if="failing === y.id && yardSave.fault.value" class="alarm strong" role="alert">{{ yardSave.fault.value }}</p>
    </form>
  </section>
</template>

<style scoped>
.block { padding: 20px; display: grid; grid-template-columns: minmax(0, 1fr); gap: 12px; }
.treatment { display: grid; gap: 10px; padding: 14px 0; border-top: 1px solid var(--hairline); }
.fields { display: grid; grid-template-columns: repeat(auto-fit, minmax(150px, 1fr)); gap: 12px; align-items: end; }
@media (max-width: 720px) { .block { padding: 16px 14px; } .fields { grid-template-columns: 1fr 1fr; } }
</style>
