import type { SavedBodies } from '@/core/fields/bodies'
import type { SavedTaken } from '@/core/fields/taken-edges'
import type { Pick } from '@/core/fit/picks'
import { pickedEdgeOf, pickedFaceOf, pickedRoundOf } from '@/core/steps/picked'
import type { BuildView } from '@/worker/views'

type References = BuildView['references'] | undefined

/** What a drawing would keep of faces that are picked, of parts and of items. */
export const facesOf = (picks: readonly Pick[], references: References): SavedTaken[] =>
  picks.flatMap((p) => pickedFaceOf(p, references ?? []) ?? [])

/** What it would keep of the edges that picks lie by: each piece alone, or with what runs on from it without a corner. */
export const edgesOf = (picks: readonly Pick[], run: 'piece' | 'smooth'): SavedTaken[] =>
  picks.flatMap((p) => pickedEdgeOf(p, run) ?? [])

/** The edges that picks lie by with all that runs on round their faces: an outline, or the rim of a hole. */
export const roundsOf = (picks: readonly Pick[]): SavedTaken[] => picks.flatMap((p) => pickedRoundOf(p) ?? [])

/** The parts and items that picks are on. */
export function bodiesOf(picks: readonly Pick[]): Omit<SavedBodies, 'at'> {
  const parts = [...new Set(picks.flatMap((p) => (p.reference === undefined ? [p.owner] : [])))]
  const items = new Map(picks.flatMap((p) => (p.reference === undefined ? [] : [[`${p.reference} ${p.owner}`, { reference: p.reference, item: p.owner }] as const]))) // prettier-ignore
  return { parts, items: [...items.values()] }
}
