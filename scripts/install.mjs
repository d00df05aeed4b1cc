/** What the two commands share: installing what is missing, and running one step after another. Node's own modules only. */
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, statSync } from 'node:fs'
import path from 'node:path'

export const root = path.resolve(import.meta.dirname, '..')

/** Runs a command in the project's root; ends the process with its exit code when it fails. */
export function step(what, command, args) {
  process.stdout.write(`— ${what}\n`)
  const { status, error } = spawnSync(command, args, { cwd: root, stdio: 'inherit' })
  if (error) process.stderr.write(`${error.message}\n`)
  if (status !== 0) process.exit(status ?? 1)
}

/** Runs commands one after another beside whatever else runs; the exit code of the first that fails, or 0. */
export async function lane(steps) {
  for (const [what, command, args] of steps) {
    process.stdout.write(`— ${what}\n`)
    const code = await new Promise((resolve) => spawn(command, args, { cwd: root, stdio: 'inherit' }).on('error', () => resolve(1)).on('exit', (status) => resolve(status ?? 1)))
    if (code !== 0) return code
  }
  return 0
}

/** Installs the packages of the lock file unless they are there and newer than it. */
export function installPackages() {
  const installed = path.join(root, 'node_modules/.package-lock.json')
  const lock = path.join(root, 'package-lock.json')
  if (existsSync(installed) && statSync(installed).mtimeMs >= statSync(lock).mtimeMs) return
  step('installing packages', 'npm', ['ci', '--no-audit', '--no-fund'])
}

/** Builds the interface and the server. */
export const build = () => step('building', 'npm', ['run', '--silent', 'build'])

/**
 * Installs PostgreSQL from Debian's packages where it is absent, for the tests of what keeps everything on a database
 * server. No server is set up for the machine: tests start their own.
 */
export function installPostgres() {
  if (existsSync('/usr/lib/postgresql')) return
  const elevated = process.getuid?.() === 0 ? [] : ['sudo']
  const [command, ...args] = [...elevated, 'sh', '-c', 'mkdir -p /etc/postgresql-common && echo "create_main_cluster = false" > /etc/postgresql-common/createcluster.conf && apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq postgresql']
  step('installing PostgreSQL', command, args)
}

/** Installs nginx from Debian's packages where it is absent, for trying what `docs/operating.md` says. It is not started. */
export function installProxy() {
  if (existsSync('/usr/sbin/nginx')) return
  const elevated = process.getuid?.() === 0 ? [] : ['sudo']
  const [command, ...args] = [...elevated, 'sh', '-c', 'apt-get update -qq && RUNLEVEL=1 DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends nginx']
  step('installing nginx', command, args)
}

/** Installs Chromium, ChromeDriver and what reads PDF (Poppler) from Debian's packages where they are absent. */
export function installBrowser() {
  if (['chromium', 'chromedriver', 'pdftotext'].every((name) => existsSync(`/usr/bin/${name}`))) return
  const elevated = process.getuid?.() === 0 ? [] : ['sudo']
  const [command, ...args] = [...elevated, 'sh', '-c', 'apt-get update -qq && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq chromium chromium-driver poppler-utils']
  step('installing Chromium, ChromeDriver and Poppler', command, args)
}
