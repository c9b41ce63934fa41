<script setup lang="ts" generic="T">
/**
 * Rows and columns by the library's table, with what it leaves out for readers: the cell that names a row is its heading,
 * and the table has a name. Not paged: a row that is not shown is a row forgotten.
 */
import ATable from 'ant-design-vue/es/table'
import type { ColumnsType } from 'ant-design-vue/es/table'
import { computed, h, useSlots, type FunctionalComponent } from 'vue'

export interface Column<R> {
  readonly key: string
  readonly title: string
  /** The cell says what the row is. */
  readonly heads?: boolean
  readonly class?: string
  readonly width?: number | string
  /** Said to readers only. */
  readonly hidden?: boolean
  readonly text?: (row: R, index: number) => string | number
}
const props = defineProps<{
  label: string
  columns: readonly Column<T>[]
  rows: readonly T[]
  rowKey: (row: T) => string
  rowClass?: (row: T) => string
  onRow?: (row: T) => Record<string, unknown>
}>()
const slots = useSlots()
const HEADING = 'data-row-heading'
/** A body cell: a heading of its row where it says what the row is. */
const Cell: FunctionalComponent = (_, { attrs, slots: inside }) => (HEADING in attrs ? h('th', { ...attrs, scope: 'row' }, inside.default?.()) : h('td', attrs, inside.default?.()))
Cell.inheritAttrs = false
const HeadCell: FunctionalComponent = (_, { attrs, slots: inside }) => h('th', { ...attrs, scope: 'col' }, inside.default?.())
HeadCell.inheritAttrs = false
const components = { body: { cell: Cell }, header: { cell: HeadCell } }
const columns = computed(() =>
  props.columns.map((c) => ({
    key: c.key,
    title: c.title,
    className: c.class,
    width: c.width,
    ...(c.heads ? { customCell: () => ({ [HEADING]: '' }) } : {}),
  })),
)
const of = (key: unknown) => props.columns.find((c) => c.key === key)
</script>

<template>
  <ATable
    class="rows-table"
    :pagination="false"
    :columns="(columns as unknown as ColumnsType)"
    :data-source="(rows as unknown as Record<string, unknown>[])"
    :row-key="(row) => rowKey(row as T)"
    :row-class-name="(row) => rowClass?.(row as T) ?? ''"
    :custom-row="(row) => onRow?.(row as T) ?? {}"
    :components="components"
    :show-sorter-tooltip="false"
    :aria-label="label"
  >
    <template #headerCell="{ column }">
      <slot :name="`head-${String(column.key)}`">
        <span :class="{ unseen: of(column.key)?.hidden }">{{ column.title }}</span>
      </slot>
    </template>
    <template #bodyCell="{ column, record, index }">
      <slot v-if="slots[String(column.key)]" :name="String(column.key)" :row="(record as T)" :index="index" />
      <template v-else>{{ of(column.key)?.text?.(record as T, index) }}</template>
    </template>
    <template #emptyText><slot name="empty" /></template>
  </ATable>
</template>

<style scoped>
.rows-table :deep(.ant-table) { background: none; color: inherit; font-size: inherit; line-height: inherit; }
.rows-table :deep(.ant-table-thead > tr > th) { background: none; font-size: 13.5px; font-weight: 600; color: var(--soft); border-bottom: 1px solid var(--hairline); padding: 9px 8px; text-align: start; }
.rows-table :deep(.ant-table-thead > tr > th)::before { display: none; }
.rows-table :deep(.ant-table-tbody > tr > *) { padding: 6px 8px; background: none !important; text-align: start; transition: none; }
.rows-table :deep(:where(.ant-table-tbody > tr > th)) { font-weight: 400; }
/* A line under each row, which a place may take away. */
.rows-table :deep(.ant-table-tbody > tr > *) { border-top: 0 !important; border-bottom: var(--row-line, 1px solid var(--hairline)) !important; }
.rows-table :deep(.ant-table-tbody > tr:last-child) { --row-line: 0; }
</style>
