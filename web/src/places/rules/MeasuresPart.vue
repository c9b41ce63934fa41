<script setup lang="ts">
/** The keeper's own measures: a cup whose bees were counted once, and what their sugar roll finds. */
import AButton from 'ant-design-vue/es/button'
import { computed } from 'vue'
import { SUGAR_RECOVERY, USUAL_CUP, type Cup } from '@thistle/core/count'
import { USUAL_MISSED } from '@thistle/core/judge'
import { plain } from '@thistle/core/units'
import NumberField from '../../fields/NumberField.vue'

defineProps<{ at: (path: string) => string | null }>()
const cup = defineModel<Cup | null>('cup', { required: true })
const recovery = defineModel<number | null>('recovery', { required: true })
const missed = defineModel<number | null>('missed', { required: true })
const set = (field: keyof Cup, value: number | null) => (cup.value = value === null ? null : { ...(cup.value ?? USUAL_CUP), [field]: value })
const share = computed<number | null>({
  get: () => (recovery.value === null ? null : Math.round(recovery.value * 100)),
  set: (p) => (recovery.value = p === null ? null : p / 100),
})
/** What nine mites on 300 bees then mean. */
const effect = computed(() => (3 / Math.max(0.05, recovery.value ?? SUGAR_RECOVERY.usual)).toFixed(1))
</script>

<template>
  <section class="sheet block" aria-labelledby="r-measures">
    <h2 id="r-measures">Your measures</h2>
    <p class="soft small">
      A level half cup, 118 mL, is taken as about 300 bees: 250 to 350 (common practice, no source). Count the bees of your own cup once, after a wash, and it is known better.
    </p>
    <div class="fields">
      <NumberField id="r-cup-ml" :model-value="cup?.mL ?? null" label="Your cup, level" unit="mL" :min="0" :fault="at('cup.mL') && 'A cup holds from 20 to 1000 mL.'" :hint="`usual ${USUAL_CUP.mL}`" @update:model-value="(n: number | null) => set('mL', n)" />
      <NumberField id="r-cup-bees" :model-value="cup?.bees ?? null" label="Bees counted in it" :min="0" :fault="at('cup.bees') && 'From 30 to 3000 bees.'" :hint="`usual ${USUAL_CUP.bees}`" @update:model-value="(n: number | null) => set('bees', n)" />
      <NumberField
        id="r-recovery"
        v-model="share"
        label="Mites your sugar roll finds"
        unit="%"
        :min="0"
        :fault="at('sugarRecovery') && 'From 5 to 100 %.'"
        :hint="`usual ${plain(SUGAR_RECOVERY.usual * 100)}; reported ${plain(SUGAR_RECOVERY.low * 100)} to ${plain(SUGAR_RECOVERY.high * 100)}`"
      />
      <NumberField
        id="r-missed"
        v-model="missed"
        label="A missed treatment weighs as much as so many needless ones"
        :min="0"
        :fault="at('missed') && 'From 1 to 20.'"
        :hint="`usual ${USUAL_MISSED}, a guess: it says when another jar is worth its while`"
      />
    </div>
    <p class="small">
      <template v-if="cup">Your cup: {{ plain(cup.bees / cup.mL, 2) }} bees a mL. <AButton type="link" class="plainlink" @click="cup = null">Back to the usual</AButton>. </template>
      A roll that finds 9 mites on 300 bees is then judged as {{ effect }} in 100. To learn your share, wash the bees after rolling them: mites rolled over all mites.
    </p>
    <p class="small soft">Share found: {{ SUGAR_RECOVERY.source }}.</p>
  </section>
</template>

<style scoped>
.block { padding: 20px; display: grid; grid-template-columns: minmax(0, 1fr); gap: 12px; }
.fields { display: grid; grid-template-columns: repeat(auto-fit, minmax(170px, 1fr)); gap: 12px; align-items: start; max-width: 720px; }
@media screen and (max-width: 720px) { .block { padding: 16px 14px; } }
</style>
