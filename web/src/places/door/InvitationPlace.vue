<script setup lang="ts">
/** Somebody holds a link: what it offers, and three ways to take it. */
import { signedInAnew } from '../../frame/useSignOut.ts'
import WaitLine from '../../parts/WaitLine.vue'
import FaultLine from '../../parts/FaultLine.vue'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { onMounted, reactive, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { sayDay } from '../../look/dates.ts'
import { useSave } from '../../parts/useSave.ts'
import { ROLE_WORDS } from '../../parts/words.ts'
import { call, Refused } from '../../server/call.ts'
import { useHolding } from '../../stores/holding.ts'
import SignInForm from '../signin/SignInForm.vue'
import AccountFields from './AccountFields.vue'
import DoorFrame from './DoorFrame.vue'

interface Offer {
  readonly forWhom: string
  readonly holding: string
  readonly by: string
  readonly role: keyof typeof ROLE_WORDS
  readonly untilDay: string | null
}
const route = useRoute()
const router = useRouter()
const token = String(route.params.token)
const offer = ref<Offer | null>(null)
const over = ref<string | null>(null)
const signedInAs = ref<string | null>(null)
const way = ref<'new' | 'sign-in'>('new')
const keeper = reactive({ name: '', email: '', password: '' })
const { busy, fault, at, save } = useSave()

async function look(): Promise<void> {
  over.value = null
  try {
    offer.value = await call<Offer>('GET', `/invitations/by-link/${encodeURIComponent(token)}`)
    keeper.name = offer.value.forWhom
  } catch (problem) {
    over.value = problem instanceof Refused ? problem.message : 'The invitation could not be read; try again.'
  }
  signedInAs.value = await call<{ name: string }>('GET', '/account').then(
    (a) => a.name,
    () => null,
  )
}
onMounted(look)
async function enter(): Promise<void> {
  signedInAnew()
  useHolding().forget()
  await router.push('/today')
}
async function accept(): Promise<void> {
  if (await save(() => call('POST', '/invitations/acceptance', { token }).then(() => undefined))) await enter()
}
async function make(): Promise<void> {
  if (await save(() => call('POST', '/accounts', { ...keeper, email: keeper.email.trim(), holding: null, invitation: token }))) await enter()
}
</script>

<template>
  <DoorFrame :title="offer ? `${offer.by} invites you` : 'An invitation'">
    <template v-if="over">
      <FaultLine>{{ over }}</FaultLine>
      <p><AButton class="press quiet" @click="look">Read it again</AButton></p>
    </template>
    <WaitLine v-else-if="!offer">Reading the invitation ...</WaitLine>
    <template v-else>
      <p class="serif what">To {{ offer.holding }}, as {{ offer.role }}{{ offer.untilDay ? `, until ${sayDay(offer.untilDay)}` : '' }}.</p>
      <p class="soft">{{ ROLE_WORDS[offer.role] }}</p>
      <template v-if="signedInAs">
        <p>You are signed in as {{ signedInAs }}.</p>
        <FaultLine v-if="fault">{{ fault }}</FaultLine>
        <AButton type="primary" class="press" :disabled="busy" @click="accept">Join {{ offer.holding }}</AButton>
      </template>
      <template v-else>
        <div class="ways" role="group" aria-label="How to come in">
          <AButton class="press quiet" :aria-pressed="way === 'new'" @click="way = 'new'">I am new here</AButton>
          <AButton class="press quiet" :aria-pressed="way === 'sign-in'" @click="way = 'sign-in'">I have an account</AButton>
        </div>
        <AForm v-if="way === 'new'" novalidate layout="vertical" class="form" @submit="make">
          <AccountFields v-model="keeper" :at="at" />
          <FaultLine v-if="fault && !at('name') && !at('email') && !at('password')">{{ fault }}</FaultLine>
          <AButton type="primary" class="press" html-type="submit" :disabled="busy">{{ busy ? 'Making it ...' : `Make the account and join` }}</AButton>
        </AForm>
        <SignInForm v-else without-demo @done="look" />
      </template>
    </template>
  </DoorFrame>
</template>

<style scoped>
.form { display: grid; gap: 13px; }
.what { font-size: 20px; }
.ways { display: grid; grid-template-columns: 1fr 1fr; gap: 10px; }
.ways [aria-pressed='true'] { border-color: var(--thistle); background: var(--thistle-wash); color: var(--ink); }
</style>
