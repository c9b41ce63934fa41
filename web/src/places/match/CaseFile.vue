<script setup lang="ts">
/** The situation on the screen as a case file, out and in. The checks are fetched only when a file is opened. */
import FaultLine from '../../parts/FaultLine.vue'
import FilePick from '../../fields/FilePick.vue'
import AButton from 'ant-design-vue/es/button'
import { ref } from 'vue'
import type { Situation } from '@thistle/core/situation'

const props = defineProps<{ situation: Situation; name: string }>()
const emit = defineEmits<{ loaded: [file: { name: string; situation: Situation }] }>()
const refusal = ref<string | null>(null)
const MOST_BYTES = 1_000_000

async function saveCase(): Promise<void> {
  const [{ writeCase }, { saveAs }] = await Promise.all([import('@thistle/core/formats'), import('file-saver')])
  saveAs(new Blob([writeCase(props.situation)], { type: 'application/json' }), `case-${props.name.toLowerCase()}-${props.situation.startOn}.json`)
}
async function loadCase(chosenFile: File): Promise<void> {
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
          <AButton type="link" class="plainlink" @click="saveCase">Save it as a file</AButton>
          ·
          <FilePick plain label="Load a saved file" accept="application/json,.json" @file="loadCase" />
          <FaultLine v-if="refusal">{{ refusal }}</FaultLine>
        </div>
</template>

<style scoped>
@media screen and (max-width: 720px) { .case .plainlink { padding: 12px 0; display: inline-block; } }
</style>
