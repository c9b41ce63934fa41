/** What this device had kept and what the server tells: the later word is the server's, whichever comes first. */
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { createPinia, setActivePinia } from 'pinia'
import type { YardRecord } from '@thistle/core/holding'
import type { Day } from '@thistle/core/time'
import { bareColony, bareSettings, bareYard } from '../../../tests/cases/records.ts'
import { useHolding } from './holding.ts'
import { usePhone } from './phone.ts'

const yardOn = (today: string): YardRecord => bareYard(today as Day, { colonies: [bareColony()] })
const me = {
  keeper: { id: 'k', name: 'K', role: 'owner', yards: null, preferences: { temperature: 'C', mass: 'g', volume: 'mL', dates: 'day-month' } },
  holding: { id: 'h', name: 'H', demo: true, livesOn: '2026-08-12', livesFrom: null, livesTo: null },
  settings: bareSettings,
  lots: [],
  doses: [],
}
const kept = (today: string) => ({
  about: { key: 'about', keeperId: 'k', holdingId: 'h', at: 1000, behind: 0, me, yardIds: ['y'] },
  yards: [yardOn(today)],
})
const told = (today: string) => (path: string) =>
  Promise.resolve(new Response(JSON.stringify(path.includes('/holding') ? me : [yardOn(today)]), { headers: { 'content-type': 'application/json' } }))

beforeEach(() => {
  setActivePinia(createPinia())
  const phone = usePhone()
  phone.open = () => Promise.resolve()
  phone.keepYards = () => Promise.resolve()
})
afterEach(() => vi.unstubAllGlobals())

test('what comes off the disk after the server has answered is not put over it', async () => {
  const [holding, phone] = [useHolding(), usePhone()]
  let come = (_: unknown): void => undefined
  phone.readKept = () => new Promise((resolve) => (come = resolve as typeof come))
  vi.stubGlobal('fetch', told('2026-08-15'))
  const reading = holding.loadKept()
  await holding.tryLoad()
  come(kept('2026-08-12'))
  expect(await reading).toBe(false)
  expect(holding.today).toBe('2026-08-15')
  expect(phone.asOf).toBeNull()
})

test('what was shown of the disk is corrected by the server, and said to be only where it differs', async () => {
  const [holding, phone] = [useHolding(), usePhone()]
  phone.readKept = () => Promise.resolve(kept('2026-08-12') as never)
  expect(await holding.loadKept()).toBe(true)
  expect([holding.today, phone.asOf, holding.corrected]).toEqual(['2026-08-12', 1000, 0])
  vi.stubGlobal('fetch', told('2026-08-12'))
  await holding.tryLoad()
  expect([phone.asOf, holding.corrected]).toEqual([null, 0])

  await holding.loadKept()
  vi.stubGlobal('fetch', told('2026-08-15'))
  await holding.tryLoad()
  expect([holding.today, phone.asOf, holding.corrected]).toEqual(['2026-08-15', null, 1])
})
