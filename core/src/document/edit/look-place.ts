import { certain } from '../certain'
import type { Component } from '../component'
import type { Look } from '../look'
import type { Part } from '../part'
import type { Id } from '../value'
import { motionOf, motionPath, motionPlaces, type MotionPlace } from './motion-edits'
import { inProject, inside, type Place } from './place'

/** A look of its own: that of a state, of several states at once, of being absent, or one that a motion passes through. */
export type OwnLookPlace =
  | { readonly look: 'state'; readonly axis: Id; readonly state: Id }
  | { readonly look: 'group'; readonly axis: Id; readonly group: Id }
  | { readonly look: 'combination'; readonly id: Id }
  | { readonly look: 'absent' }
  | { readonly look: 'stage'; readonly motion: MotionPlace; readonly stage: Id }

/** The looks an edit of a property goes into. */
export type LookPlace = { readonly look: 'base' } | OwnLookPlace

/** Where a look is kept. */
export function lookPath(component: Component, place: OwnLookPlace): Place<Look> {
  switch (place.look) {
    case 'state':
      return inProject('components', component.id, 'axes', place.axis, 'states', place.state, 'look')
    case 'group':
      return inProject('components', component.id, 'axes', place.axis, 'groups', place.group, 'look')
    case 'combination':
      return inProject('components', component.id, 'combinations', place.id, 'look')
    case 'absent':
      return inProject('components', component.id, 'absent')
    case 'stage':
      return inside(certain(motionPath(component, place.motion)), 'keyframes', place.stage, 'look')
  }
}

/** What a look says; nothing when it is gone. */
export function lookAt(component: Component, place: OwnLookPlace): Look {
  switch (place.look) {
    case 'state':
      return component.axes.find(({ id }) => id === place.axis)?.states.find(({ id }) => id === place.state)?.look ?? {}
    case 'group':
      return component.axes.find(({ id }) => id === place.axis)?.groups?.find(({ id }) => id === place.group)?.look ?? {}
    case 'combination':
      return component.combinations.find(({ id }) => id === place.id)?.look ?? {}
    case 'absent':
      return component.absent
    case 'stage':
      return motionOf(component, place.motion)?.keyframes.find(({ id }) => id === place.stage)?.look ?? {}
  }
}

/** Every look a component has besides the base look. */
export const lookPlaces = (component: Component): readonly OwnLookPlace[] => [...restingLooks(component), ...stageLooks(component)]

/** The looks that motions of a component pass through; all of them, or those at some places. */
export const stageLooks = (component: Component, places = motionPlaces(component)): readonly OwnLookPlace[] =>
  places.flatMap((motion) => (motionOf(component, motion)?.keyframes ?? []).map(({ id }): OwnLookPlace => ({ look: 'stage', motion, stage: id })))

/** The looks of a component that something rests in, besides the base look. */
export const restingLooks = ({ axes, combinations }: Component): readonly OwnLookPlace[] => [
  ...axes.flatMap((axis) => (axis.groups ?? []).map((group): OwnLookPlace => ({ look: 'group', axis: axis.id, group: group.id }))),
  ...axes.flatMap((axis) => axis.states.map((state): OwnLookPlace => ({ look: 'state', axis: axis.id, state: state.id }))),
  ...combinations.map(({ id }): OwnLookPlace => ({ look: 'combination', id })),
  { look: 'absent' },
]

/** Whether any look of a component, the base look included, says something about a property of a part. */
export const isSaid = (component: Component, { id, base }: Part, property: string): boolean => base[property] !== undefined || isSaidBeyondBase(component, id, property)

/** Whether any look but the base look does. */
export const isSaidBeyondBase = (component: Component, part: Id, property: string): boolean =>
  lookPlaces(component).some((place) => lookAt(component, place)[part]?.[property] !== undefined)
