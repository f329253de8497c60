// Unit tests whose files are called first-… (together.mjs) are begun before all others; the rest go as Jest has them.
import Sequencer from '@jest/test-sequencer'

export default class FirstThings extends Sequencer {
  sort(tests) {
    return [...super.sort(tests)].sort(
      (a, b) => Number(b.path.includes('/first-')) - Number(a.path.includes('/first-')),
    )
  }
}
