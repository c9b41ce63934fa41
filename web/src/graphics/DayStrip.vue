<script setup lang="ts">
/** The four weeks around today. One day is chosen, and everything on the screen is judged for it. */
import AButton from 'ant-design-vue/es/button'
import { useEventListener } from '@vueuse/core'
import { computed, defineAsyncComponent, nextTick, ref } from 'vue'
import { weatherReader } from '@thistle/core/situation'
import type { Verdict } from '@thistle/core/match'
import { addDays, dayOfMonth, daysBetween, weekdayOf, WEEKDAYS, type Day } from '@thistle/core/time'
import { sayDay } from '../look/dates.ts'
import type { YardRecord } from '@thistle/core/holding'
import { toFahrenheit } from '@thistle/core/units'
import { bindingOf } from '../frame/keys.ts'
import { sayWeatherTrouble } from '../parts/weather-words.ts'
import { useHolding } from '../stores/holding.ts'
import { useNarrow } from '../look/narrow.ts'
import MarksLink from '../frame/MarksLink.vue'

const props = defineProps<{
  yard: YardRecord
  /** A limit on the highs that is in force, °C, and what it belongs to. */
  limit?: { high: number; name: string } | null
  /** The verdict of the option in hand on each day of the strip. */
  verdicts?: ReadonlyMap<Day, Verdict> | null
  /** Jobs on days: how many, and whether one of them is past its time. */
  marks?: ReadonlyMap<Day, { count: number; alarm: boolean; text: string }> | null
  /** Days beyond the strip's end worth a jump. */
  beyond?: readonly { day: Day; text: string }[]
  /** The days come from a file and are not the yard's own. */
  fixed?: boolean
}>()

const holding = useHolding()
const narrow = useNarrow()
const WeatherPane = defineAsyncComponent(() => import('../parts/WeatherPane.vue'))
const weatherOpen = ref(false)
const trouble = computed(() => (props.fixed ? null : sayWeatherTrouble(props.yard)))
const ownDays = computed(() => new Set(props.fixed ? [] : (props.yard.weatherFrom?.ownDays ?? []).map((d) => d.date)))
const row = ref<HTMLElement | null>(null)

const start = computed(() => {
  const usual = addDays(holding.today, -5)
  const chosen = holding.day
  return chosen < usual || chosen > addDays(usual, 27) ? addDays(chosen, -9) : usual
})
interface Cell {
  day: Day
  high: number | null
  low: number | null
  source: string
  weekend: boolean
  past: boolean
  verdict: Verdict | null
  hot: boolean
}
const cells = computed<Cell[]>(() => {
  const read = weatherReader({ weather: props.yard.weather, normals: props.yard.normals })
  return Array.from({ length: 28 }, (_, i) => {
    const day = addDays(start.value, i)
    const reading = read(day)
    return {
      day,
      high: reading?.high ?? null,
      low: reading?.low ?? null,
      source: reading?.source ?? 'none',
      weekend: weekdayOf(day) % 6 === 0,
      past: day < holding.today,
      verdict: props.verdicts?.get(day) ?? null,
      hot: Boolean(props.limit && reading && reading.source !== 'normal' && reading.high > props.limit.high),
    }
  })
})
const HEIGHT = 66
const FIGURE = 19
const FOLD_AT = 160
// Lower than the fold, so that the strip's own change of height never sets it flickering.
const UNFOLD_AT = 30
const scale = computed(() => {
  const all = cells.value.flatMap((c) => [c.high, c.low]).filter((t) => t !== null)
  const low = Math.min(...all, props.limit?.high ?? 20) - 2
  const high = Math.max(...all, props.limit?.high ?? 20)
  // Room above the highest bar for its figure.
  return { low, high: high + ((high - low) * FIGURE) / (HEIGHT - FIGURE) }
})
const y = (t: number) => HEIGHT - ((t - scale.value.low) / (scale.value.high - scale.value.low)) * HEIGHT
const degrees = (t: number) => Math.round(holding.unit === 'F' ? toFahrenheit(t) : t)

/** Highs are written where they decide: at the limit, at the turns, on the chosen day. */
function figure(i: number): boolean {
  const c = cells.value[i]
  if (!c || c.high === null || c.source === 'normal') return c?.day === holding.day && c.high !== null
  if (c.hot || c.day === holding.day) return true
  const before = cells.value[i - 1]?.high ?? c.high
  const after = cells.value[i + 1]?.high ?? c.high
  return (c.high > before && c.high >= after) || (c.high < before && c.high <= after)
}

