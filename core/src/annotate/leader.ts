import type { Scene } from '../derive'
import type { DisplayItem } from '../display'
import { direction, distance, type Point } from '../geometry'
import { levelTurn } from '../lettering'
import { STANDARD_STYLE, styleOf } from '../library'
import { anchorsOf, type AnnotationStyle, type Id, type Leader } from '../records'
import { holdAnchor } from '../ties'
import { frameItems, frameReach, type Framed } from './frame'
import { laidBack, turnedSheet } from './laidTurned'
import { PARTS, loopRadius, tipItems } from './style'
import { blockItems, heightOf, setText, type TextLook } from './textBlock'
import { wordsRead } from './textFields'

/** A leader with its note at a scale, in real mm. */
export function layLeader(leader: Leader, scene: Scene, scale: number): readonly DisplayItem[] {
  const tips = anchorsOf(leader).map((anchor) => holdAnchor(anchor, scene).point)
  return leaderAt(leader, tips, scene, scale)
}

/** A leader with its tips at given places: its text level where it is seen. */
export function leaderAt(
  leader: Leader,
  tips: readonly Point[],
  scene: Scene,
  scale: number,
): readonly DisplayItem[] {
  const sheet = turnedSheet(-levelTurn(scene.turned))
  const words = wordsRead(leader, scene, scale)
  const style = styleOf(scene.project, leader.style)
  const elbow = sheet.to(leader.elbowPaperMm)
  return laidBack(drawLeader(leader.id, tips.map(sheet.to), elbow, words, scale, style, leader.framed), sheet)
}

/** The line of a leader from a tip to its text, the tip first. */
function lineOf(
  { leaderLine }: AnnotationStyle,
  tip: Point,
  elbow: Point,
  landing: Point,
): readonly [Point, Point, ...Point[]] {
  switch (leaderLine) {
    case undefined:
      return [tip, elbow, landing]
    case 'straight':
      return [tip, landing]
    case 'curved': {
      // It leaves the text level, and runs straight to the tip from so far towards it.
      const sense = Math.sign(landing.x - elbow.x) || 1
      const bend = { x: landing.x - sense * distance(landing, tip) * BEND, y: landing.y }
      const at = (t: number): Point => {
        const [p, q, r] = [(1 - t) ** 2, 2 * t * (1 - t), t ** 2]
        return {
          x: tip.x * p + bend.x * q + landing.x * r,
          y: tip.y * p + bend.y * q + landing.y * r,
        }
      }
      const [first, ...rest] = Array.from({ length: CHORDS }, (_, i) => at((i + 1) / CHORDS))
      return [tip, first!, ...rest]
    }
  }
}

/** How far from the text towards the tip a curve bends, as a part of the distance to it; and in how many chords it is drawn. */
const BEND = 0.45
const CHORDS = 16
/** Between a landing and its text, paper mm. */
const BESIDE = 1

/** A leader from its tips over an elbow (paper mm from the first) to its text. */
export function drawLeader(
  source: Id | null,
  tips: readonly Point[],
  elbowPaperMm: Point,
  text: string,
  scale: number,
  style: AnnotationStyle = STANDARD_STYLE,
  framed?: Framed,
): DisplayItem[] {
  const height = style.textPaperMm
  const mm = (paper: number): number => paper * scale
  const [first] = tips
  const elbow = { x: first!.x + mm(elbowPaperMm.x), y: first!.y + mm(elbowPaperMm.y) }
  const sense = elbowPaperMm.x < 0 ? -1 : 1
  const long = sense * mm(PARTS.landing * height)
  const landing = { x: elbow.x + long, y: elbow.y }
  const look: TextLook = {
    height,
    leading: PARTS.leading,
    lettering: style.lettering ?? 'plain',
    stacked: style.stacked === true,
    width: null,
    clear: style.clearPaperMm,
  }
  const block = setText(text, look)
  const high = heightOf(block, look)
  const reach = framed ? frameReach(framed, block.width, high) : 0
  const start = { x: landing.x + sense * mm(BESIDE), y: landing.y - mm(height / 2) }
  // Tips beyond the end of the text are led to from there.
  const wide = framed ? 2 * reach : (block.lines[0]?.width ?? 0) + 2 * BESIDE
  const end = { x: landing.x + sense * mm(wide), y: landing.y }
  const beyond = { x: end.x + long, y: end.y }
  const items = tips.flatMap((tip): DisplayItem[] => {
    const isBeyond = sense * (tip.x - beyond.x) > 0
    const [from, next, ...rest] = isBeyond
      ? lineOf(style, tip, beyond, end)
      : lineOf(style, tip, elbow, landing)
    const begin = style.tip === 'loop' ? offTip(from, next, loopRadius(style, scale)) : from
    return [
      {
        kind: 'line',
        pen: 'dimension',
        points: [begin, next, ...rest].flatMap(({ x, y }) => [x, y]),
        closed: false,
        source,
      },
      ...tipItems(style, tip, next, scale, source),
    ]
  })
  if (framed) {
    // The line ends at the frame, in whose middle the text stands.
    const middle = { x: landing.x + sense * mm(reach), y: landing.y }
    const base = { x: middle.x, y: middle.y + mm(high / 2 - height) }
    items.push(
      ...blockItems(block, look, base, { x: 1, y: 0 }, 'middle', scale, source),
      ...frameItems(framed, middle, { x: 1, y: 0 }, block.width, high, scale, source),
    )
    return items
  }
  const align = sense < 0 ? 'end' : 'start'
  items.push(...blockItems(block, look, start, { x: 1, y: 0 }, align, scale, source))
  return items
}

/** So far from a tip along its line, and never past where that goes next. */
function offTip(tip: Point, next: Point, by: number): Point {
  if (distance(tip, next) <= by) return next
  const u = direction(tip, next)
  return { x: tip.x + u.x * by, y: tip.y + u.y * by }
}
