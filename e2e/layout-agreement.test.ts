import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { INITIAL_VALUES, propertiesOf, type PartKind } from '@rheoscope/core/document'
import { layOut, type LayoutNode } from '@rheoscope/core/layout'
import { useApplication } from './harness/application'

const application = useApplication()

/** What a random part says of itself. */
interface Said {
  readonly values: Readonly<Record<string, unknown>>
  readonly children: readonly Said[]
}

const px = fc.integer({ min: 0, max: 24 }).map((fives) => fives * 5)
const sizing = { widthFrom: fc.constantFrom('fixed', 'fixed', 'content', 'fill'), heightFrom: fc.constantFrom('fixed', 'fixed', 'content', 'fill') }
const padding = fc.constantFrom(0, 0, 4, 10, 40)
const placed = { width: px, height: px, ...sizing, grow: fc.constantFrom(0, 0, 0, 1, 2) }
const leaf = fc.record({ values: fc.record(placed), children: fc.constant([]) })
const { tree } = fc.letrec<{ tree: Said }>((tie) => ({
  tree: fc.record({
    values: fc.record({
      ...placed, layout: fc.constantFrom('row', 'column'), gap: fc.constantFrom(0, 0, 6, 15), align: fc.constantFrom('start', 'center', 'end', 'stretch'),
      justify: fc.constantFrom('start', 'center', 'end', 'space-between', 'space-around', 'space-evenly'), paddingTop: padding, paddingRight: padding, paddingBottom: padding, paddingLeft: padding,
      wrap: fc.constantFrom(false, false, false, true),
    }),
    children: fc.array(fc.oneof({ depthSize: 'small', withCrossShrink: true }, leaf, tie('tree')), { minLength: 1, maxLength: 4 }),
  }),
}))

/** The outermost one fills nothing. */
const standing = ({ values, children }: Said): Said => ({ children, values: Object.fromEntries(Object.entries(values).map(([name, value]) => [name, value === 'fill' ? 'fixed' : value])) })

let count = 0
const nodeOf = ({ values, children }: Said): LayoutNode => {
  const kind: PartKind = children.length > 0 ? 'container' : 'box'
  return { id: `n${count++}`, kind, children: children.map(nodeOf), values: { ...INITIAL_VALUES, ...Object.fromEntries(propertiesOf(kind).map(({ name, initial }) => [name, initial])), ...values } }
}

const named = (node: LayoutNode): object => ({ id: node.id, values: node.values, children: node.children.map(named) })

test('200 random trees of rows and columns lie as in the browser, within half a pixel', async () => {
  const hands = application.hands()
  await hands.driver.get('about:blank')
  const trees = fc.sample(tree, { numRuns: 200, seed: Number(process.env.RHEOSCOPE_LAYOUT_SEED ?? 5) }).map(standing).map(nodeOf)
  const measured = await hands.driver.executeScript<Readonly<Record<string, readonly number[]>>[]>(`
    const AT = { start: 'flex-start', center: 'center', end: 'flex-end', stretch: 'stretch' }
    const elementOf = ({ id, values: v, children }, holder) => {
      const element = document.createElement('div')
      element.id = id
      const style = { boxSizing: 'border-box', flexShrink: '0', minWidth: '0', minHeight: '0', flexGrow: String(v.grow) }
      const isFlex = v.layout === 'row' || v.layout === 'column'
      if (isFlex) Object.assign(style, {
        display: 'flex', flexDirection: v.layout, flexWrap: v.wrap ? 'wrap' : 'nowrap', gap: v.gap + 'px', alignItems: AT[v.align], alignContent: 'flex-start',
        justifyContent: AT[v.justify] ?? v.justify, padding: [v.paddingTop, v.paddingRight, v.paddingBottom, v.paddingLeft].map((each) => each + 'px').join(' '),
      })
      for (const [side, from, size] of [['width', v.widthFrom, v.width], ['height', v.heightFrom, v.height]]) {
        const isAlong = holder && (holder.layout === 'row') === (side === 'width')
        if (from === 'fixed' || (from === 'content' && !isFlex)) style[side] = size + 'px'
        else if (!holder) style[side] = 'max-content'
        else if (from === 'content' && isAlong) style[side] = 'fit-content'
        else if (from === 'fill' && isAlong) Object.assign(style, { flexGrow: String(v.grow > 0 ? v.grow : 1), flexShrink: '1', flexBasis: '0px' })
        else if (from === 'fill') style.alignSelf = 'stretch'
      }
      Object.assign(element.style, style)
      element.append(...children.map((child) => elementOf(child, v)))
      return element
    }
    return arguments[0].map((tree) => {
      const ground = document.body.appendChild(document.createElement('div'))
      ground.style.cssText = 'position: absolute; left: 0; top: 0; width: 4000px'
      ground.append(elementOf(tree, null))
      const found = {}
      for (const element of ground.querySelectorAll('div')) {
        const [own, outer] = [element.getBoundingClientRect(), element.parentElement.getBoundingClientRect()]
        found[element.id] = [own.left - outer.left, own.top - outer.top, own.width, own.height]
      }
      ground.remove()
      return found
    })`, trees.map(named))
  const wrong = trees.flatMap((each, index) => {
    const places = layOut({ ...each, values: { ...each.values, x: 0, y: 0 } })
    return [...places].flatMap(([id, { x, y, width, height }]) => {
      const theirs = measured[index]![id]!
      const ours = [x, y, width, height]
      return ours.every((px, place) => Math.abs(px - theirs[place]!) <= 0.5) ? [] : [{ tree: index, id, ours, theirs }]
    })
  })
  expect(wrong).toEqual([])
})
