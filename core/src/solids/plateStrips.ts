import type { Id, Material, Project, Roof, Slab } from '../records'

/** A strip of a floor or roof: from where to where it lies beneath the top, upright, mm. */
export interface PlateStrip {
  readonly material: Material
  readonly from: number
  readonly to: number
}

/**
 * The strips of a floor or roof from the top down, as thick upright as it is: what its type has too little the last one
 * fills, what is too much is left out. None where it is made of nothing in particular.
 */
export function plateStrips(project: Project, plate: Slab | Roof): readonly PlateStrip[] {
  const type = plate.type === undefined ? undefined : project.find('plateType', plate.type)
  if (!type) return []
  const isSlab = plate.kind === 'slab'
  const whole = isSlab ? plate.thickness : plate.fascia
  const factor = isSlab || plate.form === 'flat' ? 1 : 1 / Math.cos(plate.pitch)
  const found: PlateStrip[] = []
  let from = 0
  for (const [i, { material, thickness }] of type.strips.entries()) {
    const isLast = i === type.strips.length - 1
    const to = isLast ? whole : Math.min(whole, from + thickness * factor)
    if (to > from) found.push({ material: project.need('material', material), from, to })
    from = to
  }
  return found
}

/** What the strips of a floor or roof are made from: its type, and the materials of that. */
export function plateFrom(project: Project, { type }: Slab | Roof): readonly unknown[] {
  const found = type === undefined ? undefined : project.find('plateType', type)
  return [
    found,
    ...(found?.strips ?? []).map(({ material }): unknown => project.find('material', material as Id)),
  ]
}
