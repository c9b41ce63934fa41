<script setup lang="ts">
/** A new keeper's first ten minutes: a yard, its row, what is at hand, and the first count. Where one stands is read from what is there. */
import CautionNote from '../../parts/CautionNote.vue'
import FaultLine from '../../parts/FaultLine.vue'
import ACheckbox, { CheckboxGroup as ACheckboxGroup } from 'ant-design-vue/es/checkbox'
import AreaField from '../../fields/AreaField.vue'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { Tool } from '@thistle/core/situation'
import DayField from '../../fields/DayField.vue'
import YardFields from '../../parts/YardFields.vue'
import { readColonies } from '../../parts/colony-list.ts'
import { useSave } from '../../parts/useSave.ts'
import { KIT_WORDS } from '@thistle/core/situation'
import { bodyOf, newYard } from '../../parts/yard-draft.ts'
import { newId, useHolding } from '../../stores/holding.ts'

const STEPS = ['A yard', 'Its colonies', 'What you have', 'The first count'] as const
const holding = useHolding()
const route = useRoute()
const router = useRouter()
const { busy, fault, at, save } = useSave()

const first = computed(() => holding.states[0] ?? null)
/** How far it has come: a step is open once the one before is done. */
const reached = computed(() => (first.value === null ? 0 : first.value.row.length === 0 ? 1 : 3))
const step = computed(() => {
  const asked = Number(route.query.step)
  if (Number.isInteger(asked) && asked >= 1 && asked - 1 <= reached.value) return asked - 1
  return first.value === null ? 0 : first.value.row.length === 0 ? 1 : 2
})
const to = (n: number) => router.push({ path: '/first-steps', query: { step: n + 1 } })

const yardId = newId()
const yard = ref(newYard())
async function keepYard(): Promise<void> {
  const done = await save(async () => {
    await holding.put('yards', yardId, { ...bodyOf(yard.value), place: 0 }, null)
    await holding.load()
  })
  if (done) await to(1)
}

const text = ref('')
const since = ref<string | null>(null)
watch(
  () => first.value?.yard.today,
  (today) => (since.value ??= today ?? null),
  { immediate: true },
)
const listed = computed(() => readColonies(text.value, first.value?.row.map((s) => s.colony.name) ?? []))
const faults = computed(() => listed.value.filter((c) => c.fault !== null))
/** One id for each place in the list, kept over a failed try. */
const ids = Array.from({ length: 400 }, newId)
async function keepColonies(): Promise<void> {
  const place = first.value
  if (!place) return
  const from = place.row.length
  const done = await save(async () => {
    for (const [i, colony] of listed.value.entries()) {
      const [id, placementId] = [ids[i * 2] ?? newId(), ids[i * 2 + 1] ?? newId()]
      await holding.put('colonies', id, { name: colony.name, since: since.value }, null)
      await holding.persist('POST', `/colonies/${id}/move`, { placementId, yardId: place.yard.id, position: from + i + 1, onDay: since.value })
    }
    await holding.refresh(place.yard.id)
  })
  if (done) await to(2)
}

const kit = ref<Tool[]>([...((holding.settings?.kit ?? []) as Tool[])])
async function keepKit(): Promise<void> {
  const settings = holding.settings
  if (!settings) return
  if (await save(() => holding.saveSettings({ ...settings, kit: kit.value }))) await to(3)
}
const counted = computed(() => first.value?.row.some((s) => s.judgement.estimate !== null) ?? false)
</script>

