import { useDeferredValue, useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import { Dialog } from '@mui/material'
import useAutocomplete from '@mui/material/useAutocomplete'
import type { Project } from '@rheoscope/core/document'
import { find, type Findable } from '@rheoscope/core/reading'
import { useCreating } from '../session/use-creating'
import { useOfSession } from '../session/use-session'
import { addressOf } from './addresses'

interface FinderProps {
  readonly isOpen: boolean
  readonly onClose: () => void
}

/** Looks for anything in the project by its name, and goes there; makes what is not there yet. */
export function Finder({ isOpen, onClose }: FinderProps) {
  return (
    <Dialog open={isOpen} onClose={onClose} maxWidth="sm" fullWidth slotProps={{ container: { className: 'finder-place' }, paper: { 'aria-label': 'Find' } }}>
      {isOpen && <FinderList onClose={onClose} />}
    </Dialog>
  )
}

/** Something to choose: a thing that was found, a place of the project, or something new. */
interface Choice {
  readonly name: string
  readonly kind: string
  /** What it is inside; empty for what is inside nothing else. */
  readonly of: string
  readonly go: () => void
}

function FinderList({ onClose }: Pick<FinderProps, 'onClose'>) {
  const project = useOfSession('document')
  const [typed, setTyped] = useState('')
  const wanted = useDeferredValue(typed)
  const choices = useChoices(project, wanted)
  const { getRootProps, getInputProps, getListboxProps, getOptionProps } = useAutocomplete<Choice>({
    options: choices, open: true, autoHighlight: true, clearOnBlur: false, disableCloseOnSelect: true, value: null,
    getOptionLabel: ({ name, kind, of }) => `${kind} ${name} ${of}`, filterOptions: (options) => options,
    inputValue: typed, onInputChange: (_event, text, why) => { if (why === 'input') setTyped(text) },
    onChange: (_event, choice) => {
      // Where a field is taken away that has the focus, all that has been drawn is laid out at once: it gives the focus up before.
      if (document.activeElement instanceof HTMLElement) document.activeElement.blur()
      onClose()
      choice?.go()
    },
    onClose: (_event, why) => { if (why === 'escape') onClose() },
  })
  return (
    <div className="finder" {...getRootProps()}>
      <input {...getInputProps()} autoFocus aria-label="Find a component, screen, part, state…" placeholder="Find a component, screen, part, state…" />
      <ul {...getListboxProps()} aria-label="Found">
        {choices.map((choice, index) => {
          const { key, ...option } = getOptionProps({ option: choice, index })
          return (
            <li key={`${key} ${index}`} {...option}>
              <span className="finder-name">{choice.name}</span> {choice.of !== '' && <span className="muted">{choice.of}</span>} <span className="finder-kind muted">{choice.kind}</span>
            </li>
          )
        })}
      </ul>
    </div>
  )
}

const KIND_NAMES: Readonly<Record<Findable['kind'], string>> = { component: 'component', screen: 'screen', part: 'part', state: 'state', variable: 'variable', message: 'message', take: 'take', token: 'token', table: 'data table' }

/** The places of a project that are not in it by a name. */
const PLACES = [
  { name: 'Contents', at: '' },
  { name: 'Flow', at: '/flow' },
  { name: 'All findings', at: '/findings' },
  { name: 'Coverage', at: '/findings/coverage' },
  { name: 'Budgets', at: '/findings/budgets' },
  { name: 'Promises', at: '/findings/promises' },
  { name: 'Criteria', at: '/findings/criteria' },
  { name: 'Built otherwise', at: '/findings/built' },
  { name: 'Hand over', at: '/handover' },
] as const

function useChoices(project: Project, typed: string): readonly Choice[] {
  const navigate = useNavigate()
  const create = useCreating()
  return useMemo(() => {
    const text = typed.trim()
    const go = (address: string) => () => void navigate(address, { flushSync: true })
    const found = find(project, text).map((findable): Choice => ({
      name: findable.name, kind: KIND_NAMES[findable.kind], of: findable.owner && findable.owner.name !== findable.name ? findable.owner.name : '', go: go(addressOf(project.id, findable)),
    }))
    const places = PLACES.filter(({ name }) => text === '' || name.toLowerCase().includes(text.toLowerCase())).map(({ name, at }): Choice => ({ name, kind: 'place', of: '', go: go(`/project/${project.id}${at}`) }))
    const [, wanted, name = ''] = /^new (component|screen)\b\s*(.*)$/i.exec(text) ?? []
    const named = (wanted === undefined ? text : name) || undefined
    const called = named === undefined ? '' : ` “${named}”`
    const fresh = (['component', 'screen'] as const).filter((kind) => wanted === undefined || wanted.toLowerCase() === kind).map((kind): Choice => ({ name: `New ${kind}${called}`, kind: '', of: '', go: () => create[kind](named) }))
    return wanted === undefined ? [...found, ...places, ...fresh] : [...fresh, ...found, ...places]
  }, [project, typed, navigate, create])
}
