import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  addComponent, apply, EMPTY_HISTORY, newComponent, newProject, record, renameComponent, renameProject, removeComponent, type Appended, type Entry, type Project,
} from '@rheoscope/core/document'
import { ApiError } from '../src/api/client'
import type { Kept, KeptEntries } from '../src/session/kept-entries'
import { ProjectSession, type ProjectServer } from '../src/session/project-session'

/** A server in memory that stores an entry once, refuses late ones, and can be unreachable. */
class FakeServer implements ProjectServer {
  readonly entries: Entry[] = []
  isGone = false
  isRemoved = false
  /** The labels of edits it refuses, and of those it breaks down over. */
  refuses: readonly string[] = []
  breaksOver: readonly string[] = []
  isInTrouble = false

  async append(base: number, added: readonly Entry[]): Promise<Appended> {
    await null
    if (this.isGone) throw new ApiError('unreachable', 0, 'gone')
    if (this.isRemoved) throw new ApiError('not-found', 404, 'There is no such project.')
    if (this.isInTrouble) throw new ApiError('unavailable', 503, 'The database is away.')
    if (added.some(({ label }) => this.breaksOver.includes(label))) throw new ApiError('internal', 500, 'The server could not do this.')
    if (added.some(({ label }) => this.refuses.includes(label))) throw new ApiError('invalid', 422, 'It does not fit.')
    const known = new Set(this.entries.map(({ id }) => id))
    const fresh = added.filter(({ id }) => !known.has(id))
    if (fresh.length > 0 && base !== this.entries.length) return { accepted: false, revision: this.entries.length, missed: this.entries.slice(base) }
    this.entries.push(...fresh)
    return { accepted: true, revision: this.entries.length }
  }

  async log(after: number): Promise<readonly Entry[]> {
    await null
    if (this.isRemoved) throw new ApiError('not-found', 404, 'There is no such project.')
    if (this.isGone || this.isInTrouble) throw new ApiError('unreachable', 0, 'gone')
    return this.entries.slice(after)
  }

  project(start: Project): Project {
    return this.entries.reduce((project, { edit }) => apply(project, edit), start)
  }
}

const memory = (): KeptEntries & { kept: Kept } => ({
  kept: { pending: [], setAside: [] },
  read() { return this.kept },
  write(next) { this.kept = next },
})

let made = 0
const newId = () => `entry${String(made++).padStart(6, '0')}`
const start = newProject('p', 'start')
const idle = () => new Promise((resolve) => setTimeout(resolve, 5))

async function until(isSo: () => boolean): Promise<void> {
  for (let tries = 0; !isSo(); tries++) {
    if (tries > 400) throw new Error('It did not come about.')
    await idle()
  }
}

const open = (server: FakeServer, kept = memory()) => {
  const stored = server.project(start)
  return new ProjectSession({ project: stored, revision: server.entries.length, history: server.entries.reduce(record, EMPTY_HISTORY), server, kept, newId, firstRetryMs: 1 })
}

