import { asLiteral, componentOf, type Variable } from '@rheoscope/core/document'
import { pathInside } from '@rheoscope/core/machine'
import type { Run } from '@rheoscope/core/run'
import { ParameterValue } from '../fields/parameter-value'
import type { Player } from '../playing/player'
import { usePlayerState } from '../playing/use-player'
import { useStage } from './use-stage'

/** A variable as it is in the run: whose it is, by the path of the instance, and what it is called here. */
interface Live {
  readonly path: string
  readonly variable: Variable
  readonly isShared: boolean
  readonly label: string
}

/** The variables everyone shares, those of the screen and those of what is selected, as they are in the run at the instant that is shown; set here, they change in the run and not in the document. */
export function LiveVariables() {
  const { project, screen, part, player, path, then } = useStage()
  const component = part?.kind === 'instance' ? componentOf(project, part.component) : undefined
  const own = (of: string, variables: readonly Variable[], name: (variable: string) => string): readonly Live[] =>
    variables.map((variable) => ({ path: of, variable, isShared: false, label: name(variable.name) }))
  const all: readonly Live[] = [
    ...project.variables.map((variable) => ({ path: '', variable, isShared: true, label: variable.name })),
    ...(path === null ? [] : own(path, screen.variables, (name) => name)),
    ...(path === null || !part || !component ? [] : own(pathInside(path, part.id), component.variables, (name) => `${part.name}: ${name}`)),
  ]
  if (!player || all.length === 0) return null
  return (
    <section aria-label="Variables in the run">
      <h2 className="caption">Variables in the run</h2>
      {all.map((live) => <LiveVariable key={`${live.path} ${live.variable.id}`} live={live} player={player} then={then} />)}
    </section>
  )
}

function LiveVariable({ live: { path, variable, isShared, label }, player, then }: { readonly live: Live; readonly player: Player; readonly then: Run | null }) {
  const { act } = useStage()
  usePlayerState(player)
  const run = then ?? player.current
  const { id, name, type, start, choices } = variable
  const value = asLiteral(isShared ? run.shared[name] : run.instances.get(path)?.environment[name]) ?? start
  return (
    <ParameterValue
      parameter={{ id, name, type, initial: start, ...(choices ? { choices } : {}) }} label={label} value={value}
      onChange={(to) => act({ do: 'parameter', instance: path, name, value: to })}
    />
  )
}
