<script setup lang="ts">
import FaultLine from '../../parts/FaultLine.vue'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import TextField from '../../fields/TextField.vue'
import { useSave } from '../../parts/useSave.ts'
import { call } from '../../server/call.ts'
import { useHolding } from '../../stores/holding.ts'
import DoorFrame from './DoorFrame.vue'

const route = useRoute()
const router = useRouter()
const password = ref('')
const { busy, fault, at, save } = useSave()
async function set(): Promise<void> {
  if (!(await save(() => call('PUT', `/password-resets/${encodeURIComponent(String(route.params.token))}`, { password: password.value })))) return
  useHolding().forget()
  await router.push('/today')
}
</script>

<template>
  <DoorFrame title="Choose a new password">
    <AForm novalidate layout="vertical" class="form" @submit="set">
      <TextField id="np-password" v-model="password" label="New password" type="password" autocomplete="new-password" :fault="at('password')" hint="10 characters or more; a few words in a row do well" />
      <FaultLine v-if="fault && !at('password')">
        {{ fault }}
        <RouterLink to="/forgotten">Have another link sent</RouterLink>
      </FaultLine>
      <AButton type="primary" class="press" html-type="submit" :disabled="busy">{{ busy ? 'Setting it ...' : 'Set it and come in' }}</AButton>
      <p class="soft small">Everybody signed in with the old one is signed out, and calendar addresses end.</p>
    </AForm>
  </DoorFrame>
</template>

<style scoped>
.form { display: grid; gap: 13px; }
</style>
