/** What is used of gifenc 1.0, which brings no types. */
declare module 'gifenc' {
  type Palette = number[][]
  interface Gifenc {
    readonly quantize: (rgba: Uint8Array, colours: number) => Palette
    readonly applyPalette: (rgba: Uint8Array, palette: Palette) => Uint8Array
    readonly GIFEncoder: () => {
      /** @param options `delay` in ms, rounded to hundredths of a second; `repeat` 0 goes on for ever; `dispose` 1 leaves what is there */
      writeFrame(indexed: Uint8Array, width: number, height: number, options: { readonly palette: Palette; readonly delay: number; readonly repeat: number; readonly dispose: number; readonly transparent: boolean; readonly transparentIndex: number }): void
      finish(): void
      bytes(): Uint8Array
    }
  }
  export const quantize: Gifenc['quantize']
  export const applyPalette: Gifenc['applyPalette']
  export const GIFEncoder: Gifenc['GIFEncoder']
  /** All of it where it is CommonJS; otherwise the encoder, which has nothing of the kind. */
  const main: Gifenc
  // eslint-disable-next-line no-restricted-syntax -- it is so
  export default main
}
