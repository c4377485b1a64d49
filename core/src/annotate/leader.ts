import { textItem, type DisplayItem } from '../display'
import { offsetFrom, unitAt, type Point } from '../geometry'
import type { Id, Leader, Note } from '../records'
import { holdAnchor, type Ground } from './anchor'
import { STYLE } from './style'

/** A leader with its note at a scale, in real mm. `lost` when what it pointed to is gone. */
export function layLeader(
  leader: Leader,
  ground: Ground,
  scale: number,
): { items: DisplayItem[]; lost: boolean } {
  const { point, held } = holdAnchor(leader.tip, ground)
  return { items: drawLeader(leader.id, point, leader.elbowPaperMm, leader.text, scale), lost: !held }
}

/** A leader from its tip over an elbow (paper mm from the tip) to its text. */
export function drawLeader(
  source: Id | null,
  tip: Point,
  elbowPaperMm: Point,
  text: string,
  scale: number,
): DisplayItem[] {
  const mm = (paper: number): number => paper * scale
  const elbow = { x: tip.x + mm(elbowPaperMm.x), y: tip.y + mm(elbowPaperMm.y) }
  const sense = elbowPaperMm.x < 0 ? -1 : 1
  const landing = { x: elbow.x + sense * mm(STYLE.landing), y: elbow.y }
  const lines = text.split('\n')
  const items: DisplayItem[] = [
    {
      kind: 'line',
      pen: 'dimension',
      points: [tip.x, tip.y, elbow.x, elbow.y, landing.x, landing.y],
      closed: false,
      source,
    },
    { kind: 'disc', tone: 0, x: tip.x, y: tip.y, radius: mm(STYLE.dot), source },
  ]
  const start = landing.x + sense * mm(1)
  lines.forEach((line, i) => {
    items.push(
      textItem(
        line,
        { x: start, y: landing.y - mm(STYLE.textHeight / 2) - mm(i * STYLE.textHeight * STYLE.leading) },
        { height: mm(STYLE.textHeight), align: sense < 0 ? 'end' : 'start', source },
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
    textItem(line, offsetFrom(note.at, u, 0, -i * height * STYLE.leading), {
      height,
      turn,
      align: note.align,
      source: note.id,
    }),
  )
}
