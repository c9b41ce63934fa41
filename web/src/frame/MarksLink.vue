<script setup lang="ts">
/** Beside a picture: what its marks mean, one touch away. */
import AButton from 'ant-design-vue/es/button'
import { marksOpen } from './marks.ts'
</script>

<template>
  <AButton type="link" class="plainlink small no-print" @click="marksOpen = true">What the marks mean</AButton>
</template>
