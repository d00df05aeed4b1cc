/** The document or the shadow tree something is in; undefined for what is in neither. */
export function treeOf(element: Element | null): Document | ShadowRoot | undefined {
  const root = element?.getRootNode()
  return root instanceof Document || root instanceof ShadowRoot ? root : undefined
}
