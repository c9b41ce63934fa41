<script setup lang="ts">
/** What belongs to the keeper: themselves, the others, the last changes, the way out. */
import AButton from 'ant-design-vue/es/button'
import ADropdown from 'ant-design-vue/es/dropdown/dropdown'
import AMenu, { MenuItem as AMenuItem } from 'ant-design-vue/es/menu'
import { saveAs } from 'file-saver'
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { useHolding } from '../stores/holding.ts'
import { useOpened } from './layers.ts'
import { ASIDE } from './places.ts'
import { useSignOut } from './useSignOut.ts'

const props = defineProps<{ startOpen?: boolean }>()
const emit = defineEmits<{ open: [what: 'go' | 'sheet'] }>()
const holding = useHolding()
const router = useRouter()
const signOut = useSignOut()
const open = ref(props.startOpen ?? false)
const box = ref<HTMLElement | null>(null)
useOpened(open, box, () => document.querySelector('.ant-btn.keeper'))
/** By the arrows from line to line, which the library leaves out. */
function onKey(event: KeyboardEvent): void {
  const lines = [...(box.value?.querySelectorAll<HTMLElement>('[role=menuitem]') ?? [])]
  const here = lines.findIndex((l) => l === document.activeElement)
  const to = { ArrowDown: (here + 1) % lines.length, ArrowUp: (here - 1 + lines.length) % lines.length, Home: 0, End: lines.length - 1 }[event.key]
  if (to === undefined) return
  event.preventDefault()
  lines[to]?.focus()
}
function run({ key }: { key: string | number }): void {
  open.value = false
  if (key === 'go' || key === 'sheet') emit('open', key)
  else if (key === 'calendar') saveAs('/api/calendar.ics', 'open-jobs.ics')
  else if (key === 'out') void signOut()
  else router.push(String(key)).catch(() => undefined)
}
</script>

<template>
  <ADropdown v-model:open="open" :trigger="['click']" placement="bottomRight" overlay-class-name="keeper-menu">
    <AButton type="text" class="bare keeper" aria-haspopup="menu" :aria-expanded="open">
      <span>{{ holding.me?.keeper.name.split(' ')[0] }}</span><span class="unseen">, your menu</span>
      <span aria-hidden="true">▾</span>
    </AButton>
    <template #overlay>
      <div ref="box" class="box" @keydown="onKey">
        <p class="soft small">{{ holding.me?.keeper.name }}, {{ holding.me?.keeper.role }} of {{ holding.me?.holding.name }}</p>
        <AMenu :selectable="false" @click="run">
          <AMenuItem v-for="p in ASIDE" :key="p.path">
            <strong>{{ p.name }}</strong>
            <span class="soft small">{{ p.says }}</span>
          </AMenuItem>
          <AMenuItem key="calendar">
            <strong>Calendar</strong>
            <span class="soft small">the open jobs as an .ics file</span>
          </AMenuItem>
          <AMenuItem key="go">
            <strong>Go anywhere</strong>
            <span class="soft small">a place, a yard, a colony; also Ctrl K or /</span>
          </AMenuItem>
          <AMenuItem key="sheet">
            <strong>Keys</strong>
            <span class="soft small">the sheet, also by ?</span>
          </AMenuItem>
          <AMenuItem key="out"><strong>Sign out</strong></AMenuItem>
        </AMenu>
      </div>
    </template>
  </ADropdown>
</template>

<style scoped>
.box { width: 290px; background: var(--sheet); color: var(--ink); border: 1px solid var(--line); border-radius: 12px; padding: 8px; box-shadow: 0 14px 40px var(--shade); }
.box > p { padding: 6px 10px 8px; border-bottom: 1px solid var(--hairline); margin-bottom: 6px; }
.box :deep(.ant-dropdown-menu) { box-shadow: none; padding: 0; background: none; }
.box :deep(.ant-dropdown-menu-item) { min-height: 44px; padding: 8px 10px; }
.box :deep(.ant-dropdown-menu-title-content) { display: grid; }
</style>
