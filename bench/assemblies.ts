import { at, type Node, type Solid } from '../demo/make/step-assembly'

const plate = (width: number, depth: number): Solid => ({
  kind: 'plate',
  outline: { points: [[-5, -5], [width, -5], [width, depth], [-5, depth]], radius: 3 }, // prettier-ignore
  thickness: 1.6,
  holes: [],
})

/** Items on a board, each of them one of the shapes. */
function spread(shapes: readonly Solid[], count: number, apart: number): Node {
  const across = Math.ceil(Math.sqrt(count * 1.3))
  return {
    name: 'Weather station',
    children: [
      { name: 'board', solid: plate(across * apart + 5, across * apart) },
      ...Array.from({ length: count - 1 }, (_, i) => ({
        name: `U${i}`,
        solid: shapes[i % shapes.length]!,
        color: '#334455',
        place: at((i % across) * apart, Math.floor(i / across) * apart, 1.6),
      })),
    ],
  }
}

/** Small parts of 40 plain shapes: about 1 kB of text each. */
export const plainItems = (count: number): Node =>
  spread(
    Array.from({ length: 40 }, (_, i) =>
      i % 2 === 0
        ? { kind: 'box', size: [1 + i / 20, 1, 0.8] }
        : { kind: 'cylinder', radius: 0.4 + i / 50, height: 1.2 },
    ),
    count,
    4,
  )

/** Parts of 250 drilled shapes: 9 MB of text for 1,500 of them. */
export const drilledItems = (count: number): Node =>
  spread(
    Array.from({ length: 250 }, (_, i): Solid => ({
      kind: 'plate',
      outline: { points: [[0, 0], [9 + i / 100, 0], [9 + i / 100, 8], [0, 8]], radius: 0.5 }, // prettier-ignore
      thickness: 1 + i / 200,
      holes: Array.from({ length: 6 }, (_, k) => ({
        at: [1.5 + (k % 3) * 2.5, 1.5 + Math.floor(k / 3) * 2.5] as const,
        radius: 0.4 + i / 2000,
      })),
    })),
    count,
    12,
  )
