<script setup lang="ts">
/** Somebody else changed what is being written: both versions side by side, to choose from, or line by line. */
import RowsTable, { type Column } from './RowsTable.vue'
import AButton from 'ant-design-vue/es/button'
import { computed, reactive, ref } from 'vue'
import PickField from '../fields/PickField.vue'
import { differences, type State } from './state-words.ts'
import { vAsked } from '../frame/asked.ts'

const props = defineProps<{ mine: State; theirs: State; busy?: boolean; /** May be put together line by line. */ merge?: boolean }>()
const emit = defineEmits<{ mine: []; theirs: []; merged: [state: State] }>()
type Row = ReturnType<typeof differences>[number]
const rows = computed(() => differences(props.theirs, props.mine))
const merging = ref(false)
const taken = reactive<Record<string, 'mine' | 'theirs'>>({})
const columns = computed<readonly Column<Row>[]>(() => [
  { key: 'what', title: 'What', hidden: true, heads: true, text: (r) => r.label },
  { key: 'theirs', title: 'As it stands now', text: (r) => r.before },
  { key: 'mine', title: 'As you wrote it', text: (r) => r.after },
])
const merged = computed<State>(() => Object.fromEntries(rows.value.map((r) => [r.field, (taken[r.field] === 'theirs' ? props.theirs : props.mine)[r.field]])))
</script>

<template>
  <section v-asked class="two" role="alert" aria-label="Two versions">
    <p class="strong">Somebody changed this while you were writing. Which shall stand?</p>
    <RowsTable label="Both versions, line by line" :columns="columns" :rows="rows" :row-key="(r) => r.field">
      <template #empty>Both say the same.</template>
    </RowsTable>
    <template v-if="merging">
      <PickField v-for="r in rows" :id="`two-${r.field}`" :key="r.field" :unknown="false" :model-value="taken[r.field] ?? 'mine'" :label="r.label" :options="[['theirs', `as it stands: ${r.before}`], ['mine', `yours: ${r.after}`]]" @update:model-value="taken[r.field] = $event as 'mine' | 'theirs'" />
      <p class="choose">
        <AButton type="primary" class="press" :disabled="busy" @click="emit('merged', merged)">Keep it so</AButton>
        <AButton class="press quiet" :disabled="busy" @click="merging = false">Back</AButton>
      </p>
    </template>
    <p v-else class="choose">
      <AButton class="press quiet" :disabled="busy" @click="emit('theirs')">Leave it as it stands</AButton>
      <AButton type="primary" class="press" :disabled="busy" @click="emit('mine')">Keep mine</AButton>
      <AButton v-if="merge && rows.length > 1" class="press quiet" :disabled="busy" @click="merging = true">Line by line ...</AButton>
    </p>
    <p class="soft small">Keep yours, and what stands now stays in the history. Leave it, and what you wrote here is gone.</p>
  </section>
</template>

<style scoped>
.two { background: var(--straw-wash); border-radius: 10px; padding: 12px 14px; display: grid; gap: 8px; color: var(--ink); }
.two :deep(table) { font-size: 14px; table-layout: fixed !important; }
.choose { display: flex; gap: 10px; flex-wrap: wrap; }
.two .soft { color: var(--straw-ink); }
</style>
