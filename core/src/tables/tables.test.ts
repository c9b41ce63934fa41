import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Day } from '../time/index.ts'
import {
  COLONY_COLUMNS,
  COUNT_COLUMNS,
  guessMapping,
  guessOrder,
  mappingFault,
  readColonies,
  readCounts,
  readDay,
  readNumber,
  readTable,
  writeColonies,
  writeCounts,
  type KnownColony,
  type Table,
} from './index.ts'

const tableOf = (text: string): Table => {
  const read = readTable(text)
  if (!read.ok) throw new Error(read.sentence)
  return read.value
}
const known = (name: string, yard = 'Quarry Bank', kept: string[] = []): KnownColony => ({
  id: `${yard} ${name}`,
  name,
  yard,
  since: '2026-03-01',
  today: '2026-08-12',
  kept: new Set(kept),
})
const COLONIES = [
  known('Alder'),
  known('Elder', undefined, ['2026-08-09 wash 13/295']),
  known('Plum', 'Mill Orchard'),
  known('Alder', 'Mill Orchard'),
]
const counts = (text: string, order: 'day-month' | 'month-day' | null = null, yard: string | null = 'Quarry Bank') => {
  const table = tableOf(text)
  return readCounts(table, guessMapping(table, COUNT_COLUMNS), order, COLONIES, { method: 'wash', yard })
}
const faults = (text: string, ...rest: [order?: 'day-month' | 'month-day' | null, yard?: string | null]) => counts(text, ...rest).map((r) => r.faults)

/** Comma-separated values read by the letter of RFC 4180, character by character. */
function byRfc4180(text: string): string[][] {
  const rows: string[][] = []
  let [row, cell, quoted] = [[] as string[], '', false]
  for (let i = 0; i < text.length; i++) {
    const at = text.charAt(i)
    if (quoted && at === '"' && text[i + 1] === '"') cell += text.charAt(i++)
    else if (at === '"') quoted = !quoted
    else if (!quoted && at === ',') [row, cell] = [[...row, cell], '']
    else if (!quoted && text.startsWith('\r\n', i)) {
      rows.push([...row, cell])
      ;[row, cell] = [[], '']
      i++
    } else cell += at
  }
  return cell === '' && row.length === 0 ? rows : [...rows, [...row, cell]]
}

describe('a table as text', () => {
  it.each([
    ['commas', 'colony,mites,bees\nAlder,3,300'],
    ['semicolons', 'colony;mites;bees\nAlder;3;300'],
    ['tabs, as a spreadsheet copies', 'colony\tmites\tbees\nAlder\t3\t300'],
    ['a mark of byte order and blank lines', '\ufeffcolony,mites,bees\r\n\r\nAlder,3,300\r\n,,\r\n'],
    ['quotes', '"colony","mites","bees"\n"Alder","3","300"'],
  ])('is read with %s', (_what, text) => {
    expect(tableOf(text)).toEqual({ headings: ['colony', 'mites', 'bees'], rows: [['Alder', '3', '300']], firstLine: 2 })
  })
  it('is read without headings where the first line holds figures', () => {
    expect(tableOf('Alder,2026-08-01,3\nElder,2026-08-01,4')).toMatchObject({ headings: ['column 1', 'column 2', 'column 3'], firstLine: 1 })
  })
  it.each([
    ['nothing', '  \n '],
    ['one column', 'colony\nAlder\nElder'],
    ['headings alone', 'colony,mites'],
    ['a quotation mark that is never closed', 'colony,mites\n"Alder,3\nElder,4'],
    ['a file of another kind', 'PK\u0003\u0004\0\0,a,b'],
    ['too many rows', `colony,mites\n${'Alder,3\n'.repeat(1001)}`],
  ])('is refused in a sentence: %s', (_what, text) => {
    const read = readTable(text)
    expect(read.ok).toBe(false)
    if (!read.ok) expect(read.sentence).toMatch(/^[A-Z0-9].*\.$/)
  })
  it('never throws, whatever is pasted', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 300, unit: 'binary' }), (text) => {
        expect(typeof readTable(text).ok).toBe('boolean')
      }),
    )
  })
})

