import { useState } from 'react'
import { Button } from '@mui/material'
import { addAsset, assetAddress, messageOf, PICTURE_LIMITS, PICTURE_TYPES, type Edit, type Project, type Value } from '@rheoscope/core/document'
import { uploadPicture } from '../api/pictures'
import { FloatingPanel } from '../theme/floating'
import { useFileChoice } from './use-file-choice'
import './pickers.css'

/** Chooses one of the project's pictures, or takes in another one. */
export function PictureField({ label, value, project, onChange }: {
  readonly label: string
  readonly value: Value
  readonly project: Project
  readonly onChange: (value: Value, also?: Edit) => void
}) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const chosen = project.assets.find(({ id }) => id === value)
  const choose = (id: string, also?: Edit) => {
    setAnchor(null)
    setProblem(null)
    onChange(id, also)
  }
  const take = async (file: File | undefined) => {
    if (!file) return
    try {
      const picture = await uploadPicture(file)
      choose(picture.id, project.assets.some(({ id }) => id === picture.id) ? undefined : addAsset({ ...picture, name: file.name }))
    } catch (error) {
      setProblem(messageOf(error))
    }
  }
  const { chooseFile, fileField } = useFileChoice({ label: 'Picture file', accept: PICTURE_TYPES.join(','), onFiles: ([file]) => void take(file) })
  return (
    <span className="field">
      <span>{label}</span>
      <button className="plain picker-open" aria-haspopup="dialog" aria-label={`${label}: ${chosen?.name ?? 'none'}`} onClick={(event) => setAnchor(event.currentTarget)}>
        {chosen && <img src={assetAddress(chosen.id)} alt="" />} {chosen?.name ?? 'choose …'}
      </button>
      <FloatingPanel anchor={anchor} onClose={() => setAnchor(null)}>
        <div className="picker" role="dialog" aria-label="Pictures" onDragOver={(event) => event.preventDefault()} onDrop={(event) => { event.preventDefault(); void take(event.dataTransfer.files[0]) }}>
          <Button onClick={chooseFile}>Add image…</Button>
          {fileField}
          <p className="muted picker-count">PNG, JPEG, WebP or SVG, up to {PICTURE_LIMITS.bytes / 1048576} MB and {PICTURE_LIMITS.sidePx} px each way. You can drop one here.</p>
          {problem && <p role="alert" className="field-problem">{problem}</p>}
          <div className="picker-grid is-wide">
            {project.assets.map(({ id, name, width, height }) => (
              <button key={id} className="plain picker-cell" title={`${name}, ${width} × ${height}`} aria-label={name} onClick={() => choose(id)}><img src={assetAddress(id)} alt="" /></button>
            ))}
          </div>
          {chosen && <Button onClick={() => choose('')}>No picture</Button>}
        </div>
      </FloatingPanel>
    </span>
  )
}
