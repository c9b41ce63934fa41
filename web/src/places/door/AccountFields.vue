<script setup lang="ts">
/** Name, address and password of somebody new. */
import TextField from '../../fields/TextField.vue'

export interface NewKeeper {
  name: string
  email: string
  password: string
}
defineProps<{ at: (path: string) => string | null }>()
const keeper = defineModel<NewKeeper>({ required: true })
</script>

<template>
  <TextField id="su-name" v-model="keeper.name" label="Your name" :most="80" autocomplete="name" :fault="at('name')" hint="others read it beside what you write" />
  <TextField id="su-email" v-model="keeper.email" label="E-mail address" type="email" :most="254" autocomplete="username" :fault="at('email')" />
  <TextField
    id="su-password"
    v-model="keeper.password"
    label="Password"
    type="password"
    autocomplete="new-password"
    :fault="at('password')"
    hint="10 characters or more; a few words in a row do well"
  />
</template>
