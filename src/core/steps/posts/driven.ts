import type { Check, Finding } from '../../checks/finding'
import { roomBeside } from '../../enclosures/beside'
import { casedItems } from '../../enclosures/cased-items'
import { headAcross, type Screw } from '../../fit/screws'
import { isOnCase } from '../cases'

/** A driver comes from so far above the board, mm. */
const FROM_ABOVE = 60
/** Round a head so much stays free, mm per side. */
const ROOM = 0.2

/** Screws into posts whose heads, or the driver above them, something on the board is in the way of. */
export const screwsReached: Check = ({ build, project }) =>
  build.steps.flatMap((report): Finding[] => {
    const step = project.steps.find((s) => s.id === report.id)
    const { top, screw, holes } = report.values
    const reference = build.references.find((r) => r.id === report.reference)
    if (step?.kind !== 'posts' || report.stale || !reference?.board) return []
    if (top !== 'insert' && top !== 'pilot' && top !== 'bolt') return []
    // What holds the board down from the lid takes the head up with it.
    const caseStep = String(step.fields.case ?? '')
    if (project.steps.some((s) => s.kind === 'hold-down' && isOnCase(s, caseStep))) return []
    const across = headAcross((screw ?? 'M3') as Screw)
    const used = Array.isArray(holes) ? (holes as unknown[]) : undefined
    const { board } = reference
    const items = casedItems(reference)
    return board.holes
      .filter((h) => (used ? used.includes(h.id) : h.mounting))
      .flatMap((hole) => {
        const radius = across / 2 + ROOM
        const upright = { at: hole.centre, radius, from: board.top + 0.01, to: board.top + FROM_ABOVE }
        const [first] = items.filter((item) => roomBeside(item, upright, 0.01) < 1e-6)
        if (!first) return []
        return [
          {
            check: 'screw-reach',
            weight: 'look' as const,
            about: step.id,
            title: `The screw at ${hole.name} cannot be driven: ${first.name} is in the way.`,
            text: `Its head is Ø ${across.toFixed(1)} mm, and a driver comes from above; ${first.name} stands within that round the hole. A smaller screw, pins, or posts at the other holes alone would do.`,
            parts: build.rows.flatMap((r) => (r.step === step.id && r.b.of === 'parts' ? r.b.parts : [])).slice(0, 1),
            place: [hole.centre[0], hole.centre[1], board.top] as const,
          },
        ]
      })
  })
