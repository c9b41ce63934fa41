import { jsonSchemaOf } from '@thistle/core/formats'
import { TITLES } from '../problems/problem.ts'
import type { Route } from './route.ts'

const PROBLEM = {
  type: 'object',
  required: ['type', 'title', 'status', 'detail', 'instance'],
  properties: {
    type: { type: 'string', pattern: '^urn:round-thistle:problem:' },
    title: { type: 'string' },
    status: { type: 'integer' },
    detail: { type: 'string', description: 'A sentence a keeper understands.' },
    instance: { type: 'string' },
    errors: {
      type: 'array',
      items: { type: 'object', required: ['path', 'sentence'], properties: { path: { type: 'string' }, sentence: { type: 'string' } } },
    },
    current: { description: 'The row as it stands, where a change was made on an older one.' },
    retryAfter: { type: 'integer', description: 'Seconds to wait.' },
  },
} as const

/** The refusals a route can give, by who may call it and what it takes. */
function refusals(route: Route): number[] {
  const body = route.method === 'put' || route.method === 'post'
  return [
    ...(route.body || route.query || route.path.includes('{') ? [400] : []),
    ...(route.access === 'open' ? [] : [401]),
    ...(route.access === 'open' || (route.access === 'keeper' && route.method === 'get') ? [] : [403]),
    ...(route.path.includes('{') ? [404] : []),
    ...(route.method !== 'get' && route.access !== 'open' ? [409] : []),
    ...(body ? [413, 415] : []),
    ...(route.method === 'get' ? [] : [429]),
    503,
  ]
}

const WORDS: Record<Route['access'], string> = {
  open: 'No session is needed.',
  keeper: 'For whoever is signed in.',
  read: 'For members of the holding; what is not theirs is not found.',
  write: 'For owners and helpers.',
  owner: 'For owners.',
}

function parameters(route: Route) {
  const path = [...route.path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: name && route.params?.[name] ? jsonSchemaOf(route.params[name]) : { type: 'string', format: 'uuid' },
  }))
  if (!route.query) return path
  const { properties, required } = jsonSchemaOf(route.query) as { properties?: Record<string, unknown>; required?: string[] }
  const query = Object.entries(properties ?? {}).map(([name, schema]) => ({ name, in: 'query', required: required?.includes(name) ?? false, schema }))
  return [...path, ...query]
}

const named = (route: Route) =>
  `${route.method}${route.path.replace(/\{(\w+)\}/g, 'By-$1').replace(/[^A-Za-z]+(\w)/g, (_, letter: string) => letter.toUpperCase())}`

function operation(route: Route) {
  const answers = Object.entries(route.answers).map(([status, { says, shape, type }]) => [
    status,
    {
      description: says,
      ...(shape
        ? { content: { 'application/json': { schema: jsonSchemaOf(shape) } } }
        : type
          ? { content: { [type]: { schema: type === 'application/problem+json' ? { $ref: '#/components/schemas/Problem' } : {} } } }
          : {}),
    },
  ])
  const given = new Set(Object.keys(route.answers))
  const refused = refusals(route)
    .filter((status) => !given.has(String(status)))
    .map((status) => [String(status), { $ref: `#/components/responses/refusal${status}` }])
  return {
    operationId: named(route),
    tags: [route.group],
    summary: route.summary,
    description: WORDS[route.access],
    ...(route.access === 'open' ? { security: [] } : {}),
    parameters: parameters(route),
    ...(route.body ? { requestBody: { required: true, content: { 'application/json': { schema: jsonSchemaOf(route.body) } } } } : {}),
    ...(route.takes ? { requestBody: { required: true, content: { [route.takes]: {} } } } : {}),
    responses: { ...Object.fromEntries([...answers, ...refused]), default: { $ref: '#/components/responses/refusal' } },
  }
}

/** The API in the words of OpenAPI 3.1, from the same schemas that check the requests. */
export function describe(routes: readonly Route[]): Record<string, unknown> {
  const paths: Record<string, Record<string, unknown>> = {}
  for (const route of routes) paths[route.path] = { ...paths[route.path], [route.method]: operation(route) }
  const refusal = (description: string) => ({
    description,
    content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
  })
  return {
    openapi: '3.1.0',
    info: {
      title: 'Round Thistle',
      version: '1',
      description:
        'Varroa treatment, from the count to the last strip. The label and local law decide. Ids come from the client (UUID, version 7); a PUT may be sent again without harm; a change names the version it saw.',
      license: { name: 'Not licensed for use by others', url: 'about:blank' },
    },
    servers: [{ url: '/api' }],
    security: [{ session: [] }],
    tags: [...new Set(routes.map((r) => r.group))].map((name) => ({ name })),
    paths,
    components: {
      securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'thistle' } },
      schemas: { Problem: PROBLEM },
      responses: {
        refusal: refusal('Refused, with the reason in a sentence.'),
        ...Object.fromEntries(
          [400, 401, 403, 404, 409, 413, 415, 429, 503].map((status) => [`refusal${status}`, refusal(TITLES[status] ?? 'Refused')]),
        ),
      },
    },
  }
}
