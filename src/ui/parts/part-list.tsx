'use client'
import { repaintFace, setPart } from '@/core/document/edits'
import { filamentOf, type ListedPart, partList } from '@/core/print/part-list'
import { formatLength, formatVolume } from '@/core/units/length'
import { type Material, MATERIALS } from '@/core/units/materials'
import { Choose } from '../primitives/choose'
import { Heading } from '../primitives/heading'
import { NameInput } from '../primitives/name-input'
import { Remove } from '../primitives/small'
import { useDocument, useProject, useUnit } from '../store/store'

const AS_PRINTER = 'what the printer has in'
const grams = (g: number | undefined) =>
  g === undefined ? 'of unknown mass' : `${g < 100 ? g.toFixed(1) : g.toFixed(0)} g`

/** Every part with its count, size, volume and mass, and the sums. */
export function PartList() {
  const document = useDocument()
  const parts = useProject((s) => s.build?.parts)
  const unit = useUnit()
  const { parts: listed, total } = partList(
    document,
    (parts ?? []).map((p) => ({ ...p, bounds: p.body.bounds })),
  )
  const format = (mm: number) => formatLength(mm, unit)
  const groups = [...new Set(listed.map((p) => p.group))].sort()
  return (
    <section aria-label="List of parts">
      <Heading aside={`${total.count} to print`}>Parts</Heading>
      {listed.length === 0 && <p className="py-1 text-soft">There is no part yet; steps in Shape make them.</p>}
      {groups.map((group) => (
        <div key={group}>
          {group && <h3 className="pt-2 text-[13.5px] font-semibold text-soft">{group}</h3>}
          <ul>
            {listed
              .filter((p) => p.group === group)
              .map((p) => (
                <Part key={p.id} part={p} />
              ))}
          </ul>
        </div>
      ))}
      {listed.length > 0 && (
        <p className="border-t border-rule py-2 text-[15px]">
          All together <b>{formatVolume(total.volume)}</b>, <b>{grams(total.mass)}</b>
          {total.middle && (
            <span className="text-soft">
              ; as they belong together, the middle of mass is at {total.middle.map(format).join(', ')}
            </span>
          )}
          . <span className="text-soft">Masses are of solid parts; what a print fills less weighs less.</span>
        </p>
      )}
    </section>
  )
}

/** The faces of a part that have colours of their own. */
function PaintedFaces({ part }: { part: ListedPart }) {
  const faces = useProject((s) => s.history.present.parts[part.id]?.faces)
  const lost = useProject((s) => s.build?.parts.find((p) => p.id === part.id)?.painted?.lost)
  const edit = useProject((s) => s.edit)
  if (!faces?.length) return null
  return (
    <p className="flex flex-wrap items-center gap-x-3 text-[14px] text-soft">
      Faces in other colours:
      {faces.map(({ color }, nth) => (
        <span key={nth} className="inline-flex items-center gap-1">
          <input
            type="color"
            aria-label={`Colour of face ${nth + 1} of ${part.name}`}
            value={color}
            className="size-5 cursor-pointer border-0 bg-transparent p-0"
            onChange={(e) => edit(repaintFace(part.id, nth, e.target.value), { group: `face ${part.id} ${nth}` })}
          />
          {lost?.includes(nth) && <span className="text-rust">■ gone</span>}
          <Remove
            label={`Face ${nth + 1} of ${part.name} as the part`}
            act={() => edit(repaintFace(part.id, nth, undefined))}
          />
        </span>
      ))}
    </p>
  )
}

function Part({ part }: { part: ListedPart }) {
  const document = useDocument()
  const edit = useProject((s) => s.edit)
  const color = useProject((s) => s.build?.parts.find((p) => p.id === part.id)?.color)
  const unit = useUnit()
  const format = (mm: number) => formatLength(mm, unit)
  const own = document.parts[part.id]
  const usual = filamentOf(document)
  return (
    <li className="border-t border-hair py-2 first:border-t-0">
      <p className="flex items-baseline gap-2">
        <span aria-hidden className="size-3 self-center rounded-[2px]" style={{ background: color }} />
        <NameInput
          label={`Name of ${part.name}`}
          name={part.name}
          className="flex-1 font-semibold"
          onName={(name) => edit(setPart(part.id, { name }))}
        />
        <label className="text-[14px] text-soft">
          printed{' '}
          <input
            key={part.count}
            type="number"
            min={1}
            max={999}
            aria-label={`How many of ${part.name}`}
            defaultValue={part.count}
            className="w-12 border-b border-dotted border-figure bg-transparent text-right font-semibold text-figure outline-none focus:border-solid"
            onBlur={(e) => {
              const count = Math.round(Number(e.target.value))
              if (count >= 1 && count <= 999) edit(setPart(part.id, { count }))
              else e.target.value = String(part.count)
            }}
            onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
          />{' '}
          times
        </label>
      </p>
      <p className="text-[14px] leading-relaxed text-soft">
        {part.size.map(format).join(' × ')} {unit}, {formatVolume(part.volume)}, {grams(part.mass)} of{' '}
        <Choose
          label={`Material of ${part.name}`}
          value={own?.material ?? AS_PRINTER}
          options={{
            [AS_PRINTER]: usual ?? document.printer.filament,
            ...Object.fromEntries(
              Object.keys(MATERIALS)
                .filter((m) => m !== usual)
                .map((m) => [m, m]),
            ),
          }}
          onChange={(m) => edit(setPart(part.id, { material: m === AS_PRINTER ? undefined : (m as Material) }))}
        />
        , middle of mass at {part.middle.map(format).join(', ')}; belongs to{' '}
        <NameInput
          mayBeEmpty
          label={`Group of ${part.name}`}
          name={part.group}
          placeholder="no group"
          className="w-24"
          onName={(group) => edit(setPart(part.id, { group: group || undefined }))}
        />
      </p>
      <PaintedFaces part={part} />
    </li>
  )
}
