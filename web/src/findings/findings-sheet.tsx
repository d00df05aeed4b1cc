import { useEffect, useMemo, useState } from 'react'
import { useSearchParams } from 'react-router'
import { acceptanceOf, allOf, type Finding, type Severity } from '@rheoscope/core/check'
import type { Project } from '@rheoscope/core/document'
import { LevelMark, LEVELS, Sentence } from '../checks/finding-words'
import { CheckStatus } from '../checks/check-status'
import { useLookingAtAll, useOfChecks } from '../checks/use-findings'
import { MAIN } from '../frame/use-focus-kept'
import { useOfSession } from '../session/use-session'
import { FindingDetail } from './finding-detail'
import { ownerOf } from './owner-of'

type Filter = Severity | 'all' | 'accepted'

const FILTERS: readonly Filter[] = ['all', 'fault', 'risk', 'note', 'accepted']

/** Every finding of the project, by how bad it is and then by what it is about, with the chosen one played beside them. */
export function FindingsSheet() {
  const project = useOfSession('project')
  const found = useOfChecks('findings')
  const { looking, isOver } = useLookingAtAll()
  const [search, setSearch] = useSearchParams()
  const [filter, setFilter] = useState<Filter>('all')
  const all = useMemo(() => (found ? allOf(found) : []), [found])
  const open = all.filter((finding) => acceptanceOf(project, finding) === null)
  const shown = filter === 'accepted' ? all.filter((finding) => !open.includes(finding)) : filter === 'all' ? open : open.filter(({ level }) => level === filter)
  const chosen = all.find(({ id }) => id === search.get('finding')) ?? shown[0]
  const choose = (finding: Finding) => setSearch({ finding: finding.id }, { replace: true })
  /** Nothing is counted of what has not been looked at. */
  const isCounted = useOfChecks('isComplete') === true || all.length > 0
  const counts = (of: Filter) => (of === 'accepted' ? all.length - open.length : of === 'all' ? open.length : open.filter(({ level }) => level === of).length)
  return (
    <main className="findings-sheet" id={MAIN} tabIndex={-1}>
      <section className="findings-list" aria-label="Findings" aria-busy={!isOver}>
        <div className="filters" role="group" aria-label="Which findings">
          {FILTERS.map((each) => (
            <button key={each} className="plain" aria-pressed={filter === each} onClick={() => setFilter(each)}>
              {each === 'all' ? 'Open' : each === 'accepted' ? 'Accepted' : `${LEVELS[each]}s`} <span className="number">{isCounted ? counts(each) : '–'}</span>
            </button>
          ))}
        </div>
        <CheckStatus looking={looking} />
        <Groups project={project} findings={shown} chosen={chosen} onChoose={choose} />
        {looking.is === 'looked at' && shown.length === 0 && <p className="muted hint">{filter === 'accepted' ? 'Nobody has accepted a finding.' : 'No findings. Every state can be reached, and every motion comes to its end.'}</p>}
      </section>
      {chosen && <FindingDetail key={chosen.id} finding={chosen} />}
    </main>
  )
}

interface GroupsProps {
  readonly project: Project
  readonly findings: readonly Finding[]
  readonly chosen: Finding | undefined
  readonly onChoose: (finding: Finding) => void
}

/** Findings under their level and what they are about. */
function Groups({ project, findings, chosen, onChoose }: GroupsProps) {
  useEffect(() => {
    document.querySelector('.finding-row[aria-current=true]')?.scrollIntoView({ block: 'nearest' })
  }, [chosen])
  return (['fault', 'risk', 'note'] as const).map((level) => {
    const own = findings.filter((finding) => finding.level === level)
    const owners = [...new Set(own.map((finding) => ownerOf(project, finding)))]
    return owners.map((owner) => (
      <section key={`${level} ${owner}`} className="finding-group" aria-label={`${LEVELS[level]}s of ${owner}`}>
        <h2><LevelMark level={level} /> {owner}</h2>
        {own.filter((finding) => ownerOf(project, finding) === owner).map((finding) => (
          <button key={finding.id} className={`plain finding-row is-${level}`} data-kind={finding.kind} aria-current={finding === chosen} onClick={() => onChoose(finding)}>
            <Sentence text={finding.sentence} />
          </button>
        ))}
      </section>
    ))
  })
}
