import { produce } from 'immer'
import type { Project } from './schema'

type Change = (formula: string) => string

/** The project with every formula changed that is not a step's: of numbers, rows, moves, items, blocks and photos. */
export const mapFormulas = (project: Project, change: Change): Project =>
  produce(project, (p) => {
    for (const n of p.numbers) {
      n.formula = change(n.formula)
      if (n.range) n.range = { from: change(n.range.from), to: change(n.range.to) }
    }
    for (const { numbers } of p.variants) for (const id of Object.keys(numbers)) numbers[id] = change(numbers[id]!)
    for (const row of p.rows) {
      row.wanted = change(row.wanted)
      row.tolerance = change(row.tolerance)
    }
    for (const r of p.references) {
      for (const move of r.moves) {
        if (move.kind === 'move') move.by = [change(move.by[0]), change(move.by[1]), change(move.by[2])]
        if (move.kind === 'meet') move.gap = change(move.gap)
      }
      for (const travel of Object.values(r.travels)) if (travel.kind === 'slide') travel.length = change(travel.length)
      for (const reach of Object.values(r.reaches)) {
        reach.length = change(reach.length)
        reach.width = change(reach.width)
      }
    }
    for (const block of p.blocks) {
      block.at = [change(block.at[0]), change(block.at[1]), change(block.at[2])]
      if (block.shape.kind === 'item') continue
      const sizes = block.shape as Record<string, string>
      for (const size of Object.keys(sizes))
        if (size !== 'kind' && size !== 'outline') sizes[size] = change(sizes[size]!)
    }
    for (const outline of p.outlines) {
      if (outline.kind !== 'photo') continue
      const { calibration, checks, sizes } = outline.photo
      if (calibration?.kind === 'length') calibration.length = change(calibration.length)
      if (calibration?.kind === 'rectangle') {
        calibration.width = change(calibration.width)
        calibration.height = change(calibration.height)
      }
      for (const known of [...checks, ...sizes]) known.length = change(known.length)
    }
  })
