<script setup lang="ts">
/** A place with nothing in it: why, and the one thing to do about it as the biggest thing in sight. */
defineProps<{ title: string; says: string; go?: string }>()
</script>

<template>
  <div class="nothing">
    <h1>{{ title }}</h1>
    <p class="soft">{{ says }}</p>
    <RouterLink class="press" to="/yards">{{ go ?? 'To the yards' }}</RouterLink>
  </div>
</template>

<style scoped>
.nothing { display: grid; gap: 12px; justify-items: start; }
</style>
