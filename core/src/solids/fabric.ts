import {
  SAME_POINT,
  atDistance,
  isStraight,
  offsetFrom,
  pathLength,
  pointOn,
  unitAt,
  type Path,
  type Point,
} from '../geometry'
import { balustersOf } from '../framing'
import { columnOutline, overheadOutline, rampOutline } from '../kinds'
import type { Column, Overhead, Project, Rail, Ramp, Roof, Slab, Stair } from '../records'
import { solveRoof } from '../roofs'
import { stairOf, type SolvedStair, type StairLine } from '../stairs'
import { SolidBuilder, type FaceLook, type Point3, type Solid } from '../space'
import { addFooting, footingsOf } from './footings'
import { floorOf, lookOf, plainLook, vertical } from './ground'
import { addBar, addPost } from './bars'
import { addOutlinePrism } from './outline'
import { plateStrips } from './plateStrips'
import { dormerHoles } from './dormers'
import { addRooflight, holesWithin, liesInRoof } from './rooflights'
import { voidsIn } from './voids'

const PLAIN = { side: plainLook('side'), top: plainLook('top'), bottom: plainLook('underside') }

export function columnSolid(project: Project, column: Column): Solid | null {
  const heights = vertical(project, column)
  if (!heights) return null
  const material = project.need('material', column.material)
  const builder = new SolidBuilder(column.id)
  addOutlinePrism(builder, columnOutline(column), [], heights.from, heights.to, {
    side: lookOf('side', material),
    top: lookOf('top', material),
    bottom: lookOf('underside', material),
  })
  for (const footing of footingsOf(project, column)) addFooting(builder, footing)
  return builder.solid()
}

export function slabSolid(project: Project, slab: Slab): Solid | null {
  const heights = vertical(project, slab)
  if (!heights) return null
  const builder = new SolidBuilder(slab.id)
  const strips = plateStrips(project, slab)
  const [first, last] = [strips[0], strips[strips.length - 1]]
  addOutlinePrism(builder, slab.outline, voidsIn(project, slab), heights.from, heights.to, {
    side: PLAIN.side,
    top: lookOf('top', first?.material ?? null),
    bottom: lookOf('underside', last?.material ?? null),
    bands: strips.map(({ material, to }) => ({ down: to, look: lookOf('side', material) })),
  })
  return builder.solid()
}

export function overheadSolid(project: Project, thing: Overhead): Solid | null {
  const heights = vertical(project, thing)
  if (!heights || (thing.what === 'rooflight' && liesInRoof(project, thing, project.all('roof')))) return null
  const builder = new SolidBuilder(thing.id)
  addOutlinePrism(builder, overheadOutline(thing), [], heights.from, heights.to, PLAIN)
  return builder.solid()
}

/** A roof: its upper planes, the same planes its thickness below, and the boards around. */
export function roofSolid(project: Project, roof: Roof): Solid | null {
  const solved = solveRoof(roof)
  if (!solved) return null
  const eaves = floorOf(project, roof.level) + roof.eaves
  const builder = new SolidBuilder(roof.id)
  const strips = plateStrips(project, roof)
  const top: FaceLook = lookOf('top', strips[0]?.material ?? null)
  const under = lookOf('underside', strips[strips.length - 1]?.material ?? null)
  for (const { outline, heightAt } of solved.faces) {
    const at = (p: Point, more: number): Point3 => ({ x: p.x, y: p.y, z: eaves + heightAt(p) + more })
    const holes = holesWithin(project, outline)
    const open = dormerHoles(project, roof, outline)
    builder.face(
      outline.map((p) => at(p, roof.fascia)),
      top,
      {
        holes: [...holes.map(({ ring }) => ring), ...open].map((ring) => ring.map((p) => at(p, roof.fascia))),
      },
    )
    builder.face(outline.map((p) => at(p, 0)).reverse(), under, {
      holes: [...holes.map(({ ring }) => ring), ...open].map((ring) => ring.map((p) => at(p, 0)).reverse()),
    })
    for (const hole of holes) addRooflight(builder, hole, (p, isTop) => at(p, isTop ? roof.fascia : 0))
    // The boards stand where this plane ends at the edge of the roof, and no other goes on.
    outline.forEach((p, i) => {
      const q = outline[(i + 1) % outline.length]!
      if (!runsAround(solved.eaves, p, q)) return
      const corners = [at(p, 0), at(q, 0), at(q, roof.fascia), at(p, roof.fascia)] as const
      builder.face(corners, plainLook('edge'))
      const level = Math.abs(corners[0].z - corners[1].z) < SAME_POINT
      builder.name(corners[0], corners[1], level ? 'eaves' : 'verge')
      builder.name(corners[2], corners[3], level ? 'top of fascia' : 'top of verge')
    })
  }
  for (const { a, b } of solved.folds) {
    const face = solved.faces.find(({ outline }) => outline.some((p) => near(p, a)))
    if (!face) continue
    const at = (p: Point): Point3 => ({ x: p.x, y: p.y, z: eaves + face.heightAt(p) + roof.fascia })
    builder.name(at(a), at(b), Math.abs(at(a).z - at(b).z) < SAME_POINT ? 'ridge' : 'hip')
  }
  return builder.solid()
}

