// Expo's default config finds the npm workspaces by itself (watchFolders + nodeModulesPaths).
const { getDefaultConfig } = require('expo/metro-config')
const config = getDefaultConfig(__dirname)
config.resolver.assetExts.push('woff2')
config.transformer.minifierPath = require.resolve('./build/minify')
// the minifier gives what every module gets short names itself: giving them before takes a sixth of the build and makes nothing smaller
config.transformer.unstable_disableNormalizePseudoGlobals = true
// where names are written down decides what an import becomes: what was transformed before a move is transformed anew
const { roomExports } = require('./build/exportsOf')
config.cacheVersion = JSON.stringify([...roomExports()].map(([room, names]) => [room, [...names]]))
// zod re-exports all of its ~45 locales (`z.locales`); Metro does not tree-shake, so cut them out (English stays, zod imports it by itself)
const before = config.resolver.resolveRequest
config.resolver.resolveRequest = (context, name, platform) => {
  if (/[\\/]zod[\\/]/.test(context.originModulePath) && /locales[\\/]index\.(js|cjs)$/.test(name))
    return { type: 'empty' }
  return (before ?? context.resolveRequest)(context, name, platform)
}

// `./zetesis dev` serves the app and the API on two ports: the app's own server hands /api on, so that the session cookie is first-party
if (process.env.API_PORT) {
  const http = require('node:http')
  config.server.enhanceMiddleware = (middleware) => (req, res, next) => {
    if (!req.url.startsWith('/api')) return middleware(req, res, next)
    const target = {
      host: '127.0.0.1',
      port: process.env.API_PORT,
      path: req.url,
      method: req.method,
      headers: req.headers,
    }
    const forward = http.request(target, (answer) => {
      res.writeHead(answer.statusCode, answer.headers)
      answer.pipe(res)
    })
    forward.on('error', () => res.writeHead(502).end())
    req.pipe(forward)
  }
}
module.exports = config
