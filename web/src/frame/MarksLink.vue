<script setup lang="ts">
/** Beside a picture: what its marks mean, one touch away. */
import AButton from 'ant-design-vue/es/button'
import { marksOpen } from './marks.ts'
</script>

<template>
  <AButton type="link" class="plainlink small no-print marks" @click="marksOpen = true">What the marks mean</AButton>
</template>

<style scoped>
@media screen and (max-width: 720px) { .marks.marks { display: inline-flex; align-items: center; min-height: 48px; } }
</style>
