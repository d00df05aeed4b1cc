import { createHash } from 'node:crypto'
import { readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { createServer, connect, type Server, type Socket } from 'node:net'
import { tmpdir } from 'node:os'
import path from 'node:path'
import type { Writable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { RheoError } from '@rheoscope/core/document'

/** A folder that this process alone has. */
export interface FolderLock {
  /** Answers those who ask for a backup of what is in the folder, by writing it to them. */
  readonly answer: (write: (to: Writable) => Promise<void>) => void
  readonly letGo: () => Promise<void>
}

/** What is asked of the process that has a folder. */
const BACKUP = 'backup\n'

/**
 * Takes a folder for this process alone, until it lets go or ends, however it ends: what holds it is a listening socket,
 * which the system takes away with its process. Who has the folder is in its file `open-by`, to be told and for nothing
 * else. Throws `in-use`.
 */
export async function lockFolder(folder: string): Promise<FolderLock> {
  const holder = path.join(folder, 'open-by')
  let write: ((to: Writable) => Promise<void>) | null = null
  const server = await listening(nameOf(folder), (caller) => {
    caller.on('error', () => caller.destroy())
    caller.once('data', (asked) => {
      if (write === null || asked.toString() !== BACKUP) caller.destroy()
      else void write(caller).catch(() => caller.destroy())
    })
  })
  if (!server) throw new RheoError('in-use', folder, `Another Rheoscope${processIn(holder)} has the data folder ${folder} open. Stop it, or name another folder with RHEOSCOPE_DATA.`)
  writeFileSync(holder, String(process.pid))
  return {
    answer: (how) => {
      write = how
    },
    letGo: async () => {
      rmSync(holder, { force: true })
      await new Promise((resolve) => server.close(resolve))
    },
  }
}

/** Has the process that has a folder open write a backup of it. */
export async function askForBackup(folder: string, to: Writable): Promise<void> {
  const holder = connect(nameOf(folder))
  holder.write(BACKUP)
  await pipeline(holder, to)
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
async function listening(name: string, hear: (caller: Socket) => void): Promise<Server | null> {
  const server = await tryListening(name, hear)
  if (server || name.startsWith('\0') || process.platform === 'win32' || (await answers(name))) return server
  // The file of a socket whose process ended without taking it away.
  rmSync(name, { force: true })
  return tryListening(name, hear)
}

const tryListening = (name: string, hear: (caller: Socket) => void): Promise<Server | null> =>
  new Promise((resolve, reject) => {
    const server = createServer(hear)
    server.once('error', (error: NodeJS.ErrnoException) => (error.code === 'EADDRINUSE' ? resolve(null) : reject(error)))
    // It is no reason to go on running.
    server.listen(name, () => resolve(server.unref()))
  })

const answers = (name: string): Promise<boolean> =>
  new Promise((resolve) => {
    const caller = connect(name)
    caller.once('connect', () => {
      resolve(true)
      caller.destroy()
    }).once('error', () => resolve(false))
  })

function processIn(holder: string): string {
  try {
    const pid = readFileSync(holder, 'utf8').trim()
    return /^\d+$/.test(pid) ? ` (process ${pid})` : ''
    // eslint-disable-next-line no-restricted-syntax -- It has not said yet, or nobody may read it.
  } catch {
    return ''
  }
}
