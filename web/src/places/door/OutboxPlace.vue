<script setup lang="ts">
/** The mail stand-in: letters that would have gone out, to read here or as .eml files. */
import WaitLine from '../../parts/WaitLine.vue'
import FaultLine from '../../parts/FaultLine.vue'
import AButton from 'ant-design-vue/es/button'
import { onMounted, ref } from 'vue'
import { call, Refused } from '../../server/call.ts'
import DoorFrame from './DoorFrame.vue'

interface Letter {
  readonly id: string
  readonly to: string
  readonly subject: string
  readonly text: string
  readonly sentAt: string
}
const letters = ref<Letter[] | null>(null)
const failed = ref<string | null>(null)
async function load(): Promise<void> {
  failed.value = null
  try {
    letters.value = await call<Letter[]>('GET', '/outbox')
  } catch (problem) {
    failed.value = problem instanceof Refused ? problem.message : 'The outbox could not be read.'
  }
}
onMounted(load)
const when = (instant: string) => new Date(instant).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })
/** Words and links of a letter, apart, so that a link can be followed; everything else stays plain text. */
const pieces = (text: string) => text.split(/(https?:\/\/\S+)/)
const isLink = (piece: string) => /^https?:\/\//.test(piece)
</script>

<template>
  <DoorFrame title="Outbox of this machine" wide>
    <p class="soft">No mail leaves this machine: what would have gone out stays here, and everybody at this machine can read it. Where Round Thistle serves more people, a mail server is set instead.</p>
    <p><AButton class="press quiet" @click="load">Look again</AButton></p>
    <FaultLine v-if="failed">{{ failed }}</FaultLine>
    <WaitLine v-else-if="!letters">Reading ...</WaitLine>
    <p v-else-if="letters.length === 0" class="soft">No letter yet. Invitations and links for new passwords come here.</p>
    <article v-for="l in letters ?? []" :key="l.id" class="letter">
      <h2>{{ l.subject }}</h2>
      <p class="soft small">to {{ l.to }}, {{ when(l.sentAt) }} · <a :href="`/api/outbox/${l.id}/message.eml`" download>as .eml</a></p>
      <p class="text"><template v-for="(p, i) in pieces(l.text)" :key="i"><a v-if="isLink(p)" :href="p">{{ p }}</a><template v-else>{{ p }}</template></template></p>
    </article>
  </DoorFrame>
</template>

<style scoped>
.letter { border-top: 1px solid var(--hairline); padding-top: 12px; display: grid; gap: 6px; }
.text { white-space: pre-wrap; overflow-wrap: anywhere; }
</style>
