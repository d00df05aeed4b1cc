import { useEffect } from 'react'

/** Says in the title of the page where one is, the nearest first. */
export function usePageTitle(...names: readonly string[]): void {
  const title = [...names, 'Rheoscope'].join(' – ')
  useEffect(() => {
    document.title = title
  }, [title])
}
