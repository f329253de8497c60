'use client'
import { PartList } from './part-list'
import { Variants } from './variants'

/** What there is: the list of parts, and the variants of the project. */
export function PartsPage() {
  return (
    <>
      <PartList />
      <Variants />
    </>
  )
}
