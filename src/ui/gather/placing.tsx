'use client'
import { removeMove, setMove, setPlacing, turnReference } from '@/core/document/edits'
import type { PlacingMove } from '@/core/document/placing-schema'
import type { ProjectReference } from '@/core/document/schema'
import type { ReferenceView } from '@/worker/views'
import { newId } from '../new-id'
import { Choose } from '../primitives/choose'
import { Degrees } from '../primitives/degrees'
import { LengthFigure } from '../primitives/length-figure'
import { Menu } from '../primitives/menu'
import { Remove, Trouble } from '../primitives/small'
import { useProject } from '../store/store'

/** Where a reference is put: as sentences, each of which can be changed or taken out. */
export function Placing({ reference, settings }: { reference: ReferenceView; settings: ProjectReference }) {
  const edit = useProject((s) => s.edit)
  const add = (move: PlacingMove) => edit(setMove(settings.id, move))
  return (
    <div className="py-1 text-[15px] leading-snug text-soft">
      <p>
        It lies{' '}
        <Choose
          label="Placing"
          value={settings.placing}
          options={{ board: 'with the board’s middle at the origin', 'as-in-file': 'as in its file' }}
          onChange={(v) => edit(setPlacing(reference.id, v as 'board'))}
        />
        {settings.placing === 'board' && (
          <>
            . Turn it a quarter about{' '}
            {(['x', 'y', 'z'] as const).map((axis) => (
              <button
                key={axis}
                type="button"
                className="figure mr-2"
                onClick={() => edit(turnReference(reference.id, axis))}
              >
                {axis}
              </button>
            ))}
          </>
        )}
        .
      </p>
      {settings.moves.length > 0 && (
        <ol aria-label={`How ${settings.name} is put`} className="list-decimal pl-5">
          {settings.moves.map((move) => (
            <li key={move.id}>
              <Sentence move={move} reference={settings.id} />{' '}
              <Remove label="Take this out" act={() => edit(removeMove(settings.id, move.id))} />
              <Trouble problem={reference.moveProblems[move.id]} />
            </li>
          ))}
        </ol>
      )}
      <Menu
        align="start"
        className="figure"
        acts={[
          ['Middle of the whole over the origin', () => add({ id: newId(), kind: 'middle', of: 'box' })],
          ['Middle of its board over the origin', () => add({ id: newId(), kind: 'middle', of: 'board' })],
          ['Middle of its holes over the origin', () => add({ id: newId(), kind: 'middle', of: 'holes' })],
          ['Move it by lengths', () => add({ id: newId(), kind: 'move', by: ['0', '0', '0'] })],
          ['Turn it by an angle', () => add({ id: newId(), kind: 'turn', axis: 'z', degrees: 90 })],
        ]}
      >
        Put it elsewhere …
      </Menu>{' '}
      <span className="text-[14px]">or pick a face of it in the scene.</span>
    </div>
  )
}

const OF = { box: 'the whole', board: 'the board', holes: 'its holes' } as const

function Sentence({ move, reference }: { move: PlacingMove; reference: string }) {
  const edit = useProject((s) => s.edit)
  const others = useProject((s) => s.history.present.references)
  const change = (next: PlacingMove) => edit(setMove(reference, next))
  const nameOf = (id: string) => others.find((r) => r.id === id)?.name ?? 'what is gone'
  switch (move.kind) {
    case 'middle':
      return (
        <>
          The middle of{' '}
          <Choose
            label="Whose middle"
            value={move.of}
            options={OF}
            onChange={(of) => change({ ...move, of: of as 'box' })}
          />{' '}
          goes over the origin
        </>
      )
    case 'ground':
      return <>A face of {move.face.item} goes down to the ground</>
    case 'along-x':
      return <>An edge goes along x</>
    case 'meet':
      return (
        <>
          A face of {move.face.item} goes against one of {nameOf(move.with.reference)},{' '}
          <LengthFigure label="Gap between the faces" formula={move.gap} onChange={(gap) => change({ ...move, gap })} />{' '}
          apart
        </>
      )
    case 'line-up':
      return (
        <>
          A round face of {move.face.item} goes about the axis of one of {nameOf(move.with.reference)}
        </>
      )
    case 'move':
      return (
        <>
          It moves by{' '}
          {(['x', 'y', 'z'] as const).map((axis, k) => (
            <span key={axis}>
              {axis}{' '}
              <LengthFigure
                label={`Move along ${axis}`}
                formula={move.by[k]!}
                onChange={(typed) =>
                  change({ ...move, by: move.by.map((v, i) => (i === k ? typed : v)) as typeof move.by })
                }
              />{' '}
            </span>
          ))}
        </>
      )
    case 'turn':
      return (
        <>
          It turns about{' '}
          <Choose
            label="Axis of the turn"
            value={move.axis}
            options={{ x: 'x', y: 'y', z: 'z' }}
            onChange={(axis) => change({ ...move, axis: axis as 'x' })}
          />{' '}
          by{' '}
          <Degrees label="Angle in degrees" value={move.degrees} onChange={(degrees) => change({ ...move, degrees })} />
        </>
      )
  }
}
