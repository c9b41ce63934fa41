/** Cases and schemas at their edges: what is refused, where and in which words; what is read back field by field; what the schema says of null. */
import Joi from 'joi'
import { describe, expect, it } from 'vitest'
import { checkAgainst } from '@thistle/core/bodies'
import { jsonSchemaOf, parseCase, saidBy } from '@thistle/core/formats'
import { BARE } from '../cases/index.ts'

const said = (over: object): string => {
  const parsed = parseCase({ ...BARE, ...over })
  return parsed.ok ? 'taken' : `${parsed.refusal.path} | ${parsed.refusal.sentence}`
}
const read = (over: object) => {
  const parsed = parseCase({ ...BARE, ...over })
  if (!parsed.ok) throw new Error(parsed.refusal.sentence)
  return parsed.situation
}
const { asOf } = BARE
const wash = { date: asOf, method: 'wash', mites: 3, bees: 300 }
const board = { date: asOf, method: 'board', mites: 3, days: 3 }

describe('a count in a case', () => {
  const of = (over: object) => said({ counts: [over] })
  it('is refused with its place and what is wrong, method by method', () => {
    expect(of(wash)).toBe('taken')
    expect(of({ ...wash, mites: 300 })).toBe('taken')
    expect(of({ ...wash, mites: 301 })).toBe('counts[0] | counts[0].mites: 301 mites on 300 is more than there were.')
    expect(of({ ...wash, bees: null })).toBe('counts[0] | counts[0].bees: bees in the jar must be there.')
    expect(of({ ...wash, method: 'drone', bees: null })).toBe('counts[0] | counts[0].bees: cells opened must be there.')
    expect(of({ ...wash, share: 0.5 })).toBe('counts[0] | counts[0].share: only a board is counted in squares.')
    expect(of({ ...wash, spread: 2 })).toBe('counts[0] | counts[0].share: only a board is counted in squares.')
    expect(of(board)).toBe('taken')
    expect(of({ ...board, bees: 300 })).toBe('counts[0] | counts[0].bees: a board has days and no bees.')
    expect(of({ ...board, days: null })).toBe('counts[0] | counts[0].days: a board needs the days it lay.')
    expect(of({ ...board, days: 0 })).toBe('counts[0].days | counts[0].days must be more than 0.')
    expect(of({ ...wash, date: '2099-01-01' })).toMatch(/^counts\[0\]/)
    expect(said({ counts: [wash, { ...wash, mites: 'three' }] })).toBe('counts[1].mites | counts[1].mites must be a number.')
    expect(said({ counts: [wash, { ...wash, mites: null }] })).toBe('counts[1].mites | counts[1].mites must be given.')
  })
  it('is read field by field; what it leaves out is not known', () => {
    expect(read({ counts: [wash] }).counts).toEqual([{ ...wash, days: null, recovery: null, representative: null }])
    expect(read({ counts: [{ ...wash, recovery: 0.8, representative: false }] }).counts[0]).toMatchObject({ recovery: 0.8, representative: false })
    expect(read({ counts: [{ ...board, share: 0.25, spread: 2 }] }).counts[0]).toMatchObject({ share: 0.25, spread: 2 })
    expect(Object.keys(read({ counts: [board] }).counts[0]!)).not.toContain('share')
  })
})

describe('other parts of a case', () => {
  it('are refused where the low is over the high, or an end before its start', () => {
    const day = (low: number | null) => said({ weather: [{ date: asOf, high: 20, low }] })
    expect([day(20), day(null)]).toEqual(['taken', 'taken'])
    expect(day(20.5)).toBe('weather[0] | weather[0].low is over the high of the same day.')
    const month = (low: number) => said({ normals: [{ month: 8, high: 20, low }] })
    expect(month(20)).toBe('taken')
    expect(month(20.5)).toBe('normals[0] | normals[0].low is over the high of the same month.')
    const course = (end: string | null) => said({ history: [{ treatment: 'amitraz-strip', start: '2026-03-10', end }] })
    expect([course('2026-03-10'), course(null)]).toEqual(['taken', 'taken'])
    expect(course('2026-03-09')).toBe('history[0] | history[0].end is before its start.')
  })
  it('are read as they are said, and else empty', () => {
    const bare = read({})
    expect([bare.weather, bare.normals, bare.history, bare.counts]).toEqual([[], [], [], []])
    expect('yardHistory' in bare).toBe(false)
    const rules = read({ rules: { 'amitraz-strip': { mostCourses: 2, mostDays: 49, waitDays: 7, prescription: false, note: '', starter: null } } })
      .rules['amitraz-strip']
    expect(rules).toEqual({ authorised: null, withSupers: null, gramsPerBox: null, mostCourses: 2, mostDays: 49, waitDays: 7, prescription: false })
    expect(read({ stock: { 'amitraz-strip': { units: 0 } } }).stock['amitraz-strip']).toEqual({ units: 0, expires: null })
    expect(read({ rules: { 'amitraz-strip': null } }).rules).toEqual({})
    // A count of the case's own day is known on it.
    expect(read({ counts: [wash] }).counts).toHaveLength(1)
  })
})

describe('a fault of a schema in a keeper’s words', () => {
  const fault = (schema: Joi.Schema, value: unknown) => {
    const checked = checkAgainst(schema, value)
    return checked.ok ? null : checked.faults[0]
  }
  it('has its place as the API names it, and ends with one stop', () => {
    const shape = Joi.object({ list: Joi.array().items(Joi.object({ n: Joi.number().required() })) })
    expect(fault(shape, { list: [{ n: 1 }, { n: 'x' }] })).toEqual({ path: 'list[1].n', sentence: 'list[1].n must be a number.' })
    expect(fault(shape, { list: [{ n: null }] })).toEqual({ path: 'list[0].n', sentence: 'list[0].n must be given.' })
    expect(fault(shape, { list: [{}] })).toEqual({ path: 'list[0].n', sentence: 'list[0].n must be there.' })
    expect(fault(Joi.object({ n: Joi.number().max(3).allow(null) }), { n: 4 })?.sentence).toBe('n must be 3 or less.')
    const told = Joi.object({ n: Joi.any().custom((_v, help) => help.message({ custom: 'Said whole.' })) })
    expect(fault(told, { n: 1 })?.sentence).toBe('Said whole.')
    expect(saidBy(new Joi.ValidationError('nothing in it', [], null))).toEqual({ path: '', sentence: 'nothing in it.' })
  })
})

describe('a schema written as JSON Schema', () => {
  it('says null among the words of what may be null, all the way down, and nowhere else', () => {
    const word = () => Joi.string().valid('a', 'b')
    const made = jsonSchemaOf(
      Joi.object({
        plain: word(),
        open: word().allow(null),
        list: Joi.array().items(Joi.object({ deep: word().allow(null) })),
        n: Joi.number().allow(null),
      }),
    ) as {
      properties: Record<string, { enum?: unknown[]; type: unknown; items?: { properties: Record<string, { enum?: unknown[] }> } }>
    }
    expect(made.properties.plain?.enum).toEqual(['a', 'b'])
    expect(made.properties.open?.enum).toEqual(['a', 'b', null])
    expect(made.properties.list?.items?.properties.deep?.enum).toEqual(['a', 'b', null])
    expect(made.properties.n?.enum).toBeUndefined()
    expect(made.properties.n?.type).toEqual(expect.arrayContaining(['number', 'null']))
  })
})
