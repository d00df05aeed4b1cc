import { useEffect, useRef, useState } from 'react'
import type { Project } from '@rheoscope/core/document'
import type { HandedOver, Subject } from '@rheoscope/core/exchange'
import { OpenWorker } from '../workers/open-worker'
import type { HandoverAnswer, HandoverRequest } from './requests'

const makeWorker = () => new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' })

/** What is edited is made anew when it has rested for so long, in ms. */
const REST_MS = 400

export interface Making {
  /** What was made last; null before anything was. */
  readonly made: HandedOver | null
  /** It is being made anew. */
  readonly isMaking: boolean
  readonly problem: string | null
}

/** A form of something, made off the thread of the page and again after each edit. */
export function useHandedOver(project: Project, subject: Subject, form: string): Making {
  const key = `${form} ${subject.of} ${subject.of === 'project' ? '' : subject.id}`
  const [making, setMaking] = useState<Making & { readonly key: string }>({ made: null, isMaking: true, problem: null, key })
  useEffect(() => {
    let worker: OpenWorker<HandoverRequest, HandoverAnswer> | undefined
    setMaking((last) => ({ made: last.key === key ? last.made : null, isMaking: true, problem: null, key }))
    const begin = () => {
      const fail = (problem: string) => setMaking({ made: null, isMaking: false, problem, key })
      worker = new OpenWorker(makeWorker(), 'Handing over', {
        hear: (answer) => {
          if ('made' in answer) setMaking({ made: answer.made, isMaking: false, problem: null, key })
          else if ('broken' in answer) fail(answer.broken.sentence)
        },
        fail: ({ sentence }) => fail(sentence),
      })
      worker.send({ project, subject, form })
    }
    const waiting = setTimeout(begin, REST_MS)
    return () => {
      clearTimeout(waiting)
      worker?.close()
    }
    // The subject is what its key says.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [project, key])
  return making.key === key ? making : { made: null, isMaking: true, problem: null }
}

/** Everything in one file: how far it is, and what begins and ends it. */
export function useAllForms(project: Project, onMade: (made: HandedOver) => void) {
  const [share, setShare] = useState<number | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const worker = useRef<OpenWorker<HandoverRequest, HandoverAnswer> | null>(null)
  const end = () => {
    worker.current?.close()
    worker.current = null
    setShare(null)
  }
  useEffect(() => () => worker.current?.close(), [])
  const fail = (sentence: string) => { end(); setProblem(sentence) }
  const begin = () => {
    end()
    setProblem(null)
    setShare(0)
    worker.current = new OpenWorker(makeWorker(), 'Handing over', {
      hear: (answer) => {
        if ('share' in answer) setShare(answer.share)
        else if ('broken' in answer) fail(answer.broken.sentence)
        else { end(); onMade(answer.made) }
      },
      fail: ({ sentence }) => fail(sentence),
    })
    worker.current.send({ project, subject: { of: 'project' }, form: null })
  }
  return { share, problem, begin, end }
}
