// The rules of architecture: core's folders in their order (a folder imports those above it), and who may import whom.
const CORE_ORDER = [
  'outcome',
  'pitch',
  'rhythm',
  'instrument',
  'chord',
  'scale',
  'voiceleading',
  'chart',
  'analysis',
  'line',
  'figures',
  'paths',
  'cost',
  'explain',
  'review',
  'compose',
  'phrases',
  'drill',
  'listen',
  'simulate',
  'grade',
  'practice',
  'band',
  'score',
  'formats',
  'wording',
]

const WORKSPACES = {
  core: [],
  contract: ['core'],
  server: ['contract', 'core'],
  web: ['contract', 'core'],
  demo: ['core', 'contract'],
  bench: ['core', 'contract', 'demo'],
  e2e: ['core', 'demo'],
}

module.exports = (root) => {
  const at = (path) => `^${root}${path}`
  const coreOrder = CORE_ORDER.slice(0, -1).map((folder, index) => ({
    name: 'core-order',
    severity: 'error',
    from: { path: at(`core/src/${folder}/`), pathNot: '\\.test\\.ts$' },
    to: { path: at(`core/src/(${CORE_ORDER.slice(index + 1).join('|')})/`) },
  }))
  const workspaces = Object.entries(WORKSPACES).map(([workspace, allowed]) => ({
    name: 'workspaces-one-way',
    severity: 'error',
    from: { path: at(`${workspace}/`) },
    to: {
      path: at(
        `(${Object.keys(WORKSPACES)
          .filter((other) => other !== workspace && !allowed.includes(other))
          .join('|')})/`,
      ),
    },
  }))
  return {
    forbidden: [
      ...coreOrder,
      ...workspaces,
      {
        name: 'explain-not-compose',
        severity: 'error',
        from: { path: at('core/src/explain/') },
        to: { path: at('core/src/compose/') },
      },
      {
        name: 'core-alone',
        severity: 'error',
        from: { path: at('core/src/'), pathNot: '\\.test\\.ts$' },
        to: {
          path: [
            'node_modules/(react|express|typeorm|@reduxjs|vexflow|tone)',
            '^(node:)?(fs|path|os|http|crypto)$',
          ],
        },
      },
      {
        name: 'no-circles',
        severity: 'error',
        from: {},
        to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
      },
      {
        name: 'resolved',
        severity: 'error',
        from: {},
        to: { couldNotResolve: true, pathNot: '^virtual:|\\?(worker|url)$' },
      },
    ],
    options: {
      parser: 'swc',
      tsPreCompilationDeps: true,
      doNotFollow: { path: 'node_modules' },
      exclude: { path: '\\.css$' },
      enhancedResolveOptions: {
        exportsFields: ['exports'],
        conditionNames: ['source', 'import', 'default', 'types'],
        extensions: ['.ts', '.tsx', '.mjs', '.js', '.json'],
      },
    },
  }
}
