import { at, type Node, type Outline, type Solid } from './step-assembly'

export type Revision = 'A' | 'B'

/** The made-up board *RL-2* of the allotment's rain logger: 62 x 44 mm, 1.6 mm thick, with a notch at the back. */
export const RL2_THICKNESS = 1.6

export const RL2_OUTLINE: Outline['points'] = [
  [-31, -22],
  [31, -22],
  [31, 22],
  [14, 22],
  [14, 18],
  [4, 18],
  [4, 22],
  [-31, 22],
]
const outline: Outline = { points: RL2_OUTLINE, radius: 1.5 }

export const mountingHoles = (rev: Revision): readonly (readonly [number, number])[] => [
  [-27.5, -18.5],
  [27.5, -18.5],
  [rev === 'A' ? 27.5 : 26.5, 18.5],
  [-27.5, 18.5],
]

const box = (x: number, y: number, z: number, size: readonly [number, number, number]): Solid => ({
  kind: 'box',
  size,
  at: [x - size[0] / 2, y - size[1] / 2, z],
})

const top = RL2_THICKNESS

const resistor = box(0, 0, 0, [1.6, 0.8, 0.5])
const capacitor = box(0, 0, 0, [2, 1.25, 1])
const pin: Solid = { kind: 'cylinder', radius: 0.45, height: 2.2, at: [0, 0, -2.2] }
const button: Solid = {
  kind: 'joined',
  solids: [box(0, 0, 0, [6, 6, 3.5]), { kind: 'cylinder', radius: 1.7, height: 5, at: [0, 0, 0] }],
}

/**
 * A revision as an assembly: 30 items in A, the last one (a radio module that stands upright) not fitted on the real board. In B the USB
 * socket has moved by 1.2 mm, the knob is 3 mm taller, a mounting hole has moved by 1 mm, and the crystal is gone.
 */
export function rl2(rev: Revision): Node {
  const knobHeight = rev === 'A' ? 9 : 12
  const parts = (name: string, solid: Solid, color: string, places: readonly (readonly [number, number])[]): Node[] =>
    places.map(([x, y], i) => ({ name: `${name}${i + 1}`, solid, color, place: at(x, y, top) }))
  return {
    name: `RL-2 rev ${rev}`,
    children: [
      {
        name: 'RL-2 board',
        color: '#2f5d43',
        solid: {
          kind: 'plate',
          outline,
          thickness: RL2_THICKNESS,
          holes: [
            ...mountingHoles(rev).map((p) => ({ at: p, radius: 1.6 })),
            ...[-2.5, 2.5].map((y) => ({ at: [-22, y - 8] as const, radius: 0.6 })),
          ],
        },
      },
      {
        name: 'USB socket',
        color: '#b9bcc0',
        solid: box(0, 0, 0, [9, 7.4, 3.2]),
        place: at(rev === 'A' ? -12 : -10.8, -19.6, top),
      },
      {
        name: 'Front connectors',
        children: [
          {
            name: 'Knob',
            color: '#3a3d42',
            solid: {
              kind: 'joined',
              solids: [
                box(-4.5, 0, 0, [9, 11, knobHeight]),
                { kind: 'cylinder', radius: 3, height: 9, at: [-0.5, 0, knobHeight / 2], along: 'x' },
              ],
            },
            place: at(30, -6, top),
          },
          { name: 'Terminal block', color: '#4c7a52', solid: box(0, 0, 0, [8, 15.5, 8.5]), place: at(-27.2, 3, top) },
        ],
      },
      { name: 'Display', color: '#22262b', solid: box(0, 0, 0, [27, 14, 4.2]), place: at(0, 6, top) },
      {
        name: 'Buttons',
        children: [
          { name: 'Button up', color: '#c3b79c', solid: button, place: at(7, -15, top) },
          { name: 'Button down', color: '#c3b79c', solid: button, place: at(16, -15, top) },
        ],
      },
      { name: 'Logger chip', color: '#2a2d31', solid: box(0, 0, 0, [7, 7, 1]), place: at(-3, -8, top) },
      ...(rev === 'A'
        ? [{ name: 'Clock crystal', color: '#c8cbd0', solid: box(0, 0, 0, [3.2, 1.5, 0.9]), place: at(4, -8, top) }]
        : []),
      ...parts('R', resistor, '#1d1f22', [
        [-8, -3],
        [-5, -3],
        [-2, -3],
        [1, -3],
        [9, -6],
        [12, -6],
        [15, -6],
        [18, -6],
      ]),
      ...parts('C', capacitor, '#b08d57', [
        [-11, -8],
        [-11, -11],
        [9, -9.5],
        [13, -9.5],
        [20, 8],
        [20, 12],
      ]),
      {
        name: 'Solder pins',
        children: [0, 1, 2].flatMap((i) => [
          { name: `Pin T${i + 1}`, solid: pin, color: '#d9dbdd', place: at(-27, -2 + i * 5, 0) },
          { name: `Pin K${i + 1}`, solid: pin, color: '#d9dbdd', place: at(24, -9 + i * 2.5, 0) },
        ]),
      },
      { name: 'Radio module', color: '#17191c', solid: box(0, 0, 0, [2.8, 16.4, 12.6]), place: at(25, 8, top) },
    ],
  }
}
