import { atWall } from '../building'
import type { Point } from '../geometry'
import { insidePath, pathOfPoints } from '../geometry'
import { balustersOf } from '../framing'
import { drawingFor } from './boardFor'
import { isRemoved, kindWord, type AnyRecord, type Opening, type Project, type Roof } from '../records'
import { solveRoof } from '../roofs'
import { dormerFault, floorOf, headroomOf, solvedWall } from '../solids'
import { stairLimitsOf } from '../stairs'
import type { Steps } from '../steps'
import { formatLengthWithUnit } from '../units'
import type { Matter } from './matter'

/** So many doors and windows are looked at in one step. */
const IN_STEP = 20
/** How much parts must overlap before they are said to run into each other, mm. */
const TOUCHES = 5

/** What of the building as a whole is to be settled: too little headroom, and parts that run into each other. In steps. */
export function* settlingBuilding(project: Project): Steps<Matter[]> {
  const matters: Matter[] = []
  const say = (key: string, level: string, text: string, about: readonly string[], at: Point): void => {
    const drawing = drawingFor(project, level)
    matters.push({ id: `building-${key}`, stage: 'walls', text, about, drawing, sheet: null, at })
  }
  const { units } = project.facts
  const { leastHeadroom, leastGuard, mostGap } = stairLimitsOf(project)
  for (const stair of project.all('stair')) {
    if (isRemoved(stair)) continue
    const found = headroomOf(project, stair)
    if (found && leastHeadroom !== undefined && found.height < leastHeadroom - 1)
      say(
        `headroom-${stair.id}`,
        stair.level,
        `Only ${formatLengthWithUnit(Math.round(found.height), units)} of headroom over the stair, beneath a ${wordFor(found.under)}.`,
        [stair.id, found.under.id],
        found.at,
      )
    yield
  }
  for (const rail of project.all('rail')) {
    if (isRemoved(rail)) continue
    const [at] = rail.path.vertices
    const told = (mm: number): string => formatLengthWithUnit(Math.round(mm), units)
    if (leastGuard !== undefined && rail.made !== 'handrail' && rail.height < leastGuard - 1)
      say(`guard-${rail.id}`, rail.level, `A balustrade is only ${told(rail.height)} high.`, [rail.id], at!)
    const clear = rail.made === 'balusters' ? balustersOf(rail)!.clear : 0
    if (mostGap !== undefined && clear > mostGap + 1)
      say(`gap-${rail.id}`, rail.level, `A balustrade has gaps of ${told(clear)}.`, [rail.id], at!)
  }
  for (const dormer of project.all('dormer')) {
    const fault = isRemoved(dormer) ? null : dormerFault(project, dormer)
    if (fault) say(`dormer-${dormer.id}`, dormer.level, fault, [dormer.id], dormer.at)
  }
  const roofs = project.all('roof').filter((roof) => !isRemoved(roof))
  for (const [i, roof] of roofs.entries()) {
    const other = roofs.slice(i + 1).find((each) => meetingOf(project, roof, each))
    if (other)
      say(
        `roofs-${roof.id}-${other.id}`,
        roof.level,
        'Two roofs run into each other.',
        [roof.id, other.id],
        meetingOf(project, roof, other)!,
      )
    yield
  }
  if (roofs.length > 0)
    for (const [i, opening] of project.all('opening').entries()) {
      if (i % IN_STEP === IN_STEP - 1) yield
      const place = opening.fit === 'gap' || isRemoved(opening) ? null : intoRoof(project, opening, roofs)
      if (!place) continue
      say(
        `roof-${opening.id}`,
        project.need('wall', opening.wall).level,
        `${[opening.fit === 'window' ? 'Window' : 'Door', opening.mark].filter(Boolean).join(' ')} runs into the roof.`,
        [opening.id],
        place,
      )
    }
  return matters
}

/** What something over a stair is called. */
const wordFor = (record: AnyRecord): string =>
  record.kind === 'overhead' ? record.what : kindWord(record.kind)

/** From where to where a roof is solid over a place, mm above datum; null where it is not. */
function thicknessAt(project: Project, roof: Roof, p: Point): { from: number; to: number } | null {
  const face = solveRoof(roof)?.faces.find(({ outline }) => insidePath(pathOfPoints(outline, true), p))
  if (!face) return null
  const from = floorOf(project, roof.level) + roof.eaves + face.heightAt(p)
  return { from, to: from + roof.fascia }
}

/** A place where two roofs run into each other, among the corners and the middles of their eaves and folds; null: none. */
function meetingOf(project: Project, p: Roof, q: Roof): Point | null {
  const spots = [p, q].flatMap((roof): Point[] => {
    const solved = solveRoof(roof)
    if (!solved) return []
    const edges = [
      ...solved.eaves.map((a, i) => ({ a, b: solved.eaves[(i + 1) % solved.eaves.length]! })),
      ...solved.folds,
    ]
    return edges.flatMap(({ a, b }) =>
      [0.02, 0.25, 0.5, 0.75, 0.98].map((t) => ({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t })),
    )
  })
  for (const at of spots) {
    const [mine, other] = [thicknessAt(project, p, at), thicknessAt(project, q, at)]
    if (mine && other && mine.from < other.to - TOUCHES && other.from < mine.to - TOUCHES) return at
  }
  return null
}

/** Where a roof comes down before a door or window; null: nowhere. */
function intoRoof(project: Project, opening: Opening, roofs: readonly Roof[]): Point | null {
  const wall = solvedWall(project, opening.wall)
  const fit = wall?.openings.find((each) => each.opening.id === opening.id)
  if (!wall || !fit || fit.fault) return null
  const { shape } = wall
  const floor = floorOf(project, shape.wall.level)
  const [z0, z1] = [floor + opening.sill, floor + opening.head]
  for (const aside of [shape.low - TOUCHES, shape.high + TOUCHES])
    for (const t of [0.02, 0.5, 0.98]) {
      const at = atWall(shape, fit.from + (fit.to - fit.from) * t, aside)
      for (const roof of roofs) {
        const solid = thicknessAt(project, roof, at)
        if (solid && solid.from < z1 - TOUCHES && solid.to > z0 + TOUCHES) return at
      }
    }
  return null
}
