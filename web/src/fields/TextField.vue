<script setup lang="ts">
import AInput from 'ant-design-vue/es/input/Input'
import FieldFrame from './FieldFrame.vue'

defineProps<{ id: string; label: string; type?: 'text' | 'email' | 'password'; hint?: string; fault?: string | null; most?: number; autocomplete?: string }>()
const value = defineModel<string>({ required: true })
</script>

<template>
  <FieldFrame :id="id" v-slot="{ carries }" :label="label" :hint="hint" :fault="fault">
    <AInput :id="id" v-model:value="value" :type="type ?? 'text'" :maxlength="most" :autocomplete="autocomplete ?? 'off'" v-bind="carries" />
  </FieldFrame>
</template>