const near = (p: Point, q: Point): boolean => Math.hypot(p.x - q.x, p.y - q.y) < 0.1

/** Whether a way runs along an outline. */
function runsAround(outline: readonly Point[], p: Point, q: Point): boolean {
  const middle = { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 }
  return [p, middle, q].every((at) =>
    outline.some((a, i) => {
      const b = outline[(i + 1) % outline.length]!
      const length = Math.hypot(b.x - a.x, b.y - a.y)
      const along = ((at.x - a.x) * (b.x - a.x) + (at.y - a.y) * (b.y - a.y)) / length
      const aside = Math.abs((at.x - a.x) * (b.y - a.y) - (at.y - a.y) * (b.x - a.x)) / length
      return aside < 0.01 && along > -0.01 && along < length + 0.01
    }),
  )
}

/** Thickness of the slope beneath a stair, upright, mm. */
const WAIST = 180
/** Thickness of a tread between strings, mm. */
const TREAD = 40
/** Strings: how thick and deep they are, upright, and how far they stand over the nosings, mm. */
const STRING = { thick: 45, deep: 330, over: 50 }
/** Height of a handrail above the nosings, and of one along a landing, mm. */
const HANDRAIL = 900
const RAIL = 50

/** A stair: treads and risers above, the underside of its flights below. */
export function stairSolid(project: Project, stair: Stair): Solid | null {
  const solved = stairOf(project, stair)
  if (!solved) return null
  const foot = floorOf(project, stair.level)
  const builder = new SolidBuilder(stair.id)
  for (const tread of solved.treads) {
    const { outline, top } = tread
    // Straight treads lie on a slope; landings and winders are level underneath.
    const bottom = undersideOf(stair, solved, tread)
    addBlock(
      builder,
      outline,
      bottom.map((z) => foot + z),
      foot + top,
    )
  }
  for (const of of ['left', 'right'] as const) {
    if (stair.made === 'strings') addString(builder, solved.side(of, STRING.thick / 2), solved, foot)
    if (stair.rails === of || stair.rails === 'both')
      addStairRail(builder, solved.side(of, RAIL), solved, foot)
  }
  return builder.solid()
}

/** Heights under the corners of a tread, as the stair is made. */
function undersideOf({ made }: Stair, solved: SolvedStair, tread: SolvedStair['treads'][number]): number[] {
  const { outline, top } = tread
  switch (made) {
    case 'solid':
      return outline.map(() => 0)
    case 'strings':
      return outline.map(() => Math.max(0, top - TREAD))
    case 'flights':
    case undefined:
      // Straight treads lie on a slope; landings and winders are level underneath.
      return outline.length === 4 && !tread.landing
        ? sloped(outline, tread.middle, solved, tread.number)
        : outline.map(() => Math.max(0, top - solved.rise - WAIST))
  }
}

/** Heights under the corners of a tread: those at its front lie a riser below those at its back. */
function sloped(
  outline: readonly Point[],
  middle: Point,
  { treads, rise }: SolvedStair,
  number: number,
): number[] {
  const next = treads[number] ?? treads[number - 2]
  if (!next) return outline.map(() => Math.max(0, number * rise - rise - WAIST))
  const sense = treads[number] ? 1 : -1
  const [ux, uy] = [(next.middle.x - middle.x) * sense, (next.middle.y - middle.y) * sense]
  return outline.map(({ x, y }) => {
    const isBack = (x - middle.x) * ux + (y - middle.y) * uy > 0
    return Math.max(0, (isBack ? number : number - 1) * rise - WAIST)
  })
}

/** A body with a level top over an outline whose corners stand on heights of their own. */
function addBlock(
  builder: SolidBuilder,
  outline: readonly Point[],
  bottoms: readonly number[],
  top: number,
): void {
  const area = outline.reduce((sum, p, i) => {
    const q = outline[(i + 1) % outline.length]!
    return sum + p.x * q.y - q.x * p.y
  }, 0)
  const order = outline.map((_, i) => i)
  if (area < 0) order.reverse()
  const up = order.map((i): Point3 => ({ x: outline[i]!.x, y: outline[i]!.y, z: top }))
  const down = order.map((i): Point3 => ({ x: outline[i]!.x, y: outline[i]!.y, z: bottoms[i]! }))
  builder.face(up, PLAIN.top)
  builder.face([...down].reverse(), PLAIN.bottom)
  up.forEach((p, i) => {
    const j = (i + 1) % up.length
    builder.face([down[i]!, down[j]!, up[j]!, p], PLAIN.side)
  })
}

/** The board along a side that carries the treads: its middle lies beneath the line of their nosings. */
function addString(
  builder: SolidBuilder,
  lines: readonly StairLine[],
  { rise }: SolvedStair,
  foot: number,
): void {
  for (const { edge, from, to } of lines) {
    const count = isStraight(edge) ? 1 : Math.max(2, Math.round((to - from) * 2))
    const at = (t: number): Point3 => ({
      ...plain(pointOn(edge, t)),
      z:
        foot + Math.max(STRING.deep / 2, (from + (to - from) * t + 1) * rise + STRING.over - STRING.deep / 2),
    })
    for (let k = 0; k < count; k++)
      addBar(builder, at(k / count), at((k + 1) / count), STRING.thick, STRING.deep, PLAIN.side)
  }
}

