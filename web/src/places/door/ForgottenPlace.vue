<script setup lang="ts">
import FaultLine from '../../parts/FaultLine.vue'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { ref } from 'vue'
import TextField from '../../fields/TextField.vue'
import { useSave } from '../../parts/useSave.ts'
import { call } from '../../server/call.ts'
import DoorFrame from './DoorFrame.vue'
import OutboxLink from './OutboxLink.vue'

const email = ref('')
const sent = ref(false)
const { busy, fault, at, save } = useSave()
async function send(): Promise<void> {
  sent.value = await save(() => call('POST', '/password-resets', { email: email.value }))
}
</script>

<template>
  <DoorFrame title="A new password">
    <template v-if="sent">
      <p role="status">If there is an account with {{ email }}, a letter with a link is on its way. The link works once, within an hour.</p>
      <OutboxLink />
    </template>
    <AForm v-else novalidate layout="vertical" class="form" @submit="send">
      <p class="soft">We send a link to your address; with it you choose a new password.</p>
      <TextField id="fo-email" v-model="email" label="E-mail address" type="email" autocomplete="username" :most="254" :fault="at('email')" />
      <FaultLine v-if="fault && !at('email')">{{ fault }}</FaultLine>
      <AButton type="primary" class="press" html-type="submit" :disabled="busy">{{ busy ? 'Sending ...' : 'Send the link' }}</AButton>
    </AForm>
    <p class="small"><RouterLink to="/sign-in">Back to sign-in</RouterLink></p>
  </DoorFrame>
</template>

<style scoped>
.form { display: grid; gap: 13px; }
</style>
