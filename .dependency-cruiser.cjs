/**
 * Imports run one way: app -> workbench -> kit; app -> server; workbench, server -> tasks -> core; bin -> core, server, tasks.
 * Inside core, a folder imports only folders above it in CORE_ORDER.
 */
const CORE_ORDER = [
  'words',
  'units',
  'geometry',
  'outlines',
  'arrangement',
  'document',
  'pieces',
  'folding',
  'patterns',
  'intake',
  'sorting',
  'binding',
  'making',
  'stacking',
  'building',
  'nesting',
  'printing',
  'sheets',
  'inspection',
  'cutting',
  'export',
  'stand-in',
  'archive',
]

const coreRules = CORE_ORDER.map((folder, at) => ({
  name: `core-${folder}-looks-only-upwards`,
  severity: 'error',
  from: { path: `^src/core/${folder}/`, pathNot: '[.]test[.]ts$' },
  to: { path: `^src/core/(${[...CORE_ORDER.slice(at + 1), 'none'].join('|')})/` },
}))

const only = (name, from, allowed, fromNot = '[.]test[.]tsx?$') => ({
  name,
  severity: 'error',
  from: { path: from, pathNot: fromNot },
  to: { path: '^(src|bin|demo)/', pathNot: allowed },
})

/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
  forbidden: [
    ...coreRules,
    only('core-imports-core', '^src/core/', '^src/core/'),
    only('contract-imports-core', '^src/contract/', '^src/(contract|core)/'),
    only('tasks-import-core', '^src/tasks/', '^src/(tasks|core)/'),
    only('server-imports-tasks-and-core', '^src/server/', '^src/(server|tasks|contract|core)/'),
    only('kit-stands-alone', '^src/kit/', '^src/(kit|core/(words|units))/'),
    only(
      'workbench-never-reaches-the-server',
      '^src/workbench/',
      '^src/(workbench|kit|tasks|contract|core)/',
    ),
    only('app-imports', '^src/app/', '^src/(app|workbench|kit|server|contract|core)/'),
    only('bin-imports', '^bin/', '^(bin/|src/(core|server|tasks)/)'),
    {
      name: 'core-knows-no-platform',
      comment: 'The computation runs in a browser worker and in a server thread alike.',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '[.]test[.]ts$' },
      to: {
        path: '(^|node_modules/)(react|react-dom|next|sequelize|sqlite3|styled-components|zustand|comlink)(/|$)',
      },
    },
    {
      name: 'core-imports-no-node',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '[.]test[.]ts$' },
      to: { dependencyTypes: ['core'] },
    },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.js', '.mjs', '.json'] },
  },
}
