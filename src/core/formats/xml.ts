import { SaxesParser, type SaxesTagPlain } from 'saxes'
import { DamagedFile } from './limits'

export interface XmlHandler {
  /** Names come without their namespace prefix; attributes keep theirs. */
  open: (name: string, attributes: Record<string, string>) => void
  close?: (name: string) => void
  text?: (text: string) => void
}

/** Nothing real is nested deeper. */
const DEEPEST = 256

/**
 * Reads XML strictly. A document that defines entities of its own is refused, so nothing can be blown up or fetched.
 * @throws DamagedFile
 */
export function readXml(text: string, what: string, handler: XmlHandler): void {
  const parser = new SaxesParser()
  let depth = 0
  const local = (tag: SaxesTagPlain) => tag.name.replace(/^.*:/, '')
  parser.on('error', (error) => {
    const [, line, column, why] = /^(?:\D*:)?(\d+):(\d+): (.*?)\.*$/s.exec(error.message) ?? []
    const place = line ? ` at line ${line}, column ${column}: ${why}` : `: ${error.message.replace(/\.+$/, '')}`
    throw new DamagedFile(`The ${what} is damaged${place}.`)
  })
  parser.on('doctype', (doctype) => {
    if (/<!ENTITY/i.test(doctype))
      throw new DamagedFile(`The ${what} defines entities of its own, which could hide anything. It is not read.`)
  })
  parser.on('opentag', (tag) => {
    depth += 1
    if (depth > DEEPEST) throw new DamagedFile(`The ${what} is nested more than ${DEEPEST} deep.`)
    handler.open(local(tag), tag.attributes)
  })
  parser.on('closetag', (tag) => {
    depth -= 1
    handler.close?.(local(tag))
  })
  if (handler.text) parser.on('text', handler.text)
  parser.write(text.replace(/^\uFEFF/, '')).close()
}
