import type { Id, Project, Take } from '../../document'
import { acceptanceOf } from '../model/accepted'
import { chanceIn } from '../../run'
import type { Finding, Severity, Witness } from '../model/finding'
import type { CheckFailure } from '../model/looked'
import type { ProjectFindings } from './project-checker'

/** Something a finding is about, by its id and by the name people know it by. */
export interface Named {
  readonly id: Id
  readonly name: string
}

/** A finding as it is handed to other programs: complete in itself, and stable from version to version. */
export interface ReportedFinding {
  readonly id: string
  readonly kind: string
  readonly level: Severity
  readonly sentence: string
  readonly component: Named | null
  readonly screen: Named | null
  /** The path of the instance it is about; null for the component or screen itself. */
  readonly instance: string | null
  readonly axis: Named | null
  readonly states: readonly Named[]
  readonly rule: Id | null
  readonly part: Named | null
  readonly property: string | null
  readonly numbers: Readonly<Record<string, number>>
  /** The inputs that show it, as a take that can be played; null where there is nothing to play. */
  readonly witness: Take | null
  /** Why somebody accepted it; null when nobody did. */
  readonly accepted: string | null
}

/** All findings of a project in the order of its components and screens, then those of the whole; what is said of a thing and again of what holds it is there once. */
export function allOf({ components, screens, project }: ProjectFindings): readonly Finding[] {
  const all = [...Object.values(components), ...Object.values(screens), project].flatMap(({ findings }) => findings)
  return [...new Map(all.toReversed().map((finding) => [finding.id, finding])).values()].toReversed()
}

/** Everything that broke down while a project was looked at. */
export const failuresIn = ({ components, screens, project }: ProjectFindings): readonly CheckFailure[] =>
  [...Object.values(components), ...Object.values(screens), project].flatMap(({ failures }) => failures)

/** A finding as the command line and files tell it: with the names of what it is about. */
export function reported(project: Project, finding: Finding): ReportedFinding {
  const { about } = finding
  const component = project.components.find(({ id }) => id === about.component)
  const screen = project.screens.find(({ id }) => id === about.screen)
  const axis = component?.axes.find(({ id }) => id === about.axis)
  const states = about.states ?? (about.state === undefined ? [] : [about.state])
  const part = [...(component?.parts ?? []), ...(screen?.parts ?? [])].find(({ id }) => id === about.part)
  return {
    id: finding.id, kind: finding.kind, level: finding.level, sentence: finding.sentence.replace(/[‹›]/g, '`'),
    component: named(component), screen: named(screen), instance: about.instance ?? null, axis: named(axis),
    states: states.flatMap((id) => named(axis?.states.find((state) => state.id === id)) ?? []),
    rule: about.rule ?? null, part: named(part), property: about.property ?? null,
    numbers: finding.numbers,
    witness: finding.witness && takeOf(finding, finding.witness),
    accepted: acceptanceOf(project, finding)?.reason ?? null,
  }
}

const named = (thing: Named | undefined): Named | null => (thing ? { id: thing.id, name: thing.name } : null)

/** A witness as a take: it plays like any other, and can be kept. */
export const takeOf = ({ kind }: Finding, { surface, inputs, endsAtMs, ...others }: Witness): Take =>
  ({ id: `witness-${kind}`, name: kind, surface, inputs, endsAtMs, expectations: [], reducedMotion: false, ...chanceIn(others) })
