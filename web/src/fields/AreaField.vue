<script setup lang="ts">
/** Words over several lines. */
import ATextarea from 'ant-design-vue/es/input/TextArea'
import FieldFrame from './FieldFrame.vue'

defineProps<{ id: string; label: string; hint?: string; fault?: string | null; most?: number; rows?: number; placeholder?: string; hidden?: boolean }>()
const value = defineModel<string>({ required: true })
</script>

<template>
  <FieldFrame :id="id" v-slot="{ carries }" :label="label" :hint="hint" :fault="fault" :hidden="hidden">
    <ATextarea :id="id" v-model:value="value" :rows="rows ?? 2" :maxlength="most" :placeholder="placeholder" spellcheck="false" v-bind="carries" />
  </FieldFrame>
</template>
