<script setup lang="ts">
/** What a tag leads to: its colony. Scanned by the camera where the browser has one, else typed. */
import AButton from 'ant-design-vue/es/button'
import AForm from 'ant-design-vue/es/form/Form'
import { computed, onUnmounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { readTag, sayTag, tagOf } from '@thistle/core/shelf'
import TextField from '../../fields/TextField.vue'
import FaultLine from '../../parts/FaultLine.vue'
import { useHolding } from '../../stores/holding.ts'
import { makeReader } from './qr.ts'

const route = useRoute()
const router = useRouter()
const holding = useHolding()
const code = computed(() => (route.params.code === 'scan' ? null : readTag(String(route.params.code))))
const found = computed(() => holding.states.flatMap(({ yard, row }) => row.filter(({ colony }) => tagOf(colony.id) === code.value).map(({ colony }) => ({ yard, colony }))))
const linkOf = (f: { yard: { id: string }; colony: { id: string } }) => `/yards/${f.yard.id}?colony=${f.colony.id}`
// One alone is opened at once, in its place in the history.
watch(found, ([first, ...others]) => void (first && others.length === 0 && router.replace(linkOf(first))), { immediate: true })

const typed = ref('')
const fault = ref<string | null>(null)
function go(text: string): void {
  const tag = readTag(text)
  if (tag.length !== 6) fault.value = 'A tag has six letters, like 7KM-Q2X.'
  else void router.replace(`/tag/${tag}`)
}
const video = ref<HTMLVideoElement | null>(null)
const scanning = ref(false)
let stream: MediaStream | null = null
function stop(): void {
  for (const track of stream?.getTracks() ?? []) track.stop()
  stream = null
  scanning.value = false
}
onUnmounted(stop)
const canScan = typeof navigator.mediaDevices?.getUserMedia === 'function'
async function scan(): Promise<void> {
  fault.value = null
  try {
    stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } })
  } catch {
    fault.value = 'The camera is not to be had: it is not there, or the browser was told not to give it. Type the letters instead.'
    return
  }
  scanning.value = true
  const read = await makeReader()
  if (video.value) {
    video.value.srcObject = stream
    await video.value.play()
  }
  while (scanning.value && video.value) {
    const text = await read(video.value).catch(() => null)
    if (text) {
      stop()
      go(text)
      return
    }
    await new Promise((resolve) => setTimeout(resolve, 150))
  }
}
</script>

<template>
  <div class="page found">
    <template v-if="code !== null && found.length === 0">
      <h1>No colony has the tag {{ sayTag(code) }}.</h1>
      <p class="soft">It is of another holding, its colony is gone from the row, or a letter was read wrong.</p>
    </template>
    <template v-else-if="found.length > 1">
      <h1>Two colonies have this tag.</h1>
      <p v-for="f in found" :key="f.colony.id"><RouterLink class="press quiet" :to="linkOf(f)">{{ f.colony.name }}, {{ f.yard.name }}</RouterLink></p>
    </template>
    <h1 v-else>Scan a tag</h1>
    <video v-show="scanning" ref="video" muted playsinline aria-label="The camera" />
    <p v-if="canScan" class="choose">
      <AButton v-if="!scanning" type="primary" class="press big" @click="scan">Scan with the camera</AButton>
      <AButton v-else class="press quiet" @click="stop">Stop</AButton>
    </p>
    <AForm novalidate layout="vertical" class="typed" @submit="go(typed)">
      <TextField id="tag-typed" v-model="typed" label="Or the letters under it" :most="60" hint="six of them, like 7KM-Q2X" />
      <AButton class="press quiet" html-type="submit">Open it</AButton>
    </AForm>
    <FaultLine v-if="fault">{{ fault }}</FaultLine>
  </div>
</template>

<style scoped>
.found { display: grid; gap: 14px; align-content: start; grid-template-columns: minmax(0, 1fr); max-width: 520px; }
video { width: 100%; border-radius: 12px; background: var(--label-ink); max-height: 60vh; }
.big { min-height: 64px; font-size: 18px; width: 100%; }
.typed { display: grid; gap: 10px; justify-items: start; }
</style>
