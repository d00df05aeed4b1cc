import { freeName, keysOf, namesOf, type Component, type Id, type Part, type PartKind, type PlainPart, type Value } from '@rheoscope/core/document'

/** The glyph of each kind of part in the tree, drawn in a 14 × 14 field. */
const GLYPHS: Readonly<Record<PartKind, string>> = {
  box: 'M1.5 4h11v6h-11Z',
  ellipse: 'M7 2a5 5 0 1 0 0 10a5 5 0 1 0 0-10Z',
  path: 'M2 8L5.5 11.5L12 3',
  text: 'M3 3h8M7 3v9',
  field: 'M1.5 3.5h11v7h-11ZM4 5.5v3',
  picture: 'M1.5 2.5h11v9h-11ZM2 10l3-3 2 2 2-3 3.5 4',
  icon: 'M7 1.5l1.6 3.6 3.9.4-2.9 2.6.8 3.9L7 10l-3.4 2 .8-3.9L1.5 5.5l3.9-.4Z',
  container: 'M2 2h10v10H2ZM2 5h10',
  instance: 'M7 1.5a5.5 5.5 0 0 1 5.5 5.5M12.5 7A5.5 5.5 0 1 1 7 1.5M7 5v4M5 7h4',
  slot: 'M2 2h3M9 2h3v3M12 9v3H9M5 12H2V9M2 5V2',
  list: 'M2 3h10M2 7h10M2 11h10',
}

export function PartGlyph({ kind }: { readonly kind: PartKind }) {
  return (
    <svg width="14" height="14" viewBox="0 0 14 14" aria-hidden="true" className="part-glyph">
      <path d={GLYPHS[kind]} fill="none" stroke="currentColor" strokeWidth="1.2" />
    </svg>
  )
}

type DrawableKind = PlainPart['kind'] | 'field'

/** The kinds of part that can be drawn here, with what a new one is like. */
const NEW_PARTS: Readonly<Record<DrawableKind, PlainPart['base']>> = {
  box: { width: 80, height: 40, fill: '#3b6d91' },
  ellipse: { width: 48, height: 48, fill: '#b07d12' },
  text: { width: 120, height: 21, text: 'Text', fill: '#1d2b33', widthFrom: 'content', heightFrom: 'content' },
  field: { width: 160, height: 21, fill: '#1d2b33', placeholder: 'Write here' },
  path: { width: 14, height: 11, d: 'M1 6 L5 10 L13 1', stroke: '#1d2b33', strokeWidth: 2, strokeCap: 'round' },
  picture: { width: 80, height: 60, picture: '' },
  icon: { width: 24, height: 24, icon: '', fill: '#1d2b33' },
  container: { width: 120, height: 60, layout: 'row', gap: 8, align: 'center', stroke: '#d8cfbd' },
}

/** How far from the edges something lies of which it is not known where the middle is. */
const ASIDE_PX = 8

export const DRAWABLE = keysOf(NEW_PARTS)

/** A new part in the middle of its holder, or near its top left where an expression says how large that is, with a name none of the others has. */
export function newPart(id: Id, kind: DrawableKind, parent: Part, holder: { readonly width?: Value; readonly height?: Value }, others: readonly Part[]): Part {
  const base = NEW_PARTS[kind]
  const centre = (whole: Value | undefined, own: unknown) => (typeof whole === 'number' ? Math.round((whole - Number(own)) / 2) : ASIDE_PX)
  return {
    id, ...(kind === 'field' ? { kind, writes: null } : { kind }), parent: parent.id, name: freeName(kind, namesOf(others)),
    base: { x: centre(holder.width, base.width), y: centre(holder.height, base.height), ...base },
  }
}

/** An instance of a component, a list, or a slot for the parameter of that id. */
export function newHolder(id: Id, what: { readonly component: Component } | { readonly slot: Id } | 'list', parent: Part, others: readonly Part[]): Part {
  const names = namesOf(others)
  if (what === 'list') return { id, kind: 'list', component: null, table: null, filter: null, parent: parent.id, name: freeName('list', names), base: { x: 8, y: 8, layout: 'column', gap: 8, widthFrom: 'content', heightFrom: 'content' } }
  if ('slot' in what) return { id, kind: 'slot', slot: what.slot, parent: parent.id, name: freeName('slot', names), base: { x: 8, y: 8 } }
  return { id, kind: 'instance', component: what.component.id, parent: parent.id, start: {}, base: { x: 8, y: 8 }, name: freeName(what.component.name.toLowerCase(), names) }
}
