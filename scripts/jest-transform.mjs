import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { createTransformer } from '@swc/jest'

/**
 * Tests run in a context of their own, in which every look at a global goes through a hook: 300 ns for `Math` where
 * 2 would do, which made geometry ten times as slow in tests as it is. Each module keeps those it names. What tests put
 * other things in the place of (time, storage, fetch) is not among them.
 */
const GLOBALS = [
  ...['Math', 'Number', 'Object', 'Array', 'Map', 'Set', 'WeakMap', 'String', 'BigInt', 'JSON', 'Infinity', 'NaN'],
  ...['Float32Array', 'Float64Array', 'Uint8Array', 'Uint8ClampedArray', 'Uint16Array', 'Int32Array', 'Uint32Array'],
  ...['DataView', 'BigUint64Array', 'Int8Array'],
]

const own = createHash('sha1')
  .update(readFileSync(new URL(import.meta.url)))
  .digest('hex')

const kept = (source) => {
  const named = GLOBALS.filter((name) => new RegExp(`\\b${name}\\b`).test(source))
  return named.map((name) => `const ${name} = globalThis.${name};`).join(' ')
}

const transform = {
  createTransformer(options) {
    const swc = createTransformer(options)
    const faster = (source, out) => ({ ...out, code: `${kept(source)} ${out.code}` })
    return {
      ...swc,
      getCacheKey: (...args) => `${own}${swc.getCacheKey(...args)}`,
      process: (source, ...rest) => faster(source, swc.process(source, ...rest)),
      processAsync: async (source, ...rest) => faster(source, await swc.processAsync(source, ...rest)),
    }
  },
}

export default transform
