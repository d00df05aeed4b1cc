import { useRef, type ReactElement } from 'react'

interface FileChoice {
  /** Lets somebody choose. */
  readonly chooseFile: () => void
  /** Has to stand somewhere; nobody sees it. */
  readonly fileField: ReactElement
}

/**
 * Files that somebody chooses on their machine.
 *
 * @param accept as the attribute of that name (HTML, § 4.10.5.1.17)
 * @param onFiles is told what was chosen, at least one; the same can be chosen again
 */
export function useFileChoice({ label, accept, multiple = false, onFiles }: {
  readonly label: string
  readonly accept: string
  readonly multiple?: boolean
  readonly onFiles: (files: readonly [File, ...File[]]) => void
}): FileChoice {
  const input = useRef<HTMLInputElement>(null)
  const take = ([first, ...others]: readonly File[]) => { if (first) onFiles([first, ...others]) }
  return {
    chooseFile: () => input.current?.click(),
    fileField: <input ref={input} type="file" hidden multiple={multiple} aria-label={label} accept={accept} onChange={({ target }) => { take([...(target.files ?? [])]); target.value = '' }} />,
  }
}
