import { z } from 'zod'
import type { ProjectStep } from '../document/schema'
import { fieldKind, type FieldSpec } from '../fields/kinds'
import { againStep } from './again'
import { batteryBayStep } from './battery-bay'
import { caseStep } from './case'
import { combineStep } from './combine'
import { clipsStep } from './clips'
import { copiesStep } from './copies'
import { countersinkSizeStep } from './countersink-size'
import { pegsStep } from './pegs'
import { cutoutStep } from './cutout'
import { divideStep } from './divide'
import { dowelsStep } from './dowels'
import { planeCutStep } from './plane-cut'
import { divideFaceStep } from './divide-face'
import { drawingStep } from './drawing'
import { earsStep } from './ears'
import { edgesStep } from './edges'
import { extrudeStep } from './extrude'
import { feetStep } from './feet'
import { fingersStep } from './fingers'
import { fitStep } from './fit'
import { gasketStep } from './gasket'
import { gripsStep } from './grips'
import { hingeStep } from './hinge'
import { hollowStep } from './hollow'
import { holdDownStep } from './hold-down'
import { holesStep } from './holes'
import { itemStep } from './item'
import { keyholesStep } from './keyholes'
import { panelsStep } from './panels'
import { pauseStep } from './pause'
import { labelStep } from './label'
import { ledgeStep } from './ledge'
import { loftStep } from './loft'
import { magnetsStep } from './magnets'
import { motionStep } from './motion'
import { moveEdgesStep } from './move-edges'
import { moveFacesStep } from './move-faces'
import { moveFeatureStep } from './move-feature'
import { openingStep } from './opening'
import { panelStep } from './panel'
import { plungerStep } from './plunger'
import { pressTongueStep } from './press-tongue'
import { postsStep } from './posts'
import { putStep } from './put'
import { replaceStep } from './replace'
import { resizeStep } from './resize'
import { revolveStep } from './revolve'
import { removeFacesStep } from './remove-faces'
import { railClipStep } from './rail-clip'
import { railsStep } from './rails'
import { ribsStep } from './ribs'
import { ringStep } from './ring'
import { roundSizeStep } from './round-size'
import { sealedStep } from './sealed'
import { seamMagnetsStep } from './seam-magnets'
import { seamGlueStep } from './seam-glue'
import { seamMarksStep } from './seam-marks'
import { seamRimStep } from './seam-rim'
import { seamScrewsStep } from './seam-screws'
import { seamSnapsStep } from './seam-snaps'
import { slideLidStep } from './slide-lid'
import { snapsStep } from './snaps'
import { solidStep } from './solid'
import { strapStep } from './strap'
import { sweepStep } from './sweep'
import { symmetricStep } from './symmetric'
import { testStep } from './test'
import { testShapesStep } from './test-shapes'
import { testSizesStep } from './test-sizes'
import { thickenStep } from './thicken'
import { tieAnchorStep } from './tie-anchor'
import { tongueStep } from './tongue'
import { towersStep } from './towers'
import { ventsStep } from './vents'
import { wallSizeStep } from './wall-size'
import type { StepKind } from './step-kind'

/** Every kind of step there is. A new one is one folder and one line here. */
const KINDS: StepKind[] = []
const ALL = [
  drawingStep,
  extrudeStep,
  revolveStep,
  solidStep,
  loftStep,
  sweepStep,
  panelStep,
  panelsStep,
  batteryBayStep,
  itemStep,
  caseStep,
  postsStep,
  ledgeStep,
  clipsStep,
  railsStep,
  holdDownStep,
  towersStep,
  snapsStep,
  magnetsStep,
  strapStep,
  gripsStep,
  gasketStep,
  hingeStep,
  slideLidStep,
  pegsStep,
  sealedStep,
  earsStep,
  keyholesStep,
  railClipStep,
  pauseStep,
  feetStep,
  openingStep,
  plungerStep,
  pressTongueStep,
  cutoutStep,
  tieAnchorStep,
  ventsStep,
  combineStep,
  planeCutStep,
  holesStep,
  labelStep,
  testStep,
  testShapesStep,
  testSizesStep,
  edgesStep,
  hollowStep,
  ribsStep,
  ringStep,
  thickenStep,
  copiesStep,
  symmetricStep,
  againStep,
  fitStep,
  motionStep,
  putStep,
  replaceStep,
  moveFacesStep,
  moveEdgesStep,
  divideFaceStep,
  roundSizeStep,
  countersinkSizeStep,
  wallSizeStep,
  removeFacesStep,
  moveFeatureStep,
  resizeStep,
  divideStep,
  dowelsStep,
  tongueStep,
  fingersStep,
  seamScrewsStep,
  seamMagnetsStep,
  seamMarksStep,
  seamGlueStep,
  seamSnapsStep,
  seamRimStep,
]
for (const kind of ALL) registerStepKind(kind)

/** @throws if there is a kind of that name already */
export function registerStepKind(kind: StepKind): void {
  if (KINDS.some((k) => k.kind === kind.kind)) throw new Error(`There is a kind of step called "${kind.kind}" already.`)
  KINDS.push(kind)
}

export const stepKinds = (): readonly StepKind[] => KINDS

export const stepKindNamed = (kind: string): StepKind | undefined => KINDS.find((k) => k.kind === kind)

const schemas = new Map<StepKind, z.ZodType<Record<string, unknown>>>()

/** The schema of a kind's saved fields, defaults filled in. */
export function fieldsSchema(kind: StepKind): z.ZodType<Record<string, unknown>> {
  const known = schemas.get(kind)
  if (known) return known
  const shape = Object.fromEntries(Object.entries(kind.fields).map(([name, spec]) => [name, savedSchema(spec)]))
  const schema = z.strictObject(shape) as z.ZodType<Record<string, unknown>>
  schemas.set(kind, schema)
  return schema
}

const savedSchema = (spec: FieldSpec): z.ZodType => fieldKind(spec).schema(spec)

type Read = z.ZodSafeParseResult<Record<string, unknown>>
const read = new WeakMap<object, { kind: StepKind; found: Read }>()

/** The saved fields of a step, defaults filled in, or what is wrong with them; what was read before is not read again. */
export function readFields(kind: StepKind, saved: ProjectStep['fields']): Read {
  const known = read.get(saved)
  if (known?.kind === kind) return known.found
  const found = fieldsSchema(kind).safeParse(saved)
  read.set(saved, { kind, found })
  return found
}
