import { addReference, together } from '@/core/document/edits'
import { addOutline } from '@/core/document/outline-edits'
import { changeNote } from '@/core/document/notes'
import { makeReference, type ProjectReference } from '@/core/document/schema'
import { detectFormat } from '@/core/formats/detect'
import type { Imported } from '@/core/formats/read-file'
import type { Pick as Picked } from '@/core/fit/picks'
import type { ImportedModel } from '@/core/references/model'
import type { Goal, Offer } from '@/core/steps/offer'
import { propose, takeOffer } from '@/core/steps/offers'
import { stepKindNamed } from '@/core/steps/registry'
import { swapReference } from '@/core/sheet/swap-reference'
import { sha256 } from '../api'
import { newId } from '../new-id'
import type { Engine } from '../engine/engine'
import { openDrawing } from '../store/drawing-state'
import { openPhoto } from '../store/photo-state'
import { situationOf } from './offers'
import { ProjectFiles } from './project-files'
import type { ProjectStore } from '../store/store'

/** What a maker does to a project that takes more than one edit. */
export class Actions {
  readonly files: ProjectFiles

  constructor(
    private readonly store: ProjectStore,
    private readonly engine: Engine,
  ) {
    this.files = new ProjectFiles(store, engine)
  }

  /** Takes in what was dropped or chosen, one file after the other. */
  async importFiles(files: readonly File[]): Promise<void> {
    this.store.getState().receive({ importReports: [] })
    for (const part of withLibraries(files)) {
      const bytes = await contentOf(part)
      if (bytes) await this.importFile(part.name, bytes)
      else this.files.report(part.name, [UNREADABLE], true)
    }
  }

  /** Takes in a file: checked, read, stored, and put into the project. */
  private async importFile(fileName: string, bytes: ArrayBuffer): Promise<void> {
    const taken = await this.files.take(fileName, bytes)
    if (!taken || !(await this.files.keep(fileName, bytes))) return
    const { imported, sha } = taken
    const { history } = this.store.getState()
    const there = [...history.present.references, ...history.present.outlines].find((r) => r.file === sha)
    const named = { id: newId(), name: fileName.replace(/\.[^.]+$/, '') || 'Reference', file: sha, fileName }
    const { edit, set } = this.store.getState()
    switch (imported.holds) {
      case 'solids':
        edit(addReference(newReference(named, imported.model)))
        break
      case 'outlines':
        edit(addOutline({ ...named, kind: 'drawing', scale: 1, checked: false, without: [] }))
        break
      case 'picture': {
        const { width, height } = imported.picture
        edit(addOutline({ ...named, kind: 'photo', photo: { width, height, checks: [], loops: [], sizes: [] } }))
        set({ photo: openPhoto(named.id) })
        break
      }
    }
    set({ place: 'gather' })
    const again = there ? [`It is in the project already, as ${there.name}; the two lie in the same place.`] : []
    this.files.report(fileName, [...importReport(imported), ...again])
  }

  /** Stores a picture and puts it to a note. @param note its id */
  async pictureOf(note: string, file: File): Promise<void> {
    const bytes = await file.arrayBuffer()
    const format = detectFormat(new Uint8Array(bytes), file.name)
    if (!format.ok || !['png', 'jpeg'].includes(format.value)) return this.files.report(file.name, ['A note takes a picture as PNG or JPEG.'], true) // prettier-ignore
    if (!(await this.files.keep(file.name, bytes))) return
    const { edit } = this.store.getState()
    const picture = { file: await sha256(bytes), fileName: file.name }
    edit(changeNote(note, { picture }))
  }

  /** Reads the next revision of a reference and lists what differs; nothing is stored or changed. */
  async startSwap(reference: string, files: readonly File[]): Promise<void> {
    const [part] = withLibraries(files)
    if (!part) return
    const bytes = await contentOf(part)
    if (!bytes) return this.files.report(part.name, [UNREADABLE], true)
    const taken = await this.files.take(part.name, bytes)
    if (!taken) return
    if (taken.imported.holds !== 'solids')
      return this.files.report(part.name, ['This holds no solids; the next revision must be of the same kind.'], true)
    const { history, receive } = this.store.getState()
    const compared = await this.engine.compare(history.present, reference, taken.sha)
    const { format: kind } = taken.imported.model
    receive({
      early: undefined,
      swap: { reference, kind, sha: taken.sha, fileName: part.name, bytes, ...compared },
    })
  }

