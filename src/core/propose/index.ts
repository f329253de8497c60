import { fitToBed } from './fit-to-bed'
import { withoutSupports } from './without-supports'

export { type Joint, JOINTS, type Proposal } from './proposing'

/** What cuts can be proposed for. */
export const PROPOSALS = { bed: fitToBed, supports: withoutSupports }
export type ProposedFor = keyof typeof PROPOSALS
