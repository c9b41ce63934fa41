/**
 * Words that no beekeeper would say to another on the phone stand on no screen: they were tried on people who had never seen the page
 * (docs/words.md). Read from the templates and from the words of the core, as they are written.
 */
import { readdirSync, readFileSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { parse } from 'vue/compiler-sfc'
import { describe, expect, it } from 'vitest'

const ROOT = join(import.meta.dirname, '../..')
const filesUnder = (dir: string, end: string): string[] =>
  readdirSync(dir).flatMap((name) => {
    const path = join(dir, name)
    return statSync(path).isDirectory() ? filesUnder(path, end) : path.endsWith(end) && !path.includes('.test.') ? [path] : []
  })

interface Node {
  readonly type: number
  readonly content?: unknown
  readonly props?: readonly {
    readonly type: number
    readonly name: string
    readonly value?: { readonly content: string }
    readonly exp?: { readonly content: string }
  }[]
  readonly children?: readonly Node[]
  readonly branches?: readonly Node[]
}
const SAID = new Set(['label', 'title', 'hint', 'says', 'go', 'later', 'sub', 'aria-label', 'placeholder', 'named', 'unknown'])
/** Texts in quotes within an expression; a single small word is a key, and no text. */
const quoted = (expression: string): string[] =>
  [...expression.matchAll(/'([^']*)'|`([^`]*)`/g)]
    .map((m) => (m[1] ?? m[2] ?? '').replace(/\$\{[^}]*\}/g, '…'))
    .filter((text) => !/^[a-z][\w.-]*$/.test(text))
function textsOf(node: Node): string[] {
  const own =
    node.type === 2 && typeof node.content === 'string'
      ? [node.content]
      : node.type === 5
        ? quoted((node.content as { content?: string }).content ?? '')
        : (node.props ?? []).flatMap((p) =>
            p.type === 6 && SAID.has(p.name) && p.value ? [p.value.content] : p.type === 7 && p.exp && p.name === 'bind' ? quoted(p.exp.content) : [],
          )
  return [...own, ...(node.children ?? []).flatMap((c) => (typeof c === 'object' ? textsOf(c) : [])), ...(node.branches ?? []).flatMap(textsOf)]
}
const inTemplates = filesUnder(join(ROOT, 'web/src'), '.vue').flatMap((path) => {
  const ast = parse(readFileSync(path, 'utf8')).descriptor.template?.ast as Node | undefined
  return ast ? textsOf(ast).map((text) => ({ path: path.slice(ROOT.length + 1), text: text.replace(/\s+/g, ' ').trim() })) : []
})
const inWords = filesUnder(join(ROOT, 'core/src/words'), '.ts').flatMap((path) =>
  quoted(
    readFileSync(path, 'utf8')
      .replace(/\/\*[\s\S]*?\*\//g, '')
      .replace(/^import .*$/gm, ''),
  ).map((text) => ({ path: path.slice(ROOT.length + 1), text })),
)

/** A word, and where it is the trade's own. */
const NOBODY_SAYS: readonly (readonly [word: RegExp, except?: RegExp])[] = [
  [/\bschools?\b/i],
  [/\bways on\b/i],
  [/\b(a|the|this|last|older) looks?\b(?! (into|at))/i],
  [/\blooks of\b/i],
  [/\bopen until\b/i, /stay open until/i],
  [/\bspeaks? for the yard\b/i],
  [/\bnot representative\b/i],
  [/\bmend(s|ed|ing)?\b/i, /cannot be mended|can be mended/i],
  [/\bin hand\b/i, /(label|acid|tongs|nucleus|prescription|pack|queen) in (your )?hand|label in hand|finish what is in hand/i],
  [/\bas told\b/i],
  [/\barms?\b/i],
  [/\bseed\b/i],
  [/\b(entity|dashboard|workflow|submit|backend|payload|config)\b/i],
]

describe('the words in sight', () => {
  it('are many, and are really read', () => {
    expect(inTemplates.length).toBeGreaterThan(1500)
    expect(inTemplates.some(({ text }) => text === 'A walk along the row' || text === 'Walk along the row')).toBe(true)
    expect(inWords.length).toBeGreaterThan(300)
  })
  for (const [word, except] of NOBODY_SAYS)
    it(`${String(word)} stands nowhere`, () => {
      const found = [...inTemplates, ...inWords].filter(({ text }) => word.test(except ? text.replace(new RegExp(except, 'gi'), '') : text))
      expect(found.map(({ path, text }) => `${path}: ${text.slice(0, 90)}`).join('\n')).toBe('')
    })
})
