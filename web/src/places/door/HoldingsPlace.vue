<script setup lang="ts">
/** The holdings a keeper is in; another can be taken into view, or begun. */
import WaitLine from '../../parts/WaitLine.vue'
import FaultLine from '../../parts/FaultLine.vue'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { sayDay } from '../../look/dates.ts'
import TextField from '../../fields/TextField.vue'
import { useSave } from '../../parts/useSave.ts'
import { call, Refused } from '../../server/call.ts'
import { useHolding } from '../../stores/holding.ts'
import DoorFrame from './DoorFrame.vue'

interface Mine {
  readonly id: string
  readonly name: string
  readonly role: string
  readonly untilDay: string | null
  readonly inView: boolean
  /** Deleted, and gone for good on this day. */
  readonly leavesOn: string | null
}
const router = useRouter()
const holdings = ref<Mine[] | null>(null)
const failed = ref<string | null>(null)
const name = ref('')
const { busy, fault, at, save } = useSave()
async function load(): Promise<void> {
  failed.value = null
  try {
    holdings.value = (await call<{ holdings: Mine[] }>('GET', '/account')).holdings
  } catch (problem) {
    if (problem instanceof Refused && problem.status === 401) await router.push('/sign-in?back=/holdings')
    else failed.value = problem instanceof Refused ? problem.message : 'Your holdings could not be read.'
  }
}
onMounted(load)
async function enter(path: string): Promise<void> {
  useHolding().forget()
  await router.push(path)
}
async function take(id: string): Promise<void> {
  if (await save(() => call('PUT', '/session/holding', { holdingId: id }))) await enter('/today')
}
async function back(id: string): Promise<void> {
  if (await save(() => call('POST', `/holdings/${id}/return`).then(() => undefined))) await enter('/today')
}
async function begin(): Promise<void> {
  if (await save(() => call('POST', '/holdings', { name: name.value }).then(() => undefined))) await enter('/first-steps')
}
</script>

<template>
  <DoorFrame title="Your holdings">
    <template v-if="failed">
      <FaultLine>{{ failed }}</FaultLine>
      <p><AButton class="press quiet" @click="load">Try again</AButton></p>
    </template>
    <WaitLine v-else-if="!holdings">Reading ...</WaitLine>
    <template v-else>
      <p v-if="holdings.every((h) => h.leavesOn)" class="soft">You are in no holding just now. Begin one of your own, or open the link of an invitation.</p>
      <ul class="list">
        <li v-for="h in holdings" :key="h.id">
          <p v-if="h.leavesOn" class="leaving">
            <span><strong>{{ h.name }}</strong> is deleted, and gone for good on {{ sayDay(h.leavesOn) }}.</span>
            <AButton class="press quiet" :disabled="busy" @click="back(h.id)">Take it back</AButton>
          </p>
          <AButton v-else class="press quiet" :disabled="busy" @click="take(h.id)">
            <strong>{{ h.name }}</strong>
            <span class="soft">{{ h.role }}{{ h.untilDay ? `, until ${sayDay(h.untilDay)}` : '' }}{{ h.inView ? ', in view' : '' }}</span>
          </AButton>
        </li>
      </ul>
      <AForm novalidate layout="vertical" class="form" @submit="begin">
        <TextField id="ho-name" v-model="name" label="Begin another holding" :most="80" :fault="at('name')" hint="its name; you are its owner" />
        <FaultLine v-if="fault && !at('name')">{{ fault }}</FaultLine>
        <AButton type="primary" class="press" html-type="submit" :disabled="busy">Begin it</AButton>
      </AForm>
    </template>
  </DoorFrame>
</template>

<style scoped>
.form { display: grid; gap: 12px; border-top: 1px solid var(--hairline); padding-top: 14px; }
.list { display: grid; gap: 8px; }
.leaving { display: flex; flex-wrap: wrap; gap: 10px; align-items: center; justify-content: space-between; }
.list > li > button { width: 100%; justify-content: space-between; }
</style>
