<script setup lang="ts">
/** The mixing bench: what is weighed, in which order, with what on; the bottle's label; written down on the shelf. */
import { RadioButton as ARadioButton, RadioGroup as ARadioGroup } from 'ant-design-vue/es/radio'
import ACheckbox from 'ant-design-vue/es/checkbox'
import AButton from 'ant-design-vue/es/button'
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { ACIDS, formicDensity, MIX_KINDS, type MixKind } from '@thistle/core/mix'
import { roundMix } from '@thistle/core/shelf'
import { addDays, isDay } from '@thistle/core/time'
import { portioned, sayTools, treatmentOf } from '@thistle/core/treatments'
import { plain } from '@thistle/core/units'
import NumberField from '../../fields/NumberField.vue'
import PickField from '../../fields/PickField.vue'
import CautionNote from '../../parts/CautionNote.vue'
import FaultLine from '../../parts/FaultLine.vue'
import { capital, plural } from '../../parts/words.ts'
import { useSave } from '../../parts/useSave.ts'
import { sayDay } from '../../look/dates.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import BottleLabel from './BottleLabel.vue'
import ShelfNav from './ShelfNav.vue'
import { freshDraft, useMix } from './useMix.ts'
import { sayLeft } from '../../parts/shelf-words.ts'

const route = useRoute()
const holding = useHolding()
const WHAT: Readonly<Record<MixKind, string>> = {
  'oxalic-dribble': 'Dribble',
  'oxalic-charges': 'Charges',
  'formic-dilution': 'Formic acid',
  'gel-portions': 'Gel',
  'soapy-wash': 'Soapy water',
}
const draft = freshDraft()
const asked = MIX_KINDS.find((k) => k === route.query.what)
if (asked) draft.what = asked
draft.gramsPerBox = holding.settings?.rules['oxalic-vapour']?.gramsPerBox ?? 1

/** For a round: its colonies by what is known of them. One of which the strength is not known is asked about, and never given the most. */
const yard = computed(() => holding.states.find((y) => y.yard.id === route.query.yard) ?? null)
const forRound = computed(() => {
  const on = route.query.day
  return yard.value && isDay(on) && draft.what !== 'soapy-wash' ? roundMix(yard.value, on, draft.what) : null
})
const unknown = computed(() => (draft.what === 'oxalic-dribble' ? (forRound.value?.unknown ?? []) : []))
function takeRound(): void {
  const round = forRound.value
  const any = round !== null && round.doses.length > 0
  draft.each = any && draft.what === 'oxalic-dribble' && round.unknown.length === 0 ? round.seams : null
  draft.eachBoxes = any && draft.what === 'oxalic-charges' ? round.boxes : null
  draft.eachDose = any && (draft.what === 'formic-dilution' || draft.what === 'gel-portions') ? round.doses : null
}
takeRound()
function choose(what: MixKind): void {
  draft.what = what
  takeRound()
}
const { mix, asked: mixAsked, fault, wanting } = useMix(draft)
const big = computed(() => {
  const m = mix.value
  if (!m) return []
  return [
    m.volume === undefined ? null : ['makes', `${plain(m.volume, 0)} mL`],
    m.acid === undefined ? null : ['acid', `${plain(m.acid, 1)} g`],
    m.sugar === undefined ? null : ['sugar', `${plain(m.sugar, 0)} g`],
    m.water === undefined ? null : ['water', `${plain(m.water, 0)} ${m.what === 'soapy-wash' ? 'mL' : 'g'}`],
    m.acid === undefined && m.mass !== undefined ? ['in all', `${plain(m.mass, 0)} g`] : null,
  ].filter((x) => x !== null)
})
/** "9 × 50 mL, 3 × 35 mL". */
const doses = computed(() =>
  portioned(mix.value?.doses ?? [])
    .map(([d, n]) => `${n} × ${plain(d, 2)} ${draft.what === 'oxalic-charges' || draft.what === 'gel-portions' ? 'g' : 'mL'}`)
    .toReversed()
    .join(', '),
)
const owned = computed(() => new Set<string>(holding.settings?.kit ?? []))
const lacking = computed(() => (mix.value?.gear ?? []).filter((t) => !owned.value.has(t) && !(t === 'gloves' && owned.value.has('acid-gloves'))))

