// Jest's sources and those packages that come as modules only, as Node runs them: types taken off, imports made into requires, nothing else changed.
const { createHash } = require('node:crypto')
const { readFileSync } = require('node:fs')
const swc = require('@swc/core')

const itself = createHash('sha256').update(readFileSync(__filename)).update(swc.version).digest()

module.exports = {
  getCacheKey: (source, file) => createHash('sha256').update(itself).update(file).update(source).digest('hex'),
  process: (source, file) =>
    swc.transformSync(source, {
      filename: file,
      swcrc: false,
      jsc: { parser: { syntax: /\.[cm]?tsx?$/.test(file) ? 'typescript' : 'ecmascript' }, target: 'es2022' },
      module: { type: 'commonjs' },
      sourceMaps: 'inline',
    }),
}
