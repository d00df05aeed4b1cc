/** Checks a project; what it throws means that it is to be done again. */
export type MakeCheck = (project: string) => Promise<void>

/** The complete checks that are to be made, at most one of a project at a time. */
export interface CheckQueue {
  /** Has a project checked, unless that is to be done already. */
  add(project: string): Promise<void>
  /** Whether a check waits or is being made, here or elsewhere. */
  isUnderWay(project: string): Promise<boolean>
  /** Takes a check out that nobody has begun; says whether there was one. */
  takeOut(project: string): Promise<boolean>
  /** Takes checks and makes them, until it is closed. */
  work(make: MakeCheck): Promise<void>
  close(): Promise<void>
}

/** Checks that are made by this process, each at once. */
export class OwnQueue implements CheckQueue {
  private readonly underWay = new Set<string>()
  private make: MakeCheck = () => Promise.reject(new Error('Nobody works.'))

  add(project: string): Promise<void> {
    if (!this.underWay.has(project)) {
      this.underWay.add(project)
      // What is broken off when this process ends is not made again.
      void this.make(project).catch(() => undefined).finally(() => this.underWay.delete(project))
    }
    return Promise.resolve()
  }

  isUnderWay(project: string): Promise<boolean> {
    return Promise.resolve(this.underWay.has(project))
  }

  takeOut(): Promise<boolean> {
    return Promise.resolve(false)
  }

  work(make: MakeCheck): Promise<void> {
    this.make = make
    return Promise.resolve()
  }

  close(): Promise<void> {
    return Promise.resolve()
  }
}
