import { skerryLine } from '@rheoscope/core/demo'
import type { Component, Project } from '@rheoscope/core/document'

/** Screens that lead to one another and to no other, with what stands on them. */
export const FEW_SCREENS = ['home', 'cabins', 'cabin', 'tides'] as const

/** A project of some screens of the demo with all that stands on those, and the boarding button: soon looked at by the checks. Its address. */
export async function littleDemo(application: string, names: readonly string[] = FEW_SCREENS): Promise<string> {
  const screens = skerryLine.screens.filter(({ id }) => names.includes(id)).map((screen) => ({ ...screen, rules: screen.rules.filter(({ actions }) => actions.every((action) => action.do !== 'go to screen' || names.includes(action.screen))) }))
  const used = new Set(['boardingButton'])
  const use = (parts: Component['parts']) => parts.forEach((part) => ('component' in part && part.component !== null ? used.add(part.component) : null))
  screens.forEach(({ parts }) => use(parts))
  for (const id of used) use(skerryLine.components.find((each) => each.id === id)!.parts)
  const few: Project = {
    ...skerryLine, name: 'Boarding', screens, components: skerryLine.components.filter(({ id }) => used.has(id)), takes: [], assets: [],
    startScreen: screens.length > 0 ? 'home' : null, promises: screens.length > 0 ? skerryLine.promises : [],
  }
  const made = await fetch(`${application}/api/projects/file`, { method: 'POST', headers: { 'content-type': 'application/vnd.rheoscope+json' }, body: JSON.stringify(few) })
  const { project } = (await made.json()) as { readonly project: { readonly id: string } }
  return `${application}/project/${project.id}`
}
