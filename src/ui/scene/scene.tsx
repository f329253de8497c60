'use client'
import { useEffect, useRef, useState } from 'react'
import type { Pick } from '@/core/fit/picks'
import { useEngine } from '../actions/actions-context'
import { type Showing } from '../store/view-slice'
import { useProject } from '../store/store'
import { BesideNames, useBeside } from './beside'
import { Dial } from './dial'
import { EffectLine, useEffects } from './effect-line'
import { AxisHandle } from './axis-handle'
import { FaceHandle } from './face-handle'
import { FootLine } from './foot-line'
import type { PartView } from '@/worker/views'
import { useStandingPart } from '../prove/proved-part'
import { NoteMarks } from './note-marks'
import { GapInset } from './gap-inset'
import { EdgesMeant } from './edges-meant'
import { KeptLines } from './kept-lines'
import type { Mark } from './marks'
import { MotionHandle } from './motion-handle'
import { PlaceHandles } from './place-handles'
import { keyLook, usePointing } from './pointing'
import { ProofLegend, useProven } from './proof-scene'
import { SceneView } from './scene-view'
import { useApart, useProvedInView } from './use-placed'
import { useSection } from './use-section'
import { Working } from './working'

/** The parts as built, with the references as pale ghosts. */
export function SceneHost({
  onView,
  children,
}: {
  onView: (view: SceneView | undefined) => void
  /** What is laid over it; some of it moves with the view. */
  children?: (view: SceneView | undefined) => React.ReactNode
}) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const picks = useProject((s) => s.picks.length)
  const pending = useProject((s) => s.pending)
  const inHand = useProject((s) => s.inHand ?? s.since)
  const set = useProject((s) => s.set)
  const drawing = useProject((s) => s.drawing !== undefined)
  // There parts stand as they are printed, not where they belong.
  const proves = useProject((s) => s.place === 'prove')
  const [view, setView] = useState<SceneView>()
  const [broken, setBroken] = useState(false)
  useEffect(() => {
    let made: SceneView
    try {
      made = new SceneView(canvas.current!)
    } catch {
      queueMicrotask(() => setBroken(true))
      return
    }
    setView(made)
    onView(made)
    const box = new ResizeObserver(() =>
      made.resize(canvas.current!.parentElement!.clientWidth, canvas.current!.parentElement!.clientHeight),
    )
    box.observe(canvas.current!.parentElement!)
    const dark = window.matchMedia('(prefers-color-scheme: dark)')
    const recolor = () => made.recolor()
    dark.addEventListener('change', recolor)
    return () => {
      box.disconnect()
      dark.removeEventListener('change', recolor)
      onView(undefined)
      setView(undefined)
      made.dispose()
    }
  }, [onView])
  useBodies(view)
  useApart(view)
  useProvedInView(view)
  useEarly(view)
  useMarks(view)
  useSectionCaps(view)
  useEffects(view)
  useProven(view)
  const pointer = usePointing(view)
  return (
    <section
      aria-label="Scene"
      className="relative min-w-0 overflow-hidden bg-scene"
      onKeyDown={(e) => {
        const typing = e.target instanceof HTMLInputElement
        if (e.key !== 'Escape' || typing || (picks === 0 && !inHand)) return
        set({ picks: [], measuring: false, inHand: undefined, since: undefined })
        canvas.current?.focus()
      }}
    >
      <canvas
        ref={canvas}
        className="peer absolute inset-0 size-full touch-none outline-none"
        tabIndex={0}
        aria-busy={pending}
        aria-label="The parts as built. Drag turns, shift-drag slides, the wheel zooms; arrow keys slide, Enter picks what is in the middle."
        {...pointer.events}
        onKeyDown={(e) => keyLook(e, view, pointer.pickAt)}
      />
      <FootLine />
      <svg
        aria-hidden
        className="pointer-events-none absolute inset-0 m-auto hidden size-6 peer-focus-visible:block"
        viewBox="0 0 24 24"
      >
        <path d="M12 1v7M12 16v7M1 12h7M16 12h7" stroke="var(--figure)" strokeWidth={2} />
      </svg>
      {broken && (
        <p className="absolute inset-0 grid place-items-center p-10 text-center text-soft">
          This browser shows no 3D pictures (WebGL is off). The sheet, the ledger and the export work without it.
        </p>
      )}
      {view && !drawing && <Dial view={view} />}
      {view && !proves && <GapInset view={view} />}
      {view && !proves && <KeptLines view={view} />}
      {view && !proves && <EdgesMeant view={view} />}
      {view && <BesideNames view={view} />}
      {view && <NoteMarks view={view} />}
      {view && <ProofLegend view={view} />}
      <div className="pointer-events-none absolute top-3 right-40 left-4 z-[5] flex flex-col items-start gap-1.5">
        <Working />
        <EffectLine />
      </div>
      {view && !proves && <FaceHandle view={view} />}
      {view && !proves && <MotionHandle view={view} />}
      {view && !proves && <PlaceHandles view={view} />}
      {view && !proves && <AxisHandle view={view} />}
      {children?.(view)}
    </section>
  )
}

