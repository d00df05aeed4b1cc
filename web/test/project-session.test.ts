import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { addComponent, apply, newComponent, newProject, renameComponent, renameProject, removeComponent, type Entry, type Project } from '@rheoscope/core/document'
import type { Appended, StoredHistory } from '@rheoscope/core/protocol'
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

  async history(before: number): Promise<StoredHistory> {
    await null
    if (this.isGone) throw new ApiError('unreachable', 0, 'gone')
    const from = Math.max(0, before - 1 - PAGE)
    return { entries: this.entries.slice(from, before - 1), from: from + 1 }
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

/** So many entries of the log are told at once. */
const PAGE = 3

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

const open = (server: FakeServer, kept = memory(), author = 'ines', firstRetryMs = 1) => {
  const stored = server.project(start)
  return new ProjectSession({ project: stored, revision: server.entries.length, history: { entries: server.entries.slice(-PAGE), from: Math.max(0, server.entries.length - PAGE) + 1 }, author: { id: author, name: author }, server, kept, newId, firstRetryMs })
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

  test('what the server had stored when the window was closed, without its having heard so, is not done again', async () => {
    const [server, kept] = [new FakeServer(), memory()]
    const first = open(server, kept)
    first.dispatch(renameProject('One'), 'one')
    await first.undo()
    first.redo()
    const unheard = kept.kept
    await until(() => first.getState().connection === 'saved')
    first.close()
    kept.write(unheard)
    expect(unheard.pending).toHaveLength(3)

    const { notice, unsaved, project, history } = open(server, kept).getState()
    expect([notice, unsaved, project.name, kept.kept.pending]).toEqual([null, 0, 'One', []])
    expect([history.undo.length, history.redo.length]).toEqual([1, 0])
  })

  test('what was stored long before the window was opened, without anybody having heard so, is not sent for ever', async () => {
    const [server, kept] = [new FakeServer(), memory()]
    const first = open(server, kept)
    first.dispatch(renameProject('One'), 'one')
    const unheard = kept.kept
    await until(() => first.getState().connection === 'saved')
    for (const name of ['Two', 'Three', 'Four', 'Five']) first.dispatch(renameProject(name), name)
    await until(() => first.getState().unsaved === 0)
    first.close()
    kept.write(unheard)

    const second = open(server, kept)
    await until(() => second.getState().connection === 'saved')
    expect([second.getState().project.name, second.getState().unsaved, server.entries.length]).toEqual(['Five', 0, 5])
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
    server.refuses = ['rename']
    const session = open(server, kept)
    const added = Array.from({ length: 7 }, (_each, index) => newComponent(newId, `c${index}`))
    for (const [index, component] of added.entries()) {
      session.dispatch(addComponent(component), `add ${component.name}`)
      if (index === 3) session.dispatch(renameProject('one'), 'rename')
    }
    server.isGone = false
    await until(() => session.getState().connection === 'saved')
    expect(server.entries.map(({ label }) => label)).toEqual(added.map(({ name }) => `add ${name}`))
    expect(session.getState().setAside.map(({ entry, why }) => [entry.label, why])).toEqual([['rename', 'It does not fit.']])
    expect(session.getState().project).toEqual(server.project(start))
    expect(kept.kept).toMatchObject({ pending: [], setAside: [{ why: 'It does not fit.' }] })
  })

  test('an edit that does not fit says so at once and goes nowhere', async () => {
    const server = new FakeServer()
    const session = open(server)
    session.dispatch(renameProject('a\0b'), 'a NUL')
    expect(session.getState().notice).toBe('This has a character at its root that cannot be kept (U+0000, character 2).')
    session.dispatch(renameProject('x'.repeat(260)), 'a long name')
    expect(session.getState()).toMatchObject({ notice: 'This does not fit: name length must be less than or equal to 200 characters long.', connection: 'saved', unsaved: 0 })
    await idle()
    expect(server.entries).toEqual([])
  })

  test('undo takes back what was made in this browser, also from before the part of the log that is known', async () => {
    const server = new FakeServer()
    const first = open(server)
    first.dispatch(addComponent({ ...newComponent(newId, 'mine'), id: 'mine' }), 'add mine')
    await until(() => server.entries.length === 1)
    first.close()
    const other = open(server, memory(), 'jon')
    for (let index = 0; index < 5; index++) {
      other.dispatch(renameProject(`name ${index}`), 'rename')
      await until(() => server.entries.length === 2 + index)
    }
    other.close()
    const again = open(server)
    expect(again.getState().history.undo).toEqual([])
    expect(again.getState().hasEarlier).toBe(true)
    await again.undo()
    await until(() => again.getState().connection === 'saved')
    expect(server.project(start)).toMatchObject({ name: 'name 4', components: [] })
    await again.undo()
    expect([again.getState().hasEarlier, server.entries.length]).toEqual([false, 7])
    expect(again.getState().notice).toBe('There is nothing of yours to undo among the last 7 edits.')
  })

  test('undo does not take away what another has done since, and says whose it is', async () => {
    const server = new FakeServer()
    const [here, there] = [open(server), open(server, memory(), 'jon')]
    here.dispatch(renameProject('mine'), 'rename')
    await until(() => server.entries.length === 1)
    await there.catchUp(1)
    there.dispatch(renameProject('theirs'), 'call it theirs')
    await until(() => server.entries.length === 2)
    await here.catchUp(2)
    await here.undo()
    expect(here.getState()).toMatchObject({ notice: '“rename” cannot be undone: jon has changed the same since (“call it theirs”).', project: { name: 'theirs' } })
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

  test('a project that has been put back goes on where it was', async () => {
    const server = new FakeServer()
    const session = open(server)
    server.isRemoved = true
    session.dispatch(renameProject('one'), 'rename')
    await until(() => session.getState().connection === 'removed')
    server.isRemoved = false
    await session.catchUp(Infinity)
    await until(() => session.getState().connection === 'saved')
    expect([session.getState().unsaved, server.project(start).name]).toEqual([0, 'one'])
  })

  test('a server that is away is asked at once when somebody wants it', async () => {
    const server = new FakeServer()
    const [idle, busy] = [open(server, memory(), 'ines', 60_000), open(server, memory(), 'ines', 60_000)]
    server.isGone = true
    idle.noteReach(false)
    busy.dispatch(renameProject('one'), 'rename')
    await until(() => busy.getState().connection === 'unreachable')
    await idle.tryNow()
    expect(idle.getState().connection).toBe('unreachable')
    server.isGone = false
    await Promise.all([idle.tryNow(), busy.tryNow()])
    expect([idle.getState().connection, busy.getState().connection]).toEqual(['saved', 'saved'])
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

  test('what is announced twice while it is read is taken in once', async () => {
    const server = new FakeServer()
    const [session, other] = [open(server), open(server, memory(), 'ole')]
    for (const name of ['Berth', 'Cabin']) other.dispatch(renameProject(name), name)
    await until(() => server.entries.length === 2)
    await Promise.all([session.catchUp(1), session.catchUp(2), session.catchUp(Infinity)])
    expect([session.revision, session.getState().project]).toEqual([2, server.project(start)])
    // An edit that is stored while the log is read, on what another has stored meanwhile.
    other.dispatch(renameProject('Bunk'), 'Bunk')
    await until(() => server.entries.length === 3)
    const reading = session.catchUp(3)
    session.dispatch(renameProject('Deck'), 'Deck')
    await until(() => session.getState().unsaved === 0)
    await reading
    expect([session.revision, session.getState().project]).toEqual([4, server.project(start)])
  })

  test('what is undone twice in one breath reads the log once', async () => {
    const server = new FakeServer()
    const [first, other] = [open(server), open(server, memory(), 'ole')]
    for (const name of ['one', 'two']) first.dispatch(renameProject(name), name)
    await until(() => server.entries.length === 2)
    await other.catchUp(2)
    for (const name of ['Berth', 'Bunk', 'Cabin', 'Deck']) other.dispatch(addComponent(newComponent(newId, name)), name)
    await until(() => server.entries.length === 6)
    const again = open(server)
    await Promise.all([again.undo(), again.undo()])
    const { history: { entries }, project } = again.getState()
    expect([new Set(entries.map(({ id }) => id)).size, project.name]).toEqual([entries.length, 'start'])
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
