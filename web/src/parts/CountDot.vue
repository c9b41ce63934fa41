<script setup lang="ts">
/** A judged count as dot and whisker, with its words for readers: the one way in which a judgement is drawn. */
import { computed } from 'vue'
import type { Judgement } from '@thistle/core/judge'
import DotWhisker from '../graphics/DotWhisker.vue'
import { heldLevel, isOver, sayCount } from './words.ts'

const props = defineProps<{
  judgement: Judgement
  large?: boolean
  /** Something is in hand against it, so that it is not drawn as an alarm. */
  inHand?: boolean
  /** The limit to draw where there is no count to judge. */
  fallback?: number | null
}>()
const held = computed(() => heldLevel(props.judgement))
const over = computed(() => !props.inHand && isOver(props.judgement))
</script>

<template>
  <DotWhisker
    :large="large"
    :estimate="held.estimate"
    :low="held.low"
    :high="held.high"
    :threshold="judgement.threshold ?? fallback ?? null"
    :unit="judgement.unit"
    :stale="judgement.stale"
    :representative="judgement.representative || judgement.estimate === null"
    :over="over"
    :label="sayCount(judgement)"
  />
</template>
