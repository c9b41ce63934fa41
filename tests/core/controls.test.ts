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

/** Tags that only the library draws now: a scoped rule of ours meets them through :deep alone. */
const DRAWN = ['table', 'thead', 'tbody', 'tr', 'th', 'td', 'input', 'select', 'textarea'] as const

/** Scoped rules that meet nothing: "file: selector", for a tag that does not stand in the file's own template. */
function deadRules(): string[] {
  return readdirSync(PAGE, { recursive: true, encoding: 'utf8' })
    .filter((f) => f.endsWith('.vue'))
    .flatMap((file) => {
      const text = readFileSync(join(PAGE, file), 'utf8')
      const template = /<template>([\s\S]*)<\/template>/.exec(text)?.[1] ?? ''
      const style = (/<style scoped>([\s\S]*?)<\/style>/.exec(text)?.[1] ?? '').replace(/\/\*[\s\S]*?\*\//g, '')
      const selectors = [...style.matchAll(/(?:^|[{};])\s*([^{}@;]+?)\s*\{/g)].flatMap(([, list]) => (list ?? '').split(','))
      const meets = (selector: string, tag: string) => new RegExp(`(^|[\\s>+~(])${tag}(?![-\\w])`).test(selector.split(':deep')[0] ?? '')
      return selectors
        .filter((one) => DRAWN.some((tag) => meets(one, tag) && !new RegExp(`<${tag}[\\s>]`).test(template)))
        .map((one) => `${file}: ${one.trim()}`)
    })
}

describe('rules for what the library draws', () => {
  it('reach it', () => {
    expect(deadRules()).toEqual([])
  })
})

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
