import {
  CutBoundaries,
  boundariesOf,
  columnFooting,
  footingStepLines,
  makePiece,
  wallFootingParts,
  type LevelSolver,
  type Piece,
} from '../building'
import { strokeItem, penFrom, type DisplayItem, toneOf } from '../display'
import { ON_LINE, PlaceIndex, boxOf, growBox, pathOfPoints, type Box, type Point } from '../geometry'
import { standardLayerOf } from '../library'
import { KINDS, type Id } from '../records'
import type { PlanLook } from './look'
import type { News } from './news'
import { depthOf, type PartSource } from './parts'
import { partOf, rankOf, type Part, type Picture } from './picture'

/** Dashes of what lies beneath the floor, paper mm. */
const DASHES = [2.5, 1.2]
interface Footing {
  readonly id: Id
  /** Convex parts. */
  readonly parts: readonly (readonly Point[])[]
  /** Where it steps. */
  readonly steps: readonly { readonly a: Point; readonly b: Point }[]
  readonly seen: string
}

/** The outlines of the footings of a level, in one where they run into each other. */
export class FootingsDrawn implements PartSource {
  private part: Part | null = null
  private drawn: readonly Footing[] = []

  constructor(
    private readonly picture: Picture,
    private readonly look: PlanLook,
  ) {}

  *update({ building, scene }: News): Generator<void> {
    if (!building || !this.look.footings) return
    const now = footingsOf(building)
    const same =
      now.length === this.drawn.length &&
      now.every(({ id, seen }, i) => id === this.drawn[i]!.id && seen === this.drawn[i]!.seen)
    if (same) return
    this.drawn = now
    const layer = scene.project.find('layer', KINDS.slab.layer) ?? standardLayerOf('slab')
    const pen = penFrom(layer.penMm, toneOf(layer))
    const items = merged(now).map((points): DisplayItem =>
      strokeItem(pathOfPoints(points, true), pen, DASHES, this.look.scale, null),
    )
    for (const { a, b } of now.flatMap(({ steps }) => steps))
      items.push(strokeItem(pathOfPoints([a, b], false), pen, DASHES, this.look.scale, null))
    const part = partOf(items, { rank: rankOf(depthOf('floor'), 1, 'others'), place: 0, nth: 0 }, null)
    this.part = this.picture.replace(this.part, part)
    yield
  }
}

function footingsOf(building: LevelSolver): Footing[] {
  const found: Footing[] = []
  const put = (id: Id, parts: Footing['parts'], steps: Footing['steps'] = []): void => {
    if (parts.length > 0) found.push({ id, parts, steps, seen: JSON.stringify([parts, steps]) })
  }
  for (const { shape } of building.all()) put(shape.id, wallFootingParts(shape), footingStepLines(shape))
  for (const { column } of building.columns()) {
    const pad = columnFooting(column)
    put(column.id, pad ? [pad.vertices] : [])
  }
  return found
}

/** The outlines of all footings together. */
function merged(footings: readonly Footing[]): { x: number; y: number }[][] {
  const pieces = new PlaceIndex<Piece & Box>()
  const mine = new Map<Id, Piece[]>()
  const all: Piece[] = []
  for (const { id, parts } of footings) {
    const made = parts.flatMap((corners, i) => makePiece(id, i, 0, corners) ?? [])
    mine.set(id, made)
    all.push(...made)
  }
  pieces.load(all)
  const boundaries = new CutBoundaries([])
  for (const { id, parts } of footings)
    boundaries.put(id, boundariesOf(mine.get(id)!, pieces.search(growBox(boxOf(parts.flat()), 2 * ON_LINE))))
  return [...boundaries.outlines()].map(({ points }) => points.map(({ x, y }) => ({ x, y })))
}
