'use client'
import { useEffect, useRef } from 'react'
import type { Vec2 } from '@/core/geometry/vec'
import { toScreen, type ViewBox } from './view-box'

/** The photo where it is looked at; single pixels show from near. */
export function PhotoCanvas({ bitmap, view, screen }: { bitmap: ImageBitmap; view: ViewBox; screen: Vec2 }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  useEffect(() => {
    const context = canvas.current?.getContext('2d')
    if (!context) return
    const [x, y] = toScreen(view, [0, 0])
    context.clearRect(0, 0, screen[0], screen[1])
    context.imageSmoothingEnabled = view.zoom < 3
    context.drawImage(bitmap, x, y, bitmap.width * view.zoom, bitmap.height * view.zoom)
  }, [bitmap, view, screen])
  return <canvas ref={canvas} width={screen[0]} height={screen[1]} className="absolute inset-0" />
}

const ACROSS = 132
const NEAR = 9

/** What is about the cursor, pixel by pixel. */
export function Loupe({ bitmap, at }: { bitmap: ImageBitmap; at: Vec2 }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  useEffect(() => {
    const context = canvas.current?.getContext('2d')
    if (!context) return
    context.imageSmoothingEnabled = false
    context.clearRect(0, 0, ACROSS, ACROSS)
    const half = ACROSS / 2 / NEAR
    context.drawImage(bitmap, at[0] - half, at[1] - half, 2 * half, 2 * half, 0, 0, ACROSS, ACROSS)
  }, [bitmap, at])
  return (
    <div className="panel pointer-events-none absolute top-3 right-3 z-10 overflow-hidden" aria-hidden>
      <canvas ref={canvas} width={ACROSS} height={ACROSS} />
      <svg className="absolute inset-0" width={ACROSS} height={ACROSS}>
        <path
          d={`M0 ${ACROSS / 2}h${ACROSS / 2 - 8}m16 0h${ACROSS / 2 - 8}M${ACROSS / 2} 0v${ACROSS / 2 - 8}m0 16v${ACROSS / 2 - 8}`}
          stroke="#c3412f"
          strokeWidth={1.2}
        />
      </svg>
    </div>
  )
}
