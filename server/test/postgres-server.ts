import { execFileSync } from 'node:child_process'
import { chmodSync, chownSync, closeSync, existsSync, mkdtempSync, openSync, readdirSync, rmSync, writeSync } from 'node:fs'
import { createServer, type AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import path from 'node:path'

const INSTALLED = '/usr/lib/postgresql'

/** A PostgreSQL server of one's own, in a folder of its own, on a free port. */
export interface PostgresServer {
  /** Makes a new, empty database and says where it is. */
  readonly newDatabase: () => string
  readonly start: () => void
  /** Ends it as a power failure would. */
  readonly stop: () => void
  /** Cuts every connection there is to it. */
  readonly cut: () => void
  /** Fills its disk to the last byte; gives what makes room again and starts it if it has ended over that. Only with a disk of its own. */
  readonly fill: () => () => void
  /** Stops it and takes it away. */
  readonly remove: () => void
}

/** Starts a server; with a disk of its own of so many MB, which only root can make, when that is asked for. PostgreSQL does not run as root, so that root has another user run it. */
export async function postgresServer({ diskMb = 0 } = {}): Promise<PostgresServer> {
  const bin = path.join(INSTALLED, newest(), 'bin')
  const folder = mkdtempSync(path.join(tmpdir(), 'rheoscope-postgres-'))
  const data = path.join(folder, 'data')
  const port = await freePort()
  if (diskMb > 0) execFileSync('mount', ['-t', 'tmpfs', '-o', `size=${diskMb}m`, 'tmpfs', folder])
  chmodSync(folder, 0o755)
  const run = (program: string, ...args: readonly string[]) => {
    const command = [path.join(bin, program), ...args]
    if (process.getuid?.() === 0) execFileSync('setpriv', [`--reuid=${idOf('-u')}`, `--regid=${idOf('-g')}`, '--clear-groups', ...command], { cwd: folder, stdio: ['ignore', 'ignore', 'pipe'] })
    else execFileSync(command[0]!, command.slice(1), { cwd: folder, stdio: ['ignore', 'ignore', 'pipe'] })
  }
  if (process.getuid?.() === 0) chownSync(folder, idOf('-u'), idOf('-g'))
  run('initdb', '-A', 'trust', '-U', 'rheoscope', '-E', 'UTF8', '--locale=C', '--no-sync', '-D', data)
  const start = () => run('pg_ctl', '-D', data, '-l', path.join(folder, 'log'), '-o', `-p ${port} -k ${folder} -h 127.0.0.1 -c fsync=off`, '-w', 'start')
  const stop = () => run('pg_ctl', '-D', data, '-m', 'immediate', 'stop')
  const isRunning = () => {
    try {
      run('pg_ctl', '-D', data, 'status')
      return true
    } catch {
      // It says so by its exit code.
      return false
    }
  }
  start()
  let made = 0
  return {
    newDatabase: () => {
      const name = `rheoscope_${++made}`
      run('createdb', '-h', '127.0.0.1', '-p', String(port), '-U', 'rheoscope', name)
      return `postgres://rheoscope@127.0.0.1:${port}/${name}`
    },
    start,
    stop,
    cut: () => run('psql', '-q', '-h', '127.0.0.1', '-p', String(port), '-U', 'rheoscope', '-d', 'postgres', '-c', "select pg_terminate_backend(pid) from pg_stat_activity where application_name like 'rheoscope%'"),
    fill: () => {
      if (diskMb === 0) throw new Error('It has no disk of its own.')
      const filler = path.join(folder, 'filler')
      fillUp(filler)
      return () => {
        rmSync(filler)
        if (!isRunning()) start()
      }
    },
    remove: () => {
      if (existsSync(path.join(data, 'postmaster.pid'))) stop()
      if (diskMb > 0) execFileSync('umount', [folder])
      rmSync(folder, { recursive: true, force: true })
    },
  }
}

/** Writes a file until there is no room left. */
function fillUp(file: string): void {
  const handle = openSync(file, 'w')
  try {
    for (let bytes = 1 << 20; bytes >= 1;) {
      try {
        writeSync(handle, Buffer.alloc(bytes))
      } catch {
        // It does not fit; perhaps less does.
        bytes = Math.floor(bytes / 2)
      }
    }
  } finally {
    closeSync(handle)
  }
}

const newest = (): string => readdirSync(INSTALLED).toSorted((a, b) => Number(b) - Number(a))[0] ?? ''

/** The user or group that Debian's packages make for the server. */
const idOf = (what: '-u' | '-g'): number => Number(execFileSync('id', [what, 'postgres'], { encoding: 'utf8' }))

const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const taken = createServer()
    taken.listen(0, '127.0.0.1', () => {
      const { port } = taken.address() as AddressInfo
      taken.close(() => resolve(port))
    })
  })
