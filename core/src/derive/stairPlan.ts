import { penFrom, strokeItem, textItem, type DisplayItem } from '../display'
import {
  cross,
  dot,
  flattenPath,
  offsetFrom,
  pathOf,
  pathOfPoints,
  straight,
  subtract,
  unitAt,
  angleOf,
  type Edge,
  type Point,
} from '../geometry'
import { layerOf } from '../library'
import type { Project, Ramp, Stair } from '../records'
import { onWalk, stairOf, type SolvedStair, type StairLine } from '../stairs'
import { OVERHEAD_DASHES } from './openingGround'

/** Angle of the break line against the way up, radians. */
const SLANT = Math.PI / 3
/** Rails stand this far in from the side, mm. */
const RAIL = 60
/** Lettering of numbers and of UP and DN, and the size of arrow heads, paper mm. */
const NUMBER = 1.8
const WORD = 2.5
const HEAD = 2.2

/**
 * A stair in plan. On the level it leaves: solid up to the cut, a break line, dashed above it, with an arrow up.
 * On the level it reaches: as it is seen from above, with an arrow down.
 */
export function stairItems(
  project: Project,
  stair: Stair,
  on: 'leaves' | 'reaches',
  scale: number,
  look: { readonly overhead: boolean },
  /** Above the floor, mm. */
  cutHeight: number,
): DisplayItem[] {
  const solved = stairOf(project, stair)
  if (!solved) return faultItems(stair, scale)
  const count = solved.treads.length
  const cut = on === 'leaves' ? cutHeight / solved.rise : Infinity
  const cuts = cut < count - 0.2
  const brk = cuts ? breakAt(solved, Math.max(0.4, cut), stair) : null
  const draw = new StairPen(
    stair,
    scale,
    penFrom(layerOf(project, stair).penMm, layerOf(project, stair).colour ?? 0),
    brk,
    look.overhead,
  )
  const items: DisplayItem[] = []
  // What lies beneath an upper stair is hidden by it.
  for (const tread of solved.treads)
    if (!brk || tread.number <= brk.position - brk.reach)
      items.push({
        kind: 'fill',
        tone: 1,
        loops: [tread.outline.flatMap((p) => [p.x, p.y])],
        source: stair.id,
      })
  for (const line of [...solved.nosings, ...solved.sides]) items.push(...draw.line(line, false))
  for (const side of ['left', 'right'] as const)
    if (stair.rails === side || stair.rails === 'both')
      for (const line of solved.side(side, RAIL)) items.push(...draw.line(line, true))
  if (brk) items.push(draw.breakLine(brk))
  items.push(...arrowItems(stair, solved, on, brk, scale))
  items.push(...numberItems(stair, solved, brk, scale))
  return items
}

interface Break {
  readonly position: number
  /** How many treads it slants over, to either side. */
  readonly reach: number
  readonly at: Point
  readonly u: Point
  /** Half its length. */
  readonly half: number
}

function breakAt(solved: SolvedStair, position: number, stair: Stair): Break {
  const { at, u } = onWalk(solved.walk, position)
  const v = unitAt(angleOf(u) + SLANT)
  return {
    position,
    reach: stair.width / 2 / Math.tan(SLANT) / solved.going + 0.05,
    at,
    u: v,
    half: stair.width / 2 / Math.sin(SLANT),
  }
}

/** Draws lines of a stair solid below the break and dashed above it. */
class StairPen {
  constructor(
    private readonly stair: Stair,
    private readonly scale: number,
    private readonly pen: ReturnType<typeof penFrom>,
    private readonly brk: Break | null,
    private readonly overhead: boolean,
  ) {}

