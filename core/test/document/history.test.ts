import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  addComponent, addState, apply, axisOf, componentOf, historyOf, newComponent, newProject, rebase, recordEntry, redoing, removeComponent, renameComponent, renameProject, renameState, RheoError, serialise, setFinal, undoing,
  type Edit, type Entry, type History, type Project,
} from '@rheoscope/core/document'
import { requireProject } from '@rheoscope/core/schema'
import { made, signed } from './made'

interface At {
  readonly project: Project
  readonly history: History
}

const begun = (author = 'ines', project = newProject('p', 'start')): At => ({ project, history: historyOf(author) })
const take = ({ project, history }: At, entry: Entry | RheoError | null): At =>
  entry && !(entry instanceof RheoError) ? { project: apply(project, entry.edit), history: recordEntry(history, entry) } : { project, history }

test('undoing and redoing walk through the same projects that were made', () => {
  fc.assert(fc.property(fc.array(fc.constantFrom('do', 'undo', 'redo')), (moves) => {
    const names = ['start']
    let now = 0
    let at = begun()
    moves.forEach((move, index) => {
      const id = `entry${index}`
      if (move === 'do') {
        names.splice(now + 1, Infinity, `name ${index}`)
        now++
        at = take(at, made(id, at.project, renameProject(names[now]!), 'rename'))
      } else if (move === 'undo') {
        now = Math.max(0, now - 1)
        at = take(at, undoing(signed(id), at.history, at.project))
      } else {
        now = Math.min(names.length - 1, now + 1)
        at = take(at, redoing(signed(id), at.history, at.project))
      }
      expect(at.project.name).toBe(names[now])
    })
  }))
})

describe('undo among others', () => {
  const ids = (() => { let count = 0; return () => `n${count++}` })()
  const component = newComponent(ids, 'Light')
  const [axis] = component.axes
  const other = newComponent(ids, 'Other')
  const start: Project = { ...newProject('p', 'start'), components: [component, other] }
  const edits = (...all: readonly (readonly [author: string, edit: Edit, label: string])[]): At =>
    all.reduce((at, [author, edit, label], index) => take(at, made(`entry-${index}`, at.project, edit, label, author)), begun('ines', start))

  test('takes back one’s own last edit, whatever others did since', () => {
    const at = edits(['ines', renameComponent(component.id, 'Lamp'), 'rename Light'], ['jon', renameComponent(other.id, 'Horn'), 'rename Other'])
    const after = take(at, undoing(signed('u'), at.history, at.project))
    expect(after.project.components.map(({ name }) => name)).toEqual(['Light', 'Horn'])
    expect(take(after, redoing(signed('r'), after.history, after.project)).project.components.map(({ name }) => name)).toEqual(['Lamp', 'Horn'])
  })

  test('does nothing where the same has been changed since, and says by whom', () => {
    const at = edits(['ines', renameComponent(component.id, 'Lamp'), 'rename Light'], ['jon', renameComponent(component.id, 'Beacon'), 'rename Lamp'])
    expect(undoing(signed('u'), at.history, at.project)).toMatchObject({ code: 'in-the-way', place: `components/${component.id}/name`, message: '“rename Light” cannot be undone: jon has changed the same since (“rename Lamp”).' })
  })

  test('does not take away what others have put into something new', () => {
    const added = addState(component, axis!, 'open', 'open', null)
    const at = edits(['ines', added, 'add open'], ['jon', renameState(component.id, axis!.id, 'open', 'wide open'), 'rename open'])
    expect(undoing(signed('u'), at.history, at.project)).toMatchObject({ code: 'in-the-way', message: '“add open” cannot be undone: jon has changed the same since (“rename open”).' })
  })

  test('stops at what was made with an earlier version of the file', () => {
    const at = edits(['ines', renameProject('one'), 'rename'])
    const old: At = { ...at, history: historyOf('ines', at.history.entries.map((entry) => ({ ...entry, version: 1 }))) }
    expect(undoing(signed('u'), old.history, old.project)).toMatchObject({ code: 'migrated', message: '“rename” cannot be undone: the project has been brought to a newer version of the file since.' })
  })

  test('there is nothing to undo of what others have done', () => {
    const at = edits(['jon', renameProject('one'), 'rename'])
    expect(undoing(signed('u'), at.history, at.project)).toBeNull()
  })

  test('a name that is taken by now gets a number', () => {
    const mine = made('mine', start, addState(component, axis!, 'a', 'over', null), 'add over')
    const theirs = made('theirs', start, addState(component, axis!, 'b', 'over', null), 'add over', 'jon')
    const { entries, project, lost } = rebase([mine], apply(start, theirs.edit), historyOf('ines', [theirs]))
    expect([entries.length, lost]).toEqual([1, []])
    expect(axisOf(componentOf(project, component.id)!, axis!.id)!.states.map(({ name }) => name)).toEqual(['rest', 'over', 'over 2'])
  })

  test('what has nothing to stand on is lost with what takes it back, and named once', () => {
    const mine = made('mine', start, setFinal(component.id, axis!.id, axis!.start, true), 'mark as final')
    const back = undoing(signed('back'), historyOf('ines', [mine]), apply(start, mine.edit)) as Entry
    const { entries, lost } = rebase([mine, back], apply(start, removeComponent(component.id)), historyOf('ines'))
    expect([entries, lost.map(({ entry, why }) => [entry.id, why.code])]).toEqual([[], [['mine', 'gone']]])
  })
})

