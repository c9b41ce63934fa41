<script setup lang="ts">
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { ref } from 'vue'
import FaultLine from '../../parts/FaultLine.vue'
import TextField from '../../fields/TextField.vue'
import { call, Refused } from '../../server/call.ts'

defineProps<{ demoFirst?: boolean; withoutDemo?: boolean; again?: boolean }>()
const emit = defineEmits<{ done: [] }>()
const email = ref('')
const password = ref('')
const busy = ref<'demo' | 'own' | null>(null)
const fault = ref<string | null>(null)

async function enter(which: 'demo' | 'own'): Promise<void> {
  busy.value = which
  fault.value = null
  try {
    if (which === 'demo') await call('POST', '/session/demo')
    else await call('POST', '/session', { email: email.value, password: password.value })
    emit('done')
  } catch (problem) {
    fault.value = problem instanceof Refused ? problem.message : 'That did not work; try again.'
  } finally {
    busy.value = null
  }
}
</script>

<template>
  <AForm novalidate layout="vertical" class="form" @submit="enter('own')">
    <AButton v-if="!withoutDemo" type="primary" class="press demo" :disabled="busy !== null" @click="enter('demo')">Walk through the demo</AButton>
    <p v-if="!withoutDemo" class="or soft small"><span>or with your own account</span></p>
    <TextField id="si-email" v-model="email" label="E-mail address" type="email" autocomplete="username" />
    <TextField id="si-password" v-model="password" label="Password" type="password" autocomplete="current-password" />
    <FaultLine v-if="fault">{{ fault }}</FaultLine>
    <AButton class="press quiet" html-type="submit" :disabled="busy !== null || email === '' || password === ''">Sign in</AButton>
    <p v-if="!again && !withoutDemo" class="ways small">
      <RouterLink to="/sign-up">Make an account</RouterLink>
      <RouterLink to="/forgotten">Password forgotten?</RouterLink>
    </p>
  </AForm>
</template>

<style scoped>
.form { display: grid; gap: 13px; }
.ways { display: flex; justify-content: space-between; gap: 12px; }
.or { display: flex; align-items: center; gap: 10px; }
.or::before, .or::after { content: ''; flex: 1; height: 1px; background: var(--hairline); }
</style>
