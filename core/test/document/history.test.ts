import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { apply, doing, EMPTY_HISTORY, newProject, record, redoing, renameProject, undoing, type Entry, type History, type Project } from '@rheoscope/core/document'

interface At {
  readonly project: Project
  readonly history: History
}

const take = ({ project, history }: At, entry: Entry | null): At =>
  entry ? { project: apply(project, entry.edit), history: record(history, entry) } : { project, history }

test('undoing and redoing walk through the same projects that were made', () => {
  fc.assert(fc.property(fc.array(fc.constantFrom('do', 'undo', 'redo')), (moves) => {
    const made = ['start']
    let now = 0
    let at: At = { project: newProject('p', 'start'), history: EMPTY_HISTORY }
    moves.forEach((move, index) => {
      const id = `entry${index}`
      if (move === 'do') {
        made.splice(now + 1, Infinity, `name ${index}`)
        now++
        at = take(at, doing(id, at.project, renameProject(made[now]!), 'rename'))
      } else if (move === 'undo') {
        now = Math.max(0, now - 1)
        at = take(at, undoing(id, at.history))
      } else {
        now = Math.min(made.length - 1, now + 1)
        at = take(at, redoing(id, at.history))
      }
      expect(at.project.name).toBe(made[now])
    })
  }))
})
