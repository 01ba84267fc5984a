// The rules of architecture: who may import whom, between workspaces, in core and in web.

/** core's folders in their order: a folder imports those above it, never those below it. */
const CORE_ORDER = [
  'outcome',
  'random',
  'theory/pitch',
  'theory/rhythm',
  'theory/instrument',
  'theory/chord',
  'theory/scale',
  'theory/voiceleading',
  'tune/chart',
  'tune/analysis',
  'line/notes',
  'line/figures',
  'line/paths',
  'line/cost',
  'line/explain',
  'line/review',
  'line/phrases',
  'line/compose',
  'line/phraseChanges',
  'line/fingering',
  'line/score',
  'practice/drill',
  'practice/listen',
  'practice/simulate',
  'practice/grade',
  'practice/schedule',
  'practice/plan',
  'band',
  'wording',
  'formats',
]

/** web's layers in their order; the folders of one layer do not import each other. */
const WEB_ORDER = [
  ['ui'],
  ['store'],
  ['data'],
  ['offline'],
  ['settings'],
  ['engine'],
  ['tune'],
  ['audio'],
  ['input'],
  ['notation'],
  ['practice'],
  ['today', 'tunes', 'changes', 'map', 'line', 'drills', 'stage', 'vocabulary', 'log', 'setup'],
  ['app'],
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

/** web is checked in a copy without JSX (see layers.mjs), the fixture where it is. */
const WEB = 'web/(?:src|\\.layers)'

module.exports = (root) => {
  const at = (path) => `^${root}${path}`
  const coreOrder = CORE_ORDER.slice(0, -1).map((folder, index) => ({
    name: 'core-order',
    severity: 'error',
    from: { path: at(`core/src/${folder}/`), pathNot: '\\.test\\.ts$' },
    to: { path: at(`core/src/(${CORE_ORDER.slice(index + 1).join('|')})/`) },
  }))
  const webOrder = WEB_ORDER.slice(0, -1).map((layer, index) => ({
    name: 'web-order',
    severity: 'error',
    from: { path: at(`${WEB}/(${layer.join('|')})/`) },
    to: {
      path: at(
        `${WEB}/(${WEB_ORDER.slice(index + 1)
          .flat()
          .join('|')})/`,
      ),
    },
  }))
  const features = WEB_ORDER.flatMap((layer) =>
    layer.length === 1
      ? []
      : layer.map((feature) => ({
          name: 'features-apart',
          severity: 'error',
          from: { path: at(`${WEB}/${feature}/`) },
          to: { path: at(`${WEB}/(${layer.filter((other) => other !== feature).join('|')})/`) },
        })),
  )
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
      ...webOrder,
      ...features,
      ...workspaces,
      {
        name: 'explain-not-compose',
        severity: 'error',
        from: { path: at('core/src/line/explain/') },
        to: { path: at('core/src/line/compose/') },
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
