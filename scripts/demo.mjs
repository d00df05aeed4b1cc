/** `npm run demo`: installs what is missing, builds what has changed, and serves the application with its demo project. */
import { spawn } from 'node:child_process'
import { existsSync, readdirSync, statSync } from 'node:fs'
import path from 'node:path'
import { build, installPackages, root } from './install.mjs'

const SOURCES = ['core/src', 'server/src', 'web/src', 'web/index.html', 'web/public', 'package-lock.json']
const BUILT = ['server/dist/main.js', 'web/dist/index.html']

installPackages()
if (isStale()) build()
const server = spawn(process.execPath, [path.join(root, 'server/dist/main.js')], { stdio: 'inherit' })
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
server.on('exit', (code) => process.exit(code ?? 0))

function isStale() {
  if (!BUILT.every((file) => existsSync(path.join(root, file)))) return true
  const builtAt = Math.min(...BUILT.map((file) => statSync(path.join(root, file)).mtimeMs))
  return SOURCES.some((source) => newest(path.join(root, source)) > builtAt)
}

function newest(place) {
  const stat = statSync(place)
  if (!stat.isDirectory()) return stat.mtimeMs
  return Math.max(stat.mtimeMs, ...readdirSync(place).map((name) => newest(path.join(place, name))))
}
