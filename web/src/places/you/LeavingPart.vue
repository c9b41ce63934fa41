<script setup lang="ts">
/** Taking everything out, and deleting for good: a holding, or one's account. Only after its export. */
import CautionNote from '../../parts/CautionNote.vue'
import FaultLine from '../../parts/FaultLine.vue'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { reactive, ref } from 'vue'
import { useRouter } from 'vue-router'
import OverPage from '../../frame/OverPage.vue'
import FilePick from '../../fields/FilePick.vue'
import TextField from '../../fields/TextField.vue'
import RestorePart from './RestorePart.vue'
import { useSave } from '../../parts/useSave.ts'
import { useHolding } from '../../stores/holding.ts'
import { forgetDrafts } from '../../stores/kept-drafts.ts'
import { forgetForms } from '../../stores/kept-forms.ts'

const holding = useHolding()
const router = useRouter()
const { busy, fault, at, save, clear, refuse } = useSave()
const asking = ref<'holding' | 'account' | null>(null)
const sure = reactive({ name: '', password: '', code: '' })
/** What the chosen file says of itself, or why it says nothing. */
const proof = ref<{ name: string; read: boolean } | null>(null)
/** The code stands at the end of an export: that part alone is read, however large the file. */
const CODE = /Code: ([0-9A-Z]{12})$/
async function readEnd(file: File): Promise<void> {
  sure.code = CODE.exec(await file.slice(-200).text())?.[1] ?? ''
  proof.value = { name: file.name, read: sure.code !== '' }
  if (at('code')) clear()
}
const owner = () => holding.me?.keeper.role === 'owner'
function ask(what: 'holding' | 'account'): void {
  sure.name = ''
  sure.password = ''
  sure.code = ''
  proof.value = null
  clear()
  asking.value = what
}
async function destroy(): Promise<void> {
  const what = asking.value
  if (what === 'holding' && sure.code === '') return refuse('code', 'Choose the file of the export: it shows that you have it whole.')
  const done = await save(() =>
    what === 'holding' ? holding.persist('POST', '/holding/deletion', { ...sure }) : holding.persist('POST', '/account/deletion', { password: sure.password }),
  )
  if (!done) return
  asking.value = null
  holding.forget()
  forgetDrafts()
  forgetForms()
  await router.push(what === 'holding' ? '/holdings' : '/sign-in')
}
</script>

<template>
  <section class="sheet block" aria-labelledby="y-leave">
    <h2 id="y-leave">Taking it with you</h2>
    <p class="soft small">A ZIP file of open parts: every row with its history as lines of JSON, photographs as pictures. It takes a moment to pack.</p>
    <p class="row">
      <a v-if="owner()" class="press quiet" href="/api/holding/export" download>Export {{ holding.me?.holding.name }}</a>
      <a class="press quiet" href="/api/account/export" download>Export your account</a>
      <RouterLink class="plainlink" to="/holdings">Your holdings</RouterLink>
    </p>
    <RestorePart v-if="owner() && !holding.me?.holding.demo" />
    <template v-if="!holding.me?.holding.demo">
      <h3>Leaving for good</h3>
      <p class="soft small">A holding is deleted with all its records, for everybody in it; for 30 days an owner can take that back. An account leaves what it wrote in the holdings of others, without its name. Both want their export first.</p>
      <p class="row">
        <AButton v-if="owner()" class="press quiet" @click="ask('holding')">Delete {{ holding.me?.holding.name }} ...</AButton>
        <AButton class="press quiet" @click="ask('account')">End your account ...</AButton>
      </p>
    </template>
    <p v-else class="soft small">This demo is yours alone, and is cleared after a day: there is nothing to end by hand.</p>
    <OverPage v-if="asking" :title="asking === 'holding' ? 'Delete the holding' : 'End the account'" @close="asking = null">
      <h2>{{ asking === 'holding' ? `Delete ${holding.me?.holding.name} for good?` : 'End your account for good?' }}</h2>
      <CautionNote>
        <strong>{{ asking === 'holding' ? 'After 30 days this cannot be undone.' : 'This cannot be undone.' }}</strong>
        {{ asking === 'holding' ? 'Yards, colonies, counts and courses go, for everybody in the holding. Records of treatments may have to be kept for years by law: keep the export.' : 'Your name, address and password go. Nobody can sign in with them again.' }}
      </CautionNote>
      <AForm novalidate layout="vertical" class="form" @submit="destroy">
        <TextField v-if="asking === 'holding'" id="y-sure-name" v-model="sure.name" label="Its name, to be sure" :fault="at('name')" />
        <TextField id="y-sure-password" v-model="sure.password" label="Your password" type="password" autocomplete="current-password" :fault="at('password')" />
        <div v-if="asking === 'holding'" class="proof">
          <p>The file of its last export, to show that you have it:</p>
          <FilePick id="y-sure-code" label="Choose the export" accept=".zip,application/zip" @file="readEnd" />
          <p v-if="proof" :class="proof.read ? 'settled strong' : 'alarm strong'" role="status">{{ proof.name }}: {{ proof.read ? 'it is whole.' : 'this is no export, or not the whole of it.' }}</p>
          <p v-if="at('code')" class="alarm strong" role="alert">{{ at('code') }}</p>
        </div>
        <FaultLine v-if="fault && !at('name') && !at('password') && !at('code')">{{ fault }}</FaultLine>
        <p class="row">
          <AButton class="press quiet" @click="asking = null">Keep it</AButton>
          <AButton type="primary" class="press danger" html-type="submit" :disabled="busy">{{ asking === 'holding' ? 'Delete it' : 'End it' }}</AButton>
        </p>
      </AForm>
    </OverPage>
  </section>
</template>

<style scoped>
.row { display: flex; gap: 14px; flex-wrap: wrap; align-items: center; }
.form { display: grid; gap: 12px; }
h3 { margin-top: 6px; }
.proof { display: grid; gap: 8px; justify-items: start; }
.danger:not([disabled]) { background: var(--brick); }
.danger:not([disabled]):hover { background: var(--brick-ink); }
</style>
