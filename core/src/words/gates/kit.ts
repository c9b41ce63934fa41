import { sayDays, type Day } from '../../time/index.ts'
import { plain } from '../../units/index.ts'
import { aDay } from '../notation.ts'
import { speaker } from '../speaker.ts'

/** Gate 8: gear and shelf. Tools come as they are said: "gloves and a vaporiser". */
export const KIT_WORDING = speaker('kit', {
  noGear: () => 'No special gear is needed.',
  notWrittenDown: (v: { tools: string }) => `Your kit is not written down, so it is not judged. It takes ${v.tools}.`,
  wouldWait: () => 'It would wait for whatever of that is missing.',
  missing: (v: { tools: string }) => `Missing from your kit: ${v.tools}. Fetch what is missing first.`,
  better: (v: { tools: string; without: readonly string[] }) => `It is better done with ${v.tools}: without, ${v.without.join('; ')}.`,
  have: (v: { tools: string }) => `You have ${v.tools}.`,
  readyBy: (v: { tools: string; day: Day; near: Day }) => `Ready with ${v.tools} by ${aDay(v.day, v.near)}.`,
  waitsWithout: (v: { tools: string }) => `It would wait without ${v.tools}.`,
  shelfShort: (v: { wanted: string; has: number }) => `The course takes ${v.wanted}; the shelf has ${plain(v.has)}.`,
  withMore: (v: { short: string }) => `Fits with ${v.short} more.`,
  expired: (v: { day: Day; near: Day }) => `What is on the shelf expired ${aDay(v.day, v.near)}: never past its date.`,
  inDate: () => 'Fits with a pack that is in date.',
  openTooLong: (v: { day: Day; near: Day; days: number; keeps: number }) =>
    `The pack was opened ${aDay(v.day, v.near)}, ${sayDays(v.days)} before; closed again it keeps about ${sayDays(v.keeps)}: what is weak breeds mites that withstand it.`,
})
export const KIT_WAYS = speaker('kit-way', {
  with: (v: { tools: string }) => `with ${v.tools}`,
  freshPack: () => 'with a fresh pack',
})
