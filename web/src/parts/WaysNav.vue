<script setup lang="ts">
/** Ways into the work of a place, side by side; where they are wider than the screen, the one that is open stands in sight. */
import { onMounted, ref } from 'vue'

const nav = ref<HTMLElement | null>(null)
onMounted(() => {
  const here = nav.value?.querySelector<HTMLElement>('[aria-current]')
  if (here && nav.value) nav.value.scrollLeft = here.offsetLeft + here.offsetWidth / 2 - nav.value.offsetWidth / 2 - nav.value.offsetLeft
})
defineProps<{ label: string; ways: readonly { readonly to: string; readonly name: string; readonly on: boolean }[] }>()
</script>

<template>
  <nav ref="nav" class="ways no-print" :aria-label="label">
    <RouterLink v-for="w in ways" :key="w.name" :to="w.to" class="keeps-width" :data-words="w.name" :class="{ here: w.on }" :aria-current="w.on ? 'page' : undefined">{{ w.name }}</RouterLink>
  </nav>
</template>

<style scoped>
/* Where there is more to the side its edge is shaded. */
.ways { background: linear-gradient(to right, var(--ground, var(--paper)) 40%, transparent) left / 28px 100% no-repeat local, linear-gradient(to left, var(--ground, var(--paper)) 40%, transparent) right / 28px 100% no-repeat local, radial-gradient(farthest-side at 0 50%, var(--line), transparent) left / 12px 80% no-repeat scroll, radial-gradient(farthest-side at 100% 50%, var(--line), transparent) right / 12px 80% no-repeat scroll; display: flex; gap: 22px; overflow-x: auto; border-bottom: 1px solid var(--hairline); margin-bottom: 16px; }
.ways a { color: var(--soft); text-decoration: none; padding: 10px 0 8px; border-bottom: 2.5px solid transparent; white-space: nowrap; margin-bottom: -1px; flex: none; }
.ways a.here { color: var(--ink); font-weight: 650; border-bottom-color: var(--thistle); }
@media screen and (max-width: 720px) {
  .ways { gap: 10px; }
  .ways a { min-height: 48px; min-width: 48px; padding: 13px 3px 8px; text-align: center; }
}
</style>
