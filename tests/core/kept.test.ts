/** What a phone wrote without the network: shown as it will be, whatever is sent how often. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { rowsOfEntry, withEntries, type Entry } from '@thistle/core/holding'
import { bareColony, bareCount, bareCourse, bareYard } from '../cases/records.ts'

const DAY = '2026-08-12'
const course = bareCourse('amitraz-strip', DAY, [])
const colony = bareColony({ id: 'c-1', counts: [bareCount('2026-08-01', 6, { id: 'n-1' })], courses: [course] })
const other = bareColony({ id: 'c-2' })
const yard = bareYard(DAY, { id: 'y-1', colonies: [colony, other] })
const beside = bareYard(DAY, { id: 'y-2' })
const after = (...entries: Entry[]) => withEntries([yard, beside], entries)
const put = (kind: string, id: string, body: object): Entry => ({ method: 'PUT', path: `/${kind}/${id}`, body })
const counted = (id: string, onDay: string, mites: number, version: number | null = null) =>
  put('counts', id, { colonyId: 'c-1', onDay, method: 'wash', samples: [{ mites, bees: 300 }], version })

describe('an entry of the yard', () => {
  it('is a count in its place by its day, with all that was left out', () => {
    const [{ colonies }] = after(counted('n-2', '2026-07-20', 3)) as [typeof yard]
    expect(colonies[0]!.counts.map((c) => c.id)).toEqual(['n-2', 'n-1'])
    expect(colonies[0]!.counts[0]).toMatchObject({
      version: 1,
      method: 'wash',
      note: null,
      flags: [],
      representative: null,
      samples: [{ mites: 3, bees: 300, days: null }],
    })
  })
  it('puts right what stands, with the next version, and takes it away', () => {
    const [{ colonies }] = after(counted('n-1', '2026-08-02', 9, 4)) as [typeof yard]
    expect(colonies[0]!.counts).toHaveLength(1)
    expect(colonies[0]!.counts[0]).toMatchObject({ version: 5, onDay: '2026-08-02', samples: [{ mites: 9 }] })
    expect((after({ method: 'DELETE', path: '/counts/n-1?version=1', body: null })[0]!.colonies[0] as typeof colony).counts).toEqual([])
  })
  it('is a look only where it is as new as the one that stands', () => {
    const look = (id: string, onDay: string) => put('looks', id, { colonyId: 'c-2', onDay, framesOfBees: 7 })
    expect(after(look('l-1', '2026-08-10'), look('l-2', '2026-08-01'))[0]!.colonies[1]!.look).toMatchObject({
      id: 'l-1',
      framesOfBees: 7,
      note: null,
    })
    expect(after(look('l-1', '2026-08-01'), look('l-2', '2026-08-10'))[0]!.colonies[1]!.look).toMatchObject({ id: 'l-2' })
  })
  it('is a board that is laid and taken out, and something done in a course', () => {
    const laid = put('boards', 'b-1', { colonyId: 'c-2', laidOn: DAY, takenOn: null })
    expect(after(laid)[0]!.colonies[1]!.board).toEqual({ id: 'b-1', version: 1, laidOn: DAY })
    expect(after(laid, put('boards', 'b-1', { colonyId: 'c-2', laidOn: DAY, takenOn: DAY, version: 1 }))[0]!.colonies[1]!.board).toBeNull()
    const done = { id: 'e-1', courseId: course.id, kind: 'done', job: 'dose', n: 1, happenedOn: DAY, amount: 2 }
    const [{ colonies }] = after({ method: 'POST', path: '/rounds', body: { events: [done] } }) as [typeof yard]
    expect(colonies[0]!.courses[0]!.events).toMatchObject([{ id: 'e-1', kind: 'done', job: 'dose', amount: 2, note: null, supersedes: null }])
  })
  it('is a visit or a jar of its yard', () => {
    const body = { visits: [{ id: 'v-1', yardId: 'y-2', day: '2026-08-20', note: null }] }
    expect(after({ method: 'POST', path: '/rounds', body })[1]!.visits).toEqual([
      { id: 'v-1', version: 1, day: '2026-08-20', note: null, minutes: null },
    ])
    expect(
      after({ method: 'POST', path: '/rounds', body }, { method: 'POST', path: '/rounds', body: { visitsGone: [{ id: 'v-1', version: 1 }] } })[1]!
        .visits,
    ).toEqual([])
    expect(after(put('jars', 'j-1', { yardId: 'y-1', onDay: DAY, method: 'wash', mites: 9, bees: 300, colonies: [] }))[0]!.jars).toMatchObject([
      { id: 'j-1', mites: 9 },
    ])
  })
  it('is not of those that a phone keeps where it is about something else', () => {
    for (const entry of [
      put('settings', 's', {}),
      put('decisions', 'd', {}),
      { method: 'POST', path: '/holding/date', body: {} },
      { method: 'POST', path: '/records', body: { colonies: [{ id: 'c-9' }], counts: [] } },
      { method: 'DELETE', path: '/events/e', body: null },
    ] as Entry[])
      expect(rowsOfEntry(entry), entry.path).toBeNull()
  })
  it('leaves yards that it is not about as they are, and twice is as once', () => {
    const entry = fc.oneof(
      fc
        .record({ id: fc.constantFrom('n-1', 'n-2', 'n-3'), day: fc.constantFrom('2026-08-01', '2026-08-05'), mites: fc.nat(20) })
        .map((x) => counted(x.id, x.day, x.mites)),
      fc.constantFrom('n-1', 'n-2').map((id): Entry => ({ method: 'DELETE', path: `/counts/${id}?version=1`, body: null })),
      fc.constantFrom('e-1', 'e-2').map((id) => put('events', id, { courseId: course.id, kind: 'done', job: 'dose', n: 1, happenedOn: DAY })),
    )
    fc.assert(
      fc.property(fc.array(entry, { maxLength: 8 }), (entries) => {
        const once = after(...entries)
        expect(once[1]).toBe(beside)
        const last = entries.at(-1)
        if (last) expect(withEntries(once, [last])).toEqual(once)
      }),
    )
  })
})
