import { useMemo, useState } from 'react'
import { Button, MenuItem } from '@mui/material'
import { addToken, freeName, namesOf, removeToken, renameToken, setTokenValue, usesOfToken, type Edit, type Literal, type Token } from '@rheoscope/core/document'
import { REST_IS_KEPT, tokensIn } from '@rheoscope/core/exchange'
import { easingProblem } from '@rheoscope/core/motion'
import { CommitField } from '../fields/commit-field'
import { parseNumber, type Parsed } from '../fields/parse-value'
import { orProblem } from '../fields/said-values'
import { useFileChoice } from '../fields/use-file-choice'
import { newId } from '../session/new-id'
import { useEditing } from '../session/use-editing'
import { wholeMs } from '../fields/ms-field'
import { FloatingMenu } from '../theme/floating'
import './tokens.css'

const KINDS: readonly Pick<Token, 'type' | 'value'>[] = [
  { type: 'colour', value: '#24506f' },
  { type: 'size', value: 8 },
  { type: 'duration', value: 160 },
  { type: 'easing', value: 'ease-in-out' },
]

/** The project's named values. A field refers to one by `@` and its name; changing one changes whatever refers to it. */
export function Tokens() {
  const { project, make } = useEditing()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const [file, setFile] = useState<TokenFile | null>(null)
  const { chooseFile, fileField } = useFileChoice({ label: 'File of design tokens', accept: '.json,.tokens,application/json', onFiles: ([chosen]) => void chosen.text().then((text) => setFile({ name: chosen.name, text })) })
  const add = (kind: (typeof KINDS)[number]) => {
    setAnchor(null)
    const name = freeName(kind.type, namesOf(project.tokens), '-')
    make(addToken({ id: newId(name), name, ...kind }), `add the token ${name}`)
  }
  return (
    <section aria-label="Tokens">
      <div className="pane-head">
        <h2 className="caption">Tokens</h2>
        <span>
          <Button aria-label="Tokens from a JSON file" title="Of the Design Tokens Format Module" onClick={chooseFile}>JSON</Button>
          <Button aria-haspopup="menu" aria-label="Add a token" onClick={(event) => setAnchor(event.currentTarget)}>+</Button>
        </span>
      </div>
      <FloatingMenu anchor={anchor} onClose={() => setAnchor(null)}>
        {KINDS.map((kind) => <MenuItem key={kind.type} onClick={() => add(kind)}>{kind.type}</MenuItem>)}
      </FloatingMenu>
      {fileField}
      {file && <TokensFromFile file={file} onDone={() => setFile(null)} />}
      <ul className="parameters">
        {project.tokens.map((token) => <TokenRow key={token.id} token={token} />)}
      </ul>
    </section>
  )
}

interface TokenFile {
  readonly name: string
  readonly text: string
}

/** Brings the tokens of a file in, once it has been seen what that changes. */
function TokensFromFile({ file: { name, text }, onDone }: { readonly file: TokenFile; readonly onDone: () => void }) {
  const { project, make } = useEditing()
  const read = useMemo(() => orProblem(() => ({ value: tokensIn(text, project, newId) })), [text, project])
  const edit = 'value' in read ? read.value.edit : null
  const take = (taken: Edit) => {
    make(taken, `bring in ${name}`)
    onDone()
  }
  return (
    <section aria-label={name} className="tokens-read">
      {'problem' in read ? <p role="alert" className="field-problem">{read.problem}</p> : (
        <>
          <p role="status">{read.value.changes.length === 0 ? `${name} changes no token.` : `${name} changes:`}</p>
          <ul>{read.value.changes.map((line) => <li key={line}>{line}</li>)}</ul>
          {read.value.leftOut.length > 0 && <><p>Not taken as tokens:</p><ul>{read.value.leftOut.map((line) => <li key={line}>{line}</li>)}</ul></>}
          {read.value.isKept && <p>{REST_IS_KEPT}</p>}
        </>
      )}
      <p>{edit && <Button onClick={() => take(edit)}>Take them</Button>} <Button onClick={onDone}>Leave it</Button></p>
    </section>
  )
}

function TokenRow({ token }: { readonly token: Token }) {
  const { project, make } = useEditing()
  const uses = usesOfToken(project, token.id)
  const rename = (name: string): string | null => {
    if (!/^[\w-]+$/.test(name)) return 'A name is letters, digits, - and _.'
    if (project.tokens.some((other) => other.id !== token.id && other.name === name)) return 'That name is taken.'
    make(renameToken(token.id, name), `rename the token ${token.name}`)
    return null
  }
  const setValue = (text: string): string | null => {
    const parsed = parseToken(token.type, text)
    if ('problem' in parsed) return parsed.problem
    make(setTokenValue(token.id, parsed.value), `set the token ${token.name}`)
    return null
  }
  return (
    <li className="parameter">
      <CommitField label={`Name of token ${token.name}`} hidesLabel value={token.name} onCommit={rename} />
      <CommitField label={`Value of token ${token.name}`} hidesLabel isMono value={token.type === 'duration' ? `${String(token.value)} ms` : String(token.value)} onCommit={setValue} />
      <button className="plain muted" disabled={uses > 0} title={uses > 0 ? `In use in ${uses} ${uses === 1 ? 'place' : 'places'}` : 'Remove'} aria-label={`Remove token ${token.name}`} onClick={() => make(removeToken(token.id), `remove the token ${token.name}`)}>×</button>
    </li>
  )
}

function parseToken(type: Token['type'], text: string): Parsed<Literal> {
  switch (type) {
    case 'colour':
      return /^#[0-9a-f]{6}([0-9a-f]{2})?$/i.test(text.trim()) ? { value: text.trim().toLowerCase() } : { problem: 'Write a colour as #rrggbb.' }
    case 'size':
      return parseNumber(text)
    case 'duration': {
      const ms = wholeMs(text)
      return typeof ms === 'string' ? { problem: ms } : { value: ms }
    }
    case 'easing': {
      const problem = easingProblem(text)
      return problem === null ? { value: text.trim() } : { problem }
    }
  }
}
