<script setup lang="ts">
import { ref } from 'vue'
import AccountPart from './AccountPart.vue'
import LeavingPart from './LeavingPart.vue'
import ReadingPart from './ReadingPart.vue'
import RemindersPart from './RemindersPart.vue'
/** What follows the list of sessions waits for it, so that nothing is pushed down under a finger. */
const listed = ref(false)
</script>

<template>
  <div class="page you">
    <h1>You</h1>
    <ReadingPart />
    <RemindersPart />
    <AccountPart @listed="listed = true" />
    <LeavingPart v-if="listed" />
  </div>
</template>

<style scoped>
.you { max-width: 920px; display: grid; grid-template-columns: minmax(0, 1fr); gap: 18px; }
.you :deep(.block) { padding: 20px; display: grid; grid-template-columns: minmax(0, 1fr); gap: 12px; }
.you :deep(.fields) { display: grid; grid-template-columns: repeat(auto-fit, minmax(150px, 1fr)); gap: 12px; }
@media screen and (max-width: 720px) { .you :deep(.block) { padding: 16px 14px; } .you :deep(.fields) { grid-template-columns: repeat(auto-fit, minmax(130px, 1fr)); } }
</style>
