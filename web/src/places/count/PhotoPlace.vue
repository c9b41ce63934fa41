<script setup lang="ts">
/** A board or tray counted on a photograph: every mite is marked by hand, and the marks stay with the count. */
import FaultLine from '../../parts/FaultLine.vue'
import FoldAway from '../../parts/FoldAway.vue'
import FilePick from '../../fields/FilePick.vue'
import OverPage from '../../frame/OverPage.vue'
import AButton from 'ant-design-vue/es/button'
import { computed, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { drawGrid, poissonRate, spreadOf, squaresOf, type Grid } from '@thistle/core/count'
import type { Spot, Suggestion } from '@thistle/core/photo'
import { sayDay } from '../../look/dates.ts'
import { plural } from '../../parts/count-words.ts'
import MarkedPicture from '../../parts/photo/MarkedPicture.vue'
import { usePhoto } from '../../parts/photo/usePhoto.ts'
import NumberField from '../../fields/NumberField.vue'
import { useColonyInView } from '../../parts/useColonyInView.ts'
import { useSave } from '../../parts/useSave.ts'
import { fetchPhoto } from '../../server/call.ts'
import { useConnection } from '../../stores/connection.ts'
import { usePhone } from '../../stores/phone.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import CountNav from './CountNav.vue'
import { useDrafts } from './drafts.ts'
import SuggestBar from './SuggestBar.vue'
import WaitLine from '../../parts/WaitLine.vue'

const route = useRoute()
const router = useRouter()
const holding = useHolding()
const drafts = useDrafts()
const connection = useConnection()
const phone = usePhone()
const { busy, fault: notKept, save } = useSave()
const place = useColonyInView(() => true)
const photo = usePhoto()
const { picture, opening, fault, suggestions, searching } = photo

/** A count that is kept, whose marks are shown again; else what is being counted now. */
const kept = computed(() => place.value?.state.colony.counts.find((c) => c.id === route.params.countId) ?? null)
const draft = computed(() => (place.value ? drafts.of(place.value.state, holding.today, holding.settings) : null))
const marks = shallowRef<readonly Spot[]>([])
const grid = shallowRef<Grid | null>(null)
const photoId = ref<string | null>(null)
const across = ref<number | null>(400)
const asked = shallowRef<Suggestion | null>(null)
const shown = ref<InstanceType<typeof MarkedPicture> | null>(null)
const sized = ref({ columns: 6 as number | null, rows: 4 as number | null, howMany: 8 as number | null, seed: 1 as number | null })
const board = computed(() => (kept.value?.method ?? draft.value?.method) === 'board')

async function reopen(of: { photoId: string; marks: readonly Spot[]; grid: Grid | null }): Promise<void> {
  photoId.value = of.photoId
  await save(async () => {
    const blob = drafts.photos.get(of.photoId) ?? (await phone.photoHere(of.photoId)) ?? (await connection.untilDone(() => fetchPhoto(of.photoId)))
    await photo.open(blob, 'The photograph')
  })
  marks.value = of.marks
  grid.value = of.grid
  if (of.grid) sized.value = { columns: of.grid.columns, rows: of.grid.rows, howMany: of.grid.chosen.length, seed: of.grid.seed }
}
watch(
  [() => place.value?.state.colony.id, () => route.params.countId],
  () => {
    photo.forget()
    marks.value = []
    grid.value = null
    photoId.value = null
    const of = kept.value?.photo ?? (route.params.countId ? null : draft.value?.photo)
    if (of) void reopen(of)
  },
  { immediate: true },
)
/** What another picture would be taken by, while it is asked whether the marks may go. */
const instead = ref<(() => Promise<void>) | null>(null)
async function another(take: () => Promise<void>): Promise<void> {
  if (marks.value.length === 0) await take()
  else instead.value = take
}
async function takeAnother(): Promise<void> {
  const take = instead.value
  instead.value = null
  await take?.()
}
/** A kept photograph that is asked about before it goes for good. */
const leaving = ref(false)
async function takeAway(): Promise<void> {
  const of = kept.value?.photo
  const yardId = place.value?.yard.yard.id
  if (!of || !yardId) return
  const done = await save(async () => {
    await holding.persist('DELETE', `/photos/${of.photoId}`)
    await holding.refresh(yardId)
  })
  leaving.value = false
  if (done) await router.push(`/count/${place.value?.state.colony.id}`)
}
/** Folded open where a grid lies, or where it was opened. */
const squaresShown = ref(false)
const squaresOpen = computed({ get: () => squaresShown.value || grid.value !== null, set: (is: boolean) => (squaresShown.value = is) })
const onFile = (file: File) =>
  another(async () => {
    if (await photo.open(file, file.name)) begin(400)
  })
const practise = () =>
  another(async () => {
    const made = await photo.practise(board.value ? 'board' : 'tray', 12 + (Date.now() % 17), Date.now() % 100_000)
    if (made) begin(made.across)
  })
function begin(mm: number): void {
  photoId.value = newId()
  marks.value = []
  grid.value = null
  across.value = mm
}
const gridFault = computed(() => {
  const { columns, rows, howMany } = sized.value
  if (!columns || !rows || columns < 1 || rows < 1 || columns > 50 || rows > 50 || !Number.isInteger(columns) || !Number.isInteger(rows)) return 'From 1 to 50 columns and rows.'
  if (!howMany || howMany < 1 || !Number.isInteger(howMany)) return 'Count at least one square.'
  return howMany > columns * rows ? `The grid has ${columns * rows} squares only.` : null
})
function layGrid(): void {
  const { columns, rows, howMany, seed } = sized.value
  if (gridFault.value || !columns || !rows || !howMany) return
  grid.value = drawGrid(columns, rows, howMany, Math.abs(Math.trunc(seed ?? 1)))
}
function redrawGrid(): void {
  sized.value.seed = ((sized.value.seed ?? 0) % 9999) + 1
  layGrid()
}
const squares = computed(() => squaresOf(grid.value, marks.value))
const counted = computed(() => squares.value?.mites.reduce((sum, m) => sum + m, 0) ?? marks.value.length)
/** On the whole board, with the range that counting squares leaves. */
const whole = computed(() => {
  const q = squares.value
  if (!q) return null
  return poissonRate(counted.value, q.counted / q.of, undefined, spreadOf(q))
})

const gone = (s: Suggestion) => (suggestions.value = suggestions.value.filter((x) => x !== s))
function take(s: Suggestion): void {
  if (!marks.value.some((m) => Math.hypot(m.x - s.x, m.y - s.y) < 0.004)) shown.value?.add(s)
  gone(s)
}
/** What is marked already is not asked about. */
watch([suggestions, grid], ([now]) => {
  const fresh = now.filter((s) => !marks.value.some((m) => Math.hypot(m.x - s.x, m.y - s.y) < 0.008) && (!grid.value || (squaresOf(grid.value, [s])?.mites.some((n) => n > 0) ?? true)))
  if (fresh.length < now.length) suggestions.value = fresh
})
function ask(s: Suggestion | null): void {
  asked.value = s
  if (s) shown.value?.goTo(s)
}

async function use(): Promise<void> {
  const [d, p, id, at] = [draft.value, picture.value, photoId.value, place.value]
  if (!d || !p || !id || !at) return
  const colonyId = at.state.colony.id
  const done = await save(() => phone.writePhoto(id, colonyId, p.blob))
  if (!done) return
  drafts.photos.set(id, p.blob)
  d.photo = { photoId: id, width: p.width, height: p.height, grid: grid.value, marks: marks.value.map(({ x, y }) => ({ x, y })) }
  const jar = d.jars[0]
  if (jar) jar.shakes = [counted.value]
  await router.push(`/count/${colonyId}`)
}
</script>

<template>
  <div class="page">
    <CountNav />
    <template v-if="place && draft">
      <h1>
        <span class="soft pos">{{ place.state.colony.placement.position }}</span>
        {{ place.state.colony.name }}, {{ board ? 'the board' : 'the tray' }} on a photograph{{ kept ? `, ${sayDay(kept.onDay, holding.today)}` : '' }}
      </h1>
      <div class="bench">
        <div class="left">
          <MarkedPicture v-if="picture" ref="shown" v-model="marks" :picture="picture" :grid="grid" :suggestions="suggestions" :asked="asked" :readonly="kept !== null" />
          <div v-else class="none sheet">
            <WaitLine v-if="opening">Opening the picture ...</WaitLine>
            <template v-else-if="kept || route.params.countId">
              <p class="soft">{{ kept?.photo ? 'The photograph is being fetched ...' : 'No photograph is kept with this count.' }}</p>
            </template>
            <template v-else>
              <h2>No picture yet</h2>
              <p class="soft">Take it from straight above, in even light, sharp enough to see the feet of a mite. It is made no larger than 12 million pixels, and where and when it was taken is left out of what is kept.</p>
            </template>
          </div>
          <p class="soft small">Drag to move, pinch or wheel to come nearer, tap a mite to mark it, a mark to take it off.<span class="by-keys"> By keys: arrows, space, + and −, backspace.</span></p>
        </div>
        <aside class="right">
          <p v-if="picture" class="big serif" aria-live="polite">{{ counted }} <span>{{ counted === 1 ? 'mite' : 'mites' }}{{ squares ? ` in ${squares.counted} of ${squares.of} squares` : '' }}</span></p>
          <p v-if="whole" class="care">About {{ Math.round(whole.estimate) }} on the whole board, likely {{ Math.round(whole.low) }} to {{ Math.round(whole.high) }}: squares counted alone leave more doubt than all of it.</p>
          <template v-if="!kept">
            <AButton v-if="picture" type="primary" class="press settle" :disabled="busy || !holding.mayWrite" @click="use">{{ busy ? 'Keeping the picture ...' : `Use ${plural(counted, 'mite')}` }}</AButton>
            <div class="acts">
              <FilePick :label="picture ? 'Another picture' : 'Choose or take a picture'" accept="image/*" @file="onFile" />
              <AButton type="link" class="plainlink" @click="practise">a practice picture</AButton>
            </div>
            <OverPage v-if="instead" title="Another picture" @close="instead = null">
              <h2>The {{ plural(marks.length, 'mark') }} on this picture would be lost.</h2>
              <p class="acts">
                <AButton data-first class="press quiet" @click="instead = null">Keep this picture</AButton>
                <AButton type="primary" class="press" @click="takeAnother">Take another</AButton>
              </p>
            </OverPage>
            <FaultLine v-if="fault">{{ fault }}</FaultLine>
            <template v-if="picture">
              <SuggestBar v-model:across="across" :suggestions="suggestions" :searching="searching" @search="photo.suggest" @stop="photo.stop" @take="take" @refuse="gone" @ask="ask" @clear="suggestions = []" />
              <FoldAway v-if="board" v-model:open="squaresOpen" class="squares" title="Too many to count: squares drawn by chance">
                <div class="fields">
                  <NumberField id="g-columns" v-model="sized.columns" label="Columns" :min="0" :max="50" />
                  <NumberField id="g-rows" v-model="sized.rows" label="Rows" :min="0" :max="50" />
                  <NumberField id="g-many" v-model="sized.howMany" label="To count" :min="0" />
                  <NumberField id="g-seed" v-model="sized.seed" label="Number to draw by" :min="0" :max="999999" />
                </div>
                <FaultLine v-if="gridFault">{{ gridFault }}</FaultLine>
                <p class="acts">
                  <AButton class="press quiet" :disabled="gridFault !== null" @click="layGrid">{{ grid ? 'Lay it anew' : 'Lay the grid' }}</AButton>
                  <AButton v-if="grid" type="link" class="plainlink" @click="redrawGrid">draw other squares</AButton>
                  <AButton v-if="grid" type="link" class="plainlink" @click="grid = null">whole board</AButton>
                </p>
                <p class="soft small">Count the clear squares only. The same number draws the same squares.</p>
              </FoldAway>
            </template>
            <FaultLine v-if="notKept">{{ notKept }}</FaultLine>
          </template>
          <FaultLine v-else-if="notKept">{{ notKept }}</FaultLine>
          <p v-if="kept?.photo && holding.mayWrite"><AButton type="link" class="plainlink" @click="leaving = true">Take the photograph away ...</AButton></p>
          <OverPage v-if="leaving" title="Take the photograph away" @close="leaving = false">
            <h2>Take the photograph away for good?</h2>
            <p>The count stays as it is; the picture and the marks on it go, and cannot be brought back.</p>
            <p class="acts">
              <AButton data-first class="press quiet" @click="leaving = false">Keep it</AButton>
              <AButton type="primary" class="press" :disabled="busy" @click="takeAway">Take it away</AButton>
            </p>
          </OverPage>
          <RouterLink :to="`/count/${place.state.colony.id}`">Back to the bench</RouterLink>
        </aside>
      </div>
    </template>
    <p v-else class="soft">There is no such colony. <RouterLink to="/yards">To the yards</RouterLink></p>
  </div>
</template>

<style scoped>
.pos { font-weight: 400; }
h1 { margin-bottom: 12px; }
.bench { display: grid; grid-template-columns: minmax(0, 1fr) 330px; gap: 22px; align-items: start; }
.left { display: grid; gap: 8px; min-width: 0; }
.right { display: grid; gap: 14px; }
.none { min-height: 320px; padding: 34px; display: grid; gap: 8px; align-content: center; max-width: 100%; }
.big { font-size: 44px; line-height: 1; }
.big span { font-size: 17px; font-family: var(--face-text); color: var(--soft); font-weight: 400; }
.acts { display: flex; gap: 10px 14px; align-items: center; flex-wrap: wrap; }
.fields { display: grid; grid-template-columns: 1fr 1fr; gap: 10px; margin: 8px 0; }
.squares { border-top: 1px solid var(--hairline); padding-top: 10px; }
@media screen and (max-width: 900px) {
  .bench { grid-template-columns: minmax(0, 1fr); gap: 12px; }
  /* What is asked about must be seen while it is answered. */
  .left { position: sticky; top: 0; z-index: 4; background: var(--paper); padding-bottom: 6px; }
  .left :deep(canvas) { height: 44vh; }
  .by-keys { display: none; }
}
@media screen and (max-width: 720px) {
  .acts .plainlink, .right > a { min-height: 48px; display: flex; align-items: center; }
}
</style>
