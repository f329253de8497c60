import { parseArgs } from 'node:util'
import { EXPORT_FORMATS, type ExportFormat } from '../core/formats/export-formats'
import { ProblemError } from '../core/result'
import { formatReport } from './report'

const areFormats = (all: readonly string[]): all is ExportFormat[] =>
  all.every((f) => (EXPORT_FORMATS as readonly string[]).includes(f))

const HELP = `anorak inspect FILE
anorak case BOARD.step [--clearance 0.55] [--wall 1.8] [--leave-out NAME]... [--posts] [--openings]
                       [--sits screws|own|pins|edge] [--lives desk|wall]
                       [--closes board|corners|snap|magnets|hinge|slide|sealed|lip]
                       [--place bed|assembled] --out DIR
anorak build PROJECT --out DIR [--quality view|export] [--place bed|assembled] [--variant NAME] [--as stl,3mf,obj]
anorak check PROJECT [--variant NAME]
anorak fit PROJECT [--for bed|supports] [--joint tongue|dowels|none] [--place bed|assembled] --out DIR
                   Divides every part that is larger than the printer's bed; the project is saved with the steps that do.
anorak prove PROJECT [--variant NAME]
                   What the printer will make of each part: walls, slits, overhangs, bridges, islands, how it stands, ways to lay it.
anorak sheet PROJECT [--variant NAME] --out DIR
                   A page to print: parts and how they lie, what is needed besides, fits, pauses, order, notes.
anorak section PROJECT --axis x|y|z --at 3.2 --out DIR
                   The outlines of all parts where a plane cuts them, as SVG and DXF at 1:1.
anorak print FILE.3mf [--seed 1] [--first 0.2] --out DIR
                   Prints a 3MF on a simulated printer, which hides how far it is off: what comes off its bed, and readings on it.
anorak variants PROJECT [--out DIR] [--place bed|assembled]
                   What the project comes to as drawn and in each variant; with --out the files of all of them.
anorak steps       The kinds of steps: their fields, what they leave, and an example of each that builds.
anorak schema      The JSON Schema of the project file.
anorak trace PHOTO --corners "x,y x,y x,y x,y" --size 210x148 | --scale "x,y x,y" --size 140
                   [--at x,y] [--tolerance 0.15] [--tone all|paler|darker]
                   The outline of what lies in a PNG or JPEG, straightened by the corners of a known rectangle
                   (clockwise, --size from the first to the second by from the second to the third) or
                   scaled by two points; points in pixels from the upper left, y down. Where one tone of what was
                   found may be the other's shadow, it says so, and --tone takes the one or the other.

Lengths are formulas: 0.55, "3/16 in", "2*line". --json prints JSON.
Exit code: 0 all well, 1 findings that stop an export, 2 bad input.
`

