import { describe, it, expect } from 'vitest'
import fc from 'fast-check'
import { TREATMENTS } from '../treatments/index.ts'
import { COURSE_COLUMNS, guessMapping, readCourses, readTable, writeCourses, type TreatedColony } from './index.ts'
import { sayAs, USUAL_READER } from '../words/index.ts'

const colony = (name: string, yard = 'Quarry Bank', courses: TreatedColony['courses'] = []): TreatedColony => ({
  id: `${yard} ${name}`,
  name,
  yard,
  yardId: yard,
  today: '2026-08-12',
  courses,
})
const ROW = [
  colony('Alder'),
  colony('Bramble', 'Quarry Bank', [{ treatment: 'amitraz-strip', startedOn: '2026-03-01' }]),
  colony('Alder', 'Mill Orchard'),
]
function read(text: string, yard: string | null = 'Quarry Bank') {
  const table = readTable(text)
  if (!table.ok) throw new Error(table.sentence)
  return readCourses(table.value, guessMapping(table.value, COURSE_COLUMNS), null, ROW, yard)
}
const faults = (text: string, yard?: string | null) => read(text, yard).map((r) => r.faults.join(' '))

describe('past courses from a table', () => {
  it('are read by colony, active and form, and their own days', () => {
    const [row] = read('colony;treatment;begun;over;rounds;each time;note\nAlder;oxalic vapour;3.5.2026;18.5.2026;4;1,5;after the swarm')
    expect(row!.value).toEqual({
      colonyId: 'Quarry Bank Alder',
      colony: 'Alder',
      yardId: 'Quarry Bank',
      treatment: 'oxalic-vapour',
      startOn: '2026-05-03',
      endOn: '2026-05-18',
      rounds: 4,
      amount: 1.5,
      note: 'after the swarm',
    })
  })
  it('take the rounds that are usual where none are told', () => {
    const rounds = (treatment: string) => read(`colony,treatment,begun,over\nAlder,${treatment},2026-05-03,2026-05-30`)[0]!.value?.rounds
    expect([rounds('oxalic vapour'), rounds('amitraz strips'), rounds('thymol gel')]).toEqual([4, 1, 2])
  })
  it.each([
    ['Alder,oxalic,2026-05-03,2026-05-10', /may be .*Oxalic acid vapour.*, or .*: say which/],
    ['Alder,hive cleaner,2026-05-03,2026-05-10', /no treatment that is known here: name the active ingredient and the form/],
    ['Alder,,2026-05-03,2026-05-10', /No treatment is named/],
    ['Alder,oxalic vapour,,2026-05-10', /No day is given on which it began/],
    ['Alder,oxalic vapour,2026-05-03,2026-05-01', /cannot be over before it began/],
    ['Alder,oxalic vapour,2026-09-03,', /still to come: what is planned is chosen under Match/],
    ['Alder,amitraz strip,2026-07-03,2026-09-01', /leave the end empty while it is in the hive/],
    ['Alder,amitraz strip,2025-07-03,', /began 405 days ago and has no end/],
    ['Bramble,amitraz strip,2026-03-05,2026-04-20', /in the book for Bramble already, since Sun 1 Mar/],
    ['Nobody,amitraz strip,2026-03-05,2026-04-20', /There is no colony "Nobody"/],
    ['Alder,amitraz strip,31/31/2026,', /is not a day/],
  ])('refuse %s with why', (line, why) => {
    expect(sayAs(USUAL_READER, faults(`colony,treatment,begun,over\n${line}`)[0] ?? '')).toMatch(why)
  })
  it('are told when they come twice, or without the yard that a name asks for', () => {
    const twice = 'colony,treatment,begun,over\nAlder,thymol gel,2026-05-03,2026-06-10\nAlder,thymol gel,2026-05-05,2026-06-10'
    expect(faults(twice)).toEqual(['', 'This course stands in the file twice.'])
    expect(faults('colony,treatment,begun,over\nAlder,thymol gel,2026-05-03,2026-06-10', null)[0]).toMatch(/stands in Quarry Bank and Mill Orchard/)
  })
  it('come back as they went out', () => {
    const given = TREATMENTS.filter((t) => t.way !== 'waiting')
    fc.assert(
      fc.property(
        fc.constantFrom(...given),
        fc.integer({ min: 1, max: 12 }),
        fc.option(fc.integer({ min: 0, max: 100 })),
        fc.boolean(),
        (treatment, rounds, amount, over) => {
          const course = { treatment: treatment.key, startOn: '2026-06-01', endOn: over ? '2026-07-14' : null, rounds, amount, note: null }
          const [row] = read(writeCourses([{ ...course, yard: 'Quarry Bank', colony: 'Alder' }]))
          expect(row!.value).toMatchObject(course)
        },
      ),
    )
  })
})
