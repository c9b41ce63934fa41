<script setup lang="ts">
/** A calendar to subscribe to, and the letter of the day: what reminds somebody who is not looking here. */
import FaultLine from '../../parts/FaultLine.vue'
import AInput from 'ant-design-vue/es/input/Input'
import AButton from 'ant-design-vue/es/button'
import { useClipboard } from '@vueuse/core'
import { computed, onMounted, ref } from 'vue'
import type { Preferences } from '@thistle/core/holding'
import PickField from '../../fields/PickField.vue'
import { useSave } from '../../parts/useSave.ts'
import { sayWhen } from '../../parts/when.ts'
import { useHolding } from '../../stores/holding.ts'

const holding = useHolding()
const { busy, fault, save } = useSave()
const state = ref<{ made: string | null; read: string | null } | null>(null)
const address = ref<string | null>(null)
/** Without a clipboard it is taken from the field by hand. */
const clipboard = useClipboard({ legacy: true, copiedDuring: 60_000 })
const copied = clipboard.copied
const letter = ref<{ subject: string; text: string } | null | undefined>(undefined)
// Read on its own: a press meanwhile is not to wait for it, and is not lost.
const reading = useSave()
onMounted(() => reading.save(async () => void (state.value = await holding.persist('GET', '/calendar/address'))))

const HOURS = Array.from({ length: 24 }, (_, h) => [String(h), `${String(h).padStart(2, '0')}:00`] as const)
const hourOf = (field: 'letterHour' | 'alarmHour') =>
  computed<string | null>({
    get: () => (holding.preferences[field] === null ? null : String(holding.preferences[field])),
    set: (word) => void save(() => holding.savePreferences({ ...holding.preferences, [field]: word === null ? null : Number(word) } as Preferences)),
  })
const letterHour = hourOf('letterHour')
const alarmHour = hourOf('alarmHour')

async function make(): Promise<void> {
  await save(async () => {
    address.value = (await holding.persist<{ address: string }>('POST', '/calendar/address')).address
    state.value = await holding.persist('GET', '/calendar/address')
  })
}
async function end(): Promise<void> {
  await save(async () => {
    await holding.persist('DELETE', '/calendar/address')
    address.value = null
    state.value = { made: null, read: null }
  })
}
async function copy(): Promise<void> {
  if (address.value) await clipboard.copy(address.value)
}
const preview = () => save(async () => void (letter.value = (await holding.persist<{ subject: string; text: string } | undefined>('GET', '/letter')) ?? null))
</script>

<template>
  <section class="sheet block" aria-labelledby="y-reminders">
    <h2 id="y-reminders">Reminders</h2>
    <h3>In your calendar</h3>
    <p class="soft small">
      A private address that your calendar reads by itself: all-day events with their windows, moved when they move, called off when they fall away. Whoever
      has the address can read your open jobs; end it here and it is dead.
    </p>
    <p v-if="state?.made" class="small">
      You have an address since {{ sayWhen(state.made) }}; {{ state.read ? `last read ${sayWhen(state.read)}` : 'nothing has read it yet' }}.
    </p>
    <div v-if="address" class="address">
      <label for="y-address" class="unseen">The address</label>
      <AInput id="y-address" readonly :value="address" @focus="($event.target as HTMLInputElement).select()" />
      <AButton class="press quiet" @click="copy">{{ copied ? 'Copied' : 'Copy' }}</AButton>
      <p class="care small strong">Shown this once. Paste it into your calendar where it subscribes to an address.</p>
    </div>
    <p class="doings">
      <AButton class="press quiet" :disabled="busy" @click="make">{{ state?.made ? 'A new address, the old one ends' : 'Make an address' }}</AButton>
      <AButton v-if="state?.made" class="press quiet" :disabled="busy" @click="end">End it</AButton>
      <a class="plainlink" href="/api/calendar.ics" download="open-jobs.ics">Or download it once</a>
    </p>
    <div class="fields"><PickField id="y-alarm" v-model="alarmHour" label="Events ring at" :options="HOURS" unknown="they do not ring" /></div>
    <h3>By mail</h3>
    <p class="soft small">One letter a day with what is overdue, due and coming, at this hour in your first yard's time. On days on which nothing asks, none comes.</p>
    <div class="fields"><PickField id="y-letter" v-model="letterHour" label="Daily letter" :options="HOURS" unknown="no letter" /></div>
    <p><AButton type="link" class="plainlink" @click="preview">What it would say now</AButton></p>
    <p v-if="letter === null" class="soft" role="status">Nothing asks today: no letter would come.</p>
    <article v-else-if="letter" class="letter">
      <p class="strong">{{ letter.subject }}</p>
      <pre>{{ letter.text }}</pre>
    </article>
    <FaultLine v-if="fault ?? reading.fault.value">{{ fault ?? reading.fault.value }}</FaultLine>
  </section>
</template>

<style scoped>
.fields { max-width: 300px; }
.address { display: grid; grid-template-columns: minmax(0, 1fr) auto; gap: 8px; }
.address p { grid-column: 1 / -1; }
.doings { display: flex; gap: 12px; align-items: center; flex-wrap: wrap; }
.letter { background: var(--sunken); border-radius: 10px; padding: 12px 14px; display: grid; gap: 8px; }
pre { margin: 0; font: inherit; white-space: pre-wrap; overflow-wrap: anywhere; }
</style>
