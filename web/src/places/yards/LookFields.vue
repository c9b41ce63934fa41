<script setup lang="ts">
/** What a look may say, field by field, and the signs. */
import ACheckbox from 'ant-design-vue/es/checkbox'
import { computed } from 'vue'
import { LOOK_FIELDS, SIGN_WORDS, type SignKey } from '@thistle/core/situation'
import DayField from '../../fields/DayField.vue'
import NumberField from '../../fields/NumberField.vue'
import PickField from '../../fields/PickField.vue'
import { capital, YES_NO } from '../../parts/words.ts'
import { useHolding } from '../../stores/holding.ts'
import { askedIn, type LookDraft } from './look-draft.ts'

const props = defineProps<{ id: string; draft: LookDraft; at: (field: string) => string | null }>()
const holding = useHolding()
const asked = computed(() => askedIn(props.draft))
/** The draft is the caller's, and is written into. */
const draft = computed(() => props.draft)
const sign = (key: SignKey, on: boolean) => (draft.value.signs = on ? [...draft.value.signs, key] : draft.value.signs.filter((s) => s !== key))
</script>

<template>
  <div class="lookfields">
    <template v-for="[name, field] in asked" :key="name">
      <NumberField
        v-if="field.kind === 'real' || field.kind === 'whole'"
        :id="`${id}-${name}`"
        v-model="(draft.look[name] as number | null)"
        :label="field.label"
        :hint="field.hint"
        :fault="at(name)"
        :step="field.step"
      />
      <PickField v-else-if="field.kind === 'word'" :id="`${id}-${name}`" v-model="(draft.look[name] as string | null)" :label="field.label" :options="field.words" :fault="at(name)" />
      <PickField v-else-if="field.kind === 'yes-no'" :id="`${id}-${name}`" v-model="(draft.look[name] as string | null)" :label="field.label" :options="YES_NO" :fault="at(name)" />
      <DayField v-else-if="field.kind === 'day'" :id="`${id}-${name}`" v-model="(draft.look[name] as string | null)" :label="field.label" :max="holding.today" optional :fault="at(name)" />
    </template>
    <fieldset class="signs">
      <legend>{{ LOOK_FIELDS.signs.label }}: <span class="soft">tick what you saw</span></legend>
      <ACheckbox v-for="[key, word] in SIGN_WORDS" :key="key" :checked="draft.signs.includes(key)" @update:checked="sign(key, $event)">{{ capital(word) }}</ACheckbox>
      <p v-if="at('signs')" class="fault" role="alert">{{ at('signs') }}</p>
    </fieldset>
  </div>
</template>

<style scoped>
.lookfields { display: grid; grid-template-columns: repeat(var(--look-columns, 2), minmax(0, 1fr)); gap: 12px; align-items: start; }
@media screen and (max-width: 720px) { .lookfields { grid-template-columns: 1fr 1fr; } .signs > label { min-height: 44px; align-items: center; } }
.signs { grid-column: 1 / -1; border: 0; margin: 0; padding: 0; display: grid; grid-template-columns: repeat(var(--look-columns, 2), minmax(0, 1fr)); gap: 4px 12px; min-width: 0; }
.signs legend { font-size: 14px; font-weight: 600; padding: 0; margin-bottom: 4px; }
.signs legend span { font-weight: 400; }
@media screen and (max-width: 720px) { .signs { grid-template-columns: 1fr 1fr; } }
</style>
