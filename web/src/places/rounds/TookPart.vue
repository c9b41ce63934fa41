<script setup lang="ts">
/** How long a visit took, once it is done: the minutes of the next ones learn from it. */
import AButton from 'ant-design-vue/es/button'
import AForm from 'ant-design-vue/es/form/Form'
import { computed, ref } from 'vue'
import type { YardState } from '@thistle/core/holding'
import type { Day } from '@thistle/core/time'
import NumberField from '../../fields/NumberField.vue'
import FaultLine from '../../parts/FaultLine.vue'
import { useSave } from '../../parts/useSave.ts'
import { sayMinutes } from '../../parts/words.ts'
import { newId, useHolding } from '../../stores/holding.ts'

const props = defineProps<{ yard: YardState; day: Day; /** Minutes that were reckoned. */ reckoned: number }>()
const holding = useHolding()
const { busy, fault, at, save } = useSave()
const visit = computed(() => props.yard.yard.visits?.find((v) => v.day === props.day) ?? null)
const minutes = ref<number | null>(visit.value?.minutes ?? null)
const id = visit.value?.id ?? newId()
const keep = () =>
  save(() =>
    holding
      .put('visits', id, { yardId: props.yard.yard.id, day: props.day, note: visit.value?.note ?? null, minutes: minutes.value, version: visit.value?.version ?? null }, props.yard.yard.id)
      .then(() => undefined),
  )
const kept = computed(() => visit.value?.minutes ?? null)
</script>

<template>
  <AForm novalidate layout="vertical" class="took no-print" @submit="keep">
    <NumberField id="rs-took" v-model="minutes" label="Minutes it took, drive and all" :min="1" :hint="`about ${sayMinutes(reckoned)} were estimated`" :fault="at('minutes')" />
    <AButton class="press quiet" html-type="submit" :disabled="busy || minutes === null || minutes === kept">{{ busy ? 'Keeping ...' : 'Keep it' }}</AButton>
    <p v-if="kept !== null && minutes === kept" class="settled strong" role="status">Kept: {{ sayMinutes(kept) }}. After a few rounds the estimates go by your own times.</p>
    <FaultLine v-if="fault && !at('minutes')">{{ fault }}</FaultLine>
  </AForm>
</template>

<style scoped>
.took { display: flex; gap: 10px 14px; flex-wrap: wrap; align-items: flex-start; }
.took > :first-child { flex: 0 1 260px; }
.took .press { margin-top: 26px; }
.took p { flex: 1 1 260px; margin-top: 34px; }
@media screen and (max-width: 720px) { .took > :first-child { flex: 1 1 100%; } .took .press { margin-top: 0; width: 100%; } .took p { margin-top: 0; } }
</style>
