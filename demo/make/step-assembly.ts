/**
 * A development aid: writes named, coloured STEP assemblies of simple solids with the
 * boundary-representation kernel, for the demo's boards, for tests and for the bench.
 */
import initKernel, { type OpenCascadeInstance, type TDF_Label, type TopoDS_Shape } from 'replicad-opencascadejs'

export type Point = readonly [number, number]

/** A flat outline: points with an optional corner radius each, anticlockwise. */
export interface Outline {
  points: readonly Point[]
  radius?: number
}

/** A solid in its own coordinates, mm. */
export type Solid =
  | { kind: 'box'; size: readonly [number, number, number]; at?: readonly [number, number, number] }
  | {
      kind: 'cylinder'
      radius: number
      height: number
      at?: readonly [number, number, number]
      along?: 'x' | 'y' | 'z'
    }
  | { kind: 'plate'; outline: Outline; thickness: number; holes?: readonly { at: Point; radius: number }[] }
  | { kind: 'joined'; solids: readonly Solid[] }

/** A rigid placement: three rows of a rotation with the translation behind it, mm. */
export type Placement = readonly [
  readonly [number, number, number, number],
  readonly [number, number, number, number],
  readonly [number, number, number, number],
]

export const at = (x: number, y: number, z: number): Placement => [
  [1, 0, 0, x],
  [0, 1, 0, y],
  [0, 0, 1, z],
]

export type Node =
  | { name: string; place?: Placement; children: readonly Node[] }
  | { name: string; place?: Placement; color?: string; solid: Solid }

export interface AssemblyOptions {
  /** Unit the file is written in; the solids above are always mm. */
  unit?: 'MM' | 'INCH'
}

/** Starts the kernel; each start has a heap of its own. */
export const startKernel = (): Promise<OpenCascadeInstance> => initKernel()

/** Writes one assembly as STEP (AP214) text. Equal `solid` objects become one shared shape. */
export function writeStepAssembly(oc: OpenCascadeInstance, root: Node, options: AssemblyOptions = {}): Uint8Array {
  const doc = new oc.TDocStd_Document(new oc.TCollection_ExtendedString('XmlOcaf', false))
  const shapes = oc.XCAFDoc_DocumentTool.ShapeTool(doc.Main())
  const colors = oc.XCAFDoc_DocumentTool.ColorTool(doc.Main())
  const made = new Map<Solid, Map<string, TDF_Label>>()
  const setName = (label: TDF_Label, name: string) =>
    oc.TDataStd_Name.Set(label, new oc.TCollection_ExtendedString(name, true))

  const leaf = (solid: Solid, color: string | undefined, name: string): TDF_Label => {
    const byColor = made.get(solid) ?? new Map<string, TDF_Label>()
    made.set(solid, byColor)
    const known = byColor.get(color ?? '')
    if (known) return known
    const label = shapes.AddShape(makeSolid(oc, solid), false, false)
    setName(label, name)
    if (color) {
      const value = new oc.Quantity_Color()
      oc.Quantity_Color.ColorFromHex(color, value)
      colors.SetColor(label, value, oc.XCAFDoc_ColorType.XCAFDoc_ColorSurf)
    }
    byColor.set(color ?? '', label)
    return label
  }
  const build = (node: Node): TDF_Label => {
    if ('solid' in node) return leaf(node.solid, node.color, node.name)
    const assembly = shapes.NewShape()
    setName(assembly, node.name)
    for (const child of node.children) {
      const component = shapes.AddComponent(assembly, build(child), location(oc, child.place ?? at(0, 0, 0)))
      setName(component, child.name)
    }
    return assembly
  }
  build(root)
  shapes.UpdateAssemblies()
  const writer = new oc.STEPCAFControl_Writer() // declares the settings below when first made
  oc.Interface_Static.SetCVal('write.step.unit', options.unit ?? 'MM')
  const path = '/assembly.step'
  writer.Perform(doc, path, new oc.Message_ProgressRange())
  return Uint8Array.from(oc.FS.readFile(path) as Uint8Array)
}

