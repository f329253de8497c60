import type { FieldSpec } from '../../src/core/fields/kinds'
import type { MarkOf } from '../../src/core/fields/mark'
import type { SavedShape } from '../../src/core/fields/shapes'
import type { ShapeFieldSpec, ShapeKind } from '../../src/core/fields/shape-kind'
import type { Random } from './random'

const LENGTHS = ['0.01', '0.2', '1', '2', '3.5', '5', '8', '10', '12', '20', '40']
const COUNTS = ['2', '3', '4', '6', '16', '40']
const ANGLES = ['0', '30', '45', '90', '-90', '180', '360']
const COORDINATES = [0, 0, 1, -2, 5, 5, -7.5, 12, 20, '4', '-1']
const ODD = ['0', '-3', '1e6', '2.5', '1e9', 'size1', 'nobody', '']

/** Mostly what makes sense; now and then what does not. */
const often = <T>(random: Random, list: readonly T[]): T | string =>
  random.next() < 0.015 ? random.from(ODD) : random.from(list)

const anyPlace = (random: Random, earlier: readonly string[]): unknown => {
  const from = random.next() < 0.05 && earlier.length > 0 ? `${random.from(earlier)}.${random.from(['middle', 'to', '1'])}` : '' // prettier-ignore
  if (random.next() < 0.1) return { away: often(random, LENGTHS), angle: random.from(ANGLES), from }
  if (random.next() < 0.02) return { on: random.from([...earlier, 'none']), angle: random.from(ANGLES) }
  return { along: often(random, COORDINATES), up: often(random, COORDINATES), from }
}

const MARKS: Readonly<Record<MarkOf, readonly string[]>> = {
  point: ['.from', '.to', '.middle', '.1', '.2', '.lowerLeft'],
  line: ['', '', '.edge1', '.low', '.left'],
  round: ['', '', '.start'],
}

/** Something of an earlier shape that could be tied. */
const anyMark = (random: Random, takes: readonly MarkOf[], earlier: readonly string[]): string =>
  `${random.from(earlier.length > 0 ? earlier : ['none'])}${random.from(MARKS[random.from(takes)])}`

function anyField(random: Random, spec: ShapeFieldSpec, earlier: readonly string[]): unknown {
  const some = <T>(one: () => T) => Array.from({ length: random.next() < 0.03 ? 0 : 1 + random.below(6) }, one)
  switch (spec.type) {
    case 'length':
      return spec.free && random.next() < 0.4 ? Number(random.from(LENGTHS)) : often(random, LENGTHS)
    case 'mark':
      return anyMark(random, spec.takes, earlier)
    case 'bodies':
      return { parts: [random.from(['none', 'solid1'])], items: [], at: often(random, LENGTHS) }
    case 'count':
      return often(random, COUNTS)
    case 'angle':
      return often(random, ANGLES)
    case 'choice':
      return random.from(Object.keys(spec.options))
    case 'place':
      return anyPlace(random, earlier)
    case 'places':
      return some(() => anyPlace(random, earlier))
    case 'named-shapes':
      return [...new Set(some(() => random.from(earlier.length > 0 ? earlier : ['none'])))]
    default:
      return 'none'
  }
}

/** Shapes of any kind, often as they ought to be, often touching, crossing and lying on each other. */
export function anyShapes(random: Random, kinds: readonly ShapeKind[]): SavedShape[] {
  const shapes: SavedShape[] = []
  for (let i = random.below(7); i >= 0; i--) {
    const earlier = shapes.map((s) => s.id)
    const can = kinds.filter((k) => !Object.values(k.fields).some((f) => f.type === 'outline' || ((f.type === 'named-shapes' || f.type === 'mark') && earlier.length === 0))) // prettier-ignore
    const kind = random.from(random.next() < 0.02 ? kinds : can)
    const fields: Record<string, unknown> = {}
    for (const [name, spec] of Object.entries(kind.fields))
      if (random.next() < 0.7) fields[name] = anyField(random, spec, earlier)
    shapes.push({ id: `f${shapes.length}`, kind: kind.kind, fields })
  }
  return shapes
}

/** A field of a step that anything but words would break at once. */
export function anyStepField(random: Random, spec: FieldSpec, earlier: readonly string[]): unknown {
  if (spec.type === 'shapes') return anyShapes(random, spec.kinds)
  if (spec.type === 'place') return anyPlace(random, [])
  if (spec.type === 'spots') return Array.from({ length: 1 + random.below(5) }, () => anyPlace(random, []))
  if (spec.type === 'plane') return { base: random.from(['ground', 'front', 'side']), off: random.from(LENGTHS) }
  if (spec.type === 'parts') return [random.from([...earlier, 'none'])]
  if (spec.type === 'angle') return random.from(ANGLES)
  return spec.type === 'length' && random.next() < 0.5 ? random.from(LENGTHS) : undefined
}
