<script setup lang="ts">
/**
 * A number without a frame: no steppers that a thumb could hit unseen, a comma is a point, empty is null. What is typed stays as it is:
 * the library would bring it within its limits without a word, and -99 would be kept as -90.
 */
import InputNumber from 'ant-design-vue/es/input-number'

defineProps<{ id?: string; min?: number; max?: number; step?: number; disabled?: boolean; /** What stands in it is refused. */ invalid?: boolean }>()
const value = defineModel<number | null>({ required: true })
const emit = defineEmits<{ unread: [typed: string] }>()
const numberOf = (typed: string) => typed.trim().replace(',', '.')
/** The library fills up to the places of the step: 9 is 9, and not 9.0. What is being typed stays as it is. */
const shown = (next: string | number | undefined, { userTyping, input }: { userTyping: boolean; input: string }): string =>
  userTyping ? input : next === undefined || next === '' ? '' : String(Number(next))
const set = (next: number | string | null) => (value.value = next === null || next === '' ? null : Number(next))
function onInput(typed: string): void {
  const text = numberOf(typed)
  if (text === '' || !Number.isNaN(Number(text))) set(text)
  else emit('unread', typed)
}
</script>

<template>
  <InputNumber
    :id="id"
    class="number"
    :value="value ?? undefined"
    :controls="false"
    :aria-valuemin="min"
    :aria-valuemax="max"
    :step="step ?? 1"
    :disabled="disabled"
    :status="invalid ? 'error' : undefined"
    :aria-invalid="invalid ? 'true' : undefined"
    :parser="numberOf"
    :formatter="shown"
    inputmode="decimal"
    autocomplete="off"
    @change="set"
    @input="onInput"
  />
</template>

<style scoped>
.number { width: 100%; }
</style>
