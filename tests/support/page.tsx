import type { ReactNode } from 'react'
import { renderToStaticMarkup } from 'react-dom/server'
import { runChecks } from '../../src/core/checks'
import type { Project } from '../../src/core/document/schema'
import { measureLedger } from '../../src/core/fit/ledger'
import { Kernel } from '../../src/core/kernel/kernel'
import type { ImportedModel } from '../../src/core/references/model'
import { Builder } from '../../src/core/sheet/builder'
import { Views } from '../../src/worker/make-views'
import type { Actions } from '../../src/ui/actions/actions'
import { ActionsContext } from '../../src/ui/actions/actions-context'
import { shareBuild } from '../../src/ui/engine/share'
import { createProjectStore, type ProjectStore, StoreContext } from '../../src/ui/store/store'

/** An open project as the page has it once everything is built, measured and checked. */
export async function openedProject(document: Project, models: ReadonlyMap<string, ImportedModel> = new Map()) {
  const store = createProjectStore({ id: 'p', revision: 1, document, past: [] })
  const kernel = await Kernel.load()
  const build = await new Builder(kernel).build(document, models, 'view')
  const ledger = measureLedger(build)
  store.getState().receive({
    build: shareBuild(undefined, new Views(new Map()).of(document, build, new Set(), 1)),
    ledger,
    findings: runChecks({ project: document, build, ledger, kernel }),
  })
  return store
}

/** What was asked of the actions, by name. */
export function listeningActions() {
  const asked: [string, ...unknown[]][] = []
  const actions = new Proxy({}, { get: (_, name: string) => (...args: unknown[]) => void asked.push([name, ...args]) }) // prettier-ignore
  return { asked, actions: actions as Actions }
}

/** A piece of the page as it is now, drawn once without a browser. */
export function drawn(store: ProjectStore, what: ReactNode, actions = listeningActions().actions): string {
  // Drawn so, a store shows what it began with, unless it is told otherwise.
  Object.assign(store, { getInitialState: store.getState })
  return renderToStaticMarkup(
    <StoreContext.Provider value={store}>
      <ActionsContext.Provider value={{ actions, engine: {} as never }}>{what}</ActionsContext.Provider>
    </StoreContext.Provider>,
  )
}

/** The words of it. */
export const textOf = (html: string): string =>
  html
    .replace(/<[^>]+>/g, ' ')
    .replace(/&#x27;|’/g, '’')
    .replace(/&quot;/g, '"')
    .replace(/&amp;/g, '&')
    .replace(/[\s\u2060]+/g, ' ')
    .trim()
