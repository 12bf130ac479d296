// Where each name that a room's index hands on is written down, so that a bundle holds only what it imports: Metro doesn't shake trees.
const { parse } = require('@babel/parser')
const fs = require('fs')
const path = require('path')

const rooms = Object.fromEntries(
  ['core', 'contract', 'rig'].map((room) => [`@zetesis/${room}`, path.join(__dirname, '../..', room, 'src/index.ts')]),
)

const read = (file) =>
  parse(fs.readFileSync(file, 'utf8'), { sourceType: 'module', plugins: ['typescript'] }).program.body
const fileOf = (from, source) => `${path.resolve(path.dirname(from), source)}.ts`
const nameOf = (node) => node.name ?? node.value

/** name → [file, its name there], of every value that a module hands out; types are gone by then */
function exportsOf(file, found = new Map()) {
  for (const node of read(file)) {
    if (node.type === 'ExportAllDeclaration' && node.exportKind !== 'type')
      exportsOf(fileOf(file, node.source.value), found)
    if (node.type !== 'ExportNamedDeclaration' || node.exportKind === 'type') continue
    const from = node.source ? fileOf(file, node.source.value) : file
    for (const s of node.specifiers)
      if (s.exportKind !== 'type')
        found.set(nameOf(s.exported), [from, node.source ? nameOf(s.local) : nameOf(s.exported)])
    const { declaration } = node
    if (declaration?.type === 'VariableDeclaration')
      for (const { id } of declaration.declarations) if (id.type === 'Identifier') found.set(id.name, [file, id.name])
    if (declaration?.id && /^(Function|Class|TSEnum)/.test(declaration.type))
      found.set(declaration.id.name, [file, declaration.id.name])
  }
  return found
}

let table
/** room → its names; read once a build */
exports.roomExports = () => (table ??= new Map(Object.entries(rooms).map(([room, index]) => [room, exportsOf(index)])))
