import { Draughtsman, type DrawList } from '../scene'
import { withoutLeft } from './carry'
import type { Parts } from './parts'

/** What is to be seen of a run, worked out when it is looked at and kept while it holds. */
export class Pictures {
  private readonly draughtsman: Draughtsman
  /** The last frame, while it still holds. */
  private drawn: { readonly atMs: number; readonly list: DrawList } | null
  /** What of that answers. */
  private answered: { readonly of: DrawList; readonly list: DrawList } | null

  /** None yet, or what has been worked out in a run that has come some way. */
  constructor(private readonly run: Parts, before?: Pictures) {
    this.draughtsman = before?.draughtsman ?? new Draughtsman()
    this.drawn = before?.drawn ?? null
    this.answered = before?.answered ?? null
  }

  /** Something is not what it was any more. */
  forget(): void {
    this.drawn = null
  }

  /** What is shown now. */
  now(): DrawList {
    const { nowMs } = this.run
    if (this.drawn?.atMs !== nowMs) this.drawn = { atMs: nowMs, list: this.at(nowMs) }
    return this.drawn.list
  }

  /** What is shown at an instant before whatever happens next. */
  at(ms: number): DrawList {
    const { shown } = this.run.surfaces
    const list = this.draughtsman.drawList((path) => this.run.instances.get(path), ms, shown.map(({ path }) => path))
    return list.map((item, index) => {
      const left = shown[index]?.left
      return left && left.size > 0 ? withoutLeft(item, left) : item
    })
  }

  /** What of that which is shown now answers to pointer and keyboard: what lies beneath an overlay, or is on its way out, does not. */
  answering(): DrawList {
    const of = this.now()
    if (this.answered?.of !== of) {
      const answer = new Set(this.run.surfaces.answering.map(({ path }) => path))
      this.answered = { of, list: of.every(({ instance }) => answer.has(instance)) ? of : of.filter(({ instance }) => answer.has(instance)) }
    }
    return this.answered.list
  }
}
