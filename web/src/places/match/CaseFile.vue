<script setup lang="ts">
/** The situation on the screen as a case file, out and in. The checks are fetched only when a file is opened. */
import { ref } from 'vue'
import type { Situation } from '@thistle/core/situation'

const props = defineProps<{ situation: Situation; name: string }>()
const emit = defineEmits<{ loaded: [file: { name: string; situation: Situation }] }>()
const refusal = ref<string | null>(null)
const MOST_BYTES = 1_000_000

async function saveCase(): Promise<void> {
    const { writeCase } = await import('@thistle/core/formats')
  const address = URL.createObjectURL(new Blob([writeCase(props.situation)], { type: 'application/json' }))
  const link = Object.assign(document.createElement('a'), {
    href: address,
    download: `case-${props.name.toLowerCase()}-${props.situation.startOn}.json`,
  })
  link.click()
  URL.revokeObjectURL(address)
}
async function loadCase(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const chosenFile = input.files?.[0]
  input.value = ''
  if (!chosenFile) return
  refusal.value = null
  if (chosenFile.size > MOST_BYTES) {
    refusal.value = `${chosenFile.name} is over 1 MB: that is no case file.`
    return
  }
  let value: unknown
  try {
    value = JSON.parse(await chosenFile.text())
  } catch {
    refusal.value = `${chosenFile.name} is not JSON.`
    return
  }
  const { parseCase } = await import('@thistle/core/formats')
  const parsed = parseCase(value)
  if (parsed.ok) emit('loaded', { name: chosenFile.name, situation: parsed.situation })
  else refusal.value = `${chosenFile.name} was not taken: ${parsed.refusal.sentence}`
}
</script>

<template>
        <div class="case small no-print">
          <button class="plainlink" type="button" @click="saveCase">Save this case</button>
          ·
          <label class="plainlink">
            Load a case
            <input class="unseen" type="file" accept="application/json,.json" @change="loadCase" />
          </label>
          <p v-if="refusal" class="alarm strong" role="alert">{{ refusal }}</p>
        </div>
</template>

<style scoped>
.case label { display: inline; }
.case label:focus-within { outline: 3px solid var(--thistle); outline-offset: 2px; }
@media screen and (max-width: 720px) { .case .plainlink { padding: 12px 0; display: inline-block; } }
</style>
