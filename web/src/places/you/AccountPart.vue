<script setup lang="ts">
/** Name, password, where one is signed in. */
import WaitLine from '../../parts/WaitLine.vue'
import FaultLine from '../../parts/FaultLine.vue'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { onMounted, reactive, ref } from 'vue'
import TextField from '../../fields/TextField.vue'
import { sayWhen } from '../../parts/when.ts'
import { useSave } from '../../parts/useSave.ts'
import { useHolding } from '../../stores/holding.ts'

interface Session {
  readonly id: string
  readonly since: string | null
  readonly seenAt: string | null
  readonly agent: string
  readonly current: boolean
}
const emit = defineEmits<{ listed: [] }>()
const holding = useHolding()
const name = ref(holding.me?.keeper.name ?? '')
const naming = useSave()
const named = ref(false)
async function rename(): Promise<void> {
  named.value = await naming.save(async () => {
    await holding.persist('PUT', '/account/name', { name: name.value })
    await holding.load()
  })
}
const change = reactive({ password: '', next: '' })
const changing = useSave()
const changed = ref(false)
async function changePassword(): Promise<void> {
  changed.value = await changing.save(() => holding.persist('PUT', '/account/password', { ...change }))
  if (!changed.value) return
  change.password = ''
  change.next = ''
  await list()
}
const sessions = ref<Session[] | null>(null)
const ending = useSave()
async function list(): Promise<void> {
  try {
    sessions.value = await holding.persist<Session[]>('GET', '/sessions')
  } finally {
    emit('listed')
  }
}
onMounted(list)
async function end(id: string | null): Promise<void> {
  if (await ending.save(() => holding.persist('DELETE', id ? `/sessions/${id}` : '/sessions'))) await list()
}
/** Enough of a browser's name to tell one device from another. */
function sayAgent(agent: string): string {
  const device = /iPhone|iPad|Android|Windows|Macintosh|Linux/.exec(agent)?.[0]
  const names: Record<string, string> = { Macintosh: 'a Mac', iPhone: 'an iPhone', iPad: 'an iPad', Android: 'an Android device', Windows: 'Windows', Linux: 'Linux' }
  return device ? `a browser on ${names[device]}` : agent ? 'a program' : 'not known'
}
</script>

<template>
  <section class="sheet block" aria-labelledby="y-name">
    <h2 id="y-name">Your account</h2>
    <AForm novalidate layout="vertical" class="line" @submit="rename">
      <TextField id="y-name-field" v-model="name" label="Your name" :most="80" :fault="naming.at('name')" />
      <AButton class="press quiet" html-type="submit" :disabled="naming.busy.value || name === holding.me?.keeper.name">{{ named && name === holding.me?.keeper.name ? 'Kept' : 'Keep the name' }}</AButton>
    </AForm>
    <FaultLine v-if="naming.fault.value && !naming.at('name')">{{ naming.fault.value }}</FaultLine>
    <h3>Another password</h3>
    <AForm novalidate layout="vertical" class="line" @submit="changePassword">
      <TextField id="y-old" v-model="change.password" label="The one you have" type="password" autocomplete="current-password" :fault="changing.at('password')" />
      <TextField id="y-new" v-model="change.next" label="The new one" type="password" autocomplete="new-password" :fault="changing.at('next')" hint="10 characters or more" />
      <AButton class="press quiet" html-type="submit" :disabled="changing.busy.value">{{ changing.busy.value ? 'Changing ...' : 'Change it' }}</AButton>
    </AForm>
    <p v-if="changed" class="settled strong" role="status">Changed. Every other session has ended, and a calendar’s address with it: make it anew above.</p>
    <FaultLine v-if="changing.fault.value && !changing.at('password') && !changing.at('next')">{{ changing.fault.value }}</FaultLine>
    <h3>Where you are signed in</h3>
    <WaitLine v-if="!sessions">Reading ...</WaitLine>
    <ul v-else class="sessions">
      <li v-for="s in sessions" :key="s.id">
        <span>
          <strong>{{ s.current ? 'Here' : sayAgent(s.agent) }}</strong>
          <span class="soft small">{{ s.current ? `${sayAgent(s.agent)}, ` : '' }}since {{ sayWhen(s.since) }}, last used {{ sayWhen(s.seenAt) }}</span>
        </span>
        <AButton v-if="!s.current" type="link" class="plainlink" :disabled="ending.busy.value" @click="end(s.id)">End it</AButton>
      </li>
    </ul>
    <p v-if="(sessions?.length ?? 0) > 1" class="soft small">A device whose session you end is wiped of the holding at its next contact, what it had not sent yet too.</p>
    <p v-if="(sessions?.length ?? 0) > 1"><AButton type="link" class="plainlink" :disabled="ending.busy.value" @click="end(null)">End all the others</AButton></p>
    <FaultLine v-if="ending.fault.value">{{ ending.fault.value }}</FaultLine>
  </section>
</template>

<style scoped>
.line { display: grid; grid-template-columns: repeat(auto-fit, minmax(180px, 1fr)); gap: 12px; align-items: start; }
.line .press { margin-top: 26px; }
.sessions li { display: flex; justify-content: space-between; gap: 12px; align-items: center; min-height: 48px; border-bottom: 1px solid var(--hairline); }
.sessions span span { display: block; }
@media screen and (max-width: 720px) { .line { grid-template-columns: 1fr; } .line .press { margin-top: 0; } .sessions button { min-height: 48px; } }
</style>
