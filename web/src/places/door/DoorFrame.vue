<script setup lang="ts">
/** What stands before the door: one sheet on the dark band, with the mark over it. */
import RoundThistle from '../../graphics/RoundThistle.vue'

defineProps<{ title: string; wide?: boolean }>()
</script>

<template>
  <div class="door">
    <RouterLink to="/" class="brand">
      <RoundThistle :size="38" />
      <span class="serif">Round Thistle</span>
    </RouterLink>
    <section class="sheet card" :class="{ wide }" :aria-label="title">
      <h1>{{ title }}</h1>
      <slot />
    </section>
  </div>
</template>

<style scoped>
.door { min-height: 100vh; background: var(--band); padding: 36px 16px 60px; display: grid; justify-items: center; align-content: start; gap: 22px; }
.brand { display: flex; gap: 12px; align-items: center; color: var(--band-ink); text-decoration: none; font-size: 21px; }
.brand:focus-visible { outline-color: var(--band-mark); }
.card { width: min(480px, 100%); padding: 26px; display: grid; gap: 14px; }
.card.wide { width: min(880px, 100%); }
@media print { .door { background: none; padding: 0; } .brand { display: none; } .card, .card.wide { width: 100%; padding: 0; border: 0; box-shadow: none; } }
@media screen and (max-width: 720px) { .door { padding-top: 20px; } .card { padding: 18px; } }
</style>