function location(oc: OpenCascadeInstance, [x, y, z]: Placement) {
  const move = new oc.gp_Trsf()
  move.SetValues(...x, ...y, ...z)
  return new oc.TopLoc_Location(move)
}

function makeSolid(oc: OpenCascadeInstance, solid: Solid): TopoDS_Shape {
  switch (solid.kind) {
    case 'box': {
      const box = new oc.BRepPrimAPI_MakeBox(...solid.size).Shape()
      return moved(oc, box, solid.at)
    }
    case 'cylinder': {
      const direction = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] }[solid.along ?? 'z'] as [number, number, number]
      const axes = new oc.gp_Ax2(new oc.gp_Pnt(...(solid.at ?? ([0, 0, 0] as const))), new oc.gp_Dir(...direction))
      return new oc.BRepPrimAPI_MakeCylinder(axes, solid.radius, solid.height).Shape()
    }
    case 'plate':
      return makePlate(oc, solid)
    case 'joined':
      return solid.solids
        .map((each) => makeSolid(oc, each))
        .reduce((a, b) => new oc.BRepAlgoAPI_Fuse(a, b, new oc.Message_ProgressRange()).Shape())
  }
}

function moved(oc: OpenCascadeInstance, shape: TopoDS_Shape, to: readonly [number, number, number] = [0, 0, 0]) {
  const move = new oc.gp_Trsf()
  move.SetTranslation(new oc.gp_Vec(...to))
  return new oc.BRepBuilderAPI_Transform(shape, move, true).Shape()
}

function makePlate(oc: OpenCascadeInstance, plate: Extract<Solid, { kind: 'plate' }>): TopoDS_Shape {
  const wire = new oc.BRepBuilderAPI_MakeWire()
  for (const edge of outlineEdges(oc, plate.outline)) wire.Add(edge)
  const face = new oc.BRepBuilderAPI_MakeFace(wire.Wire(), true).Face()
  let body = new oc.BRepPrimAPI_MakePrism(face, new oc.gp_Vec(0, 0, plate.thickness), false, true).Shape()
  for (const hole of plate.holes ?? []) {
    const axes = new oc.gp_Ax2(new oc.gp_Pnt(hole.at[0], hole.at[1], -1), new oc.gp_Dir(0, 0, 1))
    const drill = new oc.BRepPrimAPI_MakeCylinder(axes, hole.radius, plate.thickness + 2).Shape()
    body = new oc.BRepAlgoAPI_Cut(body, drill, new oc.Message_ProgressRange()).Shape()
  }
  return body
}

function outlineEdges(oc: OpenCascadeInstance, { points, radius = 0 }: Outline) {
  const count = points.length
  const corner = points.map((p, i) => {
    const before = points[(i + count - 1) % count]!
    const after = points[(i + 1) % count]!
    const to = unit(before, p)
    const from = unit(p, after)
    const turn = Math.atan2(to[0] * from[1] - to[1] * from[0], to[0] * from[0] + to[1] * from[1])
    const reach = radius * Math.tan(Math.abs(turn) / 2)
    const start: Point = [p[0] - to[0] * reach, p[1] - to[1] * reach]
    const end: Point = [p[0] + from[0] * reach, p[1] + from[1] * reach]
    const bisector = unit([0, 0], [from[0] - to[0], from[1] - to[1]])
    const depth = radius / Math.cos(turn / 2) - radius
    const middle: Point = [p[0] + bisector[0] * depth, p[1] + bisector[1] * depth]
    return { start, end, middle }
  })
  const point = (p: Point) => new oc.gp_Pnt(p[0], p[1], 0)
  return corner.flatMap((c, i) => {
    const next = corner[(i + 1) % count]!
    const line = new oc.BRepBuilderAPI_MakeEdge(point(c.end), point(next.start)).Edge()
    if (radius === 0) return [line]
    const arc = new oc.GC_MakeArcOfCircle(point(c.start), point(c.middle), point(c.end)).Value()
    return [new oc.BRepBuilderAPI_MakeEdge(arc).Edge(), line]
  })
}

function unit(a: Point, b: Point): Point {
  const length = Math.hypot(b[0] - a[0], b[1] - a[1])
  return [(b[0] - a[0]) / length, (b[1] - a[1]) / length]
}
