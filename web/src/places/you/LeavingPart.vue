<script setup lang="ts">
/** Taking everything out, and deleting for good: a holding, or one's account. Only after its export. */
import CautionNote from '../../parts/CautionNote.vue'
import FaultLine from '../../parts/FaultLine.vue'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { reactive, ref } from 'vue'
import { useRouter } from 'vue-router'
import OverPage from '../../frame/OverPage.vue'
import TextField from '../../fields/TextField.vue'
import { useSave } from '../../parts/useSave.ts'
import { useHolding } from '../../stores/holding.ts'
import { forgetDrafts } from '../../stores/kept-drafts.ts'
import { forgetForms } from '../../stores/kept-forms.ts'

const holding = useHolding()
const router = useRouter()
const { busy, fault, at, save } = useSave()
const asking = ref<'holding' | 'account' | null>(null)
const sure = reactive({ name: '', password: '' })
const owner = () => holding.me?.keeper.role === 'owner'
function ask(what: 'holding' | 'account'): void {
  sure.name = ''
  sure.password = ''
  asking.value = what
}
async function destroy(): Promise<void> {
  const what = asking.value
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
    <p class="soft small">Open JSON: every row with its history, in the words of the API.</p>
    <p class="row">
      <a v-if="owner()" class="press quiet" href="/api/holding/export" download>Export {{ holding.me?.holding.name }}</a>
      <a class="press quiet" href="/api/account/export" download>Export your account</a>
      <RouterLink class="plainlink" to="/holdings">Your holdings</RouterLink>
    </p>
    <template v-if="!holding.me?.holding.demo">
      <h3>Leaving for good</h3>
      <p class="soft small">A holding is deleted with all its records, for everybody in it. An account leaves what it wrote in the holdings of others, without its name. Both want their export first.</p>
      <p class="row">
        <AButton v-if="owner()" class="press quiet" @click="ask('holding')">Delete {{ holding.me?.holding.name }} ...</AButton>
        <AButton class="press quiet" @click="ask('account')">End your account ...</AButton>
      </p>
    </template>
    <p v-else class="soft small">The demo's account and holding stay as they are.</p>
    <OverPage v-if="asking" :title="asking === 'holding' ? 'Delete the holding' : 'End the account'" @close="asking = null">
      <h2>{{ asking === 'holding' ? `Delete ${holding.me?.holding.name} for good?` : 'End your account for good?' }}</h2>
      <CautionNote>
        <strong>This cannot be undone.</strong>
        {{ asking === 'holding' ? 'Yards, colonies, counts and courses go, for everybody in the holding. Records of treatments may have to be kept for years by law: keep the export.' : 'Your name, address and password go. Nobody can sign in with them again.' }}
      </CautionNote>
      <AForm novalidate layout="vertical" class="form" @submit="destroy">
        <TextField v-if="asking === 'holding'" id="y-sure-name" v-model="sure.name" label="Its name, to be sure" :fault="at('name')" />
        <TextField id="y-sure-password" v-model="sure.password" label="Your password" type="password" autocomplete="current-password" :fault="at('password')" />
        <FaultLine v-if="fault && !at('name') && !at('password')">{{ fault }}</FaultLine>
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
.danger:not([disabled]) { background: var(--brick); }
.danger:not([disabled]):hover { background: var(--brick-ink); }
</style>
