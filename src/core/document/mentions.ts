/** True if something in what is saved is that very id. */
export function mentions(saved: unknown, id: string): boolean {
  if (typeof saved === 'string') return saved === id
  if (typeof saved !== 'object' || saved === null) return false
  return Object.values(saved).some((v) => mentions(v, id))
}
