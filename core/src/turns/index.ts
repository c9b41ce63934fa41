/** Long work in small steps, with breaths between them: of a page that is looked at, and of a server that others wait for. */

/** Lets whatever waits have its turn. */
export type Breathe = () => Promise<void>
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
  longest: number,
  breathe: Breathe,
  hear: (said: Said) => void = () => undefined,
): Promise<Found> {
  let began = performance.now()
  for (;;) {
    const step = work.next()
    if (step.done) return step.value
    if (performance.now() - began < longest) continue
    hear(step.value)
    await breathe()
    began = performance.now()
  }
}

function* each(steps: Iterable<() => unknown>): InSteps<void, void> {
  for (const step of steps) {
    step()
    yield
  }
}
/** Steps in their order, with breaths; one that throws ends it. A list that is made as it goes is never held whole. */
export const inTurn = (steps: Iterable<() => unknown>, longest: number, breathe: Breathe): Promise<void> => withRests(each(steps), longest, breathe)