/** Space that is to stay free. */
const KEPT_FREE = '#b98a2e'

/** Puts what was built into the scene, reusing bodies whose shape is the same. */
function useBodies(view: SceneView | undefined): void {
  const build = useProject((s) => s.build)
  const showing = useProject((s) => s.showing)
  const swap = useProject((s) => s.swap)
  const perspective = useProject((s) => s.perspective)
  // While things are gathered, the parts stand back.
  const usual: Showing = useProject((s) => (s.place === 'gather' || s.drawing ? 'ghost' : 'solid'))
  const proved = useStandingPart()?.id
  const isLayer = useProject((s) => s.proving.shows === 'layer')
  const keys = useRef(new Map<string, string>())
  const beside = useBeside()
  const shownBeside = useRef<typeof beside>(undefined)
  useEffect(() => {
    if (!view || !build) return
    const present = new Set<string>()
    for (const variant of beside ?? [])
      for (const part of variant.beside) {
        const id = `beside:${variant.id}:${part.id}`
        present.add(id)
        if (shownBeside.current !== beside || !view.body(id)) view.put(id, part.shown)
        view.dress(id, { color: part.color, showing: 'solid', reference: false })
      }
    const turned = (beside === undefined) !== (shownBeside.current === undefined)
    shownBeside.current = beside
    for (const part of beside ? [] : build.parts) {
      const id = `part:${part.id}`
      present.add(id)
      if (keys.current.get(id) !== part.key || !view.body(id)) {
        view.put(id, part.body.shown)
        keys.current.set(id, part.key)
      }
      // In the place Prove one part is looked at by itself.
      const looked = part.id !== proved ? 'hidden' : isLayer ? 'ghost' : 'solid'
      view.dress(id, { color: part.color, showing: proved ? looked : (showing[id] ?? usual), reference: false })
    }
    for (const reference of beside || proved ? [] : build.references)
      for (const item of reference.items) {
        const id = `item:${reference.id}:${item.id}`
        present.add(id)
        if (keys.current.get(id) !== item.key || !view.body(id)) {
          view.put(id, item.shown)
          keys.current.set(id, item.key)
        }
        const shown = item.state === 'left-out' ? 'hidden' : (showing.references ?? 'solid')
        const free = item.made === 'reach' || item.made === 'keep-out'
        view.dress(id, free ? { color: KEPT_FREE, showing: shown === 'solid' ? 'ghost' : shown, reference: false } : { color: '#f6f1e4', showing: shown, reference: true }) // prettier-ignore
        if (!item.moves) continue
        const space = `space:${reference.id}:${item.id}`
        present.add(space)
        if (item.space && (keys.current.get(space) !== item.key || !view.body(space))) {
          view.put(space, item.space)
          keys.current.set(space, item.key)
        }
        view.dress(space, {
          color: KEPT_FREE,
          showing: shown === 'solid' ? 'ghost' : shown,
          reference: false,
          veil: true,
        })
      }
    for (const change of swap?.changes ?? []) {
      const id = `swap:${change.after}`
      if (!change.shown) continue
      present.add(id)
      if (!view.body(id)) view.put(id, change.shown)
      view.dress(id, { color: '#b98a2e', showing: 'solid', reference: false, front: true })
    }
    view.keepOnly(present)
    view.unpicked.setOutlines(build.outlines.map((o) => o.lines))
    view.draw()
    if (present.size > 0 || build.outlines.length > 0) view.frame(turned)
  }, [view, build, showing, usual, swap, beside, proved, isLayer])
  useEffect(() => view?.eye.setPerspective(perspective), [view, perspective])
  const light = useProject((s) => s.light)
  const tightest = useProject((s) => s.tightest)
  useEffect(() => view?.setLight(light, tightest), [view, light, tightest])
}

