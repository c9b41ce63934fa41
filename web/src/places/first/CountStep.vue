<script setup lang="ts">
/** The first count, by the way the keeper has: what each needs, and how it is done. */
import { RadioButton as ARadioButton, RadioGroup as ARadioGroup } from 'ant-design-vue/es/radio'
import AButton from 'ant-design-vue/es/button'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { METHODS, type Method } from '@thistle/core/situation'
import CautionNote from '../../parts/CautionNote.vue'
import { METHOD_SAYS } from '../../parts/count-words.ts'
import { useHolding } from '../../stores/holding.ts'
import { useDrafts } from '../count/drafts.ts'
import GuideDrawing from '../count/GuideDrawing.vue'
import { GUIDES } from '../count/guides.ts'

const emit = defineEmits<{ onward: [] }>()
const holding = useHolding()
const router = useRouter()
const drafts = useDrafts()
const yard = computed(() => holding.states.find((y) => y.row.length > 0) ?? null)
const first = computed(() => yard.value?.row.find((s) => s.judgement.estimate === null && s.gone === null) ?? yard.value?.row[0] ?? null)
/** A cluster is not opened for a jar. */
const winter = computed(() => first.value?.judgement.shut === true)
const method = ref<Method>(winter.value ? 'board' : drafts.last.method)
const guide = computed(() => GUIDES[method.value])
async function count(): Promise<void> {
  if (!first.value) return
  drafts.begin(first.value, method.value)
  await router.push(`/count/${first.value.colony.id}`)
}
</script>

<template>
  <section class="sheet block" aria-labelledby="fs-count">
    <h2 id="fs-count">The first count</h2>
    <p>Test before treating, and treat because of the test. Which way have you at hand?</p>
    <ARadioGroup v-model:value="method" class="ways" name="fs-method" role="radiogroup" aria-label="How it is counted">
      <ARadioButton v-for="m in METHODS" :key="m" :value="m">{{ METHOD_SAYS[m].name }}</ARadioButton>
    </ARadioGroup>
    <p v-if="winter && method !== 'board'" class="care strong">It is the winter rest: a cluster is not opened for a jar. Lay a board under it, or wait for the first warm inspection of spring.</p>
    <p v-else-if="winter" class="care">In the winter rest the board is the count: nothing is opened.</p>
    <p class="go">
      <AButton type="primary" class="press" @click="count">{{ method === 'board' ? 'The board of' : 'Count' }} {{ first?.colony.placement.position }} {{ first?.colony.name }}</AButton>
      <AButton type="link" class="plainlink later" @click="emit('onward')">Leave it for later</AButton>
    </p>
    <div class="how">
      <GuideDrawing :method="method" />
      <div>
        <p class="soft">{{ guide.takes }} You need:</p>
        <ul class="needs"><li v-for="n in guide.need" :key="n">{{ n }}</li></ul>
      </div>
    </div>
    <ol class="steps"><li v-for="s in guide.steps" :key="s">{{ s }}</li></ol>
    <CautionNote>{{ guide.care }}</CautionNote>
    <p class="law">Common practice, no source, where none is named.</p>
  </section>
</template>

<style scoped>
.block { padding: 22px; display: grid; gap: 14px; grid-template-columns: minmax(0, 1fr); }
.go { display: flex; gap: 8px 18px; align-items: center; flex-wrap: wrap; }
.how { display: grid; grid-template-columns: minmax(0, 300px) minmax(0, 1fr); gap: 20px; align-items: center; }
.needs { list-style: disc; padding-left: 20px; display: grid; gap: 4px; }
.steps { list-style: decimal; padding-left: 24px; display: grid; gap: 8px; }
.steps li::marker { font-weight: 650; color: var(--thistle); }
@media screen and (max-width: 720px) {
  .block { padding: 16px 14px; }
  .go .press { width: 100%; }
  .later { min-height: 48px; }
  .how { grid-template-columns: minmax(0, 1fr); }
}
</style>
