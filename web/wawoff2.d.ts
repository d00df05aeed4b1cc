/** What is used of wawoff2 2.0, which brings no types. */
declare module 'wawoff2' {
  /** TrueType or OpenType of a WOFF2 file. */
  export function decompress(woff2: Uint8Array): Promise<Uint8Array>
}
