// Turns `import { a, b } from '@zetesis/core'` into imports of the files that a and b are written in.
const path = require('path')
const { roomExports } = require('./exportsOf')

module.exports = function directImports({ types: t }) {
  return {
    visitor: {
      ImportDeclaration(at, { filename }) {
        const names = roomExports().get(at.node.source.value)
        if (!names || at.node.importKind === 'type' || at.node.specifiers.length === 0) return
        if (!at.node.specifiers.every((s) => t.isImportSpecifier(s))) return
        const direct = []
        const rest = []
        for (const s of at.node.specifiers) {
          const target = s.importKind === 'type' ? undefined : names.get(s.imported.name)
          if (!target) {
            // a type: gone once TypeScript is taken out
            if (s.importKind === 'type' || !at.scope.getBinding(s.local.name)?.referenced) continue
            rest.push(s)
            continue
          }
          const [file, name] = target
          const source = path.relative(path.dirname(filename), file).replace(/\\/g, '/').replace(/\.ts$/, '')
          direct.push(
            t.importDeclaration(
              [t.importSpecifier(s.local, t.identifier(name))],
              t.stringLiteral(source.startsWith('.') ? source : `./${source}`),
            ),
          )
        }
        if (rest.length > 0) direct.push(t.importDeclaration(rest, at.node.source))
        at.replaceWithMultiple(direct)
      },
    },
  }
}
