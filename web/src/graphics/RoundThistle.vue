<script setup lang="ts">
/** Our mark: a round thistle head. */
withDefaults(defineProps<{ size?: number }>(), { size: 32 })
</script>

<template>
  <img src="/mark.svg" alt="" :width="size" :height="size" class="mark" />
</template>

<style scoped>
.mark { display: block; }
</style>
