<script setup lang="ts">
/** What was planned for a day and is a fact only when somebody says so: asked on its day, a whole yard at one touch. */
import AButton from 'ant-design-vue/es/button'
import { lookWith, questionsOfDay, type FactQuestion, type Told } from '@thistle/core/holding'
import { computed, reactive, ref } from 'vue'
import DayField from '../../fields/DayField.vue'
import FaultLine from '../../parts/FaultLine.vue'
import { useSave } from '../../parts/useSave.ts'
import { plural } from '../../parts/words.ts'
import { wholeOf } from '../../parts/yard-draft.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import { vAsked } from '../../frame/asked.ts'

const holding = useHolding()
const { busy, fault, save } = useSave()
const all = computed(() => questionsOfDay(holding.states))
/** With many yards the first few are asked; the others follow when they are answered, or when they are asked for. */
const FEW = 4
const whole = ref(false)
const asked = computed(() => (whole.value ? all.value : all.value.slice(0, FEW)))
/** Of a question, the colonies the answer is not for. */
const left = reactive(new Map<string, Set<string>>())
const isIn = (q: FactQuestion, id: string) => !left.get(q.key)?.has(id)
function turn(q: FactQuestion, id: string): void {
  const out = left.get(q.key) ?? new Set<string>()
  if (!out.delete(id)) out.add(id)
  left.set(q.key, out)
}
const chosen = (q: FactQuestion) => q.colonies.filter((s) => isIn(q, s.colony.id))
const kept = ref<string | null>(null)
async function answer(q: FactQuestion, told: Told, say: string): Promise<void> {
  const rows = chosen(q).map(({ colony }) => ({ id: newId(), version: null, ...lookWith(colony.look, told, colony.id, holding.today) }))
  const done = await save(() => holding.keepRows({ looks: rows }, q.yard.yard.id))
  if (done) kept.value = `${q.yard.yard.name}: ${say.toLowerCase()}, noted for ${plural(rows.length, 'colony', 'colonies')}.`
}
/** The plan goes to another day. */
const moving = ref<string | null>(null)
const day = ref<string | null>(null)
async function move(q: FactQuestion): Promise<void> {
  const { yard } = q.yard
  if (!q.moves || day.value === null) return
  const body = { ...wholeOf(yard), [q.moves]: day.value }
  if (await save(() => holding.put('yards', yard.id, body, yard.id).then(() => undefined))) moving.value = null
}
</script>

<template>
  <section v-if="all.length > 0 || kept" class="asked" aria-labelledby="g-asked">
    <h2 id="g-asked">Asked today</h2>
    <p v-if="kept" class="settled strong" role="status">{{ kept }}</p>
    <FaultLine v-if="fault">{{ fault }}</FaultLine>
    <ul class="sheet">
      <li v-for="q in asked" :key="q.key">
        <p>
          <strong>{{ q.yard.yard.name }}.</strong> {{ holding.say(q.text) }}
          <span v-if="q.colonies.length > 1" class="soft small">A plan is no fact: say it for those it is true of.</span>
        </p>
        <div class="who">
          <AButton
            v-for="s in q.colonies"
            :key="s.colony.id"
            type="text"
            class="bare colony"
            :class="{ in: isIn(q, s.colony.id) }"
            :aria-pressed="isIn(q, s.colony.id)"
            :disabled="q.colonies.length === 1 || !holding.mayWrite"
            @click="turn(q, s.colony.id)"
          >
            <i>{{ s.colony.placement.position }}</i>
            {{ s.colony.name }}
          </AButton>
        </div>
        <div v-if="holding.mayWrite" class="answers">
          <AButton
            v-for="(a, i) in q.answers"
            :key="a.say"
            :type="i === 0 ? 'primary' : 'default'"
            class="press"
            :class="{ quiet: i > 0 }"
            :disabled="busy || chosen(q).length === 0"
            @click="answer(q, a.told, holding.say(a.say))"
          >
            {{ holding.say(a.say) }}{{ i === 0 && q.colonies.length > 1 ? ` (${chosen(q).length})` : '' }}
          </AButton>
          <AButton v-if="q.moves" class="press quiet" :aria-expanded="moving === q.key" @click="moving = moving === q.key ? null : q.key">Not yet</AButton>
        </div>
        <div v-if="moving === q.key" v-asked class="move">
          <DayField id="asked-day" v-model="day" label="They come off on" />
          <AButton class="press" :disabled="busy || day === null" @click="move(q)">Keep the new day</AButton>
        </div>
      </li>
    </ul>
    <p v-if="asked.length < all.length"><AButton type="link" class="plainlink" @click="whole = true">All {{ all.length }} questions of today</AButton></p>
  </section>
</template>

<style scoped>
.asked { margin-top: 22px; display: grid; gap: 9px; grid-template-columns: minmax(0, 1fr); }
.asked li { display: grid; gap: 10px; padding: 14px 16px; border-bottom: 1px solid var(--hairline); }
.asked li:last-child { border-bottom: 0; }
.who, .answers { display: flex; flex-wrap: wrap; gap: 8px; }
.colony { display: inline-flex; align-items: center; gap: 7px; min-height: 40px; padding: 4px 13px; border: 1px solid var(--line); border-radius: 9px; color: var(--soft); text-decoration: line-through; }
.colony.in { color: var(--ink); background: var(--thistle-pale); border-color: var(--thistle); text-decoration: none; font-weight: 600; }
.colony i { font-style: normal; font-weight: 400; font-size: 13px; }
.move { display: flex; gap: 12px; align-items: end; flex-wrap: wrap; }
@media screen and (max-width: 720px) { .colony { min-height: 48px; } .answers .press { min-height: 52px; flex: 1 1 140px; } }
</style>
