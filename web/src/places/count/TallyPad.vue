<script setup lang="ts">
/** One big number and one big thing to press; the same by the keys: space, backspace, Enter. */
import AButton from 'ant-design-vue/es/button'
import { useSpeechRecognition } from '@vueuse/core'
import { ref, watch } from 'vue'
import { spokenCount } from '@thistle/core/count'
import { bindingOf } from '../../frame/keys.ts'

const props = withDefaults(defineProps<{ what?: 'mite' | 'cell' }>(), { what: 'mite' })
const mites = defineModel<number | null>({ required: true })
const emit = defineEmits<{ keep: [] }>()
const add = (n: number) => (mites.value = Math.max(0, (mites.value ?? 0) + n))
/** A count that is said, where the browser hears: it stands in figures at once, and is put right by the presses. */
const { isSupported: canHear, isListening: hearing, isFinal: said, result: heard, start } = useSpeechRecognition({ lang: 'en', continuous: false, interimResults: false })
const unheard = ref(false)
function hear(): void {
  unheard.value = false
  start()
}
watch(said, (is) => {
  const count = is ? spokenCount(heard.value) : null
  if (count !== null) mites.value = count
})
watch(hearing, (is) => (unheard.value = !is && (!said.value || spokenCount(heard.value) === null)))
function onKey(event: KeyboardEvent): void {
  const binding = bindingOf(event, ['The tally'])
  if (!binding) return
  event.preventDefault()
  if (binding.id === 'keep') emit('keep')
  else add(Number(binding.id.split(' ')[1]))
}
</script>

<template>
  <div class="pad">
    <div class="tally" tabindex="0" role="group" aria-label="Tally: space adds a mite, backspace takes one off, Enter keeps it" @keydown="onKey">
      <span class="big serif" aria-hidden="true">{{ mites ?? '–' }}</span>
      <span class="unseen" aria-live="polite">{{ mites === null ? 'not entered' : mites === 0 ? 'none' : mites }}</span>
      <span class="soft">{{ mites === 1 ? props.what : `${props.what}s` }}{{ props.what === 'cell' ? ' with mites' : '' }}</span>
    </div>
    <slot />
    <div class="tap">
      <button class="minus" type="button" :disabled="!mites" @click="add(-1)">
        <span aria-hidden="true">−1</span>
        <span class="unseen">one {{ props.what }} less</span>
      </button>
      <button class="plus" type="button" @click="add(1)">{{ mites === null ? `first ${props.what}` : `one more ${props.what}` }}</button>
      <button class="none" type="button" @click="mites = 0">none</button>
    </div>
    <p v-if="canHear" class="hear">
      <AButton class="press quiet" :disabled="hearing" @click="hear">{{ hearing ? 'Say the count ...' : 'Say it' }}</AButton>
      <span v-if="unheard" class="soft small" role="status">No count was heard; press instead.</span>
    </p>
  </div>
</template>

<style scoped>
.pad { display: grid; gap: 14px; }
.tally { display: flex; align-items: baseline; gap: 12px; padding: 4px 14px; border-radius: 12px; border: 1px dashed var(--line); justify-content: center; }
.big { font-size: 84px; line-height: 1.05; min-width: 1.1em; text-align: center; font-weight: 560; }
.tap { display: grid; grid-template-columns: 84px 1fr 84px; gap: 10px; }
.tap button { min-height: 64px; border-radius: 14px; border: 0; font-weight: 700; font-size: 18px; cursor: pointer; }
.minus, .none { background: var(--key); }
.minus:hover, .none:hover { background: var(--key-down); }
.minus[disabled] { color: var(--soft); cursor: not-allowed; background: var(--sunken); }
.plus { background: var(--thistle); color: var(--on-fill); }
.plus:hover { background: var(--thistle-deep); }
.plus:active { transform: translateY(1px); }
.hear { display: flex; gap: 10px; align-items: center; }
@media screen and (max-width: 720px) {
  .big { font-size: 64px; line-height: 1; }
  .tally { border: 0; padding: 0; }
  .pad { gap: 8px; }
  .tap { grid-template-columns: 78px 1fr 78px; }
  .tap button { min-height: 96px; font-size: 21px; }
}
</style>
