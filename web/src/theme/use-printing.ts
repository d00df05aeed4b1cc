import { useEffect, useState } from 'react'
import { flushSync } from 'react-dom'

/** Whether the page is being printed: then what is out of view is wanted too, before the browser takes its picture of the page. */
export function usePrinting(): boolean {
  const [isPrinting, setPrinting] = useState(false)
  useEffect(() => {
    const before = () => flushSync(() => setPrinting(true))
    const after = () => setPrinting(false)
    window.addEventListener('beforeprint', before)
    window.addEventListener('afterprint', after)
    return () => {
      window.removeEventListener('beforeprint', before)
      window.removeEventListener('afterprint', after)
    }
  }, [])
  return isPrinting
}
