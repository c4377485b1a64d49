import { textItem, type DisplayItem } from '../display'
import { offsetFrom, unitAt, type Point } from '../geometry'
import { STANDARD_STYLE, styleOf } from '../library'
import type { AnnotationStyle, Id, Leader, Note } from '../records'
import { holdAnchor, type Ground } from '../ties'
import { PARTS, lettersOf, tipItems, writtenIn } from './style'

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
  const lines = writtenIn(style, text).split('\n')
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
  const start = landing.x + sense * mm(1)
  lines.forEach((line, i) => {
    items.push(
      textItem(
        line,
        { x: start, y: landing.y - mm(height / 2) - mm(i * height * PARTS.leading) },
        { ...lettersOf(style, scale), align: sense < 0 ? 'end' : 'start', source },
      ),
    )
  })
  return items
}

/** A note at a scale, in real mm. Its point is the base line of the first line. */
export function layNote(note: Note, scale: number): DisplayItem[] {
  const height = note.heightPaperMm * scale
  const turn = note.turn ?? 0
  const u = unitAt(turn)
  return note.text.split('\n').map((line, i) =>
    textItem(line, offsetFrom(note.at, u, 0, -i * height * PARTS.leading), {
      height,
      turn,
      align: note.align,
      source: note.id,
    }),
  )
}
