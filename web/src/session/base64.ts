/** Bytes in base64 (RFC 4648). */
export const base64Of = (bytes: Uint8Array): string => btoa(Array.from(bytes, (byte) => String.fromCharCode(byte)).join(''))
