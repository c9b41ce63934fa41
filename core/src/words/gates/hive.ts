import { sayDays, type Day } from '../../time/index.ts'
import { plain, plural } from '../../units/index.ts'
import { aDay, celsius } from '../notation.ts'
import { speaker } from '../speaker.ts'

/** Gate 5: strength, queen, and how the hive stands. */
export const HIVE = speaker('hive', {
  nothingAsked: () => 'Nothing is asked of the hive.',
  sound: () => 'Nothing about the hive stands against it.',
  doseByFrames: (v: { frames: number }) => `${plain(v.frames)} frames of bees: the dose goes by them.`,
  strong: (v: { frames: number; least: number }) => `${plain(v.frames)} frames of bees; at least ${v.least} are needed.`,
  weak: (v: { frames: number; least: number }) => `${plain(v.frames)} frames of bees; at least ${v.least} are needed: fewer are harmed by it.`,
  newQueenLaid: (v: { days: number }) => `The new queen has laid for ${sayDays(v.days)}: see eggs first.`,
  newQueenBy: () => 'By then the new queen should have laid for three weeks: see eggs first.',
  newQueen: (v: { days: number; began: boolean }) =>
    `The queen is new: she must have laid for ${sayDays(v.days)} first${v.began ? '' : '; when she began is not known'}.`,
  noQueen: () => 'No queen: settle the queen first, whatever is done about mites.',
  noQueenForFumigant: (v: { caged: boolean }) =>
    `${v.caged ? 'The queen is caged' : 'No queen'}: a fumigant now would cost the colony its chance; settle the queen first.`,
  laying: () => 'The queen is laying.',
  newlyHived: () => 'Newly hived: it would leave the hive. Not until its brood is established.',
  entranceReduced: () => 'The entrance is reduced: take the reducer out before the first dose, and leave it out.',
  screenOpen: () => 'The screened floor is open: put the tray in, or the vapour sinks away.',
  floorWet: () => 'The floor is wet: dry it, or change it, before anything is dribbled.',
  fed: () => 'Being fed: take the feeder off for the course.',
  starving: () => 'It has next to nothing to eat: feed it first. A course that allows no feeding can wait, a starving colony cannot.',
  lightStores: () => 'Stores are light and there is no feeding during the course: feed first, or choose what allows feeding.',
  robbed: () =>
    'Wasps or robbers are at it: this wants the full entrance, they are kept out by a narrow one. Close in the evening only what the label allows, or choose what needs no open entrance.',
  topBar: (v: { why: string }) => `A top-bar hive: ${v.why}.`,
  manyBoxes: (v: { boxes: number; most: number }) =>
    `${v.boxes} brood boxes: labels are written for ${v.most}, and what lies between two of them does not reach the third.`,
  restMustMove: () => 'Not in the winter rest: bees in a cluster do not spread it, and what hangs in would stay in over winter.',
  rest: () => 'Not in the winter rest: the nest is not opened while the bees keep together.',
  cold: (v: { high: number }) => `Highs stay under ${celsius(v.high)}: the nest is not opened, and bees that keep together do not spread it.`,
  clustered: () => 'The bees are clustered: the nest is not opened, and what they must walk over they do not.',
  toKnow: (v: { note: string }) => v.note,
  withCareFrom: (v: { day: Day }) => `Fits with care from ${aDay(v.day)}.`,
  fromWarmer: (v: { day: Day }) => `Fits from ${aDay(v.day)}, when a day is warmer.`,
})
export const HIVE_WAYS = speaker('hive-way', {
  fewerThan: (v: { least: number }) => `under ${v.least} frames of bees`,
  moreFrames: (v: { short: number }) => `with ${plain(v.short)} more ${v.short === 1 ? 'frame' : 'frames'} of bees`,
  settledQueen: () => 'with a queen that is settled',
  layingQueen: () => 'with a laying queen',
  noLayingQueen: () => 'without a laying queen',
  broodEstablished: () => 'once its brood is established',
  fullEntrance: () => 'with the entrance at full width',
  trayIn: () => 'with the tray in',
  dryFloor: () => 'on a dry floor',
  feederOff: () => 'with the feeder off',
  onceFed: () => 'once it is fed',
  nobodyRobs: () => 'once nobody robs it',
  hiveWithFrames: () => 'in a hive with frames',
  boxes: (v: { most: number }) => `with ${plural(v.most, 'brood box', 'brood boxes')}`,
  inSpring: () => 'once the bees are moving again in spring',
  moving: () => 'once the bees are moving',
})
