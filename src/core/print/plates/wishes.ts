import type { Project } from '../../document/schema'
import { countsOf } from '../part-list'
import type { PlateWishes } from './plates'

/** How a project wants its parts laid. */
export const plateWishes = (project: Pick<Project, 'parts' | 'printer' | 'plates'>): PlateWishes => ({
  bed: project.printer.bed,
  counts: countsOf(project),
  apart: project.plates.apart,
  laid: project.plates.laid,
})
