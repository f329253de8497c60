import Module, { type Manifold, type ManifoldToplevel, type Mesh } from 'manifold-3d'
import type { Placement } from '../geometry/placement'
import { add, distance, dot, scale, type Vec2, type Vec3 } from '../geometry/vec'
import type { Loop, Profile } from '../profile/segment'
import { expectOk, fail, ok, ProblemError, raise, type Result } from '../result'
import {
  type ExtrusionNames,
  extrusionMesh,
  type FacedMesh,
  taperMesh,
  type TurnedEdge,
  turnedMesh,
} from './mesh-builder'
import { grown } from './grown'
import { halfSpace } from './half-space'
import { placeShape, toColumns } from './placed-shape'
import { ears } from './ears'
import { chordsFor } from '../profile/polygon'
import { beyond, combined, joined, lathed, movedOut, prism, sliced, triangulate } from './polygons'
import { revolvedMesh, type RevolvedNames } from './revolved-mesh'
import { readTagged } from './read-tagged'
import { sameMesh } from './same-mesh'
import { mergeTags, Solid } from './solid'
import type { SurfaceTag, TaggedMesh, TagTable } from './surface'
import { type Through, throughMesh } from './through-mesh'

export type { Solid }

export interface BuildSolid {
  names: ExtrusionNames
  /** Largest distance between a curve and its chords, mm. */
  tolerance: number
}

/**
 * The only door to the solid kernel. Solids made while a scope is open belong to it and are
 * given back at its end, except the ones it returns.
 */
export class Kernel {
  private readonly scopes: Set<Solid>[] = []
  private watch: () => void = () => {}

  private constructor(private readonly wasm: ManifoldToplevel) {}

  static async load(): Promise<Kernel> {
    const wasm = await Module()
    wasm.setup()
    return new Kernel(wasm)
  }

  /**
   * Runs `work`; every solid it makes is given back afterwards, except those `kept` names in the result. These are
   * owned once by whoever asked, also where `work` only passed them through.
   */
  scoped<T>(work: () => T, kept: (result: T) => Iterable<Solid>): T {
    const scope = new Set<Solid>()
    this.scopes.push(scope)
    try {
      const result = work()
      const outer = this.scopes.at(-2)
      for (const solid of kept(result)) {
        const made = scope.delete(solid)
        if (outer?.has(solid)) continue
        if (!made) solid.keep()
        outer?.add(solid)
      }
      return result
    } finally {
      this.scopes.pop()
      for (const solid of scope) solid.dispose()
    }
  }

  /** @param watch called before every solid that `work` makes of triangles or of others; what it throws ends the work */
  watched<T>(watch: () => void, work: () => T): T {
    const before = this.watch
    this.watch = watch
    try {
      return work()
    } finally {
      this.watch = before
    }
  }

  /** For what takes long without making solids: throws where the work is to end. */
  goOn(): void {
    this.watch()
  }

  private own(handle: Manifold, tags: TagTable): Solid {
    const solid = new Solid(handle, tags)
    this.scopes.at(-1)?.add(solid)
    return solid
  }

  /** Draws a profile out from z0 to z1, mm. */
  extrude(profile: Profile, z0: number, z1: number, { names, tolerance }: BuildSolid): Solid {
    return this.fromFaced(extrusionMesh(profile, z0, z1, names, tolerance, this.triangulate))
  }

  /** Turns a profile in (radius, height) about the z axis by an angle, radians. */
  revolve(profile: Profile, angle: number, names: RevolvedNames, tolerance: number): Solid {
    return this.fromFaced(revolvedMesh(profile, angle, names, tolerance, this.triangulate))
  }

  /** The solid between two outlines with the same run of segments, at z0 and z1. */
  taper(lower: Loop, upper: Loop, z0: number, z1: number, { names, tolerance }: BuildSolid): Solid {
    return this.fromFaced(taperMesh(lower, upper, z0, z1, names, tolerance, this.triangulate))
  }

  /** The solid that passes through sections, one after the other. Errors: not-closed */
  through(sections: Through): Solid {
    return this.fromFaced(throughMesh(sections, this.triangulate))
  }

