// Babel: import.meta.url in a module that Jest runs as CommonJS
module.exports = function importMetaUrl({ types: t, template }) {
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
