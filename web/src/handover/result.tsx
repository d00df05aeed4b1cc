import { useEffect, useState } from 'react'
import { firstOf, type Project } from '@rheoscope/core/document'
import type { Form, HandedFile, HandedOver, Subject } from '@rheoscope/core/exchange'
import { handedOverFields } from '../frame/addresses'
import { MAIN } from '../frame/use-focus-kept'
import { styleNonce } from '../theme/style-nonce'

/** What is shown of a text; the file has all of it. */
const MOST_SHOWN = 40_000

/** What a form came to, as whoever gets it will see it, and as text. */
export function Result({ project, subject, form, made }: { readonly project: Project; readonly subject: Subject; readonly form: Form; readonly made: HandedOver }) {
  const [chosen, setChosen] = useState(firstOf(made.files).name)
  const file = made.files.find(({ name }) => name === chosen) ?? firstOf(made.files)
  const address = `/handed/${project.id}/${form.name}?${new URLSearchParams({ of: subject.of, ...handedOverFields(subject), at: String(timeOf(made)) })}`
  const isPage = file.mediaType === 'text/html'
  const runs = isPage && String(file.content).includes('<script')
  const [isCode, setCode] = useState(false)
  return (
    <main id={MAIN} tabIndex={-1} className="handover-result">
      <div className="handover-files">
        {made.files.length > 1 && (
          <select aria-label="File" value={file.name} onChange={(event) => setChosen(event.target.value)}>
            {made.files.map(({ name }) => <option key={name}>{name}</option>)}
          </select>
        )}
        {made.files.length === 1 && <span className="mono">{file.name}</span>}
        <span className="muted number">{sizeText(file)}</span>
        <span className="grow" />
        {isPage && <button className="plain underlined" aria-pressed={isCode} onClick={() => setCode(!isCode)}>{isCode ? 'show the page' : 'show its code'}</button>}
        {runs && <a className="underlined" href={address} target="_blank" rel="noreferrer">open it alone</a>}
      </div>
      {isPage && !isCode ? <iframe title={`${form.label} as it will be seen`} {...(runs ? { src: address } : { srcDoc: asDocument(String(file.content)) })} sandbox={runs ? 'allow-scripts' : ''} /> : <Shown file={file} />}
    </main>
  )
}

/** A document without scripts as it can stand in a frame of this page, whose policy holds there too: its style has the nonce that allows it. */
const asDocument = (content: string): string => content.replace('<style>', `<style nonce="${styleNonce()}">`)

const times = new WeakMap<HandedOver, number>()
let last = 0

/** A number for each time something was made, so that a frame shows it anew. */
function timeOf(made: HandedOver): number {
  const time = times.get(made) ?? ++last
  times.set(made, time)
  return time
}

function Shown({ file: { name, mediaType, content } }: { readonly file: HandedFile }) {
  if (typeof content !== 'string') return <Seen name={name} mediaType={mediaType} content={content} />
  return (
    <>
      {mediaType === 'image/svg+xml' && <div className="handover-picture"><img src={`data:image/svg+xml,${encodeURIComponent(content)}`} alt={name} /></div>}
      <pre className="mono" tabIndex={0} aria-label={name}>{content.length > MOST_SHOWN ? `${content.slice(0, MOST_SHOWN)}\n…` : content}</pre>
    </>
  )
}

/** A picture or a film as it is seen. */
function Seen({ name, mediaType, content }: { readonly name: string; readonly mediaType: string; readonly content: Uint8Array }) {
  const [address, setAddress] = useState<string | null>(null)
  useEffect(() => {
    const made = URL.createObjectURL(new Blob([Uint8Array.from(content)], { type: mediaType }))
    setAddress(made)
    return () => URL.revokeObjectURL(made)
  }, [content, mediaType])
  if (address === null) return null
  if (mediaType.startsWith('image/')) return <div className="handover-picture is-alone"><img src={address} alt={name} /></div>
  if (mediaType.startsWith('video/')) return <div className="handover-picture is-alone"><video src={address} aria-label={name} controls loop muted playsInline /></div>
  return <p className="muted hint">{name} is no text.</p>
}

function sizeText({ content }: HandedFile): string {
  const bytes = typeof content === 'string' ? new Blob([content]).size : content.length
  return bytes < 10_000 ? `${bytes.toLocaleString('en')} bytes` : `${Math.round(bytes / 1000).toLocaleString('en')} kB`
}
