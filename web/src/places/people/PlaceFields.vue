<script setup lang="ts">
/** What somebody may do: role, which yards, until when. */
import ACheckbox, { CheckboxGroup as ACheckboxGroup } from 'ant-design-vue/es/checkbox'
import DayField from '../../fields/DayField.vue'
import PickField from '../../fields/PickField.vue'
import FaultLine from '../../parts/FaultLine.vue'
import { ROLE_WORDS } from '../../parts/words.ts'
import { useHolding } from '../../stores/holding.ts'

export interface PlaceDraft {
  role: 'owner' | 'helper' | 'reader'
  yards: string[] | null
  untilDay: string | null
}
const props = defineProps<{ prefix: string; at: (path: string) => string | null }>()
const place = defineModel<PlaceDraft>({ required: true })
const holding = useHolding()
function setRole(role: PlaceDraft['role'] | null): void {
  place.value.role = role ?? 'reader'
  if (role === 'owner') place.value.yards = null
}
const setAll = (all: boolean) => (place.value.yards = all ? null : holding.yards.map((y) => y.id))
const id = (name: string) => `${props.prefix}-${name}`
</script>

<template>
  <div class="place">
    <PickField :id="id('role')" :model-value="place.role" label="As" :unknown="false" :options="[['owner', 'owner'], ['helper', 'helper'], ['reader', 'reader']]" @update:model-value="setRole" />
    <p class="soft small">{{ ROLE_WORDS[place.role] }}</p>
    <fieldset v-if="place.role !== 'owner' && holding.yards.length > 0">
      <legend>Yards</legend>
      <ACheckbox :checked="place.yards === null" @update:checked="setAll">all of them, also those to come</ACheckbox>
      <ACheckboxGroup v-if="place.yards !== null" v-model:value="place.yards" class="which">
        <ACheckbox v-for="y in holding.yards" :key="y.id" :value="y.id">{{ y.name }}</ACheckbox>
      </ACheckboxGroup>
      <FaultLine v-if="place.yards?.length === 0 || at('yards')">{{ place.yards?.length === 0 ? 'At least one yard, or all.' : at('yards') }}</FaultLine>
    </fieldset>
    <DayField :id="id('until')" v-model="place.untilDay" label="Until" hint="left empty: without an end" :fault="at('untilDay')" />
  </div>
</template>

<style scoped>
.place { display: grid; gap: 10px; }
fieldset { border: 0; padding: 0; margin: 0; }
legend { font-size: 14px; font-weight: 600; padding: 0; }
.which { display: grid; }
</style>
