<script setup lang="ts">
/** Says when the records are out of reach, and lets somebody sign in again over the page, so that nothing typed is lost. */
import { useConnection } from '../stores/connection.ts'
import { useHolding } from '../stores/holding.ts'
import OverPage from './OverPage.vue'
import SignInForm from '../places/signin/SignInForm.vue'

const connection = useConnection()
const holding = useHolding()
</script>

<template>
  <div aria-live="polite" class="no-print">
    <p v-if="connection.lost" class="lost" role="status">
      <strong>Out of reach.</strong>
      {{ connection.lost }}
    </p>
  </div>
  <OverPage v-if="connection.signedOut" title="Your session has ended" held>
    <h2>Your session has ended</h2>
    <p class="soft">Sign in again; what you typed is still here and is kept as soon as you have.</p>
    <SignInForm again :demo-first="holding.me?.holding.demo ?? false" @done="connection.signedIn()" />
  </OverPage>
</template>

<style scoped>
.lost { background: var(--straw-wash); color: var(--straw-ink); border-bottom: 1px solid var(--straw-mid); padding: 9px 20px; }
</style>
