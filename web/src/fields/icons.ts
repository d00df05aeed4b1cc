/** The bundled icons, by name. */
export type IconSet = readonly { readonly name: string; readonly d: string }[]

let loading: Promise<IconSet> | null = null

/** The bundled set, loaded when it is first asked for. */
export function loadIcons(): Promise<IconSet> {
  loading ??= import('@mdi/js').then((set) =>
    Object.entries(set).flatMap(([key, d]) => (typeof d === 'string' && key.startsWith('mdi') ? [{ name: dashed(key.slice(3)), d }] : [])))
  return loading
}

const dashed = (name: string): string => name.replace(/([a-z0-9])([A-Z])/g, '$1-$2').toLowerCase()
