<script setup lang="ts">
/** A book on its way out: as CSV straight from the server, as JSON, as PDF once it is set, and on paper. */
import AButton from 'ant-design-vue/es/button'
import AProgress from 'ant-design-vue/es/progress'
import { saveAs } from 'file-saver'
import { onUnmounted, ref, watch } from 'vue'
import FaultLine from '../../parts/FaultLine.vue'
import { useSave } from '../../parts/useSave.ts'
import { useHolding } from '../../stores/holding.ts'
import type { BookName } from './useBookLines.ts'

const props = defineProps<{ book: BookName; query: string; year: number; lines: readonly unknown[] }>()
const holding = useHolding()
const { fault, busy, save } = useSave()
/** How much of it is set; null where none is. */
const share = ref<number | null>(null)
let gone = false
onUnmounted(() => (gone = true))
/** Asked for again so often, ms. */
const PATIENCE = 400

async function pdf(): Promise<void> {
  share.value = 0
  await save(async () => {
    const { id } = await holding.persist<{ id: string }>('POST', `/book/${props.book}/pdf?${props.query}`)
    for (;;) {
      const at = await holding.persist<{ state: string; share: number }>('GET', `/book-pdf/${id}`)
      share.value = at.share
      if (gone) return
      if (at.state === 'failed') throw new Error('the book could not be set')
      if (at.state === 'ready') break
      await new Promise((resolve) => setTimeout(resolve, PATIENCE))
    }
    saveAs(`/api/book-pdf/${id}/file`, `${props.book}-${props.year}.pdf`)
  })
  share.value = null
}
watch(() => props.query, () => (share.value = null))
const json = () =>
  saveAs(new Blob([JSON.stringify({ [props.book]: 1, year: props.year, holding: holding.me?.holding.name, lines: props.lines }, null, 2)], { type: 'application/json' }), `${props.book}-${props.year}.json`)
const print = () => window.print()
</script>

<template>
  <a class="press quiet" :href="`/api/book/${book}/csv?${query}`" :download="`${book}-${year}.csv`">As CSV</a>
  <AButton class="press quiet" @click="json">As JSON</AButton>
  <AButton class="press quiet" :disabled="busy" @click="pdf">{{ busy ? 'Setting it ...' : 'As PDF' }}</AButton>
  <AButton class="press quiet" @click="print">Print it</AButton>
  <AProgress v-if="busy && share !== null" class="setting" :percent="Math.round(share * 100)" size="small" aria-label="How much of the PDF is set" />
  <FaultLine v-if="fault">{{ fault }}</FaultLine>
</template>

<style scoped>
a.press { display: inline-flex; align-items: center; text-decoration: none; }
.setting { flex-basis: 100%; margin: 0; }
</style>