  line({ edge, from, to }: StairLine, light: boolean): DisplayItem[] {
    const { brk } = this
    if (!brk || to < brk.position - brk.reach) return [this.stroke([edge], light, true)]
    if (from > brk.position + brk.reach) return this.overhead ? [this.stroke([edge], light, false)] : []
    // Near the break the line is parted by it.
    const points = flattenPath(pathOf([edge], false), 0.5)
    const below: Edge[] = []
    const above: Edge[] = []
    // Beyond the ends of the break line what lies further up is above it.
    const further = (from + to) / 2 > brk.position ? -1 : 1
    const side = (p: Point): number => {
      const d = subtract(p, brk.at)
      return Math.abs(dot(brk.u, d)) > brk.half + 1 ? further : cross(brk.u, d)
    }
    points.slice(1).forEach((b, i) => {
      const a = points[i]!
      const [sa, sb] = [side(a), side(b)]
      // The way up lies to the right of the break line.
      if (sa >= 0 && sb >= 0) below.push(straight(a, b))
      else if (sa <= 0 && sb <= 0) above.push(straight(a, b))
      else {
        const t = sa / (sa - sb)
        const m = { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t }
        ;(sa > 0 ? below : above).push(straight(a, m))
        ;(sa > 0 ? above : below).push(straight(m, b))
      }
    })
    const items: DisplayItem[] = []
    for (const part of below) items.push(this.stroke([part], light, true))
    if (this.overhead) for (const part of above) items.push(this.stroke([part], light, false))
    return items
  }

  private stroke(edges: readonly Edge[], light: boolean, solid: boolean): DisplayItem {
    const pen = light || !solid ? 'light' : this.pen
    return strokeItem(pathOf(edges, false), pen, solid ? [] : OVERHEAD_DASHES, this.scale, this.stair.id)
  }

  /** A line across with a small kink in its middle. */
  breakLine({ at, u, half }: Break): DisplayItem {
    const past = half + 1.5 * this.scale
    const kink = Math.min(half / 4, 1.6 * this.scale)
    const points = [
      offsetFrom(at, u, -past),
      offsetFrom(at, u, -kink),
      offsetFrom(at, u, -kink / 3, kink),
      offsetFrom(at, u, kink / 3, -kink),
      offsetFrom(at, u, kink),
      offsetFrom(at, u, past),
    ]
    return strokeItem(pathOfPoints(points, false), 'seen', [], this.scale, this.stair.id)
  }
}

function arrowItems(
  stair: Stair,
  solved: SolvedStair,
  on: 'leaves' | 'reaches',
  brk: Break | null,
  scale: number,
): DisplayItem[] {
  const count = solved.treads.length
  const end = brk ? Math.max(0.5, brk.position - brk.reach - 0.35) : count - 0.3
  const [from, to] = on === 'leaves' ? [0.3, end] : [count - 0.3, 0.4]
  const steps = Math.max(2, Math.ceil(Math.abs(to - from) * 2))
  const points = Array.from(
    { length: steps + 1 },
    (_, i) => onWalk(solved.walk, from + ((to - from) * i) / steps).at,
  )
  return wayItems(stair.id, points, on === 'leaves' ? 'UP' : 'DN', scale, 0.3 * solved.going)
}

/** A way with a dot where it starts, an arrow head where it ends, and a word so far before its start. */
function wayItems(
  source: string,
  points: readonly Point[],
  word: string,
  scale: number,
  clear = 0,
): DisplayItem[] {
  const mm = (paper: number): number => paper * scale
  const tip = points[points.length - 1]!
  const before = points[points.length - 2]!
  const back = angleOf(subtract(before, tip))
  const start = points[0]!
  const u = unitAt(angleOf(subtract(points[1]!, start)))
  const wing = (by: number): Point => offsetFrom(tip, unitAt(back + by), mm(HEAD))
  const away = offsetFrom(start, u, -clear - mm(Math.abs(u.x) > 0.7 ? WORD * 1.1 : WORD * 0.8))
  return [
    {
      kind: 'line',
      pen: 'dimension',
      points: points.flatMap((p) => [p.x, p.y]),
      closed: false,
      source,
    },
    {
      kind: 'line',
      pen: 'dimension',
      points: [wing(0.35), tip, wing(-0.35)].flatMap((p) => [p.x, p.y]),
      closed: false,
      source,
    },
    { kind: 'disc', tone: 0, x: start.x, y: start.y, radius: mm(0.6), source },
    textItem(word, { x: away.x, y: away.y - mm(WORD / 2) }, { height: mm(WORD), align: 'middle', source }),
  ]
}

