import { useEffect, useRef } from 'react'
import { useLocation, useNavigation, useSearchParams } from 'react-router'

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
  const isLeaving = useNavigation().state !== 'idle'
  const inAddress = textOf(Object.fromEntries(names.map((name) => [name, search.get(name) ?? undefined])))
  const selected = textOf(selection)
  /** What the address and the selection agreed on last. */
  const agreed = useRef(inAddress)
  const isFollowing = useRef(true)
  const latest = useRef({ take, names })
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
    if (isLeaving) return undefined
    const timer = setTimeout(() => {
      // The page that is left stands for a while after the address is that of the next.
      if (window.location.pathname !== pathname) return
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
  }, [selected, setSearch, pathname, isLeaving])
}

const textOf = (selection: Selection): string =>
  new URLSearchParams(Object.entries(selection).flatMap(([name, value]) => (value === undefined ? [] : [[name, value]]))).toString()
