import type { Project } from './schema'

/** Every imported file that a project refers to, that something is made of. */
export const importedFiles = ({ references, outlines }: Pick<Project, 'references' | 'outlines'>) =>
  [...references, ...outlines].map(({ file, fileName }) => ({ file, fileName }))

/** And those that are only looked at: all that goes with a project. */
export const filesOf = (project: Pick<Project, 'references' | 'outlines' | 'notes'>) => [
  ...importedFiles(project),
  ...project.notes.flatMap((n) => (n.picture ? [n.picture] : [])),
]
