<script setup lang="ts">
/** What this device keeps: what waits to be sent, what the server did not take, and how it works without the network. */
import AButton from 'ant-design-vue/es/button'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import FaultLine from '../../parts/FaultLine.vue'
import { sayEntry } from '../../parts/entry-words.ts'
import { sayWhen } from '../../parts/when.ts'
import { plural } from '../../parts/words.ts'
import { useSignOut } from '../../frame/useSignOut.ts'
import { useConnection } from '../../stores/connection.ts'
import { useHolding } from '../../stores/holding.ts'
import { usePhone } from '../../stores/phone.ts'
import { install, installable, renewed, takeRenewal, worksAlone } from '../../stores/renewal.ts'
import { clockBehind } from '../../stores/server-clock.ts'
import StuckEntry from './StuckEntry.vue'

const route = useRoute()
const router = useRouter()
const phone = usePhone()
const holding = useHolding()
const connection = useConnection()
const signOut = useSignOut()
const leaving = computed(() => route.query.leaving !== undefined && phone.entries.length > 0)
const trying = ref(false)
async function tryNow(): Promise<void> {
  trying.value = true
  await phone.send().catch(() => undefined)
  trying.value = false
}
/** Wrong by more than so much, ms, the clock of a device is worth a word. */
const WRONG = 600_000
const clock = computed(() => (Math.abs(clockBehind()) < WRONG ? null : Math.round(clockBehind() / 60_000)))
const sayClock = (minutes: number) => {
  const by = Math.abs(minutes)
  return by < 120 ? `${by} minutes` : by < 2880 ? `${Math.round(by / 60)} hours` : `${Math.round(by / 1440)} days`
}
</script>

<template>
  <div class="page narrow">
    <h1>On this device</h1>
    <section v-if="leaving" class="leaving" role="alert">
      <p class="strong">You are not signed out yet: {{ plural(phone.things, 'thing') }} {{ phone.things === 1 ? 'is' : 'are' }} on this device alone.</p>
      <p>Signed out now, {{ phone.things === 1 ? 'it is' : 'they are' }} lost. With the network back they go by themselves.</p>
      <p class="choose">
        <AButton type="primary" class="press" @click="router.replace('/phone')">Stay until they are sent</AButton>
        <AButton danger class="press quiet" @click="signOut(true)">Sign out and lose them</AButton>
      </p>
    </section>

    <p class="serif lead" role="status">
      <template v-if="phone.sending">Sending ...</template>
      <template v-else-if="phone.waiting.length > 0">Kept on this phone: {{ plural(phone.things, 'thing') }}. {{ connection.lost ? 'They go by themselves once the network is back.' : 'They are on their way.' }}</template>
      <template v-else-if="phone.stuck.length > 0">{{ plural(phone.stuck.length, 'thing') }} {{ phone.stuck.length === 1 ? 'waits' : 'wait' }} for your word.</template>
      <template v-else>Everything you wrote is with the server.</template>
    </p>
    <FaultLine v-if="phone.noRoom">{{ phone.noRoom }}</FaultLine>
    <p v-if="clock !== null" class="care strong">The clock of this device is {{ sayClock(clock) }} {{ clock > 0 ? 'slow' : 'fast' }}: days and times go by the server’s clock, as far as it is known. Put it right.</p>

    <section v-if="phone.stuck.length > 0" aria-labelledby="ph-stuck">
      <h2 id="ph-stuck">Not taken</h2>
      <StuckEntry v-for="e in phone.stuck" :key="e.n" :entry="e" />
    </section>
    <section v-if="phone.waiting.length > 0" aria-labelledby="ph-waiting">
      <h2 id="ph-waiting">Waiting, in their order</h2>
      <ol class="sheet list">
        <li v-for="e in phone.waiting" :key="e.n">
          <span>{{ sayEntry(e, holding.states) }}</span>
          <span class="soft small">{{ sayWhen(new Date(e.at).toISOString()) }}</span>
        </li>
      </ol>
      <p><AButton class="press quiet" :disabled="trying || phone.sending" @click="tryNow">{{ phone.sending ? 'Sending ...' : 'Try now' }}</AButton></p>
    </section>
    <p v-if="phone.others > 0" class="soft">{{ plural(phone.others, 'thing') }} of another keeper, or of another holding, {{ phone.others === 1 ? 'waits' : 'wait' }} here too: sent once that one is opened again.</p>

    <section aria-labelledby="ph-alone">
      <h2 id="ph-alone">Without the network</h2>
      <p v-if="worksAlone === 'yes'">The page opens on this device without the network: rounds and their sheets, the rows, counting, ticking, notes, photographs, timers. {{ phone.asOf === null ? '' : `What is shown was read ${sayWhen(new Date(phone.asOf).toISOString())}.` }}</p>
      <p v-else-if="worksAlone === 'soon'" class="soft">What the page needs without the network is being fetched, and is not all here yet: stay a moment before you drive off.</p>
      <p v-else class="soft">This browser does not keep the page: without the network it stays open, and cannot be opened anew. It does on an address that begins with https, or on this machine itself.</p>
      <p class="soft small">Choosing a treatment, the book as files, people and your list need the server.</p>
      <p v-if="installable" class="choose"><AButton class="press quiet" @click="install">Put it among the applications of this device</AButton></p>
      <p v-if="renewed" class="choose"><AButton type="primary" class="press" @click="takeRenewal">Take up the new version</AButton></p>
    </section>
    <section aria-labelledby="ph-lost">
      <h2 id="ph-lost">If it is lost</h2>
      <p>End its session under <RouterLink to="/you">You</RouterLink>, from another device. At its next contact with the server everything of the holding is wiped from it, what it had not sent yet too. Until then whoever can open the device can read what it keeps: lock its screen.</p>
    </section>
  </div>
</template>

<style scoped>
.page.narrow { max-width: 720px; display: grid; gap: 16px; align-content: start; }
.page.narrow section { display: grid; gap: 8px; }
.lead { font-size: 20px; line-height: 1.3; }
.leaving { background: var(--straw-wash); color: var(--straw-ink); border-radius: 10px; padding: 14px 16px; }
.choose { display: flex; gap: 10px; flex-wrap: wrap; }
.list { margin: 0; padding: 0; list-style: none; }
.list li { display: flex; justify-content: space-between; gap: 12px; padding: 12px 16px; min-height: 48px; align-items: center; }
.list li + li { border-top: 1px solid var(--hairline); }
.list .small { white-space: nowrap; }
</style>
