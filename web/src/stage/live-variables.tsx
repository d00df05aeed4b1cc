import type { Variable } from '@rheoscope/core/document'
import { ParameterValue } from '../fields/parameter-value'
import type { Player } from '../playing/player'
import { usePlayerState } from '../playing/use-player'
import { useStage } from './use-stage'

/** The variables everyone shares, as they are in the run now; set here, they change in the run and not in the document. */
export function LiveVariables() {
  const { project, player } = useStage()
  if (!player || project.variables.length === 0) return null
  return (
    <section aria-label="Variables in the run">
      <h2 className="caption">Variables in the run</h2>
      {project.variables.map((variable) => <LiveVariable key={variable.id} player={player} variable={variable} />)}
    </section>
  )
}

function LiveVariable({ player, variable }: { readonly player: Player; readonly variable: Variable }) {
  usePlayerState(player)
  const { id, name, type, start, choices } = variable
  const value = player.current.variable(name) ?? start
  return (
    <ParameterValue
      parameter={{ id, name, type, initial: start, ...(choices ? { choices } : {}) }} label={name} value={value}
      onChange={(to) => player.send({ do: 'parameter', instance: '', name, value: to })}
    />
  )
}
