<script setup lang="ts">
/** Over the page, for as long as nobody is signed in: what was typed waits under it. */
import SignInForm from '../places/signin/SignInForm.vue'
import { useConnection } from '../stores/connection.ts'
import { useHolding } from '../stores/holding.ts'
import OverPage from './OverPage.vue'

const connection = useConnection()
const holding = useHolding()
</script>

<template>
  <OverPage title="Your session has ended" held>
    <h2>Your session has ended</h2>
    <p class="soft">Sign in again; what you typed is still here and is kept as soon as you have.</p>
    <SignInForm again :demo-first="holding.me?.holding.demo ?? false" :demo="holding.me?.holding.demo ? holding.me.holding.id : null" @done="connection.signedIn()" />
  </OverPage>
</template>
