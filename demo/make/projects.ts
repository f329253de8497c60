import { createHash } from 'node:crypto'
import { emptyProject, makeReference, type Project, type ProjectReading } from '../../src/core/document/schema'

const sha = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex')
const reading = (id: string, name: string, what: string, repeats: string[]): ProjectReading => ({
  id,
  name,
  what,
  repeats,
  resolution: 0.01,
})

/** The cold-frame hinge as it was found, and what its pin measures. */
export const frameHingeProject = (bytes: Uint8Array): Project => ({
  ...emptyProject('Frame hinge'),
  readings: [
    reading('r1', 'pin', 'the steel pin of the hinge', ['4.04', '4.05', '4.04']),
    reading('r2', 'leaf', 'length of the leaf', ['63.5', '63.48']),
  ],
  references: [
    makeReference({
      id: 'hinge',
      name: 'Frame hinge',
      kind: 'stl',
      file: sha(bytes),
      fileName: 'frame-hinge.stl',
      placing: 'as-in-file',
    }),
  ],
})
