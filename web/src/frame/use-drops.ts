import { useEffect } from 'react'
import { useSession } from '../session/use-session'

/** Says of a file that is dropped where nothing takes it what can be dropped where; the browser would leave the page for it. */
export function useDrops(): void {
  const session = useSession()
  useEffect(() => {
    const hasFiles = (event: DragEvent) => event.dataTransfer?.types.includes('Files') === true
    const onDragOver = (event: DragEvent) => hasFiles(event) && event.preventDefault()
    const onDrop = (event: DragEvent) => {
      if (!hasFiles(event) || event.defaultPrevented) return
      event.preventDefault()
      session.tellOfEdit(`“${event.dataTransfer?.files[0]?.name ?? 'This'}” cannot be dropped here. An SVG can be dropped on the easel, a picture on the pictures of a part, a state chart (.scxml) on Contents, a build log on Findings, Built, a project file on the shelf.`)
    }
    window.addEventListener('dragover', onDragOver)
    window.addEventListener('drop', onDrop)
    return () => {
      window.removeEventListener('dragover', onDragOver)
      window.removeEventListener('drop', onDrop)
    }
  }, [session])
}
