<script setup lang="ts" generic="T extends string">
/** One of a few words, or not known. */
const props = defineProps<{ id: string; label: string; options: readonly (readonly [T, string])[]; unknown?: string | false }>()
const value = defineModel<T | null>({ required: true })
const set = (event: Event) => {
  const word = (event.target as HTMLSelectElement).value
  value.value = props.options.find(([key]) => key === word)?.[0] ?? null
}
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <select :id="id" class="pick" :value="value ?? ''" @change="set">
      <option v-if="unknown !== false" value="">{{ unknown ?? 'not known' }}</option>
      <option v-for="[key, word] in options" :key="key" :value="key">{{ word }}</option>
    </select>
  </div>
</template>
