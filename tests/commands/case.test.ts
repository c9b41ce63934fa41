import { spawn } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import Ajv2020 from 'ajv/dist/2020.js'
import { afterAll, beforeAll, describe, it, expect } from 'vitest'
import { answer } from '@thistle/core/course'
import { parseCase } from '@thistle/core/formats'
import { worded } from '@thistle/core/words'
import { august, BARE, REVIEW } from '../cases/index.ts'

const ROOT = fileURLToPath(new URL('../..', import.meta.url))
let dir: string
beforeAll(() => {
  dir = mkdtempSync(join(tmpdir(), 'thistle-case-'))
})
afterAll(() => rmSync(dir, { recursive: true }))

/** Runs the command as a keeper would. */
function command(args: string[], input = ''): Promise<{ code: number | null; out: string; err: string }> {
  return new Promise((resolve) => {
    const child = spawn('npm', ['run', '-s', 'case', '--', ...args], { cwd: ROOT, env: { PATH: process.env.PATH, HOME: process.env.HOME } })
    let [out, err] = ['', '']
    child.stdout.on('data', (part: Buffer) => (out += part))
    child.stderr.on('data', (part: Buffer) => (err += part))
    child.on('close', (code) =>
      resolve({
        code,
        out,
        err: err
          .split('\n')
          .filter((l) => !l.startsWith('npm warn'))
          .join('\n'),
      }),
    )
    child.stdin.end(input)
  })
}

