import { add, distance, subtract, times, type Point } from '../geometry'
import { roundOf } from '../kinds'
import {
  anchorsOf,
  inEachPlace,
  isTied,
  withTies,
  type Anchor,
  type Change,
  type Dimension,
  type Id,
  type Leader,
  type Project,
  type RoundDimension,
} from '../records'
import { holdAnchor, type Ground } from '../ties'
import { SAME_PLACE, placesAlong } from './dimensions'
import { refuseLocked, storing } from './outcome'
import { EditRefused } from './refusal'
import { NO_ROUND } from './roundDimensions'

/** A leader has so many tips at most. */
export const MOST_TIPS = 20

/**
 * One of the ties of annotation made to something else: a point of a dimension, the tip of a leader, what a level mark
 * marks. The text of a leader stays where it stands.
 * @param ground what its board stands on
 * @param index which of its ties
 * @param scale real mm to one mm on paper
 * @refuses gone, in-the-way, locked, nonsense, nothing
 */
export function tieAgain(
  project: Project,
  ground: Ground,
  id: Id,
  index: number,
  anchor: Anchor,
  scale: number,
): Change {
  refuseLocked(project, [id])
  const record = project.get(id)
  if (!record) throw new EditRefused('gone', 'What is to be tied is gone.')
  if (!isTied(record) || !anchorsOf(record)[index])
    throw new EditRefused('nothing', 'This has no such point.')
  let next = -1
  const made = withTies(record, (each) => (++next === index ? anchor : each))
  switch (made.kind) {
    case 'dimension':
      refuseTwice(ground, made, index)
      break
    case 'roundDimension':
      refuseNone(ground, made)
      break
    case 'leader':
      refuseTipTwice(ground, made, index)
      return storing(project, index === 0 ? textStays(ground, record as Leader, made, scale) : made)
    case 'levelMark':
    case 'symbol':
      break
  }
  return storing(project, made)
}

function refuseTwice(ground: Ground, made: Dimension, index: number): void {
  const all = placesAlong(ground, made)
  if (all.some((along, i) => i !== index && Math.abs(along - all[index]!) < SAME_PLACE))
    throw new EditRefused('in-the-way', 'This dimension has a point there already.')
}

function refuseNone(ground: Ground, made: RoundDimension): void {
  const [a, b, c] = made.anchors.map((anchor) => holdAnchor(anchor, ground).point)
  if (!roundOf(made, [a!, b!, c!])) throw new EditRefused('nothing', NO_ROUND[made.measures])
}

function refuseTipTwice(ground: Ground, made: Leader, index: number): void {
  const tips = tipsOf(ground, made)
  if (tips.some((tip, i) => i !== index && distance(tip, tips[index]!) < SAME_PLACE))
    throw new EditRefused('in-the-way', 'This leader points there already.')
}

const tipsOf = (ground: Ground, leader: Leader): Point[] =>
  anchorsOf(leader).map((anchor) => holdAnchor(anchor, ground).point)

/** A leader whose first tip is another, its text where it was. */
function textStays(ground: Ground, before: Leader, made: Leader, scale: number): Leader {
  const from = holdAnchor(before.tip, ground).point
  const to = holdAnchor(made.tip, ground).point
  const shift = subtract(from, to)
  return inEachPlace(made, (placed, atScale) => ({
    ...placed,
    elbowPaperMm: add(placed.elbowPaperMm, times(shift, 1 / (atScale ?? scale))),
  }))
}

/**
 * Where the text of a leader stands.
 * @param elbowPaperMm from its first tip, paper mm
 * @refuses gone, locked, nonsense
 */
export function setElbow(project: Project, id: Id, elbowPaperMm: Point): Change {
  refuseLocked(project, [id])
  return storing(project, { ...project.need('leader', id), elbowPaperMm })
}

/**
 * Another tip for a leader.
 * @param ground what its board stands on
 * @refuses gone, in-the-way, locked, nonsense, too-many
 */
export function addTip(project: Project, ground: Ground, id: Id, anchor: Anchor): Change {
  refuseLocked(project, [id])
  const leader = project.need('leader', id)
  const { more = [] } = leader
  if (more.length + 1 >= MOST_TIPS)
    throw new EditRefused('too-many', `A leader has at most ${MOST_TIPS} tips.`)
  const made = { ...leader, more: [...more, anchor] }
  refuseTipTwice(ground, made, more.length + 1)
  return storing(project, made)
}

/**
 * A leader without one of its tips; its text stays where it stands.
 * @param ground what its board stands on
 * @param index which of its tips
 * @param scale real mm to one mm on paper
 * @refuses gone, last, locked, nonsense, nothing
 */
export function dropTip(project: Project, ground: Ground, id: Id, index: number, scale: number): Change {
  refuseLocked(project, [id])
  const leader = project.need('leader', id)
  const left = anchorsOf(leader).filter((_, i) => i !== index)
  const [tip, ...rest] = left
  if (left.length === anchorsOf(leader).length)
    throw new EditRefused('nothing', 'This leader has no such tip.')
  if (!tip) throw new EditRefused('last', 'A leader points to something. Remove it instead.')
  const { more: _, ...alone } = leader
  const made: Leader = { ...alone, tip, ...(rest.length > 0 ? { more: rest } : {}) }
  return storing(project, index === 0 ? textStays(ground, leader, made, scale) : made)
}
