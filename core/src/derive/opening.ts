import { atWall, wallLine, type OpeningFit, type WallShape } from '../building'
import { strokeItem, type DisplayItem, type PenName } from '../display'
import { angleOf, pathOf, pathOfPoints, subtract, type Point } from '../geometry'

/** Depth of a window frame and width of its jambs and of a door's lining, mm. */
const FRAME_DEPTH = 70
const FRAME_WIDTH = 50
const LINING = 32
const LEAF = 40

/** Dashes of what does not fit, paper mm. */
const FAULT_DASHES = [2, 1]

/**
 * What fills an opening, seen in plan. One with a fault is drawn dashed across its place; `scale` is real mm to
 * one paper mm.
 */
export function openingItems(
  shape: WallShape,
  fit: OpeningFit,
  swings: boolean,
  scale: number,
): DisplayItem[] {
  const { opening } = fit
  const source = opening.id
  const line = (pen: PenName, closed: boolean, ...points: Point[]): DisplayItem => ({
    kind: 'line',
    pen,
    points: points.flatMap((p) => [p.x, p.y]),
    closed,
    source,
  })
  const at = (along: number, aside: number): Point => atWall(shape, along, aside)
  /** Along the wall: straight, or with its curve. */
  const alongWall = (pen: PenName, start: number, end: number, aside: number): DisplayItem =>
    shape.arc
      ? strokeItem(pathOf([wallLine(shape, aside, start, end)], false), pen, [], scale, source)
      : line(pen, false, at(start, aside), at(end, aside))
  const box = (pen: PenName, from: number, to: number, low: number, high: number): DisplayItem =>
    line(pen, true, at(from, low), at(to, low), at(to, high), at(from, high))
  const { from, to } = fit
  const { low, high } = shape
  if (fit.fault) {
    const dashed = (closed: boolean, ...points: Point[]): DisplayItem =>
      strokeItem(pathOfPoints(points, closed), 'hidden', FAULT_DASHES, scale, source)
    return [
      dashed(true, at(from, low), at(to, low), at(to, high), at(from, high)),
      dashed(false, at(from, low), at(to, high)),
    ]
  }
  const across = (aside: number): DisplayItem => alongWall('light', from, to, aside)
  if (opening.fit === 'gap') return [across(low), across(high)]
  if (opening.fit === 'window') {
    const outside = opening.side === 'left' ? high : low
    const inwards = opening.side === 'left' ? -1 : 1
    // The frame stands a third into the wall from the outside.
    const room = Math.max(0, high - low - FRAME_DEPTH)
    const face = outside + (inwards * room) / 3
    const back = face + inwards * Math.min(FRAME_DEPTH, high - low)
    const [frameLow, frameHigh] = inwards < 0 ? [back, face] : [face, back]
    const jamb = Math.min(FRAME_WIDTH, (to - from) / 4)
    const glass = (frameLow + frameHigh) / 2
    return [
      alongWall('seen', from, to, low),
      alongWall('seen', from, to, high),
      box('seen', from, from + jamb, frameLow, frameHigh),
      box('seen', to - jamb, to, frameLow, frameHigh),
      alongWall('light', from + jamb, to - jamb, frameLow),
      alongWall('light', from + jamb, to - jamb, frameHigh),
      alongWall('seen', from + jamb, to - jamb, glass),
    ]
  }
  const lining = Math.min(LINING, (to - from) / 8)
  const items: DisplayItem[] = [
    box('seen', from, from + lining, low, high),
    box('seen', to - lining, to, low, high),
    alongWall('light', from + lining, to - lining, low),
    alongWall('light', from + lining, to - lining, high),
  ]
  if (!swings) return items
  const leafLength = to - from - 2 * lining
  const atStart = opening.hand === 'start'
  const hingeAlong = atStart ? from + lining : to - lining
  const latchAlong = atStart ? to - lining : from + lining
  const face = opening.side === 'left' ? high : low
  const out = opening.side === 'left' ? 1 : -1
  const inward = atStart ? 1 : -1
  const hinge = at(hingeAlong, face)
  const tip = at(hingeAlong, face + out * leafLength)
  const latch = at(latchAlong, face)
  items.push(
    line(
      'seen',
      true,
      hinge,
      tip,
      at(hingeAlong + inward * LEAF, face + out * leafLength),
      at(hingeAlong + inward * LEAF, face),
    ),
  )
  const latchAngle = angleOf(subtract(latch, hinge))
  const tipAngle = angleOf(subtract(tip, hinge))
  const turn = Math.sin(tipAngle - latchAngle) > 0 ? Math.PI / 2 : -Math.PI / 2
  items.push({
    kind: 'arc',
    pen: 'swing',
    x: hinge.x,
    y: hinge.y,
    radius: leafLength,
    from: turn > 0 ? latchAngle : tipAngle,
    sweep: Math.PI / 2,
    source,
  })
  return items
}
