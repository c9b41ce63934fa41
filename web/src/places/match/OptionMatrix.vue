<script setup lang="ts">
/** Options down, gates across: a dot where it fits, else the round and the figure; the deciding cell outlined. */
import { small } from '@thistle/core/units'
import AButton from 'ant-design-vue/es/button'
import type { AnsweredOption } from '@thistle/core/course'
import type { TreatmentKey } from '@thistle/core/situation'
import { ref } from 'vue'
import { treatmentOf } from '@thistle/core/treatments'
import type { OptionGroup } from './option-words.ts'
import VerdictRound from '../../graphics/VerdictRound.vue'
import { useHolding } from '../../stores/holding.ts'
import { GATE_WORDS } from './gate-words.ts'
import VerdictChange from './VerdictChange.vue'
import FirstTags from './FirstTags.vue'
import PresumedRing from '../../graphics/PresumedRing.vue'
import { decidingFit } from '@thistle/core/match'
import { cellOf, isOpen as isOpenNow, sayVerdict } from './option-words.ts'
import OptionReasons from './OptionReasons.vue'

defineProps<{ groups: readonly OptionGroup[]; gist: (option: AnsweredOption) => string; without: ReadonlyMap<TreatmentKey, AnsweredOption> | null }>()
const shown = defineModel<TreatmentKey | null>('shown', { required: true })
const holding = useHolding()
/** What is ruled out is one line until it is opened, or holds the option in hand. */
const opened = ref(false)
const isOpen = (g: OptionGroup) => !g.folds || opened.value || g.list.some((o) => o.treatment === shown.value)
</script>

<template>
        <table class="matrix">
          <thead>
            <tr>
              <th scope="col">Treatment</th>
              <th v-for="[key, word, ask] in GATE_WORDS" :key="key" scope="col" :title="ask">{{ word }}</th>
              <th scope="col">Verdict</th>
            </tr>
          </thead>
          <tbody v-for="g in groups" :key="g.title">
            <tr class="group">
              <th :colspan="11" scope="rowgroup">
                <AButton v-if="g.folds" type="text" class="bare fold" :aria-expanded="isOpen(g)" @click="opened = !isOpen(g)">
                  {{ g.title }} ({{ g.list.length }})
                  <span v-if="!isOpen(g)" class="who">{{ g.list.map((o) => small(treatmentOf(o.treatment)!.name)).join('; ') }}</span>
                </AButton>
                <template v-else>{{ g.title }}</template>
              </th>
            </tr>
            <template v-for="o in isOpen(g) ? g.list : []" :key="o.treatment">
              <tr :class="['option', `v-${isOpenNow(o) || o.fit === 'wait' ? o.fit : 'ruled-out'}`, { shown: o.treatment === shown }]" @click="shown = o.treatment">
                <th scope="row">
                  <AButton type="text" class="bare pickone" :aria-expanded="o.treatment === shown" @click.stop="shown = o.treatment">
                    {{ treatmentOf(o.treatment)?.name }}
                  </AButton>
                  <span class="soft small">{{ gist(o) }}</span>
                </th>
                <td
                  v-for="[key, word] in GATE_WORDS"
                  :key="key"
                  class="cell"
                  :class="{ decides: cellOf(o, key) === decidingFit(o) && o.fit !== 'fits' }"
                  :title="`${word}: ${holding.say(cellOf(o, key).text)}`"
                >
                  <PresumedRing v-if="cellOf(o, key).fit === 'fits' && cellOf(o, key).level !== 'fits' && cellOf(o, key).presumed" />
                  <span v-else-if="cellOf(o, key).fit === 'fits' || cellOf(o, key).of !== 'fit'" class="dot"><span class="unseen">fits</span></span>
                  <template v-else>
                    <VerdictRound :verdict="cellOf(o, key).fit" :label="cellOf(o, key).fit" />
                    <span class="fig">{{ holding.say(cellOf(o, key).figure ?? '') }}</span>
                  </template>
                  <span v-if="cellOf(o, key).of !== 'fit' && cellOf(o, key).level !== 'fits'" class="fig">{{ holding.say(cellOf(o, key).figure ?? '') }}</span>
                </td>
                <td class="verdict">
                  <VerdictRound :verdict="o.allowed.rules === 'no' ? 'ruled-out' : o.fit" :size="18" />
                  {{ sayVerdict(o) }}
                  <FirstTags :option="o" />
                  <VerdictChange v-if="without?.get(o.treatment)" :before="without.get(o.treatment)!" :after="o" />
                </td>
              </tr>
              <tr v-if="o.treatment === shown" class="why">
                <td :colspan="11"><OptionReasons :option="o" /></td>
              </tr>
            </template>
          </tbody>
        </table>
</template>

<style scoped>
.matrix { width: 100%; border-collapse: collapse; }
thead th { font-size: 12.5px; font-weight: 600; color: var(--soft); padding: 6px 2px; text-align: center; border-bottom: 1px solid var(--hairline); }
thead th:first-child { text-align: left; padding-left: 16px; }
thead th:last-child { text-align: left; }
.group th { text-align: left; font-family: var(--face-title); font-weight: 560; font-size: 15px; padding: 12px 16px 4px; color: var(--soft); }
.fold { background: none; border: 0; padding: 4px 0; font: inherit; color: inherit; cursor: pointer; text-align: left; width: 100%; }
.fold::before { content: '▸ ' / ''; }
.fold[aria-expanded='true']::before { content: '▾ ' / ''; }
.fold:hover { color: var(--thistle); }
.who { display: block; font-family: var(--face-text); font-weight: 400; font-size: 13px; padding-left: 16px; }
.option { cursor: pointer; border-bottom: 1px solid var(--hairline); }
.option:hover { background: var(--thistle-pale); }
.option.shown { background: var(--thistle-wash); box-shadow: inset 3px 0 0 var(--thistle); }
.option th { text-align: left; padding: 5px 4px 5px 16px; font-weight: 400; width: 232px; }
.pickone { background: none; border: 0; padding: 0; font-weight: 600; text-align: left; cursor: pointer; display: block; }
.pickone:hover { color: var(--thistle); }
.v-ruled-out .pickone { color: var(--soft); }
.cell { text-align: center; padding: 4px 1px; min-width: 43px; line-height: 1.1; }
.cell .fig { display: block; font-size: 11px; color: var(--ink); margin-top: 2px; }
.cell.decides { box-shadow: inset 0 0 0 1.5px var(--thistle-mid); border-radius: 8px; }
.dot { display: inline-block; width: 5px; height: 5px; border-radius: 50%; background: var(--fit-dot); }
.verdict { font-weight: 650; white-space: nowrap; padding: 4px 12px 4px 6px; font-size: 14.5px; }
.why td { background: var(--thistle-pale); padding: 8px 16px 12px; border-bottom: 1px solid var(--hairline); }
@media screen and (max-width: 1120px) { .verdict { white-space: normal; } }
@media screen and (max-width: 1550px) and (min-width: 1181px) { .beside .verdict { white-space: normal; } .beside .option th { width: 150px; } .beside .cell { min-width: 34px; } }
</style>
