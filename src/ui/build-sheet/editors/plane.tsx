'use client'
import { useState } from 'react'
import { FACE_EDGES } from '@/core/fields/face-plane'
import { BASE_PLANES, type PlaneField, type SavedPlane } from '@/core/fields/plane'
import type { Pick } from '@/core/fit/picks'
import { Choose } from '../../primitives/choose'
import { LengthFigure } from '../../primitives/length-figure'
import { Panel } from '../../primitives/panel'
import { useProject } from '../../store/store'
import type { EditorProps } from './editor'

type OnFacePlane = Extract<SavedPlane, { part: string }>

function wordsOf(saved: OnFacePlane, nameOf: (part: string) => string): string {
  const face = `a face of ${nameOf(saved.part)}`
  const flat = saved.and ? `midway between ${face} and one of ${nameOf(saved.and.part)}` : face
  return saved.edge ? `${flat}, turned ${saved.angle ?? '90'}° about ${FACE_EDGES[saved.edge]}` : flat
}

/** The plane of a drawing: one of the project's own, or a face that is picked in the scene. */
export function PlaneEditor({ spec, saved, write }: EditorProps<PlaneField, SavedPlane>) {
  const [open, setOpen] = useState(false)
  const parts = useProject((s) => s.build?.parts) ?? []
  const picks = useProject((s) => s.picks)
  const faces = picks.filter((p) => p.kept && p.reference === undefined)
  const [flat, second] = faces.filter((p) => p.shape.kind === 'plane')
  const nameOf = (part: string) => parts.find((p) => p.id === part)?.name ?? 'a part'
  const name = 'base' in saved ? BASE_PLANES[saved.base] : wordsOf(saved, nameOf)
  const take = (next: SavedPlane) => {
    write(next)
    setOpen(false)
  }
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
        {(Object.keys(BASE_PLANES) as (keyof typeof BASE_PLANES)[]).map((base) => (
          <button key={base} type="button" className="figure" onClick={() => take({ base, off: saved.off })}>
            {BASE_PLANES[base]}
          </button>
        ))}
        {flat ? (
          <button
            type="button"
            className="figure"
            onClick={() => take({ part: flat.owner, face: flat.kept!, off: saved.off, datum: 'middle' })}
          >
            the face of {flat.ownerName} that is picked
          </button>
        ) : (
          <p className="text-soft">Or pick a flat face of a part in the scene first.</p>
        )}
        <p>
          <LengthFigure label="How far off it" formula={saved.off} onChange={(off) => write({ ...saved, off })} /> off
          it
        </p>
        {flat && second && (
          <button
            type="button"
            className="figure"
            onClick={() => take({ part: flat.owner, face: flat.kept!, and: { part: second.owner, face: second.kept! }, off: '0', datum: 'middle' })} // prettier-ignore
          >
            midway between the two faces that are picked
          </button>
        )}
        {'part' in saved && <OnFace saved={saved} picked={faces[0]} write={write} />}
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

/** The datum of a plane on a face, and an edge that it is turned about. */
function OnFace({
  saved,
  picked,
  write,
}: {
  saved: OnFacePlane
  picked: Pick | undefined
  write: (next: SavedPlane) => void
}) {
  const other = picked ? { part: picked.owner, face: picked.kept! } : saved.of
  const { edge: _, angle: __, ...flat } = saved
  return (
    <>
      <p>
        Its datum is{' '}
        <Choose
          label="The datum"
          value={saved.datum}
          options={{
            middle: 'the middle of the face',
            corner: 'its lower left corner',
            ...(other ? { other: 'the middle or axis of the face that is picked' } : {}),
          }}
          onChange={(datum) =>
            write({
              ...saved,
              datum: datum as OnFacePlane['datum'],
              ...(datum === 'other' && other ? { of: other } : {}),
            })
          }
        />
      </p>
      {!other && <p className="text-soft">With another face picked, its middle or axis can be the datum.</p>}
      <p>
        It is{' '}
        <Choose
          label="How it stands to the face"
          value={saved.edge ?? 'flat'}
          options={{ flat: 'the face itself', ...Object.fromEntries(Object.entries(FACE_EDGES).map(([k, words]) => [k, `turned about ${words}`])) }} // prettier-ignore
          onChange={(edge) => write(edge === 'flat' ? flat : { ...saved, edge: edge as keyof typeof FACE_EDGES, angle: saved.angle ?? '90' })} // prettier-ignore
        />
        {saved.edge && (
          <>
            {' by '}
            <input
              aria-label="The angle it is turned by"
              key={saved.angle}
              defaultValue={saved.angle ?? '90'}
              size={5}
              className="border-b-[1.5px] border-figure bg-transparent px-1 font-semibold text-figure outline-none"
              onBlur={(e) => e.target.value.trim() && e.target.value !== saved.angle && write({ ...saved, angle: e.target.value.trim() })} // prettier-ignore
              onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
            />
            °
          </>
        )}
      </p>
    </>
  )
}
