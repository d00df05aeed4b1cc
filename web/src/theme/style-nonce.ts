/** What styles made by the interface carry, so that the page takes them (CSP 3 § 6.7.3.3); empty where it has none. */
export const styleNonce = (): string => document.querySelector<HTMLMetaElement>('meta[name=style-nonce]')?.content ?? ''
