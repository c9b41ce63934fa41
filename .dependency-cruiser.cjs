/** Who may call whom. The steps of the work stand in the order in which they are done; a step never knows a later one. */
const STEPS = [
  'turns',
  'units',
  'time',
  'words',
  'fields',
  'situation',
  'count',
  'level',
  'treatments',
  'mix',
  'efficacy',
  'judge',
  'match',
  'course',
  'outcome',
  'review',
  'outlook',
  'holding',
  'practice',
  'shelf',
  'book',
  'rounds',
  'tables',
  'formats',
  'bodies',
]

const core = (step) => `^core/src/${step}/`
const order = STEPS.flatMap((step, i) => {
  const later = STEPS.slice(i + 1)
  return later.length === 0
    ? []
    : [
        {
          name: `core-${step}-knows-no-later-step`,
          severity: 'error',
          from: { path: core(step), pathNot: '\\.test\\.ts$' },
          to: { path: `^core/src/(${later.join('|')})/` },
        },
      ]
})
const faces = STEPS.map((step) => ({
  name: `core-${step}-by-its-face`,
  severity: 'error',
  comment: 'A folder of the core is entered through its index.ts alone.',
  from: { path: '^(core|server|web|scripts|tests)/', pathNot: [core(step), '\\.test\\.ts$'] },
  to: { path: core(step), pathNot: `^core/src/${step}/index\\.ts$` },
}))

module.exports = {
  forbidden: [
    {
      name: 'no-circles',
      severity: 'error',
      from: { pathNot: 'node_modules' },
      to: { circular: true, viaOnly: { pathNot: '^core/src/match/gates/index' } },
    },
    { name: 'core-is-alone', severity: 'error', from: { path: '^core/' }, to: { path: '^(server|web|scripts|tests)/' } },
    { name: 'server-knows-no-page', severity: 'error', from: { path: '^server/' }, to: { path: '^(web|scripts|tests)/' } },
    { name: 'page-knows-no-server', severity: 'error', from: { path: '^web/' }, to: { path: '^(server|scripts)/' } },
    { name: 'page-knows-no-tests', severity: 'error', from: { path: '^web/', pathNot: '\\.test\\.ts$' }, to: { path: '^tests/' } },
    {
      name: 'core-has-no-interface',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { path: 'node_modules/(vue|express|sequelize|pg|pinia|ant-design-vue)/' },
    },
    {
      name: 'joi-at-the-border-alone',
      severity: 'error',
      comment: 'The checks of files and of what is sent are heavy: the page loads them when there is time.',
      from: { path: '^(core/src/(?!formats|bodies)|web/)' },
      to: { path: 'node_modules/joi/' },
    },
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'treatments-are-data',
      severity: 'error',
      comment: 'Nothing but the list knows a single treatment.',
      from: { pathNot: ['^core/src/treatments/list', '\\.test\\.ts$'] },
      to: { path: '^core/src/treatments/list/' },
    },
    ...order,
    ...faces,
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'node', 'default'], extensions: ['.ts', '.js', '.mjs', '.vue'] },
  },
}