  async acceptSwap(): Promise<void> {
    const { swap, edit, receive, build } = this.store.getState()
    if (!swap || !(await this.files.keep(swap.fileName, swap.bytes))) return
    const renamed = Object.fromEntries(swap.changes.flatMap((c) => (c.before && c.after ? [[c.before, c.after]] : [])))
    const worksOn = Object.fromEntries((build?.steps ?? []).map((s) => [s.id, s.reference]))
    const file = { file: swap.sha, fileName: swap.fileName, kind: swap.kind }
    edit(swapReference(swap.reference, file, { items: renamed, edges: swap.edges }, worksOn))
    receive({ swap: undefined, importReports: [] })
  }

  cancelSwap(): void {
    this.store.getState().receive({ swap: undefined })
  }

  /** Takes up what is offered, all of it as one edit. */
  take(...offers: readonly Offer[]): void {
    const { edit, set, place } = this.store.getState()
    edit(together(...offers.map(takeOffer)))
    const last = offers.at(-1)?.steps.at(-1)
    const isDrawing = last && stepKindNamed(last.kind)?.fields.shapes?.type === 'shapes'
    if (isDrawing) set({ place: 'shape', drawing: openDrawing(last.id), inHand: undefined, picks: [] })
    // What is divided is used up, and what was picked on it with it.
    else {
      const { history, picks } = this.store.getState()
      // What has been left out for it, because it stands there itself now, is not in view any more.
      const isOut = (p: Picked) => history.present.references.some((r) => r.id === p.reference && r.states[p.owner] === 'left-out') // prettier-ignore
      const stay = place === 'divide' ? [] : picks.filter((p) => !isOut(p))
      set({ ...(place === 'divide' ? {} : { place: 'shape' }), picks: stay, drawing: undefined, inHand: last?.id })
    }
  }

  /** Takes up what is offered for a reference, and what is then offered for what that makes. */
  begin(reference: string, goals: readonly Goal[]): void {
    const { edit, set } = this.store.getState()
    set({ place: 'shape' })
    const at = situationOf(this.store.getState())
    const own = { ...at, references: at.references.filter((r) => r.id === reference), picks: [] }
    edit((document) => propose({ ...own, document }, goals))
  }
}

function newReference(
  named: Pick<ProjectReference, 'id' | 'name' | 'file' | 'fileName'>,
  { format: kind }: ImportedModel,
): ProjectReference {
  const isBoard = kind === 'step' || kind === 'idf'
  return makeReference({ ...named, kind, placing: isBoard ? 'board' : 'as-in-file' })
}

/** What was found in a file, in sentences. */
function importReport(imported: Imported): string[] {
  const count = (n: number, what: string) => `${n} ${what}${n === 1 ? '' : 's'}`
  switch (imported.holds) {
    case 'solids': {
      const { items, unit, notes } = imported.model
      return [`${count(items.length, 'item')} read, in ${unit.name} (${unit.from}).`, ...notes]
    }
    case 'outlines': {
      const { layers, unit, notes } = imported.outline
      const loops = layers.reduce((sum, l) => sum + l.profile.loops.length, 0)
      const found = `${count(loops, 'closed line')} on ${count(layers.length, 'layer')}`
      return [`${found}, in ${unit.name} (${unit.from}).`, ...notes]
    }
    case 'picture': {
      const { width, height } = imported.picture
      return [`A photo of ${width} x ${height} pixels. Give it a scale, then trace what is on it.`]
    }
  }
}

const UNREADABLE = 'This cannot be read. If it is a folder, drop the files in it.'

/** What a file holds; nothing if it is a folder, or gone since. */
const contentOf = ({ content }: { content: Blob }): Promise<ArrayBuffer | undefined> =>
  content.arrayBuffer().catch(() => undefined)

/** Files to be read; a board in IDF goes together with its library. */
function withLibraries(files: readonly File[]): { name: string; content: Blob }[] {
  const library = files.find((f) => /\.emp$/i.test(f.name))
  const board = files.find((f) => /\.(emn|brd|bdf|idf)$/i.test(f.name))
  const alone = files.filter((f) => f !== library || !board)
  return alone.map((f) => ({ name: f.name, content: f === board && library ? new Blob([f, '\n', library]) : f }))
}
