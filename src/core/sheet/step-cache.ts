import type { Solid } from '../kernel/kernel'
import type { StepOutput } from '../steps/step-kind'

/** What a step made, and what it was made from. */
export interface Made {
  /** Of what its fields came to. */
  key: string
  /** Of the parts that it changed, as they were before. */
  from: string
  output: StepOutput
  /** It changed nothing. */
  idle: boolean
  /** Of each part it left: changes when the part does. */
  partKeys: ReadonlyMap<string, string>
}

/** The solids that a step's output owns: its parts, and what it did to others. */
export const solidsOf = ({ parts, work }: StepOutput): Solid[] =>
  [...parts, ...(work ? [work] : [])].map((p) => p.solid)

/** How many versions of each step are kept, for going back and forth between values. */
const VERSIONS = 3

/** The last few things each step made, newest first. It owns their solids. */
export class StepCache {
  private readonly made = new Map<string, Made[]>()

  /** The version made from this content, which becomes the newest. */
  find(step: string, key: string): Made | undefined {
    const versions = this.made.get(step) ?? []
    const known = versions.find((m) => m.key === key)
    if (known && versions[0] !== known) this.made.set(step, [known, ...versions.filter((m) => m !== known)])
    return known
  }

  add(step: string, made: Made): void {
    this.made.set(step, [made, ...(this.made.get(step) ?? [])])
  }

  newest(step: string): Made | undefined {
    return this.made.get(step)?.[0]
  }

  /** Gives back what no recent build uses. */
  forget(present: ReadonlySet<string>): void {
    for (const [id, versions] of this.made) {
      const keep = present.has(id) ? versions.slice(0, VERSIONS) : []
      if (keep.length === versions.length) continue
      giveBack(versions.slice(keep.length))
      if (keep.length > 0) this.made.set(id, keep)
      else this.made.delete(id)
    }
  }

  dispose(): void {
    for (const versions of this.made.values()) giveBack(versions)
    this.made.clear()
  }
}

function giveBack(versions: readonly Made[]): void {
  for (const { output } of versions) for (const solid of solidsOf(output)) solid.dispose()
}
