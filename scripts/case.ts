/** `npm run -s case -- match file.json` (`-` for standard input): the core's answer to a case, a review, a trial, a mix or an outlook, as JSON. */
import { readFileSync } from 'node:fs'
import { answer } from '@thistle/core/course'
import { parseCase, parseMix, parseOutlook, parsePower, parseReview, type Refusal } from '@thistle/core/formats'
import { mixOf } from '@thistle/core/mix'
import { outlookOf } from '@thistle/core/outlook'
import { powerOf, reviewOf } from '@thistle/core/review'
import { worded } from '@thistle/core/words'

function refuse(sentence: string): never {
  process.stderr.write(`${sentence}\n`)
  process.exit(2)
}

function read(file: string): string {
  try {
    return readFileSync(file === '-' ? 0 : file, 'utf8')
  } catch (fault) {
    return refuse(`The file ${file} cannot be read: ${(fault as NodeJS.ErrnoException).code ?? 'unknown fault'}.`)
  }
}

function parse(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch (fault) {
    return refuse(`The ${command === 'match' ? 'case' : command} is not JSON: ${(fault as Error).message.replaceAll(/\s+/g, ' ')}.`)
  }
}

type Read = { readonly ok: false; readonly refusal: Refusal } | { readonly ok: true; readonly answer: () => unknown }
/** What each command reads, and what it answers. */
const COMMANDS: Readonly<Record<string, (value: unknown) => Read>> = {
  match: (value) => {
    const parsed = parseCase(value)
    return parsed.ok ? { ok: true, answer: () => answer(parsed.situation) } : parsed
  },
  review: (value) => {
    const parsed = parseReview(value)
    return parsed.ok ? { ok: true, answer: () => reviewOf(parsed.asked) } : parsed
  },
  power: (value) => {
    const parsed = parsePower(value)
    return parsed.ok ? { ok: true, answer: () => powerOf(parsed.asked) } : parsed
  },
  outlook: (value) => {
    const parsed = parseOutlook(value)
    return parsed.ok ? { ok: true, answer: () => outlookOf(parsed.asked) } : parsed
  },
  mix: (value) => {
    const parsed = parseMix(value)
    return parsed.ok ? { ok: true, answer: () => mixOf(parsed.asked) } : parsed
  },
}

const [command = '', file, ...rest] = process.argv.slice(2)
const asked = COMMANDS[command]
if (!asked || !file || rest.length > 0)
  refuse('Use it as: npm run -s case -- match FILE (or review FILE, power FILE, mix FILE, outlook FILE), with - for standard input.')
const found = asked(parse(read(file)))
if (!found.ok) refuse(found.refusal.sentence)
process.stdout.write(`${JSON.stringify(worded(found.answer()), null, 2)}\n`)
