import { useCallback, useEffect, useRef } from 'react'
import { useBlocker, useLocation, useSearchParams, type BlockerFunction } from 'react-router'

/** What is selected, as it is in the address of the page: by names, those that are as usual left out. */
export type Selection = Readonly<Record<string, string | undefined>>

/** What is selected for so short a time is no place to go back to. */
const REST_MS = 250

/**
 * Keeps what is selected and the address of the page the same: what is selected goes into the address, a step of the
 * history for each, and a step back or forward through the history selects what it says there. What is selected where
 * one is leaving stays out of the address of where one goes.
 *
 * @param names the names in the address that belong to the selection
 * @param take selects what an address says; what it cannot find it leaves as usual
 */
export function useAddress(names: readonly string[], selection: Selection, take: (selection: Selection) => void): void {
  const [search, setSearch] = useSearchParams()
  const { pathname } = useLocation()
  const inAddress = textOf(Object.fromEntries(names.map((name) => [name, search.get(name) ?? undefined])))
  const selected = textOf(selection)
  /** What the address and the selection agreed on last. */
  const agreed = useRef(inAddress)
  const isFollowing = useRef(true)
  const latest = useRef({ take, names })
  const isLeaving = useIsLeaving(pathname)
  useEffect(() => {
    latest.current = { take, names }
  })

  useEffect(() => {
    if (inAddress === agreed.current) return
    agreed.current = inAddress
    isFollowing.current = true
    latest.current.take(Object.fromEntries(new URLSearchParams(inAddress)))
  }, [inAddress])

  useEffect(() => {
    if (selected === agreed.current) {
      isFollowing.current = false
      return undefined
    }
    const timer = setTimeout(() => {
      if (isLeaving.current) return
      agreed.current = selected
      const replace = isFollowing.current
      isFollowing.current = false
      setSearch((before) => {
        const next = new URLSearchParams([...before].filter(([name]) => !latest.current.names.includes(name)))
        for (const [name, value] of new URLSearchParams(selected)) next.set(name, value)
        return next
      }, { replace })
    }, REST_MS)
    return () => clearTimeout(timer)
  }, [selected, setSearch, isLeaving])
}

/**
 * Whether one is on the way to another page: from the instant that is asked for, while its code is loaded and the page that is left still
 * stands. Nothing is blocked; only what could be is told of every way at once.
 */
function useIsLeaving(pathname: string): { readonly current: boolean } {
  const isLeaving = useRef(false)
  useEffect(() => {
    isLeaving.current = false
  }, [pathname])
  useBlocker(useCallback<BlockerFunction>(({ currentLocation, nextLocation }) => {
    isLeaving.current = nextLocation.pathname !== currentLocation.pathname
    return false
  }, []))
  return isLeaving
}

const textOf = (selection: Selection): string =>
  new URLSearchParams(Object.entries(selection).flatMap(([name, value]) => (value === undefined ? [] : [[name, value]]))).toString()
