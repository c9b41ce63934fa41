<script setup lang="ts">
/** The API's own description, for people. */
import WaitLine from '../../parts/WaitLine.vue'
import FaultLine from '../../parts/FaultLine.vue'
import FoldAway from '../../parts/FoldAway.vue'
import { computed, onMounted, ref } from 'vue'
import { call, Refused } from '../../server/call.ts'

interface Schema {
  readonly type?: string | readonly string[]
  readonly properties?: Readonly<Record<string, Schema>>
  readonly items?: Schema
  readonly enum?: readonly unknown[]
  readonly anyOf?: readonly Schema[]
  readonly format?: string
  readonly required?: readonly string[]
  readonly minimum?: number
  readonly maximum?: number
  readonly maxLength?: number
}
interface Operation {
  readonly operationId: string
  readonly tags: readonly string[]
  readonly summary: string
  readonly description: string
  readonly parameters: readonly { readonly name: string; readonly in: string; readonly required: boolean; readonly schema: Schema }[]
  readonly requestBody?: { readonly content: Readonly<Record<string, { readonly schema: Schema }>> }
  readonly responses: Readonly<Record<string, { readonly $ref?: string; readonly description?: string }>>
}
interface Description {
  readonly openapi: string
  readonly info: { readonly description: string }
  readonly tags: readonly { readonly name: string }[]
  readonly paths: Readonly<Record<string, Readonly<Record<string, Operation>>>>
}
const described = ref<Description | null>(null)
const failed = ref<string | null>(null)
onMounted(async () => {
  try {
    described.value = await call<Description>('GET', '/openapi.json')
  } catch (problem) {
    failed.value = problem instanceof Refused ? problem.message : 'The description could not be read.'
  }
})
const groups = computed(() =>
  (described.value?.tags ?? []).map(({ name }) => ({
    name,
    operations: Object.entries(described.value?.paths ?? {}).flatMap(([path, methods]) =>
      Object.entries(methods)
        .filter(([, o]) => o.tags.includes(name))
        .map(([method, operation]) => ({ path, method, operation })),
    ),
  })),
)
function saySchema(s: Schema): string {
  if (s.enum) return s.enum.map((v) => JSON.stringify(v)).join(' or ')
  if (s.anyOf) return s.anyOf.map(saySchema).join(' or ')
  const types = [s.type ?? 'anything'].flat()
  const limits = [s.minimum === undefined ? '' : `from ${s.minimum}`, s.maximum === undefined ? '' : `to ${s.maximum}`, s.maxLength === undefined ? '' : `at most ${s.maxLength} characters`].filter(Boolean).join(' ')
  const said = types.map((t) => (t === 'array' && s.items ? `list of ${saySchema(s.items)}` : t === 'string' && s.format ? s.format : t)).join(' or ')
  return limits ? `${said}, ${limits}` : said
}
const fieldsOf = (o: Operation): (readonly [string, string, boolean])[] => {
  const schema = o.requestBody?.content['application/json']?.schema
  return Object.entries(schema?.properties ?? {}).map(([name, s]) => [name, saySchema(s), schema?.required?.includes(name) ?? false] as const)
}
const answersOf = (o: Operation) => Object.entries(o.responses).flatMap(([status, r]) => (r.description ? [[status, r.description] as const] : []))
const refusalsOf = (o: Operation) =>
  Object.entries(o.responses)
    .filter(([status, r]) => r.$ref && status !== 'default')
    .map(([status]) => status)
    .join(', ')
</script>

<template>
  <div class="page reference">
    <p class="no-print"><RouterLink to="/today">Back to Round Thistle</RouterLink></p>
    <h1>The API</h1>
    <FaultLine v-if="failed">{{ failed }}</FaultLine>
    <WaitLine v-else-if="!described">Reading ...</WaitLine>
    <template v-else>
      <p class="lead">{{ described.info.description }}</p>
      <p>
        Made from the schemas that check every request. The same as
        <a href="/api/openapi.json">OpenAPI {{ described.openapi }}</a>
        . All paths begin with <code>/api</code>; a refusal is a problem document (RFC 9457) with a sentence in <code>detail</code>.
      </p>
      <nav aria-label="Groups">
        <a v-for="g in groups" :key="g.name" :href="`#${g.name}`">{{ g.name }}</a>
      </nav>
      <section v-for="g in groups" :id="g.name" :key="g.name" class="group">
        <h2>{{ g.name }}</h2>
        <FoldAway v-for="{ path, method, operation } in g.operations" :key="operation.operationId" class="sheet" :title="path">
          <template #title>
            <span class="method">{{ method }}</span>
            <code>{{ path }}</code>
            <span class="soft">{{ operation.summary }}</span>
          </template>
          <div class="inside">
            <p>{{ operation.description }}</p>
            <template v-if="operation.parameters.length > 0">
              <h3>In the address</h3>
              <dl>
                <template v-for="p in operation.parameters" :key="p.name">
                  <dt><code>{{ p.name }}</code></dt>
                  <dd>{{ saySchema(p.schema) }}{{ p.required ? '' : ', may be left out' }}</dd>
                </template>
              </dl>
            </template>
            <template v-if="fieldsOf(operation).length > 0">
              <h3>Body</h3>
              <dl>
                <template v-for="[name, says, needed] in fieldsOf(operation)" :key="name">
                  <dt><code>{{ name }}</code></dt>
                  <dd>{{ says }}{{ needed ? '' : ', may be left out' }}</dd>
                </template>
              </dl>
            </template>
            <h3>Answers</h3>
            <dl>
              <template v-for="[status, says] in answersOf(operation)" :key="status">
                <dt>{{ status }}</dt>
                <dd>{{ says }}</dd>
              </template>
              <template v-if="refusalsOf(operation)">
                <dt>refusals</dt>
                <dd>{{ refusalsOf(operation) }}</dd>
              </template>
            </dl>
          </div>
        </FoldAway>
      </section>
    </template>
  </div>
</template>

<style scoped>
.reference { max-width: 980px; display: grid; gap: 14px; grid-template-columns: minmax(0, 1fr); }
.lead { max-width: 720px; }
nav { display: flex; flex-wrap: wrap; gap: 6px 16px; }
.group { display: grid; gap: 8px; margin-top: 10px; }
.group :deep(.ant-collapse-item > .ant-collapse-header) { padding: 4px 14px; text-decoration: none; color: inherit; }
.group :deep(.ant-collapse-header-text) { display: grid; grid-template-columns: 62px minmax(0, 280px) 1fr; gap: 12px; align-items: baseline; flex: 1; }
.method { font-weight: 650; color: var(--thistle); text-transform: uppercase; font-size: 13px; }
code { font-size: 14px; overflow-wrap: anywhere; }
.inside { padding: 4px 14px 14px 88px; display: grid; gap: 8px; }
dl { display: grid; grid-template-columns: 130px 1fr; gap: 4px 12px; margin: 0; font-size: 14.5px; }
dd { margin: 0; overflow-wrap: anywhere; }
@media screen and (max-width: 720px) { .group :deep(.ant-collapse-header-text) { grid-template-columns: 54px 1fr; } .group .soft { grid-column: 1 / -1; } .inside { padding-left: 14px; } dl { grid-template-columns: 110px 1fr; } }
</style>
