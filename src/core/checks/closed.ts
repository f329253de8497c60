import { isClosed } from '../mesh/facts'
import type { Check } from './finding'

/** A printable part is closed: every edge has exactly two sides. */
export const partsClosed: Check = ({ build }) =>
  build.parts
    .filter((p) => !isClosed(p.mesh.positions, p.mesh.indices))
    .map((p) => ({
      check: 'closed',
      weight: 'stop',
      title: `${p.name} is not closed.`,
      text: `The surface of ${p.name} has open edges, so it cannot be printed as it is.`,
      parts: [p.id],
    }))
