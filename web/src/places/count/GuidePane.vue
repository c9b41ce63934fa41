<script setup lang="ts">
/** How to do it, beside the work. */
import CautionNote from '../../parts/CautionNote.vue'
import type { Method } from '@thistle/core/situation'
import SidePane from '../../parts/SidePane.vue'
import GuideDrawing from './GuideDrawing.vue'
import { GUIDES } from './guides.ts'

defineProps<{ method: Method }>()
const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <SidePane words :title="GUIDES[method].title" :sub="GUIDES[method].takes" @close="emit('close')">
    <GuideDrawing :method="method" />
    <section class="part">
      <h3>At hand</h3>
      <ul class="dots"><li v-for="n in GUIDES[method].need" :key="n">{{ n }}</li></ul>
    </section>
    <section class="part">
      <h3>Steps</h3>
      <ol class="steps"><li v-for="s in GUIDES[method].steps" :key="s">{{ s }}</li></ol>
    </section>
    <section class="part">
      <h3>What goes wrong</h3>
      <dl>
        <template v-for="w in GUIDES[method].wrong" :key="w.what">
          <dt>{{ w.what }}</dt>
          <dd>{{ w.then }}</dd>
        </template>
      </dl>
    </section>
    <CautionNote>{{ GUIDES[method].care }}</CautionNote>
    <p class="law">Common practice, no source, where none is named.</p>
  </SidePane>
</template>

<style scoped>
.part { display: grid; gap: 8px; }
.dots { list-style: disc; padding-left: 20px; }
.steps { list-style: decimal; padding-left: 24px; display: grid; gap: 9px; }
.steps li::marker { font-weight: 650; color: var(--thistle); }
dl { margin: 0; display: grid; gap: 2px; }
dt { font-weight: 650; }
dd { margin: 0 0 8px; color: var(--soft); }
</style>
