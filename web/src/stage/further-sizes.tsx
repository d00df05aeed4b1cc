import { useState } from 'react'
import { MenuItem } from '@mui/material'
import { DEVICE_SIZES, freeName, namesOf, setOfScreen, type Screen, type ScreenSize } from '@rheoscope/core/document'
import { CommitField } from '../fields/commit-field'
import { newId } from '../session/new-id'
import { FloatingMenu } from '../theme/floating'
import { LengthFields } from './length-fields'
import { useStage } from './use-stage'

/** The further sizes of the screen: each is looked at, run and checked like the one it is drawn at. */
export function FurtherSizes() {
  const { screen, size: shown, showAt, make } = useStage()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const sizes = screen.sizes ?? []
  const set = (to: readonly ScreenSize[], label: string) => make(setOfScreen(screen.id, 'sizes', to.length > 0 ? to : undefined), label)
  const add = ({ name, width, height }: Suggested) => {
    setAnchor(null)
    const size = { id: newId('size'), name: freeName(name, namesOf(sizes)), width, height }
    set([...sizes, size], `add the size ${size.name}`)
    showAt(size.id)
  }
  const remove = ({ id, name }: ScreenSize) => {
    if (shown?.id === id) showAt(null)
    set(sizes.filter((each) => each.id !== id), `remove the size ${name}`)
  }
  const change = (to: ScreenSize) => set(sizes.map((each) => (each.id === to.id ? to : each)), `change the size ${to.name}`)
  return (
    <section aria-label="Further sizes">
      <div className="pane-head"><h3 className="caption">Also at</h3><button className="plain underlined" aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>+ size</button></div>
      <FloatingMenu anchor={anchor} onClose={() => setAnchor(null)}>
        {suggestedFor(screen).map((each) => <MenuItem key={each.name} onClick={() => add(each)}>{each.name} <span className="muted mono size-lengths">{lengthsText(each)}</span></MenuItem>)}
      </FloatingMenu>
      {sizes.length > 0 && (
        <ul className="standing">
          <li><button className={shown === null ? 'plain standing-name is-selected' : 'plain standing-name'} aria-pressed={shown === null} onClick={() => showAt(null)}>as drawn <span className="muted mono size-lengths">{lengthsText(screen)}</span></button></li>
          {sizes.map((each) => (
            <li key={each.id}>
              <button className={each.id === shown?.id ? 'plain standing-name is-selected' : 'plain standing-name'} aria-pressed={each.id === shown?.id} onClick={() => showAt(each.id)}>{each.name} <span className="muted mono size-lengths">{lengthsText(each)}</span></button>
              <button className="plain muted" aria-label={`Remove the size ${each.name}`} onClick={() => remove(each)}>×</button>
            </li>
          ))}
        </ul>
      )}
      {shown && <SizeOf key={shown.id} size={shown} taken={namesOf(sizes.filter(({ id }) => id !== shown.id))} onChange={change} />}
    </section>
  )
}

function SizeOf({ size, taken, onChange }: { readonly size: ScreenSize; readonly taken: ReadonlySet<string>; readonly onChange: (size: ScreenSize) => void }) {
  const rename = (text: string): string | null => {
    const name = text.trim()
    if (name === '') return 'A size has a name.'
    if (taken.has(name)) return 'Another size has that name.'
    onChange({ ...size, name })
    return null
  }
  return (
    <>
      <CommitField label="name" value={size.name} onCommit={rename} />
      <LengthFields size={size} onChange={(lengths) => onChange({ ...size, ...lengths })} />
    </>
  )
}

type Suggested = Pick<ScreenSize, 'name' | 'width' | 'height'>

/** Sizes people look at beside the one that is drawn: it turned, a small phone, what a window of 1,280 px comes to at 400 % (WCAG 2.2, success criterion 1.4.10), and other devices. */
const suggestedFor = ({ width, height, device }: Screen): readonly Suggested[] => [
  { name: 'turned', width: height, height: width },
  { name: 'small phone', width: 320, height: 568 },
  { name: 'zoomed to 400 %', width: 320, height: 256 },
  ...(['phone', 'tablet', 'desktop', 'kiosk'] as const).filter((each) => each !== device).map((name) => ({ name, ...DEVICE_SIZES[name] })),
]

const lengthsText = ({ width, height }: Pick<ScreenSize, 'width' | 'height'>): string => `${width} × ${height}`
