import { CheckStatus } from '../checks/check-status'
import { useLookingAtAll } from '../checks/use-findings'
import { toggled } from '../theme/toggled'
import { FILTERS, passes, type Contents, type Filter } from './use-contents'

export const SHARED = [
  { kind: 'variable', name: 'Variables', of: 'variables' },
  { kind: 'token', name: 'Tokens', of: 'tokens' },
  { kind: 'table', name: 'Data tables', of: 'tables' },
] as const

/** What narrows the contents down, and what all components share. */
export function ContentsSide({ contents, onShared, onBringIn }: { readonly contents: Contents; readonly onShared: (kind: string) => void; readonly onBringIn: () => void }) {
  const { project, items, groupNames, group, filters, ask } = contents
  const { looking } = useLookingAtAll()
  const turn = (filter: Filter) => {
    const next = toggled(filters, filter)
    ask('show', next.size === 0 ? null : [...next].join(','))
  }
  return (
    <aside className="pane contents-side" aria-label="Groups and filters">
      <h2 className="caption">Groups</h2>
      <ul>
        <li><button className="plain side-line" aria-pressed={group === null} onClick={() => ask('group', null)}>All <span className="muted">{items.length}</span></button></li>
        {groupNames.map(([name, many]) => <li key={name}><button className="plain side-line" aria-pressed={group === name} onClick={() => ask('group', name)}>{name} <span className="muted">{many}</span></button></li>)}
      </ul>
      <h2 className="caption">Show only</h2>
      <ul>
        {FILTERS.map((filter) => (
          <li key={filter}><label className="side-line"><span><input type="checkbox" checked={filters.has(filter)} onChange={() => turn(filter)} /> {filter}</span> <span className="muted">{items.filter((item) => passes(item, filter)).length}</span></label></li>
        ))}
      </ul>
      {looking.is !== 'looked at' && <CheckStatus looking={looking} />}
      <h2 className="caption">Shared</h2>
      <ul>
        {SHARED.map(({ kind, name, of }) => <li key={kind}><button className="plain side-line" aria-haspopup="dialog" onClick={() => onShared(kind)}>{name} <span className="muted">{project[of].length}</span></button></li>)}
      </ul>
      <h2 className="caption">Bring in</h2>
      <ul>
        <li><button className="plain side-line" title="A component of an SCXML file; or drop one here" onClick={onBringIn}>State chart…</button></li>
      </ul>
    </aside>
  )
}
