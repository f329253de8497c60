'use client'
import { setPart } from '@/core/document/edits'
import { layByItself } from '@/core/document/print-edits'
import type { OnPlateView, PlateView } from '@/worker/plate-views'
import { LengthFigure } from '../../primitives/length-figure'
import { NumberFigure } from '../../primitives/number-figure'
import { useDocument, useProject } from '../../store/store'
import { useWorkOut } from '../../store/use-work-out'
import { type Moved, tenth, within } from './moved'

/** Where the part in hand lies, in figures. */
export function PlateFoot({
  lies,
  plate,
  plates,
  lay,
}: {
  lies: OnPlateView
  plate: number
  plates: readonly PlateView[]
  lay: (moved: Moved) => void
}) {
  const edit = useProject((s) => s.edit)
  const { parts } = useDocument()
  const count = parts[lies.id]?.count ?? 1
  const move = (change: Partial<Moved>) => lay({ lies, plate, at: lies.at, turned: lies.turned, ...change })
  const workOut = useWorkOut('document')
  const length = (text: string, take: (mm: number) => void) => {
    const value = workOut(text)
    if (value.ok) take(value.value)
  }
  return (
    <>
      <p>
        {lies.name}
        {count > 1 && `, ${lies.copy + 1} of ${count}`}, lies on plate{' '}
        <NumberFigure
          label="On which plate"
          formula={String(plate)}
          ending=""
          onChange={(_, v) => Number.isInteger(v) && v >= 1 && v <= plates.length + 1 && move({ plate: v })}
        />{' '}
        at{' '}
        <LengthFigure
          label="From the left"
          formula={String(tenth(lies.at[0]))}
          onChange={(t) => length(t, (x) => move({ at: [x, lies.at[1]] }))}
        />{' '}
        from the left and{' '}
        <LengthFigure
          label="From the front"
          formula={String(tenth(lies.at[1]))}
          onChange={(t) => length(t, (y) => move({ at: [lies.at[0], y] }))}
        />{' '}
        from the front, turned{' '}
        <NumberFigure
          label="Turned"
          formula={String(lies.turned)}
          ending="°"
          onChange={(_, v) => move({ turned: within(v) })}
        />
        {lies.byHand ? ', as it was laid by hand.' : ', by itself.'}
      </p>
      <p className="flex flex-wrap gap-x-5 text-soft">
        With this:
        <button type="button" className="figure" onClick={() => move({ turned: within(lies.turned + 90) })}>
          turn it by a quarter
        </button>
        <button type="button" className="figure" onClick={() => edit(setPart(lies.id, { count: count + 1 }))}>
          print one more of it
        </button>
        {count > 1 && (
          <button type="button" className="figure" onClick={() => edit(setPart(lies.id, { count: count - 1 }))}>
            print one less of it
          </button>
        )}
        {lies.byHand && (
          <button type="button" className="figure" onClick={() => edit(layByItself(lies.id, lies.copy))}>
            let it lie by itself
          </button>
        )}
      </p>
    </>
  )
}
