import { rl2, RL2_OUTLINE, RL2_THICKNESS, mountingHoles, type Revision } from './rl2'
import type { Node, Solid } from './step-assembly'

type Box = [x0: number, y0: number, x1: number, y1: number, top: number]

function boxOf(solid: Solid): Box {
  switch (solid.kind) {
    case 'box': {
      const [x, y, z] = solid.at ?? [0, 0, 0]
      return [x, y, x + solid.size[0], y + solid.size[1], z + solid.size[2]]
    }
    case 'cylinder': {
      const [x, y, z] = solid.at ?? [0, 0, 0]
      const { radius: r, height: h } = solid
      return solid.along === 'x' ? [x, y - r, x + h, y + r, z + r] : [x - r, y - r, x + r, y + r, z + h]
    }
    case 'joined':
      return solid.solids.map(boxOf).reduce((a, b) => [Math.min(a[0], b[0]), Math.min(a[1], b[1]), Math.max(a[2], b[2]), Math.max(a[3], b[3]), Math.max(a[4], b[4])]) // prettier-ignore
    case 'plate':
      throw new Error('the board itself')
  }
}

/** The board RL-2 in IDF 3.0: outline and drilled holes, and each part on its top as a block. Board and library. */
export function rl2Idf(rev: Revision): { emn: string; emp: string } {
  const n = (v: number) => v.toFixed(3)
  const header = (kind: string) => `.HEADER\n${kind} 3.0 "Allotment" 2026/10/01.10:00:00 1\n`
  const packages = new Map<string, string>()
  const placed: string[] = []
  const walk = (node: Node) => {
    if ('children' in node) return node.children.forEach(walk)
    if (node.solid.kind === 'plate') return
    const [x0, y0, x1, y1, height] = boxOf(node.solid)
    // What only stands out below the board is soldered through it and has no outline of its own on top.
    if (height <= 0) return
    const name = `P${n(x1 - x0)}X${n(y1 - y0)}X${n(height)}@${n(x0)},${n(y0)}`
    const corners = [[x0, y0], [x1, y0], [x1, y1], [x0, y1], [x0, y0]] // prettier-ignore
    packages.set(name, `.ELECTRICAL\n"${name}" "${name}" MM ${n(height)}\n${corners.map(([x, y]) => `0 ${n(x!)} ${n(y!)} 0`).join('\n')}\n.END_ELECTRICAL\n`) // prettier-ignore
    placed.push(
      `"${name}" "${name}" "${node.name}"\n${n(node.place![0][3])} ${n(node.place![1][3])} 0.0 0.0 TOP PLACED`,
    )
  }
  walk(rl2(rev))
  const outline = [...RL2_OUTLINE, RL2_OUTLINE[0]!].map(([x, y]) => `0 ${n(x)} ${n(y)} 0`).join('\n')
  const holes = mountingHoles(rev).map(([x, y]) => `3.2 ${n(x)} ${n(y)} NPTH BOARD MTG ECAD`)
  const emn = `${header('BOARD_FILE')}rl-2-rev-${rev.toLowerCase()} MM\n.END_HEADER\n.BOARD_OUTLINE ECAD\n${n(RL2_THICKNESS)}\n${outline}\n.END_BOARD_OUTLINE\n.DRILLED_HOLES\n${holes.join('\n')}\n.END_DRILLED_HOLES\n.PLACEMENT\n${placed.join('\n')}\n.END_PLACEMENT\n`
  return { emn, emp: `${header('LIBRARY_FILE')}.END_HEADER\n${[...packages.values()].join('')}` }
}
