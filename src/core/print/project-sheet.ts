import type { Build, BuiltPart } from '../built/built'
import type { Project } from '../document/schema'
import { variantInHand } from '../document/variants'
import type { LedgerRow } from '../fit/ledger'
import { layerHeights } from '../prove/layers'
import { onWhat } from '../prove/way-words'
import { stepKindNamed } from '../steps/registry'
import { formatGap, formatLength, type LengthUnit } from '../units/length'
import type { Held } from './gate'
import { downOf } from './lay'
import { type Estimate, slicingOf, slicingSaid, timeSaid } from './estimate'
import type { ListedPart } from './part-list'
import { pauseSaid } from './pause'

/** What the page about a project says. Lengths in its unit, masses g. */
export interface SheetInput {
  project: Project
  build: Pick<Build, 'rows' | 'steps'>
  /** With the size of each the way it is printed, mm. */
  parts: readonly (Pick<BuiltPart, 'id' | 'name' | 'color' | 'print' | 'pauses'> & { lies: readonly number[] })[]
  listed: readonly ListedPart[]
  mass: number | undefined
  ledger: readonly LedgerRow[]
  held: readonly Held[]
  /** What one of each part takes, by its id, as far as its layers are known. */
  takes?: Readonly<Record<string, Estimate>>
  /** A picture of the parts, as a `data:` address. */
  picture?: string | undefined
  /** One of each part as it lies, by its id, as `data:` addresses. */
  pictures?: Readonly<Record<string, string | undefined>>
}

/**
 * A page to print and lay beside the printer: what is printed how often and how it lies, what is needed besides, in which
 * order things go in, the fits as wanted and as built, and what the maker wants to remember. One file of HTML that needs nothing else.
 */
export function projectSheet({
  project,
  build,
  parts,
  listed,
  mass,
  ledger,
  held,
  takes = {},
  picture,
  pictures = {},
}: SheetInput): string {
  const { name, unit, printer } = project
  const variant = variantInHand(project)
  const say = (mm: number) => formatLength(mm, unit)
  const counts = listed.reduce((sum, p) => sum + p.count, 0)
  const rows = parts.map((part) => {
    const own = listed.find((p) => p.id === part.id)
    return [
      own?.count ?? 1,
      part.name,
      `${part.lies.map(say).join(' × ')} ${unit}`,
      onWhat(downOf(part.print)),
      layerHeights(part.lies[2]!, printer).length,
      own?.material ?? printer.filament,
      own?.mass === undefined ? '' : `${own.mass.toFixed(1)} g`,
      takes[part.id] ? timeSaid(takes[part.id]!.seconds) : '',
      slicingSaid(slicingOf(project.parts[part.id])),
      project.parts[part.id]?.group ?? '',
    ]
  })
  const pauses = parts.flatMap((p) => (p.pauses ?? []).map((pause) => `${p.name}: ${pauseSaid(pause)}.`))
  const needed = project.steps.flatMap((s) =>
    stepKindNamed(s.kind)?.bought && !s.off ? (build.steps.find((r) => r.id === s.id)?.notes ?? []) : [],
  )
  const order = build.rows.filter((r) => r.comes).map((r) => r.between)
  const notes = project.notes.map((n) => [n.part && parts.find((p) => p.id === n.part)?.name, n.text].filter((t) => t).join(': ')) // prettier-ignore
  const passed = held.filter((h) => h.why !== undefined)
  const open = held.filter((h) => h.why === undefined)
  return page(variant ? `${name}, ${variant.name}` : name, [
    `<h1>${text(name)}${variant ? ` <small>${text(variant.name)}</small>` : ''}</h1>`,
    `<p>${text(printer.name)}, ${text(printer.filament)}, lines ${say(printer.line)} ${unit}, layers ${say(printer.layer)} ${unit}. ${counts} to print${mass === undefined ? '' : `, ${mass.toFixed(1)} g printed solid`}.</p>`,
    picture ? `<img src="${text(picture)}" alt="The parts as built">` : '',
    table('To print', ['', 'part', 'as it lies', 'on', 'layers', 'of', 'each, solid', 'about', 'sliced', 'group'], rows),
    gallery(parts.flatMap((p) => (pictures[p.id] ? [{ name: p.name, count: listed.find((l) => l.id === p.id)?.count ?? 1, picture: pictures[p.id]! }] : []))),
    list('While it prints', pauses),
    list('Needed besides', needed),
    list('In this order', order, 'ol'),
    table('Fits', ['between', `wanted, ${unit}`, `built, ${unit}`, '', `printed, ${unit}`], ledger.map((r) => [...fit(r, unit), project.printed.find((p) => p.row === r.id)?.read ?? ''])),
    list('To look at', open.map((h) => h.says)),
    list('Let pass', passed.map((h) => `${h.says} ${h.why}`)),
    list('Notes', notes.filter((n) => n)),
  ]) // prettier-ignore
}

