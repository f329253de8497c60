import { at, type Node, type Outline, type Placement } from '../../demo/make/step-assembly'

/** A turn about x, then about z, then a move: somewhere askew in space. */
export function askew(rx: number, rz: number, x: number, y: number, z: number): Placement {
  const [a, b, c, s] = [Math.cos(rx), Math.sin(rx), Math.cos(rz), Math.sin(rz)]
  return [
    [c, -s * a, s * b, x],
    [s, c * a, -c * b, y],
    [0, b, a, z],
  ]
}

export interface SimpleBoard {
  width: number
  depth: number
  thickness: number
  radius: number
  /** Diameter of the four holes, set in by `inset` from the edges; 0 for none. */
  hole: number
  inset: number
  /** Whether a socket reaches over the front edge. */
  socket: boolean
}

export const outlineOf = ({ width: w, depth: d, radius }: SimpleBoard): Outline => ({
  points: [
    [0, 0],
    [w, 0],
    [w, d],
    [0, d],
  ],
  radius,
})

/** A board with a chip on top, a pin below, and perhaps a socket over the edge. */
export function simpleBoard(b: SimpleBoard, place: Placement = at(0, 0, 0)): Node {
  const holes = b.hole === 0 ? [] : [[b.inset, b.inset], [b.width - b.inset, b.inset], [b.width - b.inset, b.depth - b.inset], [b.inset, b.depth - b.inset]] // prettier-ignore
  return {
    name: 'shed',
    children: [
      {
        name: 'sensor assembly',
        place,
        children: [
          {
            name: 'carrier',
            solid: {
              kind: 'plate',
              outline: outlineOf(b),
              thickness: b.thickness,
              holes: holes.map(([x, y]) => ({ at: [x!, y!] as const, radius: b.hole / 2 })),
            },
          },
          {
            name: 'chip',
            place: at(b.width / 2, b.depth / 2, b.thickness),
            solid: { kind: 'box', size: [5, 5, 4], at: [-2.5, -2.5, 0] },
          },
          {
            name: 'pin',
            place: at(b.width / 2, b.depth / 2 + 4, 0),
            solid: { kind: 'cylinder', radius: 0.5, height: 1.5, at: [0, 0, -1.5] },
          },
          ...(b.socket
            ? [
                {
                  name: 'socket',
                  place: at(b.width / 2, 0, b.thickness),
                  solid: { kind: 'box', size: [8, 7, 3], at: [-4, -1.5, 0] },
                } as const,
              ]
            : []),
        ],
      },
    ],
  }
}

export const PLAIN: SimpleBoard = {
  width: 50,
  depth: 30,
  thickness: 1.6,
  radius: 2,
  hole: 3.2,
  inset: 4,
  socket: false,
}
