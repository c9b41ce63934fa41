/** Whether what is said comes true, at full size: the tables of the closing notes. The tests hold the same at a size that fits them. */
import { coursesHeld, levelsHeld, type Acting } from '../../tests/worlds/calibration.ts'

const percent = (x: number): string => `${Math.round(x * 100)}`
const WORKING: readonly Acting[] = [
  { given: 'amitraz-strip', acts: 'amitraz-strip', days: 42 },
  { given: 'formic-strip-14', acts: 'formic-strip-14', days: 14 },
  { given: 'thymol-gel', acts: 'thymol-gel', days: 28 },
  { given: 'oxalic-vapour', acts: 'oxalic-vapour', days: 15 },
]
const USELESS: readonly Acting[] = (['fluvalinate-strip', 'amitraz-strip', 'oxalic-vapour', 'formic-strip-14'] as const).map((given) => ({
  given,
  acts: 'nothing',
  days: 28,
}))

export function benchCalibration(): void {
  const { bins, inside, all, means, yards } = levelsHeld(1, 400)
  console.log(
    `Chance of being over 3 in 100, ${all} colonies (said % -> came %, cases): ${bins.map((b) => `${percent(b.said / b.n)}->${percent(b.came / b.n)} (${b.n})`).join('  ')}`,
  )
  console.log(`Colonies inside their 90 % range: ${percent(inside / all)} %; means of ${yards} yards: ${percent(means / yards)} %`)
  for (const [name, list] of [
    ['working', WORKING],
    ['doing nothing', USELESS],
  ] as const)
    for (const acting of list) {
      const held = coursesHeld(2, acting, 300, [160, 210, 240])
      const of = (n: number) => `${((n / held.n) * 100).toFixed(1)} %`
      console.log(
        `${acting.given}, ${name}, ${held.n} courses: "did its work" ${of(held.worked)}, "fell short" ${of(held.short)}; share in its range ${of(held.inside)}, level after it ${of(held.now)}, that of a colony nobody counted since ${of(held.uncounted)} (over it ${of(held.uncountedOver)})`,
      )
    }
}
