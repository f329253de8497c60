import { mkdirSync, writeFileSync } from 'node:fs'
import { basename, extname, join } from 'node:path'
import { randomUUID } from 'node:crypto'
import type { ExportFormat } from '../core/formats/export-formats'
import type { Build, BuiltPart, Quality } from '../core/built/built'
import { Builder } from '../core/sheet/builder'
import { compareVariants } from '../core/sheet/compare-variants'
import { runChecks } from '../core/checks'
import type { Finding } from '../core/checks/finding'
import { emptyProject, type Project, makeReference } from '../core/document/schema'
import { AS_DRAWN, inHand, variantInHand } from '../core/document/variants'
import {
  exportFiles,
  exportWishes,
  type ExportedPart,
  type ExportWishes,
  listExport,
} from '../core/formats/export-parts'
import { safeFileName } from '../core/formats/file-names'
import { packProject, PROJECT_ENDING } from '../core/formats/project-file'
import { type FoundPair, foundPairs } from '../core/fit/found-pairs'
import { measureLedger, type LedgerRow } from '../core/fit/ledger'
import { Kernel } from '../core/kernel/kernel'
import type { Arrangement } from '../core/print/arrange'
import { heldAgainst, isStopped } from '../core/print/gate'
import { builtPartList, type ListedPart } from '../core/print/part-list'
import type { ImportedModel } from '../core/references/model'
import { resolveReference } from '../core/references/resolve'
import { raise } from '../core/result'
import type { Board } from '../core/references/board'
import type { Goal } from '../core/steps/offer'
import { propose } from '../core/steps/offers'
import { goalsFor, suited, whyNot, WRAP_QUESTIONS, type WrapAnswers } from '../core/steps/wrap-answers'
import { importSolids, loadProject, readWhole, sha256 } from './files'
import { round, roundBox } from './rounded'

export interface CaseWishes {
  clearance: string | undefined
  wall: string | undefined
  leaveOut: readonly string[]
  posts: boolean
  openings: boolean
  /** Those of the three questions that are answered; a sheet that answers all of them takes the place of posts and openings. */
  answers?: Readonly<Partial<Record<keyof WrapAnswers, string | undefined>>>
  place: Arrangement
  out: string
}

export async function runCase(file: string, wishes: CaseWishes) {
  const bytes = readWhole(file)
  const model = await importSolids(bytes, basename(file))
  const title = basename(file, extname(file))
  const settings = makeReference({
    id: 'board',
    name: title,
    kind: model.format,
    file: sha256(bytes),
    fileName: basename(file),
    states: leftOut(model, wishes.leaveOut),
  })
  const reference = resolveReference(model, settings)
  const board =
    reference.board ??
    raise(
      'no-board',
      `No board was found in ${basename(file)}: none of its ${model.items.length} items is thin and flat. A case can only be wrapped round a circuit board.`,
    )
  const empty: Project = { ...emptyProject(title), references: [settings] }
  const project = propose(
    { document: empty, references: [reference], parts: [], left: [], picks: [], newId: randomUUID },
    goalsOf(wishes, board),
    {
      ...(wishes.clearance === undefined ? {} : { clear: wishes.clearance }),
      ...(wishes.wall === undefined ? {} : { wall: wishes.wall }),
    },
  )
  const models = new Map([[settings.file, model]])
  const notes =
    wishes.posts && !board.holes.some((h) => h.mounting)
      ? ['The board has no mounting holes, so the case has no posts.']
      : []
  return buildAndReport(project, models, {
    ...wishes,
    quality: 'export',
    files: new Map([[settings.file, bytes]]),
    notes,
  })
}

