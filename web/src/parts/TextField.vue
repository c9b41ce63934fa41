<script setup lang="ts">
import Input from 'ant-design-vue/es/input'

defineProps<{ id: string; label: string; type?: 'text' | 'email' | 'password'; hint?: string; fault?: string | null; most?: number; autocomplete?: string }>()
const value = defineModel<string>({ required: true })
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <Input
      :id="id"
      v-model:value="value"
      :type="type ?? 'text'"
      size="large"
      :maxlength="most"
      :autocomplete="autocomplete ?? 'off'"
      :status="fault ? 'error' : undefined"
      :aria-invalid="fault ? 'true' : undefined"
      :aria-describedby="fault ? `${id}-fault` : hint ? `${id}-hint` : undefined"
    />
    <p v-if="fault" :id="`${id}-fault`" class="fault" role="alert">{{ fault }}</p>
    <p v-else-if="hint" :id="`${id}-hint`" class="hint">{{ hint }}</p>
  </div>
</template>
