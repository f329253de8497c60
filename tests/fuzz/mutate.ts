import type { Random } from './random'

/** Numbers and words that readers have stumbled over. */
const ODD = ['0', '-1', '1e300', '-1e-300', '1e9', 'NaN', 'inf', '', '999999999999', '0.1.2', '#1', '(((((', '&#0;', '𝄞', 'constructor', '__proto__'] // prettier-ignore

const latin = (bytes: Uint8Array): string => Buffer.from(bytes).toString('latin1')
const bytesOf = (text: string): Uint8Array => Uint8Array.from(Buffer.from(text, 'latin1'))

/** A file with one to four things wrong with it. */
export function mutated(bytes: Uint8Array, random: Random): Uint8Array {
  let out = bytes
  for (let i = random.below(4); i >= 0; i--) out = random.from(WAYS)(out, random)
  return out
}

const WAYS: readonly ((bytes: Uint8Array, random: Random) => Uint8Array)[] = [
  // A few bytes are others.
  (bytes, random) => {
    const out = bytes.slice()
    for (let i = random.below(8); i >= 0 && out.length > 0; i--) out[random.below(out.length)] = random.below(256)
    return out
  },
  // It breaks off.
  (bytes, random) => bytes.slice(0, random.below(bytes.length + 1)),
  // A piece is missing, doubled, or somewhere else.
  (bytes, random) => {
    const [a, b] = [random.below(bytes.length + 1), random.below(bytes.length + 1)].sort((x, y) => x - y) as [number, number] // prettier-ignore
    const piece = bytes.slice(a, Math.min(b, a + 4000))
    const at = random.below(bytes.length + 1)
    const kept = random.next() < 0.5 ? bytes : Buffer.concat([bytes.slice(0, a), bytes.slice(a + piece.length)])
    const where = Math.min(at, kept.length)
    return random.next() < 0.3 ? Uint8Array.from(kept) : Uint8Array.from(Buffer.concat([kept.slice(0, where), piece, kept.slice(where)])) // prettier-ignore
  },
  // A number or a word is an odd one.
  (bytes, random) => {
    const text = latin(bytes)
    const words = [...text.matchAll(/-?\d+(?:\.\d*)?(?:[eE][-+]?\d+)?|[A-Za-z_]{3,}/g)]
    if (words.length === 0) return bytes
    const word = random.from(words)
    return bytesOf(text.slice(0, word.index) + random.from(ODD) + text.slice(word.index + word[0].length))
  },
  // All numbers of one kind are odd ones.
  (bytes, random) => {
    const text = latin(bytes)
    const numbers = text.match(/-?\d+(?:\.\d*)?/g)
    if (!numbers) return bytes
    return bytesOf(text.replaceAll(random.from(numbers), random.from(ODD)))
  },
]
