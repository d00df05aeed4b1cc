import { useState } from 'react'
import { useSearchParams } from 'react-router'
import { Button } from '@mui/material'
import { firstOf, slug, type Named, type Project } from '@rheoscope/core/document'
import { FORMS, READERS, zipped, type Form, type HandedFile, type HandedOver, type Subject } from '@rheoscope/core/exchange'
import { ChoiceField } from '../fields/choice-field'
import { handedOverFields } from '../frame/addresses'
import { Crumbs } from '../frame/crumbs'
import { MoreMenu } from '../frame/more-menu'
import { MAIN } from '../frame/use-focus-kept'
import { PageTitle } from '../frame/page-title'
import { PlaceTabs } from '../frame/place-tabs'
import { Notices } from '../session/notices'
import { saveFile } from '../session/save-file'
import { UndoRedo } from '../session/undo-redo'
import { useOfSession } from '../session/use-session'
import { PhoneTrial } from './phone-trial'
import { Result } from './result'
import { useAllForms, useHandedOver } from './use-handed-over'
import { WalkedWays } from './walked-ways'
import './handover.css'

/** What leaves the application: what of the project, in which form, and what came of it. */
export function HandoverPage() {
  const project = useOfSession('document')
  const [search, setSearch] = useSearchParams()
  const subject = subjectAt(project, search)
  const possible = FORMS.filter(({ takes }) => takes.includes(subject.of))
  const form = possible.find(({ name }) => name === search.get('form')) ?? possible.find(({ name }) => name === 'page') ?? possible[0]
  const go = (to: Subject, name: string | undefined, settings: Settings = {}) => setSearch({ ...handedOverFields(to), ...(name === undefined ? {} : { form: name }), ...settings })
  const settings = form ? settingsAt(form, search) : {}
  return (
    <div className="handover">
      <header className="top-bar">
        <PageTitle names={['Hand over', project.name]} />
        <Crumbs />
        <PlaceTabs />
        <span className="grow" />
        <AllForms project={project} />
        <UndoRedo />
        <MoreMenu />
      </header>
      <Notices />
      <div className="handover-body">
        <nav className="handover-choice" aria-label="What is handed over, and to whom">
          <h2 className="caption">What</h2>
          <SubjectChoice project={project} subject={subject} onChoose={(chosen) => go(chosen, form?.name)} />
          {READERS.map((reader) => {
            const forms = possible.filter(({ forWhom }) => forWhom === reader)
            return forms.length > 0 && (
              <section key={reader} aria-label={`Forms for whoever ${reader.toLowerCase()}`}>
                <h2 className="caption">{reader}</h2>
                {forms.map((each) => <button key={each.name} className={each === form ? 'plain handover-form is-selected' : 'plain handover-form'} aria-current={each === form} onClick={() => go(subject, each.name)}>{each.label}</button>)}
              </section>
            )
          })}
        </nav>
        {form && <OneForm key={`${form.name} ${keyOf(subject)} ${JSON.stringify(settings)}`} project={project} subject={subject} form={form} settings={settings} onChoose={(said) => go(subject, form.name, said)} />}
      </div>
    </div>
  )
}

/** What an address says; all of the project where it says nothing that is there. */
function subjectAt(project: Project, search: URLSearchParams): Subject {
  const [of, id] = [search.get('of'), search.get('thing')]
  const kind = THINGS.find((each) => each === of)
  return kind && id !== null && project[`${kind}s`].some((each) => each.id === id) ? { of: kind, id } : { of: 'project' }
}

type Settings = Readonly<Record<string, string>>

/** What an address says of the settings of a form. */
const settingsAt = ({ settings = [] }: Form, search: URLSearchParams): Settings =>
  Object.fromEntries(settings.flatMap(({ name, choices }) => { const said = search.get(name); return said !== null && choices.includes(said) ? [[name, said]] : [] }))

const THINGS = ['component', 'screen', 'take'] as const

/** A word for what is handed over, of its own for each thing. */
const keyOf = (subject: Subject): string => (subject.of === 'project' ? subject.of : `${subject.of} ${subject.id}`)

