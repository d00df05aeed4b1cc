import { useEffect, useRef, useState } from 'react'
import type { Project } from '@rheoscope/core/document'
import type { HandedOver, Subject } from '@rheoscope/core/exchange'
import { OpenWorker } from '../workers/open-worker'
import type { HandoverAnswer, HandoverRequest } from './requests'

interface Ears {
  readonly made: (made: HandedOver) => void
  readonly fail: (sentence: string) => void
  /** Told how much of it is done, 0 to 1. */
  readonly share?: (share: number) => void
}

/** Has something made off the thread of the page; it is given up when that is closed. */
function making(request: HandoverRequest, { made, fail, share }: Ears): Pick<OpenWorker<HandoverRequest, HandoverAnswer>, 'close'> {
  const worker = new OpenWorker<HandoverRequest, HandoverAnswer>(new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' }), 'Handing over', {
    hear: (answer) => {
      if ('made' in answer) made(answer.made)
      else if ('share' in answer) share?.(answer.share)
      else fail(answer.broken.sentence)
    },
    fail: ({ sentence }) => fail(sentence),
  })
  worker.send(request)
  return worker
}

/** What is edited is made anew when it has rested for so long, in ms. */
const REST_MS = 400

export interface Making {
  /** What was made last; null before anything was. */
  readonly made: HandedOver | null
  /** It is being made anew. */
  readonly isMaking: boolean
  readonly problem: string | null
}

const BEGINNING: Making = { made: null, isMaking: true, problem: null }

/** One form of one thing, made again after each edit. Another form or thing is made where this is mounted anew. */
export function useHandedOver(project: Project, subject: Subject, form: string): Making {
  const [asked] = useState({ subject, form })
  const [state, setState] = useState(BEGINNING)
  useEffect(() => {
    let worker: ReturnType<typeof making> | undefined
    setState(({ made }) => ({ ...BEGINNING, made }))
    const waiting = setTimeout(() => {
      worker = making({ project, ...asked }, { made: (made) => setState({ made, isMaking: false, problem: null }), fail: (problem) => setState({ made: null, isMaking: false, problem }) })
    }, REST_MS)
    return () => {
      clearTimeout(waiting)
      worker?.close()
    }
  }, [project, asked])
  return state
}

/** Everything in one file: how far it is, and what begins and ends it. */
export function useAllForms(project: Project, onMade: (made: HandedOver) => void) {
  const [share, setShare] = useState<number | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const worker = useRef<ReturnType<typeof making> | null>(null)
  const end = () => {
    worker.current?.close()
    worker.current = null
    setShare(null)
  }
  useEffect(() => () => worker.current?.close(), [])
  const begin = () => {
    end()
    setProblem(null)
    setShare(0)
    worker.current = making({ project, subject: { of: 'project' }, form: null }, {
      made: (made) => { end(); onMade(made) },
      fail: (sentence) => { end(); setProblem(sentence) },
      share: setShare,
    })
  }
  return { share, problem, begin, end }
}
