import { mkdirSync, writeFileSync } from 'node:fs'
import { basename, extname, join } from 'node:path'
import { randomUUID } from 'node:crypto'
import type { Build, Quality } from '../core/build/build'
import { Builder } from '../core/build/builder'
import { runChecks } from '../core/checks'
import type { Finding } from '../core/checks/finding'
import { emptyProject, type Project } from '../core/document/schema'
import { exportFiles, type ExportedPart, listExport } from '../core/formats/export-parts'
import { safeFileName } from '../core/formats/file-names'
import { packProject, PROJECT_ENDING } from '../core/formats/project-file'
import { measureLedger, type LedgerRow } from '../core/fit/ledger'
import { boxOfPositions } from '../core/geometry/vec'
import { Kernel } from '../core/kernel/kernel'
import type { Arrangement } from '../core/print/arrange'
import { placePositions } from '../core/geometry/placement'
import { countKinds } from '../core/recognise/faces'
import type { ImportedModel } from '../core/references/model'
import { type Reference, resolveReference } from '../core/references/resolve'
import { shapeFacts } from '../core/references/shape-facts'
import { raise } from '../core/result'
import { proposeCase } from '../core/steps/propose'
import { importStep, loadProject, readBytes, sha256 } from './files'

const MILLI = 1e6
/** Six decimals of a mm: what goes out as JSON. */
const round = (v: number) => Math.round(v * MILLI) / MILLI
const roundBox = (b: { min: readonly number[]; max: readonly number[] }) => [b.min.map(round), b.max.map(round)]

export async function runInspect(file: string) {
  const model = await importStep(readBytes(file))
  const reference = resolveReference(model, {
    id: 'file',
    name: basename(file),
    placing: 'as-in-file',
    turns: [],
    states: {},
  })
  return {
    format: model.format,
    unit: model.unit,
    notes: model.notes,
    items: model.items.map((item) => {
      const shape = model.shapes[item.shape]!
      const facts = shapeFacts(shape)
      return {
        name: item.name,
        path: item.path,
        color: item.color ?? null,
        triangles: facts.triangles,
        closed: facts.closed,
        volume_mm3: round(facts.volume),
        area_mm2: round(facts.area),
        bounds_mm: roundBox(boxOfPositions(placePositions(item.placement, shape.positions))),
        faces: countKinds(facts.faces),
      }
    }),
    board: inspectBoard(reference),
  }
}

function inspectBoard({ board, items }: Reference) {
  if (!board) return { found: false, why: `None of the ${items.length} items is thin and flat like a circuit board.` }
  return {
    found: true,
    item: board.name,
    thickness_mm: round(board.thickness),
    outline_area_mm2: round(board.outlineArea),
    size_mm: [round(board.bounds[2] - board.bounds[0]), round(board.bounds[3] - board.bounds[1])],
    holes: board.holes.map((h) => ({
      diameter_mm: round(h.diameter),
      center_mm: h.centre.map(round),
      through: h.through,
      mounting: h.mounting,
      why: h.why,
    })),
    over_the_edge: board.overhangs.map((o) => ({ item: o.name, side: o.side, reach_mm: round(o.reach) })),
    tallest: { item: board.tallest.name, z_mm: round(board.tallest.z) },
    lowest: { item: board.lowest.name, z_mm: round(board.lowest.z) },
  }
}

export interface CaseWishes {
  clearance: string | undefined
  wall: string | undefined
  leaveOut: readonly string[]
  posts: boolean
  openings: boolean
  place: Arrangement
  out: string
}

export async function runCase(file: string, wishes: CaseWishes) {
  const bytes = readBytes(file)
  const model = await importStep(bytes)
  const title = basename(file, extname(file))
  const settings = {
    id: 'board',
    name: title,
    kind: 'step',
    file: sha256(bytes),
    fileName: basename(file),
    placing: 'board',
    turns: [],
    states: leftOut(model, wishes.leaveOut),
  } as const
  const reference = resolveReference(model, settings)
  const board =
    reference.board ??
    raise(
      'no-board',
      `No board was found in ${basename(file)}: none of its ${model.items.length} items is thin and flat. A case can only be wrapped round a circuit board.`,
    )
  const steps = proposeCase(
    reference,
    board,
    {
      ...(wishes.clearance === undefined ? {} : { clear: wishes.clearance }),
      ...(wishes.wall === undefined ? {} : { wall: wishes.wall }),
      openings: wishes.openings,
      posts: wishes.posts,
    },
    randomUUID,
  )
  const project: Project = { ...emptyProject(title), references: [{ ...settings, turns: [] }], steps }
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

export async function runBuild(file: string, options: { place: Arrangement; out: string; quality: Quality }) {
  const { project, models } = await loadProject(file)
  return buildAndReport(project, models, { ...options, notes: [] })
}

export async function runCheck(file: string) {
  const { project, models } = await loadProject(file)
  return buildAndReport(project, models, { place: 'bed', quality: 'export', notes: [] })
}

interface ReportOptions {
  place: Arrangement
  quality: Quality
  out?: string
  /** Imported files to save the project with. */
  files?: Map<string, Uint8Array>
  notes: string[]
}

async function buildAndReport(project: Project, models: ReadonlyMap<string, ImportedModel>, options: ReportOptions) {
  const kernel = await Kernel.load()
  const builder = new Builder(kernel)
  const build = await builder.build(project, models, options.quality)
  const ledger = measureLedger(build)
  const findings = runChecks({ project, build, ledger, kernel })
  const parts = listExport(build.parts, project.name, options.place, project.printer.bed)
  const written = options.out === undefined ? [] : writeAll(options.out, project, build, options)
  const problems = build.steps.flatMap((s) =>
    s.problems.map((p) => ({ step: s.id, kind: p.kind, field: p.field ?? null, message: p.message })),
  )
  return {
    project: project.name,
    parts: parts.map(partEntry),
    ledger: ledger.map(ledgerEntry),
    findings: findings.map(findingEntry),
    problems,
    notes: [...options.notes, ...build.steps.flatMap((s) => s.notes)],
    written,
    blocked:
      problems.length > 0 ||
      findings.some((f) => f.weight === 'stop') ||
      ledger.some((r) => r.verdict === 'tight' || r.verdict === 'lost'),
  }
}

function writeAll(out: string, project: Project, build: Build, options: ReportOptions): string[] {
  mkdirSync(out, { recursive: true })
  const files = exportFiles(build.parts, project.name, options.place, project.printer.bed)
  if (options.files)
    files.push({
      name: `${safeFileName(project.name)}${PROJECT_ENDING}`,
      bytes: packProject({ project, files: options.files }),
    })
  for (const file of files) writeFileSync(join(out, file.name), file.bytes)
  return files.map((f) => f.name)
}

const partEntry = (p: ExportedPart) => ({
  name: p.name,
  file: p.file,
  triangles: p.triangles,
  closed: p.closed,
  volume_mm3: round(p.volume),
  bounds_mm: roundBox(p.bounds),
})

const ledgerEntry = (r: LedgerRow) => ({
  between: r.between,
  wanted_mm: round(r.wanted),
  measured_mm: r.measured === undefined ? null : round(r.measured),
  ok: r.verdict === 'holds',
  verdict: r.verdict,
  at_mm: r.at?.map((p) => p.map(round)) ?? null,
})

const findingEntry = (f: Finding) => ({
  check: f.check,
  weight: f.weight,
  title: f.title,
  text: f.text,
  place_mm: f.place?.map(round) ?? null,
})
