import { afterAll, describe, expect, test } from '@jest/globals'
import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { startServer } from './harness/server'

const MAIN = path.resolve('server/dist/main.js')
const base = mkdtempSync(path.join(tmpdir(), 'rheoscope-start-'))
afterAll(() => rmSync(base, { recursive: true, force: true }))

/** A start of the server, what it says until it ends or is killed, and how it ended. */
function started(environment: Readonly<Record<string, string>>, killAfterMs = 60_000): Promise<{ readonly code: number | null; readonly said: string }> {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, [MAIN], { env: { ...process.env, PORT: '0', RHEOSCOPE_DATA: path.join(base, 'data'), ...environment }, stdio: ['ignore', 'pipe', 'pipe'] })
    let said = ''
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk: Buffer) => { said += chunk.toString() })
    const timer = setTimeout(() => child.kill('SIGKILL'), killAfterMs)
    child.on('exit', (code) => {
      clearTimeout(timer)
      resolve({ code, said })
    })
  })
}

describe('a server that cannot start says why, in a sentence', () => {
  test.each([
    ['a port that is none', { PORT: 'abc' }, 'PORT is “abc”; it has to be a whole number from 0 to 65535.\n'],
    ['a port beyond the last', { PORT: '70000' }, 'PORT is “70000”; it has to be a whole number from 0 to 65535.\n'],
    ['a data path that is a file', { RHEOSCOPE_DATA: path.join(base, 'file') }, `The data path ${path.join(base, 'file')} is a file, or leads through one. Name another folder with RHEOSCOPE_DATA.\n`],
    ['a data path nobody can write', { RHEOSCOPE_DATA: '/proc/rheoscope' }, 'Nothing can be written to the data folder /proc/rheoscope. Change who may write there. Name another folder with RHEOSCOPE_DATA.\n'],
  ])('%s', async (_what, environment, sentence) => {
    writeFileSync(path.join(base, 'file'), '')
    expect(await started(environment)).toEqual({ code: 1, said: sentence })
  })

  test('a folder and a port another one has', async () => {
    const first = await startServer()
    const folder = await started({ RHEOSCOPE_DATA: first.data })
    expect(folder.said).toMatch(/^Another Rheoscope \(process \d+\) has the data folder .* open\. Stop it, or name another folder with RHEOSCOPE_DATA\.\n$/)
    const port = await started({ PORT: new URL(first.address).port, RHEOSCOPE_DATA: path.join(base, 'second') })
    expect(port.said).toMatch(/^Port \d+ is taken\. Name another one with PORT\.\n$/)
    expect([folder.code, port.code]).toEqual([1, 1])
    // Its holder killed, a folder is free.
    await first.kill()
    const again = await startServer({ data: first.data })
    await again.close()
  })
})

test('a first start that is broken off leaves the demo project made, or to be made', async () => {
  for (const ms of [150, 600, 1500]) await started({}, ms)
  const server = await startServer({ data: path.join(base, 'data') })
  const projects = (await (await fetch(`${server.address}/api/projects`)).json()) as readonly { readonly name: string }[]
  expect(projects.map(({ name }) => name)).toEqual(['Skerry Line'])
  await server.close()
})
