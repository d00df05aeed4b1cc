import { certain } from '@rheoscope/core/document'

/** The colours of the page, each looked up once. */
export function coloursOf(canvas: HTMLCanvasElement): (name: string) => string {
  const style = getComputedStyle(canvas)
  const known = new Map<string, string>()
  return (name) => {
    const colour = known.get(name) ?? style.getPropertyValue(name)
    known.set(name, colour)
    return colour
  }
}

/** Makes a canvas as many px large as it is shown, on any screen. */
export function fit(canvas: HTMLCanvasElement, width: number, height: number): void {
  const ratio = window.devicePixelRatio
  if (canvas.width !== Math.round(width * ratio) || canvas.height !== Math.round(height * ratio)) {
    canvas.width = Math.round(width * ratio)
    canvas.height = Math.round(height * ratio)
  }
  certain(canvas.getContext('2d')).setTransform(ratio, 0, 0, ratio, 0, 0)
}
