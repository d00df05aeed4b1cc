import type { Component } from './component'
import type { Part } from './part'
import type { Id } from './value'

const SIZED_FROM: Readonly<Record<string, string>> = { width: 'widthFrom', height: 'heightFrom' }

/**
 * What takes precedence on a place or size of a part, whatever its looks say: the row or column it is in, or the part
 * itself where its content decides; null where its looks do.
 */
export function laidOutBy({ parts }: Component, id: Id, property: string): Part | null {
  const part = parts.find((each) => each.id === id)
  const holder = parts.find((each) => each.id === part?.parent)
  const isInLine = (holder?.base.layout === 'row' || holder?.base.layout === 'column') && part?.base.inLayout !== false
  if (property === 'x' || property === 'y') return isInLine ? (holder ?? null) : null
  const from = SIZED_FROM[property]
  if (!part || from === undefined) return null
  if (part.base[from] === 'content') return part
  return isInLine && part.base[from] === 'fill' ? (holder ?? null) : null
}
