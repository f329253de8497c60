import { DamagedFile } from '../limits'
import { readXml } from '../xml'

/** An element of an SVG with what stands in it. */
export interface Element {
  name: string
  attributes: Record<string, string>
  children: Element[]
  parent: Element | undefined
  /** Of style sheets. */
  text: string
}

export const MOST_ELEMENTS = 200_000

/** @throws DamagedFile */
export function readElements(text: string): Element | undefined {
  let root: Element | undefined
  const open: Element[] = []
  let count = 0
  readXml(text, 'SVG', {
    open: (name, attributes) => {
      if ((count += 1) > MOST_ELEMENTS) throw new DamagedFile(`The SVG has more than ${MOST_ELEMENTS} elements.`)
      const element: Element = { name, attributes, children: [], parent: open.at(-1), text: '' }
      open.at(-1)?.children.push(element)
      root ??= element
      open.push(element)
    },
    close: () => void open.pop(),
    text: (part) => {
      const here = open.at(-1)
      if (here?.name === 'style') here.text += part
    },
  })
  return root
}

/** Calls for an element and all in it. */
export function forEach(e: Element, visit: (e: Element) => void): void {
  visit(e)
  for (const child of e.children) forEach(child, visit)
}
