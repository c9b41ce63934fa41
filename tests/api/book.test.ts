/** The books as an inspector gets them: whole, of one's own yards alone, as a table, and as PDF read by another's reader. */
import Papa from 'papaparse'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import type { YardRecord } from '@thistle/core/holding'
import { demoId } from '../../server/src/demo/load.ts'
import { id, startApi, type Api, type Client } from './harness.ts'

let api: Api
let demo: Client
beforeAll(async () => {
  api = await startApi()
  demo = await api.demo()
})
afterAll(() => api.close())
beforeEach(() => demo.post('/api/holding/fresh').expect(204))

interface Line {
  readonly yard: string
  readonly colony: string
  readonly start?: string
  readonly onDay?: string
}
const book = async (of: string, client = demo) => ((await client.get(`/api/book/${of}`).expect(200)).body as { lines: Line[] }).lines
const csv = async (of: string, client = demo) => {
  const answer = await client
    .get(`/api/book/${of}`)
    .expect(200)
    .expect('content-type', /text\/csv/)
  expect(answer.text.charCodeAt(0)).toBe(0xfeff)
  return Papa.parse<Record<string, string>>(answer.text.slice(1), { header: true, skipEmptyLines: true }).data
}
const yards = async () => (await demo.get('/api/yards')).body as YardRecord[]

describe('a book', () => {
  it('has a year and a yard of it, by yard and day', async () => {
    const all = await book('register?year=2026')
    expect(all.length).toBeGreaterThan(10)
    expect(all.map((l) => `${l.yard} ${l.start}`)).toEqual(all.map((l) => `${l.yard} ${l.start}`).toSorted())
    const orchard = (await yards()).find((y) => y.name === 'Mill Orchard')!
    const one = await book(`register?year=2026&yard=${orchard.id}`)
    expect(one).toEqual(all.filter((l) => l.yard === 'Mill Orchard'))
    expect(await book('register?year=2019')).toEqual([])
    for (const wrong of ['register', 'register?year=soon', 'register?year=2026&yard=x', 'register?year=2026&colour=red'])
      expect((await demo.get(`/api/book/${wrong}`)).status, wrong).toBe(400)
    expect((await demo.get('/api/book/moon?year=2026')).status).toBe(404)
  })
  it('keeps what was given to a colony that is gone, and what was counted and seen of it', async () => {
    const before = await Promise.all(['register', 'counts', 'looks'].map((b) => book(`${b}?year=2026`)))
    const linden = demoId('colony Linden')
    const yard = (await yards()).find((y) => y.colonies.some((c) => c.id === linden))!
    const { name, since, hivedOn, parents, version } = yard.colonies.find((c) => c.id === linden)!
    await demo
      .put(`/api/colonies/${linden}`)
      .send({ name, since, hivedOn, parents, version, retiredOn: '2026-08-12', retiredWhy: 'died' })
      .expect(200)
    expect((await yards()).flatMap((y) => y.colonies.map((c) => c.id))).not.toContain(linden)
    const after = await Promise.all(['register', 'counts', 'looks'].map((b) => book(`${b}?year=2026`)))
    expect(before[0]!.some((l) => l.colony === 'Linden')).toBe(true)
    expect(after.map((l) => l.length)).toEqual(before.map((l) => l.length))
    expect(after[0]).toEqual(before[0])
  })
  it('is the same as a table: a row a line, the heading once, cells that run ticked', async () => {
    const rows = await csv('register/csv?year=2026')
    const lines = await book('register?year=2026')
    expect(rows.map((r) => `${r.yard} ${r.colony} ${r.begun}`)).toEqual(lines.map((l) => `${l.yard} ${l.colony} ${l.start}`))
    const counts = await csv('counts/csv?year=2026')
    const all = (await yards()).flatMap((y) => y.colonies.flatMap((c) => c.counts.filter((n) => n.onDay >= '2026-01-01').flatMap((n) => n.samples)))
    expect(counts).toHaveLength(all.length)
    expect(counts.reduce((sum, r) => sum + Number(r.mites), 0)).toBe(all.reduce((sum, s) => sum + s.mites, 0))
    const looks = await csv('looks/csv?year=2026')
    expect(looks.length).toBe((await book('looks?year=2026')).length)
    expect(looks[0]).toMatchObject({ queen: 'laying', floor: 'solid' })
    const linden = demoId('colony Linden')
    await demo.put(`/api/looks/${id()}`).send({ colonyId: linden, onDay: '2026-08-12', broodBoxes: 1, note: '=cmd|/c calc' }).expect(201)
    expect((await csv('looks/csv?year=2026')).find((r) => r.note?.includes('calc'))!.note).toBe("'=cmd|/c calc")
  })
  it('shows nobody the yards that are not theirs', async () => {
    const [first] = await yards()
    const stranger = (await api.newHolding()).client
    expect(await book('register?year=2026', stranger)).toEqual([])
    expect(await book(`counts?year=2026&yard=${first!.id}`, stranger)).toEqual([])
    expect(await csv(`looks/csv?year=2026&yard=${first!.id}`, stranger)).toEqual([])
  })
})

