<script setup lang="ts">
/** What is being fetched, said while it is. */
import ASpin from 'ant-design-vue/es/spin'
</script>

<template>
  <p class="wait soft" aria-busy="true"><ASpin size="small" /> <slot>Reading ...</slot></p>
</template>

<style scoped>
.wait { display: flex; gap: 10px; align-items: center; }
</style>
