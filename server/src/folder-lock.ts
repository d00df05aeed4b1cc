import { createHash } from 'node:crypto'
import { readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { createServer, connect, type Server } from 'node:net'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { RheoError } from '@rheoscope/core/document'

/**
 * Takes a folder for this process alone, until it lets go or ends, however it ends: what holds it is a listening socket,
 * which the system takes away with its process. Who has the folder stands in its file `open-by`, to be told and for nothing
 * else. Throws `in-use`.
 */
export async function lockFolder(folder: string): Promise<() => Promise<void>> {
  const holder = path.join(folder, 'open-by')
  const server = await listening(nameOf(folder))
  if (!server) throw new RheoError('in-use', folder, `Another Rheoscope${processIn(holder)} has the data folder ${folder} open. Stop it, or name another folder with RHEOSCOPE_DATA.`)
  writeFileSync(holder, String(process.pid))
  return async () => {
    rmSync(holder, { force: true })
    await new Promise((resolve) => server.close(resolve))
  }
}

/** The same for every path that leads to the folder: its device and number on it. */
function nameOf(folder: string): string {
  const { dev, ino } = statSync(folder, { bigint: true })
  const name = `rheoscope-${createHash('sha256').update(`${dev} ${ino}`).digest('hex').slice(0, 24)}`
  // A name without a file, where the system has such.
  if (process.platform === 'linux') return `\0${name}`
  return process.platform === 'win32' ? `\\\\.\\pipe\\${name}` : path.join(tmpdir(), name)
}

/** A server that listens under a name; null when another process does. */
async function listening(name: string): Promise<Server | null> {
  const server = await tryListening(name)
  if (server || name.startsWith('\0') || process.platform === 'win32' || (await answers(name))) return server
  // The file of a socket whose process ended without taking it away.
  rmSync(name, { force: true })
  return tryListening(name)
}

const tryListening = (name: string): Promise<Server | null> =>
  new Promise((resolve, reject) => {
    const server = createServer((caller) => caller.destroy())
    server.once('error', (error: NodeJS.ErrnoException) => (error.code === 'EADDRINUSE' ? resolve(null) : reject(error)))
    // It is no reason to go on running.
    server.listen(name, () => resolve(server.unref()))
  })

const answers = (name: string): Promise<boolean> =>
  new Promise((resolve) => {
    const caller = connect(name)
    caller.once('connect', () => resolve(true)).once('error', () => resolve(false)).once('close', () => caller.destroy())
  })

function processIn(holder: string): string {
  try {
    const pid = readFileSync(holder, 'utf8').trim()
    return /^\d+$/.test(pid) ? ` (process ${pid})` : ''
  } catch {
    // It has not said yet, or nobody may read it.
    return ''
  }
}
