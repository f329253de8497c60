'use client'
import { useEffect, useState } from 'react'
import { layByHand, layByItself, setPlatesApart } from '@/core/document/print-edits'
import type { PlateView } from '@/worker/plate-views'
import { useEngine } from '../../actions/actions-context'
import { LengthFigure } from '../../primitives/length-figure'
import { useDocument, useProject } from '../../store/store'
import { useWorkOut } from '../../store/use-work-out'
import { PlateFoot } from './plate-foot'
import { PlatePlan } from './plate-plan'
import { isSame, type Moved } from './moved'

/** The plates from above, in place of the scene, while parts stand side by side for the printer. */
export function PlatesDesk() {
  const shown = useProject((s) => s.place === 'print' && s.arrangement === 'bed')
  return shown ? <Plates /> : null
}

function Plates() {
  const project = useDocument()
  const plates = usePlates()
  const edit = useProject((s) => s.edit)
  const workOut = useWorkOut('document')
  const set = useProject((s) => s.set)
  const picked = useProject((s) => s.onPlate)
  const lay = ({ lies, plate, at, turned }: Moved) =>
    edit(layByHand({ part: lies.id, copy: lies.copy, plate, at: [at[0], at[1]], turned }))
  const count = plates?.reduce((n, p) => n + p.lies.length, 0) ?? 0
  const inHand = plates?.flatMap(({ lies }, n) => lies.map((l) => ({ lies: l, plate: n + 1 }))).find((l) => isSame(l.lies, picked)) // prettier-ignore
  return (
    <section
      aria-label="Plates"
      aria-busy={!plates}
      className="absolute inset-0 z-10 flex flex-col bg-scene"
      onKeyDown={(e) => e.key === 'Escape' && set({ onPlate: undefined })}
    >
      <p className="flex flex-wrap items-baseline gap-x-5 px-4 py-2.5 text-[15px]">
        <span className="font-semibold">
          {plates
            ? `${count} ${count === 1 ? 'part' : 'parts'} on ${plates.length} ${plates.length === 1 ? 'plate' : 'plates'}`
            : 'Laying the parts …'}
        </span>
        <span className="text-soft">
          Room between them{' '}
          <LengthFigure
            label="Room between parts"
            formula={String(project.plates.apart)}
            least={0}
            onChange={(formula) => {
              const mm = workOut(formula)
              if (mm.ok) edit(setPlatesApart(Math.min(200, mm.value)))
            }}
          />
        </span>
        {project.plates.laid.length > 0 && (
          <button type="button" className="figure" onClick={() => edit(layByItself())}>
            let all lie by themselves
          </button>
        )}
        <button type="button" className="figure" onClick={() => set({ arrangement: 'assembled' })}>
          show them as they belong together
        </button>
      </p>
      <div
        className={`grid min-h-0 flex-1 gap-4 overflow-y-auto px-4 pb-3 ${(plates?.length ?? 0) > 1 ? 'auto-rows-[minmax(260px,1fr)] grid-cols-2' : 'grid-cols-1 grid-rows-1'}`}
      >
        {plates?.map((plate, n) => (
          <PlatePlan
            key={n}
            plate={plate}
            number={n + 1}
            of={plates.length}
            bed={project.printer.bed}
            picked={picked}
            pick={(l) => set({ onPlate: l && { part: l.id, copy: l.copy } })}
            lay={lay}
          />
        ))}
      </div>
      <div
        role="group"
        aria-label="What lies on the plate"
        className="m-4 mt-0 min-h-[84px] border-t-2 border-ink bg-sheet px-4 py-2.5 text-[15px]"
      >
        {inHand ? (
          <PlateFoot lies={inHand.lies} plate={inHand.plate} plates={plates!} lay={lay} />
        ) : (
          <p className="text-soft">
            Parts lie by themselves until one is dragged, or moved with the arrow keys; R turns it by a quarter. A dot
            marks those that lie by hand.
          </p>
        )}
      </div>
    </section>
  )
}

/** The plates as an export would have them; the last ones while they are laid anew. */
function usePlates(): PlateView[] | undefined {
  const engine = useEngine()
  const project = useDocument()
  const build = useProject((s) => s.build)
  const [plates, setPlates] = useState<PlateView[]>()
  useEffect(() => {
    let current = true
    engine.plates(project).then(
      (next) => current && setPlates(next),
      () => {},
    )
    return () => {
      current = false
    }
  }, [engine, project, build])
  return plates
}
