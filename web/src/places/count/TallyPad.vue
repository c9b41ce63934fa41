<script setup lang="ts">
/** One big number and one big thing to press; the same by the keys: space, backspace, Enter. */
import { bindingOf } from '../../frame/keys.ts'

const props = withDefaults(defineProps<{ what?: 'mite' | 'cell' }>(), { what: 'mite' })
const mites = defineModel<number | null>({ required: true })
const emit = defineEmits<{ keep: [] }>()
const add = (n: number) => (mites.value = Math.max(0, (mites.value ?? 0) + n))
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
@media screen and (max-width: 720px) {
  .big { font-size: 64px; line-height: 1; }
  .tally { border: 0; padding: 0; }
  .pad { gap: 8px; }
  .tap { grid-template-columns: 78px 1fr 78px; }
  .tap button { min-height: 96px; font-size: 21px; }
}
</style>