/** What is being read is looked at before its faces are found. */
function useEarly(view: SceneView | undefined): void {
  const early = useProject((s) => s.early)
  useEffect(() => {
    view?.unpicked.setEarly(early)
    if (early) view?.frame(false)
    view?.draw()
  }, [view, early])
}

/** Marks what is picked and pointed at, and the surfaces of a step that is pointed at in the sheet. */
function useMarks(view: SceneView | undefined): void {
  const picks = useProject((s) => s.picks)
  const hover = useProject((s) => s.hover)
  const build = useProject((s) => s.build)
  const step = useProject((s) => s.pointedStep)
  const shaded = useProject((s) => s.light === 'bent')
  const beside = useBeside()
  const showing = useProject((s) => s.showing)
  useEffect(() => view?.paint(build && !beside ? paintOf(build.parts) : []), [view, build, beside, showing])
  useEffect(() => {
    const body = (p: Pick) => (p.kind === 'item' || p.reference ? `item:${p.reference}:${p.owner}` : `part:${p.owner}`)
    const region = (p: Pick) => (p.region < 0 ? {} : { regions: new Set([p.region]) })
    view?.mark([
      // A patch over what is picked would hide its shades.
      ...(shaded ? [] : markedPicks(picks, body)),
      ...(hover ? [{ body: body(hover), ...region(hover), tone: 'hover' as const }] : []),
      ...(step && build ? ofStep(step, build.parts) : []),
    ])
  }, [view, picks, hover, build, step, shaded])
}

/** One patch for each body: many faces may be picked. */
function markedPicks(picks: readonly Pick[], body: (p: Pick) => string): Mark[] {
  const out = new Map<string, Pick[]>()
  for (const p of picks) out.set(body(p), [...(out.get(body(p)) ?? []), p])
  return [...out].map(([id, own]) => ({
    body: id,
    // A whole body is picked by no region.
    ...(own.some((p) => p.region < 0) ? {} : { regions: new Set(own.map((p) => p.region)) }),
    tone: 'mark' as const,
  }))
}

const paintOf = (parts: readonly PartView[]): Mark[] =>
  parts.flatMap(({ id, painted }) =>
    (painted?.regions ?? []).map(({ region, color }) => ({
      body: `part:${id}`,
      regions: new Set([region]),
      tone: { color },
    })),
  )

const ofStep = (step: string, parts: readonly PartView[]): Mark[] =>
  parts.flatMap(({ id, body: { surfaces, surfaceOf } }): Mark[] => {
    const regions = new Set(surfaceOf.flatMap((s, region) => (surfaces[s]!.step === step ? [region] : [])))
    return regions.size > 0 ? [{ body: `part:${id}`, regions, tone: 'step' }] : []
  })

function useSectionCaps(view: SceneView | undefined): void {
  const section = useSection()
  const build = useProject((s) => s.build)
  const showing = useProject((s) => s.showing)
  const engine = useEngine()
  useEffect(() => {
    view?.setSection(section)
    if (!view || !section) return
    let current = true
    void engine.section(section.axis, section.at).then((cuts) => {
      if (current)
        view.setCaps(
          cuts.map((c) => ({ part: `part:${c.part}`, polygons: c.polygons })),
          section.axis,
          section.at,
        )
    })
    return () => {
      current = false
    }
  }, [view, section, build, engine, showing])
}
