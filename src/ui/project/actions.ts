import { addReference, addStep, swapFile, together } from '@/core/document/edits'
import { addOutline } from '@/core/document/outline-edits'
import { makeReference, type ProjectReference } from '@/core/document/schema'
import type { Imported } from '@/core/formats/read-file'
import type { ImportedModel } from '@/core/references/model'
import { proposeCase, proposeOpening, proposePosts } from '@/core/steps/propose'
import type { ReferenceView } from '@/worker/build.worker'
import { newId } from '../new-id'
import type { Engine } from '../engine/engine'
import { openPhoto } from '../photo/photo-state'
import { ProjectFiles } from './project-files'
import type { ProjectStore } from './store'

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
    for (const part of await withLibraries(files)) await this.importFile(part.name, part.bytes)
  }

  /** Takes in a file: checked, read, stored, and put into the project. */
  private async importFile(fileName: string, bytes: ArrayBuffer): Promise<void> {
    const taken = await this.files.take(fileName, bytes)
    if (!taken || !(await this.files.keep(fileName, bytes))) return
    const { imported, sha } = taken
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
    this.files.report(fileName, importReport(imported))
  }

  /** Reads the next revision of a reference and lists what differs; nothing is stored or changed. */
  async startSwap(reference: string, files: readonly File[]): Promise<void> {
    const [part] = await withLibraries(files)
    if (!part) return
    const taken = await this.files.take(part.name, part.bytes)
    if (!taken) return
    if (taken.imported.holds !== 'solids')
      return this.files.report(part.name, ['This holds no solids; the next revision must be of the same kind.'], true)
    const { history, set } = this.store.getState()
    const changes = await this.engine.compare(history.present, reference, taken.sha)
    const { format: kind } = taken.imported.model
    set({
      early: undefined,
      swap: { reference, kind, sha: taken.sha, fileName: part.name, bytes: part.bytes, changes },
    })
  }

  async acceptSwap(): Promise<void> {
    const { swap, edit, set } = this.store.getState()
    if (!swap || !(await this.files.keep(swap.fileName, swap.bytes))) return
    const renamed = Object.fromEntries(swap.changes.flatMap((c) => (c.before && c.after ? [[c.before, c.after]] : [])))
    edit(swapFile(swap.reference, { file: swap.sha, fileName: swap.fileName, kind: swap.kind }, renamed))
    set({ swap: undefined, importReport: undefined })
  }

  cancelSwap(): void {
    this.store.getState().set({ swap: undefined })
  }

  /** Wraps a board with sensible values; openings are offered afterwards. */
  wrap(reference: ReferenceView, extras: { posts: boolean; openings: boolean }): void {
    if (!reference.board) return
    const steps = proposeCase(reference, reference.board, extras, newId)
    this.store.getState().edit(together(...steps.map((s) => addStep(s))))
    this.store.getState().set({ place: 'shape' })
  }

  addPosts(reference: ReferenceView, caseId: string): void {
    if (reference.board) this.store.getState().edit(addStep(proposePosts(reference.board, caseId, newId)))
  }

  /** Adds openings, and lets their items out of the case instead of taking them in. */
  addOpenings(caseId: string, items: readonly string[]): void {
    const { edit } = this.store.getState()
    edit(
      together(...items.map((item) => addStep(proposeOpening(item, caseId, newId))), (project) => ({
        ...project,
        steps: project.steps.map((s) => {
          if (s.id !== caseId) return s
          const over = (s.fields.over ?? {}) as Record<string, string>
          return {
            ...s,
            fields: { ...s.fields, over: { ...over, ...Object.fromEntries(items.map((i) => [i, 'out'])) } },
          }
        }),
      })),
    )
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

/** The contents of files; a board in IDF goes together with its library. */
async function withLibraries(files: readonly File[]): Promise<{ name: string; bytes: ArrayBuffer }[]> {
  const library = files.find((f) => /\.emp$/i.test(f.name))
  const board = files.find((f) => /\.(emn|brd|bdf|idf)$/i.test(f.name))
  const alone = files.filter((f) => f !== library || !board)
  return Promise.all(
    alone.map(async (f) => ({
      name: f.name,
      bytes: await new Blob(f === board && library ? [f, '\n', library] : [f]).arrayBuffer(),
    })),
  )
}
