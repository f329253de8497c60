import type { Build, BuiltPart } from '../../built/built'
import type { Printer } from '../../document/schema'
import type { TaggedMesh } from '../../kernel/surface'
import { placePositions } from '../../geometry/placement'
import type { Vec3 } from '../../geometry/vec'
import { measureLedger } from '../../fit/ledger'
import { lying } from '../../prove/lying'
import { asRead, outsides, readOutsides } from './calipers'
import type { SimulatedPrinter } from './simulated-printer'

/** A part as it came off the bed, and as it was drawn. Lengths mm. */
export interface PrintedPart {
  id: string
  name: string
  /** Its outsides as it lies, as drawn and as calipers read them. */
  drawn: Vec3
  read: Vec3
  /** Where it belongs, in the project's frame. */
  mesh: TaggedMesh
}

/** Prints the parts of a build, takes off what their lowest layers are pressed out, and reads the gaps of its ledger on them once they are put together. */
export function printProject(
  build: Pick<Build, 'parts' | 'references' | 'rows'>,
  printer: SimulatedPrinter,
  { layer, first = layer }: Pick<Printer, 'layer' | 'first'>,
): { parts: PrintedPart[]; gaps: { row: string; mm: number }[] } {
  const printed = build.parts.map((part) => ({ part, mesh: cameOff(part, printer, first) }))
  const gaps = measureLedger({ ...build, parts: printed.map(({ part, mesh }) => ({ ...part, mesh })) })
  return {
    parts: printed.map(({ part, mesh }) => ({
      id: part.id,
      name: part.name,
      drawn: outsides(placePositions(part.print, part.mesh.positions)),
      read: readOutsides(placePositions(part.print, mesh.positions)),
      mesh,
    })),
    gaps: gaps.flatMap((r) => (r.measured === undefined ? [] : [{ row: r.id, mm: asRead(r.measured) }])),
  }
}

/** A part as it comes off the bed, back where it belongs; its faces keep their names. */
function cameOff(part: BuiltPart, printer: SimulatedPrinter, first: number): TaggedMesh {
  const lies = lying(part)
  const out = printer.prints(lies.positions, lies.indices, first, true)
  return {
    ...part.mesh,
    positions: Float32Array.from(placePositions(lies.back, out.positions)),
    indices: out.indices,
    triangleSurface: Uint32Array.from(out.from, (t) => part.mesh.triangleSurface[t]!),
  }
}
