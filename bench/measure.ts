type Work = (run: number) => Promise<unknown> | unknown

/** Runs something several times and gives the median in ms, after one run that does not count. */
export const median = async (runs: number, work: Work): Promise<number> => (await medians(runs, [work]))[0]!

/** The same for things that are compared: they take turns, so that what else the machine does meets them alike. */
export async function medians(runs: number, works: readonly Work[]): Promise<number[]> {
  for (const work of works) await work(-1)
  const times: number[][] = works.map(() => [])
  for (let i = 0; i < runs; i++)
    for (const [k, work] of works.entries()) {
      const start = performance.now()
      await work(i)
      times[k]!.push(performance.now() - start)
    }
  return times.map((list) => round(list.sort((a, b) => a - b)[Math.floor(runs / 2)]!))
}

export const round = (value: number, digits = 2): number => Math.round(value * 10 ** digits) / 10 ** digits
