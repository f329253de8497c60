'use client'
import { useState } from 'react'
import { FACE_EDGES, type SavedFacePlane } from '@/core/fields/face-plane'
import { BASE_PLANES, type PlaneField, type SavedPlane } from '@/core/fields/plane'
import type { PickedFace } from '@/core/fields/picked-face'
import { ALONG } from '@/core/fields/square-plane'
import type { Pick } from '@/core/fit/picks'
import { isRoundOutside, pickedFaceOf, throughPickedEdge, touching } from '@/core/steps/picked'
import { LengthFigure } from '../../primitives/length-figure'
import { Panel } from '../../primitives/panel'
import { useProject } from '../../store/store'
import type { EditorProps } from './editor'
import { OnAxisOrEdge, OnEdge, OnFlatFace, OnRoundFace } from './plane-on-face'

type NameOf = (face: { part: string } | { reference: string; face: { item: string } }) => string

function wordsOf(saved: SavedPlane, nameOf: NameOf, isRound: boolean): string {
  if ('base' in saved) return BASE_PLANES[saved.base]
  if ('along' in saved && saved.angle !== undefined)
    return `a plane through an edge of ${nameOf(saved)}, at ${saved.angle}°`
  if ('along' in saved) return `square to an edge of ${nameOf(saved)}, ${ALONG[saved.at]}`
  if (saved.touch !== undefined) return `touching ${nameOf(saved)} at ${saved.touch}°, ${ALONG[saved.at ?? 'middle']}`
  if (isRound) return `square to an axis of ${nameOf(saved)}, ${ALONG[saved.at ?? 'middle']}`
  const face = `a face of ${nameOf(saved)}`
  const flat = saved.and ? `midway between ${face} and one of ${nameOf(saved.and)}` : face
  return saved.edge ? `${flat}, turned ${saved.angle ?? '90'}° about ${FACE_EDGES[saved.edge]}` : flat
}

/** The plane of a drawing: one of the project's own, a face that is picked in the scene, or one square to an axis or an edge. */
export function PlaneEditor({ spec, saved, write }: EditorProps<PlaneField, SavedPlane>) {
  const [open, setOpen] = useState(false)
  const build = useProject((s) => s.build)
  const picks = useProject((s) => s.picks)
  const nameOf: NameOf = (of) => {
    if ('part' in of) return build?.parts.find((p) => p.id === of.part)?.name ?? 'a part'
    return build?.references.find((r) => r.id === of.reference)?.items.find((i) => i.id === of.face.item)?.name ?? 'an item' // prettier-ignore
  }
  const name = wordsOf(saved, nameOf, 'face' in saved && saved.at !== undefined)
  const offered = offersOf(picks, (p) => pickedFaceOf(p, build?.references ?? []))
  return (
    <>
      <Panel
        label={spec.label}
        says={name}
        figure={{ 'aria-label': `${spec.label}, ${name}` }}
        className="flex flex-col items-start gap-1 p-3"
        open={open}
        setOpen={setOpen}
      >
        {[...BASES, ...offered].map(({ words, plane }) => (
          <button
            key={words}
            type="button"
            className="figure"
            onClick={() => {
              write({ ...plane, off: 'and' in plane ? '0' : saved.off } as SavedPlane)
              setOpen(false)
            }}
          >
            {words}
          </button>
        ))}
        {offered.length === 0 && (
          <p className="text-soft">Or pick a face, or a face beside an edge, in the scene first.</p>
        )}
        <p>
          <LengthFigure label="How far off it" formula={saved.off} onChange={(off) => write({ ...saved, off })} /> off
          it
        </p>
        <Lies saved={saved} picked={picks[0] && pickedFaceOf(picks[0], build?.references ?? [])} write={write} />
      </Panel>
      {saved.off !== '0' && (
        <>
          {', '}
          <LengthFigure label="How far off it" formula={saved.off} onChange={(off) => write({ ...saved, off })} />
          {' off it'}
        </>
      )}
    </>
  )
}

/** How it lies to what it was picked by. */
function Lies({
  saved,
  picked,
  write,
}: {
  saved: SavedPlane
  picked: PickedFace | undefined
  write: (next: SavedPlane) => void
}) {
  if ('base' in saved) return null
  if ('along' in saved)
    return <OnEdge saved={saved} write={(next) => write({ ...next, off: saved.off } as SavedPlane)} />
  if (saved.at !== undefined)
    return (
      <>
        <OnRoundFace saved={saved} write={(next) => write({ ...next, off: saved.off } as SavedPlane)} />
        <OnAxisOrEdge at={saved.at} onChange={(at) => write({ ...saved, at })} />
      </>
    )
  return <OnFlatFace saved={saved} picked={picked} write={(next) => write({ ...next, off: saved.off } as SavedPlane)} />
}

interface Offered {
  words: string
  plane: object
}
const BASES: readonly Offered[] = Object.entries(BASE_PLANES).map(([base, words]) => ({ words, plane: { base } }))

/** The planes that what is picked makes. */
function offersOf(picks: readonly Pick[], keep: (pick: Pick) => PickedFace | undefined): Offered[] {
  const faces = picks.flatMap((pick) => {
    const face = keep(pick)
    return face ? [{ pick, face }] : []
  })
  const [flat, second] = faces.filter((f) => f.pick.shape.kind === 'plane')
  const round = faces.find((f) => 'axis' in f.pick.shape)
  const edged = picks.find((p) => p.reference === undefined && p.edge?.kept)
  const datum: SavedFacePlane['datum'] = 'middle'
  return [
    ...(flat ? [{ words: `the face of ${flat.pick.ownerName} that is picked`, plane: { ...flat.face, datum } }] : []),
    ...(round ? [{ words: `square to the axis of the round face of ${round.pick.ownerName} that is picked`, plane: { ...round.face, datum, at: 'middle' } }] : []), // prettier-ignore
    ...(round && isRoundOutside(round.pick.shape) ? [{ words: `touching the round face of ${round.pick.ownerName} where it is picked`, plane: touching(round.face, round.pick.shape, round.pick.point) }] : []), // prettier-ignore
    ...(edged ? [{ words: `square to the edge of ${edged.ownerName} beside what is picked`, plane: { part: edged.owner, along: { ...edged.edge!.kept!, run: 'piece' }, at: 'middle' } }] : []), // prettier-ignore
    ...(edged ? [{ words: `through that edge, at 45° to the face that is picked`, plane: throughPickedEdge(edged)! }] : []), // prettier-ignore
    ...(flat && second ? [{ words: 'midway between the two faces that are picked', plane: { ...flat.face, and: second.face, datum } }] : []), // prettier-ignore
  ]
}
