<script setup lang="ts">
/** What is being fetched or worked out, said while it is. Not aria-busy: that would keep a reader from being told. */
import ASpin from 'ant-design-vue/es/spin'
</script>

<template>
  <p class="wait soft" role="status" data-waiting><ASpin size="small" /> <slot>Reading ...</slot></p>
</template>

<style scoped>
.wait { display: flex; gap: 10px; align-items: center; }
</style>