describe('a table that is not whole', () => {
  const read = (text: string) => {
    const found = readTable(text)
    return found.ok ? found.value : found.sentence
  }
  it('has a name for every column, rows as short as they are, and cells without the blanks about them', () => {
    expect(read(' colony ,,mites\n Alder , x, 3\nElder')).toEqual({
      headings: ['colony', 'column 2', 'mites'],
      rows: [['Alder', 'x', '3'], ['Elder']],
      firstLine: 2,
    })
    expect(read('Alder, 3 ,300')).toMatchObject({ headings: ['column 1', 'column 2', 'column 3'], firstLine: 1 })
  })
  it('of one column, or with a quotation mark that is never closed, is refused', () => {
    expect(read('alone\nagain')).toMatch(/^There is one column only/)
    expect(read('a,"b\nc,d')).toMatch(/^A quotation mark in line \d+ is never closed/)
  })
})

describe('cells', () => {
  it.each<[string, 'day-month' | 'month-day' | null, Day | null]>([
    ['2026-08-12', null, '2026-08-12'],
    ['2026-08-12T09:30', null, '2026-08-12'],
    ['2026/8/2', null, '2026-08-02'],
    ['12.8.2026', null, '2026-08-12'],
    ['12.08.26', null, '2026-08-12'],
    ['12 Aug 2026', null, '2026-08-12'],
    ['12-Sept-2026', null, '2026-09-12'],
    ['August 12, 2026', null, '2026-08-12'],
    ['12 Octopus 2026', null, null],
    ['Marble 3, 2026', null, null],
    ['3/8/2026', 'day-month', '2026-08-03'],
    ['3/8/2026', 'month-day', '2026-03-08'],
    ['3/8/2026', null, null],
    ['13/8/2026', null, '2026-08-13'],
    ['8/13/2026', null, '2026-08-13'],
    ['8/13/2026', 'day-month', null],
    ['12/5/2026', null, null],
    ['5/12/2026', null, null],
    ['12. 8. 2026', null, '2026-08-12'],
    ['12.8.20267', null, null],
    ['12. - Aug. , 2026', null, '2026-08-12'],
    ['12 Aug 2', null, null],
    ['on August 12, 2026', null, null],
    ['August 12, 20267', null, null],
    ['Aug. - 12, 2026', null, '2026-08-12'],
    ['30.2.2026', null, null],
    ['soon', null, null],
  ])('the day "%s" by %s is %s', (text, order, day) => expect(readDay(text, order)).toBe(day))
  it('tells the order of a column by a figure over twelve, and only where no other speaks against it', () => {
    expect(guessOrder(['3/8/2026', '13/8/2026'])).toBe('day-month')
    expect(guessOrder(['3/8/2026', '8/13/2026'])).toBe('month-day')
    expect(guessOrder(['3/8/2026'])).toBeNull()
    expect(guessOrder(['13/13/2026', '13/8/2026'])).toBe('day-month')
    expect(guessOrder(['13/8/2026', '8/13/2026'])).toBeNull()
    expect([guessOrder([' 13/12/2026']), guessOrder(['12/13/2026'])]).toEqual(['day-month', 'month-day'])
  })
  it('takes decimal points and commas', () => {
    expect([readNumber('2,5'), readNumber('2.5'), readNumber(' 300 '), readNumber('1,000.5'), readNumber('many'), readNumber('')]).toEqual([
      2.5,
      2.5,
      300,
      null,
      null,
      null,
    ])
  })
})