async function main(): Promise<number> {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: {
      json: { type: 'boolean', default: false },
      help: { type: 'boolean', short: 'h', default: false },
      clearance: { type: 'string' },
      wall: { type: 'string' },
      'leave-out': { type: 'string', multiple: true, default: [] },
      posts: { type: 'boolean', default: false },
      openings: { type: 'boolean', default: false },
      sits: { type: 'string' },
      closes: { type: 'string' },
      lives: { type: 'string' },
      place: { type: 'string', default: 'bed' },
      variant: { type: 'string' },
      joint: { type: 'string', default: 'tongue' },
      for: { type: 'string', default: 'bed' },
      axis: { type: 'string', default: 'z' },
      as: { type: 'string' },
      seed: { type: 'string', default: '1' },
      first: { type: 'string', default: '0.2' },
      out: { type: 'string' },
      quality: { type: 'string', default: 'export' },
      corners: { type: 'string' },
      scale: { type: 'string' },
      size: { type: 'string' },
      at: { type: 'string' },
      tolerance: { type: 'string' },
      tone: { type: 'string' },
    },
  })
  const [command, file] = positionals
  if (values.help || command === undefined) {
    process.stdout.write(HELP)
    return values.help ? 0 : 2
  }
  if (command === 'schema') {
    const { projectJsonSchema } = await import('../core/steps/describe')
    process.stdout.write(`${JSON.stringify(projectJsonSchema(), null, 2)}\n`)
    return 0
  }
  if (command === 'steps') {
    const { runSteps } = await import('./steps')
    const steps = runSteps()
    const brief = { steps: steps.map(({ kind, title, about }) => ({ kind, title, about })) }
    process.stdout.write(values.json ? `${JSON.stringify(steps, null, 2)}\n` : formatReport(brief))
    return 0
  }
  if (file === undefined) return badInput(`anorak ${command} needs a file.\n\n${HELP}`)
  if (values.place !== 'bed' && values.place !== 'assembled') return badInput('--place takes bed or assembled.')
  if (values.quality !== 'view' && values.quality !== 'export') return badInput('--quality takes view or export.')
  const as = values.as?.split(',').map((f) => f.trim())
  if (as && !areFormats(as)) return badInput(`--as takes ${EXPORT_FORMATS.join(', ')}, with commas between them.`)
  const needsOut = ['case', 'build', 'fit', 'sheet', 'print', 'section'].includes(command)
  if (needsOut && values.out === undefined) return badInput(`anorak ${command} needs --out DIR.`)
  const place = values.place
  const out = values.out ?? ''
  const print = (report: object) =>
    process.stdout.write(values.json ? `${JSON.stringify(report, null, 2)}\n` : formatReport(report))
  switch (command) {
    case 'inspect':
      print(await (await import('./inspect')).runInspect(file))
      return 0
    case 'trace':
      print(await (await import('./trace')).runTrace(file, values))
      return 0
    case 'case': {
      const { runCase } = await import('./commands')
      const report = await runCase(file, {
        clearance: values.clearance,
        wall: values.wall,
        leaveOut: values['leave-out'],
        posts: values.posts,
        openings: values.openings,
        answers: { sits: values.sits, closes: values.closes, lives: values.lives },
        place,
        out,
      })
      print(report)
      return report.blocked ? 1 : 0
    }
    case 'build': {
      const { runBuild } = await import('./commands')
      const report = await runBuild(file, { place, out, quality: values.quality, variant: values.variant, as })
      print(report)
      return report.blocked ? 1 : 0
    }
    case 'fit': {
      const { runFit } = await import('./fit')
      const report = await runFit(file, { joint: values.joint, what: values.for, place, out })
      print(report)
      return report.blocked ? 1 : 0
    }
    case 'prove': {
      const { proofText, runProve } = await import('./prove')
      const report = await runProve(file, values.variant)
      print(values.json ? report : proofText(report))
      return 0
    }
    case 'sheet': {
      const { runSheet } = await import('./sheet')
      print(await runSheet(file, { variant: values.variant, out }))
      return 0
    }
    case 'section': {
      const { runSection } = await import('./section')
      print(await runSection(file, { axis: values.axis, at: values.at, variant: values.variant, out }))
      return 0
    }
    case 'print': {
      const { runSimulate } = await import('./simulate')
      print(await runSimulate(file, { seed: values.seed, first: values.first, out }))
      return 0
    }
    case 'variants': {
      const { runVariants } = await import('./commands')
      const report = await runVariants(file, { place, out: values.out })
      print(report)
      return report.blocked ? 1 : 0
    }
    case 'check': {
      const { runCheck } = await import('./commands')
      const report = await runCheck(file, values.variant)
      print(report)
      return report.blocked ? 1 : 0
    }
    default:
      return badInput(`There is no command "${command}".\n\n${HELP}`)
  }
}

function badInput(message: string): number {
  process.stderr.write(`${message.trimEnd()}\n`)
  return 2
}

main()
  .catch((error: unknown) => {
    if (error instanceof ProblemError) return badInput(error.message)
    if (error instanceof TypeError && 'code' in error) return badInput(error.message)
    throw error
  })
  .then((code) => {
    process.exitCode = code
  })
