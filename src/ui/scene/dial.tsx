'use client'
import { safeFileName } from '@/core/formats/file-names'
import { download } from '../api'
import { useDocument, useProject, useUnit } from '../store/store'
import { formatLength } from '@/core/units/length'
import { SHADES, TIGHTEST } from './surface-light'
import { SectionControl } from './section-control'
import type { Direction } from './directions'
import type { SceneView } from './scene-view'
import { useDrawn } from './use-drawn'

/** Words round a dial, where a maker standing at the printer would find them. */
const WORDS: [Direction, string, string][] = [
  ['back', 'B', 'left-1/2 top-0 -translate-x-1/2'],
  ['front', 'F', 'left-1/2 bottom-0 -translate-x-1/2'],
  ['left', 'L', 'left-0 top-1/2 -translate-y-1/2'],
  ['right', 'R', 'right-0 top-1/2 -translate-y-1/2'],
]

const CHOSEN = 'font-semibold text-ink underline underline-offset-4'

/** A dial of directions, and how the scene is looked at. */
export function Dial({ view }: { view: SceneView }) {
  const perspective = useProject((s) => s.perspective)
  const showing = useProject((s) => s.showing)
  const set = useProject((s) => s.set)
  const proves = useProject((s) => s.place === 'prove')
  const from = useDrawn(view, (v) => v.eye.lookingFrom())
  const references = showing.references ?? 'solid'
  const { name } = useDocument()
  const save = async () => {
    const picture = await view.seen()
    if (picture) download(`${safeFileName(name)}.png`, picture, 'image/png')
  }
  const word = (direction: Direction) => (from === direction ? CHOSEN : 'text-soft hover:text-ink')
  return (
    <div className="pointer-events-none absolute top-3 right-3 flex flex-col items-end gap-2 text-[13.5px]">
      <div className="pointer-events-auto relative h-[88px] w-[124px]" role="group" aria-label="Look from">
        <svg viewBox="0 0 124 88" className="absolute inset-0" aria-hidden>
          <ellipse cx={62} cy={44} rx={30} ry={22} fill="none" stroke="var(--soft)" strokeOpacity={0.55} />
          <path d="M62 18v8M62 62v8M28 44h8M88 44h8" stroke="var(--soft)" strokeOpacity={0.55} />
        </svg>
        {WORDS.map(([direction, key, place]) => (
          <button
            key={direction}
            type="button"
            title={`From the ${direction} (${key.toLowerCase()})`}
            className={`absolute ${place} ${word(direction)}`}
            onClick={() => view.eye.look(direction)}
          >
            {direction}
          </button>
        ))}
        <span className="pointer-events-none absolute inset-0 grid place-items-center">
          <span className="flex flex-col items-center leading-tight">
            <button
              type="button"
              title="From the top (t)"
              className={`pointer-events-auto ${word('top')}`}
              onClick={() => view.eye.look('top')}
            >
              top
            </button>
            <button
              type="button"
              title="From below (u)"
              className={`pointer-events-auto ${word('bottom')}`}
              onClick={() => view.eye.look('bottom')}
            >
              bottom
            </button>
          </span>
        </span>
      </div>
      <div className="pointer-events-auto -mr-1.5 flex flex-wrap justify-end gap-x-4 bg-scene/75 px-1.5">
        <button type="button" className="figure" title="From a corner (c)" onClick={() => view.eye.look('corner')}>
          corner
        </button>
        <button type="button" className="figure" title="Everything in view (a)" onClick={() => view.frame()}>
          all
        </button>
        <button
          type="button"
          className="figure"
          aria-pressed={perspective}
          onClick={() => set({ perspective: !perspective })}
        >
          {perspective ? 'perspective' : 'parallel'}
        </button>
        <button type="button" className="figure" title="Save what is seen here as a PNG" onClick={() => void save()}>
          save picture
        </button>
        <button
          type="button"
          className="figure"
          hidden={proves}
          aria-label={`References are ${references}`}
          onClick={() =>
            set({
              showing: {
                ...showing,
                references: references === 'solid' ? 'ghost' : references === 'ghost' ? 'hidden' : 'solid',
              },
            })
          }
        >
          references {references === 'solid' ? 'shown' : references === 'ghost' ? 'faint' : 'hidden'}
        </button>
      </div>
      {!proves && <SectionControl />}
      <Light />
    </div>
  )
}

const LIGHTS = {
  striped: ['striped light', 'The reflection of striped light: creases break it, dents bend it'],
  bent: ['bends', 'How strongly faces bend, in shades'],
} as const

/** How faces are lit, to see creases, dents and bends. */
function Light() {
  const light = useProject((s) => s.light)
  const set = useProject((s) => s.set)
  return (
    <div className="pointer-events-auto flex flex-col items-end gap-1.5">
      <div className="-mr-1.5 flex gap-x-4 bg-scene/75 px-1.5" role="group" aria-label="Light">
        {Object.entries(LIGHTS).map(([is, [words, title]]) => (
          <button
            key={is}
            type="button"
            className={light === is ? CHOSEN : 'figure'}
            aria-pressed={light === is}
            title={title}
            onClick={() => set({ light: light === is ? 'plain' : (is as keyof typeof LIGHTS) })}
          >
            {words}
          </button>
        ))}
      </div>
      {light === 'bent' && <Shades />}
    </div>
  )
}

/** What the shades of bends mean: radii, mm or inches. */
function Shades() {
  const unit = useUnit()
  const tightest = useProject((s) => s.tightest)
  const set = useProject((s) => s.set)
  const radius = (share: number) => formatLength(tightest / share ** 2, unit)
  const at = TIGHTEST.findIndex((r) => r === tightest)
  const to = (next: number, words: string, title: string) => (
    <button
      type="button"
      className="figure"
      title={title}
      disabled={!TIGHTEST[next]}
      onClick={() => set({ tightest: TIGHTEST[next]! })}
    >
      {words}
    </button>
  )
  const { hollow, flat, bulged } = SHADES
  return (
    <figure className="w-56 bg-scene/80 px-2 py-1 text-soft" aria-label="Shades by the radius that a face bends by">
      <div className="flex justify-between">
        <span>hollow</span>
        <span>flat</span>
        <span>bulged</span>
      </div>
      <div className="h-2.5" style={{ background: `linear-gradient(to right, ${hollow}, ${flat}, ${bulged})` }} />
      <div className="flex justify-between">
        {[1, 0.5, 0, 0.5, 1].map((share, i) => (
          <span key={i}>{share === 0 ? '' : radius(share)}</span>
        ))}
      </div>
      <div className="flex justify-between">
        {to(at - 1, 'smaller radii', 'Shades for smaller radii')}
        {to(at + 1, 'larger radii', 'Shades for larger radii')}
      </div>
    </figure>
  )
}
