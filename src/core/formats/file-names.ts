const RESERVED = /^(con|prn|aux|nul|com\d|lpt\d)$/i

/** A file name from the names of things, safe on every system: letters, digits and dashes, never empty, never reserved. */
export function safeFileName(...words: readonly string[]): string {
  const plain = words
    .map((w) =>
      w
        .normalize('NFKD')
        .replace(/[\u0300-\u036f]/g, '')
        .replace(/[^A-Za-z0-9]+/g, '-')
        .replace(/^-+|-+$/g, '')
        .toLowerCase(),
    )
    .filter(Boolean)
    .join('-')
    .slice(0, 100)
    .replace(/-+$/, '')
  if (plain === '') return 'part'
  return RESERVED.test(plain) ? `${plain}-part` : plain
}

/** Numbers names that would be the same. */
export function uniqueNames(names: readonly string[]): string[] {
  const seen = new Map<string, number>()
  return names.map((name) => {
    const count = (seen.get(name) ?? 0) + 1
    seen.set(name, count)
    return count === 1 ? name : `${name}-${count}`
  })
}
