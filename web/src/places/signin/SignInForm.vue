<script setup lang="ts">
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { ref } from 'vue'
import { signedInAnew } from '../../frame/useSignOut.ts'
import FaultLine from '../../parts/FaultLine.vue'
import TextField from '../../fields/TextField.vue'
import { useSave } from '../../parts/useSave.ts'
import { call } from '../../server/call.ts'

const props = defineProps<{ demoFirst?: boolean; withoutDemo?: boolean; again?: boolean; /** The demo that one was in, to go on in it. */ demo?: string | null }>()
const emit = defineEmits<{ done: [] }>()
const email = ref('')
const password = ref('')
const { busy, fault, at, save } = useSave()

async function enter(which: 'demo' | 'own'): Promise<void> {
  const done = await save(() =>
    which === 'demo' ? call('POST', `/session/demo${props.demo ? `?again=${props.demo}` : ''}`) : call('POST', '/session', { email: email.value, password: password.value }),
  )
  if (!done) return
  signedInAnew()
  emit('done')
}
</script>

<template>
  <AForm novalidate layout="vertical" class="form" @submit="enter('own')">
    <AButton v-if="!withoutDemo" type="primary" class="press demo" :disabled="busy" @click="enter('demo')">{{ demo ? 'Go on in your demo' : 'Walk through the demo' }}</AButton>
    <p v-if="!withoutDemo" class="or soft small"><span>or with your own account</span></p>
    <TextField id="si-email" v-model="email" label="E-mail address" type="email" autocomplete="username" :fault="at('email')" />
    <TextField id="si-password" v-model="password" label="Password" type="password" autocomplete="current-password" :fault="at('password')" />
    <FaultLine v-if="fault && !at('email') && !at('password')">{{ fault }}</FaultLine>
    <AButton class="press quiet" html-type="submit" :disabled="busy">Sign in</AButton>
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
