/** one `jest` at the root runs all the projects; scripts/test.mjs chooses among them */
const esm = 'd3-[a-z-]+|internmap|ml-[a-z-]+|is-any-array|@noble/hashes|canonicalize|@expo-google-fonts'
const node = (displayName, roots, more = {}) => ({
  displayName,
  rootDir: __dirname,
  roots: roots.map((r) => `<rootDir>/${r}/src`),
  testEnvironment: 'node',
  transform: {
    '\\.[cm]?[jt]sx?$': [
      'babel-jest',
      {
        configFile: false,
        babelrc: false,
        presets: [['@babel/preset-env', { targets: { node: '20' } }], '@babel/preset-typescript'],
        // import.meta.url in a module that Jest runs as CommonJS
        plugins: [importMetaUrl],
      },
    ],
  },
  transformIgnorePatterns: [`/node_modules/(?!(${esm})/)`],
  // names only an `import` condition in its exports
  moduleNameMapper: { '^canonicalize$': '<rootDir>/node_modules/canonicalize/lib/canonicalize.js' },
  ...more,
})
function importMetaUrl({ types: t, template }) {
  const url = template.expression("require('url').pathToFileURL(__filename).href")
  return {
    visitor: {
      MemberExpression(path) {
        const { object, property } = path.node
        if (t.isMetaProperty(object) && t.isIdentifier(property, { name: 'url' })) path.replaceWith(url())
      },
    },
  }
}

module.exports = {
  projects: [
    node('core', ['core']),
    node('contract', ['contract']),
    node('rig', ['rig']),
    node('papers', ['server'], { testPathIgnorePatterns: ['\\.api\\.test\\.ts$'] }),
    node('api', ['server'], { testMatch: ['**/*.api.test.ts'] }),
    ...require('./app/jest.config').projects,
  ],
}
