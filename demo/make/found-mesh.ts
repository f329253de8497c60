import initKernel, { type Manifold } from 'manifold-3d'
import { writeStl } from '../../src/core/formats/stl/write-stl'

type Kernel = Awaited<ReturnType<typeof initKernel>>

/** So far off every corner is of a mesh as it is found on the net, mm. */
const NOISE = 0.002

/** A binary STL of a body, its corners a little off, as files from the net have them. */
export async function foundMesh(name: string, make: (kernel: Kernel) => Manifold): Promise<Uint8Array> {
  const kernel = await initKernel()
  kernel.setup()
  const mesh = make(kernel).getMesh()
  const random = numbers()
  const positions: number[] = []
  for (let i = 0; i < mesh.vertProperties.length; i += mesh.numProp)
    for (let k = 0; k < 3; k++) positions.push(mesh.vertProperties[i + k]! + NOISE * (2 * random() - 1))
  return writeStl({ positions, indices: mesh.triVerts }, name)
}

/** Numbers from 0 to 1 that look random and are the same each time. */
function numbers(): () => number {
  let state = 20_261_128
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0
    return state / 2 ** 32
  }
}
