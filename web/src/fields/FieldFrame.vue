<script setup lang="ts">
/** A label over a field, and under it the fault, the warning or the hint: tied to the field, so that they are read with it. */
import FormItem from 'ant-design-vue/es/form/FormItem'
import { computed } from 'vue'

const props = defineProps<{ id: string; label: string; hint?: string; fault?: string | null; warn?: string | null; /** Said to readers only. */ hidden?: boolean }>()
const says = computed(() => props.fault ?? props.warn ?? props.hint ?? null)
/** What the field itself carries, so that a reader hears label, state and words in one. */
const carries = computed(() => ({
  'aria-describedby': says.value ? `${props.id}-says` : undefined,
  'aria-invalid': props.fault ? ('true' as const) : undefined,
}))
</script>

<template>
  <FormItem class="field" :html-for="id" :colon="false" :validate-status="fault ? 'error' : ''">
    <template #label><span :class="{ unseen: hidden }">{{ label }}</span></template>
    <slot :carries="carries" />
    <p v-if="fault" :id="`${id}-says`" class="fault" role="alert">{{ fault }}</p>
    <p v-else-if="warn" :id="`${id}-says`" class="warn">{{ warn }}</p>
    <p v-else-if="hint" :id="`${id}-says`" class="hint">{{ hint }}</p>
  </FormItem>
</template>
