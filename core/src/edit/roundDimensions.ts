import { findBoard, type Change, type Id, type Project, type RoundDimension } from '../records'
import { roundOf } from '../kinds'
import { holdAnchor, type Ground } from '../ties'
import { drawnOver } from '../views'
import { saidOfFigure, type FigureFacts } from './dimensions'
import { refuseLocked, storing } from './outcome'
import { EditRefused, type MakeId } from './refusal'

/** Why there is none of a sort through three points. */
export const NO_ROUND: Readonly<Record<RoundDimension['measures'], string>> = {
  angle: 'Both legs of an angle run one way here: there is none to measure.',
  radius: 'Only arcs have a radius.',
  diameter: 'Only arcs have a diameter.',
  arc: 'Only arcs are measured along themselves.',
}

/**
 * An angle, a radius, a diameter or the length of an arc. Refused where its points make none, and in cutaways, where none is
 * seen true.
 * @param ground what its board stands on
 * @refuses nonsense, nothing, wrong-kind
 */
export function addRoundDimension(
  project: Project,
  ground: Ground,
  input: Omit<RoundDimension, 'id' | 'kind'>,
  makeId: MakeId,
): Change {
  const board = findBoard(project, input.drawing)
  const seen = board && drawnOver(project, board)
  if (seen?.kind === 'drawing' && seen.view === 'cutaway')
    throw new EditRefused('wrong-kind', 'Angles and arcs are not seen true in a cutaway.')
  const [a, b, c] = input.anchors.map((anchor) => holdAnchor(anchor, ground).point)
  if (!roundOf(input, [a!, b!, c!])) throw new EditRefused('nothing', NO_ROUND[input.measures])
  refuseWhole(project, input)
  return storing(project, { ...input, id: makeId(), kind: 'roundDimension' })
}

/** Refuses the length of an arc that goes all round. */
function refuseWhole(
  project: Project,
  { measures, anchors }: Pick<RoundDimension, 'measures' | 'anchors'>,
): void {
  if (measures !== 'arc') return
  for (const anchor of anchors) {
    const line = anchor.to === 'item' ? project.find('linework', anchor.item) : undefined
    if (line?.shape.form === 'circle')
      throw new EditRefused('wrong-kind', 'A whole circle is told by its diameter or its radius.')
  }
}

/** What may be changed of one; null: said no more. */
export interface RoundFacts extends Partial<Pick<RoundDimension, 'measures' | 'reach' | 'turn'>> {
  readonly outer?: boolean
  readonly figure?: Pick<FigureFacts, keyof NonNullable<RoundDimension['figure']>>
}

/**
 * How an angle or a round dimension runs and what it says. Words in the place of its figure are to be accepted anew when they
 * become others. An angle stays one.
 * @refuses bad-value, gone, locked, nonsense, wrong-kind
 */
export function setRound(project: Project, id: Id, facts: RoundFacts): Change {
  refuseLocked(project, [id])
  const record = project.need('roundDimension', id)
  const { outer, figure, ...rest } = facts
  if (facts.measures !== undefined && (facts.measures === 'angle') !== (record.measures === 'angle'))
    throw new EditRefused('wrong-kind', 'An angle is no arc.')
  refuseWhole(project, { ...record, ...rest })
  const { outer: wasOuter, figure: said, ...plain } = record
  const merged = saidOfFigure(said ?? {}, figure ?? {})
  return storing(project, {
    ...plain,
    ...rest,
    ...((outer ?? wasOuter) ? { outer: true } : {}),
    ...(Object.keys(merged).length > 0 ? { figure: merged } : {}),
  })
}
