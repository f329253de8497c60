/** Runs something several times and gives the median in ms, after one run that does not count. */
export async function median(runs: number, work: (run: number) => Promise<unknown> | unknown): Promise<number> {
  await work(-1)
  const times: number[] = []
  for (let i = 0; i < runs; i++) {
    const start = performance.now()
    await work(i)
    times.push(performance.now() - start)
  }
  times.sort((a, b) => a - b)
  return round(times[Math.floor(times.length / 2)]!)
}

export const round = (value: number, digits = 2): number => Math.round(value * 10 ** digits) / 10 ** digits
