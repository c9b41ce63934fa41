<script setup lang="ts">
/** The keeper's kit: what is owned, what is planned that takes it, and how long cartridges and gloves still serve. */
import ACheckbox from 'ant-design-vue/es/checkbox'
import AButton from 'ant-design-vue/es/button'
import { computed, ref, shallowRef } from 'vue'
import { gearState, type ToolState } from '@thistle/core/shelf'
import type { GearFacts } from '@thistle/core/holding'
import { KIT_WORDS, type Tool } from '@thistle/core/situation'
import { plain } from '@thistle/core/units'
import AreaField from '../../fields/AreaField.vue'
import DayField from '../../fields/DayField.vue'
import NumberField from '../../fields/NumberField.vue'
import FaultLine from '../../parts/FaultLine.vue'
import SidePane from '../../parts/SidePane.vue'
import { plural } from '../../parts/words.ts'
import { useSave } from '../../parts/useSave.ts'
import { sayDay } from '../../look/dates.ts'
import { useHolding } from '../../stores/holding.ts'
import { useKeptForm, type KeptForm } from '../../stores/kept-forms.ts'
import KeptNote from '../../parts/KeptNote.vue'
import ShelfNav from './ShelfNav.vue'

const holding = useHolding()
const owner = computed(() => holding.me?.keeper.role === 'owner')
const tools = KIT_WORDS.map(([tool]) => tool as Tool)
const nameOf = (tool: Tool) => KIT_WORDS.find(([t]) => t === tool)?.[1] ?? tool
const states = computed(() => (holding.settings ? gearState(tools, holding.states, holding.settings, holding.today) : []))
const lacking = computed(() => states.value.filter((t) => t.jobs > 0 && !t.owned && !(t.tool === 'gloves' && holding.settings?.kit.includes('acid-gloves'))))
const worn = computed(() => states.value.filter((t) => t.owned && (t.over !== null || t.before !== null)))
const { busy, fault, at, save } = useSave()
async function own(tool: Tool, is: boolean): Promise<void> {
  const s = holding.settings
  if (!s) return
  const kit = is ? [...s.kit, tool] : s.kit.filter((t) => t !== tool)
  await save(() => holding.saveSettings({ ...s, kit: kit as typeof s.kit }))
}
const open = ref<Tool | null>(null)
type Draft = { -readonly [K in keyof GearFacts]: GearFacts[K] }
const NOTHING: Draft = { since: null, until: null, hours: null, mostHours: null, note: null }
const kept = shallowRef<KeptForm<Draft> | null>(null)
const draft = computed<Draft>(() => kept.value?.form ?? NOTHING)
function change(tool: Tool): void {
  kept.value = useKeptForm(`gear ${tool}`, () => ({ ...NOTHING, ...holding.settings?.gear?.[tool] }))
  open.value = tool
}
async function keep(): Promise<void> {
  const [s, tool] = [holding.settings, open.value]
  if (!s || !tool) return
  if (!(await save(() => holding.saveSettings({ ...s, gear: { ...s.gear, [tool]: { ...draft.value, note: draft.value.note || null } } })))) return
  kept.value?.drop()
  open.value = null
}
const wanted = computed(() => states.value.some((t) => t.jobs > 0))
const says = (t: ToolState): string =>
  [
    t.jobs > 0 && t.nextOn ? `${plural(t.jobs, 'job')} open, ${t.nextOn < holding.today ? 'overdue since' : 'the first'} ${sayDay(t.nextOn, holding.today)}` : wanted.value ? 'nothing planned takes it' : null,
    t.hours === null ? null : `${plain(t.hours)} h${t.mostHours === null ? ' worn' : ` of ${plain(t.mostHours)} worn`}`,
  ]
    .filter(Boolean)
    .join('; ')
