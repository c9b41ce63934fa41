<script setup lang="ts">
/** A day, by the device's own picker: the same in a glove as at the table. */
defineProps<{ id: string; label: string; hint?: string; fault?: string | null; max?: string; min?: string; optional?: boolean }>()
const value = defineModel<string | null>({ required: true })
const set = (event: Event) => (value.value = (event.target as HTMLInputElement).value || null)
</script>

<template>
  <div class="field">
    <label :for="id">{{ optional ? `${label} (if known)` : label }}</label>
    <input
      :id="id"
      type="date"
      :value="value ?? ''"
      :max="max"
      :min="min"
      :aria-invalid="fault ? 'true' : undefined"
      :aria-describedby="fault ? `${id}-fault` : hint ? `${id}-hint` : undefined"
      @input="set"
    />
    <p v-if="fault" :id="`${id}-fault`" class="fault" role="alert">{{ fault }}</p>
    <p v-else-if="hint" :id="`${id}-hint`" class="hint">{{ hint }}</p>
  </div>
</template>