/** A handrail along the side of a stair, with a post at every third tread. */
function addStairRail(
  builder: SolidBuilder,
  lines: readonly StairLine[],
  { rise }: SolvedStair,
  foot: number,
): void {
  for (const { edge, from, to } of lines) {
    const count = isStraight(edge) ? 1 : Math.max(2, Math.round((to - from) * 2))
    const at = (t: number, more: number): Point3 => ({
      ...plain(pointOn(edge, t)),
      z: foot + (from + (to - from) * t + 1) * rise + more,
    })
    for (let k = 0; k < count; k++)
      addBar(builder, at(k / count, HANDRAIL), at((k + 1) / count, HANDRAIL), RAIL, RAIL, PLAIN.side)
    for (let step = Math.ceil(from); step < to; step += 3) {
      const t = to > from ? (step + 0.5 - from) / (to - from) : 0
      if (t <= 1) addPost(builder, at(t, -rise / 2), at(t, HANDRAIL).z, RAIL / 2, PLAIN.side)
    }
  }
}
const plain = ({ x, y }: Point): Point => ({ x, y })

/** A slope from the floor up. */
export function rampSolid(project: Project, ramp: Ramp): Solid | null {
  const foot = floorOf(project, ramp.level)
  const [a, b, c, d] = rampOutline(ramp).vertices
  if (!a || !b || !c || !d) return null
  const builder = new SolidBuilder(ramp.id)
  const at = (p: Point, z: number): Point3 => ({ x: p.x, y: p.y, z: foot + z })
  builder.face([at(a, 0), at(b, ramp.rise), at(c, ramp.rise), at(d, 0)], PLAIN.top)
  builder.face([at(d, 0), at(c, 0), at(b, 0), at(a, 0)], PLAIN.bottom)
  builder.face([at(a, 0), at(b, 0), at(b, ramp.rise)], PLAIN.side)
  builder.face([at(b, 0), at(c, 0), at(c, ramp.rise), at(b, ramp.rise)], PLAIN.side)
  builder.face([at(c, 0), at(d, 0), at(c, ramp.rise)], PLAIN.side)
  const side = unitAt(ramp.turn)
  for (const [of, sense] of [
    ['left', 1],
    ['right', -1],
  ] as const) {
    if (ramp.rails !== of && ramp.rails !== 'both') continue
    const aside = sense * (ramp.width / 2 - RAIL)
    const from = offsetFrom(ramp.at, side, 0, aside)
    const to = offsetFrom(ramp.at, side, ramp.length, aside)
    addBar(builder, at(from, HANDRAIL), at(to, ramp.rise + HANDRAIL), RAIL, RAIL, PLAIN.side)
    const count = Math.max(1, Math.ceil(ramp.length / POSTS))
    for (let i = 0; i <= count; i++) {
      const p = offsetFrom(ramp.at, side, (ramp.length * i) / count, aside)
      const z = (ramp.rise * i) / count
      addPost(builder, at(p, z), foot + z + HANDRAIL, RAIL, PLAIN.side)
    }
  }
  return builder.solid()
}

/** Posts and balusters stand at most so far apart, mm, and are so thick. */
const POSTS = 1000

/** A balustrade along its line: a handrail on balusters, on glass between posts, or by itself. */
export function railSolid(project: Project, rail: Rail): Solid | null {
  const foot = floorOf(project, rail.level)
  const builder = new SolidBuilder(rail.id)
  const top = foot + rail.height
  const stops = corners(rail.path)
  for (let i = 1; i < stops.length; i++) {
    const [p, q] = [stops[i - 1]!, stops[i]!]
    addBar(builder, { ...p, z: top - RAIL / 2 }, { ...q, z: top - RAIL / 2 }, RAIL, RAIL, PLAIN.side)
    if (rail.made === 'glass')
      builder.face(
        [
          { ...p, z: foot + 80 },
          { ...q, z: foot + 80 },
          { ...q, z: top - RAIL },
          { ...p, z: top - RAIL },
        ],
        plainLook('pane'),
        { sheet: true },
      )
  }
  const balusters = balustersOf(rail)
  for (const place of balusters?.places ?? []) {
    const { point, direction } = atDistance(rail.path, place)
    addPost(builder, { x: point.x, y: point.y, z: foot }, top - RAIL, balusters!.size, PLAIN.side, direction)
  }
  return builder.solid()
}

/** The corners of a line, with those of its chords. */
function corners(path: Path): Point[] {
  const length = pathLength(path)
  const straight = path.vertices.every(({ sweep }) => sweep === 0)
  if (straight) {
    const points = path.vertices.map(plain)
    return path.closed ? [...points, points[0]!] : points
  }
  const count = Math.max(2, Math.ceil(length / 200))
  return Array.from({ length: count + 1 }, (_, i) => plain(atDistance(path, (length * i) / count).point))
}
