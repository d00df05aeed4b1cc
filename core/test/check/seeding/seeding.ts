import { allOf, ProjectChecker, type Finding } from '@rheoscope/core/check'
import type { Component, Project } from '@rheoscope/core/document'
import { replay } from '@rheoscope/core/run'
import type { Seed } from './seeds'

/** What came of putting one fault into one component. */
export interface Sown {
  readonly kind: string
  readonly component: string
  readonly isFound: boolean
  /** Faults and risks about things the fault was not put into, nor into anything inside them. */
  readonly falsely: readonly string[]
  /** The fault is one of behaviour, and has a witness that plays. */
  readonly isPlayed: boolean | null
}

/** A project to put faults into, with what is said of it without any. */
export interface Field {
  readonly project: Project
  readonly checker: ProjectChecker
  /** By the id of each finding, its sentence: one about many things can come to be about one more. */
  readonly before: ReadonlyMap<string, string>
}

export function fieldOf(project: Project): Field {
  const checker = new ProjectChecker()
  return { project, checker, before: new Map(allOf(checker.check(project)).map(({ id, sentence }) => [id, sentence])) }
}

/** What is said of a project and of no component of it. */
const OF_THE_WHOLE = ['promise-broken', 'column-never-set', 'total-never-changes']

/** Puts a fault into a component and looks at what is said; null where there is no place for it. */
export function sow({ project, checker, before }: Field, component: Component, seed: Seed): Sown | null {
  const faulty = seed.into(project, component)
  if (!faulty) return null
  const looked = [...Object.values(checker.components(faulty)), ...(OF_THE_WHOLE.includes(seed.kind) ? [checker.whole(faulty)] : [])]
  for (const { sentence, detail } of looked.flatMap(({ failures }) => failures)) throw new Error(`${sentence}\n${detail}`)
  const found = looked.flatMap(({ findings }) => findings)
  const own = found.filter(({ kind, about, id, sentence }) => kind === seed.kind && before.get(id) !== sentence && (about.component === component.id || about.component === undefined))
  const falsely = found.filter(({ id, level, about }) => level !== 'note' && !before.has(id) && !isAbout(faulty, about, component.id))
  const witnessed = own.find(({ witness }) => witness !== null)
  return { kind: seed.kind, component: component.id, isFound: own.length > 0, falsely: falsely.map(({ sentence }) => sentence), isPlayed: witnessed ? plays(faulty, witnessed) : null }
}

/** Whether a finding is about the component, about something that holds it, or about a screen it stands on. */
function isAbout(project: Project, { component, screen }: Finding['about'], id: string): boolean {
  if (component === id || (component === undefined && screen === undefined)) return true
  const holds = (parts: Component['parts']): boolean => parts.some((part) => part.kind === 'slot' || ((part.kind === 'instance' || part.kind === 'list') && (part.component === id || (part.component !== null && holds(project.components.find((each) => each.id === part.component)?.parts ?? [])))))
  return holds(project.components.find((each) => each.id === component)?.parts ?? []) || holds(project.screens.find((each) => each.id === screen)?.parts ?? [])
}

function plays(project: Project, { witness }: Finding): boolean {
  const { surface, inputs, endsAtMs } = witness!
  return replay(project, surface, inputs, endsAtMs).nowMs <= endsAtMs
}
