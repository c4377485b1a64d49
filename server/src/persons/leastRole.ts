import type { Role } from '@lamina/core/exchange'

/** What is asked of a project, by method and what stands after its address, and who may ask it. */
const LEAST: readonly (readonly [method: string, rest: RegExp, role: Role])[] = [
  ['GET', /^$/, 'reader'],
  ['GET', /^\/(imprint|history|library|archive|sheets\.pdf|changes|people|seen|shares)$/, 'reader'],
  ['GET', /^\/(deeds|moments)(\/\d+)?$/, 'reader'],
  ['GET', /^\/changes\/[^/]+\/inverse$/, 'reader'],
  ['POST', /^\/(here|copy)$/, 'reader'],
  ['DELETE', /^\/here\/[^/]+$/, 'reader'],
  ['POST', /^\/changes$/, 'drafter'],
  ['PUT', /^\/deeds\/\d+\/name$/, 'drafter'],
  // It is made again where no answer came the first time.
  ['POST', /^$/, 'drafter'],
]

/** Who may ask this of a project; what is not told of here only its owner. */
export function leastRole(method: string, rest: string): Role {
  const path = rest.replace(/\/$/, '')
  const asked = method === 'HEAD' ? 'GET' : method
  return LEAST.find(([of, pattern]) => of === asked && pattern.test(path))?.[2] ?? 'owner'
}
