import { stepKind } from '../step-kind'
import { buildCase } from './build'
import { caseFields } from './fields'

export const caseStep = stepKind({
  kind: 'case',
  title: 'Wrap a board in a case',
  findBy: ['wrap', 'case', 'enclosure', 'box', 'lid', 'housing'],
  fields: caseFields,
  sentence: [
    'Wrap', { field: 'reference' }, 'along', { field: 'outline', after: ',' },
    { field: 'clear' }, 'clear per side,', { field: 'clearAbove' }, 'above and', { field: 'clearBelow' }, 'below. Walls', { field: 'wall', after: ',' },
    'floor', { field: 'floor', after: ',' }, 'roof', { field: 'roof', after: ',' }, 'outside corners at least', { field: 'corner', after: '.' },
    'Over the edge:', { field: 'over', after: '.' },
    'Part it at', { field: 'parting' }, 'with a', { field: 'fit' }, 'lip,', { field: 'lip' }, 'high.',
  ], // prettier-ignore
  changes: () => [],
  build: buildCase,
})
