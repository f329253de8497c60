import { BuildQueue } from './build-queue'

/** A queue whose builds end when told to. */
function watched() {
  const sent: string[] = []
  const ends: (() => void)[] = []
  const queue = new BuildQueue<string>((document, quality) => {
    sent.push(`${document} ${quality}`)
    return new Promise((resolve) => ends.push(resolve))
  })
  const end = async (i: number) => {
    ends[i]!()
    await new Promise((resolve) => setImmediate(resolve))
  }
  return { queue, sent, end }
}

test('a fine build is overtaken at once', () => {
  const { queue, sent } = watched()
  queue.request('a', 'view')
  queue.request('b', 'view')
  queue.request('c', 'drag')
  expect(sent).toEqual(['a view', 'b view', 'c drag'])
  expect(queue.ticket).toBe(3)
})

test('while a dragged value is built only the newest of those that wait goes next', async () => {
  const { queue, sent, end } = watched()
  for (const d of ['a', 'b', 'c']) queue.request(d, 'drag')
  expect(sent).toEqual(['a drag'])
  await end(0)
  expect(sent).toEqual(['a drag', 'c drag'])
  queue.request('c', 'view')
  await end(1)
  expect(sent.at(-1)).toBe('c view')
})

test('an overtaken build that ends late starts nothing', async () => {
  const { queue, sent, end } = watched()
  queue.request('a', 'view')
  queue.request('b', 'drag')
  queue.request('c', 'drag')
  await end(0)
  expect(sent).toEqual(['a view', 'b drag'])
  await end(1)
  expect(sent).toEqual(['a view', 'b drag', 'c drag'])
})

test('stopping forgets what waits and what runs', async () => {
  const { queue, sent, end } = watched()
  queue.request('a', 'drag')
  queue.request('b', 'drag')
  expect(queue.stop()).toBe(2)
  await end(0)
  expect(sent).toEqual(['a drag'])
  queue.request('c', 'view')
  expect(sent.at(-1)).toBe('c view')
})
