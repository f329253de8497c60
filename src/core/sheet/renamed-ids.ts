import type { ProjectStep } from '../document/schema'
import type { SurfaceName } from '../kernel/surface'
import { stepKindNamed } from '../steps/registry'

/** How ids of steps and parts, and names of surfaces that hold such, are changed. */
export interface IdChange {
  id: (id: string) => string
  name: (name: SurfaceName) => SurfaceName
}

/** Kinds of fields whose text is the id of a step or a part. */
const IDS: readonly string[] = ['part', 'parts', 'publication']
/** Under these keys a pick, wherever it is kept, has the id of a part. */
const PART_KEYS: readonly string[] = ['part', 'owner']

/** A step with the ids changed that its fields hold; its own stays. */
export function idsInStep(step: ProjectStep, change: IdChange): ProjectStep {
  const specs = stepKindNamed(step.kind)?.fields ?? {}
  const fields = Object.entries(step.fields).map(([name, saved]) => {
    const type = specs[name]?.type ?? ''
    return [name, IDS.includes(type) ? idTexts(saved, change) : idsIn(saved, change)]
  })
  return { ...step, fields: Object.fromEntries(fields) as ProjectStep['fields'] }
}

const idTexts = (saved: unknown, { id }: IdChange): unknown =>
  typeof saved === 'string' ? id(saved) : Array.isArray(saved) ? saved.map((s) => id(String(s))) : saved

/** What is saved of picks, with the ids changed that stand in it. */
export function idsIn<T>(saved: T, change: IdChange): T {
  if (Array.isArray(saved)) return saved.map((s: unknown) => idsIn(s, change)) as T
  if (typeof saved !== 'object' || saved === null) return saved
  if (isName(saved)) return change.name(saved) as T
  const entries = Object.entries(saved).map(([key, value]) =>
    typeof value === 'string' && PART_KEYS.includes(key) ? [key, change.id(value)] : [key, idsIn(value, change)],
  )
  return Object.fromEntries(entries) as T
}

const isName = (saved: object): saved is SurfaceName =>
  'step' in saved && 'role' in saved && typeof saved.step === 'string' && typeof saved.role === 'string'