const SAID: Record<Verdict, string> = { fits: 'fits', care: 'fits with care', wait: 'not on this day', 'ruled-out': 'ruled out' }
const KNOWN: Record<string, string> = { observed: 'observed', stated: 'as given', forecast: 'forecast', normal: 'usual for the season', none: '' }
function label(c: Cell): string {
  const weather =
    c.high === null
      ? 'temperature not known'
      : `${c.low === null ? '' : `${degrees(c.low)} to `}${degrees(c.high)} °${holding.unit} ${ownDays.value.has(c.day) ? 'of your own' : KNOWN[c.source]}`
  const mark = props.marks?.get(c.day)
  return [sayDay(c.day), c.day === holding.today ? 'today' : '', weather, c.verdict ? SAID[c.verdict] : '', mark ? mark.text : '']
    .filter(Boolean)
    .join(', ')
}

async function choose(day: Day, focus = false): Promise<void> {
  holding.day = day
  if (!focus) return
  await nextTick()
  row.value?.querySelector<HTMLElement>('[aria-checked="true"]')?.focus()
}
function onKey(event: KeyboardEvent): void {
  const binding = bindingOf(event, ['The chosen day'])
  if (!binding) return
  event.preventDefault()
  const step = Number(binding.id.split(' ')[1])
  void choose(step === 0 ? holding.today : addDays(holding.day, step), true)
}

// The phone: a week of cells, and the four weeks as a ribbon to slide along.
const week = computed(() => {
  const at = Math.max(0, Math.min(21, daysBetween(start.value, holding.day) - 2))
  return cells.value.slice(at, at + 7)
})
const slide = computed({
  get: () => daysBetween(start.value, holding.day),
  set: (n: number) => {
    holding.day = addDays(start.value, Number(n))
  },
})
/** Scrolled past, the strip folds to the chosen day alone. */
const folded = ref(false)
const onScroll = () => (folded.value = narrow.value && window.scrollY > (folded.value ? UNFOLD_AT : FOLD_AT))
useEventListener(window, 'scroll', onScroll, { passive: true })
const chosenCell = computed(() => cells.value.find((c) => c.day === holding.day) ?? null)
let touchX = 0
function onTouchEnd(event: TouchEvent): void {
  const moved = (event.changedTouches[0]?.clientX ?? touchX) - touchX
  if (Math.abs(moved) > 60) holding.day = addDays(holding.day, moved < 0 ? 7 : -7)
}
</script>

