import type { SvgNode } from '@rheoscope/core/scene'

const SVG = 'http://www.w3.org/2000/svg'
const HTML = 'http://www.w3.org/1999/xhtml'

const shown = new WeakMap<Element, SvgNode>()

/** Makes the children of an element what the nodes say, if it is there. Nodes that are the very same as last time cost nothing. */
export function patchChildren(parent: Element | null, nodes: readonly SvgNode[]): void {
  if (!parent) return
  nodes.forEach((node, index) => {
    const present = parent.children[index]
    const last = present && shown.get(present)
    if (last === node) return
    if (present && last && last.tag === node.tag && last.key === node.key) patch(present, last, node)
    else if (present) present.replaceWith(create(node))
    else parent.append(create(node))
  })
  while (parent.children.length > nodes.length) parent.lastElementChild?.remove()
}

function create(node: SvgNode): Element {
  const element = document.createElementNS(node.tag === 'slot' ? HTML : SVG, node.tag)
  for (const [name, value] of Object.entries(node.attributes)) element.setAttribute(name, String(value))
  if (node.text !== undefined) element.textContent = node.text
  else patchChildren(element, node.children)
  shown.set(element, node)
  return element
}

function patch(element: Element, last: SvgNode, node: SvgNode): void {
  for (const name of Object.keys(last.attributes)) if (!(name in node.attributes)) element.removeAttribute(name)
  for (const [name, value] of Object.entries(node.attributes)) {
    if (last.attributes[name] !== value) element.setAttribute(name, String(value))
  }
  if (node.text !== undefined) {
    if (node.text !== last.text) element.textContent = node.text
  } else {
    if (last.text !== undefined) element.textContent = ''
    patchChildren(element, node.children)
  }
  shown.set(element, node)
}
