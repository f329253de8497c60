'use client'
import { setFormula, setNumberIn, setOffIn } from '@/core/document/variants'
import type { Project } from '@/core/document/schema'
import { formatLength, formatVolume } from '@/core/units/length'
import { stepKindNamed } from '@/core/steps/registry'
import type { VariantView } from '@/worker/variant-views'
import { Choose } from '../primitives/choose'
import { LengthFigure } from '../primitives/length-figure'
import { Menu } from '../primitives/menu'
import { useDocument, useProject, useUnit } from '../store/store'

const stepName = ({ steps }: Project, id: string): string => {
  const at = steps.findIndex((s) => s.id === id)
  const step = steps[at]
  return step ? `${at + 1} ${step.name ?? stepKindNamed(step.kind)?.title ?? step.kind}` : id
}

/** What differs between the variants, to be changed where it stands, and what each comes to. */
export function VariantTable({ views }: { views: VariantView[] | undefined }) {
  const document = useDocument()
  const { variants, numbers } = document
  const edit = useProject((s) => s.edit)
  const unit = useUnit()
  const changed = numbers.filter((n) => variants.some((v) => v.numbers[n.id] !== undefined))
  const others = numbers.filter((n) => !changed.includes(n))
  const switched = document.steps.filter((s) => variants.some((v) => v.off[s.id] !== undefined))
  const unswitched = document.steps.filter((s) => !switched.includes(s))
  const figures: [string, (v: VariantView) => React.ReactNode][] = [
    [
      'size',
      (v) => v.listed.map((p) => p.size.map((mm) => formatLength(mm, unit)).join(' × ')).join('; ') || 'no part',
    ],
    ['volume', (v) => formatVolume(v.total.volume)],
    ['mass', (v) => (v.total.mass === undefined ? 'unknown' : `${v.total.mass.toFixed(1)} g`)],
    ['ledger', (v) => <Held view={v} />],
  ]
  return (
    <>
      <div className="overflow-x-auto">
        <table className="w-full border-collapse text-[14px]">
          <caption className="sr-only">What differs between the variants</caption>
          <thead>
            <tr className="border-b border-rule text-left align-bottom text-soft">
              <th />
              <th className="px-2 font-normal">as drawn</th>
              {variants.map((v) => (
                <th key={v.id} className="px-2 font-normal">
                  {v.name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {changed.map((n) => (
              <tr key={n.id} className="border-b border-hair align-baseline">
                <th className="py-1 text-left font-normal">{n.name}</th>
                <td className="px-2">
                  <LengthFigure
                    label={`${n.name} as drawn`}
                    formula={n.formula}
                    onChange={(f) => edit(setFormula(n.id, f))}
                  />
                </td>
                {variants.map((v) => (
                  <td key={v.id} className="px-2">
                    <LengthFigure
                      label={`${n.name} in ${v.name}`}
                      formula={v.numbers[n.id] ?? n.formula}
                      onChange={(f) => edit(setNumberIn(v.id, n.id, f))}
                    />
                  </td>
                ))}
              </tr>
            ))}
            {switched.map((s) => (
              <tr key={s.id} className="border-b border-hair align-baseline">
                <th className="py-1 text-left font-normal">{stepName(document, s.id)}</th>
                <td className="px-2">{s.off ? 'off' : 'on'}</td>
                {variants.map((v) => (
                  <td key={v.id} className="px-2">
                    <Choose
                      label={`${stepName(document, s.id)} in ${v.name}`}
                      value={(v.off[s.id] ?? s.off) ? 'off' : 'on'}
                      options={{ on: 'on', off: 'off' }}
                      onChange={(word) => edit(setOffIn(v.id, s.id, word === 'off'))}
                    />
                  </td>
                ))}
              </tr>
            ))}
            {figures.map(([word, show]) => (
              <tr key={word} className="border-b border-hair align-baseline">
                <th className="py-1 text-left font-normal text-soft">{word}</th>
                {['', ...variants.map((v) => v.id)].map((id) => {
                  const view = views?.find((v) => v.id === id)
                  return (
                    <td key={id} className="px-2">
                      {view ? show(view) : '…'}
                    </td>
                  )
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <Unequal numbers={others} steps={unswitched} />
    </>
  )
}

/** How the ledger of a variant stands. */
function Held({ view: { ledger, problems } }: { view: VariantView }) {
  const held = ledger.filter((r) => r.verdict === 'holds').length
  if (problems > 0)
    return (
      <span className="text-rust">
        ■ {problems} {problems === 1 ? 'step' : 'steps'} failed
      </span>
    )
  if (ledger.length === 0) return 'no row'
  return held === ledger.length ? (
    <span className="text-moss">✓ {held} hold</span>
  ) : (
    <span className="text-rust" title={ledger.flatMap((r) => (r.verdict === 'holds' ? [] : [r.between])).join('; ')}>
      ■ {ledger.length - held} of {ledger.length} off
    </span>
  )
}

/** Makes another number or step differ in the variant in hand. */
function Unequal({ numbers, steps }: { numbers: Project['numbers']; steps: Project['steps'] }) {
  const document = useDocument()
  const edit = useProject((s) => s.edit)
  const { variant, variants } = document
  const own = variants.find((v) => v.id === variant)
  if (!own) return <p className="py-1 text-[14px] text-soft">Take a variant in hand to say what is different in it.</p>
  return (
    <p className="flex flex-wrap gap-x-4 py-1 text-[14px] text-soft">
      In {own.name} shall differ
      {numbers.length > 0 && (
        <Menu
          label={`A number that differs in ${own.name}`}
          className="figure"
          acts={numbers.map((n) => [n.name, () => edit(setNumberIn(own.id, n.id, n.formula))])}
        >
          a number …
        </Menu>
      )}
      {document.numbers.length === 0 && 'numbers (give a size a name in Shape first), or'}
      {steps.length > 0 && (
        <Menu
          label={`A step that is switched in ${own.name}`}
          className="figure"
          acts={steps.map((s) => [stepName(document, s.id), () => edit(setOffIn(own.id, s.id, !s.off))])}
        >
          a step …
        </Menu>
      )}
    </p>
  )
}
