'use client'
import { useCallback, useEffect, useRef, useState } from 'react'
import Link from 'next/link'
import type { Problem } from '@/core/result'
import { call, type OpenProject } from '../api'
import { BuildSheet } from '../build-sheet/build-sheet'
import { Calipers } from '../calipers/calipers'
import { DividePage } from '../divide/divide-page'
import { DrawingDesk } from '../drawing/drawing-desk'
import { Engine, painted } from '../engine/engine'
import { shareRows } from '../engine/share'
import { Gather } from '../gather/gather'
import { Reports } from '../gather/reports'
import { Ledger } from '../ledger/ledger'
import { PartsPage } from '../parts/parts-page'
import { PhotoDesk } from '../photo/photo-view'
import { PlatesDesk } from '../print/plates/plates-desk'
import { Print } from '../print/print'
import { followPrinter } from '../print/use-kept-printers'
import { ProvePage } from '../prove/prove-page'
import { SceneHost } from '../scene/scene'
import type { SceneView } from '../scene/scene-view'
import { Actions } from '../actions/actions'
import { ActionsContext, useActions } from '../actions/actions-context'
import { takeFiles } from '../actions/pending-files'
import { keepFigures } from '../store/last-figures'
import { unsavedOf } from '../store/unsaved'
import { usePlaceInAddress } from './address'
import { startSaving } from './saver'
import { picksNow } from '../store/picks-now'
import { createProjectStore, type ProjectStore, StoreContext, useProject } from '../store/store'
import { TopBar } from './top-bar'
import { Unsettled } from './unsettled'

interface Opened {
  store: ProjectStore
  engine: Engine
  actions: Actions
}

/** A project: sheet, scene and ledger. */
export function ProjectPage({ id }: { id: string }) {
  const [opened, setOpened] = useState<Opened>()
  const [problem, setProblem] = useState<Problem>()
  useEffect(() => {
    let close: (() => void) | undefined
    let gone = false
    void call<OpenProject>(`/api/projects/${id}`).then((result) => {
      if (gone) return
      if (!result.ok) return setProblem(result.problem)
      const started = start(result.value)
      close = started.close
      setOpened(started)
    })
    return () => {
      gone = true
      close?.()
    }
  }, [id])
  if (problem)
    return (
      <main className="p-10">
        <p className="text-rust">■ {problem.message}</p>
        <Link href="/" className="figure">
          All projects
        </Link>
      </main>
    )
  if (!opened) return <p className="p-10 text-soft">Opening the project …</p>
  return (
    <StoreContext.Provider value={opened.store}>
      <ActionsContext.Provider value={opened}>
        <Layout />
      </ActionsContext.Provider>
    </StoreContext.Provider>
  )
}

function start(open: OpenProject): Opened & { close: () => void } {
  const kept = unsavedOf(open.id, open.document)
  const goesOn = kept?.base === open.revision
  const store = createProjectStore(open, goesOn ? undefined : kept?.document)
  const { receive, set } = store.getState()
  /** How many builds were asked for. */
  let asked = 0
  const engine = new Engine({
    onBuild: (build) => {
      receive({
        build,
        failure: undefined,
        ...(store.getState().importing ? {} : { early: undefined }),
        ...(build.parts.length === 0 ? { ledger: [], findings: [], pairs: [] } : {}),
      })
      const { picks } = store.getState()
      const now = picksNow(picks, build)
      if (now !== picks) set({ picks: now as typeof picks })
      const of = asked
      void painted().then(() => of === asked && receive({ pending: false }))
      if (build.quality !== 'drag') keepFigures(open.id, build)
    },
    onLedger: (ledger) => receive({ ledger: shareRows(store.getState().ledger, ledger) }),
    onFindings: (findings) => receive({ findings }),
    onPairs: (pairs) => receive({ pairs }),
    onProgress: (building) => receive({ building }),
    onStopped: () => receive({ building: undefined, pending: false }),
    onFailure: (failure) => receive({ failure, pending: false }),
  })
  const actions = new Actions(store, engine)
  const stopSaving = startSaving(store)
  // What was made on the very revision that the server still has is simply gone on with.
  if (kept && goesOn) store.getState().edit(() => kept.document)
  const stopBuilding = store.subscribe((state, before) => {
    if (state.history.present !== before.history.present || (before.dragging && !state.dragging))
      request(state.dragging)
  })
  const request = (dragging: boolean) => {
    asked += 1
    receive({ pending: true })
    const ask = () => engine.request(store.getState().history.present, dragging)
    if (actions.files.missing()) void actions.files.load().then(ask)
    else ask()
  }
  request(false)
  void followPrinter(store)
  const left = takeFiles()
  if (left.length > 0) void actions.importFiles(left)
  const close = () => {
    stopSaving()
    stopBuilding()
    engine.dispose()
  }
  return { store, engine, actions, close }
}

