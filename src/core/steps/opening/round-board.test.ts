import { read, stepBytes, wrapped } from '../../../../tests/support/boards'
import { at, type Node } from '../../../../tests/support/shapes'
import { runChecks } from '../../checks'
import { smallestGap, TriangleTree } from '../../fit/gap'
import { measureLedger } from '../../fit/ledger'
import { setField } from '../../document/edits'
import { Kernel } from '../../kernel/kernel'
import { unpacked } from '../../mesh/unpack'
import { Builder } from '../../sheet/builder'

const kernel = await Kernel.load()

/** A round board with a chip, and a socket of a width over its right edge. */
const roundBoard = (radius: number, width: number, over: number, length = 7): Node => ({
  name: 'lamp',
  children: [
    { name: 'disc', solid: { kind: 'cylinder', radius, height: 1.6 } },
    { name: 'chip', place: at(-4, -4, 1.6), solid: { kind: 'box', size: [5, 5, 3] } },
    {
      name: 'socket',
      place: at(radius + over - length, -width / 2, 1.6),
      solid: { kind: 'box', size: [length, width, 3.2] },
    },
  ],
})

test.each([
  [15, 9, 1, 7],
  [15, 18, 1, 7],
  [15, 22, 2, 12],
  [40, 30, 1.4, 7],
  [12, 20, 3, 6],
])(
  'round a board of radius %f a socket %f wide, %f over the edge, has its gap all round',
  async (...[radius, width, over, length]) => {
    const { project, models } = wrapped(await read(await stepBytes(roundBoard(radius, width, over, length))), {
      posts: false,
    })
    const opening = project.steps.find((s) => s.kind === 'opening')!
    const built = await new Builder(kernel).build(setField(opening.id, 'gap', '0.4')(project), models, 'view')
    expect(built.steps.flatMap((s) => s.problems)).toEqual([])
    const ledger = measureLedger(built)
    expect(ledger.find((r) => r.between === 'socket in its opening')).toMatchObject({ measured: expect.closeTo(0.4, 1.7), verdict: 'holds' }) // prettier-ignore
    // Whatever of the walls is not the opening's own edge keeps off it too.
    const socket = built.references[0]!.items.find((i) => i.name === 'socket')!
    const around = new TriangleTree(unpacked(socket.positions, socket.indices))
    for (const { mesh } of built.parts)
      expect(smallestGap(around, new TriangleTree(unpacked(mesh.positions, mesh.indices)))!.distance).toBeGreaterThan(
        0.36,
      )
    expect(runChecks({ project, build: built, ledger, kernel }).filter((f) => f.check === 'collision')).toEqual([])
  },
)
