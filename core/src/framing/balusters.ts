import { SAME_POINT, pathLength } from '../geometry'
import type { Rail } from '../records'

/** Thickness of a baluster and of a post between panes, mm. */
const SIZES = { balusters: 16, glass: 40 } as const
/** From middle to middle where nothing else is said, mm. */
const USUAL = { balusters: 110, glass: 1000 } as const
/** More than this are not made. */
const MOST = 2000

/** Where the balusters of a balustrade stand. */
export interface Balusters {
  /** Distances along its line, mm. */
  readonly places: readonly number[]
  readonly size: number
  /** The widest gap between two of them, clear, mm. */
  readonly clear: number
  /** What is left over where the pitch does not go into the length: the odd gap, from middle to middle, mm; 0: none. */
  readonly left: number
}

/** The balusters of a balustrade, or the posts between its panes; null for a handrail alone. */
export function balustersOf({ path, made, pitch, setOut = 'evenly' }: Rail): Balusters | null {
  if (made === 'handrail') return null
  const size = SIZES[made]
  const length = pathLength(path)
  const step = Math.max(pitch ?? USUAL[made], length / MOST)
  const places = path.closed ? even(length, step, true) : placesFrom(length, step, setOut)
  const gaps = places.slice(1).map((place, i) => place - places[i]!)
  if (path.closed) gaps.push(length - (places.at(-1) ?? 0))
  const widest = Math.max(0, ...gaps)
  const odd = gaps.find((gap) => Math.abs(gap - step) > SAME_POINT)
  return {
    places,
    size,
    clear: Math.max(0, widest - size),
    left: setOut === 'evenly' || path.closed ? 0 : (odd ?? 0),
  }
}

function even(length: number, step: number, closed: boolean): number[] {
  const count = Math.max(1, Math.ceil((length - SAME_POINT) / step))
  return Array.from({ length: closed ? count : count + 1 }, (_, i) => (length * i) / count)
}

function placesFrom(length: number, step: number, setOut: NonNullable<Rail['setOut']>): number[] {
  switch (setOut) {
    case 'evenly':
      return even(length, step, false)
    case 'first end':
      return upTo(length, step)
    case 'last end':
      return upTo(length, step)
        .map((place) => length - place)
        .reverse()
    case 'both ends': {
      const half = upTo(length / 2, step).filter((place) => place < length / 2 - SAME_POINT)
      // What is left in the middle takes one more where it is wider than the pitch.
      const rest = length - 2 * half.at(-1)!
      const middle = rest > step + SAME_POINT ? [length / 2] : []
      return [...half, ...middle, ...half.map((place) => length - place).reverse()]
    }
  }
}

/** At the pitch from the start, with a last one at the end. */
function upTo(length: number, step: number): number[] {
  const places: number[] = []
  for (let i = 0; i * step < length - SAME_POINT; i++) places.push(i * step)
  places.push(length)
  return places
}
