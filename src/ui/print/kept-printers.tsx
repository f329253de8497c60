'use client'
import { takePrinter } from '@/core/document/print-edits'
import { differences, printedOn, printerCalled, profileOf } from '@/core/print/kept-printers'
import { Choose } from '../primitives/choose'
import { useDocument, useProject } from '../store/store'
import { useKeptPrinters } from './use-kept-printers'

const OWN = 'own'

/** Which of the kept printers the project is printed on, how it differs from that, and keeping one. */
export function KeptPrinters() {
  const { printer } = useDocument()
  const edit = useProject((s) => s.edit)
  const { all, refused, keep, change, forget } = useKeptPrinters()
  const profile = profileOf(printer)
  const mine = all.find((p) => p.id === printer.kept?.id)
  const differs = mine ? differences(mine.profile, profile) : []
  const others = (mine?.projects ?? 0) > 1 ? `all ${mine!.projects} projects on it` : 'every project on it'
  const take = (id: string) => {
    const chosen = all.find((p) => p.id === id)
    edit(takePrinter(chosen ? printedOn(chosen) : profile))
  }
  const follow = async (keeping: ReturnType<typeof keep>) => {
    const kept = await keeping
    if (kept) edit(takePrinter({ ...profile, kept }))
  }
  return (
    <div role="group" aria-label="Kept printers" className="pb-1 text-[15px]">
      {all.length > 0 && (
        <p>
          This project is printed on{' '}
          <Choose
            label="Which printer"
            value={mine?.id ?? OWN}
            options={{ [OWN]: 'a printer of its own', ...Object.fromEntries(all.map((p) => [p.id, printerCalled(p.profile)])) }} // prettier-ignore
            onChange={take}
          />
          .
        </p>
      )}
      {mine && differs.length === 0 && (
        <p>
          <span className="text-moss">✓ As it is kept for {others}.</span>{' '}
          <button type="button" className="figure" onClick={() => void forget(mine.id)}>
            keep it no longer
          </button>
        </p>
      )}
      {mine && differs.length > 0 && (
        <p>
          <span className="text-ochre">▲ Here it differs: {differs.join(', ')}.</span>{' '}
          <button type="button" className="figure" onClick={() => void follow(change(mine, profile))}>
            change it for {others}
          </button>{' '}
          <button type="button" className="figure" onClick={() => take(mine.id)}>
            take it as it is kept
          </button>
        </p>
      )}
      {!mine && (
        <p>
          <button type="button" className="figure" onClick={() => void follow(keep(profile))}>
            keep this printer for other projects
          </button>
        </p>
      )}
      {refused && (
        <p role="alert" className="text-rust">
          ■ {refused}
        </p>
      )}
    </div>
  )
}