describe('a session', () => {
  test('shows an edit before the server has it, and keeps it until then', async () => {
    const [server, kept] = [new FakeServer(), memory()]
    const session = open(server, kept)
    session.dispatch(renameProject('one'), 'rename')
    expect([session.getState().project.name, session.getState().connection, kept.kept.pending.length]).toEqual(['one', 'saving', 1])
    await idle()
    expect([server.project(start).name, session.getState().connection, kept.kept.pending.length]).toEqual(['one', 'saved', 0])
  })

  test('works on while the server is gone and sends everything when it is back', async () => {
    const server = new FakeServer()
    server.isGone = true
    const session = open(server)
    session.dispatch(renameProject('one'), 'rename')
    await idle()
    session.dispatch(renameProject('two'), 'rename')
    expect([session.getState().connection, session.getState().unsaved, session.getState().project.name]).toEqual(['unreachable', 2, 'two'])
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
    // It is still said after the next edit, unlike what is said of an edit that cannot be made.
    here.dispatch(renameProject('on'), 'rename')
    expect(here.getState().notice).toContain('rename Shared')
    here.dismissNotice()
    here.dispatch(removeComponent('nothing'), 'remove nothing')
    expect(here.getState().notice).not.toBeNull()
    here.dispatch(renameProject('on and on'), 'rename')
    expect(here.getState().notice).toBeNull()
    await until(() => here.getState().connection === 'saved')
    expect(here.getState().project).toEqual(server.project(start))
  })

  test('an edit the server refuses is set aside with why; the others go through', async () => {
    const [server, kept] = [new FakeServer(), memory()]
    server.isGone = true
    server.refuses = ['a NUL']
    const session = open(server, kept)
    const added = Array.from({ length: 7 }, (_each, index) => newComponent(newId, `c${index}`))
    for (const [index, component] of added.entries()) {
      session.dispatch(addComponent(component), `add ${component.name}`)
      if (index === 3) session.dispatch(renameProject('a\0b'), 'a NUL')
    }
    server.isGone = false
    await until(() => session.getState().connection === 'saved')
    expect(server.entries.map(({ label }) => label)).toEqual(added.map(({ name }) => `add ${name}`))
    expect(session.getState().setAside.map(({ entry, why }) => [entry.label, why])).toEqual([['a NUL', 'It does not fit.']])
    expect(session.getState().project).toEqual(server.project(start))
    expect(kept.kept).toMatchObject({ pending: [], setAside: [{ why: 'It does not fit.' }] })
  })

  test('what is set aside is there after a reload, and can be tried again or given up', async () => {
    const [server, kept] = [new FakeServer(), memory()]
    server.refuses = ['rename']
    const first = open(server, kept)
    first.dispatch(renameProject('one'), 'rename')
    await until(() => first.getState().setAside.length === 1)
    expect(first.getState().project.name).toBe('start')
    first.close()
    server.refuses = []
    const second = open(server, kept)
    second.tryAgain(second.getState().setAside[0]!.entry.id)
    await until(() => second.getState().connection === 'saved')
    expect([server.project(start).name, second.getState().setAside.length]).toEqual(['one', 0])
    server.refuses = ['again']
    second.dispatch(renameProject('two'), 'again')
    await until(() => second.getState().setAside.length === 1)
    second.forget(second.getState().setAside[0]!.entry.id)
    expect([second.getState().setAside.length, kept.kept.setAside.length, server.project(start).name]).toEqual([0, 0, 'one'])
  })

  test('an edit the server breaks down over does not wedge the project', async () => {
    const server = new FakeServer()
    server.breaksOver = ['poison']
    const session = open(server)
    session.dispatch(renameProject('one'), 'poison')
    session.dispatch(addComponent(newComponent(newId, 'after')), 'add after')
    await until(() => session.getState().connection === 'saved')
    expect(server.entries.map(({ label }) => label)).toEqual(['add after'])
    expect(session.getState().setAside.map(({ entry }) => entry.label)).toEqual(['poison'])
  })

  test('a server in trouble is no fault of the edits: they wait', async () => {
    const server = new FakeServer()
    server.isInTrouble = true
    const session = open(server)
    session.dispatch(renameProject('one'), 'rename')
    await until(() => session.getState().connection === 'failing')
    await idle()
    expect([session.getState().setAside, session.getState().unsaved]).toEqual([[], 1])
    server.isInTrouble = false
    await until(() => session.getState().connection === 'saved')
    expect(server.project(start).name).toBe('one')
  })

  test('a project that has been removed says so, and keeps what is unsaved', async () => {
    const server = new FakeServer()
    const session = open(server)
    server.isRemoved = true
    session.dispatch(renameProject('one'), 'rename')
    await until(() => session.getState().connection === 'removed')
    expect([session.getState().unsaved, session.getState().project.name]).toEqual([1, 'one'])
    const other = open(new FakeServer())
    other.noteRemoval()
    expect(other.getState().connection).toBe('removed')
  })

  test('a server that is away is told, and asked for what was missed when it is back', async () => {
    const server = new FakeServer()
    const [here, there] = [open(server), open(server)]
    here.noteReach(false)
    expect(here.getState().connection).toBe('unreachable')
    there.dispatch(renameProject('meanwhile'), 'rename')
    await until(() => there.getState().connection === 'saved')
    here.noteReach(true)
    await until(() => here.getState().project.name === 'meanwhile')
    expect(here.getState().connection).toBe('saved')
  })

  test('what was undone stays undone over a rebase and over a reload', async () => {
    const [server, kept] = [new FakeServer(), memory()]
    const here = open(server, kept)
    const component = newComponent(newId, 'mine')
    here.dispatch(addComponent(component), 'add mine')
    await until(() => here.getState().connection === 'saved')
    server.isGone = true
    here.undo()
    here.dispatch(renameProject('kept'), 'rename')
    here.dispatch(renameProject('dropped'), 'rename')
    here.undo()
    here.close()
    server.isGone = false
    const there = open(server)
    there.dispatch(addComponent(newComponent(newId, 'theirs')), 'add theirs')
    await until(() => there.getState().connection === 'saved')
    server.isGone = true
    const again = open(server, kept)
    expect([again.getState().project.name, again.getState().project.components.map(({ name }) => name), again.getState().notice]).toEqual(['kept', ['theirs'], null])
    server.isGone = false
    again.noteReach(false)
    again.noteReach(true)
    await until(() => again.getState().connection === 'saved' && again.getState().unsaved === 0)
    expect([server.project(start).name, server.project(start).components.map(({ name }) => name)]).toEqual(['kept', ['theirs']])
    again.redo()
    expect(again.getState().project.name).toBe('dropped')
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