describe('npm run -s case', { timeout: 120_000 }, () => {
  it('answers a case from a file and from standard input alike, as the core does', async () => {
    const file = join(dir, 'case.json')
    writeFileSync(file, JSON.stringify(BARE))
    const [fromFile, fromInput] = await Promise.all([command(['match', file]), command(['match', '-'], JSON.stringify(BARE))])
    expect(fromFile).toMatchObject({ code: 0, err: '' })
    expect(fromInput.out).toBe(fromFile.out)
    const parsed = parseCase(BARE)
    expect(JSON.parse(fromFile.out)).toEqual(JSON.parse(JSON.stringify(parsed.ok ? worded(answer(parsed.situation)) : null)))
  })

  it('tells amounts and temperatures in words, in its data too', async () => {
    const short = august({ stock: { 'oxalic-vapour': { units: 0, expires: '2026-08-01' } } })
    const { code, out } = await command(['match', '-'], JSON.stringify(short))
    expect(code).toBe(0)
    expect(out).toMatch(/"key": "kit\.shelfShort"/)
    expect(out).not.toMatch(/\{-?\d/)
  })

  it.each([
    ['an unknown field', JSON.stringify({ ...BARE, bees: 1 }), /^bees is a field that is not known here.*\n$/],
    [
      'a fault deep inside',
      JSON.stringify({ ...BARE, counts: [{ date: '2026-08-11', method: 'wash', mites: 400, bees: 300 }] }),
      /^counts\[0\]\.mites.*\n$/,
    ],
    ['no JSON', '{ "case": 1,', /^The case is not JSON: .*\n$/],
  ])('refuses %s with one sentence and exit code 2', async (_what, input, sentence) => {
    const { code, out, err } = await command(['match', '-'], input)
    expect({ code, out }).toEqual({ code: 2, out: '' })
    expect(err).toMatch(sentence)
  })

  it('answers what lies ahead, the same for the same seed, and refuses it alike', async () => {
    const counts = [{ date: '2026-08-11', method: 'wash', mites: 11, bees: 300 }]
    const ask = {
      outlook: 1,
      case: { case: 1, asOf: '2026-08-12', colony: { broodBoxes: 2 }, counts },
      days: 60,
      runs: 200,
      seed: 4,
      plans: [
        { name: 'nothing', courses: [] },
        { name: 'strips', courses: [{ treatment: 'amitraz-strip', start: '2026-08-14' }] },
      ],
    }
    const { runs: _runs, ...alone } = ask
    const [told, again, middle, refused] = await Promise.all([
      command(['outlook', '-'], JSON.stringify(ask)),
      command(['outlook', '-'], JSON.stringify(ask)),
      command(['outlook', '-'], JSON.stringify({ ...alone, mean: true })),
      command(['outlook', '-'], JSON.stringify({ ...ask, case: { ...ask.case, asOf: '2026-08-10' } })),
    ])
    expect(told).toMatchObject({ code: 0, err: '' })
    expect(again.out).toBe(told.out)
    const of = (out: string) => JSON.parse(out) as { dates: string[]; recountBy: string; plans: { wash: Record<string, number[]>; over: number[] }[] }
    const { dates, recountBy, plans } = of(told.out)
    expect([dates.length, dates[0], dates.at(-1), recountBy]).toEqual([61, '2026-08-12', '2026-10-11', '2026-08-18'])
    expect(plans[1]!.wash.p50![60]!).toBeLessThan(plans[0]!.wash.p50![60]! / 5)
    expect(plans[0]!.over[60]).toBeGreaterThan(0.9)
    expect(of(middle.out).plans[0]!.wash.p05![0]).toBeCloseTo((11 / 300) * 100, 2)
    expect(refused).toMatchObject({ code: 2, out: '' })
    expect(refused.err).toMatch(/^case\.counts\[0\]\.date is after asOf/)
  })
  it('answers what a mix takes, and refuses it alike', async () => {
    const ask = { mix: 1, what: 'oxalic-dribble', acid: 'dihydrate', colonies: 24, seams: 10 }
    const [mixed, unknown] = await Promise.all([
      command(['mix', '-'], JSON.stringify(ask)),
      command(['mix', '-'], JSON.stringify({ ...ask, seams: null })),
    ])
    expect(mixed).toMatchObject({ code: 0, err: '' })
    expect(JSON.parse(mixed.out)).toMatchObject({ volume: 1200, acid: 42 })
    expect(mixed.out).not.toMatch(/\{-?\d/)
    expect(unknown).toMatchObject({ code: 2, out: '' })
    expect(unknown.err).toMatch(/^seams must be there.*\n$/)
  })

  it('answers a review and the power of a trial, and refuses them alike', async () => {
    const trial = { power: 1, colonies: 6, level: 5, bees: 300, spread: 0.6, efficacies: [0.9, 0.6] }
    const [reviewed, powered, wrong, none] = await Promise.all([
      command(['review', '-'], JSON.stringify(REVIEW)),
      command(['power', '-'], JSON.stringify(trial)),
      command(['review', '-'], JSON.stringify({ ...REVIEW, method: 'board' })),
      command(['power', '-'], '{'),
    ])
    expect(reviewed).toMatchObject({ code: 0, err: '' })
    const { efficacy, corrected, verdict, causes } = JSON.parse(reviewed.out) as Record<string, unknown>
    expect({ efficacy, corrected, verdict, causes }).toMatchObject({
      efficacy: { estimate: 1 - 2 / 310 / (12 / 300) },
      corrected: null,
      verdict: 'too-few',
      causes: [],
    })
    // No day stands there as it is kept: each is said.
    expect(reviewed.out).not.toMatch(/\{-?\d/)
    expect(JSON.parse(powered.out)).toEqual({ power: expect.closeTo(0.77, 1) as number, smallest: expect.closeTo(0.31, 1) as number, alpha: 0.05 })
    expect(wrong).toMatchObject({ code: 2, out: '' })
    expect(wrong.err).toMatch(/^before\.bees is not for a board.*\n$/)
    expect(none.err).toMatch(/^The power is not JSON: .*\n$/)
  })

  it('refuses a file that is not there and a wrong call', async () => {
    const [missing, wrong] = await Promise.all([command(['match', join(dir, 'none.json')]), command(['judge'])])
    expect(missing.code).toBe(2)
    expect(missing.err).toMatch(/cannot be read/)
    expect(wrong.code).toBe(2)
  })
})

describe('docs/case.schema.json', () => {
  const schema = JSON.parse(readFileSync(join(ROOT, 'docs/case.schema.json'), 'utf8')) as object
  const validate = new Ajv2020({ strict: false, validateFormats: false }).compile(schema)
  it('is what the Joi schema makes today, as the archive’s is', async () => {
    const { DOCUMENTS } = await import('../../scripts/schema.ts')
    for (const [name, make] of Object.entries(DOCUMENTS)) expect(JSON.parse(readFileSync(join(ROOT, 'docs', name), 'utf8')), name).toEqual(make())
  })
  it('takes and refuses, by an independent validator, what the project does', () => {
    expect(validate(BARE)).toBe(true)
    const nothing = {
      startOn: null,
      hemisphere: null,
      phase: null,
      supers: null,
      counts: null,
      weather: null,
      normals: null,
      lastOpening: null,
      history: null,
      keeper: null,
      rules: null,
      stock: null,
    }
    expect(
      validate({
        ...BARE,
        ...nothing,
        colony: { broodBoxes: 1, brood: null, queen: null, hive: null, floor: null, framesOfBees: null, hivedOn: null },
      }),
    ).toBe(true)
    for (const bad of [
      { ...BARE, weird: 1 },
      { ...BARE, colony: {} },
      { ...BARE, case: 2 },
      { ...BARE, colony: { broodBoxes: 0 } },
      { ...BARE, phase: 'autumn' },
    ])
      expect(validate(bad)).toBe(false)
  })
})