describe('a book as PDF', () => {
  const ready = async (of: string, client = demo) => {
    const { id: job } = (await client.post(`/api/book/${of}`).expect(201)).body as { id: string }
    for (let n = 0; n < 400; n++) {
      const at = (await client.get(`/api/book-pdf/${job}`).expect(200)).body as { state: string; share: number }
      expect(at.share).toBeGreaterThanOrEqual(0)
      if (at.state !== 'working') {
        expect(at).toEqual({ state: 'ready', share: 1 })
        return job
      }
      await new Promise((resolve) => setTimeout(resolve, 50))
    }
    throw new Error('never ready')
  }
  it('is opened by a reader of another maker, with every entry in it, and handed to nobody else', async () => {
    const job = await ready('register/pdf?year=2026')
    const answer = await demo
      .get(`/api/book-pdf/${job}/file`)
      .buffer(true)
      .expect(200)
      .expect('content-type', /application\/pdf/)
    const pdf = await getDocument({ data: new Uint8Array(answer.body as Buffer), useSystemFonts: false, verbosity: 0 }).promise
    const texts: string[] = []
    for (let n = 1; n <= pdf.numPages; n++) {
      const { items } = await (await pdf.getPage(n)).getTextContent()
      texts.push(items.map((item) => ('str' in item ? item.str : '')).join(' '))
    }
    const text = texts.join(' ').replaceAll(/\s+/g, ' ')
    expect(text).toContain('The register of treatments, 2026')
    expect(text).toContain('your own law says')
    expect(text).toContain(`${pdf.numPages} of ${pdf.numPages}`)
    expect(text).toMatch(/good until \w{3} 30 Jun 20\d\d/)
    for (const line of await book('register?year=2026')) expect(text).toContain(line.colony)
    const stranger = (await api.newHolding()).client
    expect((await stranger.get(`/api/book-pdf/${job}`)).status).toBe(404)
    expect((await stranger.get(`/api/book-pdf/${job}/file`)).status).toBe(404)
  })
  it('of a year without anything says so, and others are answered while it is set', async () => {
    const { id: job } = (await demo.post('/api/book/looks/pdf?year=2026').expect(201)).body as { id: string }
    // A second one waits for the first.
    expect((await demo.post('/api/book/counts/pdf?year=2026')).status).toBe(429)
    await demo.get('/api/yards').expect(200)
    for (let n = 0; n < 400 && ((await demo.get(`/api/book-pdf/${job}`)).body as { state: string }).state === 'working'; n++)
      await new Promise((r) => setTimeout(r, 50))
    const empty = await ready('counts/pdf?year=2019')
    await demo.get(`/api/book-pdf/${empty}/file`).buffer(true).expect(200)
  })
})

describe('the winter', () => {
  it('has every colony with its autumn and when it was last seen, also those that are gone, and nobody else’s', async () => {
    const linden = demoId('colony Linden')
    const yard = (await yards()).find((y) => y.colonies.some((c) => c.id === linden))!
    const { name, since, hivedOn, parents, version } = yard.colonies.find((c) => c.id === linden)!
    await demo
      .put(`/api/colonies/${linden}`)
      .send({ name, since, hivedOn, parents, version, retiredOn: '2026-08-12', retiredWhy: 'died' })
      .expect(200)
    const { year, colonies } = (await demo.get('/api/winter?year=2027').expect(200)).body as {
      year: number
      colonies: { colonyId: string; mites: number; bees: number; countedOn: string; retiredOn: string | null; seenOn: string }[]
    }
    expect(year).toBe(2027)
    expect(colonies.find((c) => c.colonyId === linden)).toMatchObject({
      mites: 2,
      bees: 305,
      countedOn: '2026-08-10',
      seenOn: '2026-08-10',
      retiredOn: '2026-08-12',
    })
    expect(colonies).toHaveLength((await yards()).reduce((sum, y) => sum + y.colonies.length, 1))
    expect(((await (await api.newHolding()).client.get('/api/winter')).body as { colonies: unknown[] }).colonies).toEqual([])
    expect((await demo.get('/api/winter?year=x')).status).toBe(400)
  })
})
