import type { Project } from './schema'

/** Every imported file that a project refers to. */
export const importedFiles = ({ references, outlines }: Pick<Project, 'references' | 'outlines'>) =>
  [...references, ...outlines].map(({ file, fileName }) => ({ file, fileName }))
