import { CLOSES } from '../layer-lines'
import type { Line } from '../line'
import { betweenWords } from '../where-words'

const MOST = 6

/** Slits within the part: whether they stay open. */
export const slits: Line = ({ slits, project, part, say }) => {
  const { line } = project.printer
  const [least] = slits
  const closes = least !== undefined && least.apart < CLOSES * line
  return {
    id: 'slits',
    about: 'Slits',
    says: least ? `The narrowest is ${say(least.apart)} wide.` : `None is narrower than ${say(line)}, one line.`,
    verdict: closes ? 'look' : 'fine',
    ...(closes ? { mends: `Under ${say(CLOSES * line)}, half a line, both sides print into each other: wider, or closed altogether.` } : {}), // prettier-ignore
    places: slits.slice(0, MOST).map(({ apart, place, surfaces }) => ({ says: `${say(apart)} ${betweenWords(surfaces, part.mesh.surfaces, project)}`, at: place })), // prettier-ignore
    shows: 'air',
  }
}