  /** Turns an outline, given in (radius, height) from axis to axis, about the z axis. */
  turned(
    start: Vec2,
    edges: readonly TurnedEdge[],
    names: Pick<ExtrusionNames, 'step' | 'copy'>,
    chords: number,
  ): Solid {
    return this.fromFaced(turnedMesh(start, edges, names, chords))
  }

  /**
   * A solid from triangles whose neighbours share vertices.
   * Errors: not-closed
   */
  fromTriangles(positions: ArrayLike<number>, indices: ArrayLike<number>, tag: SurfaceTag): Result<Solid> {
    return this.fromFaces(positions, indices, Array<number>(indices.length / 3).fill(0), [tag])
  }

  /**
   * The same with faces.
   * @param faces for each triangle its index into `tags`
   * Errors: not-closed
   */
  fromFaces(
    positions: ArrayLike<number>,
    indices: ArrayLike<number>,
    faces: readonly number[],
    tags: SurfaceTag[],
  ): Result<Solid> {
    try {
      return ok(this.fromFaced({ positions: Array.from(positions), indices: Array.from(indices), faces: [...faces], tags })) // prettier-ignore
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error
      return fail('not-closed', 'The triangles do not close to a solid.')
    }
  }

  /** A solid made larger all round, by a ball of 24 corners about: exact in the directions of the axes, else to 1 %. */
  grown(solid: Solid, by: number, tag: SurfaceTag): Solid {
    const { positions, indices } = grown(this.wasm, solid.handle, by)
    return expectOk(this.fromTriangles(positions, indices, tag))
  }

  /** The least solid without hollows round another. */
  wrapped(solid: Solid): Solid {
    return this.own(solid.handle.hull(), new Map())
  }

  /** The least solid without hollows round points, packed x y z. */
  around(points: ArrayLike<number>): Solid {
    const all = Array.from({ length: points.length / 3 }, (_, i): Vec3 => [points[3 * i]!, points[3 * i + 1]!, points[3 * i + 2]!]) // prettier-ignore
    return this.own(this.wasm.Manifold.hull(all as unknown as Parameters<typeof this.wasm.Manifold.hull>[0]), new Map())
  }

  private fromFaced(mesh: FacedMesh): Solid {
    this.watch()
    const id = this.wasm.Manifold.reserveIDs(1)
    const input = new this.wasm.Mesh({
      numProp: 3,
      vertProperties: Float32Array.from(mesh.positions),
      triVerts: Uint32Array.from(mesh.indices),
      runIndex: Uint32Array.from([0, mesh.indices.length]),
      runOriginalID: Uint32Array.from([id]),
      faceID: Uint32Array.from(mesh.faces),
    } as ConstructorParameters<typeof Mesh>[0])
    let handle: Manifold
    try {
      handle = this.wasm.Manifold.ofMesh(input)
    } catch (error) {
      return raise(
        'not-closed',
        `A solid could not be made: ${error instanceof Error ? error.message : String(error)}.`,
      )
    }
    return this.own(handle, new Map([[id, mesh.tags]]))
  }

  /** Triangles of polygons (outside anticlockwise, holes clockwise), as indices into all their points in order. */
  readonly triangulate = (polygons: Vec2[][]): readonly (readonly number[])[] =>
    ears(polygons) ?? triangulate(this.wasm, polygons)

  union(solids: readonly Solid[]): Solid {
    const first = solids[0]
    if (!first) return this.own(this.wasm.Manifold.union([]), new Map())
    if (solids.length === 1) return this.again(first)
    this.watch()
    return this.own(this.wasm.Manifold.union(solids.map((s) => s.handle)), mergeTags(solids))
  }

  /** The first less all the others. */
  subtract(from: Solid, tools: readonly Solid[]): Solid {
    if (tools.length === 0) return this.again(from)
    this.watch()
    const all = [from, ...tools]
    return this.own(this.wasm.Manifold.difference(all.map((s) => s.handle)), mergeTags(all))
  }

  intersect(a: Solid, b: Solid): Solid {
    this.watch()
    return this.own(a.handle.intersect(b.handle), mergeTags([a, b]))
  }

  /** The same solid for an owner of its own. */
  private again(solid: Solid): Solid {
    return this.own(solid.handle.translate([0, 0, 0]), solid.tags)
  }

