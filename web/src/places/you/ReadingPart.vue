<script setup lang="ts">
/** Units, dates, light, letters: kept as soon as they are chosen, and seen at once. */
import { grams, millilitres } from '@thistle/core/words'
import FaultLine from '../../parts/FaultLine.vue'
import ACheckbox from 'ant-design-vue/es/checkbox'
import { ref } from 'vue'
import type { Preferences } from '@thistle/core/holding'
import PickField from '../../fields/PickField.vue'
import { sayDay } from '../../look/dates.ts'
import { useSave } from '../../parts/useSave.ts'
import { useHolding } from '../../stores/holding.ts'

const holding = useHolding()
const { busy, fault, save } = useSave()
const kept = ref(false)
const wanted = ref<Preferences>(holding.preferences)
/** Chosen faster than they can be kept, choices go together in the next round; none is lost. */
async function set<K extends keyof Preferences>(field: K, value: Preferences[K] | null): Promise<void> {
  if (value === null) return
  wanted.value = { ...wanted.value, [field]: value }
  kept.value = false
  if (busy.value) return
  for (let sent: Preferences | null = null; sent !== wanted.value; ) {
    sent = wanted.value
    if (!(await save(() => holding.savePreferences(sent as Preferences)))) {
      wanted.value = holding.preferences
      return
    }
  }
  kept.value = true
}
</script>

<template>
  <section class="sheet block" aria-labelledby="y-reading">
    <h2 id="y-reading">How you read it</h2>
    <p class="soft small">Yours alone, on every device and in every holding. Everything is stored in °C, grams and millilitres.</p>
    <div class="fields">
      <PickField id="y-temp" :model-value="wanted.temperature" label="Temperature" :unknown="false" :options="[['C', '°C'], ['F', '°F']]" @update:model-value="set('temperature', $event)" />
      <PickField id="y-mass" :model-value="wanted.mass" label="Weight" :unknown="false" :options="[['g', 'grams'], ['oz', 'ounces']]" @update:model-value="set('mass', $event)" />
      <PickField id="y-volume" :model-value="wanted.volume" label="Liquids" :unknown="false" :options="[['mL', 'millilitres'], ['fl oz', 'US fluid ounces']]" @update:model-value="set('volume', $event)" />
      <PickField id="y-dates" :model-value="wanted.dates" label="Days" :unknown="false" :options="[['day-month', 'Thu 20 Aug'], ['month-day', 'Thu Aug 20'], ['numbers', 'Thu 20.8.']]" @update:model-value="set('dates', $event)" />
      <PickField id="y-theme" :model-value="wanted.theme" label="Light" :unknown="false" :options="[['as-device', 'as the device'], ['light', 'light'], ['dark', 'dark, for the evening']]" @update:model-value="set('theme', $event)" />
    </div>
    <ACheckbox :checked="wanted.letters" @update:checked="set('letters', $event)">Single letters are keys (press ? for the sheet)</ACheckbox>
    <ACheckbox :checked="wanted.outlook" @update:checked="set('outlook', $event)">The outlook: what a model says of the weeks ahead (off: counts and limits alone)</ACheckbox>
    <FaultLine v-if="fault">{{ fault }}</FaultLine>
    <p v-else class="soft small" role="status">
      {{ kept ? 'Kept. ' : '' }}Reads like: {{ sayDay(holding.today) }}, {{ holding.degrees(29.5) }}, {{ holding.say(`${grams(2)}, ${millilitres(15)}`) }}.
    </p>
  </section>
</template>
