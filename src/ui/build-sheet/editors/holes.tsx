'use client'
import type { HolesField } from '@/core/fields/item'
import { formatLength } from '@/core/units/length'
import { Panel } from '../../primitives/panel'
import { useUnit } from '../../store/store'
import type { EditorProps } from './editor'
import { useWorkedOn } from './item'

/** Holes of the board: all that look like mounting holes, or chosen ones. */
export function HolesEditor({ spec, saved, report, write }: EditorProps<HolesField, 'mounting' | string[]>) {
  const unit = useUnit()
  const reference = useWorkedOn(report?.reference)
  const holes = reference?.board?.holes ?? []
  const chosen = saved === 'mounting' ? holes.filter((h) => h.mounting).map((h) => h.id) : saved
  const toggle = (id: string) => write(chosen.includes(id) ? chosen.filter((c) => c !== id) : [...chosen, id])
  const count = reference || saved !== 'mounting' ? `${chosen.length} ` : ''
  const size = chosen.length === 1 ? 'hole' : 'holes'
  return (
    <Panel
      label={spec.label}
      says={saved === 'mounting' ? `its ${count}mounting ${size}` : `${count}${size}`}
      className="w-80 overflow-auto p-3"
    >
      {holes.length === 0 && (
        <p className="text-soft">{reference ? 'The board has no round holes.' : 'The board is still being read.'}</p>
      )}
      {holes.map((h) => (
        <label key={h.id} className="flex gap-2 py-0.5">
          <input
            type="checkbox"
            className="mt-1.5 accent-(--figure)"
            checked={chosen.includes(h.id)}
            onChange={() => toggle(h.id)}
          />
          <span>
            {h.name}, Ø {formatLength(h.diameter, unit)} at {h.centre.map((c) => formatLength(c, unit)).join(', ')}
            <span className="block text-[13px] leading-snug text-soft">{h.why}</span>
          </span>
        </label>
      ))}
      {saved !== 'mounting' && (
        <button type="button" className="figure mt-2" onClick={() => write('mounting')}>
          all that look like mounting holes
        </button>
      )}
    </Panel>
  )
}
