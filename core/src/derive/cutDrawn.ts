import type { CutGround, LoopEdge, LoopRun } from '../building'
import type { DisplayList } from '../display'
import {
  IDENTITY,
  boxCentre,
  boxOf,
  boxesMeet,
  inverse,
  isEmptyBox,
  mapBox,
  segmentMeets,
  type Affine,
  type Box,
} from '../geometry'
import type { Material, Project } from '../records'
import { cutItems } from './cut'
import type { PlanLook } from './look'
import { depthOf } from './parts'
import { rankOf, type Part, type Picture } from './picture'

/** Where what is cut lies among walls: over those off the cut, beneath what fills openings. */
const CUT = 1
export const CUT_RANK = rankOf(depthOf('walls'), CUT, 'others')

/** What is cut: one part for all of it, which tells where it looks otherwise. */
export class CutDrawn {
  private part: Part | null = null
  private ground: CutGround | null = null
  private placed = -1
  private looks = ''
  private map: Affine = IDENTITY

  constructor(
    private readonly picture: Picture,
    private readonly look: PlanLook,
  ) {}

  /** `map` brings what is cut into the picture. */
  update(ground: CutGround, project: Project, anew: boolean, map: Affine = IDENTITY): void {
    const { picture, look } = this
    const sameMap = JSON.stringify(map) === JSON.stringify(this.map)
    this.map = map
    const looks = JSON.stringify(
      ground.materials.map(({ tone, colour, pattern, penMm }: Material) => [tone, colour, pattern, penMm]),
    )
    const places = ground === this.ground ? ground.places.since(this.placed) : null
    if (anew || !sameMap || !places || looks !== this.looks || !this.part) {
      this.ground = ground
      this.looks = looks
      this.part = picture.replace(this.part, cutPart(project, ground, look, map))
    } else if (places.size > 0) {
      const now = cutPart(project, ground, look, map, this.part.within)
      // Of the same part elsewhere only the places count, unless it grew.
      if (now && sameBox(now, this.part)) for (const place of places) picture.touch(mapBox(map, place))
      else
        this.part = picture.moved(
          this.part,
          now,
          [...places].map((place) => mapBox(map, place)),
        )
    }
    this.placed = ground.places.now
  }
}

const sameBox = (p: Box, q: Box): boolean =>
  p.minX === q.minX && p.minY === q.minY && p.maxX === q.maxX && p.maxY === q.maxY

/** Edges that follow each other, fewer than those of a run, with the box around them. */
interface Stretch extends Box {
  readonly edges: readonly LoopEdge[]
}

const IN_STRETCH = 16
const stretches = new WeakMap<LoopRun, readonly Stretch[]>()

/** The stretches of a run; the edges of a run stay as they are, and its last goes on to the first of the next. */
function stretchesOf(run: LoopRun): readonly Stretch[] {
  let found = stretches.get(run)
  if (!found) {
    found = Array.from({ length: Math.ceil(run.edges.length / IN_STRETCH) }, (_, i) => {
      const edges = run.edges.slice(i * IN_STRETCH, (i + 1) * IN_STRETCH)
      const ends = edges.flatMap(({ boundary: { x1, y1, x2, y2 } }) => [
        { x: x1, y: y1 },
        { x: x2, y: y2 },
      ])
      return { edges, ...boxOf(ends) }
    })
    stretches.set(run, found)
  }
  return found
}

/** Whether something that is cut lies in a box: an outline runs through it, or it lies within one. */
function isCutIn(ground: CutGround, box: Box): boolean {
  const near = ground.outlinesNear(box)
  const { x, y } = boxCentre(box)
  const isPast = (run: Box): boolean => run.minY > y || run.maxY < y || run.maxX < x
  let crossings = 0
  for (const loop of near)
    for (const run of loop.runs) {
      if (isPast(run) && !boxesMeet(run, box)) continue
      for (const stretch of stretchesOf(run)) {
        const isNear = boxesMeet(stretch, box)
        if (!isNear && isPast(stretch)) continue
        for (const { boundary: e } of stretch.edges) {
          if (isNear && segmentMeets(e.x1, e.y1, e.x2, e.y2, box)) return true
          if (e.y1 > y !== e.y2 > y && e.x1 + ((y - e.y1) / (e.y2 - e.y1)) * (e.x2 - e.x1) > x) crossings++
        }
      }
    }
  return crossings % 2 === 1
}

/** All that is cut, as one part. */
function cutPart(
  project: Project,
  ground: CutGround,
  look: PlanLook,
  map: Affine,
  within?: Part['within'],
): Part | null {
  const extent = ground.extent()
  if (isEmptyBox(extent)) return null
  const isFlat = map === IDENTITY
  const back = inverse(map)
  const laid = (items: DisplayList): DisplayList =>
    isFlat ? items : [{ kind: 'group', map, clip: null, items, source: null }]
  return {
    ...(isFlat ? extent : mapBox(map, extent)),
    rank: CUT_RANK,
    place: 0,
    nth: 0,
    source: null,
    get items() {
      return laid(cutItems(project, ground, look))
    },
    isIn: (box) => isCutIn(ground, isFlat ? box : mapBox(back, box)),
    within:
      within ??
      ((box, mmPerPixel) =>
        laid(cutItems(project, ground, look, { box: isFlat ? box : mapBox(back, box), mmPerPixel }))),
  }
}
