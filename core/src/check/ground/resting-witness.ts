import type { InputAction } from '../../document'
import type { CheckContext } from './context'
import type { Witness } from '../model/finding'
import type { RestingConfiguration } from './resting-configurations'
import { confirmed, witnessOf, type Shows } from './witness'

/** The witness of what is to be seen in a resting configuration, with what is done there; null when its replay does not show it. */
export function restingWitness({ project, surface }: CheckContext, { enacted, run }: RestingConfiguration, actions: readonly InputAction[], caption: string, shows: Shows): Witness | null {
  const atMs = run.nowMs
  const inputs = [...enacted.inputs, ...actions.map((action) => ({ ...action, atMs }))]
  return confirmed(project, { ...witnessOf({ surface, inputs, chance: enacted.chance, lookAtMs: atMs, caption }), endsAtMs: atMs + 200 }, shows)
}

/** Pressing and releasing somewhere. */
export const tapAt = ({ x, y }: { readonly x: number; readonly y: number }): readonly InputAction[] =>
  (['move', 'press', 'release'] as const).map((act) => ({ do: act, x, y, pointer: 'mouse' }))
