<script setup lang="ts">
/** A step: what it asks, the one thing to do as the biggest in sight, and the way past it. */
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'

withDefaults(defineProps<{ title: string; says?: string; go: string; busy?: boolean; ready?: boolean; later?: string }>(), { ready: true })
const emit = defineEmits<{ go: []; later: [] }>()
</script>

<template>
  <AForm novalidate layout="vertical" class="sheet block" @submit="emit('go')">
    <h2>{{ title }}</h2>
    <p v-if="says" class="soft">{{ says }}</p>
    <slot />
    <p class="go">
      <AButton type="primary" class="press" html-type="submit" :disabled="busy || !ready">{{ busy ? 'Keeping ...' : go }}</AButton>
      <AButton type="link" class="plainlink later" @click="emit('later')">{{ later ?? 'Leave it for later' }}</AButton>
    </p>
  </AForm>
</template>

<style scoped>
.block { padding: 22px; display: grid; gap: 14px; grid-template-columns: minmax(0, 1fr); }
.go { display: flex; gap: 8px 18px; align-items: center; flex-wrap: wrap; }
@media screen and (max-width: 720px) {
  .block { padding: 16px 14px; }
  .go .press { width: 100%; }
  .later { min-height: 48px; }
}
</style>
