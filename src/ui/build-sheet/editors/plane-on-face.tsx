'use client'
import { DATUMS } from '@/core/fields/face-frame'
import { FACE_EDGES, type SavedFacePlane } from '@/core/fields/face-plane'
import type { PickedFace } from '@/core/fields/picked-face'
import { ALONG, type Along, type SavedEdgePlane } from '@/core/fields/square-plane'
import { Choose } from '../../primitives/choose'
import { NumberFigure } from '../../primitives/number-figure'

/** Where along its axis or edge a plane stands square to it. */
export const OnAxisOrEdge = ({ at, onChange }: { at: Along; onChange: (at: Along) => void }) => (
  <p>
    It stands <Choose label="Where along it" value={at} options={ALONG} onChange={(next) => onChange(next as Along)} />
  </p>
)

/** How a plane lies to an edge: square to it at a place, or through it, turned from the face beside it. */
export function OnEdge({ saved, write }: { saved: SavedEdgePlane; write: (next: SavedEdgePlane) => void }) {
  const { angle, from, ...square } = saved
  return (
    <>
      <p>
        It{' '}
        <Choose
          label="How it lies to the edge"
          value={angle === undefined ? 'square' : 'through'}
          options={{ square: 'is square to the edge', through: 'goes through the edge' }}
          onChange={(how) => write(how === 'square' ? square : { ...square, angle: '45', from: from ?? 'first' })}
        />
        {angle !== undefined && (
          <>
            {', '}
            <NumberFigure
              label="The angle to the face"
              formula={angle}
              ending="°"
              onChange={(next) => write({ ...saved, angle: next })}
            />
            {' from '}
            <Choose
              label="The face it is turned from"
              value={from ?? 'first'}
              options={{ first: 'one face', second: 'the other face' }}
              onChange={(next) => write({ ...saved, from: next as 'first' | 'second' })}
            />
          </>
        )}
      </p>
      {angle === undefined && <OnAxisOrEdge at={saved.at} onChange={(at) => write({ ...saved, at })} />}
    </>
  )
}

/** How a plane lies to a round face: square to its axis, or touching its outside at an angle. */
export function OnRoundFace({ saved, write }: { saved: SavedFacePlane; write: (next: SavedFacePlane) => void }) {
  const { touch, ...square } = saved
  return (
    <p>
      It is{' '}
      <Choose
        label="How it lies to the round face"
        value={touch === undefined ? 'square' : 'touch'}
        options={{ square: 'square to its axis', touch: 'touching its outside' }}
        onChange={(how) => write(how === 'square' ? square : { ...saved, touch: touch ?? '0' })}
      />
      {touch !== undefined && (
        <>
          {' at '}
          <NumberFigure
            label="The angle at which it touches"
            formula={touch}
            ending="°"
            onChange={(next) => write({ ...saved, touch: next })}
          />
          <span className="text-soft"> from the right, anticlockwise from above</span>
        </>
      )}
    </p>
  )
}

/** The datum of a plane on a flat face, and an edge that it is turned about. */
export function OnFlatFace({
  saved,
  picked,
  write,
}: {
  saved: SavedFacePlane
  picked: PickedFace | undefined
  write: (next: SavedFacePlane) => void
}) {
  const other = picked ?? saved.of
  const { edge: _, angle: __, ...flat } = saved
  return (
    <>
      <p>
        Its datum is{' '}
        <Choose
          label="The datum"
          value={saved.datum}
          options={{
            ...Object.fromEntries(Object.entries(DATUMS).map(([datum, [, , words]]) => [datum, words])),
            ...(other ? { other: 'the middle or axis of the face that is picked' } : {}),
          }}
          onChange={(datum) =>
            write({
              ...saved,
              datum: datum as SavedFacePlane['datum'],
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
            <NumberFigure
              label="The angle it is turned by"
              formula={saved.angle ?? '90'}
              ending="°"
              onChange={(angle) => write({ ...saved, angle })}
            />
          </>
        )}
      </p>
    </>
  )
}
