import { useState } from 'react'
import { MenuItem, ToggleButton, ToggleButtonGroup } from '@mui/material'
import { addCombination, removeCombination, type CombinationLook, type Component } from '@rheoscope/core/document'
import { newId } from '../../session/new-id'
import { StateMark } from '../../theme/state-mark'
import { combinationOf, groupOf, stageOf, type Into } from '../page/bench-state'
import { useStillBench, type Bench } from '../page/use-bench'
import { FloatingMenu } from '../../theme/floating'

/** The states of a combination, by name: `on + over`. */
const combinationText = ({ axes }: Component, look: CombinationLook): string =>
  Object.entries(look.states).map(([axis, state]) => axes.find(({ id }) => id === axis)?.states.find(({ id }) => id === state)?.name ?? '?').join(' + ')

/** Which look edits go into, in words. */
export function intoText({ view: { into }, editedStates, component, axis }: Bench): string {
  if (into === 'base') return 'the base look'
  if (into === 'all') return 'all looks'
  if (into === 'absent') return 'the absent look'
  if (stageOf(into)) return 'way'
  const group = axis.groups?.find(({ id }) => id === groupOf(into))
  if (group) return `all of ${group.name}`
  const combined = combinationOf(into)
  const combination = component.combinations.find(({ id }) => id === combined)
  return combination ? combinationText(component, combination) : editedStates.map(({ name }) => name).join(', ')
}

/** Says in plain sight which look edits go into, and changes it. */
export function EditsGoInto() {
  const bench = useStillBench()
  const { state, editedStates, view, select, isScreen } = bench
  const isOther = view.into === 'absent' || typeof view.into === 'object'
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const choose = (into: Into) => {
    setAnchor(null)
    select({ do: 'edit into', into })
  }
  if (isScreen) return null
  return (
    <div className="into">
      <ToggleButtonGroup
        size="small" exclusive value={isOther ? 'other' : view.into} aria-label="Edits go into"
        onChange={(_event, into: Into | 'other' | null) => into && into !== 'other' && select({ do: 'edit into', into })}
      >
        <ToggleButton value="look"><StateMark hue={state.hue} size={10} />{editedStates.length > 1 ? `${editedStates.length} looks` : state.name}</ToggleButton>
        <ToggleButton value="base">base</ToggleButton>
        <ToggleButton value="all">all looks</ToggleButton>
        <ToggleButton value="other" aria-haspopup="menu" aria-label="Other looks" onClick={(event) => setAnchor(event.currentTarget)}>{isOther ? intoText(bench) : '…'}</ToggleButton>
      </ToggleButtonGroup>
      <FloatingMenu anchor={anchor} onClose={() => setAnchor(null)}>
        <OtherLooks onChoose={choose} />
      </FloatingMenu>
    </div>
  )
}

/** The looks that belong to no single state: the absent one, and those of states that hold together. */
function OtherLooks({ onChoose }: { readonly onChoose: (into: Into) => void }) {
  const { component, axis, state, view, make } = useStillBench()
  const known = component.combinations.map((combination) => (
    <MenuItem key={combination.id} onClick={() => onChoose({ combination: combination.id })}>{combinationText(component, combination)}</MenuItem>
  ))
  const possible = component.axes.filter(({ id }) => id !== axis.id).flatMap((other) => other.states.map((with_) => ({ other, with_ })))
    .filter(({ other, with_ }) => !component.combinations.some(({ states }) => states[axis.id] === state.id && states[other.id] === with_.id))
  const current = combinationOf(view.into)
  return [
    ...(axis.groups ?? []).map(({ id, name }) => <MenuItem key={id} onClick={() => onChoose({ group: id })}>all of {name}</MenuItem>),
    <MenuItem key="absent" onClick={() => onChoose('absent')}>absent, before entering and after leaving</MenuItem>,
    ...known,
    ...possible.map(({ other, with_ }) => (
      <MenuItem
        key={`${other.id} ${with_.id}`}
        onClick={() => {
          const combination = { id: newId(`${state.name}-${with_.name}`), states: { [axis.id]: state.id, [other.id]: with_.id }, look: {} }
          make(addCombination(component.id, combination), `a look for ${state.name} + ${with_.name}`)
          onChoose({ combination: combination.id })
        }}
      >
        New: {state.name} + {with_.name}
      </MenuItem>
    )),
    ...(current === null ? [] : [
      <MenuItem key="remove" onClick={() => {
        make(removeCombination(component.id, current), 'remove a look of a combination')
        onChoose('look')
      }}>Remove this look</MenuItem>,
    ]),
  ]
}
