/** The colony model: how quick it is, and whether its bands hold at full size. */
import { beesOver, outlookOf, planSeason, RUN_IN, runMites, seasonLate, STATE, stretchOf } from '@thistle/core/outlook'
import { temperateNormals } from '@thistle/core/situation'
import { august, wash } from '../../tests/cases/index.ts'
import { bandsHeld } from '../../tests/worlds/outlook-held.ts'

const mean = (times: number, work: () => unknown): number => {
  for (let i = 0; i < Math.min(times, 5); i++) work()
  const began = performance.now()
  for (let i = 0; i < times; i++) work()
  return (performance.now() - began) / times
}

export function benchOutlook(): void {
  const season = seasonLate(stretchOf({ hemisphere: 'north', normals: temperateNormals('north') }, '2026-01-01', 366), 0)
  const [state, onBees, all] = [new Float64Array(STATE), new Float64Array(366), new Float64Array(366)]
  const bees = beesOver({ season, size: 1, droneShare: 0.025 })
  const mites = (of: typeof bees, days: number) => {
    state.fill(0)
    state[0] = 10
    runMites(state, { bees: of, growth: 1, rest: 2, influx: null, hazards: null }, RUN_IN, RUN_IN + days, onBees, all)
  }
  const year = mean(200, () => mites(beesOver({ season, size: 1, droneShare: 0.025 }), 365))
  const thousand = mean(10, () => Array.from({ length: 1000 }, () => mites(bees, 180)))
  const coupled = mean(3, () => Array.from({ length: 1000 }, () => mites(beesOver({ season, size: 1, droneShare: 0.025 }), 180)))
  const situation = august({ asOf: '2026-08-12', phase: null })
  const plans = [
    { name: 'nothing', courses: [] },
    { name: 'strips', courses: [{ treatment: 'amitraz-strip' as const, start: '2026-08-14' }] },
    { name: 'thymol', courses: [{ treatment: 'thymol-gel' as const, start: '2026-08-14' }] },
    { name: 'vapour', courses: [{ treatment: 'oxalic-vapour' as const, start: '2026-08-14' }] },
  ]
  const four = mean(5, () => outlookOf({ situation, days: 120, runs: 1000, seed: 1, plans }))
  console.log(
    `Outlook: a colony-year with its bees ${year.toFixed(2)} ms (wanted: under 1); 1,000 runs of 180 days with the bees made before ${thousand.toFixed(0)} ms (under 60), each with its own ${coupled.toFixed(0)} ms (under 500); four plans over 120 days from the counts on ${four.toFixed(0)} ms`,
  )
  const seasonOf = (colonies: number): string => {
    const asked = Array.from({ length: colonies }, (_, i) => ({
      id: String(i),
      situation: august({ asOf: '2026-05-10', startOn: '2026-05-10', phase: null, weather: [], counts: [wash('2026-05-10', (5 + 3 * i) % 14)] }),
    }))
    const began = performance.now()
    const search = planSeason({ colonies: asked })
    let [step, last, longest] = [search.next(), began, 0]
    for (; !step.done; step = search.next()) {
      longest = Math.max(longest, performance.now() - last)
      last = performance.now()
    }
    return `${((performance.now() - began) / 1000).toFixed(1)} s, ${step.value.tried} plans, ${longest.toFixed(0)} ms between two words of it at the longest`
  }
  console.log(`A year's plan for a colony: ${seasonOf(1)} (wanted: under 5 s, 100 ms); for a yard of thirty: ${seasonOf(30)} (under 30 s)`)
  const say = (held: ReturnType<typeof bandsHeld>) =>
    `${(held.in50 * 100).toFixed(0)}/${(held.in80 * 100).toFixed(0)}/${(held.in90 * 100).toFixed(0)} (over ${(held.over * 100).toFixed(0)}, under ${(held.under * 100).toFixed(0)})`
  console.log(
    `Its bands of 50/80/90 held, 300 colonies each: as it takes them to be ${say(bandsHeld({ colonies: 300, seed: 7 }))}; one count ${say(bandsHeld({ colonies: 300, seed: 7, counted: [205] }))}; twenty mites a day from outside ${say(bandsHeld({ colonies: 300, seed: 7, influx: 20 }))}; after a swarm ${say(bandsHeld({ colonies: 300, seed: 7, swarm: true }))}; strips ${say(bandsHeld({ colonies: 300, seed: 7, strips: 1 }))}; strips felt by a third ${say(bandsHeld({ colonies: 300, seed: 7, strips: 0.33 }))}`,
  )
}
