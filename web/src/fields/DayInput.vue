<script setup lang="ts">
/** A day without a frame: typed as the keeper writes days, or picked, with the days of a job's window marked. */
import AButton from 'ant-design-vue/es/button'
import { computed, ref } from 'vue'
import dayjs, { type Dayjs } from 'dayjs'
import type { Day } from '@thistle/core/time'
import { sayDay } from '../look/dates.ts'
import { useNarrow } from '../look/narrow.ts'
import { useHolding } from '../stores/holding.ts'
import { useCarried } from './carried.ts'
import { DatePicker, ISO, readTyped, setNear } from './day-calendar.ts'

const props = defineProps<{
  id: string
  named?: string
  describedby?: string
  invalid?: boolean
  /** Days outside of these are paler; they can be typed, and are refused in words. */
  min?: Day
  max?: Day
  /** The window of a job and its best day, marked in the calendar. */
  window?: { readonly earliest: Day; readonly best: Day; readonly latest: Day } | null
  disabled?: boolean
}>()
const emit = defineEmits<{ unread: [typed: string | null] }>()
const value = defineModel<Day | null>({ required: true })
const root = ref<HTMLElement | null>(null)
useCarried(root, () => ({ 'aria-label': props.named, 'aria-describedby': props.describedby, 'aria-invalid': props.invalid ? 'true' : undefined }))
const narrow = useNarrow()
const holding = useHolding()
if (holding.loaded) setNear(holding.today)
const open = ref(false)
function takeOut(): void {
  set(null)
  open.value = false
}
const picked = computed(() => (value.value ? dayjs(value.value) : undefined))
/** What stands in the field while somebody types. */
const typed = ref<string | null>(null)
function set(day: Dayjs | null): void {
  typed.value = null
  value.value = day ? day.format(ISO) : null
  emit('unread', null)
}
/** What is no day is said when the field is left, and not dropped in silence. */
function left(): void {
  const text = typed.value
  typed.value = null
  if (text === null) return
  if (text.trim() === '') {
    value.value = null
    emit('unread', null)
    return
  }
  const day = readTyped(text)
  if (day) value.value = day
  emit('unread', day ? null : text)
}
function marks(current: Dayjs): Record<string, boolean> {
  const day = current.format(ISO)
  const w = props.window
  return {
    beyond: (props.max !== undefined && day > props.max) || (props.min !== undefined && day < props.min),
    open: Boolean(w && day >= w.earliest && day <= w.latest),
    best: Boolean(w && day === w.best),
  }
}
</script>

<template>
  <span ref="root" class="dayinput" @input="typed = ($event.target as HTMLInputElement).value" @focusout="left">
    <DatePicker
      :id="id"
      :value="picked"
      :format="ISO"
      :disabled="disabled"
      :input-read-only="narrow"
      :allow-clear="false"
      :open="open"
      :show-today="false"
      placeholder=""
      popup-class-name="calendar"
      @open-change="open = $event"
      @change="(day: Dayjs | string | null) => set(day as Dayjs | null)"
    >
      <template #superPrevIcon><span class="ant-picker-super-prev-icon" /><span class="unseen">The year before</span></template>
      <template #prevIcon><span class="ant-picker-prev-icon" /><span class="unseen">The month before</span></template>
      <template #nextIcon><span class="ant-picker-next-icon" /><span class="unseen">The month after</span></template>
      <template #superNextIcon><span class="ant-picker-super-next-icon" /><span class="unseen">The year after</span></template>
      <template #dateRender="{ current }">
        <div class="ant-picker-cell-inner" :class="marks(current)">{{ current.date() }}</div>
      </template>
      <template #renderExtraFooter>
        <p v-if="window" class="legend"><i class="open" /> in the window <i class="best" /> best</p>
        <p class="legend foot">
          <span>{{ narrow ? '' : `Or type it: ${sayDay(holding.today)}` }}</span>
          <AButton v-if="value" type="link" class="plainlink" @click="takeOut">No day</AButton>
        </p>
      </template>
    </DatePicker>
  </span>
</template>

<style scoped>
.dayinput { display: block; }
.dayinput :deep(.ant-picker) { width: 100%; }
</style>