/** What is to be taken up for a case. Errors: answer (one that there is not, or that this board cannot have) */
function goalsOf({ posts, openings, answers = {} }: CaseWishes, board: Board): Goal[] {
  if (Object.values(answers).every((a) => a === undefined))
    return ['wrap', ...(posts ? (['stand'] as const) : []), ...(openings ? (['let out'] as const) : [])]
  for (const [question, answer] of Object.entries(answers)) {
    const options = Object.keys(WRAP_QUESTIONS[question as keyof WrapAnswers].options)
    if (answer !== undefined && !options.includes(answer)) raise('answer', `--${question} takes ${options.join(', ')}.`)
  }
  const usual: WrapAnswers = { sits: 'screws', closes: 'board', lives: 'desk' }
  const said = Object.fromEntries(Object.entries(answers).filter(([, a]) => a !== undefined)) as Partial<WrapAnswers>
  const suits = suited(board, { ...usual, ...said })
  for (const question of Object.keys(said) as (keyof WrapAnswers)[])
    if (suits[question] !== said[question])
      raise('answer', `--${question} ${said[question]} cannot be had here: ${whyNot(board, suits, { [question]: said[question] }) ?? 'it does not go with the others'}.`) // prettier-ignore
  return goalsFor(suits)
}

/** States of items named on the command line; a name that is not there is an error. */
function leftOut(model: ImportedModel, names: readonly string[]): Record<string, 'left-out'> {
  const states: Record<string, 'left-out'> = {}
  for (const name of names) {
    const items = model.items.filter((i) => i.name === name || i.id === name)
    if (items.length === 0)
      raise(
        'no-item',
        `There is no item "${name}" to leave out. There are ${[...new Set(model.items.map((i) => i.name))].slice(0, 20).join(', ')}.`,
      )
    for (const item of items) states[item.id] = 'left-out'
  }
  return states
}

export async function runBuild(
  file: string,
  {
    variant,
    ...options
  }: Pick<ReportOptions, 'place' | 'quality' | 'as'> & { out: string; variant: string | undefined },
) {
  const { project, models } = await loadProject(file)
  return buildAndReport(withVariant(project, variant), models, { ...options, notes: [] })
}

export async function runCheck(file: string, variant: string | undefined) {
  const { project, models } = await loadProject(file)
  return buildAndReport(withVariant(project, variant), models, { place: 'bed', quality: 'export', notes: [] })
}

/** Every variant, and the project as it is drawn: what each comes to, and with a folder their files. */
export async function runVariants(file: string, options: { place: Arrangement; out: string | undefined }) {
  const { project, models } = await loadProject(file)
  const kernel = await Kernel.load()
  const builds = await compareVariants(kernel, new Builder(kernel), project, models, 'export')
  const written = builds.flatMap(
    ({ id, parts }) =>
    options.out === undefined ? [] : writeParts(options.out, parts, exportWishes(inHand(id || undefined)(project), options.place)), // prettier-ignore
  )
  return {
    project: project.name,
    variants: builds.map((b) => ({
      name: b.name,
      parts: b.listed.map(listedEntry),
      volume_mm3: round(b.total.volume),
      mass_g: b.total.mass === undefined ? null : round(b.total.mass),
      added_mm3: round(b.differs?.added?.volume ?? 0),
      taken_mm3: round(b.differs?.taken?.volume ?? 0),
      ledger: b.ledger.map(ledgerEntry),
      problems: b.problems,
    })),
    written,
    blocked: builds.some((b) => b.problems > 0 || b.ledger.some((r) => r.verdict === 'tight' || r.verdict === 'lost')),
  }
}

/** A project with the variant of that name in hand; as it was saved, if none is named. */
export function withVariant(project: Project, name: string | undefined): Project {
  if (name === undefined) return project
  if (name === AS_DRAWN) return inHand(undefined)(project)
  const found = project.variants.find((v) => v.name === name || v.id === name)
  const names = [AS_DRAWN, ...project.variants.map((v) => v.name)].join(', ')
  return found ? inHand(found.id)(project) : raise('no-variant', `There is no variant "${name}". There are ${names}.`)
}

interface ReportOptions {
  place: Arrangement
  quality: Quality
  out?: string
  /** In which formats parts are written; STL and 3MF, if absent. */
  as?: readonly ExportFormat[] | undefined
  /** Imported files to save the project with. */
  files?: Map<string, Uint8Array>
  notes: string[]
}