<template>
  <section class="strip no-print" aria-label="Days" data-part="day-strip">
    <div v-if="!narrow" class="wide">
      <div ref="row" class="days" role="radiogroup" aria-label="The day to judge for" @keydown="onKey">
        <div v-if="limit" class="limit" :style="{ top: `${26 + y(limit.high)}px` }">
          <span>{{ limit.name }} {{ holding.degrees(limit.high) }}</span>
        </div>
        <button
          v-for="(c, i) in cells"
          :key="c.day"
          type="button"
          role="radio"
          :aria-checked="c.day === holding.day"
          :tabindex="c.day === holding.day ? 0 : -1"
          class="day"
          :class="[
            c.source,
            c.verdict ? `v-${c.verdict}` : '',
            { own: ownDays.has(c.day), weekend: c.weekend, past: c.past, chosen: c.day === holding.day, today: c.day === holding.today, hot: c.hot },
          ]"
          :aria-label="label(c)"
          :data-day="c.day"
          @click="choose(c.day)"
        >
          <span class="date">
            <span class="wd">{{ WEEKDAYS[weekdayOf(c.day)]?.slice(0, 1) }}</span>
            {{ dayOfMonth(c.day) }}
          </span>
          <span class="plot" :style="{ height: `${HEIGHT}px` }">
            <template v-if="c.high !== null">
              <span v-if="figure(i)" class="figure" :style="{ top: `${y(c.high) - 17}px` }">{{ degrees(c.high) }}</span>
              <span class="bar" :style="{ top: `${y(c.high)}px`, height: `${Math.max(5, y(c.low ?? c.high - 5) - y(c.high))}px` }" />
            </template>
          </span>
          <span class="ribbon" />
          <span class="mark">
            <span v-if="marks?.get(c.day)" class="pip" :class="{ alarm: marks?.get(c.day)?.alarm }">{{ marks?.get(c.day)?.count }}{{ marks?.get(c.day)?.alarm ? '!' : '' }}</span>
          </span>
        </button>
      </div>
      <div class="edge">
        <AButton v-if="!fixed" type="link" class="plainlink small" @click="weatherOpen = true">Weather of {{ yard.name }}</AButton>
        <MarksLink v-if="!fixed" />
        <span v-if="trouble" class="care strong small" role="status">{{ trouble }}</span>
        <span v-else-if="!verdicts || fixed || ownDays.size > 0" class="key" aria-hidden="true">
          <template v-if="fixed">{{ yard.name }}, highs and lows:</template>
          <i class="k observed" />
          observed
          <i class="k forecast" />
          forecast
          <i class="k normal" />
          usual for the season
          <template v-if="ownDays.size > 0"><i class="k own" /> your own</template>
        </span>
        <span v-if="verdicts" class="key" aria-hidden="true">
          <i class="r v-fits" />
          fits
          <i class="r v-care" />
          with care
          <i class="r v-wait" />
          not on this day
          <i class="r v-ruled-out" />
          ruled out
        </span>
        <AButton v-if="holding.day !== holding.today" class="chip" @click="choose(holding.today)">Back to today, {{ sayDay(holding.today) }}</AButton>
        <AButton v-for="b in beyond ?? []" :key="b.text" class="chip" @click="choose(b.day)">{{ b.text }} →</AButton>
      </div>
    </div>

    <div v-else class="narrow" @touchstart.passive="touchX = $event.changedTouches[0]?.clientX ?? 0" @touchend.passive="onTouchEnd">
      <div v-if="folded" class="fold">
        <AButton type="text" aria-label="The day before" @click="choose(addDays(holding.day, -1))">‹</AButton>
        <strong>{{ sayDay(holding.day) }}{{ chosenCell?.high == null ? '' : `, ${degrees(chosenCell.high)}/${degrees(chosenCell.low ?? chosenCell.high)} °${holding.unit}` }}</strong>
        <AButton type="text" aria-label="The day after" @click="choose(addDays(holding.day, 1))">›</AButton>
      </div>
      <div v-show="!folded" class="week" role="radiogroup" aria-label="The day to judge for" @keydown="onKey">
        <button
          v-for="c in week"
          :key="c.day"
          type="button"
          role="radio"
          :aria-checked="c.day === holding.day"
          :tabindex="c.day === holding.day ? 0 : -1"
          class="cell"
          :class="[c.source, { chosen: c.day === holding.day, today: c.day === holding.today, hot: c.hot }]"
          :aria-label="label(c)"
          :data-day="c.day"
          @click="choose(c.day)"
        >
          <span class="wd">{{ WEEKDAYS[weekdayOf(c.day)] }}</span>
          <span class="dom">{{ dayOfMonth(c.day) }}</span>
          <span class="temp">{{ c.high === null ? '–' : `${degrees(c.high)}°` }}</span>
          <span class="under" :class="c.verdict ? `v-${c.verdict}` : ''">
            <span v-if="marks?.get(c.day)" class="pip" :class="{ alarm: marks?.get(c.day)?.alarm }">{{ marks?.get(c.day)?.alarm ? '!' : '' }}</span>
          </span>
        </button>
      </div>
      <p v-if="trouble && !folded" class="care strong small trouble" role="status">{{ trouble }}</p>
      <div v-show="!folded" class="slider">
        <div class="ribbons" aria-hidden="true">
          <i v-for="c in cells" :key="c.day" :class="[`v-${c.verdict ?? 'none'}`, { today: c.day === holding.today }]" />
        </div>
        <input v-model="slide" type="range" min="0" max="27" step="1" aria-label="Day within four weeks" :aria-valuetext="sayDay(holding.day)" />
      </div>
      <p v-if="!fixed && !folded" class="links">
        <AButton type="link" class="plainlink small weather" @click="weatherOpen = true">Weather of {{ yard.name }}</AButton>
        <MarksLink class="weather" />
      </p>
    </div>
    <WeatherPane v-if="weatherOpen" :yard="yard" @close="weatherOpen = false" />
  </section>
</template>

