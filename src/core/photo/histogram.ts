/**
 * The place in a histogram that parts it into two groups as different as can be (Otsu, 1979).
 * @returns the last bin of the lower group, and the variance between the groups
 */
export function splitCounts(counts: Float64Array): { at: number; parted: number } {
  let [total, sum] = [0, 0]
  for (let i = 0; i < counts.length; i++) {
    total += counts[i]!
    sum += i * counts[i]!
  }
  let [below, sumBelow] = [0, 0]
  const best = { at: 0, parted: -1 }
  for (let i = 0; i + 1 < counts.length; i++) {
    below += counts[i]!
    sumBelow += i * counts[i]!
    if (below === 0 || below === total) continue
    const apart = sumBelow / below - (sum - sumBelow) / (total - below)
    const parted = (below / total) * (1 - below / total) * apart * apart
    if (parted > best.parted) Object.assign(best, { at: i, parted })
  }
  return best
}
