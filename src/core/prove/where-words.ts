import type { Project } from '../document/schema'
import type { SurfaceTag } from '../kernel/surface'
import { stepKindNamed } from '../steps/registry'

/** Where two surfaces of a part lie close, in words: between which, as their kinds call them. */
export function betweenWords(
  [a, b]: readonly [number, number],
  surfaces: readonly SurfaceTag[],
  project: Project,
): string {
  const [s, t] = [a, b].map((i) => called(surfaces[i]!, project)).sort()
  return s === t ? `at the ${s}` : `between the ${s} and the ${t}`
}

/** Whether what lies between two surfaces is neither a wall nor a slit, as they are the sides of something shallow. */
export const isShallow = (
  [a, b]: readonly [number, number],
  surfaces: readonly SurfaceTag[],
  project: Project,
): boolean => [a, b].every((i) => wordsOf(surfaces[i]!, project)?.shallow)

const called = (tag: SurfaceTag, project: Project): string => wordsOf(tag, project)?.called ?? tag.role.split(':')[0]!

const wordsOf = ({ step, role }: SurfaceTag, { steps }: Project) =>
  stepKindNamed(steps.find((s) => s.id === step)?.kind ?? '')?.surfaces?.[role]
