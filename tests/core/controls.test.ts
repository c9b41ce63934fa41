/** Controls are the component library's; where our own stays is named, with its reason, in the decision that this test reads. */
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'

const ROOT = join(import.meta.dirname, '../..')
const PAGE = join(ROOT, 'web/src')
const PLAIN = ['button', 'select', 'input', 'textarea', 'table', 'dialog', 'details', 'summary', 'form'] as const

/** Plain controls in the templates: "file tag" to how many. */
function plainControls(): Map<string, number> {
  const found = new Map<string, number>()
  for (const file of readdirSync(PAGE, { recursive: true, encoding: 'utf8' }).filter((f) => f.endsWith('.vue'))) {
    const template = readFileSync(join(PAGE, file), 'utf8').replace(/<script[\s\S]*?<\/script>|<style[\s\S]*?<\/style>/g, '')
    for (const tag of PLAIN) {
      const many = [...template.matchAll(new RegExp(`<${tag}[\\s>]`, 'g'))].length
      if (many > 0) found.set(`${file} ${tag}`, many)
    }
  }
  return found
}
/** What the decision allows: "file tag" to how many. */
function allowed(): Map<string, number> {
  const text = readFileSync(join(ROOT, 'docs/decisions/0015-on-the-given-platform.md'), 'utf8')
  return new Map([...text.matchAll(/^\| `([^`]+\.vue)` \| (\w+) (\d+) \|/gm)].map(([, file, tag, many]) => [`${file} ${tag}`, Number(many)]))
}

describe('controls made by hand', () => {
  it('stand only where the decision names them, with a reason', () => {
    expect(Object.fromEntries([...plainControls()].toSorted())).toEqual(Object.fromEntries([...allowed()].toSorted()))
  })
  it('are a handful', () => {
    expect([...allowed().values()].reduce((sum, n) => sum + n, 0)).toBeLessThanOrEqual(15)
  })
  it('are told from a component of the library by their first letter alone', () => {
    // A line of this very test that could not fail would say nothing: the pattern meets a plain one and no other.
    const plain = /<button[\s>]/
    expect([plain.test('<button class="x">'), plain.test('<AButton class="x">'), plain.test('<button-like>')]).toEqual([true, false, false])
  })
})
