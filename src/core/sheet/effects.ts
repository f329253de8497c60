import type { Kernel, Solid } from '../kernel/kernel'
import type { TaggedMesh } from '../kernel/surface'
import type { PartState } from './run'
import { withoutSlivers } from './without-slivers'

/** A part before and after a step. */
interface Changed {
  id: string
  name: string
  before: Solid
  /** None where the step used it up. */
  after?: Solid
}

/** Material that a step puts somewhere or takes away, in the project's frame; where it is thinner than can be seen, its faces are left out. */
export interface Material {
  mesh: TaggedMesh
  /** mm3 */
  volume: number
  /** The parts it is added to or taken from. */
  parts: string[]
}

/** What a step does to the parts that are there before it. */
export interface Effect {
  step: string
  added?: Material
  taken?: Material
  /** Parts that it uses up, as they were. */
  used?: Material
}

/** Less than this is where two solids are made to hold together, not material, mm3. */
const NOTHING = 1e-3

/** Remembers for each step of the last build the parts that it changed, as they were and as they came out. */
export class Effects {
  private now = new Map<string, Changed[]>()
  private next = new Map<string, Changed[]>()

  constructor(private readonly kernel: Kernel) {}

  /** Notes what a step of the build that is running did. */
  note(step: string, before: ReadonlyMap<string, PartState>, after: ReadonlyMap<string, PartState>): void {
    const changed = [...before.values()].flatMap((old): Changed[] => {
      const part = after.get(old.id)
      if (part?.key === old.key) return []
      return [{ id: old.id, name: old.name, before: old.solid.keep(), ...(part ? { after: part.solid.keep() } : {}) }]
    })
    this.next.set(step, changed)
  }

  /** A build begins; one that was given up is forgotten. */
  begin(): void {
    giveBack(this.next)
    this.next = new Map()
  }

  /** The build is done: it is the last one now. */
  end(): void {
    giveBack(this.now)
    this.now = this.next
    this.next = new Map()
  }

  /** What a step of the last build adds to the parts before it, takes from them and uses up; a part that it makes is none of these. */
  of(step: string): Effect {
    const all = this.now.get(step) ?? []
    const { added, taken } = this.differences(all)
    const gone = all.filter((c) => !c.after)
    const used = this.material(gone, (c) => this.kernel.union([c.before]))
    return { step, ...(added ? { added } : {}), ...(taken ? { taken } : {}), ...(used ? { used } : {}) }
  }

  /** What has been added to a part and taken from it since it was made, over all steps of the last build. */
  since(part: string): Effect {
    const own = [...this.now.values()].flat().filter((c) => c.id === part)
    const [first, last] = [own[0], own.at(-1)]
    if (!first || !last?.after) return { step: part }
    const { added, taken } = this.differences([{ ...first, after: last.after }])
    return { step: part, ...(added ? { added } : {}), ...(taken ? { taken } : {}) }
  }

  private differences(all: readonly Changed[]): Pick<Effect, 'added' | 'taken'> {
    const changed = all.flatMap(({ name, before, after }) => (after ? [{ name, before, after }] : []))
    const added = this.material(changed, ({ before, after }) => this.kernel.subtract(after, [before]))
    const taken = this.material(changed, ({ before, after }) => this.kernel.subtract(before, [after]))
    return { ...(added ? { added } : {}), ...(taken ? { taken } : {}) }
  }

  private material<C extends Pick<Changed, 'name'>>(
    changed: readonly C[],
    of: (one: C) => Solid,
  ): Material | undefined {
    return this.kernel.scoped(
      () => {
        const rests = changed
          .map((c) => ({ name: c.name, solid: of(c) }))
          .filter(({ solid }) => solid.volume() > NOTHING)
        if (rests.length === 0) return undefined
        const whole = this.kernel.union(rests.map((r) => r.solid))
        return {
          mesh: withoutSlivers(this.kernel.read(whole)),
          volume: whole.volume(),
          parts: rests.map((r) => r.name),
        }
      },
      () => [],
    )
  }

  dispose(): void {
    this.begin()
    this.end()
  }
}

function giveBack(effects: ReadonlyMap<string, readonly Changed[]>): void {
  for (const changed of effects.values())
    for (const { before, after } of changed) {
      before.dispose()
      after?.dispose()
    }
}
