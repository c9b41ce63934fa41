<script setup lang="ts">
/** The demo, and a season to practise on, live on a date of their own; here it is said, and stepped on. */
import FaultLine from '../parts/FaultLine.vue'
import APopover from 'ant-design-vue/es/popover'
import AButton from 'ant-design-vue/es/button'
import { computed, ref } from 'vue'
import { addDays, type Day } from '@thistle/core/time'
import { sayDay } from '../look/dates.ts'
import { useSave } from '../parts/useSave.ts'
import { useOpened } from './layers.ts'
import { useHolding } from '../stores/holding.ts'

const holding = useHolding()
const props = defineProps<{ startOpen?: boolean }>()
const open = ref(props.startOpen ?? false)
const box = ref<HTMLElement | null>(null)
useOpened(open, box, () => document.querySelector('.ant-btn.demo-now'))
const { busy, fault, save } = useSave()
const place = computed(() => holding.me?.holding ?? null)
const practice = computed(() => place.value?.practice ?? null)
const isOwner = computed(() => holding.me?.keeper.role === 'owner')
const last = computed(() => place.value?.livesTo ?? holding.today)
/** The next day after today on which a job opens or must be over. */
const nextJob = computed<Day | null>(() => {
  const days = holding.states
    .flatMap((y) => y.row.flatMap((s) => s.steps.flatMap((x) => [x.earliest, x.best, x.latest])))
    .filter((d) => d > holding.today && d <= last.value)
  return days.toSorted()[0] ?? null
})
async function during(step: () => Promise<void>): Promise<void> {
  if (await save(step)) open.value = false
}
const go = (on: Day): Promise<void> => during(() => holding.liveOn(on))
/** What was written in the demo goes too, and every draft with it: a page from before would hold rows that are gone. */
const putBack = (): Promise<void> =>
  during(async () => {
    await holding.persist('POST', '/holding/fresh')
    location.assign('/today')
  })
</script>

<template>
  <APopover v-model:open="open" trigger="click" placement="bottomRight" destroy-tooltip-on-hide overlay-class-name="demo-clock">
    <AButton type="text" class="bare demo-now" :aria-expanded="open">
      <span class="word">{{ practice ? 'Practice day' : 'Demo day' }}</span>
      <strong>{{ sayDay(holding.today) }}</strong>
      <span aria-hidden="true">▾</span>
    </AButton>
    <template #content>
    <div ref="box" class="box">
      <p v-if="practice">A season to practise on: everything here is made up. Its days go on, and never back.</p>
      <p v-else>Everything here is made up and lives on its own date. Step it on to see what comes.</p>
      <AButton class="press quiet" :disabled="busy || !holding.mayWrite || holding.today >= last" @click="go(addDays(holding.today, 1))">
        On a day, to {{ sayDay(addDays(holding.today, 1)) }}
      </AButton>
      <AButton class="press quiet" :disabled="busy || !holding.mayWrite || !nextJob" @click="nextJob && go(nextJob)">
        {{ nextJob ? `To the next job, ${sayDay(nextJob)}` : 'No further job' }}
      </AButton>
      <AButton
        class="press quiet"
        :disabled="busy || !holding.mayWrite || holding.today >= last"
        @click="go(addDays(holding.today, 7) > last ? last : addDays(holding.today, 7))"
      >
        On a week
      </AButton>
      <RouterLink v-if="practice" class="press quiet" to="/practice" @click="open = false">The season</RouterLink>
      <AButton
        v-if="!practice"
        class="press quiet"
        :disabled="busy || !holding.mayWrite || !place?.livesFrom || holding.today === place.livesFrom"
        @click="place?.livesFrom && go(place.livesFrom)"
      >
        Back to {{ place?.livesFrom ? sayDay(place.livesFrom) : '' }}
      </AButton>
      <template v-if="isOwner && !practice">
        <AButton class="press quiet" :disabled="busy" @click="putBack">Put everything back as it was</AButton>
        <p>That takes back all that was written in the demo, for everybody who walks through it.</p>
      </template>
      <p v-else-if="!practice" class="strong">{{ holding.mayWrite ? 'Only its owner can put it back.' : 'Readers cannot step it on.' }}</p>
      <FaultLine v-if="fault">{{ fault }}</FaultLine>
    </div>
    </template>
  </APopover>
</template>

<style scoped>
.box { width: 262px; display: grid; gap: 8px; }
.box p { font-size: 14px; color: var(--soft); }
</style>
