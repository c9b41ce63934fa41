<script setup lang="ts">
/** Links for a mentor or an inspector: without an account they read some parts of some yards, until a day or until the link is withdrawn. */
import AButton from 'ant-design-vue/es/button'
import ACheckbox, { CheckboxGroup as ACheckboxGroup } from 'ant-design-vue/es/checkbox'
import AForm from 'ant-design-vue/es/form/Form'
import { useClipboard } from '@vueuse/core'
import { onMounted, ref } from 'vue'
import NumberField from '../../fields/NumberField.vue'
import TextField from '../../fields/TextField.vue'
import FaultLine from '../../parts/FaultLine.vue'
import SidePane from '../../parts/SidePane.vue'
import KeptNote from '../../parts/KeptNote.vue'
import { useSave } from '../../parts/useSave.ts'
import { sayWhen } from '../../parts/when.ts'
import { useHolding } from '../../stores/holding.ts'
import { useKeptForm } from '../../stores/kept-forms.ts'

interface ReaderLink {
  readonly id: string
  readonly forWhom: string
  readonly yards: readonly string[] | null
  readonly parts: readonly string[]
  readonly endsAt: string
  readonly readAt: string | null
  readonly state: 'open' | 'over' | 'withdrawn'
}
const PARTS = [
  ['register', 'the register of treatments'],
  ['counts', 'the counts'],
  ['looks', 'the inspections'],
  ['review', 'whether treatments worked'],
] as const
const STATE = { open: 'open', over: 'over', withdrawn: 'withdrawn' } as const
const holding = useHolding()
const { busy, fault, marked, at, refuse, save } = useSave()
const links = ref<ReaderLink[]>([])
const load = async () => void (links.value = (await holding.persist<{ links: ReaderLink[] }>('GET', '/reader-links')).links)
onMounted(load)

const making = ref(false)
const made = ref<string | null>(null)
const USUAL_DAYS = 30
const { form: draft, typedOn, anew } = useKeptForm('reader link', () => ({ forWhom: '', parts: ['register'] as string[], yards: null as string[] | null, days: USUAL_DAYS as number | null }))
function begin(): void {
  made.value = null
  making.value = true
}
async function make(): Promise<void> {
  if (draft.forWhom.trim() === '') return refuse('forWhom', 'For whom is it?')
  if (draft.parts.length === 0) return refuse('parts', 'What is it to show?')
  if (draft.days === null) return refuse('days', 'For how many days?')
  if (draft.yards?.length === 0) return refuse('yards', 'At least one yard, or all.')
  const done = await save(async () => {
    made.value = (await holding.persist<{ address: string }>('POST', '/reader-links', { ...draft, forWhom: draft.forWhom.trim() })).address
  })
  if (!done) return
  anew()
  await load()
}
async function withdraw(link: ReaderLink): Promise<void> {
  if (await save(() => holding.persist('DELETE', `/reader-links/${link.id}`).then(() => undefined))) await load()
}
const clipboard = useClipboard({ legacy: true, copiedDuring: 60_000 })
const yardNames = (ids: readonly string[] | null) => (ids === null ? 'all yards' : ids.map((id) => holding.yards.find((y) => y.id === id)?.name ?? 'a yard').join(', '))
const partNames = (parts: readonly string[]) => PARTS.filter(([key]) => parts.includes(key)).map(([, says]) => says).join(', ')
</script>

<template>
  <section class="links" aria-labelledby="p-links">
    <div class="head">
      <h2 id="p-links">Links to read by</h2>
      <AButton class="press quiet" @click="begin">Make a link</AButton>
    </div>
    <p class="soft">For a mentor or an inspector: without an account they read what you choose, until a day, or until you withdraw it.</p>
    <ul v-if="links.length > 0" class="sheet list">
      <li v-for="l in links" :key="l.id">
        <span>
          <strong>{{ l.forWhom }}</strong>
          <span class="soft">{{ partNames(l.parts) }}; {{ yardNames(l.yards) }}; {{ STATE[l.state] }}{{ l.state === 'open' ? ` until ${sayWhen(l.endsAt)}` : '' }}{{ l.readAt ? `; last read ${sayWhen(l.readAt)}` : '; not read yet' }}</span>
        </span>
        <AButton v-if="l.state === 'open'" type="link" class="plainlink" :disabled="busy" @click="withdraw(l)">withdraw<span class="unseen"> the link for {{ l.forWhom }}</span></AButton>
      </li>
    </ul>
    <FaultLine v-if="fault && !making">{{ fault }}</FaultLine>
    <SidePane v-if="making" title="A link to read by" :sub="holding.me?.holding.name" @close="making = false">
      <template v-if="made">
        <p class="settled strong" role="status">The link for {{ draft.forWhom }} is made. It is shown this once:</p>
        <p class="link">{{ made }}</p>
        <p><AButton type="primary" class="press" @click="clipboard.copy(made)">{{ clipboard.copied.value ? 'Copied' : 'Copy the link' }}</AButton></p>
        <p class="soft small">Whoever has it reads: send it to that person alone. It can be withdrawn here at any time.</p>
      </template>
      <AForm v-else novalidate layout="vertical" class="form" @submit="make">
        <KeptNote :typed-on="typedOn" @anew="anew" />
        <TextField id="rl-who" v-model="draft.forWhom" label="For whom" :most="80" :fault="at('forWhom')" />
        <fieldset>
          <legend>It shows</legend>
          <ACheckboxGroup v-model:value="draft.parts" class="which">
            <ACheckbox v-for="[key, says] in PARTS" :key="key" :value="key">{{ says }}</ACheckbox>
          </ACheckboxGroup>
          <FaultLine v-if="at('parts')">{{ at('parts') }}</FaultLine>
        </fieldset>
        <fieldset>
          <legend>Of</legend>
          <ACheckbox :checked="draft.yards === null" @update:checked="draft.yards = $event ? null : holding.yards.map((y) => y.id)">all yards, also those to come</ACheckbox>
          <ACheckboxGroup v-if="draft.yards !== null" v-model:value="draft.yards" class="which">
            <ACheckbox v-for="y in holding.yards" :key="y.id" :value="y.id">{{ y.name }}</ACheckbox>
          </ACheckboxGroup>
          <FaultLine v-if="at('yards')">{{ at('yards') }}</FaultLine>
        </fieldset>
        <NumberField id="rl-days" v-model="draft.days" label="For how long" unit="days" :min="1" :max="365" :fault="at('days')" />
        <FaultLine v-if="fault && !marked">{{ fault }}</FaultLine>
        <AButton type="primary" class="press" html-type="submit" :disabled="busy">{{ busy ? 'Making it ...' : 'Make the link' }}</AButton>
      </AForm>
    </SidePane>
  </section>
</template>

<style scoped>
.links { display: grid; gap: 10px; grid-template-columns: minmax(0, 1fr); }
.head { display: flex; justify-content: space-between; gap: 16px; align-items: center; flex-wrap: wrap; }
.list li { display: flex; justify-content: space-between; gap: 14px; align-items: center; padding: 10px 14px; border-bottom: 1px solid var(--hairline); }
.list li:last-child { border-bottom: 0; }
.list li span span { display: block; }
.form { display: grid; gap: 13px; }
fieldset { border: 0; padding: 0; margin: 0; display: grid; gap: 4px; }
legend { font-size: 14px; font-weight: 600; padding: 0; }
.which { display: grid; gap: 2px; }
.link { background: var(--sunken); border-radius: 8px; padding: 10px 12px; overflow-wrap: anywhere; user-select: all; }
</style>