<template>
  <div class="page steps">
    <h1>{{ holding.me?.holding.name }}: first steps</h1>
    <ol class="way" aria-label="Steps">
      <li v-for="(name, i) in STEPS" :key="name" :class="{ here: i === step, done: i < reached || (i === 3 && counted) }" :aria-current="i === step ? 'step' : undefined">
        <AButton type="link" class="plainlink" :disabled="i > reached" @click="to(i)">{{ i + 1 }} {{ name }}</AButton>
      </li>
    </ol>

    <AForm v-if="step === 0" novalidate layout="vertical" class="sheet block" @submit="keepYard">
      <h2>Where do your bees stand?</h2>
      <p class="soft">A yard is a place where colonies stand in a row. Others can be added later.</p>
      <template v-if="first">
        <p class="settled strong">{{ first.yard.name }} is there.</p>
        <p class="go"><AButton type="primary" class="press" @click="to(1)">On to its colonies</AButton></p>
      </template>
      <template v-else>
        <YardFields v-model="yard" prefix="fy" :at="at" />
        <FaultLine v-if="fault && !at('name') && !at('latitude') && !at('longitude')">{{ fault }}</FaultLine>
        <p class="go"><AButton type="primary" class="press" html-type="submit" :disabled="busy">{{ busy ? 'Keeping ...' : 'Keep it, on to the colonies' }}</AButton></p>
      </template>
    </AForm>

    <AForm v-else-if="step === 1" novalidate layout="vertical" class="sheet block" @submit="keepColonies">
      <h2>Who stands in {{ first?.yard.name }}?</h2>
      <p class="soft">A name or tag a line, in the order in which you walk past them. Paste a list if you have one. The name stays with the colony when it is moved.</p>
      <div class="lists">
        <AreaField id="fs-list" v-model="text" label="Colonies, in walking order" :rows="9" :placeholder="'Alder\nBramble\nClover'" />
        <ol class="row" aria-label="The row as it will stand">
          <li v-for="(c, i) in listed" :key="i" :class="{ alarm: c.fault }">
            <span class="n">{{ (first?.row.length ?? 0) + i + 1 }}</span>
            <span>
              <strong>{{ c.name }}</strong>
              <template v-if="c.fault"> {{ c.fault }}</template>
            </span>
          </li>
          <li v-if="listed.length === 0" class="soft">The row shows here as you type.</li>
        </ol>
      </div>
      <DayField id="fs-since" v-model="since" label="In your book from" :max="holding.today" hint="counts and looks cannot be older than this day" :fault="at('since') ?? at('onDay')" />
      <FaultLine v-if="faults.length > 0">{{ faults[0]?.name }} {{ faults[0]?.fault }}.</FaultLine>
      <FaultLine v-if="fault && !at('since') && !at('onDay')">{{ fault }}</FaultLine>
      <p class="go">
        <AButton type="primary" class="press" html-type="submit" :disabled="busy || listed.length === 0 || faults.length > 0 || since === null">
          {{ busy ? 'Keeping ...' : listed.length === 1 ? 'Keep this colony' : `Keep these ${listed.length}` }}
        </AButton>
        <AButton v-if="reached > 1" type="link" class="plainlink" @click="to(2)">They are all there</AButton>
      </p>
    </AForm>

    <AForm v-else-if="step === 2" novalidate layout="vertical" class="sheet block" @submit="keepKit">
      <h2>What do you have?</h2>
      <p class="soft">What is not ticked counts as not there: a treatment that needs it then waits until you have it. You can tick it later, under Rules.</p>
      <ACheckboxGroup v-model:value="kit" class="kit">
        <ACheckbox v-for="[key, name] in KIT_WORDS" :key="key" :value="key">{{ name }}</ACheckbox>
      </ACheckboxGroup>
      <CautionNote>
        <strong>You confirm what is allowed where you are.</strong>
        Round Thistle never says that a treatment is legal. Until you have read the label and your local rules and ticked a treatment off under Rules, Match says "confirm before use".
      </CautionNote>
      <FaultLine v-if="fault">{{ fault }}</FaultLine>
      <p class="go"><AButton type="primary" class="press" html-type="submit" :disabled="busy">{{ busy ? 'Keeping ...' : 'Keep it, on to the first count' }}</AButton></p>
    </AForm>

    <section v-else class="sheet block">
      <h2>The first count</h2>
      <p>Test before treating, and treat because of the test. For a wash you need about five minutes a colony, and:</p>
      <ul class="needs">
        <li>a jar with a mesh lid, and a measure of half a US cup, level: about 118 mL, which is about 300 bees;</li>
        <li>alcohol, winter screenwash, or water with washing-up liquid;</li>
        <li>a frame with open brood: the young bees on it carry most mites.</li>
      </ul>
      <ol class="how">
        <li><strong>Look twice for the queen</strong> and put her aside.</li>
        <li>Shake or scoop the measure full of bees into the jar, close it, cover them with the fluid.</li>
        <li>Swirl for a minute, let it settle, count the mites. Shake the same bees once more for stragglers.</li>
        <li>Enter mites and bees. The wash kills the sample; the colony does not miss it.</li>
      </ol>
      <p class="soft small">Half a cup for about 300 bees is common practice, without a single source.</p>
      <CautionNote>Keep alcohol and screenwash away from the lit smoker, out of your eyes, and off the honey. Label the bottle.</CautionNote>
      <p v-if="counted" class="settled strong" role="status">The first count is in.</p>
      <p class="go">
        <RouterLink class="press" to="/count">Count the first colony</RouterLink>
        <RouterLink class="press quiet" to="/yards">See the row</RouterLink>
      </p>
    </section>
  </div>
</template>

<style scoped>
.steps { max-width: 860px; display: grid; gap: 16px; grid-template-columns: minmax(0, 1fr); }
.way { display: grid; grid-template-columns: repeat(4, 1fr); gap: 8px; }
.way li { border-top: 4px solid var(--hairline); padding-top: 6px; }
.way li.done { border-top-color: var(--lichen-mid); }
.way li.here { border-top-color: var(--thistle); }
.way li.here button { color: var(--ink); font-weight: 650; text-decoration: none; }
.way button[disabled] { color: var(--soft); text-decoration: none; cursor: default; }
.block { padding: 22px; display: grid; gap: 14px; grid-template-columns: minmax(0, 1fr); }
.go { display: flex; gap: 14px; align-items: center; flex-wrap: wrap; }
.lists { display: grid; grid-template-columns: 1fr 1fr; gap: 18px; }
.tall { min-height: 220px; }
.row { display: grid; align-content: start; gap: 2px; max-height: 280px; overflow-y: auto; padding-top: 24px; }
.row li { display: grid; grid-template-columns: 34px 1fr; padding: 4px 0; border-bottom: 1px solid var(--hairline); }
.row li.soft { display: block; border: 0; }
.n { color: var(--soft); }
.kit { display: grid; grid-template-columns: repeat(auto-fit, minmax(280px, 1fr)); gap: 4px 20px; }
.needs, .how { display: grid; gap: 6px; padding-left: 20px; }
.needs { list-style: disc; }
.how { list-style: decimal; }
@media screen and (max-width: 720px) {
  .block { padding: 16px 14px; }
  .lists { grid-template-columns: 1fr; gap: 8px; }
  .tall { min-height: 150px; }
  .row { padding-top: 0; }
  .way button { min-height: 48px; font-size: 14.5px; }
  .go .press { width: 100%; }
}
</style>
