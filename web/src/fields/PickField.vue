<script setup lang="ts" generic="T extends string">
/** One of a few words, or not known. */
import FieldFrame from './FieldFrame.vue'
import PickOne from './PickOne.vue'

// Left out it is the usual word: Vue would take a prop that may be false for false.
withDefaults(defineProps<{ id: string; label: string; options: readonly (readonly [T, string])[]; unknown?: string | false; searched?: boolean; hint?: string; fault?: string | null; disabled?: boolean }>(), { unknown: undefined })
const value = defineModel<T | null>({ required: true })
</script>

<template>
  <FieldFrame :id="id" v-slot="{ carries }" :label="label" :hint="hint" :fault="fault">
    <PickOne :id="id" v-model="value" :options="options" :unknown="unknown" :searched="searched" :disabled="disabled" :describedby="carries['aria-describedby']" :invalid="Boolean(fault)" />
  </FieldFrame>
</template>
