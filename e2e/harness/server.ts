import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import path from 'node:path'

const MAIN = path.resolve(import.meta.dirname, '../../server/dist/main.js')
const PATIENCE_MS = 60_000

export interface TestServer {
  readonly address: string
  readonly data: string
  /** Ends the process at once, as a power cut would, and leaves the data. */
  readonly kill: () => Promise<void>
  /** Ends the process and removes its data. */
  readonly close: () => Promise<void>
}

/** The built server on a free port; with its own new data folder unless one, or a database, is given. */
export async function startServer(options: { readonly data?: string; readonly port?: number; readonly databaseUrl?: string } = {}): Promise<TestServer> {
  const data = options.data ?? mkdtempSync(path.join(tmpdir(), 'rheoscope-'))
  const port = options.port ?? (await freePort())
  const child = spawn(process.execPath, [MAIN], { env: { ...process.env, PORT: String(port), RHEOSCOPE_DATA: data, DATABASE_URL: options.databaseUrl ?? '' }, stdio: ['ignore', 'pipe', 'inherit'] })
  const address = `http://127.0.0.1:${port}`
  await listening(child)
  const end = (signal: NodeJS.Signals) =>
    new Promise<void>((resolve) => {
      if (child.exitCode !== null || child.signalCode !== null) resolve()
      child.once('exit', () => resolve())
      child.kill(signal)
    })
  return {
    address, data,
    kill: () => end('SIGKILL'),
    close: async () => {
      await end('SIGTERM')
      rmSync(data, { recursive: true, force: true })
    },
  }
}

function listening(child: ChildProcess): Promise<void> {
  return new Promise((resolve, reject) => {
    const timeout = setTimeout(() => reject(new Error('The server did not start in time.')), PATIENCE_MS)
    child.stdout!.on('data', (chunk: Buffer) => {
      if (!chunk.toString().includes('http://')) return
      clearTimeout(timeout)
      resolve()
    })
    child.once('exit', (code) => {
      clearTimeout(timeout)
      reject(new Error(`The server ended with ${code}.`))
    })
  })
}

function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const probe = createServer()
    probe.once('error', reject)
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address()
      probe.close(() => resolve(typeof address === 'object' && address ? address.port : 0))
    })
  })
}
