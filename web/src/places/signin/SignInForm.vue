<script setup lang="ts">
import Input from 'ant-design-vue/es/input'
import { ref } from 'vue'
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
  <form class="form" novalidate @submit.prevent="enter('own')">
    <button v-if="!withoutDemo" class="press demo" type="button" :disabled="busy !== null" @click="enter('demo')">Walk through the demo</button>
    <p v-if="!withoutDemo" class="or soft small"><span>or with your own account</span></p>
    <div class="field">
      <label for="si-email">E-mail address</label>
      <Input id="si-email" v-model:value="email" type="email" autocomplete="username" size="large" />
    </div>
    <div class="field">
      <label for="si-password">Password</label>
      <Input id="si-password" v-model:value="password" type="password" autocomplete="current-password" size="large" />
    </div>
    <p v-if="fault" class="fault alarm strong" role="alert">{{ fault }}</p>
    <button class="press quiet" type="submit" :disabled="busy !== null || email === '' || password === ''">Sign in</button>
    <p v-if="!again && !withoutDemo" class="ways small">
      <RouterLink to="/sign-up">Make an account</RouterLink>
      <RouterLink to="/forgotten">Password forgotten?</RouterLink>
    </p>
  </form>
</template>

<style scoped>
.form { display: grid; gap: 13px; }
.ways { display: flex; justify-content: space-between; gap: 12px; }
.or { display: flex; align-items: center; gap: 10px; }
.or::before, .or::after { content: ''; flex: 1; height: 1px; background: var(--hairline); }
</style>
