/** Long work in small steps, with breaths between them: of a page that is looked at, and of a server that others wait for. */

/** How long is worked without a rest, and how one is taken. */
export interface Rests {
  /** Milliseconds by any clock that only goes forward. */
  readonly now: () => number
  readonly longest: number
  /** Lets whatever waits have its turn. */
  readonly breathe: () => Promise<void>
}
/** Work that stops after each of its steps, says how far it is, and ends in what was asked for. */
export type InSteps<Said, Found> = Generator<Said, Found, void>

/** The whole of it without a breath. */
export function atOnce<Found>(work: InSteps<unknown, Found>): Found {
  for (;;) {
    const step = work.next()
    if (step.done) return step.value
  }
}

/** The whole of it, with a breath whenever `longest` milliseconds are over; `hear` is told what is said before each breath. */
export async function withRests<Said, Found>(
  work: InSteps<Said, Found>,
  { now, longest, breathe }: Rests,
  hear: (said: Said) => void = () => undefined,
): Promise<Found> {
  let began = now()
  for (;;) {
    const step = work.next()
    if (step.done) return step.value
    if (now() - began < longest) continue
    hear(step.value)
    await breathe()
    began = now()
  }
}

function* each(steps: Iterable<() => unknown>): InSteps<void, void> {
  for (const step of steps) {
    step()
    yield
  }
}
/** Steps in their order, with breaths; one that throws ends it. A list that is made as it goes is never held whole. */
export const inTurn = (steps: Iterable<() => unknown>, rests: Rests): Promise<void> => withRests(each(steps), rests)
