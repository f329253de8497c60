import { meshModel } from '../../formats/mesh-model'
import { read3mf } from '../../formats/threemf/read-3mf'
import { placePositions } from '../../geometry/placement'
import type { Vec3 } from '../../geometry/vec'
import { ok, type Result } from '../../result'
import { outsides, readOutsides } from './calipers'
import type { SimulatedPrinter } from './simulated-printer'

/** What came off the bed of a 3MF: each thing that stood on it, where it stood. Lengths mm. */
export interface PrintedThing {
  name: string
  drawn: Vec3
  read: Vec3
  positions: Float64Array
  indices: Uint32Array
}

/** Prints all that a 3MF has on its bed. Errors: those of reading it */
export function print3mf(bytes: Uint8Array, printer: SimulatedPrinter, first: number): Result<PrintedThing[]> {
  const read = read3mf(bytes)
  if (!read.ok) return read
  const model = meshModel('3mf', read.value.raw, 'Thing', read.value.unit)
  return ok(
    model.items.map(({ name, shape, placement }) => {
      const { positions, indices } = model.shapes[shape]!
      const lies = placePositions(placement, positions)
      const out = printer.prints(lies, indices, first)
      return { name, drawn: outsides(lies), read: readOutsides(out.positions), positions: out.positions, indices: out.indices } // prettier-ignore
    }),
  )
}
