import { certain, componentOf, type Variable } from '@rheoscope/core/document'
import { ParameterValue } from '../fields/parameter-value'
import type { Player } from '../playing/player'
import { usePlayerState } from '../playing/use-player'
import { useStage } from './use-stage'

/** A variable as it is in the run: whose it is, by the path of the instance, and what it is called here. */
interface Live {
  readonly path: string
  readonly variable: Variable
  readonly isShared: boolean
}

/** The variables everyone shares, those of the screen and those of what is selected, as they are in the run now; set here, they change in the run and not in the document. */
export function LiveVariables() {
  const { project, screen, part, player } = useStage()
  const component = part?.kind === 'instance' ? componentOf(project, part.component) : undefined
  const all: readonly Live[] = [
    ...project.variables.map((variable) => ({ path: '', variable, isShared: true })),
    ...screen.variables.map((variable) => ({ path: '', variable, isShared: false })),
    ...(component?.variables ?? []).map((variable) => ({ path: certain(part).id, variable, isShared: false })),
  ]
  if (!player || all.length === 0) return null
  return (
    <section aria-label="Variables in the run">
      <h2 className="caption">Variables in the run</h2>
      {all.map((live) => <LiveVariable key={`${live.path} ${live.variable.id}`} player={player} live={live} label={live.path === '' ? live.variable.name : `${part?.name}: ${live.variable.name}`} />)}
    </section>
  )
}

function LiveVariable({ player, live: { path, variable, isShared }, label }: { readonly player: Player; readonly live: Live; readonly label: string }) {
  usePlayerState(player)
  const { id, name, type, start, choices } = variable
  const value = (isShared ? player.current.shared[name] : player.current.instances.get(path)?.environment[name]) ?? start
  return (
    <ParameterValue
      parameter={{ id, name, type, initial: start, ...(choices ? { choices } : {}) }} label={label} value={value}
      onChange={(to) => player.send({ do: 'parameter', instance: path, name, value: to })}
    />
  )
}
