import { type Line, LINES_OF } from '../line'
import { betweenWords } from '../where-words'

/** A wall so little under two lines still prints as two, mm. */
const SLACK = 0.06
const MOST = 6
/** A wall is a whole number of lines within this share of one. */
const WHOLE = 0.2

/** How thick walls are, in lines of the printer. */
export const thickness: Line = ({ thin, project, part, say }) => {
  const { line, wall } = project.printer
  const holds = wall ?? 2 * line
  const places = thin.slice(0, MOST).map(({ apart, place, surfaces }) => {
    const lines = apart / line
    const between = Math.abs(lines - Math.round(lines)) > WHOLE && lines > 1 ? ', between whole lines' : ''
    return { says: `${say(apart)}, ${lines.toFixed(1)} lines${between}, ${betweenWords(surfaces, part.mesh.surfaces, project)}`, at: place } // prettier-ignore
  })
  const [thinnest] = thin
  const weak = thinnest !== undefined && thinnest.apart < holds - SLACK
  return {
    id: 'thickness',
    about: 'Walls',
    says: thinnest
      ? `The thinnest is ${say(thinnest.apart)}, ${(thinnest.apart / line).toFixed(1)} lines of ${say(line)}.`
      : `Nothing is thinner than ${say(LINES_OF.material * line)}, ${LINES_OF.material} lines.`,
    verdict: weak ? 'look' : 'fine',
    ...(weak ? { mends: `From ${say(holds)} on, ${wall === undefined ? 'two lines' : 'as this printer has shown'}, a wall holds.` } : {}), // prettier-ignore
    places,
    shows: 'material',
  }
}