/** What was mixed is kept on the shelf: as a bottle with its day and batch, drawn down by the doses. */
const bottled = computed(() => (draft.what === 'oxalic-dribble' ? ('oxalic-dribble' as const) : draft.what === 'formic-dilution' ? ('formic-liquid' as const) : null))
const stocks = computed(() =>
  holding.shelf.lots.filter((l) => l.there && !l.expired && (draft.what === 'oxalic-dribble' ? l.lot.treatment === 'oxalic-vapour' : l.lot.treatment === 'formic-liquid' && l.lot.mix === null)),
)
const from = ref<string | null>(null)
const { busy, fault: refused, save } = useSave()
const kept = ref<string | null>(null)
const gone = ref(false)
async function record(): Promise<void> {
  const [m, treatment] = [mix.value, bottled.value]
  if (!m || !treatment || !mixAsked.value) return
  const id = newId()
  const madeOf = from.value === null ? null : draft.what === 'formic-dilution' ? (m.acid ?? 0) / formicDensity(draft.from ?? 85) : (m.acid ?? 0)
  const body = {
    treatment,
    label: null,
    batch: `${holding.today.replaceAll('-', '').slice(2)}-${id.slice(-4)}`,
    expires: m.label ? addDays(holding.today, m.label.keepsDays) : null,
    openedOn: null,
    units: m.volume ?? null,
    countedOn: holding.today,
    mix: mixAsked.value,
    madeFrom: from.value,
    madeOf: madeOf === null ? null : Math.round(madeOf * 100) / 100,
    version: null,
  }
  if (await save(() => holding.keepLot(id, body))) kept.value = id
}
const print = () => window.print()
</script>

