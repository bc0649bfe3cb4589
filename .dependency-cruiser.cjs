/** The one-way picture of docs/architecture.md, enforced. */
const layer = (name) => `^src/${name}/`
const only = (from, allowed, why) => ({
  name: `${from}-imports-one-way`,
  comment: why,
  severity: 'error',
  from: { path: layer(from), pathNot: '(\\.test\\.tsx?$|/tests/)' },
  to: { path: '^src/', pathNot: `^src/(${[from, ...allowed].join('|')})/` },
})

module.exports = {
  forbidden: [
    only('core', [], 'core is pure: it imports nothing of ours but itself'),
    only('store', ['core'], 'store speaks SQL about core shapes'),
    only('work', ['store', 'core'], 'work reads the store, asks the core, writes'),
    only('ui', ['core'], 'ui parts draw core values'),
    only('app', ['screens', 'ui', 'work', 'store', 'core'], 'routes are thin'),
    only('device', ['core'], 'a device keeps and sends what the core defines'),
    only('sw', ['device', 'core'], 'the worker knows only what the device keeps'),
    only('demo', ['store', 'core'], 'the demo writes facts; its dogs know nothing of the rules'),
    {
      name: 'demo-knows-no-rules',
      severity: 'error',
      comment: 'simulated dogs have a learning law of their own',
      from: { path: '^src/demo/', pathNot: '(\\.test\\.ts$|/tests/)' },
      to: { path: '^src/core/(progress|forecast|handoff)/' },
    },
    {
      name: 'core-no-platform',
      severity: 'error',
      comment: 'no Node, no React, no SQL in core',
      from: { path: '^src/core/', pathNot: '(\\.test\\.ts$|/tests/)' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'core-no-interface-packages',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '(\\.test\\.ts$|/tests/)' },
      to: { path: 'node_modules/(react|react-dom|next|styled-components|better-sqlite3|react-aria-components|idb)/' },
    },
    {
      name: 'screens-no-database',
      severity: 'error',
      from: { path: '^src/(screens|ui)/' },
      to: { path: 'node_modules/better-sqlite3/' },
    },
    { name: 'no-cycles', severity: 'error', from: { path: '^src/' }, to: { circular: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'require', 'node', 'default'] },
  },
}
