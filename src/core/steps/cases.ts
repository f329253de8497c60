import { ENCLOSURE } from '../enclosures/enclosure'
import type { Situation } from './offer'

/** The cases that there are, with the references they are wrapped round. */
export const enclosures = ({ left, references }: Situation) =>
  left.flatMap(({ step, token: name, reference }) => {
    const found = name === ENCLOSURE.name ? references.find((r) => r.id === reference) : undefined
    return found ? [{ step, reference: found }] : []
  })
