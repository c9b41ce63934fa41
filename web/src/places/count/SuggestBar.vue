<script setup lang="ts">
/** Places that look like a mite, one after the other: a person says of each whether it is one. */
import AProgress from 'ant-design-vue/es/progress'
import AButton from 'ant-design-vue/es/button'
import { computed, ref, watch } from 'vue'
import type { Suggestion } from '@thistle/core/photo'
import NumberField from '../../fields/NumberField.vue'

const props = defineProps<{ suggestions: readonly Suggestion[]; searching: number | null }>()
const emit = defineEmits<{ search: [number]; stop: []; take: [Suggestion]; refuse: [Suggestion]; ask: [Suggestion | null]; clear: [] }>()
const across = defineModel<number | null>('across', { required: true })
const searched = ref(false)
const first = computed(() => props.suggestions[0] ?? null)
watch(first, (now) => emit('ask', now), { immediate: true })
const fault = computed(() => (across.value === null || across.value < 20 || across.value > 2000 ? 'From 20 to 2000 mm.' : null))
function search(): void {
  if (across.value === null || fault.value) return
  searched.value = true
  emit('search', across.value)
}
</script>

<template>
  <div class="suggest no-print">
    <div v-if="searching !== null" class="run">
      <AProgress role="progressbar" aria-label="Searching the picture" :aria-valuenow="Math.round(searching * 100)" aria-valuemin="0" aria-valuemax="100" :percent="Math.round(searching * 100)" status="normal" size="small" />
      <span role="status">Looking for what may be mites ...</span>
      <AButton class="press quiet" @click="emit('stop')">Stop</AButton>
    </div>
    <template v-else-if="first">
      <p><strong>{{ suggestions.length }} places look like a mite.</strong> Is this one?</p>
      <p class="acts">
        <AButton type="primary" class="press" @click="emit('take', first)">A mite</AButton>
        <AButton class="press quiet" @click="emit('refuse', first)">Not a mite</AButton>
        <AButton type="link" class="plainlink" @click="emit('clear')">Put them all away</AButton>
      </p>
    </template>
    <template v-else>
      <div class="ask">
        <NumberField id="s-across" v-model="across" label="The picture shows across" unit="mm" :min="0" :fault="fault" hint="so that it knows how large a mite is" />
        <AButton class="press quiet" @click="search">Suggest marks</AButton>
      </div>
      <p v-if="searched" class="soft small" role="status">Nothing more was found that looks like a mite. That is no count: look yourself.</p>
      <p v-else class="soft small">It points at reddish brown ovals and never counts by itself; it misses some, and takes crumbs for mites.</p>
    </template>
  </div>
</template>

<style scoped>
.suggest { display: grid; gap: 10px; }
.run { display: flex; gap: 14px; align-items: center; flex-wrap: wrap; }
.ant-progress { width: 180px; margin: 0; }
.acts { display: flex; gap: 10px; align-items: center; flex-wrap: wrap; }
.ask { display: flex; gap: 12px; align-items: flex-start; flex-wrap: wrap; }
.ask > :first-child { flex: 1 1 170px; }
.ask .press { margin-top: 26px; }
</style>
