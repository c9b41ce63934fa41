<script setup lang="ts" generic="T extends string">
/** One of a few words, or not known. */
import FieldFrame from './FieldFrame.vue'
import PickOne from './PickOne.vue'

defineProps<{ id: string; label: string; options: readonly (readonly [T, string])[]; unknown?: string | false; searched?: boolean; hint?: string; fault?: string | null; disabled?: boolean }>()
const value = defineModel<T | null>({ required: true })
</script>

<template>
  <FieldFrame :id="id" v-slot="{ carries }" :label="label" :hint="hint" :fault="fault">
    <PickOne :id="id" v-model="value" :options="options" :unknown="unknown" :searched="searched" :disabled="disabled" :describedby="carries['aria-describedby']" :invalid="Boolean(fault)" />
  </FieldFrame>
</template>
