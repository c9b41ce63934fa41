/** `npm run -s case -- match file.json` (`-` for standard input): the core's answer to a case file, as JSON. */
import { readFileSync } from 'node:fs'
import { answer } from '@thistle/core/course'
import { parseCase } from '@thistle/core/formats'
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
    return refuse(`The case is not JSON: ${(fault as Error).message.replaceAll(/\s+/g, ' ')}.`)
  }
}

const [command, file, ...rest] = process.argv.slice(2)
if (command !== 'match' || !file || rest.length > 0) refuse('Use it as: npm run -s case -- match FILE, with - for standard input.')
const parsed = parseCase(parse(read(file)))
if (!parsed.ok) refuse(parsed.refusal.sentence)
process.stdout.write(`${JSON.stringify(worded(answer(parsed.situation)), null, 2)}\n`)
