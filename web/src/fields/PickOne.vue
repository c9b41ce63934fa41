<script setup lang="ts" generic="T extends string">
/**
 * One of a few words, without a frame. What the library leaves out for readers is mended here: its name, its state and the chosen
 * word are put on the very element that has the focus (the library puts them on the box around it).
 */
import ASelect from 'ant-design-vue/es/select'
import { computed, ref } from 'vue'
import { useCarried } from './carried.ts'
import { listId, useCombobox, wordId } from './combobox.ts'

// Left out it is the usual word: Vue would take a prop that may be false for false.
const props = withDefaults(
  defineProps<{
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
}>(),
  { unknown: undefined },
)
const value = defineModel<T | null>({ required: true })
/** Not the empty text: the library shows nothing for that, and a field that looks empty asks to be filled. */
const NOTHING = '(nothing)'
interface Word {
  readonly value: string
  readonly label: string
  readonly role: 'option'
  readonly id: string
}
/** The words, the same list as long as they are the same words: a new one would have the library draw the field anew at every key beside it. */
const options = computed<Word[]>((before) => {
  const pairs = [...(props.unknown === false ? [] : [[NOTHING, props.unknown ?? 'not known'] as const]), ...props.options]
  const now = pairs.map(([value, label], n) => ({ value: value as string, label, role: 'option' as const, id: wordId(props.id, n) }))
  const same = before?.length === now.length && now.every((o, n) => o.value === before[n]?.value && o.label === before[n]?.label && o.id === before[n]?.id)
  return same ? before : now
})
const chosen = computed(() => options.value.find((o) => o.value === (value.value ?? NOTHING))?.label ?? '')
const root = ref<HTMLElement | null>(null)
useCombobox(root, () => props.id)
useCarried(root, () => ({
  'aria-label': props.named,
  'aria-invalid': props.invalid ? 'true' : undefined,
  'aria-describedby': [`${props.id}-chosen`, props.describedby].filter(Boolean).join(' '),
}))
const open = ref(props.opened ?? false)
/** Shut, it answers to the keys as any list of a form does: arrows and letters change the word, Enter and space open it. */
function onKey(event: KeyboardEvent): void {
  if (open.value || props.disabled || props.searched || event.ctrlKey || event.metaKey) return
  const all = options.value
  const here = all.findIndex((o) => o.value === (value.value ?? NOTHING))
  const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0
  const opens = event.key === 'Enter' || event.key === ' ' || (step !== 0 && event.altKey)
  const letter = event.key.length === 1 && event.key !== ' ' && !event.altKey ? event.key.toLowerCase() : null
  if (!opens && step === 0 && letter === null) return
  // The library opens at Enter and takes the first word in the same stroke.
  event.preventDefault()
  event.stopPropagation()
  if (opens) open.value = true
  else if (step !== 0) set(all[Math.min(all.length - 1, Math.max(0, here + step))]?.value)
  else {
    const next = [...all.slice(here + 1), ...all.slice(0, here + 1)].find((o) => o.label.toLowerCase().startsWith(letter ?? ''))
    if (next) set(next.value)
  }
}
const set = (word: unknown) => (value.value = props.options.find(([key]) => key === word)?.[0] ?? null)
const byWord = (typed: string, option: { label?: string } | undefined) => (option?.label ?? '').toLowerCase().includes(typed.toLowerCase())
</script>

<template>
  <span ref="root" class="pickone" @keydown.capture="onKey">
    <ASelect
    :id="id"
      not-found-content="Nothing is called that."
      class="select"
      :value="value ?? (unknown === false ? undefined : NOTHING)"
      :options="options"
      :disabled="disabled"
      :open="open"
      :show-search="searched"
      :filter-option="searched ? byWord : false"
      :dropdown-match-select-width="false"
      :status="invalid ? 'error' : undefined"
      @change="set"
      @dropdown-visible-change="open = $event"
    >
      <template #dropdownRender="{ menuNode }">
        <div :id="listId(id)" role="listbox" aria-label="Words to choose from"><component :is="menuNode" /></div>
      </template>
    </ASelect>
    <span :id="`${id}-chosen`" class="unseen">{{ chosen }}</span>
  </span>
</template>

<style scoped>
.pickone { display: block; min-width: 0; position: relative; }
.select { width: 100%; }
</style>
