import { Button } from '@mui/material'

/** The steps one zooms in; 1 is 100 %. */
export const ZOOMS: readonly number[] = [0.25, 0.33, 0.5, 0.67, 0.8, 1, 1.25, 1.5, 2, 3, 4]

interface ZoomProps {
  readonly zoom: number | 'fit'
  readonly onZoom: (zoom: number | 'fit') => void
}

/** How large a sheet is shown: in steps, to fit, or as it is. */
export function Zoom({ zoom, onZoom }: ZoomProps) {
  const now = zoom === 'fit' ? 1 : zoom
  const smaller = ZOOMS.findLast((each) => each < now)
  const larger = ZOOMS.find((each) => each > now)
  return (
    <span className="zoom" role="group" aria-label="Zoom">
      <Button aria-label="Zoom out" disabled={smaller === undefined} onClick={() => smaller !== undefined && onZoom(smaller)}>−</Button>
      <Button className="zoom-now" title="Show at 100 %" onClick={() => onZoom(1)}>{Math.round(now * 100)} %</Button>
      <Button aria-label="Zoom in" disabled={larger === undefined} onClick={() => larger !== undefined && onZoom(larger)}>+</Button>
      <Button aria-pressed={zoom === 'fit'} onClick={() => onZoom('fit')}>Fit</Button>
    </span>
  )
}
