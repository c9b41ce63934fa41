<script setup lang="ts">
/** Where mail goes no further than this machine, the way to read it. */
import { onMounted, ref } from 'vue'
import { call } from '../../server/call.ts'

const open = ref(false)
onMounted(async () => {
  open.value = await call('GET', '/outbox').then(
    () => true,
    () => false,
  )
})
</script>

<template>
  <p v-if="open" class="caution-plain small">
    This machine sends no mail: letters stay in its
    <RouterLink to="/outbox">outbox</RouterLink>
    .
  </p>
</template>

<style scoped>
.caution-plain { background: var(--straw-wash); color: var(--straw-ink); border-radius: 8px; padding: 10px 12px; }
.caution-plain a { color: inherit; }
</style>
