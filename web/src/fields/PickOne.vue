<script setup lang="ts" generic="T extends string">
/**
 * One of a few words, without a frame. What the library leaves out for readers is mended here: the chosen word is read with the
 * field, and the list is as wide as its words.
 */
import ASelect from 'ant-design-vue/es/select'
import { computed } from 'vue'

const props = defineProps<{
  id: string
  options: readonly (readonly [T, string])[]
  /** The word for nothing chosen; false where something always is. */
  unknown?: string | false
  /** Said to readers, where no label stands beside it. */
  named?: string
  /** So many that letters should find them. */
  searched?: boolean
  disabled?: boolean
  /** Open from the start: the touch that brought it up asked for the words. */
  opened?: boolean
  describedby?: string
  invalid?: boolean
}>()
const value = defineModel<T | null>({ required: true })
const NOTHING = ''
const options = computed(() => [
  ...(props.unknown === false ? [] : [{ value: NOTHING as string, label: props.unknown ?? 'not known' }]),
  ...props.options.map(([key, word]) => ({ value: key as string, label: word })),
])
const chosen = computed(() => options.value.find((o) => o.value === (value.value ?? NOTHING))?.label ?? '')
const set = (word: unknown) => (value.value = props.options.find(([key]) => key === word)?.[0] ?? null)
const byWord = (typed: string, option: { label?: string } | undefined) => (option?.label ?? '').toLowerCase().includes(typed.toLowerCase())
</script>

<template>
  <span class="pickone">
    <ASelect
      :id="id"
      class="select"
      :value="value ?? (unknown === false ? undefined : NOTHING)"
      :options="options"
      :disabled="disabled"
      :default-open="opened"
      :show-search="searched"
      :filter-option="searched ? byWord : false"
      :dropdown-match-select-width="false"
      :status="invalid ? 'error' : undefined"
      :aria-label="named"
      :aria-invalid="invalid ? 'true' : undefined"
      :aria-describedby="[`${id}-chosen`, describedby].filter(Boolean).join(' ')"
      @change="set"
    />
    <span :id="`${id}-chosen`" class="unseen">{{ chosen }}</span>
  </span>
</template>

<style scoped>
.pickone { display: block; min-width: 0; position: relative; }
.select { width: 100%; }
</style>
