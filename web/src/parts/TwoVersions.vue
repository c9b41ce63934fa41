<script setup lang="ts">
/** Somebody else changed what is being written: both versions side by side, to choose from. Nothing is lost either way. */
import RowsTable, { type Column } from './RowsTable.vue'
import AButton from 'ant-design-vue/es/button'
import { computed } from 'vue'
import { differences, type State } from './state-words.ts'

const props = defineProps<{ mine: State; theirs: State; busy?: boolean }>()
const emit = defineEmits<{ mine: []; theirs: [] }>()
const COLUMNS: readonly Column<ReturnType<typeof differences>[number]>[] = [
  { key: 'what', title: 'What', hidden: true, heads: true, text: (r) => r.label },
  { key: 'theirs', title: 'As it stands now', text: (r) => r.before },
  { key: 'mine', title: 'As you wrote it', text: (r) => r.after },
]
const rows = computed(() => differences(props.theirs, props.mine))
</script>

<template>
  <section class="two" role="alert" aria-label="Two versions">
    <p class="strong">Somebody changed this while you were writing. Which shall stand?</p>
    <RowsTable label="Both versions, line by line" :columns="COLUMNS" :rows="rows" :row-key="(r) => r.field">
      <template #empty>Both say the same.</template>
    </RowsTable>
    <p class="choose">
      <AButton class="press quiet" :disabled="busy" @click="emit('theirs')">Leave it as it stands</AButton>
      <AButton type="primary" class="press" :disabled="busy" @click="emit('mine')">Keep mine</AButton>
    </p>
    <p class="soft small">Whichever you choose, the other stays in the history.</p>
  </section>
</template>

<style scoped>
.two { background: var(--straw-wash); border-radius: 10px; padding: 12px 14px; display: grid; gap: 8px; color: var(--ink); }
.two :deep(table) { font-size: 14px; table-layout: fixed !important; }
.choose { display: flex; gap: 10px; flex-wrap: wrap; }
.two .soft { color: var(--straw-ink); }
</style>
