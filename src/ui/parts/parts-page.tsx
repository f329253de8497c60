'use client'
import { Notes } from './notes'
import { PartList } from './part-list'
import { Variants } from './variants'

/** What there is: the list of parts, the variants of the project, and what is to be remembered. */
export function PartsPage() {
  return (
    <>
      <PartList />
      <Variants />
      <Notes />
    </>
  )
}
