import type { Id } from '@lamina/core/records'
import type { Point } from '@lamina/core/geometry'
import { holdAnchor } from '@lamina/core/ties'
import type { Bench, Located } from './tool'

/** With Shift leaders keep to multiples of 15 degrees. */
const STEP = Math.PI / 12

/** Where the texts of leaders of the board stand: their elbows. */
const elbowsOn = (bench: Bench, except: Id | null): Point[] =>
  bench.project.all('leader').flatMap(({ id, drawing, tip, elbowPaperMm: { x, y } }) => {
    if (drawing !== bench.board.id || id === except) return []
    const { point } = holdAnchor(tip, bench.scene)
    return [{ x: point.x + x * bench.scale, y: point.y + y * bench.scale }]
  })

/** A place in line with neighbours: at the height of the nearest one, or in its column, or both. */
function inLineWith(neighbours: readonly Point[], p: Point, reach: number): Point {
  const nearest = (key: 'x' | 'y'): number => {
    const near = neighbours
      .map((each) => each[key])
      .filter((each) => Math.abs(each - p[key]) <= reach)
      .sort((q, r) => Math.abs(q - p[key]) - Math.abs(r - p[key]))
    return near[0] ?? p[key]
  }
  return { x: nearest('x'), y: nearest('y') }
}

/**
 * Where the text of a leader comes to stand: in line with others, or with Shift at every 15° from its tip.
 * @param except the leader itself
 */
export function elbowAt(bench: Bench, tip: Point | null, at: Located, except: Id | null = null): Point {
  if (!at.locked || !tip) return inLineWith(elbowsOn(bench, except), at.raw, bench.reach)
  const away = { x: at.raw.x - tip.x, y: at.raw.y - tip.y }
  const angle = Math.round(Math.atan2(away.y, away.x) / STEP) * STEP
  const length = Math.hypot(away.x, away.y)
  return { x: tip.x + Math.cos(angle) * length, y: tip.y + Math.sin(angle) * length }
}
