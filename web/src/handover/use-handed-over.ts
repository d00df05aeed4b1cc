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

export interface MakingOne {
  /** What was made last; null before anything was. */
  readonly made: HandedOver | null
  /** It is being made anew. */
  readonly isMaking: boolean
  /** How much of it is done, 0 to 1; null for what takes no time. */
  readonly share: number | null
  readonly problem: string | null
}

const BEGINNING: MakingOne = { made: null, isMaking: true, share: null, problem: null }

const DONE: MakingOne = { ...BEGINNING, isMaking: false }

/** One form of one thing, made again after each edit. Another form or thing, or what is chosen otherwise, is made where this is mounted anew. */
export function useHandedOver(project: Project, subject: Subject, form: string, settings: HandoverRequest['settings']): MakingOne & { readonly stop: () => void } {
  const [asked] = useState({ subject, form, settings })
  const [state, setState] = useState(BEGINNING)
  const stop = useRef<() => void>(() => undefined)
  useEffect(() => {
    let worker: ReturnType<typeof making> | undefined
    setState(({ made }) => ({ ...BEGINNING, made }))
    const waiting = setTimeout(() => {
      worker = making({ project, ...asked }, {
        made: (made) => setState({ ...DONE, made }), fail: (problem) => setState({ ...DONE, problem }), share: (share) => setState((now) => ({ ...now, share })),
      })
    }, REST_MS)
    const end = () => {
      clearTimeout(waiting)
      worker?.close()
    }
    stop.current = () => {
      end()
      setState(({ made }) => ({ ...DONE, made }))
    }
    return end
  }, [project, asked])
  return { ...state, stop: () => stop.current() }
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
    worker.current = making({ project, subject: { of: 'project' }, form: null, settings: {} }, {
      made: (made) => { end(); onMade(made) },
      fail: (sentence) => { end(); setProblem(sentence) },
      share: setShare,
    })
  }
  return { share, problem, begin, end }
}
