// the app's own Metro configuration, for a project that stands outside of it
const path = require('node:path')
const { getDefaultConfig } = require('expo/metro-config')
const config = getDefaultConfig(__dirname)
const root = path.resolve(__dirname, '../..')
config.watchFolders = [path.join(root, 'node_modules')]
config.resolver.nodeModulesPaths = [path.join(root, 'node_modules')]
const before = config.resolver.resolveRequest
config.resolver.resolveRequest = (context, name, platform) => {
  if (/[\\/]zod[\\/]/.test(context.originModulePath) && /locales[\\/]index\.(js|cjs)$/.test(name))
    return { type: 'empty' }
  return (before ?? context.resolveRequest)(context, name, platform)
}
module.exports = config
