<script setup lang="ts">
/** Who stands in the yard: names pasted or typed, or numbers alone. */
import { computed, toRefs } from 'vue'
import AButton from 'ant-design-vue/es/button'
import AreaField from '../../fields/AreaField.vue'
import DayField from '../../fields/DayField.vue'
import NumberField from '../../fields/NumberField.vue'
import FaultLine from '../../parts/FaultLine.vue'
import { MOST_COLONIES, readColonies } from '../../parts/colony-list.ts'
import { useSave } from '../../parts/useSave.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import { useKeptForm } from '../../stores/kept-forms.ts'
import StepFrame from './StepFrame.vue'

const emit = defineEmits<{ onward: [] }>()
const holding = useHolding()
const { busy, fault, at, save } = useSave()
const first = computed(() => holding.states[0] ?? null)
const { form, drop } = useKeptForm('first colonies', () => ({ text: '', many: null as number | null, since: holding.today as string | null }))
/** One id for each place in the list, kept over a failed try. */
const ids = Array.from({ length: 2 * MOST_COLONIES }, newId)
const { text, many, since } = toRefs(form)
const taken = computed(() => first.value?.row.map((s) => s.colony.name) ?? [])
const listed = computed(() => readColonies(text.value, taken.value))
const faults = computed(() => listed.value.filter((c) => c.fault !== null))
/** Without names: as many hives as there are, numbered on from those there are. */
function number(): void {
  const from = taken.value.length
  text.value = Array.from({ length: Math.min(MOST_COLONIES, Math.max(0, Math.round(many.value ?? 0))) }, (_, i) => `Hive ${from + i + 1}`).join('\n')
}
async function keep(): Promise<void> {
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
  if (!done) return
  drop()
  emit('onward')
}
const ready = computed(() => listed.value.length > 0 && faults.value.length === 0 && since.value !== null)
</script>

<template>
  <StepFrame
    :title="`Who stands in ${first?.yard.name}?`"
    says="A name or tag a line, in the order in which you walk past them. Paste a list if you have one. The name stays with the colony when it is moved."
    :go="listed.length === 1 ? 'Keep this colony' : `Keep these ${listed.length}`"
    :busy="busy"
    :ready="ready"
    :later="taken.length > 0 ? 'They are all there' : undefined"
    @go="keep"
    @later="emit('onward')"
  >
    <div class="lists">
      <AreaField id="fs-list" v-model="text" label="Colonies, in walking order" :rows="9" :placeholder="'Alder\nBramble\nClover'" />
      <ol class="row" aria-label="The row as it will stand">
        <li v-for="(c, i) in listed" :key="i" :class="{ alarm: c.fault }">
          <span class="n">{{ taken.length + i + 1 }}</span>
          <span>
            <strong>{{ c.name }}</strong>
            <template v-if="c.fault"> {{ c.fault }}</template>
          </span>
        </li>
        <li v-if="listed.length === 0" class="soft">The row shows here as you type.</li>
      </ol>
    </div>
    <div class="many">
      <NumberField id="fs-many" v-model="many" label="No names yet? How many hives" :min="1" :max="MOST_COLONIES" />
      <AButton class="press quiet" :disabled="many === null || many < 1" @click="number">Number them</AButton>
      <DayField id="fs-since" v-model="since" label="In your book from" :max="holding.today" hint="counts cannot be older than this day" :fault="at('since') ?? at('onDay')" />
    </div>
    <FaultLine v-if="faults.length > 0">{{ faults[0]?.name }} {{ faults[0]?.fault }}.</FaultLine>
    <FaultLine v-if="fault && !at('since') && !at('onDay')">{{ fault }}</FaultLine>
  </StepFrame>
</template>

<style scoped>
.lists { display: grid; grid-template-columns: 1fr 1fr; gap: 18px; }
.row { display: grid; align-content: start; gap: 2px; max-height: 280px; overflow-y: auto; padding-top: 24px; }
.row li { display: grid; grid-template-columns: 34px 1fr; padding: 4px 0; border-bottom: 1px solid var(--hairline); }
.row li.soft { display: block; border: 0; }
.n { color: var(--soft); }
.many { display: grid; grid-template-columns: minmax(0, 210px) auto minmax(0, 260px); gap: 12px; align-items: start; }
.many > .press { margin-top: 25px; }
@media screen and (max-width: 720px) {
  .lists { grid-template-columns: 1fr; gap: 8px; }
  .row { padding-top: 0; }
  .many { grid-template-columns: minmax(0, 1fr) auto; }
  .many > :last-child { grid-column: 1 / -1; }
}
</style>
