import type { Id } from '@rheoscope/core/document'
import type { Subject } from '@rheoscope/core/exchange'
import type { Findable } from '@rheoscope/core/reading'

/** The address of something of a project, selected in its place. */
export function addressOf(project: Id, { kind, name, owner, part, axis, state, rule }: Findable): string {
  const at = `/project/${project}`
  if (!owner) return `${at}?${new URLSearchParams({ shared: kind }).toString()}`
  const asked = new URLSearchParams()
  for (const [field, value] of Object.entries({ axis, state, part, rule, take: kind === 'take' ? name : undefined })) if (value !== undefined) asked.set(field, value)
  return `${at}/${owner.kind}/${owner.id}${asked.size > 0 ? `?${asked.toString()}` : ''}`
}

/** The address of a component or a screen. */
export const addressOfPlace = (project: Id, { kind, id }: { readonly kind: 'component' | 'screen'; readonly id: Id }): string => `/project/${project}/${kind}/${id}`

/** What of a project is handed over, as addresses say it. */
export const handedOverFields = (subject: Subject): Readonly<Record<string, string>> => (subject.of === 'project' ? {} : { of: subject.of, thing: subject.id })

/** The address at which something is handed over. */
export const addressOfHandover = (project: Id, subject: Subject): string => `/project/${project}/handover?${new URLSearchParams(handedOverFields(subject))}`
