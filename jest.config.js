/** one `jest` at the root runs all the projects; scripts/test.mjs chooses among them */
const esm = 'd3-[a-z-]+|internmap|ml-[a-z-]+|is-any-array|@noble/hashes|canonicalize|@expo-google-fonts'
const INJECTED = ['Math', 'Number', 'Array', 'Object', 'Map', 'Set', 'Float64Array', 'JSON']
const node = (displayName, roots, more = {}) => ({
  displayName,
  rootDir: __dirname,
  roots: roots.map((r) => `<rootDir>/${r}/src`),
  testEnvironment: 'node',
  // looked up in the sandbox at every use otherwise, which costs more than the arithmetic
  sandboxInjectedGlobals: INJECTED,
  transform: {
    '\\.[cm]?[jt]sx?$': require.resolve('./scripts/transform.cjs'),
  },
  transformIgnorePatterns: [`/node_modules/(?!(${esm})/)`],
  // names only an `import` condition in its exports
  moduleNameMapper: { '^canonicalize$': '<rootDir>/node_modules/canonicalize/lib/canonicalize.js' },
  ...more,
})
module.exports = {
  // only what hangs takes so long: how fast a machine is isn't tested
  testTimeout: 300_000,
  projects: [
    node('core', ['core']),
    node('contract', ['contract']),
    node('rig', ['rig']),
    node('papers', ['server'], { testPathIgnorePatterns: ['\\.api\\.test\\.ts$'] }),
    node('api', ['server'], {
      testMatch: ['**/*.api.test.ts'],
      // a package that passkeys need has a class of that name of its own
      sandboxInjectedGlobals: INJECTED.filter((name) => name !== 'Set'),
    }),
    ...require('./app/jest.config').projects,
  ],
}
