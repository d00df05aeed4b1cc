import { useEffect, useState } from 'react'
import qrcode from 'qrcode-generator'
import { Button } from '@mui/material'
import { messageOf } from '@rheoscope/core/document'
import { request } from '../api/client'

/** Where a page can be opened from the local network, and until when, as the server has it. */
interface Trial {
  readonly addresses: readonly string[]
  readonly endsAt: string
}

/** Shows a page to the phones on the local network, for as long as is said. */
export function PhoneTrial({ page }: { readonly page: string }) {
  const [trial, setTrial] = useState<Trial | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  useEffect(() => {
    if (!trial) return
    const over = setTimeout(() => setTrial(null), Date.parse(trial.endsAt) - Date.now())
    return () => clearTimeout(over)
  }, [trial])
  const tell = (error: unknown) => setProblem(messageOf(error))
  const begin = () => {
    setProblem(null)
    request<{ readonly trial: Trial }>('/phone', { method: 'POST', headers: { 'content-type': 'text/html' }, body: page }).then((made) => setTrial(made.trial), tell)
  }
  const end = () => void request('/phone', { method: 'DELETE' }).then(() => setTrial(null), tell)
  return (
    <section aria-label="Try on a phone">
      {problem !== null && <p role="alert" className="field-problem">{problem}</p>}
      {trial ? (
        <>
          <p>Until {new Date(trial.endsAt).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' })} whoever has this address and is in the same network sees the page, as it is now:</p>
          {trial.addresses.map((address) => (
            <div key={address} className="phone-address">
              <QrPicture text={address} />
              <p className="mono">{address}</p>
            </div>
          ))}
          <p className="handover-actions"><Button onClick={begin}>Show it as it is now</Button><Button onClick={end}>Stop</Button></p>
        </>
      ) : <p className="handover-actions"><Button onClick={begin}>Try on a phone</Button></p>}
    </section>
  )
}

/** So many modules stay clear around a symbol (ISO/IEC 18004). */
const QUIET = 4

/** A text as a QR symbol (ISO/IEC 18004), dark on white whatever the theme. */
function QrPicture({ text }: { readonly text: string }) {
  const code = qrcode(0, 'M')
  code.addData(text)
  code.make()
  const many = code.getModuleCount()
  const cells = Array.from({ length: many * many }, (_each, index) => [index % many, Math.floor(index / many)] as const).filter(([x, y]) => code.isDark(y, x))
  const size = many + 2 * QUIET
  return (
    <svg className="qr-picture" viewBox={`0 0 ${size} ${size}`} role="img" aria-label="QR code of the address">
      <rect width={size} height={size} fill="#fff" />
      <path d={cells.map(([x, y]) => `M${x + QUIET} ${y + QUIET}h1v1h-1z`).join('')} fill="#000" shapeRendering="crispEdges" />
    </svg>
  )
}
