// Who may import whom. Types count. The order of the storeys is told in docs/architecture.md; there are no exceptions.

/** Storeys of the core, lowest first. A room imports rooms below it and itself; those of one storey do not know each other. */
const STOREYS = [
  'units',
  'method',
  'tables',
  'catalogue',
  'job',
  'records',
  'people',
  'working',
  'rules',
  'site',
  'loads',
  'inverter',
  'battery',
  'array',
  'controller',
  'backup',
  'plant',
  'wiring',
  'diagram',
  'parts',
  'chain',
  'edit',
  'proof',
  'after',
  'checks',
  'build',
  'log',
  'upkeep',
  'report',
  'quick',
  'demo',
]
const rooms = (names) => `^core/src/(${names.join('|')})/`

const upward = STOREYS.map((room, at) => ({
  name: `core-${room}-not-upward`,
  comment: `${room}/ imports only storeys below it`,
  severity: 'error',
  from: { path: rooms([room]) },
  to: { path: [rooms(STOREYS.slice(at + 1)), '^core/src/index\\.ts$'] },
})).filter(({ to }) => to.path[0] !== rooms([]))

export default {
  forbidden: [
    ...upward,
    {
      name: 'core-every-room-has-a-storey',
      comment: 'a new room of the core takes its place among the storeys of this file',
      severity: 'error',
      from: {},
      to: { path: '^core/src/[^/]+/', pathNot: rooms(STOREYS) },
    },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-alone',
      comment: 'the core imports Zod and itself',
      severity: 'error',
      from: { path: '^core/src/' },
      to: { pathNot: ['^core/src/', '^node_modules/zod/'] },
    },
    {
      name: 'packages-apart',
      comment: 'cli, monitor, server and web import the core and what is printed, and never each other',
      severity: 'error',
      from: { path: '^(cli|monitor|server|web)/' },
      to: { path: '^(cli|monitor|server|web)/', pathNot: '^$1/' },
    },
    {
      name: 'paper-on-core',
      comment: 'what is printed imports the core: it is the same on the server and in a browser',
      severity: 'error',
      from: { path: '^paper/src/' },
      to: { path: '^(cli|monitor|server|web|e2e|scripts)/' },
    },
    {
      name: 'paper-by-the-door',
      comment: 'other packages import rooms of what is printed, not files',
      severity: 'error',
      from: { path: '^(cli|server|web|e2e|scripts)/' },
      to: { path: '^paper/src/', pathNot: '^paper/src/[^/]+/index\\.ts$' },
    },
    {
      name: 'by-the-door',
      comment: 'other packages import rooms of the core, not files',
      severity: 'error',
      from: { path: '^(cli|monitor|paper|server|web|e2e|scripts)/' },
      to: { path: '^core/src/', pathNot: '^core/src/(index\\.ts|[^/]+/index\\.ts)$' },
    },
    {
      name: 'tests-are-not-imported',
      severity: 'error',
      from: { path: '^(core|paper|cli|monitor|server|web)/src/' },
      to: { path: '/tests/' },
    },
    { name: 'nothing-missing', severity: 'error', from: {}, to: { couldNotResolve: true, pathNot: '^virtual:' } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(dist|\\.data|\\.test-results)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'default'],
      extensions: ['.ts', '.tsx', '.mjs', '.js', '.json', '.css'],
    },
  },
}