/** A log in memory, and people who work on it with what they know, whether they can reach it or not. */
class Shared {
  readonly log: Entry[] = []
  readonly people: Person[]

  constructor(readonly start: Project, names: readonly string[]) {
    this.people = names.map((name) => new Person(this, name))
  }
}

class Person {
  private known = 0
  private project: Project
  private history: History
  private pending: readonly Entry[] = []
  /** Everything that was told to have been lost or refused. */
  readonly told = new Set<string>()
  private count = 0

  constructor(private readonly shared: Shared, private readonly name: string) {
    this.project = shared.start
    this.history = historyOf(name)
  }

  get now(): Project {
    return this.pending.reduce((project, { edit }) => apply(project, edit), this.project)
  }

  act(kind: 'do' | 'undo' | 'redo', edit: (project: Project, id: string) => Edit): void {
    const id = `${this.name}-${this.count++}`
    const history = this.pending.reduce(recordEntry, this.history)
    const entry = kind === 'do' ? attemptMade(id, this.now, edit(this.now, id), this.name) : kind === 'undo' ? undoing(signed(id, this.name), history, this.now) : redoing(signed(id, this.name), history, this.now)
    if (entry && !(entry instanceof RheoError)) this.pending = [...this.pending, entry]
  }

  /** Reaches the log: takes in what is there and puts what is pending behind it. */
  meet(): void {
    const missed = this.shared.log.slice(this.known)
    const stored = new Set(missed.map(({ id }) => id))
    this.project = missed.reduce((project, { edit }) => apply(project, edit), this.project)
    this.history = missed.reduce(recordEntry, this.history)
    const { entries, lost } = rebase(this.pending.filter(({ id }) => !stored.has(id)), this.project, this.history)
    lost.forEach(({ entry }) => this.told.add(entry.id))
    this.shared.log.push(...entries)
    this.project = entries.reduce((project, { edit }) => apply(project, edit), this.project)
    this.history = entries.reduce(recordEntry, this.history)
    this.known = this.shared.log.length
    this.pending = []
  }

  /** The window dies and is opened again: what is pending is still in the browser. */
  crash(): void {
    this.project = this.shared.log.reduce((project, { edit }) => apply(project, edit), this.shared.start)
    this.history = historyOf(this.name, this.shared.log)
    this.known = this.shared.log.length
    const { entries, lost } = rebase(this.pending, this.project, this.history)
    lost.forEach(({ entry }) => this.told.add(entry.id))
    this.pending = entries
  }
}

function attemptMade(id: string, project: Project, edit: Edit, author: string): Entry | RheoError {
  try {
    return made(id, project, edit, id, author)
  } catch (error) {
    if (error instanceof RheoError) return error
    throw error
  }
}

test('three people who edit, undo and redo, near and far, with crashes, come to the same project, and no edit that stands is lost', () => {
  const start: Project = { ...newProject('p', 'start'), components: ['one', 'two'].map((id) => { let count = 0; return { ...newComponent(() => `${id}${count++}`, id), id } }) }
  const step = fc.record({ who: fc.nat(2), what: fc.constantFrom('do', 'do', 'do', 'undo', 'redo', 'meet', 'meet', 'crash'), which: fc.nat(20), word: fc.constantFrom('red', 'blue', 'green') })
  fc.assert(fc.property(fc.array(step, { maxLength: 40 }), (steps) => {
    const shared = new Shared(start, ['ines', 'jon', 'kaja'])
    for (const { who, what, which, word } of steps) {
      const person = shared.people[who]!
      if (what === 'meet') person.meet()
      else if (what === 'crash') person.crash()
      else person.act(what as 'do' | 'undo' | 'redo', (project, id) => anyOf(project, id, which, word))
    }
    for (const person of [...shared.people, ...shared.people]) person.meet()
    const [first, ...others] = shared.people.map(({ now }) => serialise(now))
    expect(others).toEqual([first, first])
    expect(() => requireProject(shared.people[0]!.now, 'It')).not.toThrow()
    expect(new Set(shared.log.map(({ id }) => id)).size).toBe(shared.log.length)
    expectStandingAreThere(shared)
  }), { numRuns: 300 })
})

function anyOf(project: Project, id: string, which: number, word: string): Edit {
  const component = project.components[which % Math.max(1, project.components.length)]
  if (!component || which === 7) return addComponent({ ...newComponent(((count) => () => `${id}-${count++}`)(0), word), id })
  const axis = component.axes[0]!
  if (which % 5 === 0) return renameComponent(component.id, word)
  if (which % 5 === 1) return addState(component, axis, id, word, null)
  if (which % 5 === 2) return renameState(component.id, axis.id, axis.states.at(-1)!.id, word)
  if (which === 13) return removeComponent(component.id)
  return renameProject(word)
}

/** Every state that was put in and not taken back by its author is there, unless what it was put into has been taken out. */
function expectStandingAreThere({ log, people }: Shared): void {
  const project = people[0]!.now
  const takenBack = new Set<string>()
  for (const { what, of } of log) {
    if (what !== 'do' && of !== undefined) takenBack.add(of)
  }
  const removed = log.flatMap(({ edit }) => (edit.edit === 'remove' && edit.path.length === 1 ? [edit.id] : []))
  for (const { id, edit } of log) {
    if (edit.edit !== 'insert' || edit.path.at(-1) !== 'states' || takenBack.has(id) || removed.includes(edit.path[1]!)) continue
    const component = componentOf(project, edit.path[1]!)
    expect(component?.axes[0]!.states.some((state) => state.id === edit.item.id)).toBe(true)
  }
}