function SubjectChoice({ project, subject, onChoose }: { readonly project: Project; readonly subject: Subject; readonly onChoose: (subject: Subject) => void }) {
  const subjects = THINGS.flatMap((of) => project[`${of}s`].map(({ id }): Subject => ({ of, id })))
  const options = (things: readonly Named[], of: (typeof THINGS)[number]) => things.map(({ id, name }) => <option key={id} value={keyOf({ of, id })}>{name}</option>)
  const choose = (chosen: string) => onChoose(subjects.find((each) => keyOf(each) === chosen) ?? { of: 'project' })
  return (
    <select aria-label="What is handed over" value={keyOf(subject)} onChange={(event) => choose(event.target.value)}>
      <option value="project">all of {project.name}</option>
      <optgroup label="Components">{options(project.components, 'component')}</optgroup>
      <optgroup label="Screens">{options(project.screens, 'screen')}</optgroup>
      <optgroup label="Takes">{options(project.takes, 'take')}</optgroup>
    </select>
  )
}

function OneForm({ project, subject, form, settings, onChoose }: {
  readonly project: Project
  readonly subject: Subject
  readonly form: Form
  readonly settings: Settings
  readonly onChoose: (settings: Settings) => void
}) {
  const { made, isMaking, share, problem, stop } = useHandedOver(project, subject, form.name, settings)
  return (
    <>
      <section className="handover-about" aria-label="The form">
        <h1>{form.label}</h1>
        <p>{form.says}</p>
        {form.settings?.map(({ name, label, choices }) => <ChoiceField key={name} label={label} value={settings[name] ?? firstOf(choices)} choices={choices} onChange={(to) => onChoose({ ...settings, [name]: to })} />)}
        {problem !== null && <p role="alert" className="field-problem">{problem}</p>}
        {made && <Actions made={made} />}
        {made && form.name === 'page' && typeof made.files[0]?.content === 'string' && <PhoneTrial page={made.files[0].content} />}
        {made && form.name === 'walkthrough' && <WalkedWays project={project} made={made} />}
        {made && <List title="In it" lines={made.holds} />}
        {made && <List title="Left out" lines={made.leavesOut} empty="Nothing." />}
        <p role="status" className="muted">{isMaking ? 'Making it…' : made || problem !== null ? '' : 'Stopped.'}</p>
        {isMaking && share !== null && <p className="handover-actions"><progress value={share} aria-label={form.label} /> <Button onClick={stop}>Stop</Button></p>}
      </section>
      {made && made.files.length > 0 ? <Result project={project} subject={subject} form={form} made={made} /> : <main id={MAIN} tabIndex={-1} className="handover-result" />}
    </>
  )
}

function Actions({ made: { files } }: { readonly made: HandedOver }) {
  const [isCopied, setCopied] = useState(false)
  const [first, ...others] = files
  if (!first) return null
  const text = typeof first.content === 'string' ? first.content : null
  return (
    <p className="handover-actions">
      <Button onClick={() => save(others.length === 0 ? first : zipped(slug(first.name), files))}>{others.length === 0 ? 'Save' : `Save ${files.length} files as one ZIP`}</Button>
      {text !== null && <Button onClick={() => void navigator.clipboard.writeText(text).then(() => setCopied(true))}>{isCopied ? 'Copied' : 'Copy'}</Button>}
    </p>
  )
}

const save = ({ name, content, mediaType }: HandedFile): void => saveFile(name, content, mediaType)

function List({ title, lines, empty }: { readonly title: string; readonly lines: readonly string[]; readonly empty?: string }) {
  if (lines.length === 0 && empty === undefined) return null
  return (
    <>
      <h2 className="caption">{title}</h2>
      {lines.length === 0 ? <p>{empty}</p> : <ul>{lines.map((line) => <li key={line}>{line}</li>)}</ul>}
    </>
  )
}

/** All forms of all of the project in one file. */
function AllForms({ project }: { readonly project: Project }) {
  const { share, problem, begin, end } = useAllForms(project, ({ files }) => files.forEach(save))
  return (
    <span className="handover-all">
      {problem !== null && <span role="alert" className="field-problem">{problem}</span>}
      {share === null ? <Button onClick={begin}>Everything as a ZIP file</Button> : <><progress value={share} aria-label="Everything as a ZIP file" /> <Button onClick={end}>Stop</Button></>}
    </span>
  )
}
