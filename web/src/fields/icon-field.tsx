import { useEffect, useMemo, useState, type KeyboardEvent } from 'react'
import { addIcon, firstOf, isExpression, type Edit, type Project, type Value } from '@rheoscope/core/document'
import { loadIcons, type IconSet } from './icons'
import { formatValue } from './parse-value'
import { FloatingPanel } from '../theme/floating'
import './pickers.css'

/** So many icons are shown of what a search finds. */
const MOST_SHOWN = 84

/** Chooses an icon of the bundled set; the project keeps the outline of those it uses. */
export function IconField({ label, value, project, onChange }: {
  readonly label: string
  readonly value: Value
  readonly project: Project
  readonly onChange: (value: Value, also?: Edit) => void
}) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const chosen = project.icons.find(({ name }) => name === value)
  const choose = (name: string, d: string) => {
    setAnchor(null)
    onChange(name, project.icons.some((icon) => icon.name === name) ? undefined : addIcon(name, d))
  }
  const shown = isExpression(value) ? formatValue(value) : String(value || 'choose …')
  return (
    <span className="field">
      <span>{label}</span>
      <button className="plain picker-open" aria-haspopup="dialog" aria-label={`${label}: ${shown}`} onClick={(event) => setAnchor(event.currentTarget)}>
        {chosen && <Outline d={chosen.d} />} {shown}
      </button>
      <FloatingPanel anchor={anchor} onClose={() => setAnchor(null)}>
        {anchor && <IconSearch onChoose={choose} />}
      </FloatingPanel>
    </span>
  )
}

function IconSearch({ onChoose }: { readonly onChoose: (name: string, d: string) => void }) {
  const [icons, setIcons] = useState<IconSet | null>(null)
  const [sought, setSought] = useState('')
  useEffect(() => {
    let isWanted = true
    void loadIcons().then((set) => isWanted && setIcons(set))
    return () => { isWanted = false }
  }, [])
  const found = useMemo(() => matching(icons ?? [], sought), [icons, sought])
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Enter' && found[0]) {
      // The key must not reach the button that the focus goes back to.
      event.preventDefault()
      onChoose(found[0].name, found[0].d)
    }
    if (event.key !== 'Escape') event.stopPropagation()
  }
  return (
    <div className="picker" role="dialog" aria-label="Icons">
      <input className="picker-search" autoFocus placeholder="Search icons" aria-label="Search icons" value={sought} onChange={(event) => setSought(event.target.value)} onKeyDown={onKeyDown} />
      <p className="muted picker-count" role="status">{icons === null ? 'Loading the set …' : `${found.length} of ${icons.length}${found.length > MOST_SHOWN ? `, the first ${MOST_SHOWN} shown` : ''}`}</p>
      <div className="picker-grid">
        {found.slice(0, MOST_SHOWN).map(({ name, d }) => (
          <button key={name} className="plain picker-cell" title={name} aria-label={name} onClick={() => onChoose(name, d)}><Outline d={d} /></button>
        ))}
      </div>
    </div>
  )
}

/** Icons with all the words in their names; those that begin with the first word come first, short names before long. */
function matching(icons: IconSet, sought: string): IconSet {
  const words = sought.trim().toLowerCase().split(/[\s-]+/).filter(Boolean)
  if (words.length === 0) return icons
  const rank = ({ name }: IconSet[number]) => (name.startsWith(firstOf(words)) ? 0 : 1000) + name.length
  return icons.filter(({ name }) => words.every((word) => name.includes(word))).toSorted((a, b) => rank(a) - rank(b))
}

const Outline = ({ d }: { readonly d: string }) => <svg width="20" height="20" viewBox="0 0 24 24" aria-hidden="true"><path d={d} fill="currentColor" /></svg>
