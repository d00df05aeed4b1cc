import type { Component } from '../component'
import type { Look } from '../look'
import type { Id } from '../value'
import type { Path } from './path'

/** A look of its own: that of a state, of several states at once, or of being absent. */
export type OwnLookPlace =
  | { readonly look: 'state'; readonly axis: Id; readonly state: Id }
  | { readonly look: 'combination'; readonly id: Id }
  | { readonly look: 'absent' }

/** The looks an edit of a property goes into. */
export type LookPlace = { readonly look: 'base' } | OwnLookPlace

/** Where a look is kept. */
export function lookPath(component: Id, place: OwnLookPlace): Path {
  switch (place.look) {
    case 'state':
      return ['components', component, 'axes', place.axis, 'states', place.state, 'look']
    case 'combination':
      return ['components', component, 'combinations', place.id, 'look']
    case 'absent':
      return ['components', component, 'absent']
  }
}

/** What a look says; nothing when it is gone. */
export function lookAt(component: Component, place: OwnLookPlace): Look {
  switch (place.look) {
    case 'state':
      return component.axes.find(({ id }) => id === place.axis)?.states.find(({ id }) => id === place.state)?.look ?? {}
    case 'combination':
      return component.combinations.find(({ id }) => id === place.id)?.look ?? {}
    case 'absent':
      return component.absent
  }
}

/** Every look a component has besides the base look. */
export const lookPlaces = ({ axes, combinations }: Component): readonly OwnLookPlace[] => [
  ...axes.flatMap((axis) => axis.states.map((state): OwnLookPlace => ({ look: 'state', axis: axis.id, state: state.id }))),
  ...combinations.map(({ id }): OwnLookPlace => ({ look: 'combination', id })),
  { look: 'absent' },
]