<style scoped>
.strip { background: var(--sheet); border-bottom: 1px solid var(--hairline); }
@media screen and (max-width: 720px) { .strip { position: sticky; top: 0; z-index: 20; } }
.wide { max-width: 1360px; margin: 0 auto; padding: 0 20px 7px; container: strip / inline-size; }
.days { position: relative; display: grid; grid-template-columns: repeat(28, minmax(0, 1fr)); }
.limit { position: absolute; left: 0; right: 0; border-top: 1.5px dashed var(--brick-mid); pointer-events: none; z-index: 1; }
.limit span { position: absolute; left: 2px; bottom: 1px; font-size: 11.5px; color: var(--brick); background: var(--sheet); padding: 0 3px; border-radius: 3px; }
.day { appearance: none; background: none; border: 1.5px solid transparent; border-radius: 9px; padding: 4px 0 3px; margin: 3px 0 0; display: grid; justify-items: center; cursor: pointer; min-width: 0; position: relative; }
.day.weekend { background: var(--weekend); border-radius: 0; }
.day.past .date, .day.past .figure { color: var(--soft); }
.day.today::before { content: ''; position: absolute; left: -1.5px; top: 0; bottom: 0; width: 2px; background: var(--ink); border-radius: 2px; }
.day:hover { background: var(--thistle-pale); }
.day.chosen { background: var(--thistle-wash); border-color: var(--thistle); border-radius: 9px; }
.date { font-size: 13px; font-weight: 650; white-space: nowrap; }
.wd { font-weight: 400; color: var(--soft); }
.plot { position: relative; width: 100%; }
.figure { position: absolute; left: 0; right: 0; text-align: center; font-size: 12px; line-height: 1.2; z-index: 2; }
.hot .figure { color: var(--brick); font-weight: 650; }
.bar { position: absolute; left: 50%; width: 7px; margin-left: -3.5px; border-radius: 4px; background: var(--thistle-mid); }
.forecast .bar { background: var(--bar-forecast); }
.observed .bar { background: var(--bar-observed); }
.normal .bar { background: var(--sheet); border: 1.5px solid var(--bar-usual); }
.hot .bar { background: var(--brick); }
.ribbon { width: calc(100% - 4px); height: 8px; border-radius: 4px; margin-top: 5px; }
.v-fits .ribbon { background: var(--thistle); }
.v-care .ribbon { background: linear-gradient(to top, var(--thistle-mid) 52%, var(--thistle-wash) 52%); box-shadow: inset 0 0 0 1px var(--thistle-mid); }
.v-wait .ribbon { box-shadow: inset 0 0 0 1.3px var(--bar-usual); }
.v-ruled-out .ribbon { background: linear-gradient(var(--line), var(--line)) center / 100% 1.5px no-repeat; }
.mark { height: 17px; display: grid; place-items: center; margin-top: 2px; }
.pip { display: inline-grid; place-items: center; min-width: 17px; height: 17px; padding: 0 4px; border-radius: 9px; font-size: 11.5px; font-weight: 650; background: var(--lichen-wash); color: var(--lichen); }
.pip.alarm { background: var(--brick); color: var(--on-fill); }
.edge { display: flex; gap: 8px 18px; align-items: center; flex-wrap: wrap; min-height: 26px; }
.key { font-size: 12px; color: var(--soft); display: inline-flex; align-items: center; gap: 5px; }
.k.own, .own .bar { box-shadow: 0 0 0 2px var(--sheet), 0 0 0 3.5px var(--lichen); }
.k { width: 6px; height: 12px; border-radius: 3px; margin-left: 6px; background: var(--bar-observed); }
.k.forecast { background: var(--bar-forecast); }
.k.normal { background: var(--sheet); border: 1.5px solid var(--bar-usual); }
.r { width: 18px; height: 7px; border-radius: 4px; margin-left: 6px; }
.r.v-fits { background: var(--thistle); }
.r.v-care { background: linear-gradient(to top, var(--thistle-mid) 52%, var(--thistle-wash) 52%); box-shadow: inset 0 0 0 1px var(--thistle-mid); }
.r.v-ruled-out { background: linear-gradient(var(--line), var(--line)) center / 100% 1.5px no-repeat; }
.r.v-wait { box-shadow: inset 0 0 0 1.3px var(--bar-usual); }
.chip { border-radius: 14px; font-size: 13px; padding: 2px 12px; height: auto; min-height: 28px; color: var(--thistle); margin-left: auto; }
.chip + .chip { margin-left: 0; }
.chip:hover { border-color: var(--thistle); background: var(--thistle-pale); }
.fold { display: grid; grid-template-columns: 56px 1fr 56px; align-items: center; text-align: center; min-height: 48px; }
.fold button { font-size: 26px; line-height: 1; min-height: 48px; color: var(--thistle); }
.narrow { padding: 4px 10px 0; }
.weather { min-height: 44px; padding: 0 6px; }
.links { display: flex; gap: 0 14px; flex-wrap: wrap; align-items: center; min-height: 48px; }
.trouble { padding: 4px 6px; }
.week { display: grid; grid-template-columns: repeat(7, 1fr); gap: 2px; }
.cell { appearance: none; background: none; border: 1.5px solid transparent; border-radius: 12px; min-height: 64px; padding: 4px 0 5px; display: grid; justify-items: center; line-height: 1.2; }
.cell .wd { font-size: 12.5px; }
.cell .dom { font-size: 18px; font-weight: 700; }
.cell .temp { font-size: 14px; color: var(--soft); }
.cell.normal .temp { font-style: italic; }
.cell.hot .temp { color: var(--brick); font-weight: 700; }
.cell.today .dom { text-decoration: underline; text-underline-offset: 3px; text-decoration-thickness: 2px; }
.cell.chosen { background: var(--thistle-wash); border-color: var(--thistle); }
.under { width: 80%; height: 7px; border-radius: 4px; margin-top: 2px; display: grid; place-items: center; }
.under.v-fits { background: var(--thistle); }
.under.v-care { background: linear-gradient(to top, var(--thistle-mid) 52%, var(--thistle-wash) 52%); }
.under.v-wait { box-shadow: inset 0 0 0 1.3px var(--bar-usual); }
.under .pip { min-width: 8px; width: 8px; height: 8px; padding: 0; background: var(--lichen); }
.under .pip.alarm { width: 14px; height: 14px; background: var(--brick); font-size: 12px; line-height: 1; }
.slider { position: relative; height: 48px; }
.ribbons { position: absolute; left: 11px; right: 11px; top: 20px; height: 8px; display: grid; grid-template-columns: repeat(28, 1fr); gap: 1px; }
.ribbons i { background: var(--hairline); border-radius: 2px; }
.ribbons .v-fits { background: var(--thistle); }
.ribbons .v-care { background: var(--thistle-mid); }
.ribbons .today { box-shadow: 0 0 0 1.5px var(--ink); }
.slider input { position: absolute; inset: 0; width: 100%; height: 48px; margin: 0; background: transparent; appearance: none; }
.slider input::-webkit-slider-runnable-track { height: 48px; background: transparent; }
.slider input::-webkit-slider-thumb { appearance: none; width: 26px; height: 34px; margin-top: 7px; border-radius: 10px; background: var(--thistle); border: 3px solid var(--sheet); box-shadow: 0 0 0 1px var(--thistle); }
@container strip (max-width: 1000px) {
  .date { display: grid; justify-items: center; line-height: 1.15; }
  .figure { font-size: 11px; }
}
/* Where the system paints: what is drawn as a ground is drawn in its own colours, and the shapes still tell. */
@media (forced-colors: active) {
  .bar, .k, .ribbon, .r, .under, .ribbons i, .pip { forced-color-adjust: none; }
  .bar, .k, .observed .bar { background: GrayText; }
  .forecast .bar, .k.forecast { background: CanvasText; }
  .normal .bar, .k.normal { background: Canvas; border-color: CanvasText; }
  .hot .bar { background: CanvasText; outline: 2px solid Highlight; }
  .ribbons i { background: Canvas; box-shadow: inset 0 0 0 1px GrayText; }
  .v-fits .ribbon, .r.v-fits, .under.v-fits, .ribbons .v-fits { background: Highlight; }
  .v-care .ribbon, .r.v-care, .under.v-care, .ribbons .v-care { background: linear-gradient(to top, Highlight 52%, Canvas 52%); box-shadow: inset 0 0 0 1px CanvasText; }
  .v-wait .ribbon, .r.v-wait, .under.v-wait { box-shadow: inset 0 0 0 1.3px CanvasText; }
  .v-ruled-out .ribbon, .r.v-ruled-out { background: linear-gradient(CanvasText, CanvasText) center / 100% 1.5px no-repeat; }
  .day.chosen, .cell.chosen { outline: 3px solid Highlight; outline-offset: -3px; }
  .pip { background: CanvasText; color: Canvas; }
  .pip.alarm { background: Highlight; color: HighlightText; }
  .slider input::-webkit-slider-thumb { forced-color-adjust: none; background: Highlight; border-color: Canvas; box-shadow: 0 0 0 1px CanvasText; }
}
.slider input::-moz-range-thumb { width: 22px; height: 30px; border-radius: 10px; background: var(--thistle); border: 3px solid var(--sheet); }
</style>
