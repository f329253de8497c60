/** A short key of JSON-like content (FNV-1a, two lanes of 32 bits): equal content, equal key; 0 and -0 are equal. */
export function contentKey(content: unknown): string {
  const text = JSON.stringify(content) ?? ''
  let [a, b] = [0x811c9dc5, 0x9e3779b9]
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i)
    a = Math.imul(a ^ c, 0x01000193)
    b = Math.imul(b ^ c, 0x85ebca6b)
    b ^= b >>> 13
  }
  return `${(a >>> 0).toString(16)}${(b >>> 0).toString(16)}${text.length.toString(16)}`
}

const keys = new WeakMap<object, string>()

/** The key of an object that is never changed; worked out once. */
export function objectKey(object: object): string {
  const key = keys.get(object) ?? contentKey(object)
  keys.set(object, key)
  return key
}
