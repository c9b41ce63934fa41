import { describe, expect, it } from 'vitest'
import { sayWeatherTrouble } from './weather-words.ts'
import { bodyOf, draftOf, newYard } from './yard-draft.ts'

describe('a yard as it is being written', () => {
  it('sends the months that are typed in full, and no half one', () => {
    const draft = {
      ...newYard(),
      name: 'Quarry Bank',
      normals: [
        { month: 1, high: 4, low: null },
        { month: 2, high: 6, low: -2 },
        { month: 3, high: null, low: null },
      ],
    }
    expect(bodyOf(draft).normals).toEqual([{ month: 2, high: 6, low: -2 }])
    expect(bodyOf({ ...draft, hemisphere: null }).hemisphere).toBe('north')
  })
  it('keeps saying which months were fetched and typed over by nobody', () => {
    const normals = [
      { month: 1, high: 4, low: -1, guess: true },
      { month: 2, high: 6, low: -2 },
    ]
    expect(bodyOf({ ...newYard(), normals }).normals).toEqual(normals)
  })
  it('is a copy: typing changes no record', () => {
    const yard = {
      name: 'Quarry Bank',
      latitude: 50,
      longitude: 8,
      hemisphere: 'south' as const,
      timeZone: 'Europe/Berlin',
      normals: [{ month: 2, high: 6, low: -2 }],
    }
    const draft = draftOf(yard as never)
    const [month] = draft.normals
    if (month) month.high = 9
    expect(yard.normals[0]?.high).toBe(6)
    expect(bodyOf(draftOf(yard as never))).toEqual(yard)
  })
})

describe('weather that is not simply there', () => {
  const normals = [{ month: 8, high: 24, low: 13 }]
  it('is said with what stands in its place', () => {
    for (const [state, word] of [
      ['down', 'does not answer'],
      ['slow', 'too slow'],
      ['nonsense', 'nonsense'],
      ['no-place', 'not known'],
    ] as const) {
      const said = sayWeatherTrouble({ normals, weatherFrom: { state } as never })
      expect(said).toContain(word)
      expect(said).toContain('usual for the season stands in its place')
      expect(sayWeatherTrouble({ normals: [], weatherFrom: { state } as never })).toContain('temperatures are not known')
    }
  })
  it('is not mentioned where it is there', () => {
    expect(sayWeatherTrouble({ normals, weatherFrom: { state: 'told' } as never })).toBeNull()
    expect(sayWeatherTrouble({ normals, weatherFrom: null as never })).toBeNull()
  })
})