describe('counts out of a table', () => {
  it('finds the columns by their headings, whatever their order', () => {
    const table = tableOf('Date;Sample;Varroa;Hive;Apiary\n2026-08-10;300;3;Alder;Quarry Bank')
    expect(guessMapping(table, COUNT_COLUMNS)).toMatchObject({ colony: 3, yard: 4, day: 0, mites: 2, bees: 1, days: null })
    expect(mappingFault(guessMapping(table, COUNT_COLUMNS), COUNT_COLUMNS)).toBeNull()
    expect(mappingFault({ colony: 0, day: null, mites: 1 }, COUNT_COLUMNS)).toContain('day')
    expect(mappingFault({ colony: 0, day: 0, mites: 1 }, COUNT_COLUMNS)).toContain('twice')
  })
  it('reads each method with what it is counted on', () => {
    const read = counts(
      'colony;day;method;mites;bees;days;recovery\nAlder;10.8.2026;wash;3;300;;\nElder;10.8.2026;sugar roll;3;300;;90\nAlder;11.8.2026;sticky board;18;;2,5;\nElder;11.8.2026;drone;4;100;;',
    )
    expect(read.map((r) => r.faults)).toEqual([[], [], [], []])
    expect(read.map((r) => r.value?.samples[0])).toMatchObject([
      { mites: 3, bees: 300, days: null },
      { mites: 3, bees: 300 },
      { mites: 18, bees: null, days: 2.5 },
      { mites: 4, bees: 100 },
    ])
    expect(read[1]?.value?.recovery).toBe(0.9)
  })
  it.each([
    ['a colony that is not there', 'Oak,2026-08-10,3,300', /no colony "Oak"/],
    ['no colony', ',2026-08-10,3,300', /No colony/],
    ['a day that is none', 'Alder,2026-02-30,3,300', /not a day/],
    ['no day', 'Alder,,3,300', /No day/],
    ['a day to come', 'Alder,2026-08-13,3,300', /still to come/],
    ['a day before the colony', 'Alder,2026-02-01,3,300', /in your book from/],
    ['a word for a number', 'Alder,2026-08-10,three,300', /"three" is not a number/],
    ['no mites', 'Alder,2026-08-10,,300', /Enter the mites/],
    ['more mites than bees', 'Alder,2026-08-10,301,300', /more mites than bees/],
    ['half a mite', 'Alder,2026-08-10,1.5,300', /whole numbers/],
    ['no bees', 'Alder,2026-08-10,3,', /Enter the bees/],
    ['a count that is kept already', 'Elder,2026-08-09,13,295', /kept already/],
  ])('says what is wrong with %s', (_what, row, says) => {
    const [found] = faults(`colony,day,mites,bees\n${row}`)
    expect(found?.join(' ')).toMatch(says)
  })
  it('says that a count stands in the file twice, and that a name stands in two yards', () => {
    expect(faults('colony,day,mites,bees\nAlder,2026-08-10,3,300\nAlder,2026-08-10,3,300')[1]?.join()).toMatch(/twice/)
    expect(faults('colony,day,mites,bees\nAlder,2026-08-10,3,300', null, null)[0]?.join()).toMatch(/Quarry Bank and Mill Orchard/)
    expect(faults('colony,yard,day,mites,bees\nalder,mill orchard,2026-08-10,3,300', null, null)[0]).toEqual([])
  })
  it('leaves a day that may be two to the keeper', () => {
    expect(faults('colony,day,mites,bees\nAlder,3/8/2026,3,300')[0]?.join()).toMatch(/may be two days/)
    expect(faults('colony,day,mites,bees\nAlder,3/8/2026,3,300', 'day-month')[0]).toEqual([])
    // One that is no day either way is no riddle.
    expect(faults('colony,day,mites,bees\nAlder,13/13/2026,3,300')[0]?.join()).toMatch(/"13\/13\/2026" is not a day/)
  })
  it('keeps the line of the file and every cell of a faulty row', () => {
    const [, second] = counts('colony,day,mites,bees\nAlder,2026-08-10,3,300\nOak,2026-08-10,3,300')
    expect(second).toMatchObject({ line: 3, cells: ['Oak', '2026-08-10', '3', '300'], value: null })
  })
  it('keeps a note, and a share that is said as one or in a hundred', () => {
    const read = (recovery: string, note: string) =>
      counts(`colony;day;mites;bees;recovery;note\nAlder;2026-08-10;3;300;${recovery};${note}`)[0]!.value
    expect([read('1', '')?.recovery, read('90', '')?.recovery, read('0,9', '')?.recovery, read('', '')?.recovery]).toEqual([1, 0.9, 0.9, null])
    expect([read('', 'windy')?.note, read('', '')?.note]).toEqual(['windy', null])
    expect(read('', 'x'.repeat(2500))?.note).toHaveLength(2000)
  })
  it('reads back what was written', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            mites: fc.integer({ min: 0, max: 50 }),
            bees: fc.integer({ min: 100, max: 400 }),
            day: fc.integer({ min: 1, max: 11 }),
            note: fc.string({ maxLength: 20, unit: 'grapheme-ascii' }),
          }),
          { minLength: 1, maxLength: 12 },
        ),
        (rows) => {
          const written = rows.map((r, i) => ({
            yard: 'Quarry Bank',
            position: i + 1,
            colony: 'Alder',
            onDay: `2026-08-${String(r.day).padStart(2, '0')}`,
            method: 'wash' as const,
            mites: r.mites,
            bees: r.bees,
            days: null,
            share: null,
            recovery: null,
            flags: [],
            note: r.note.trim() || null,
          }))
          const read = counts(writeCounts(written), null, null)
          expect(read).toHaveLength(rows.length)
          for (const [i, row] of read.entries()) {
            if (row.faults.length > 0) expect(row.faults.join()).toMatch(/twice/)
            else expect(row.value).toMatchObject({ onDay: written[i]?.onDay, samples: [{ mites: written[i]?.mites, bees: written[i]?.bees }] })
          }
        },
      ),
    )
  })
  const written = (over: object) => ({
    ...{ yard: 'Q', position: 1, colony: 'A', onDay: '2026-08-01', method: 'wash' as const, mites: 1, bees: 300, days: null, share: null },
    ...{ recovery: null, flags: [], note: null, ...over },
  })
  it('is to a reader by RFC 4180 what was written, whatever the words hold', () => {
    const words = fc.string({ maxLength: 30, unit: fc.constantFrom('a', 'é', '花', ' ', ',', ';', '"', '\n', '\r\n', "'", '=', '-', '5') })
    fc.assert(
      fc.property(
        fc.array(fc.record({ colony: words, note: words, mites: fc.nat(99), share: fc.constantFrom(null, 0.25) }), { minLength: 1, maxLength: 5 }),
        (rows) => {
          const [headings, ...found] = byRfc4180(writeCounts(rows.map(written)))
          const at = (name: string) => headings!.indexOf(name)
          expect(found.map((r) => r.length)).toEqual(rows.map(() => headings!.length))
          // What a spreadsheet would run has a tick before it, and nothing else has.
          const safe = (words: string) => (/^[=\r-]/.test(words) ? `'${words}` : words)
          expect(found.map((r) => ['colony', 'note', 'mites', 'share of the board', 'days', 'day'].map((name) => r[at(name)]))).toEqual(
            rows.map((r) => [safe(r.colony), safe(r.note), String(r.mites), r.share === null ? '' : '0.25', '', '2026-08-01']),
          )
        },
      ),
    )
  })
  it('writes no cell that a spreadsheet would run, and reads the words without the tick before them', () => {
    for (const note of ['=HYPERLINK("http://x")', '+1', '-1+cmd', '@SUM(A1)', '=1+1\nin two lines']) {
      const text = writeCounts([written({ colony: 'Alder', yard: 'Quarry Bank', onDay: '2026-08-10', note })])
      const cell = byRfc4180(text)[1]!.at(-1)!
      expect(cell).toBe(`'${note}`)
      expect(counts(text, null, null)[0]!.value).toMatchObject({ note })
    }
  })
})