function Layout() {
  const [folded, setFolded] = useState(false)
  const view = useRef<SceneView | undefined>(undefined)
  const onView = useCallback((next: SceneView | undefined) => {
    view.current = next
  }, [])
  const drop = useDrop()
  usePicture(view)
  usePlaceInAddress()
  return (
    <div className="grid h-screen grid-cols-[minmax(0,1fr)] grid-rows-[46px_auto_1fr] overflow-hidden" {...drop}>
      <TopBar />
      <div>
        <Unsettled />
      </div>
      <main
        className={`grid min-h-0 ${folded ? 'grid-cols-[clamp(300px,31vw,440px)_minmax(0,1fr)_34px]' : 'grid-cols-[clamp(300px,31vw,440px)_minmax(0,1fr)_clamp(250px,23.4vw,330px)]'}`}
      >
        <section aria-label="Sheet" className="min-h-0 overflow-y-auto border-r border-rule bg-sheet px-5 py-3.5">
          <Reports />
          <LeftPage />
        </section>
        <SceneHost onView={onView}>
          {(view) => (
            <>
              {view && <DrawingDesk scene={view} />}
              <PhotoDesk />
              <PlatesDesk />
              <Calipers />
            </>
          )}
        </SceneHost>
        <aside
          aria-label="Ledger"
          className="relative min-h-0 overflow-y-auto border-l border-rule bg-sheet px-4 py-3.5"
        >
          {!folded && <Ledger />}
          <button
            type="button"
            aria-expanded={!folded}
            aria-label={folded ? 'Show the ledger' : 'Fold the ledger away'}
            className="absolute right-1 bottom-1 px-1 text-soft hover:text-ink"
            onClick={() => setFolded(!folded)}
          >
            {folded ? '‹' : '›'}
          </button>
        </aside>
      </main>
    </div>
  )
}

function LeftPage() {
  const place = useProject((s) => s.place)
  if (place === 'gather') return <Gather />
  if (place === 'divide') return <DividePage />
  if (place === 'parts') return <PartsPage />
  if (place === 'prove') return <ProvePage />
  if (place === 'print') return <Print />
  return <BuildSheet />
}

/** Files dropped anywhere on the page are taken in. */
function useDrop() {
  const actions = useActions()
  return {
    onDragOver: (e: React.DragEvent) => e.preventDefault(),
    onDrop: (e: React.DragEvent) => {
      e.preventDefault()
      void actions.importFiles([...e.dataTransfer.files])
    },
  }
}

const PICTURE_WIDTH = 480
const PICTURE_DELAY = 2500

/** A while after the last change, the projects page gets a new picture; never while a value is dragged. */
function usePicture(view: React.RefObject<SceneView | undefined>): void {
  const id = useProject((s) => s.id)
  const build = useProject((s) => s.build)
  // There one part stands by itself, as it is printed.
  const proves = useProject((s) => s.place === 'prove')
  useEffect(() => {
    if (
      !build ||
      proves ||
      build.quality === 'drag' ||
      build.parts.length + build.references.length + build.outlines.length === 0
    )
      return
    const timer = setTimeout(() => {
      void view.current
        ?.picture(PICTURE_WIDTH)
        .then((picture) => picture && call(`/api/projects/${id}/picture`, { method: 'PUT', body: picture }))
    }, PICTURE_DELAY)
    return () => clearTimeout(timer)
  }, [view, id, build, proves])
}
