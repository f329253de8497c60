import { compose, fromFrame, IDENTITY, invert, type Placement } from '../../geometry/placement'
import { cross, dot, normalize, scale, sub, type Vec3 } from '../../geometry/vec'
import { isRef, type Part21, type Value } from './part21'
import { ASSUMED_UNIT, lengthUnitOf, type StepUnit } from './units'

/** One solid at one place, before it is given triangles. */
export interface PlacedSolid {
  /** Instance number of the solid. */
  solid: number
  name: string
  path: string[]
  placement: Placement
}

const SOLIDS = new Set(['MANIFOLD_SOLID_BREP', 'BREP_WITH_VOIDS', 'FACETED_BREP'])
const DEEPEST = 64
const MOST_ITEMS = 200_000

interface Child {
  definition: number
  name: string
  placement: Placement
}

/**
 * Walks the product structure of a STEP file: which solid is where, under which name.
 * Solids that no product leads to are placed as they stand in the file.
 */
export function placedSolids(file: Part21): { solids: PlacedSolid[]; unit: StepUnit } {
  const walk = new Walk(file)
  return { solids: walk.run(), unit: walk.fileUnit }
}

class Walk {
  private readonly out: PlacedSolid[] = []
  private readonly seen = new Set<number>()
  private readonly representations = new Map<number, number[]>()
  private readonly linked = new Map<number, number[]>()
  private readonly children = new Map<number, Child[]>()
  private readonly contextUnits = new Map<number, StepUnit>()
  fileUnit = ASSUMED_UNIT

  constructor(private readonly file: Part21) {}

  run(): PlacedSolid[] {
    const { file } = this
    this.readRepresentations()
    this.readOccurrences()
    const isChild = new Set([...this.children.values()].flat().map((c) => c.definition))
    const definitions = [...file.all('PRODUCT_DEFINITION'), ...file.all('PRODUCT_DEFINITION_WITH_ASSOCIATED_DOCUMENTS')]
    for (const definition of definitions)
      if (!isChild.has(definition)) this.visitProduct(definition, this.productName(definition), [], IDENTITY, 0)
    for (const type of SOLIDS)
      for (const solid of file.all(type))
        if (!this.seen.has(solid))
          this.out.push({ solid, name: this.label(solid) || 'Solid', path: [], placement: IDENTITY })
    return this.out
  }

  private ref(value: Value | undefined): number | undefined {
    return isRef(value) ? value.ref : undefined
  }

  private label(id: number): string {
    const name = this.file.args(id)?.[0]
    return typeof name === 'string' ? name.trim() : ''
  }

  private readRepresentations(): void {
    const { file } = this
    for (const id of file.all('SHAPE_DEFINITION_REPRESENTATION')) {
      const [shape, representation] = file.args(id) ?? []
      const definition = this.ref(file.args(this.ref(shape))?.[2])
      const target = this.ref(representation)
      if (definition !== undefined && target !== undefined) push(this.representations, definition, target)
    }
    for (const id of file.all('SHAPE_REPRESENTATION_RELATIONSHIP')) {
      if (file.parts(id).length > 1) continue
      const args = file.args(id) ?? []
      const [a, b] = [this.ref(args[2]), this.ref(args[3])]
      if (a === undefined || b === undefined) continue
      push(this.linked, a, b)
      push(this.linked, b, a)
    }
  }

  /** All representations that say the same as this one. */
  private equivalent(start: readonly number[]): number[] {
    const all = [...start]
    for (const id of all) for (const other of this.linked.get(id) ?? []) if (!all.includes(other)) all.push(other)
    return all
  }

  private readOccurrences(): void {
    const { file } = this
    const placements = this.occurrencePlacements()
    for (const id of file.all('NEXT_ASSEMBLY_USAGE_OCCURRENCE')) {
      const args = file.args(id) ?? []
      const [parent, definition] = [this.ref(args[3]), this.ref(args[4])]
      if (parent === undefined || definition === undefined) continue
      const product = this.productName(definition)
      const own = [args[1], args[5]].map((v) => (typeof v === 'string' ? v.trim() : '')).find(isTellingName)
      push(this.children, parent, {
        definition,
        name: own ?? product,
        placement: placements.get(id)?.(parent, definition) ?? IDENTITY,
      })
    }
  }

  private occurrencePlacements() {
    const { file } = this
    const out = new Map<number, (parent: number, child: number) => Placement>()
    for (const id of file.all('CONTEXT_DEPENDENT_SHAPE_REPRESENTATION')) {
      const [relation, shape] = (file.args(id) ?? []).map((v) => this.ref(v))
      const occurrence = this.ref(file.args(shape)?.[2])
      const ends = file.args(relation, 'REPRESENTATION_RELATIONSHIP')
      const operator = this.ref(file.args(relation, 'REPRESENTATION_RELATIONSHIP_WITH_TRANSFORMATION')?.[0])
      const [first, second] = [this.ref(ends?.[2]), this.ref(ends?.[3])]
      if (occurrence === undefined || operator === undefined || first === undefined || second === undefined) continue
      out.set(occurrence, (parent) => {
        const parentReps = this.equivalent(this.representations.get(parent) ?? [])
        const turned = parentReps.includes(first) && !parentReps.includes(second)
        const [from, to] = [this.unitOf(first), this.unitOf(second)]
        const placement = this.operatorPlacement(operator, from, to)
        return turned ? invert(placement) : placement
      })
    }
    return out
  }

