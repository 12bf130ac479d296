// The arrows between the rooms (docs/architecture.md). Anything not allowed here is an error.
const room = (name) => `^${name}/`
module.exports = {
  forbidden: [
    {
      name: 'core-stands-alone',
      comment: 'core: no other room, no Node, nothing but small numeric libraries',
      severity: 'error',
      from: { path: room('core'), pathNot: '\\.test\\.ts$' },
      to: {
        path: '.',
        pathNot:
          '^core/|node_modules/(psychrolib|canonicalize|@noble/hashes|d3-scale|d3-array|d3-interpolate|d3-format|d3-time|d3-time-format|internmap|ml-levenberg-marquardt|downsample-lttb)/',
      },
    },
    {
      name: 'contract-knows-core-only',
      severity: 'error',
      from: { path: room('contract'), pathNot: '\\.test\\.ts$' },
      to: { path: '.', pathNot: '^(contract|core)/|node_modules/(zod|papaparse|@types/papaparse|@date-fns/tz)/' },
    },
    {
      name: 'rig-knows-core-only',
      severity: 'error',
      from: { path: room('rig') },
      to: { path: '^(app|server|contract|e2e|bench)/' },
    },
    { name: 'app-not-server', severity: 'error', from: { path: room('app') }, to: { path: '^(server|e2e|bench)/' } },
    { name: 'server-not-app', severity: 'error', from: { path: room('server') }, to: { path: '^(app|e2e|bench)/' } },
    { name: 'e2e-drives-from-outside', severity: 'error', from: { path: room('e2e') }, to: { path: '^(app|server)/' } },
    {
      name: 'routes-hold-no-queries',
      severity: 'error',
      from: { path: '^server/src/routes/' },
      to: { path: 'server/src/db/|node_modules/(pg|drizzle-orm)/' },
    },
    {
      name: 'shared-rooms-know-no-feature',
      severity: 'error',
      from: {
        path: '^app/src/(ui|charts|board|sync|settings|frame|kit|recording|unit|verdict|weighing|instruments|workers)/',
      },
      to: { path: '^app/src/(features|app)/' },
    },
    {
      name: 'features-stand-beside-each-other',
      comment: 'what two features need has a room of its own',
      severity: 'error',
      from: { path: '^app/src/features/([^/]+)/' },
      to: { path: '^app/src/features/', pathNot: '^app/src/features/$1/' },
    },
    {
      name: 'no-folder-cycles-in-app',
      severity: 'error',
      scope: 'folder',
      from: { path: '^app/src' },
      to: { circular: true },
    },
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'no-folder-cycles-in-core',
      comment: 'a folder of core is one concept; two that need each other are one',
      severity: 'error',
      scope: 'folder',
      from: { path: '^core/src' },
      to: { circular: true },
    },
    { name: 'resolvable', severity: 'error', from: {}, to: { couldNotResolve: true, pathNot: '\\.css$' } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    parser: 'swc',
    tsConfig: { fileName: 'tsconfig.arrows.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
}