const warns = (t: ToolState): string | null =>
  t.over === 'date' ? 'Past its date: change it before the next use.' : t.over === 'hours' ? 'Over its hours: change it before the next use.' : t.before ? `Good until ${sayDay(t.before, holding.today)}, before its next use.` : null
</script>

<template>
  <div class="page gear">
    <ShelfNav />
    <h1>Gear</h1>
    <p class="serif lead">
      <template v-if="lacking.length > 0">Fetch before it is wanted: {{ lacking.map((t) => `${nameOf(t.tool).toLowerCase()}${t.nextOn ? ` (${t.nextOn < holding.today ? 'wanted since ' : ''}${sayDay(t.nextOn, holding.today)})` : ''}`).join(', ') }}.</template>
      <template v-else-if="worn.length > 0">{{ worn.map((t) => `${nameOf(t.tool)}: ${(warns(t) ?? '').toLowerCase()}`).join(' ') }}</template>
      <template v-else-if="wanted">What is planned lacks no gear.</template>
      <template v-else>Nothing is planned that takes any gear. Tick what you own: what you lack is then said in time.</template>
    </p>
    <ul class="sheet list">
      <li v-for="t in states" :key="t.tool">
        <ACheckbox :checked="t.owned" :disabled="!owner || busy" @update:checked="own(t.tool, $event)"><strong>{{ nameOf(t.tool) }}</strong></ACheckbox>
        <span class="soft small">{{ says(t) }}</span>
        <strong v-if="warns(t)" class="alarm">{{ warns(t) }}</strong>
        <AButton v-if="owner && t.owned" type="link" class="plainlink" :aria-label="`Dates and hours of ${nameOf(t.tool)}`" @click="change(t.tool)">Dates and hours</AButton>
      </li>
    </ul>
    <FaultLine v-if="fault && !open">{{ fault }}</FaultLine>
    <p class="soft small">Hours are those of the jobs that were ticked since it was new, and what you write down besides. The maker's word on cartridges decides; a cartridge that lets smell or taste through is changed at once.</p>
    <p class="law">A dust mask is no respirator. The label says what to wear; it and local rules decide.</p>
    <SidePane v-if="open" :title="nameOf(open)" @close="open = null">
      <KeptNote :typed-on="kept?.typedOn.value ?? null" @anew="kept?.anew()" />
      <DayField id="g-since" v-model="draft.since" :label="open === 'respirator' ? 'Cartridge new on' : 'New on'" :max="holding.today" :fault="at(`gear.${open}.since`)" />
      <DayField id="g-until" v-model="draft.until" label="Printed: not after" :fault="at(`gear.${open}.until`)" />
      <NumberField id="g-hours" v-model="draft.hours" label="Hours worn besides" unit="h" :min="0" :fault="at(`gear.${open}.hours`)" />
      <NumberField id="g-most" v-model="draft.mostHours" label="Most hours by its maker" unit="h" :min="0" :fault="at(`gear.${open}.mostHours`)" />
      <AreaField id="g-note" :model-value="draft.note ?? ''" label="Note" :most="500" @update:model-value="draft.note = $event" />
      <FaultLine v-if="fault">{{ fault }}</FaultLine>
      <AButton type="primary" class="press" :disabled="busy" @click="keep">{{ busy ? 'Keeping ...' : 'Keep it' }}</AButton>
    </SidePane>
  </div>
</template>

<style scoped>
.gear { display: grid; gap: 14px; align-content: start; grid-template-columns: minmax(0, 1fr); max-width: 860px; }
.lead { font-size: 21px; line-height: 1.3; }
.list li { display: grid; grid-template-columns: minmax(0, 1.3fr) minmax(0, 1.4fr) 130px; gap: 4px 16px; align-items: center; padding: 10px 16px; min-height: 56px; }
.list li > .alarm { grid-column: 1 / -1; }
.list li + li { border-top: 1px solid var(--hairline); }
@media screen and (max-width: 720px) { .list li { grid-template-columns: minmax(0, 1fr); } }
</style>
