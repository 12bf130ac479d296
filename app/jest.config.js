// ESM-only packages: let Babel through them (and .mjs through the transform)
const esm = ['(jest-)?react-native', '@react-native(-community)?', 'expo(nent)?', '@expo(nent)?/.*', 'expo-.*', 'react-navigation', '@react-navigation/.*', 'standard-navigation', 'react-native-svg', 'tamagui', '@tamagui/.*', 'idb-keyval', 'd3-.*', 'internmap', 'ml-.*', 'is-any-array', 'lucide-react-native', '@noble/.*', 'canonicalize', 'fake-indexeddb'].join('|') // prettier-ignore
module.exports = {
  projects: [
    {
      displayName: 'app',
      rootDir: __dirname,
      preset: 'jest-expo/web',
      roots: ['<rootDir>/src'],
      sandboxInjectedGlobals: ['Math', 'Number', 'Array', 'Object', 'Map', 'Set', 'Float64Array', 'JSON'],
      setupFiles: ['<rootDir>/jest.setup.js'],
      testMatch: ['**/*.test.ts', '**/*.test.tsx'],
      moduleFileExtensions: ['web.ts', 'web.tsx', 'web.js', 'ts', 'tsx', 'js', 'jsx', 'mjs', 'cjs', 'json'],
      transform: { '\\.mjs$': 'babel-jest' },
      transformIgnorePatterns: [`/node_modules/(?!(${esm})/)`, '/node_modules/react-native-reanimated/plugin/'],
      moduleNameMapper: {
        '^react-native$': 'react-native-web',
        '\\.(woff2|css)$': '<rootDir>/jest.asset.js',
        '^@/(.*)$': '<rootDir>/src/$1',
        '^canonicalize$': '<rootDir>/../node_modules/canonicalize/lib/canonicalize.js',
      },
      testEnvironmentOptions: { customExportConditions: ['require', 'node', 'default'] },
    },
  ],
}
