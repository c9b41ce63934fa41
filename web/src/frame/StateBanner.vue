<script setup lang="ts">
/** Says when the records are out of reach, and lets somebody sign in again over the page, so that nothing typed is lost. */
import { defineAsyncComponent } from 'vue'
import { whenIdle } from './idle.ts'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { plural } from '../parts/words.ts'
import { sayWhen } from '../parts/when.ts'
import { useConnection } from '../stores/connection.ts'
import { usePhone } from '../stores/phone.ts'
import { renewed, takeRenewal } from '../stores/renewal.ts'
import AButton from 'ant-design-vue/es/button'

// Fetched with the page when idle: when it is wanted the server may be gone.
const loadEnded = () => import('./SessionEnded.vue')
const SessionEnded = defineAsyncComponent(loadEnded)
whenIdle(loadEnded)
defineProps<{ /** The place was opened on what has changed since, and something was done in it. */ older?: boolean }>()
const emit = defineEmits<{ anew: [] }>()
const connection = useConnection()
const phone = usePhone()
const route = useRoute()
const kept = computed(() => phone.things)
/** Where a round is walked or a colony counted nothing asks for anything else. */
const inRound = computed(() => route.name === 'rounds-sheet' || route.path.startsWith('/count'))
</script>

<template>
  <div aria-live="polite" class="here no-print">
    <p v-if="connection.lost" class="lost" role="status">
      <strong>Out of reach.</strong>
      <template v-if="phone.noRoom">{{ phone.noRoom }}</template>
      <template v-else-if="phone.asOf !== null || kept > 0">
        {{ phone.asOf === null ? '' : `As it was read ${sayWhen(new Date(phone.asOf).toISOString())}. ` }}What you enter is kept on this phone{{ kept > 0 ? ':' : ' and sent later.' }}
        <RouterLink v-if="kept > 0" to="/phone">{{ plural(kept, 'thing') }}</RouterLink>
      </template>
      <template v-else>{{ connection.lost }}</template>
    </p>
    <p v-else-if="kept > 0" class="lost" role="status">
      <RouterLink to="/phone">Kept on this phone: {{ plural(kept, 'thing') }}</RouterLink>{{ phone.sending ? ', being sent ...' : phone.stuck.length > 0 ? `, ${phone.stuck.length === 1 ? 'one waits' : `${phone.stuck.length} wait`} for your word` : '' }}
    </p>
    <p v-else-if="phone.asOf !== null" class="lost" role="status">As it was read {{ sayWhen(new Date(phone.asOf).toISOString()) }}; the server is asked ...</p>
    <p v-else-if="older" class="lost stays" role="status">
      The server tells otherwise than this phone had kept: what you filled in here was begun on that.
      <AButton type="link" class="plainlink" @click="emit('anew')">Open this place anew</AButton>
    </p>
    <p v-if="renewed && !inRound" class="lost" role="status">
      A new version of Round Thistle is there.
      <AButton type="link" class="plainlink" @click="takeRenewal">Take it up</AButton>
    </p>
  </div>
  <SessionEnded v-if="connection.signedOut" />
</template>

<style scoped>
.lost { background: var(--straw-wash); color: var(--straw-ink); border-bottom: 1px solid var(--straw-mid); padding: 9px 20px; }
/* Somebody is in the middle of the place by then, not at its top. */
.here:has(.stays) { position: sticky; top: 0; z-index: 20; }
</style>
