import { Link } from 'react-router'
import { acceptanceOf, CRITERIA, allOf, type Criterion, type Finding } from '@rheoscope/core/check'
import { CheckStatus } from '../checks/check-status'
import { useLookingAtAll, useOfChecks } from '../checks/use-findings'
import { useOfSession } from '../session/use-session'
import { MAIN } from '../frame/use-focus-kept'

/** Which success criteria of WCAG 2.2 are looked at, what of them, and which are not: nothing found is not conformance. */
export function CriteriaSheet() {
  const project = useOfSession('document')
  const found = useOfChecks('findings')
  const { looking } = useLookingAtAll()
  const open = found ? allOf(found).filter((finding) => acceptanceOf(project, finding) === null) : []
  const looked = CRITERIA.filter(({ checks }) => checks.length > 0)
  return (
    <main id={MAIN} className="criteria-sheet" aria-label="Criteria" tabIndex={0}>
      <p>
        <b>{looked.length} of {CRITERIA.length} success criteria of WCAG 2.2 are looked at, each in part.</b> That nothing is found does not mean that a criterion is met: the others, and the rest of these, are for a person to look at.
      </p>
      <CheckStatus looking={looking} />
      <table>
        <thead><tr><th scope="col">criterion</th><th scope="col">level</th><th scope="col">what of it is looked at</th><th scope="col">open findings</th></tr></thead>
        <tbody>{looked.map((criterion) => <LookedAt key={criterion.number} criterion={criterion} findings={open.filter(({ kind }) => criterion.checks.includes(kind))} isLooked={looking.is === 'looked at'} project={project.id} />)}</tbody>
      </table>
      <h2 className="caption">Not looked at</h2>
      <ul className="not-looked-at">
        {CRITERIA.filter(({ checks }) => checks.length === 0).map(({ number, name, level }) => <li key={number}><span className="number">{number}</span> {name} <span className="muted">{level}</span></li>)}
      </ul>
    </main>
  )
}

function LookedAt({ criterion: { number, name, level, looksAt }, findings, isLooked, project }: { readonly criterion: Criterion; readonly findings: readonly Finding[]; readonly isLooked: boolean; readonly project: string }) {
  const [first] = findings
  return (
    <tr>
      <th scope="row"><span className="number">{number}</span> {name}</th>
      <td>{level}</td>
      <td>{looksAt}.</td>
      <td>{first ? <Link className="underlined number" to={`/project/${project}/findings?finding=${encodeURIComponent(first.id)}`}>{findings.length}</Link> : <span className="muted">{isLooked ? 'none' : 'not known yet'}</span>}</td>
    </tr>
  )
}