/** Builds a project, measures and checks it, and writes what is asked for. */
export async function buildAndReport(
  project: Project,
  models: ReadonlyMap<string, ImportedModel>,
  options: ReportOptions,
) {
  const kernel = await Kernel.load()
  const builder = new Builder(kernel)
  const build = await builder.build(project, models, options.quality)
  const ledger = measureLedger(build)
  const findings = runChecks({ project, build, ledger, kernel })
  const parts = listExport(build.parts, exportWishes(project, options.place))
  const list = builtPartList(project, build.parts)
  const variant = variantInHand(project)
  const written = options.out === undefined ? [] : writeAll(options.out, project, build, options)
  const held = heldAgainst(project, { steps: build.steps, ledger, findings, proofs: [] })
  const problems = build.steps.flatMap((s) =>
    s.problems.map((p) => ({ step: s.id, kind: p.kind, field: p.field ?? null, message: p.message })),
  )
  return {
    project: project.name,
    ...(variant ? { variant: variant.name } : {}),
    parts: parts.map((p, i) => ({
      ...partEntry(p),
      ...weightEntry(list.parts[i]!),
      middle_mm: list.parts[i]!.middle.map(round),
    })),
    mass_g: list.total.mass === undefined ? null : round(list.total.mass),
    ledger: ledger.map(ledgerEntry),
    without_row: foundPairs(build).map(pairEntry),
    findings: findings.map(findingEntry),
    problems,
    notes: [...options.notes, ...build.steps.flatMap((s) => s.notes)],
    written,
    passed: held.flatMap((h) => (h.why === undefined ? [] : [{ what: h.says, why: h.why }])),
    blocked: isStopped(held),
  }
}

function writeAll(out: string, project: Project, build: Build, options: ReportOptions): string[] {
  const written = writeParts(out, build.parts, exportWishes(project, options.place), options.as)
  if (!options.files) return written
  const name = `${safeFileName(project.name)}${PROJECT_ENDING}`
  writeFileSync(join(out, name), packProject({ project, files: options.files }))
  return [...written, name]
}

function writeParts(
  out: string,
  parts: readonly BuiltPart[],
  wishes: ExportWishes,
  as?: readonly ExportFormat[],
): string[] {
  mkdirSync(out, { recursive: true })
  const files = exportFiles(parts, wishes, as)
  for (const file of files) writeFileSync(join(out, file.name), file.bytes)
  return files.map((f) => f.name)
}

const weightEntry = ({ count, material, mass }: ListedPart) => ({
  count,
  material: material ?? null,
  mass_g: mass === undefined ? null : round(mass),
})

const listedEntry = (p: ListedPart) => ({
  name: p.name,
  size_mm: p.size.map(round),
  volume_mm3: round(p.volume),
  ...weightEntry(p),
})

const partEntry = (p: ExportedPart) => ({
  name: p.name,
  file: p.file,
  triangles: p.triangles,
  closed: p.closed,
  volume_mm3: round(p.volume),
  bounds_mm: roundBox(p.bounds),
  ...(p.pauses.length > 0
    ? { pauses: p.pauses.map(({ height, layers, to }) => ({ at_mm: round(height), after_layers: layers, to })) }
    : {}),
})

const ledgerEntry = (r: LedgerRow) => ({
  between: r.between,
  wanted_mm: round(r.wanted),
  measured_mm: r.measured === undefined ? null : round(r.measured),
  ok: r.verdict === 'holds',
  verdict: r.verdict,
  at_mm: r.at?.map((p) => p.map(round)) ?? null,
})

const pairEntry = (p: FoundPair) => ({
  between: p.names.join(' to '),
  gap_mm: round(p.gap),
  along_mm: round(p.along),
  at_mm: p.at.map((q) => q.map(round)),
})

const findingEntry = (f: Finding) => ({
  check: f.check,
  weight: f.weight,
  title: f.title,
  text: f.text,
  place_mm: f.place?.map(round) ?? null,
})
