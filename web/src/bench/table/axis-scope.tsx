import { useMemo, type Dispatch, type ReactNode } from 'react'
import { firstStateOf, type Axis } from '@rheoscope/core/document'
import type { BenchAction } from '../page/bench-state'
import { BenchContext, StillBenchContext, useBench, useStillBench, type Bench } from '../page/use-bench'

/** Lets everything inside see the bench as if that axis were the selected one; selecting something there makes it so. */
export function AxisScope({ axis, children }: { readonly axis: Axis; readonly children: ReactNode }) {
  const live = useScoped(useBench(), axis.id)
  const still = useScoped(useStillBench(), axis.id)
  return (
    <StillBenchContext.Provider value={still}>
      <BenchContext.Provider value={live}>{children}</BenchContext.Provider>
    </StillBenchContext.Provider>
  )
}

function useScoped(bench: Bench, id: string): Bench {
  return useMemo(() => {
    const axis = bench.component.axes.find((each) => each.id === id)
    if (!axis || axis.id === bench.axis.id) return bench
    const select: Dispatch<BenchAction> = (action) => {
      if ('state' in action && action.state !== null && action.do !== 'compare with') bench.select({ do: 'select axis', axis: id, state: action.state })
      bench.select(action)
    }
    return { ...bench, axis, select, state: axis.states.find((state) => state.id === axis.start) ?? firstStateOf(axis), rule: null }
  }, [bench, id])
}
