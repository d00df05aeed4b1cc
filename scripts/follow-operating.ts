/** Does what `docs/operating.md` says, block by block as it stands there, in a fresh clone with a database server of its own. Ends with 1 where one of the commands fails. */
import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { postgresServer } from '../server/test/postgres-server'

const root = path.resolve(import.meta.dirname, '..')
const blocks = [...readFileSync(path.join(root, 'docs/operating.md'), 'utf8').matchAll(/^```sh\n([\s\S]*?)^```$/gm)].map(([, block]) => block ?? '')
const home = mkdtempSync(path.join(tmpdir(), 'rheoscope-operating-'))
const clone = path.join(home, 'rheoscope')
const server = await postgresServer()

const script = ['set -e', `trap 'kill $(jobs -p) 2> /dev/null || true' EXIT`, ...blocks.map((block, index) => `echo "— block ${index + 1}"\n${block}`)].join('\n')
spawnSync('git', ['clone', '--quiet', root, clone], { stdio: 'inherit' })
const { status } = spawnSync('bash', ['-c', script], { cwd: clone, stdio: 'inherit', env: { ...process.env, HOME: home, npm_config_cache: process.env.npm_config_cache ?? path.join(process.env.HOME ?? '', '.npm'), DATABASE_URL: '', RHEOSCOPE_DATABASE: server.newDatabase() } })
server.remove()
rmSync(home, { recursive: true, force: true })
process.exitCode = status === 0 && blocks.length > 5 ? 0 : 1
