import type { CoursePattern, Step } from './treatment.ts'

/** Building blocks of course patterns: windows are days from the job a step hangs on. */
type Window = readonly [earliest: number, best: number, latest: number]
type Extra = Partial<Pick<Step, 'opensHive' | 'ends' | 'breaks' | 'withSupersOn' | 'fall'>>
const at = (job: Step['job'], n: number) => ({ job, n })

const step = (job: Step['job'], n: number, after: Step['after'], [earliest, best, latest]: Window, text: string, extra: Extra = {}): Step => ({
  job,
  n,
  after,
  earliest,
  best,
  latest,
  opensHive: true,
  text,
  ...extra,
})

export const prepare = (text: string, from = -7, extra: Extra = {}): Step => step('prepare', 1, 'start', [from, 0, 0], text, extra)
/** The first dose, with the days it may slip. */
export const firstDose = (text: string, slack: number, extra: Extra = {}): Step => step('dose', 1, 'start', [0, 0, slack], text, extra)
export const nextDose = (n: number, window: Window, text: string, extra: Extra = {}): Step => step('dose', n, at('dose', n - 1), window, text, extra)
export const check = (n: number, after: Step['after'], window: Window, text: string, extra: Extra = {}): Step =>
  step('check', n, after, window, text, extra)
export const remove = (after: Step['after'], window: Window, text: string): Step => step('remove', 1, after, window, text, { ends: 'course' })
export const putBack = (after: Step['after'], window: Window, text: string, extra: Extra = { ends: 'course' }): Step =>
  step('put-back', 1, after, window, text, extra)
export const queenCheck = (n: number, after: Step['after'], window: Window, text: string): Step => step('queen-check', n, after, window, text)
export const recount = (after: Step['after'], window: Window): Step => step('recount', 1, after, window, 'Wash about 300 bees: did it work?')
export const supersOn = (after: Step['after'], days: number): Step =>
  step('supers', 1, after, [days, days, days], 'No supers before this day', {
    opensHive: false,
    withSupersOn: 'Supers may stay on by your own list; nothing is harvested until the course is over',
  })

/** A strip that hangs in the brood nest: in, looked at, out, counted after, supers. */
export function hangingStrip(days: { readonly least: number; readonly most: number }, supersAfter: number, extraVisit: boolean): CoursePattern {
  const { least, most } = days
  return {
    when: 'always',
    name: least === most ? `${least} days` : `${least} to ${most} days`,
    days,
    visits: extraVisit ? 4 : 3,
    steps: [
      prepare('Take the supers off; note between which frames the strips will hang', -7, {
        withSupersOn: 'Note between which frames of the brood nest the strips will hang',
      }),
      firstDose('Hang {dose} in the brood nest, two frames apart; write down how many went in', 7),
      check(1, at('dose', 1), [14, 17, 21], 'Check that bees walk on the strips; move them to where the brood is'),
      ...(extraVisit ? [check(2, at('check', 1), [14, 17, 21], 'Check and move the strips again')] : []),
      { ...remove(at('dose', 1), [least, least, most], 'Take {dose} out and count them'), counted: true },
      recount(at('remove', 1), [7, 10, 14]),
      supersOn(at('remove', 1), supersAfter),
    ],
  }
}