<template>
  <div class="page bench">
    <ShelfNav />
    <h1 class="no-print">The mixing bench</h1>
    <fieldset class="no-print kinds">
      <legend class="unseen">What is mixed</legend>
      <ARadioGroup class="ways" name="mix" :value="draft.what" @update:value="choose($event as MixKind)">
        <ARadioButton v-for="k in MIX_KINDS" :key="k" :value="k">{{ WHAT[k] }}</ARadioButton>
      </ARadioGroup>
    </fieldset>
    <p v-if="yard && forRound && forRound.doses.length > 0" class="soft no-print">For {{ plural(forRound.doses.length, 'colony', 'colonies') }} of {{ yard.yard.name }}.</p>
    <p v-if="unknown.length > 0" class="care strong no-print">How many seams of bees {{ unknown.join(', ') }} {{ unknown.length === 1 ? 'has' : 'have' }} is not known: look under the cover and note it. The most is not given for that.</p>
    <div class="two">
      <div class="fields no-print">
        <template v-if="draft.what === 'oxalic-dribble'">
          <PickField id="b-acid" v-model="draft.acid" label="The pack says" :unknown="false" :options="[[ACIDS[0], 'oxalic acid dihydrate'], [ACIDS[1], 'oxalic acid, anhydrous']]" />
          <p v-if="draft.each" class="soft">Seams by your last inspections: {{ draft.each.join(', ') }}. <AButton type="link" class="plainlink" @click="draft.each = null">Other figures</AButton></p>
          <template v-else>
            <PickField id="b-by" v-model="draft.by" label="Worked out from" :unknown="false" :options="[['colonies', 'colonies and seams'], ['volume', 'a wanted volume']]" />
            <template v-if="draft.by === 'colonies'">
              <NumberField id="b-colonies" v-model="draft.colonies" label="Colonies" :min="1" :step="1" />
              <NumberField id="b-seams" v-model="draft.seams" label="Seams of bees in each" :min="0" hint="Looked at, not guessed: 5 mL a seam, never over 50 mL" />
            </template>
            <NumberField v-else id="b-volume" v-model="draft.volume" label="Syrup" unit="mL" :min="0" />
          </template>
          <NumberField id="b-loss" v-model="draft.loss" label="More for what stays in bottle and syringe" unit="%" :min="0" :max="50" hint="Empty: none" />
        </template>
        <template v-else-if="draft.what === 'formic-dilution'">
          <NumberField id="b-from" v-model="draft.from" label="The acid you have" unit="% by mass" :min="0" :max="100" />
          <NumberField id="b-to" v-model="draft.to" label="Wanted" unit="% by mass" :min="0" :max="100" />
          <p v-if="draft.eachDose" class="soft">On each pad, along the row, mL: {{ draft.eachDose.join(', ') }}. <AButton type="link" class="plainlink" @click="draft.eachDose = null">Other figures</AButton></p>
          <PickField v-if="!draft.eachDose" id="b-pads-by" :model-value="draft.byPads ? 'pads' : 'mass'" label="How much" :unknown="false" :options="[['mass', 'so many grams'], ['pads', 'for so many pads']]" @update:model-value="draft.byPads = $event === 'pads'" />
          <template v-if="!draft.eachDose && draft.byPads">
            <NumberField id="b-pads" v-model="draft.pads" label="Pads" :min="1" :step="1" />
            <NumberField id="b-perpad" v-model="draft.perPad" label="On each" unit="mL" :min="0" hint="About 15 mL a brood box (common practice, no source)" />
          </template>
          <NumberField v-else-if="!draft.eachDose" id="b-mass" v-model="draft.mass" label="Of the weaker acid" unit="g" :min="0" />
        </template>
        <template v-else-if="draft.what === 'oxalic-charges'">
          <p v-if="draft.eachBoxes" class="soft">Brood boxes along the row: {{ draft.eachBoxes.join(', ') }}. <AButton type="link" class="plainlink" @click="draft.eachBoxes = null">Other figures</AButton></p>
          <template v-else>
            <NumberField id="b-one" v-model="draft.boxes.one" label="Hives with one brood box" :min="0" :step="1" />
            <NumberField id="b-two" v-model="draft.boxes.two" label="with two" :min="0" :step="1" />
            <NumberField id="b-three" v-model="draft.boxes.three" label="with three" :min="0" :step="1" />
          </template>
          <NumberField id="b-grams" v-model="draft.gramsPerBox" label="A brood box" unit="g" :min="0" :step="0.1" hint="By your label: 1 g on older ones, up to 4 g on some newer" />
          <NumberField id="b-scale" v-model="draft.scale" label="Your scales read in steps of" unit="g" :min="0" :step="0.01" hint="0.1 for kitchen scales with a tenth" />
        </template>
        <template v-else-if="draft.what === 'gel-portions'">
          <p v-if="draft.eachDose" class="soft">Portions along the row, g: {{ draft.eachDose.join(', ') }}. <AButton type="link" class="plainlink" @click="draft.eachDose = null">Other figures</AButton></p>
          <template v-else>
          <NumberField id="b-whole" v-model="draft.whole" label="Colonies, whole dose" :min="0" :step="1" />
          <NumberField id="b-half" v-model="draft.half" label="Weak ones, half of it" :min="0" :step="1" hint="Five frames of bees or fewer" />
          <NumberField id="b-portion" v-model="draft.portion" label="A whole dose" unit="g" :min="0" hint="50 g by labels; many give a single box 30 g (common practice)" />
          </template>
          <NumberField id="b-pack" v-model="draft.pack" label="A pack holds" unit="g" :min="0" />
        </template>
        <NumberField v-else id="b-jars" v-model="draft.jars" label="Jars of 300 bees to wash" :min="1" :step="1" hint="About 250 mL each; the same water again while it is clear" />
      </div>
      <div class="answer">
        <template v-if="mix">
          <dl class="big serif no-print" aria-live="polite">
            <div v-for="[what, amount] in big" :key="what"><dt>{{ what }}</dt><dd>{{ amount }}</dd></div>
          </dl>
          <p v-if="doses" class="no-print">Doses: <strong>{{ doses }}</strong></p>
          <p v-if="lacking.length > 0" class="alarm strong no-print">Fetch first: {{ sayTools(lacking) }}.</p>
          <CautionNote class="no-print">
            <span v-for="w in mix.warnings" :key="w" class="block">{{ holding.say(w) }}</span>
          </CautionNote>
          <h2 class="no-print">In this order</h2>
          <ol class="steps no-print">
            <li v-for="s in mix.steps" :key="s">{{ holding.say(s) }}.</li>
          </ol>
          <p class="soft no-print">On the bench: {{ mix.things.map((t) => holding.say(t)).join('; ') }}.</p>
          <p class="no-print">{{ holding.say(mix.keeps) }}</p>
          <template v-if="mix.label">
            <BottleLabel :label="mix.label" :made-on="holding.today" :volume="mix.volume ?? null" />
            <p class="no-print choose"><AButton class="press quiet" @click="print">Print the label</AButton></p>
          </template>
          <template v-if="bottled && holding.mayWrite">
            <PickField v-if="stocks.length > 0 && !kept" id="b-from-lot" v-model="from" class="no-print" label="Taken from" unknown="nothing on the shelf" :options="stocks.map((l) => [l.lot.id, `${l.lot.label ?? treatmentOf(l.lot.treatment)?.name ?? ''}, ${holding.say(sayLeft(l, holding.shelf))}`])" />
            <p v-if="kept" class="settled strong no-print" role="status">It stands on the shelf now, good until {{ sayDay(addDays(holding.today, mix.label?.keepsDays ?? 0), holding.today) }}. <RouterLink :to="`/shelf/label/${kept}`">Its label</RouterLink></p>
            <div v-else class="no-print record">
              <ACheckbox v-model:checked="gone">I have mixed it, and the bottle has its label</ACheckbox>
              <AButton type="primary" class="press" :disabled="busy || !gone" @click="record">{{ busy ? 'Keeping ...' : 'Put it on the shelf' }}</AButton>
            </div>
            <FaultLine v-if="refused">{{ refused }}</FaultLine>
          </template>
        </template>
        <div v-else-if="wanting" class="wanting">
          <p class="serif ask">{{ wanting }}</p>
          <p class="soft">Then what to weigh stands here, the steps in their order with the gear first, and a label for the bottle.</p>
        </div>
        <p v-else-if="fault" class="alarm strong" role="status">{{ capital(fault) }}</p>
      </div>
    </div>
    <p class="law no-print">The label in your hand and your local law decide whether this may be mixed and given at all.</p>
  </div>
</template>

<style scoped>
.bench { display: grid; gap: 14px; align-content: start; grid-template-columns: minmax(0, 1fr); }
.two { display: grid; grid-template-columns: minmax(240px, 340px) minmax(0, 1fr); gap: 34px; }
.fields, .answer { display: grid; gap: 12px; align-content: start; grid-template-columns: minmax(0, 1fr); }
.big { display: flex; gap: 28px; flex-wrap: wrap; }
.big dt { color: var(--soft); font-size: 15px; }
.big dd { font-size: 34px; margin: 0; line-height: 1.1; }
.steps { padding-left: 24px; display: grid; gap: 8px; list-style: decimal; font-size: 16.5px; }
.block { display: block; }
.wanting { border-left: 3px solid var(--thistle-mid); padding: 6px 0 6px 18px; display: grid; gap: 6px; align-content: start; }
.ask { font-size: 21px; margin: 0; }
.record { display: grid; gap: 10px; justify-items: start; }
.kinds { border: 0; margin: 0; padding: 0; min-width: 0; }
@media screen and (max-width: 720px) {
  .two { grid-template-columns: minmax(0, 1fr); gap: 18px; }
  .big dd { font-size: 30px; }
}
</style>
