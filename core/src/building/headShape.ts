import type { Opening } from '../records'

/** An arch is as many flat parts as this: an even number, so that its crown is a corner. */
const PARTS = 16

type Headed = Pick<Opening, 'width' | 'sill' | 'head' | 'top'>

/** How much lower than its head an opening ends where it ends lowest, mm. */
export function headRise({ width, sill, head, top }: Headed): number {
  if (!top) return 0
  switch (top.form) {
    case 'round':
      return Math.min(width / 2, head - sill)
    case 'segmental':
    case 'raked':
      return Math.min(top.rise, head - sill)
  }
}

/**
 * How much lower than its head an opening ends at a distance from its start, mm. Round: half an ellipse where it is not as
 * high as half its width. Segmental: an arc over the width, its rise in the middle.
 */
export function headDrop(opening: Headed, along: number): number {
  const { width, top } = opening
  const rise = headRise(opening)
  if (!top || rise <= 0) return 0
  const x = Math.min(width, Math.max(0, along)) - width / 2
  switch (top.form) {
    case 'round':
      return rise - rise * Math.sqrt(Math.max(0, 1 - (x / (width / 2)) ** 2))
    case 'segmental': {
      // Of a chord w and a rise h the radius is (w² / 4 + h²) / 2h.
      const radius = (width ** 2 / 4 + rise ** 2) / (2 * rise)
      return radius - Math.sqrt(Math.max(0, radius ** 2 - x ** 2))
    }
    case 'raked':
      return rise * (top.high === 'end' ? 0.5 - x / width : 0.5 + x / width)
  }
}

/** The corners of a head from its start to its end: distances from the start, and how much lower than the head. */
export function headCorners(opening: Headed): { readonly along: number; readonly drop: number }[] {
  const { width, top } = opening
  const at = (along: number) => ({ along, drop: headDrop(opening, along) })
  if (!top || headRise(opening) <= 0 || top.form === 'raked') return [at(0), at(width)]
  // Evenly round the arch, as seen from below its middle.
  return Array.from({ length: PARTS + 1 }, (_, i) =>
    i === 0 ? at(0) : i === PARTS ? at(width) : at(width / 2 - (width / 2) * Math.cos((Math.PI * i) / PARTS)),
  )
}