  /** True if two solids have the same triangles to the last bit, on the same surfaces under the same names. */
  same(a: Solid, b: Solid): boolean {
    if (a === b) return true
    if (a.triangleCount() !== b.triangleCount()) return false
    if (Math.abs(a.volume() - b.volume()) > 1e-9 * Math.abs(a.volume())) return false
    return sameMesh(this.read(a), this.read(b))
  }

  place(solid: Solid, placement: Placement): Solid {
    return this.own(solid.handle.transform(toColumns(placement) as Parameters<Manifold['transform']>[0]), solid.tags)
  }

  /** Parts a solid in two along a plane; the cut faces are named `role` of `step`. First comes the side the normal points to. */
  split(solid: Solid, normal: Vec3, offset: number, step: string, role: string): [Solid, Solid] {
    const { min, max } = solid.bounds()
    const far = 2 * distance(min, max) + 1
    const middle = scale(add(min, max), 0.5)
    const at = add(middle, scale(normal, offset - dot(middle, normal)))
    const tag: SurfaceTag = { step, role, shape: { kind: 'plane', normal: scale(normal, -1), point: at } }
    const before = this.fromFaced(halfSpace(normal, at, far, tag))
    return [this.intersect(solid, before), this.subtract(solid, [before])]
  }

  /** Separate bodies of a solid, largest first, by volume. */
  bodies(solid: Solid): Solid[] {
    return solid.handle
      .decompose()
      .map((h) => this.own(h, solid.tags))
      .sort((a, b) => b.volume() - a.volume())
  }

  /** The outlines of a solid cut at a height, as polygons (outside anticlockwise). */
  slice(solid: Solid, z: number): Vec2[][] {
    return sliced(solid.handle, z)
  }

  /** Joins overlapping flat triangles or polygons (any sense of turning) to outlines without overlaps. */
  flatUnion(polygons: readonly (readonly Vec2[])[], simplify: number): Vec2[][] {
    return joined(this.wasm, polygons, simplify)
  }

  /** Outlines (holes clockwise) grown all round, mm, or shrunk; what opens is rounded within a tolerance. */
  flatOffset(polygons: readonly (readonly Vec2[])[], by: number, tolerance: number): Vec2[][] {
    return movedOut(this.wasm, polygons, by, 4 * Math.max(2, chordsFor(Math.abs(by), Math.PI / 2, tolerance)))
  }

  /** What of outlines (holes clockwise) lies farther than `by` outside of others, mm, and is wider than twice `sliver`. */
  flatBeyond(a: readonly (readonly Vec2[])[], b: readonly (readonly Vec2[])[], by: number, sliver: number): Vec2[][] {
    return beyond(this.wasm, a, b, by, sliver, 24)
  }

  /** What of outlines (holes clockwise) others have in common with them, or have not. */
  flatCombined(a: readonly (readonly Vec2[])[], b: readonly (readonly Vec2[])[], what: 'common' | 'less'): Vec2[][] {
    return combined(this.wasm, a, b, what)
  }

  /** Draws outlines (holes clockwise) up from z0 to z1, mm; for spaces, whose faces need no names. */
  prism(polygons: readonly (readonly Vec2[])[], z0: number, z1: number): Solid {
    return this.own(prism(this.wasm, polygons, z0, z1), new Map())
  }

  /** Turns outlines in (radius, height) right round the z axis; for spaces, whose faces need no names. */
  lathed(polygons: readonly (readonly Vec2[])[], chords: number): Solid {
    return this.own(lathed(this.wasm, polygons, chords), new Map())
  }

  /** The same solid to within a distance, mm, of fewer triangles where that can be had. */
  simplified(solid: Solid, within: number): Solid {
    return this.own(solid.handle.simplify(within), solid.tags)
  }

  /** The bare triangles of a solid. */
  triangles(solid: Solid): { positions: Float64Array; indices: Uint32Array } {
    const mesh = solid.handle.getMesh()
    const positions = new Float64Array(mesh.numVert * 3)
    for (let v = 0; v < mesh.numVert; v++)
      for (let k = 0; k < 3; k++) positions[3 * v + k] = mesh.vertProperties[v * mesh.numProp + k]!
    return { positions, indices: Uint32Array.from(mesh.triVerts) }
  }

  /** Takes a solid out of the kernel, with what each triangle is. */
  read(solid: Solid): TaggedMesh {
    return readTagged(solid.handle.getMesh(), solid.tags, placeShape)
  }
}
