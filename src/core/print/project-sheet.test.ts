import { at, built, sheetOf } from '../../../tests/support/drawn'
import { setPart } from '../document/edits'
import { setNote } from '../document/notes'
import { measureLedger } from '../fit/ledger'
import { lyingSize } from './on-bed'
import { builtPartList } from './part-list'
import { projectSheet } from './project-sheet'

test('the page says what is printed, how it lies and how often, what is needed and what is to be remembered', async () => {
  const blocks = sheetOf(
    ['solid', { width: '10', depth: '20', height: '30' }, 'tall'],
    ['solid', { width: '40', depth: '20', height: '30', at: at(60, 0) }, 'long'],
    ['divide', { part: 'long', at: { base: 'ground', off: '15' } }, 'cut'],
    ['dowels', { cut: 'cut', how: 'rod' }, 'rod'],
  )
  const project = [
    setPart('tall', { name: 'Post <b> & "rest"', count: 3, lies: [0, -1, 0] }),
    setNote({ id: 'n', text: 'The first one was tight.', part: 'tall' }),
  ].reduce((p, edit) => edit(p), blocks)
  const { build } = await built(project)
  const { parts: listed, total } = builtPartList(project, build.parts)
  const parts = build.parts.map((p) => ({ ...p, lies: lyingSize(p) }))
  const html = projectSheet({
    project,
    build,
    parts,
    listed,
    mass: total.mass,
    ledger: measureLedger(build),
    pictures: { tall: 'data:image/png;base64,QQ==' },
    held: [{ what: 'x', weight: 'look', says: 'Thin.', why: 'It is a sign.' }],
  })
  // What a maker types is text, whatever it looks like.
  expect(html).toContain('Post &lt;b&gt; &amp; &quot;rest&quot;')
  expect(html).not.toContain('<b>')
  expect(html).toContain(
    '<td>3</td><td>Post &lt;b&gt; &amp; &quot;rest&quot;</td><td>10 × 30 × 20 mm</td><td>its front</td><td>100</td>',
  )
  expect(html).toContain('5 to print')
  expect(html).toContain(
    '<img src="data:image/png;base64,QQ==" alt="Post &lt;b&gt; &amp; &quot;rest&quot; as it lies"><figcaption>3 × Post',
  )
  const between = build.rows.find((r) => r.comes)!.between
  expect(html).toContain(`<h2>In this order</h2><ol><li>${between}</li>`)
  for (const note of build.steps[3]!.notes) expect(html).toContain(`<li>${note}</li>`)
  expect(html).toContain('<h2>Let pass</h2><ul><li>Thin. It is a sign.</li></ul>')
  expect(html).toContain('The first one was tight.')
  expect(html).not.toContain('<h2>While it prints</h2>')
})
