import type { Acceptance, Project } from '../../document'
import type { Finding } from './finding'

/** Says in a few letters what a finding is about, so that it is another when that has changed: what it says, with its numbers. */
export function digestOf({ sentence, level, numbers }: Finding): string {
  const text = JSON.stringify([level, sentence, numbers])
  let hash = 0x811c9dc5
  for (let index = 0; index < text.length; index++) hash = Math.imul(hash ^ text.charCodeAt(index), 0x01000193) >>> 0
  return hash.toString(36)
}

/** The acceptance of a finding that still holds: somebody accepted just this; null when nobody did, or what it is about has changed. */
export const acceptanceOf = ({ accepted }: Pick<Project, 'accepted'>, finding: Finding): Acceptance | null =>
  accepted.find((each) => each.finding === finding.id && each.of === digestOf(finding)) ?? null
