/** Whether two values of records say the same, in whatever order their fields were written. */
export function saysTheSame(p: unknown, q: unknown): boolean {
  if (p === q) return true
  if (typeof p !== 'object' || typeof q !== 'object' || p === null || q === null) return false
  if (Array.isArray(p) || Array.isArray(q))
    return (
      Array.isArray(p) &&
      Array.isArray(q) &&
      p.length === q.length &&
      p.every((each, i) => saysTheSame(each, q[i]))
    )
  const [a, b] = [p as Record<string, unknown>, q as Record<string, unknown>]
  const keys = Object.keys(a).filter((key) => a[key] !== undefined)
  return (
    keys.length === Object.keys(b).filter((key) => b[key] !== undefined).length &&
    keys.every((key) => saysTheSame(a[key], b[key]))
  )
}
