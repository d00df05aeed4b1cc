import { useState } from 'react'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Button } from '@mui/material'
import { addTake, freeName, namesOf, type Take } from '@rheoscope/core/document'
import { statesSeen, type PlayedTake, type TakeOutcome } from '@rheoscope/core/run'
import { keepOutcomes, loadOutcomes } from '../api/projects'
import { newId } from '../session/new-id'
import { isPlayed, playTakes, type TakeResult } from '../takes/play-takes'
import { breakdownOf, isBreakdown, type Breakdown } from '../workers/breakdown'
import { BrokenDown } from '../workers/broken-down'
import { TakeCard } from './take-card'
import { useStage } from './use-stage'

/** The runs of this screen that are kept: played again they say whether what they expect still comes about, and what has become different. */
export function Takes({ isFolded }: { readonly isFolded: boolean }) {
  const { begunOn, size, takes, player, project, session, make } = useStage()
  const [results, setResults] = useState<ReadonlyMap<string, TakeResult>>(new Map())
  const [failure, setFailure] = useState<Breakdown | null>(null)
  const outcomes = useOutcomes(project.id)
  const keep = () => {
    if (!player) return
    const { isMotionReduced, entryPoint } = player.getState()
    const take: Take = {
      id: newId('take'), name: freeName('Take', namesOf(project.takes)), surface: { screen: begunOn }, inputs: player.done, endsAtMs: Math.ceil(player.nowMs),
      expectations: [], reducedMotion: isMotionReduced, ...player.chance, ...(entryPoint === null ? {} : { entryPoint }), ...(size === null ? {} : { size: size.name }),
    }
    make(addTake(take), `keep ${take.name}`)
  }
  const runAll = async () => {
    const { revision } = session
    setFailure(null)
    try {
      const played = await playTakes(project, takes)
      setResults(played)
      outcomes.keep(takes.flatMap((take) => {
        const result = played.get(take.id)
        return result && isPlayed(result) ? [outcomeOf(take, result, revision)] : []
      }))
    } catch (error) {
      setFailure(isBreakdown(error) ? error : breakdownOf('The takes cannot be played', error))
    }
  }
  return (
    <section className={isFolded ? 'is-folded-away' : 'takes'} aria-label="Takes">
      <div className="section-head">
        <h2 className="caption">Takes</h2>
        <span>
          {takes.length > 0 && <Button onClick={() => void runAll()}>Run all</Button>} <Button disabled={!player} title="Keep all that was done since the start" onClick={keep}>Save as take</Button>
        </span>
      </div>
      {failure && <BrokenDown breakdown={failure} onTryAgain={() => void runAll()} />}
      {takes.length === 0 && <p className="muted hint">Use the screen, then keep the run. It can be played again on whatever the document becomes.</p>}
      {takes.map((take) => <TakeCard key={take.id} take={take} result={results.get(take.id)} before={outcomes.last(take.id)} />)}
    </section>
  )
}

const outcomeOf = (take: Take, { results, trace }: PlayedTake, revision: number): TakeOutcome =>
  ({ take: take.id, revision, met: results.filter(({ isMet }) => isMet).length, expected: results.length, states: statesSeen(trace) })

/** What takes came to before, as the server has it; what is kept now is held against it until the page is left. */
function useOutcomes(project: string) {
  const queries = useQueryClient()
  const { data = [] } = useQuery({ queryKey: ['take-outcomes', project], queryFn: () => loadOutcomes(project), staleTime: Infinity })
  const { mutate } = useMutation({ mutationFn: (outcomes: readonly TakeOutcome[]) => keepOutcomes(project, outcomes) })
  return {
    last: (take: string) => data.find((outcome) => outcome.take === take),
    keep: (outcomes: readonly TakeOutcome[]) => {
      const isFirst = data.length === 0
      mutate(outcomes, { onSuccess: () => isFirst && queries.setQueryData(['take-outcomes', project], outcomes) })
    },
  }
}
