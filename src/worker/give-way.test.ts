import { jest } from '@jest/globals'
import { givingWay, Overtaken } from './give-way'

const busy = (ms: number) => {
  const until = performance.now() + ms
  while (performance.now() < until);
}

test('steps that are through in no time do not wait', () => {
  const clock = jest.spyOn(performance, 'now').mockReturnValue(1000)
  const { between: pause } = givingWay(
    () => true,
    () => {},
  )
  clock.mockReturnValue(1009)
  for (let i = 0; i < 1000; i++) expect(pause()).toBeUndefined()
  clock.mockRestore()
})

test('after a while messages are let in, and a newer build is given way to', async () => {
  let overtaken = false
  const told: number[] = []
  const { between: pause } = givingWay(
    () => overtaken,
    (done) => told.push(done),
  )
  pause()
  busy(20)
  let heard = false
  setTimeout(() => (heard = true))
  await new Promise((resolve) => setTimeout(resolve, 5))
  await pause()
  expect(heard).toBe(true)
  busy(320)
  await pause()
  expect(told).toEqual([2])
  overtaken = true
  busy(20)
  await expect(pause()).rejects.toBeInstanceOf(Overtaken)
})

test('in the middle of a step a newer build is heard of at once, and a long step is told of once', () => {
  const clock = jest.spyOn(performance, 'now').mockReturnValue(1000)
  let asked = false
  const told: number[] = []
  const { between, within } = givingWay(
    () => false,
    (done) => told.push(done),
    () => asked,
  )
  between()
  for (let i = 0; i < 10; i++) within()
  expect(told).toEqual([])
  clock.mockReturnValue(1400)
  for (let i = 0; i < 10; i++) within()
  expect(told).toEqual([0])
  asked = true
  expect(within).toThrow(Overtaken)
  clock.mockRestore()
})
