<script setup lang="ts">
/** Says that what is judged is imagined, which facts, and what can be done with it. */
import FaultLine from '../../parts/FaultLine.vue'
import AButton from 'ant-design-vue/es/button'
import { computed } from 'vue'
import type { ColonyRecord } from '@thistle/core/holding'
import type { Situation } from '@thistle/core/situation'
import { useSave } from '../../parts/useSave.ts'
import { small } from '../../parts/words.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import { changedFacts, lookOf, sayFact, sayWarmer, type Fact, type WhatIf } from './what-if.ts'
import { lookWith, type Told } from '@thistle/core/holding'

const props = defineProps<{ base: Situation; whatIf: WhatIf; colony: ColonyRecord | null; yardId: string | null }>()
const emit = defineEmits<{ back: []; kept: [keys: readonly string[]] }>()
const holding = useHolding()
const { busy, fault, save } = useSave()
const id = newId()
const changed = computed(() => changedFacts(props.base, props.whatIf))
const sayChanged = (fact: Fact) => `${small(fact.label)} ${sayFact(fact, props.whatIf[fact.key] ?? null, (c) => sayWarmer(c, holding.unit))}`
const look = computed(() => lookOf(props.base, props.whatIf))
const others = computed(() => changed.value.filter((f) => f.look === undefined))

async function keep(): Promise<void> {
  const { colony, yardId } = props
  if (!colony || !yardId) return
  const told = Object.fromEntries(look.value.facts.flatMap(({ look: field }) => (field ? [[field, look.value.fields[field]]] : []))) as Told
  const body = { ...lookWith(colony.look, told, colony.id, holding.today), note: '' }
  if (await save(() => holding.put('looks', id, body, yardId).then(() => undefined))) emit('kept', look.value.facts.map((f) => f.key))
}
</script>

<template>
  <section class="bar" aria-label="What if">
    <p>
      <strong>What if:</strong>
      {{ changed.map(sayChanged).join('; ') }}. Kept nowhere; nothing can be started on it.
    </p>
    <p class="doings">
      <AButton class="press quiet" @click="emit('back')">Put it back as it is</AButton>
      <AButton v-if="look.facts.length > 0 && colony && holding.mayWrite" class="press quiet" :disabled="busy" @click="keep">
        {{ busy ? 'Keeping ...' : `It is so: keep it as seen today` }}
      </AButton>
    </p>
    <p v-if="look.facts.length > 0 && others.length > 0" class="small">An inspection holds {{ look.facts.map((f) => small(f.label)).join(', ') }}; {{ others.map((f) => small(f.label)).join(', ') }} would stay imagined.</p>
    <FaultLine v-if="fault">{{ fault }}</FaultLine>
  </section>
</template>

<style scoped>
.bar { background: var(--straw-wash); color: var(--straw-ink); border: 1px dashed var(--straw-mid); border-radius: 10px; margin: 0 16px 10px; padding: 10px 14px; display: grid; gap: 8px; font-size: 14.5px; }
.doings { display: flex; gap: 10px; flex-wrap: wrap; }
.doings .press { min-height: 38px; padding: 5px 14px; font-size: 14.5px; }
@media screen and (max-width: 720px) { .bar { margin: 0 0 10px; } .doings .press { min-height: 48px; width: 100%; } }
</style>
