<script setup lang="ts">
import PickOne from '../fields/PickOne.vue'
import { useHolding } from '../stores/holding.ts'

defineProps<{ startOpen?: boolean }>()
const emit = defineEmits<{ pick: [yardId: string] }>()
const holding = useHolding()
</script>

<template>
  <PickOne
    id="band-yard"
    named="Yard in view"
    :unknown="false"
    :opened="startOpen"
    :options="holding.states.map((s) => [s.yard.id, s.yard.name] as const)"
    :model-value="holding.yard?.yard.id ?? null"
    @update:model-value="$event && emit('pick', $event)"
  />
</template>
