// Who may import whom. `npm run circles` holds it; imports of types count like any other.
// Tests look into every folder from beside it: they are left out.
const TESTS = '(\\.test\\.ts$|/fixtures/|^(e2e|bench|demo)/)'

/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
  forbidden: [
    {
      name: 'no-circle-of-files',
      comment: 'Files that import each other cannot be read one after the other.',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
    {
      name: 'no-circle-of-folders',
      comment: 'Folders stand above each other: see the picture in docs/architecture.md.',
      severity: 'error',
      scope: 'folder',
      from: { pathNot: '^(core|server|web)$' },
      to: { circular: true },
    },
    {
      name: 'core-is-pure',
      comment: 'The computation knows no page, no server and no disk.',
      severity: 'error',
      from: { path: '^core/' },
      to: { path: '^(web|server|demo|scripts)/|^node_modules/(vue|pinia|express|knex|element-plus|echarts)/' },
    },
    {
      name: 'core-has-no-platform',
      severity: 'error',
      from: { path: '^core/' },
      to: { dependencyTypes: ['core'] },
    },
    { name: 'web-and-server-apart', severity: 'error', from: { path: '^web/' }, to: { path: '^server/' } },
    { name: 'server-and-web-apart', severity: 'error', from: { path: '^server/' }, to: { path: '^web/' } },
    {
      name: 'records-are-a-leaf',
      comment: 'What can be on record depends on data only: whatever judges a record stands above it.',
      severity: 'error',
      from: { path: '^core/records/' },
      to: { path: '^core/', pathNot: '^core/(records|quantity|vehicle|kit|fittings)/' },
    },
    {
      name: 'front-door',
      comment: 'A folder of core is entered by its index; sentences have a door of their own, core/wording.',
      severity: 'error',
      from: { path: '^core/([^/]+)/', pathNot: '^core/wording/' },
      to: { path: '^core/(?!stages/)[^/]+/', pathNot: '^core/$1/|/index\\.ts$' },
    },
    {
      name: 'front-door-of-a-stage',
      severity: 'error',
      from: { path: '^core/', pathNot: '^core/wording/|^core/stages/' },
      to: { path: '^core/stages/[^/]+/', pathNot: '/index\\.ts$' },
    },
    {
      name: 'front-door-between-stages',
      severity: 'error',
      from: { path: '^core/stages/([^/]+)/' },
      to: { path: '^core/stages/[^/]+/', pathNot: '^core/stages/$1/|/index\\.ts$' },
    },
    {
      name: 'front-door-from-outside',
      severity: 'error',
      from: { path: '^(web|server)/' },
      to: { path: '^core/', pathNot: '/index\\.ts$' },
    },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    doNotFollow: { path: 'node_modules' },
    exclude: { path: `(^|/)(dist|node_modules)/|${TESTS}` },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'types', 'default'] },
  },
}
