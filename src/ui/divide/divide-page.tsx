'use client'
import { Cuts } from './cuts'
import { Pieces } from './pieces'
import { PutTogether } from './put-together'

/** Parts made into pieces: how large they are, where they are cut, what joins them, and how they go together. */
export function DividePage() {
  return (
    <>
      <Pieces />
      <Cuts />
      <PutTogether />
    </>
  )
}