/** Numbers of the treads beside the walking line, where there is room for them on paper. */
function numberItems(stair: Stair, solved: SolvedStair, brk: Break | null, scale: number): DisplayItem[] {
  const items: DisplayItem[] = []
  if (solved.going / scale < NUMBER * 1.5) return items
  const last = brk ? brk.position - brk.reach : Infinity
  for (const tread of solved.treads) {
    if (tread.number > last) break
    const { u } = onWalk(solved.walk, tread.number - 0.5)
    const at = offsetFrom(tread.middle, u, 0, (stair.hand === 'left' ? -1 : 1) * stair.width * 0.27)
    items.push(
      textItem(
        String(tread.number),
        { x: at.x, y: at.y - (NUMBER * scale) / 2 },
        { height: NUMBER * scale, align: 'middle', tone: 0.3, source: stair.id },
      ),
    )
  }
  return items
}

/** Where a stair cannot be: a dashed box with its way. */
function faultItems({ id, at, turn, width }: Stair, scale: number): DisplayItem[] {
  const u = unitAt(turn)
  const corners = [
    offsetFrom(at, u, 0, -width / 2),
    offsetFrom(at, u, 2 * width, -width / 2),
    offsetFrom(at, u, 2 * width, width / 2),
    offsetFrom(at, u, 0, width / 2),
  ]
  return [
    strokeItem(pathOfPoints(corners, true), 'hidden', [2, 1], scale, id),
    strokeItem(pathOfPoints([corners[0]!, corners[2]!], false), 'hidden', [2, 1], scale, id),
  ]
}

/** A slope as 1:12. */
export const slopeWords = ({ length, rise }: Pick<Ramp, 'length' | 'rise'>): string =>
  `1:${Math.round((length / rise) * 10) / 10}`

/** A ramp in plan: its sides, its rails, an arrow up with its slope. */
export function rampItems(
  project: Project,
  ramp: Ramp,
  on: 'leaves' | 'reaches',
  scale: number,
): DisplayItem[] {
  const { id, at, turn, width, length, rails } = ramp
  const u = unitAt(turn)
  const pen = penFrom(layerOf(project, ramp).penMm, layerOf(project, ramp).colour ?? 0)
  const place = (along: number, aside: number): Point => offsetFrom(at, u, along, aside)
  const box = [place(0, -width / 2), place(length, -width / 2), place(length, width / 2), place(0, width / 2)]
  const items: DisplayItem[] = [strokeItem(pathOfPoints(box, true), pen, [], scale, id)]
  for (const side of ['left', 'right'] as const)
    if (rails === side || rails === 'both') {
      const y = (side === 'left' ? 1 : -1) * (width / 2 - RAIL)
      items.push(strokeItem(pathOfPoints([place(0, y), place(length, y)], false), 'light', [], scale, id))
    }
  const inset = Math.min(length * 0.15, 4 * scale)
  const way = [place(inset, 0), place(length / 2, 0), place(length - inset, 0)]
  items.push(...wayItems(id, on === 'leaves' ? way : way.reverse(), on === 'leaves' ? 'UP' : 'DN', scale))
  const middle = place(length / 2, width * 0.25)
  items.push(
    textItem(
      slopeWords(ramp),
      { x: middle.x, y: middle.y - WORD * scale * 0.5 },
      { height: WORD * scale, align: 'middle', source: id },
    ),
  )
  return items
}
