import { Button } from '@mui/material'
import { Link } from 'react-router'
import { messageOf, serialise } from '@rheoscope/core/document'
import { putBack } from '../api/projects'
import { saveFile } from './save-file'
import { fileOf, type SetAside } from './sending'
import { useOfSession, useSession } from './use-session'

/** What the person at work should know about their edits; stands under the bar of every place of a project. */
export function Notices() {
  const session = useSession()
  const notice = useOfSession('notice')
  const setAside = useOfSession('setAside')
  return (
    <div className="notices" aria-live="polite">
      <ConnectionNotice />
      {notice && <p className="notice" role="alert">{notice} <button className="plain underlined" onClick={() => session.dismissNotice()}>Dismiss</button></p>}
      {setAside.map((each) => <SetAsideNotice key={each.entry.id} setAside={each} />)}
    </div>
  )
}

function ConnectionNotice() {
  const session = useSession()
  const connection = useOfSession('connection')
  const unsaved = useOfSession('unsaved')
  const kept = unsaved === 0 ? 'You can work on; edits are kept in this browser until then.' : `${edits(unsaved)} kept in this browser and will be stored as soon as it can be; you can work on.`
  const tryNow = <button className="plain underlined" onClick={() => void session.tryNow()}>Try now</button>
  switch (connection) {
    case 'saved':
    case 'saving':
      return null
    case 'unreachable':
      return <p className="notice">The server cannot be reached. {kept} {tryNow}</p>
    case 'failing':
      return <p className="notice">The server cannot store anything at the moment. {kept} {tryNow}</p>
    case 'removed':
      return (
        <p className="notice" role="alert">
          This project is in the bin, so nothing can be stored in it.{' '}
          <button className="plain underlined" onClick={() => void putBack(session.getState().document.id).then(() => session.catchUp(Infinity), (error: unknown) => session.tellOfEdit(messageOf(error)))}>Put it back</button>{' '}
          <button className="plain underlined" onClick={() => saveFile(`${session.getState().document.name}.rheo.json`, serialise(session.getState().document))}>Save it as a file</button>{' '}
          <Link to="/">Back to the shelf</Link>
        </p>
      )
  }
}

const edits = (many: number): string => (many === 1 ? '1 edit is' : `${many} edits are`)

/** An edit that could not be stored: which, why, and what can be done with it. */
function SetAsideNotice({ setAside }: { readonly setAside: SetAside }) {
  const session = useSession()
  const { entry, why } = setAside
  return (
    <p className="notice" role="alert">
      <b>{entry.label}</b> could not be stored and has been taken back; everything else is. {why}{' '}
      <Button onClick={() => session.tryAgain(entry.id)}>Try again</Button>
      <button className="plain underlined" onClick={() => saveFile(`${entry.label}.json`, fileOf([setAside]))}>Save it as a file</button>
      <button className="plain underlined" onClick={() => session.forget(entry.id)}>Give it up</button>
    </p>
  )
}
