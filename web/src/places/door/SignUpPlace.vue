<script setup lang="ts">
import { signedInAnew } from '../../frame/useSignOut.ts'
import FaultLine from '../../parts/FaultLine.vue'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { computed, reactive, ref } from 'vue'
import { useRouter } from 'vue-router'
import TextField from '../../fields/TextField.vue'
import { useSave } from '../../parts/useSave.ts'
import { call } from '../../server/call.ts'
import { useHolding } from '../../stores/holding.ts'
import AccountFields from './AccountFields.vue'
import DoorFrame from './DoorFrame.vue'

const router = useRouter()
const { busy, fault, at, save } = useSave()
const keeper = reactive({ name: '', email: '', password: '' })
const holdingName = ref('')
/** What it is called where nothing is said. */
const usualName = computed(() => (keeper.name.trim() ? `The bees of ${keeper.name.trim()}` : ''))

async function make(): Promise<void> {
  const body = { ...keeper, email: keeper.email.trim(), holding: holdingName.value.trim() || usualName.value }
  if (!(await save(() => call('POST', '/accounts', body)))) return
  signedInAnew()
  useHolding().forget()
  await router.push('/first-steps')
}
const byField = () => ['name', 'email', 'password', 'holding'].some((f) => at(f))
</script>

<template>
  <DoorFrame title="A new account">
    <AForm novalidate layout="vertical" class="form" @submit="make">
      <AccountFields v-model="keeper" :at="at" />
      <TextField id="su-holding" v-model="holdingName" label="What you call your bees" :most="80" :fault="at('holding')" :hint="usualName ? `all your yards together; left empty it is “${usualName}”` : 'all your yards together'" />
      <FaultLine v-if="fault && !byField()">{{ fault }}</FaultLine>
      <AButton type="primary" class="press" html-type="submit" :disabled="busy">{{ busy ? 'Making it ...' : 'Make the account' }}</AButton>
    </AForm>
    <p class="soft small">
      Invited by somebody? Open the link they sent instead. Here already?
      <RouterLink to="/sign-in">Sign in</RouterLink>
    </p>
    <p class="law">Round Thistle helps you think; the label in your hand and your local law decide, and your vet or inspector where they have the say.</p>
  </DoorFrame>
</template>

<style scoped>
.form { display: grid; gap: 13px; }
</style>
