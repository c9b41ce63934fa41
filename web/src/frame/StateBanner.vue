<script setup lang="ts">
/** Says when the records are out of reach, and lets somebody sign in again over the page, so that nothing typed is lost. */
import { defineAsyncComponent } from 'vue'
import { whenIdle } from './idle.ts'
import { useConnection } from '../stores/connection.ts'

// Fetched with the page when idle: when it is wanted the server may be gone.
const loadEnded = () => import('./SessionEnded.vue')
const SessionEnded = defineAsyncComponent(loadEnded)
whenIdle(loadEnded)
const connection = useConnection()
</script>

<template>
  <div aria-live="polite" class="no-print">
    <p v-if="connection.lost" class="lost" role="status">
      <strong>Out of reach.</strong>
      {{ connection.lost }}
    </p>
  </div>
  <SessionEnded v-if="connection.signedOut" />
</template>

<style scoped>
.lost { background: var(--straw-wash); color: var(--straw-ink); border-bottom: 1px solid var(--straw-mid); padding: 9px 20px; }
</style>