describe('colonies out of a table', () => {
  const YARD = { id: 'q', name: 'Quarry Bank', today: '2026-08-12', names: ['Alder'], places: [3], next: 10 }
  const read = (text: string) => {
    const table = tableOf(text)
    return readColonies(table, guessMapping(table, COLONY_COLUMNS), null, [YARD], 'Quarry Bank')
  }
  it('puts those without a place behind the row, in the order of the table', () => {
    expect(read('colony,since\nOak,2026-05-01\nAsh,').map((r) => r.value)).toMatchObject([
      { name: 'Oak', position: 10, since: '2026-05-01' },
      { name: 'Ash', position: 11, since: '2026-08-12' },
    ])
  })
  it.each([
    ['colony,since\nAlder,', /already/],
    ['colony,since\nOak,\nOak,', /twice/],
    ['colony,since\nOak,2027-01-01', /still to come/],
    ['colony,yard\nOak,Nowhere', /no yard "Nowhere"/],
    ['colony,place\nOak,0', /from 1 to 999/],
    ['colony,place\nOak,3', /Place 3 in Quarry Bank is taken/],
    ['colony,place\nOak,12\nAsh,12', /Place 12 in Quarry Bank is taken, or comes twice/],
    [`colony,since\n${'x'.repeat(41)},`, /longer than 40/],
  ])('says what is wrong: %s', (text, says) =>
    expect(
      read(text)
        .flatMap((r) => r.faults)
        .join(' '),
    ).toMatch(says),
  )
  it('reads back what was written', () => {
    const text = writeColonies([{ yard: 'Quarry Bank', position: 12, name: 'Oak', since: '2026-05-01', hivedOn: '2026-05-02' }])
    expect(read(text)[0]?.value).toEqual({ name: 'Oak', yardId: 'q', yard: 'Quarry Bank', position: 12, since: '2026-05-01', hivedOn: '2026-05-02' })
  })
})
