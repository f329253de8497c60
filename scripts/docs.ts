/** Writes the sections on the kinds of steps into docs/file-format.md, from the kinds themselves. */
import { readFileSync, writeFileSync } from 'node:fs'
import { stepPages } from '../src/core/steps/describe'

const PAGE = 'docs/file-format.md'
const MARK = '<!-- steps -->'
const text = readFileSync(PAGE, 'utf8')
writeFileSync(PAGE, `${text.slice(0, text.indexOf(MARK))}${MARK}\n\n${stepPages()}\n`)
