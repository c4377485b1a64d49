import type { DisplayItem } from '../display'
import type { Point } from '../geometry'
import { STANDARD_STYLE, styleOf } from '../library'
import type { AnnotationStyle, Id, Leader } from '../records'
import { holdAnchor, type Ground } from '../ties'
import { PARTS, tipItems } from './style'
import { blockItems, setText, type TextLook } from './textBlock'

/** A leader with its note at a scale, in real mm. `lost` when what it pointed to is gone. */
export function layLeader(
  leader: Leader,
  ground: Ground,
  scale: number,
): { items: DisplayItem[]; lost: boolean } {
  const { point, held } = holdAnchor(leader.tip, ground)
  const style = styleOf(ground.project, leader.style)
  return { items: drawLeader(leader.id, point, leader.elbowPaperMm, leader.text, scale, style), lost: !held }
}

/** A leader from its tip over an elbow (paper mm from the tip) to its text. */
export function drawLeader(
  source: Id | null,
  tip: Point,
  elbowPaperMm: Point,
  text: string,
  scale: number,
  style: AnnotationStyle = STANDARD_STYLE,
): DisplayItem[] {
  const height = style.textPaperMm
  const mm = (paper: number): number => paper * scale
  const elbow = { x: tip.x + mm(elbowPaperMm.x), y: tip.y + mm(elbowPaperMm.y) }
  const sense = elbowPaperMm.x < 0 ? -1 : 1
  const landing = { x: elbow.x + sense * mm(PARTS.landing * height), y: elbow.y }
  const items: DisplayItem[] = [
    {
      kind: 'line',
      pen: 'dimension',
      points: [tip.x, tip.y, elbow.x, elbow.y, landing.x, landing.y],
      closed: false,
      source,
    },
    ...tipItems(style, tip, elbow, scale, source),
  ]
  const look: TextLook = {
    height,
    leading: PARTS.leading,
    lettering: style.lettering ?? 'plain',
    stacked: style.stacked === true,
    width: null,
  }
  const start = { x: landing.x + sense * mm(1), y: landing.y - mm(height / 2) }
  const align = sense < 0 ? 'end' : 'start'
  items.push(...blockItems(setText(text, look), look, start, { x: 1, y: 0 }, align, scale, source))
  return items
}
