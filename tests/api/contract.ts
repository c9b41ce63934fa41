/** Holds answers against the OpenAPI description that the server gives of itself. */
import { Ajv2020, type ValidateFunction } from 'ajv/dist/2020.js'
import addFormats from 'ajv-formats'

interface Media {
  readonly schema: { readonly $ref?: string }
}
interface Response {
  readonly $ref?: string
  readonly content?: Readonly<Record<string, Media>>
}
export interface OpenApi {
  readonly paths: Readonly<
    Record<string, Readonly<Record<string, { readonly responses: Readonly<Record<string, Response>>; readonly security?: unknown[] }>>>
  >
  readonly components: { readonly responses: Readonly<Record<string, Response>>; readonly schemas: Readonly<Record<string, object>> }
}
export interface Seen {
  readonly method: string
  readonly path: string
  readonly status: number
  readonly type: string
  readonly body: unknown
}

const pattern = (path: string) => new RegExp(`^${path.replace(/[.]/g, '\\.').replace(/\{\w+\}/g, '[^/]+')}$`)
/** The more is fixed in a path, the earlier it is tried: `/changes/last` before `/changes/{seq}`. */
const fixed = (path: string) => path.split('/').filter((part) => !part.includes('{')).length

/** A check that answers what is wrong with an answer, or null. */
export function contractOf(document: OpenApi): (seen: Seen) => string | null {
  const ajv = addFormats.default(new Ajv2020({ strict: false, allErrors: true }))
  const compiled = new Map<object, ValidateFunction>()
  const checkOf = (media: Media): ValidateFunction => {
    const schema = media.schema.$ref ? (document.components.schemas[media.schema.$ref.split('/').at(-1) ?? ''] ?? {}) : media.schema
    const check = compiled.get(schema) ?? ajv.compile(schema)
    compiled.set(schema, check)
    return check
  }
  const paths = Object.keys(document.paths)
    .toSorted((a, b) => fixed(b) - fixed(a))
    .map((path) => [pattern(path), path] as const)
  return ({ method, path, status, type, body }) => {
    const asked = path.replace(/^\/api/, '').replace(/\?.*$/, '')
    const said = `${method.toUpperCase()} ${path} answered ${status}`
    const known = paths.find(([shape, name]) => shape.test(asked) && document.paths[name]?.[method.toLowerCase()])?.[1]
    if (!known) return status === 404 || status === 401 ? null : `${said}, and is not described`
    const responses = document.paths[known]?.[method.toLowerCase()]?.responses ?? {}
    const own = responses[String(status)]
    if (!own) return `${said}, which is not among ${Object.keys(responses).join(', ')} of ${known}`
    const response = own.$ref ? document.components.responses[own.$ref.split('/').at(-1) ?? ''] : own
    const types = Object.keys(response?.content ?? {})
    if (types.length === 0) return type === '' ? null : `${said} with ${type}, though nothing is described`
    if (!types.some((t) => t.startsWith(type) && type !== '')) return `${said} with "${type}", described is ${types.join(', ')}`
    if (!type.endsWith('json')) return null
    const media = response?.content?.[types[0] ?? '']
    if (!media) return null
    const check = checkOf(media)
    return check(body) ? null : `${said}: ${ajv.errorsText(check.errors, { separator: '; ' })}`
  }
}
