import {
  ROUNDING,
  angleOf,
  atDistance,
  distance,
  pathLength,
  subtract,
  type Path,
  type Point,
} from '../geometry'
import type { BlockPlace } from './blocks'
import { EditRefused } from './refusal'

/** A run has at most so many. */
const MOST = 5000

/**
 * Places in a straight row from one point towards another: so many in equal steps, or as many as a pitch gives.
 * @refuses bad-value, no-size, too-many
 */
export function rowPlaces(
  from: Point,
  to: Point,
  how: { readonly count?: number | undefined; readonly pitch?: number | undefined },
  turn: number,
  mirrored: boolean,
): BlockPlace[] {
  const length = distance(from, to)
  if (!(length >= 1)) throw new EditRefused('no-size', 'A row needs some length.')
  const along = angleOf(subtract(to, from))
  const u = { x: (to.x - from.x) / length, y: (to.y - from.y) / length }
  const { count, pitch } = how
  if (count !== undefined && !(Number.isInteger(count) && count >= 1 && count <= MOST))
    throw new EditRefused('bad-value', 'Type how many: a whole number from 1 to 5 000.')
  if (pitch !== undefined && !(pitch >= 1))
    throw new EditRefused('bad-value', 'Type a pitch of at least 1 mm.')
  const many = count ?? Math.floor(length / (pitch ?? length) + ROUNDING) + 1
  if (many > MOST) throw new EditRefused('too-many', 'That would place more than 5 000 at a time.')
  const step = pitch ?? (many > 1 ? length / (many - 1) : 0)
  return Array.from({ length: many }, (_, i) => ({
    at: { x: from.x + u.x * step * i, y: from.y + u.y * step * i },
    turn: along + turn,
    mirrored,
  }))
}

/**
 * Places along a line at a pitch, turning with it; the first half a pitch from its start if `inset`.
 * @refuses bad-value, no-solution, too-many
 */
export function runPlaces(
  path: Path,
  pitch: number,
  turn: number,
  mirrored: boolean,
  inset = false,
): BlockPlace[] {
  if (!(pitch >= 1)) throw new EditRefused('bad-value', 'Type a pitch of at least 1 mm.')
  const length = pathLength(path)
  const first = inset ? pitch / 2 : 0
  const many = Math.floor((length - first) / pitch + ROUNDING) + (path.closed && !inset ? 0 : 1)
  if (many < 1) throw new EditRefused('no-solution', 'The line is shorter than one pitch.')
  if (many > MOST) throw new EditRefused('too-many', 'That would place more than 5 000 at a time.')
  return Array.from({ length: many }, (_, i) => {
    const { point, direction } = atDistance(path, first + i * pitch)
    return { at: point, turn: angleOf(direction) + turn, mirrored }
  })
}
