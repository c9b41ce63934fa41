<script setup lang="ts">
/** The nearest town, found by the first letters of its name: a place without figures from a map. */
import ASelect from 'ant-design-vue/es/select'
import { useDebounceFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useCarried } from '../fields/carried.ts'
import { listId, useCombobox, wordId } from '../fields/combobox.ts'
import FieldFrame from '../fields/FieldFrame.vue'
import { call, Refused } from '../server/call.ts'

export interface Town {
  readonly name: string
  readonly region: string | null
  readonly country: string
  readonly latitude: number
  readonly longitude: number
}
const props = defineProps<{ id: string; label: string; hint?: string }>()
const emit = defineEmits<{ take: [town: Town] }>()
const towns = ref<readonly Town[]>([])
const state = ref<'idle' | 'asking' | 'failed'>('idle')
const sayTown = ({ name, region, country }: Town) => [name, region === name ? null : region, country].filter(Boolean).join(', ')
const options = computed(() => towns.value.map((town, n) => ({ value: n, label: sayTown(town), role: 'option' as const, id: wordId(props.id, n) })))
const chosen = ref<string | undefined>(undefined)
let asked = ''
const LEAST = 2
const ask = useDebounceFn(async (typed: string) => {
  const like = typed.trim()
  asked = like
  if (like.length < LEAST) {
    towns.value = []
    state.value = 'idle'
    return
  }
  state.value = 'asking'
  try {
    const found = await call<Town[]>('GET', `/weather/towns?like=${encodeURIComponent(like)}`)
    if (asked !== like) return
    towns.value = found
    state.value = 'idle'
  } catch (problem) {
    if (!(problem instanceof Refused)) console.error(problem)
    state.value = 'failed'
  }
}, 200)
function take(n: unknown): void {
  const town = towns.value[Number(n)]
  if (!town) return
  chosen.value = sayTown(town)
  emit('take', town)
}
const none = computed(() =>
  state.value === 'asking'
    ? 'Looking ...'
    : state.value === 'failed'
      ? 'The list of towns cannot be reached: set the place later, or by map figures.'
      : asked.length < LEAST
        ? 'Type the first letters.'
        : 'No town begins so. Try a larger one nearby: a few hours’ drive is near enough for the weather usual there.',
)
const open = ref(false)
const root = ref<HTMLElement | null>(null)
useCombobox(root, () => props.id)
useCarried(root, () => ({ 'aria-describedby': props.hint ? `${props.id}-says` : undefined }))
</script>

<template>
  <FieldFrame :id="id" :label="label" :hint="hint">
    <span ref="root" class="townpick">
      <ASelect
        :id="id"
        class="select"
        show-search
        :value="chosen"
        placeholder="first letters ..."
        :options="options"
        :filter-option="false"
        :open="open"
        :default-active-first-option="true"
        :dropdown-match-select-width="false"
        @search="ask"
        @change="take"
        @dropdown-visible-change="open = $event"
      >
        <template #notFoundContent>{{ none }}</template>
        <template #dropdownRender="{ menuNode }">
          <div :id="listId(id)" role="listbox" aria-label="Towns to choose from"><component :is="menuNode" /></div>
        </template>
      </ASelect>
    </span>
  </FieldFrame>
</template>

<style scoped>
.townpick { display: block; min-width: 0; position: relative; }
.select { width: 100%; }
</style>
