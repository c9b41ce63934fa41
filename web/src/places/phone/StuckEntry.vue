<script setup lang="ts">
/** Something that the server did not take: both versions side by side where somebody else was there first, else why, and what becomes of it. */
import AButton from 'ant-design-vue/es/button'
import { computed, ref } from 'vue'
import { rowsOfEntry } from '@thistle/core/holding'
import { isCounted } from '@thistle/core/course'
import DayField from '../../fields/DayField.vue'
import TwoVersions from '../../parts/TwoVersions.vue'
import { sayEntry } from '../../parts/entry-words.ts'
import type { State } from '../../parts/state-words.ts'
import { sayDay } from '../../look/dates.ts'
import { sayWhen } from '../../parts/when.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import { usePhone } from '../../stores/phone.ts'
import type { KeptEntry } from '../../stores/phone-store.ts'

const props = defineProps<{ entry: KeptEntry }>()
const phone = usePhone()
const holding = useHolding()
const busy = ref(false)
const mine = computed(() => (props.entry.body ?? {}) as State)
const theirs = computed(() => props.entry.current as (State & { version: number }) | null)
/** The same job ticked by two: what stands, beside what was ticked here. */
const ticked = computed(() => {
  const [row] = rowsOfEntry(props.entry) ?? []
  const body = row?.kind === 'events' ? row.body : null
  if (!body || body.kind !== 'done' || isCounted(body.job as never)) return null
  for (const { row: colonies } of holding.states)
    for (const state of colonies) {
      const course = state.colony.courses.find((c) => c.id === body.courseId)
      const gone = new Set(course?.events.map((e) => e.supersedes))
      const stands = course?.events.find((e) => e.kind === 'done' && e.job === body.job && e.n === body.n && !gone.has(e.id) && e.id !== row?.id)
      if (stands) return { body, stands }
    }
  return null
})
/** A day that the server does not take: a clock that was wrong, a book that was closed. */
const dayField = computed(() => ['onDay', 'happenedOn', 'laidOn', 'takenOn', 'day'].find((f) => typeof mine.value[f] === 'string' && props.entry.method === 'PUT') ?? null)
const day = ref<string | null>(dayField.value ? String(mine.value[dayField.value]) : null)

async function settle(change: Parameters<typeof phone.settle>[1]): Promise<void> {
  busy.value = true
  await phone.settle(props.entry, change).finally(() => (busy.value = false))
}
const again = (body: unknown) => settle({ method: props.entry.method, path: props.entry.path, body })
const keepMine = () => again({ ...mine.value, version: theirs.value?.version ?? null })
const keepMerged = (merged: State) => again({ ...mine.value, ...merged, version: theirs.value?.version ?? null })
/** Mine in the place of what stands: as a correction, so that both stay in the history. */
const correct = () => {
  const t = ticked.value
  if (t) void settle({ method: 'PUT', path: `/events/${newId()}`, body: { ...mine.value, supersedes: t.stands.id } })
}
const letGo = ref(false)
</script>

<template>
  <article class="stuck sheet">
    <p class="strong">{{ sayEntry(entry, holding.states) }}</p>
    <p class="soft small">Written {{ sayWhen(new Date(entry.at).toISOString()) }} on this device.</p>
    <TwoVersions v-if="theirs" :mine="mine" :theirs="theirs" :busy="busy" merge @mine="keepMine" @theirs="settle(null)" @merged="keepMerged" />
    <template v-else-if="ticked">
      <p>
        It is entered already, {{ sayDay(ticked.stands.happenedOn) }}{{ ticked.stands.doneBy ? ` by ${ticked.stands.doneBy}` : '' }}{{ ticked.stands.amount === null ? '' : `, ${ticked.stands.amount}` }}{{ ticked.stands.note ? `: ${ticked.stands.note}` : '' }}.
        Here it was {{ sayDay(String(ticked.body.happenedOn)) }}{{ ticked.body.amount == null ? '' : `, ${String(ticked.body.amount)}` }}{{ ticked.body.note ? `: ${String(ticked.body.note)}` : '' }}.
      </p>
      <p class="choose">
        <AButton class="press quiet" :disabled="busy" @click="settle(null)">Leave it as it stands</AButton>
        <AButton type="primary" class="press" :disabled="busy" @click="correct">Put mine in its place</AButton>
      </p>
    </template>
    <template v-else>
      <p class="alarm">{{ entry.fault }}</p>
      <DayField v-if="dayField" :id="`st-${entry.n}`" v-model="day" label="On another day" :max="holding.today" />
      <p class="choose">
        <AButton type="primary" class="press" :disabled="busy" @click="again(dayField ? { ...mine, [dayField]: day } : entry.body)">Send it again</AButton>
        <AButton v-if="!letGo" class="press quiet" :disabled="busy" @click="letGo = true">Let it go ...</AButton>
        <AButton v-else danger class="press quiet" :disabled="busy" @click="settle(null)">It is lost then: let it go</AButton>
      </p>
    </template>
  </article>
</template>

<style scoped>
.stuck { padding: 14px 16px; display: grid; gap: 8px; }
.choose { display: flex; gap: 10px; flex-wrap: wrap; }
</style>
