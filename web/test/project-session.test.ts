import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  addComponent, apply, EMPTY_HISTORY, newComponent, newProject, record, renameComponent, renameProject, removeComponent, type Appended, type Entry, type Project,
} from '@rheoscope/core/document'
import { ApiError } from '../src/api/client'
import type { KeptEntries } from '../src/session/kept-entries'
import { ProjectSession, type ProjectServer } from '../src/session/project-session'

/** A server in memory that stores an entry once, refuses late ones, and can be unreachable. */
class FakeServer implements ProjectServer {
  readonly entries: Entry[] = []
  isGone = false
  refuses: string | null = null

  async append(base: number, added: readonly Entry[]): Promise<Appended> {
    await null
    if (this.isGone) throw new ApiError('unreachable', 0, 'gone')
    if (this.refuses) throw new ApiError('invalid', 422, this.refuses)
    const known = new Set(this.entries.map(({ id }) => id))
    const fresh = added.filter(({ id }) => !known.has(id))
    if (fresh.length > 0 && base !== this.entries.length) return { accepted: false, revision: this.entries.length, missed: this.entries.slice(base) }
    this.entries.push(...fresh)
    return { accepted: true, revision: this.entries.length }
  }

  async log(after: number): Promise<readonly Entry[]> {
    await null
    return this.entries.slice(after)
  }

  project(start: Project): Project {
    return this.entries.reduce((project, { edit }) => apply(project, edit), start)
  }
}

const memory = (entries: readonly Entry[] = []): KeptEntries & { kept: readonly Entry[] } => ({
  kept: entries,
  read() { return this.kept },
  write(next) { this.kept = next },
})

let made = 0
const newId = () => `entry${String(made++).padStart(6, '0')}`
const start = newProject('p', 'start')
const idle = () => new Promise((resolve) => setTimeout(resolve, 5))

const open = (server: FakeServer, kept = memory()) => {
  const stored = server.project(start)
  return new ProjectSession({ project: stored, revision: server.entries.length, history: server.entries.reduce(record, EMPTY_HISTORY), server, kept, newId })
}

describe('a session', () => {
  test('shows an edit before the server has it, and keeps it until then', async () => {
    const [server, kept] = [new FakeServer(), memory()]
    const session = open(server, kept)
    session.dispatch(renameProject('one'), 'rename')
    expect([session.getState().project.name, session.getState().connection, kept.kept.length]).toEqual(['one', 'saving', 1])
    await idle()
    expect([server.project(start).name, session.getState().connection, kept.kept.length]).toEqual(['one', 'saved', 0])
  })

  test('works on while the server is gone and sends everything when it is back', async () => {
    const server = new FakeServer()
    server.isGone = true
    const session = open(server)
    session.dispatch(renameProject('one'), 'rename')
    await idle()
    session.dispatch(renameProject('two'), 'rename')
    expect([session.getState().connection, session.getState().unsaved, session.getState().project.name]).toEqual(['offline', 2, 'two'])
    server.isGone = false
    session.dispatch(renameProject('three'), 'rename')
    await idle()
    expect([session.getState().connection, server.entries.length, server.project(start).name]).toEqual(['saved', 3, 'three'])
    session.close()
  })

  test('takes up what an earlier window left unsent', async () => {
    const server = new FakeServer()
    server.isGone = true
    const left = memory()
    const first = open(server, left)
    first.dispatch(renameProject('left behind'), 'rename')
    await idle()
    first.close()
    server.isGone = false
    const second = open(server, left)
    expect(second.getState().project.name).toBe('left behind')
    await idle()
    expect(server.project(start).name).toBe('left behind')
  })

  test('undo and redo survive opening the project again', async () => {
    const server = new FakeServer()
    const first = open(server)
    first.dispatch(renameProject('one'), 'rename')
    await idle()
    first.dispatch(renameProject('two'), 'rename')
    await idle()
    const second = open(server)
    second.undo()
    expect(second.getState().project.name).toBe('one')
    await idle()
    const third = open(server)
    third.redo()
    expect(third.getState().project.name).toBe('two')
  })

  test('says which edit had nothing to stand on any more', async () => {
    const server = new FakeServer()
    const component = newComponent(newId, 'Shared')
    const here = open(server)
    here.dispatch(addComponent(component), 'add Shared')
    await idle()
    const there = open(server)
    there.dispatch(removeComponent(component.id), 'remove Shared')
    await idle()
    here.dispatch(renameComponent(component.id, 'Renamed'), 'rename Shared')
    await idle()
    expect(here.getState().notice).toContain('rename Shared')
    expect(here.getState().project).toEqual(server.project(start))
  })

  test('takes back what the server refuses and says why', async () => {
    const server = new FakeServer()
    server.refuses = 'It does not fit.'
    const session = open(server)
    session.dispatch(renameProject('one'), 'rename')
    await idle()
    expect([session.getState().project.name, session.getState().notice]).toEqual(['start', expect.stringContaining('It does not fit.')])
  })

  test('a preview shows and leaves no trace', () => {
    const session = open(new FakeServer())
    session.preview(renameProject('maybe'))
    expect(session.getState().project.name).toBe('maybe')
    session.preview(null)
    expect([session.getState().project.name, session.getState().history.undo.length]).toEqual(['start', 0])
  })

  test('two windows that edit at will end with the same project, and nothing acknowledged is lost', async () => {
    await fc.assert(fc.asyncProperty(fc.array(fc.tuple(fc.boolean(), fc.constantFrom('name', 'component', 'wait')), { maxLength: 14 }), async (moves) => {
      const server = new FakeServer()
      const windows = [open(server), open(server)]
      for (const [index, [second, what]] of moves.entries()) {
        const session = windows[second ? 1 : 0]!
        if (what === 'name') session.dispatch(renameProject(`name ${index}`), 'rename')
        else if (what === 'component') session.dispatch(addComponent(newComponent(newId, `c${index}`)), 'add')
        else await idle()
      }
      for (let rounds = 0; rounds < 3; rounds++) {
        await idle()
        for (const session of windows) await session.catchUp(server.entries.length)
      }
      expect(server.entries).toHaveLength(moves.filter(([, what]) => what !== 'wait').length)
      for (const session of windows) expect(session.getState().project).toEqual(server.project(start))
    }), { numRuns: 15 })
  })
})