const fit = (r: LedgerRow, unit: LengthUnit) => [
  r.between,
  formatGap(r.wanted, unit),
  r.measured === undefined ? '' : formatGap(r.measured, unit),
  r.verdict,
]

/** Text as it may stand in HTML, also between quotes. */
const text = (value: string | number): string =>
  String(value).replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!)

const list = (title: string, items: readonly string[], kind: 'ul' | 'ol' = 'ul'): string =>
  items.length === 0 ? '' : `<h2>${text(title)}</h2><${kind}>${items.map((i) => `<li>${text(i)}</li>`).join('')}</${kind}>` // prettier-ignore

const gallery = (parts: readonly { name: string; count: number; picture: string }[]): string =>
  parts.length === 0 ? '' : `<div class="parts">${parts.map((p) => `<figure><img src="${text(p.picture)}" alt="${text(p.name)} as it lies"><figcaption>${p.count} × ${text(p.name)}</figcaption></figure>`).join('')}</div>` // prettier-ignore

function table(title: string, head: readonly string[], rows: readonly (readonly (string | number)[])[]): string {
  if (rows.length === 0) return ''
  const used = head.map((_, k) => rows.some((r) => r[k] !== ''))
  const cells = (row: readonly (string | number)[], tag: string) => row.flatMap((c, k) => (used[k] ? [`<${tag}>${text(c)}</${tag}>`] : [])).join('') // prettier-ignore
  return `<h2>${text(title)}</h2><table><thead><tr>${cells(head, 'th')}</tr></thead><tbody>${rows.map((r) => `<tr>${cells(r, 'td')}</tr>`).join('')}</tbody></table>`
}

const page = (title: string, body: readonly string[]): string => `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<title>${text(title)}</title>
<style>
@page { margin: 16mm }
body { font: 11pt/1.4 system-ui, sans-serif; color: #21282b; max-width: 180mm; margin: 8mm auto; padding: 0 4mm }
h1 { font-size: 20pt; margin: 0 } h1 small { font-weight: normal; color: #5d6468 }
h2 { font-size: 10pt; letter-spacing: .08em; text-transform: uppercase; border-bottom: 1px solid #c9c0aa; margin: 6mm 0 1mm; break-after: avoid }
img { max-width: 100%; max-height: 90mm; display: block; margin: 4mm auto }
.parts { display: flex; flex-wrap: wrap; gap: 2mm 6mm; margin-top: 3mm } .parts img { width: 40mm; margin: 0 }
figure { margin: 0; break-inside: avoid } figcaption { max-width: 40mm }
table { border-collapse: collapse; width: 100%; font-variant-numeric: tabular-nums }
th { text-align: left; font-weight: normal; color: #5d6468 } th, td { padding: .6mm 3mm .6mm 0; vertical-align: top }
tr { break-inside: avoid } tbody tr { border-top: 1px solid #e6dfce }
ul, ol { margin: 1mm 0; padding-left: 6mm }
</style>
${body.filter((b) => b).join('\n')}
</html>
`
