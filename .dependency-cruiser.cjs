/** The one-way picture of docs/architecture.md, enforced. */
const layer = (name) => `^src/${name}/`
const only = (from, allowed, why, may = '') => ({
  name: `${from}-imports-one-way`,
  comment: why,
  severity: 'error',
  from: { path: layer(from), pathNot: '(\\.test\\.tsx?$|/tests/)' },
  to: { path: '^src/', pathNot: `^src/(${[from, ...allowed].join('|')})/${may && `|${may}`}` },
})

/**
 * The floors of core, lowest first: a folder imports folders of lower floors, and of its own floor only what is named.
 * Files that lie in core itself (days, facts, seeds, forms) are the ground, with csv and people.
 */
const floors = [
  ['csv', 'people'],
  ['rule'],
  ['curriculum', 'dog', 'method'],
  ['facts'],
  ['progress', 'evidence', 'baseline'],
  ['promise'],
  ['owner'],
  [
    'forecast',
    'coach',
    'block',
    'handoff',
    'booking',
    'demonstration',
    'rulebench',
    'reward',
    'marker',
    'food',
    'house',
    'intake',
  ],
  ['views', 'judge'],
]
const onOneFloor = {
  dog: ['curriculum'],
  method: ['curriculum', 'dog'],
  block: ['coach'],
  handoff: ['coach', 'demonstration'],
  rulebench: ['food'],
}
const coreFloors = floors.flatMap((folders, floor) =>
  folders.map((folder) => {
    const below = [...floors.slice(0, floor).flat(), ...(onOneFloor[folder] ?? []), folder]
    return {
      name: `core-${folder}-on-its-floor`,
      comment: 'core is built in floors: no folder imports one above it',
      severity: 'error',
      from: { path: `^src/core/${folder}/`, pathNot: '(\\.test\\.tsx?$|/tests/)' },
      to: { path: '^src/core/[^/]+/', pathNot: `^src/core/(${below.join('|')})/` },
    }
  }),
)

// Clocks and rules lie under the record of what was done, what is true at a moment over it, pages and actions on top.
const ofWork = ['base', 'record', 'context', 'page', 'pdf', 'upkeep', 'actions']
const besides = { upkeep: ['context', 'page', 'pdf'], context: ['upkeep'], page: ['upkeep'], pdf: ['upkeep'] }
const workFloors = ofWork.map((folder, floor) => {
  const below = ofWork.slice(0, floor + 1).filter((f) => !(besides[folder] ?? []).includes(f))
  return {
    name: `work-${folder}-on-its-floor`,
    severity: 'error',
    comment: 'work is built in floors: no folder imports one above it',
    from: { path: `^src/work/${folder}/`, pathNot: '(\\.test\\.tsx?$|/tests/)' },
    to: { path: '^src/work/', pathNot: `^src/work/(${below.join('|')})/` },
  }
})

module.exports = {
  forbidden: [
    only('core', [], 'core is pure: it imports nothing of ours but itself'),
    only('store', ['core'], 'store speaks SQL about core shapes'),
    only('work', ['store', 'core'], 'work reads the store, asks the core, writes'),
    only('ui', ['core'], 'ui parts draw core values'),
    only(
      'app',
      ['screens', 'ui', 'jobs', 'auth', 'work', 'core'],
      'routes are thin, and read no table: the door hands them the kennel',
      '^src/demo/passcode\\.ts$',
    ),
    only('auth', ['work', 'store', 'core'], 'who asks is known before work, in whichever process'),
    only('jobs', ['work', 'store', 'core'], 'jobs run work on threads and by the clock'),
    only('device', ['core'], 'a device keeps and sends what the core defines'),
    only('home', ['core'], 'what owners take home knows nothing of the house but the core'),
    only('sw', ['device', 'core'], 'the worker knows only what the device keeps'),
    // What a kennel would have forecast is asked of the program itself, in demo/forecasts alone.
    only(
      'demo',
      ['store', 'core'],
      'the demo writes facts; its dogs know nothing of the rules',
      '^src/work/(base/hooks|actions/forecasts)\\.ts$',
    ),
    {
      name: 'demo-asks-for-forecasts-in-one-file',
      severity: 'error',
      comment: 'dogs and people of the demo know nothing of the work',
      from: { path: '^src/demo/', pathNot: '(\\.test\\.ts$|/tests/|/demo/forecasts\\.ts$)' },
      to: { path: '^src/work/' },
    },
    ...workFloors,
    {
      name: 'work-who-looks-does-not-act',
      severity: 'error',
      comment: 'what looks reaches nothing that writes, not even through the import of an import',
      from: { path: '^src/work/(base|context|page)/', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/work/(actions/|upkeep/|record/(accept|refold))', reachable: true },
    },
    {
      name: 'demo-knows-no-rules',
      severity: 'error',
      comment: 'simulated dogs have a learning law of their own; who works some by the book asks the coach',
      from: { path: '^src/demo/', pathNot: '(\\.test\\.ts$|/tests/|/demo/book\\.ts$)' },
      to: { path: '^src/core/(rule|progress|promise|forecast|coach|handoff)/', pathNot: '/ownerPromise\\.ts$' },
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
    ...coreFloors,
    {
      name: 'core-ground',
      comment: 'what lies in core itself stands under all floors',
      severity: 'error',
      from: { path: '^src/core/[^/]+$', pathNot: '\\.test\\.ts$' },
      to: { path: '^src/core/[^/]+/' },
    },
    {
      name: 'core-folder-has-a-floor',
      comment: 'a new folder of core is put on a floor in this file',
      severity: 'error',
      from: { path: '^src/core/[^/]+/', pathNot: `^src/core/(${floors.flat().join('|')}|tests)/` },
      to: {},
    },
    {
      name: 'screens-import-one-way',
      comment: 'screens are handed view models: of work they know types only',
      severity: 'error',
      from: { path: '^src/screens/', pathNot: '(\\.test\\.tsx?$|/tests/)' },
      to: { path: '^src/', pathNot: '^src/(screens|ui|device|core|work)/' },
    },
    {
      name: 'screens-know-only-types-of-work',
      severity: 'error',
      from: { path: '^src/screens/', pathNot: '\\.test\\.tsx?$' },
      to: { path: '^src/work/', dependencyTypesNot: ['type-only'] },
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