  /** What takes things of the first representation into the second, in mm. */
  private operatorPlacement(id: number, fromUnit: number, toUnit: number): Placement {
    const { file } = this
    if (file.type(id) === 'ITEM_DEFINED_TRANSFORMATION') {
      const args = file.args(id) ?? []
      const from = this.axes(this.ref(args[2]), fromUnit)
      const to = this.axes(this.ref(args[3]), toUnit)
      return compose(to, invert(from))
    }
    const args = file.args(id, 'CARTESIAN_TRANSFORMATION_OPERATOR') ?? file.args(id) ?? []
    const third = file.args(id, 'CARTESIAN_TRANSFORMATION_OPERATOR_3D')?.at(-1)
    const refs = args.filter(isRef).map((r) => r.ref)
    const points = refs.filter((r) => file.type(r) === 'CARTESIAN_POINT')
    const directions = refs.filter((r) => file.type(r) === 'DIRECTION').map((r) => this.triple(r))
    const x = normalize(directions[0] ?? [1, 0, 0])
    const y = normalize(directions[1] ?? [0, 1, 0])
    const z = isRef(third) ? normalize(this.triple(third.ref)) : cross(x, y)
    return fromFrame(x, y, z, scale(points[0] === undefined ? [0, 0, 0] : this.triple(points[0]), toUnit))
  }

  private axes(id: number | undefined, unit: number): Placement {
    const args = this.file.args(id)
    if (!args || this.file.type(id) !== 'AXIS2_PLACEMENT_3D') return IDENTITY
    const [point, axis, direction] = [args[1], args[2], args[3]].map((v) => this.ref(v))
    const z = axis === undefined ? ([0, 0, 1] as Vec3) : normalize(this.triple(axis))
    const wanted: Vec3 =
      direction === undefined ? (Math.abs(z[0]) > 0.9 ? [0, 0, 1] : [1, 0, 0]) : this.triple(direction)
    const x = normalize(sub(wanted, scale(z, dot(wanted, z))))
    return fromFrame(x, cross(z, x), z, point === undefined ? [0, 0, 0] : scale(this.triple(point), unit))
  }

  private triple(id: number): Vec3 {
    const list = this.file.args(id)?.[1]
    const numbers = Array.isArray(list) ? list.map((v) => (typeof v === 'number' ? v : 0)) : []
    return [numbers[0] ?? 0, numbers[1] ?? 0, numbers[2] ?? 0]
  }

  /** Millimetres in the length unit of a representation. */
  private unitOf(representation: number): number {
    const context = this.ref(this.file.args(representation)?.[2])
    if (context === undefined) return this.fileUnit.mm
    const known = this.contextUnits.get(context)
    if (known) return known.mm
    const unit = lengthUnitOf(this.file, context) ?? this.fileUnit
    this.contextUnits.set(context, unit)
    return unit.mm
  }

  private productName(definition: number): string {
    const formation = this.ref(this.file.args(definition)?.[2])
    const product = this.file.args(this.ref(this.file.args(formation)?.[2]))
    const [id, name] = [product?.[0], product?.[1]]
    if (typeof name === 'string' && name.trim()) return name.trim()
    return typeof id === 'string' && id.trim() ? id.trim() : 'Unnamed'
  }

  private visitProduct(definition: number, name: string, path: string[], placement: Placement, depth: number): void {
    if (depth > DEEPEST) throw new RangeError(`The assembly is nested over ${DEEPEST} levels deep.`)
    const solids: { solid: number; placement: Placement }[] = []
    for (const representation of this.equivalent(this.representations.get(definition) ?? []))
      this.collect(representation, placement, solids, depth)
    for (const [i, each] of solids.entries()) {
      const own = this.label(each.solid)
      const several = isTellingName(own) ? own : `${name} ${i + 1}`
      this.out.push({ ...each, name: solids.length === 1 ? name : several, path })
      if (this.out.length > MOST_ITEMS) throw new RangeError(`The assembly has over ${MOST_ITEMS} items.`)
    }
    const below = depth === 0 ? path : [...path, name]
    for (const child of this.children.get(definition) ?? [])
      this.visitProduct(child.definition, child.name, below, compose(placement, child.placement), depth + 1)
  }

  private collect(
    representation: number,
    placement: Placement,
    into: { solid: number; placement: Placement }[],
    depth: number,
  ): void {
    if (depth > DEEPEST) throw new RangeError(`The file's shapes are nested over ${DEEPEST} levels deep.`)
    this.unitOf(representation)
    const context = this.ref(this.file.args(representation)?.[2])
    const items = this.file.args(representation)?.[1]
    for (const item of Array.isArray(items) ? items : []) {
      const id = this.ref(item)
      const type = this.file.type(id)
      if (id === undefined || type === undefined) continue
      if (SOLIDS.has(type)) {
        this.seen.add(id)
        const unit = context === undefined ? undefined : this.contextUnits.get(context)
        if (unit) this.fileUnit = unit
        into.push({ solid: id, placement })
      } else if (type === 'MAPPED_ITEM') {
        const args = this.file.args(id) ?? []
        const map = this.file.args(this.ref(args[1])) ?? []
        const [origin, mapped] = map.map((v) => this.ref(v))
        if (mapped === undefined) continue
        const to = this.axes(this.ref(args[2]), this.unitOf(representation))
        const move = compose(to, invert(this.axes(origin, this.unitOf(mapped))))
        this.collect(mapped, compose(placement, move), into, depth + 1)
      }
    }
  }
}

/** Names that writers make up (`NAUO12`, `=>[0:1:1:2]`, `SOLID`) say nothing to a maker. */
function isTellingName(name: string): boolean {
  return name !== '' && !/^(NAUO\d*|=>.*|SOLID|COMPOUND|NONE|\d+)$/i.test(name)
}

function push<K, V>(map: Map<K, V[]>, key: K, value: V): void {
  const list = map.get(key)
  if (list) list.push(value)
  else map.set(key, [value])
}
