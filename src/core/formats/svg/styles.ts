import { selectAll } from 'css-select'
import * as csstree from 'css-tree'
import { type Element, forEach } from './element'

/** What of a style says whether and where something is drawn. */
export interface Style {
  display?: string
  visibility?: string
  transform?: string
}
type Property = keyof Style
const PROPERTIES: readonly Property[] = ['display', 'visibility', 'transform']

/** How a document is walked when selectors are looked for in it. */
type Adapter = NonNullable<NonNullable<Parameters<typeof selectAll<Element, Element>>[2]>['adapter']>
const ADAPTER: Adapter = {
  isTag: (node): node is Element => node !== undefined,
  getAttributeValue: (e, name) => e.attributes[name],
  getChildren: (e) => e.children,
  getName: (e) => e.name,
  getParent: (e) => e.parent ?? null,
  getSiblings: (e) => e.parent?.children ?? [e],
  getText: (e) => e.text,
  hasAttrib: (e, name) => name in e.attributes,
  removeSubsets: (nodes) => nodes,
}

/**
 * The styles of a document's elements: attributes first, over them the rules of its style sheets in their order, over
 * those what an element says of itself. What in a style sheet cannot be read is passed over and counted.
 */
export function stylesOf(root: Element): { styleOf: (e: Element) => Style; unread: number } {
  const byRules = new Map<Element, Style>()
  let unread = 0
  forEach(root, (e) => {
    if (e.name !== 'style' || e.text.trim() === '') return
    const sheet = csstree.parse(e.text, { onParseError: () => (unread += 1) })
    csstree.walk(sheet, {
      visit: 'Rule',
      enter: (rule) => {
        const style = declared(rule.block)
        if (Object.keys(style).length === 0) return
        try {
          for (const hit of selectAll(csstree.generate(rule.prelude), root.parent ?? [root], {
            adapter: ADAPTER,
            xmlMode: true,
          }))
            // prettier-ignore
            byRules.set(hit, { ...byRules.get(hit), ...style })
        } catch {
          unread += 1
        }
      },
    })
  })
  const styleOf = (e: Element): Style => {
    const own: Style = {}
    for (const name of PROPERTIES) if (e.attributes[name] !== undefined) own[name] = e.attributes[name]
    if (e.attributes.style === undefined) return { ...own, ...byRules.get(e) }
    const inline = csstree.parse(e.attributes.style, { context: 'declarationList', onParseError: () => {} })
    return { ...own, ...byRules.get(e), ...declared(inline) }
  }
  return { styleOf, unread }
}

function declared(block: csstree.CssNode): Style {
  const style: Style = {}
  csstree.walk(block, {
    visit: 'Declaration',
    enter: ({ property, value }) => {
      const name = PROPERTIES.find((p) => p === property.toLowerCase())
      if (name) style[name] = csstree.generate(value)
    },
  })
  return style
}
