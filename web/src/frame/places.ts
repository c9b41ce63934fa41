import type { Preferences } from '@thistle/core/holding'

/** The places, named for the work, in the order in which people do it. A place is listed once it does its work. */
export interface Place {
  readonly path: string
  readonly name: string
  /** Shown in the bar at the bottom of a phone; the others are under More. */
  readonly inYard: boolean
  /** The letter after g that leads there. */
  readonly letter: string
  /** What it is for, in the box that goes anywhere. */
  readonly says: string
}
export const PLACES: readonly Place[] = [
  { path: '/today', name: 'Today', inYard: true, letter: 't', says: 'what is overdue, due and coming' },
  { path: '/yards', name: 'Yards', inYard: false, letter: 'y', says: 'the rows, as they stand' },
  { path: '/count', name: 'Count', inYard: true, letter: 'c', says: 'every way of counting, and what it means' },
  { path: '/match', name: 'Match', inYard: true, letter: 'm', says: 'what fits, and why' },
  { path: '/rounds', name: 'Rounds', inYard: true, letter: 'o', says: 'visits drawn together, their sheets, the season' },
  { path: '/outlook', name: 'Outlook', inYard: false, letter: 'a', says: 'when to look again, and what each plan would do' },
  { path: '/book', name: 'Book', inYard: false, letter: 'b', says: 'the register of treatments, and what worked here' },
  { path: '/shelf', name: 'Shelf', inYard: false, letter: 's', says: 'what is there, what is missing, mixing, gear, safety, tags' },
  { path: '/rules', name: 'Rules', inYard: false, letter: 'r', says: 'what is allowed, limits, your cup, working days, dates' },
]
/** The places of a keeper: without the outlook for those who want counts and limits alone. */
export const placesOf = ({ outlook }: Pick<Preferences, 'outlook'>): readonly Place[] =>
  outlook ? PLACES : PLACES.filter((p) => p.path !== '/outlook')
/** Ways into counting besides the hive itself. */
export const COUNTING: readonly Pick<Place, 'path' | 'name' | 'says'>[] = [
  { path: '/count/table', name: 'Count in a table', says: 'a whole yard in one go' },
  { path: '/count/yard', name: 'The yard counted', says: 'its picture, which colonies to sample, over time' },
  { path: '/count/file', name: 'By file', says: 'counts, colonies and past courses as CSV, in and out' },
  { path: '/count/practise', name: 'Practise counting', says: 'a tray or board to test the eye' },
]
/** Other views of the rounds. */
export const ROUNDS: readonly Pick<Place, 'path' | 'name' | 'says'>[] = [
  { path: '/rounds/season', name: 'The season', says: 'all courses over one year' },
  { path: '/rounds/deadlines', name: 'Last starts', says: 'counted back from supers and the last opening' },
]
/** Other pages of the book. */
export const BOOK: readonly Pick<Place, 'path' | 'name' | 'says'>[] = [
  { path: '/book/counts', name: 'The book of counts', says: 'every count of a year, on paper and as files' },
  { path: '/book/looks', name: 'The book of inspections', says: 'every inspection of a year, on paper and as files' },
  { path: '/book/reviewed', name: 'Did it work', says: 'each round over its yard, and each colony' },
  { path: '/book/worked', name: 'What worked here', says: 'by treatment, yard and year' },
  { path: '/book/trials', name: 'Trials', says: 'treatments side by side, by lot' },
  { path: '/book/winter', name: 'Over the winter', says: 'who came through, by what each had in autumn' },
  { path: '/book/year', name: 'The year looked back on', says: 'counted, done, worked, slipped, lost' },
]
/** Other pages of the shelf. */
export const SHELF: readonly Pick<Place, 'path' | 'name' | 'says'>[] = [
  { path: '/shelf/bench', name: 'The mixing bench', says: 'dribble, dilution, charges, portions, soapy water' },
  { path: '/shelf/gear', name: 'Gear', says: 'your kit, its cartridges, what is lacking' },
  { path: '/shelf/safety', name: 'Safety cards', says: 'hazards, gear, first aid, spills, by active' },
  { path: '/shelf/tags', name: 'Tags', says: 'a code for each hive, to print and to scan' },
]
/** Parts of the rules, each by its heading. */
export const RULES: readonly Pick<Place, 'path' | 'name' | 'says'>[] = [
  { path: '/rules#r-list', name: 'What is allowed', says: 'your list, treatment by treatment' },
  { path: '/rules#r-school', name: 'Limits', says: 'at how many mites to treat, by jar and by board' },
  { path: '/rules#r-measures', name: 'Your measures', says: 'your cup and its bees, what a sugar roll finds' },
  { path: '/rules#r-units', name: 'What comes first', says: 'among options that fit alike' },
  { path: '/rules#r-work', name: 'Your days', says: 'days and hours you have, helpers, vaporisers, closed books' },
  { path: '/rules#r-dates', name: 'The yards', says: 'supers on and off, last opening, place, usual weather' },
]
/** What belongs to the keeper and the holding rather than to the work. */
export const ASIDE: readonly Place[] = [
  { path: '/changes', name: 'Last changes', inYard: false, letter: 'l', says: 'who changed what, and undo' },
  { path: '/people', name: 'People', inYard: false, letter: 'p', says: 'who else is in the holding' },
  { path: '/phone', name: 'On this device', inYard: false, letter: 'd', says: 'what waits to be sent, and working without the network' },
  { path: '/practice', name: 'Practice season', inYard: false, letter: 'z', says: 'made-up bees from April to November, to try yourself on' },
  { path: '/you', name: 'You', inYard: false, letter: 'u', says: 'units, light, password, leaving' },
]
