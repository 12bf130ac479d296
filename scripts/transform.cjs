// Jest's sources and those packages that come as modules only, as Node runs them: types taken off, imports made into requires, nothing else changed.
const { createHash } = require('node:crypto')
const { readFileSync } = require('node:fs')
const ts = require('typescript')

const compilerOptions = {
  module: ts.ModuleKind.CommonJS,
  target: ts.ScriptTarget.ES2022,
  esModuleInterop: true,
  allowJs: true,
  inlineSourceMap: true,
  inlineSources: true,
}
const itself = createHash('sha256').update(readFileSync(__filename)).update(ts.version).digest()
// a module in a file of this name stays one, whatever is asked for
const named = (file) => file.replace(/\.mjs$/, '.js')
const ownUrl = "require('node:url').pathToFileURL(__filename).href"

module.exports = {
  getCacheKey: (source, file) => createHash('sha256').update(itself).update(file).update(source).digest('hex'),
  process(source, file) {
    const { outputText } = ts.transpileModule(source, { fileName: named(file), compilerOptions })
    return { code: outputText.replaceAll('import.meta.url', ownUrl) }
  },
}
