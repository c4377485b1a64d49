import { wallAxis } from '../building'
import {
  IDENTITY,
  add,
  angleOf,
  applyTo,
  cross,
  edgeLength,
  enlargement,
  mapEdge,
  mapPath,
  mirrors,
  normalAngle,
  subtract,
  times,
  unitAt,
  type Affine,
  type Path,
  type Point,
} from '../geometry'
import { layerOf } from '../library'
import { mapShape } from '../linework'
import type {
  Anchor,
  AnyRecord,
  Change,
  Dimension,
  Hatch,
  Id,
  Opening,
  Project,
  Shape,
  Slab,
  Stair,
  Wall,
} from '../records'
import { EditRefused, type MakeId } from './refusal'
import { numbered } from './marks'
import { carryOpening, refuseOver } from './openingCarry'
import { named } from './settingOut'

/** Most records one edit may make. */
export const MOST_COPIES = 15_000

/** The linear part of a map: what it does to directions. */
const turned = (map: Affine, v: Point): Point => applyTo({ ...map, e: 0, f: 0 }, v)
const turnedAngle = (map: Affine, angle: number): number => normalAngle(angleOf(turned(map, unitAt(angle))))

/** Refuses to touch what lies on a locked layer, and what is no longer there. */
export function refuseLocked(project: Project, ids: Iterable<Id>): void {
  for (const id of ids) {
    const record = project.get(id)
    if (!record) throw new EditRefused('Something that was selected is no longer there.')
    const layer = layerOf(project, record)
    if (layer.locked) throw new EditRefused(`The layer “${layer.name}” is locked. Unlock it in Layers first.`)
  }
}

/** A wall's line under a map. Mirrored walls are turned about, so that their sides stay left and right. */
export function mapWall(map: Affine, wall: Wall): Wall {
  const axis = mapEdge(map, wallAxis(wall))
  if (!mirrors(map)) return { ...wall, a: axis.a, b: axis.b }
  return {
    ...wall,
    a: axis.b,
    b: axis.a,
    ...(wall.sweep === undefined ? {} : { sweep: -axis.sweep }),
    ...(wall.joinA || wall.joinB ? { joinA: wall.joinB, joinB: wall.joinA } : {}),
  }
}

interface Carry {
  readonly map: Affine
  /** The new id of something copied along; itself when it only moves; undefined when it stays behind. */
  readonly idOf: (id: Id) => Id | undefined
  /** Real mm to one paper mm on the drawing. */
  readonly scale: number
}

function carryAnchor(anchor: Anchor, { map, idOf }: Carry): Anchor {
  const last = applyTo(map, anchor.last)
  switch (anchor.to) {
    case 'point':
      return { ...anchor, last }
    case 'wallCorner':
    case 'wallFace': {
      const wall = idOf(anchor.wall)
      if (wall === undefined) return anchor
      if (!mirrors(map)) return { ...anchor, wall, last }
      // A mirrored wall runs the other way: its start is its former end.
      if (anchor.to === 'wallCorner') return { ...anchor, wall, end: anchor.end === 'a' ? 'b' : 'a', last }
      return { to: 'point', last }
    }
    case 'opening': {
      const opening = idOf(anchor.opening)
      if (opening === undefined) return anchor
      const at = anchor.at
      const other = at === 'start' ? 'end' : at === 'end' ? 'start' : at
      return { ...anchor, opening, at: mirrors(map) ? other : at, last }
    }
    case 'placement': {
      const placement = idOf(anchor.placement)
      return placement === undefined ? anchor : { ...anchor, placement, last }
    }
    case 'item': {
      const item = idOf(anchor.item)
      return item === undefined ? anchor : { ...anchor, item, last }
    }
    case 'gridLine': {
      const gridLine = idOf(anchor.gridLine)
      return gridLine === undefined ? anchor : { ...anchor, gridLine, last }
    }
  }
}

const hostOf = (anchor: Anchor): Id | null => {
  switch (anchor.to) {
    case 'point':
      return null
    case 'wallCorner':
    case 'wallFace':
      return anchor.wall
    case 'opening':
      return anchor.opening
    case 'placement':
      return anchor.placement
    case 'item':
      return anchor.item
    case 'gridLine':
      return anchor.gridLine
  }
}

function carryDimension(dimension: Dimension, carry: Carry): Dimension {
  const { map, idOf, scale } = carry
  const anchored = dimension.anchors.every((anchor) => {
    const host = hostOf(anchor)
    return host !== null && idOf(host) === undefined
  })
  const { offset } = dimension
  if (anchored) {
    // What it measures stays: its row is shifted.
    const by = cross(unitAt(dimension.direction), turnlessShift(map))
    return {
      ...dimension,
      offset:
        offset.in === 'paper'
          ? { in: 'paper', paperMm: offset.paperMm + by / scale }
          : { in: 'real', mm: offset.mm + by },
    }
  }
  const flip = mirrors(map) ? -1 : 1
  return {
    ...dimension,
    anchors: dimension.anchors.map((anchor) => carryAnchor(anchor, carry)),
    direction: turnedAngle(map, dimension.direction),
    offset:
      offset.in === 'paper'
        ? { in: 'paper', paperMm: offset.paperMm * flip }
        : { in: 'real', mm: offset.mm * flip * enlargement(map) },
  }
}

const turnlessShift = (map: Affine): Point => ({ x: map.e, y: map.f })

function carryHatch(hatch: Hatch, { map, idOf }: Carry): Hatch {
  const { region, filling } = hatch
  const items = region.by === 'items' ? region.items.map(idOf) : []
  return {
    ...hatch,
    region:
      region.by === 'point'
        ? { ...region, at: applyTo(map, region.at) }
        : region.by === 'items' && items.every((id): id is Id => id !== undefined)
          ? { by: 'items', items }
          : { by: 'outline' },
    outlines: hatch.outlines.map((path) => mapPath(map, path) as Hatch['outlines'][0]),
    filling:
      filling.with === 'pattern'
        ? {
            ...filling,
            origin: applyTo(map, filling.origin),
            turn: turnedAngle(map, filling.turn),
          }
        : filling,
  }
}

/** One record under a map that keeps shapes. Lettering and blocks keep their size; lettering is never mirrored. */
function carried(record: AnyRecord, carry: Carry, project: Project): AnyRecord {
  const { map } = carry
  switch (record.kind) {
    case 'wall':
      return mapWall(map, record)
    case 'opening': {
      const wall = project.need('wall', record.wall)
      const factor = enlargement(map)
      const whole = edgeLength(wallAxis(wall))
      const along = record.along * factor
      return mirrors(map)
        ? {
            ...record,
            along: whole * factor - along,
            hand: record.hand === 'start' ? 'end' : 'start',
            ...(record.round ? { round: record.round === 'start' ? 'end' : 'start' } : {}),
          }
        : { ...record, along }
    }
    case 'column':
      return { ...record, at: applyTo(map, record.at), turn: turnedAngle(map, record.turn) }
    case 'placement': {
      const mirrored = mirrors(map) ? !record.mirrored : record.mirrored
      // The block's own x axis as it lies now, and as it will lie.
      const axis = times(unitAt(record.turn), record.mirrored ? -1 : 1)
      const now = turned(map, axis)
      return {
        ...record,
        at: applyTo(map, record.at),
        turn: normalAngle(angleOf(mirrored ? times(now, -1) : now)),
        mirrored,
      }
    }
    case 'note': {
      const turn = upright(turnedAngle(map, record.turn ?? 0))
      const { turn: _, ...rest } = record
      return { ...rest, at: applyTo(map, record.at), ...(Math.abs(turn) > 1e-9 ? { turn } : {}) }
    }
    case 'leader': {
      const tip = carryAnchor(record.tip, carry)
      const follows = tip !== record.tip
      const elbow = turned(map, record.elbowPaperMm)
      const factor = 1 / enlargement(map)
      if (follows) return { ...record, tip, elbowPaperMm: times(elbow, factor) }
      const by = times(turnlessShift(map), 1 / carry.scale)
      return { ...record, elbowPaperMm: add(record.elbowPaperMm, by) }
    }
    case 'dimension':
      return carryDimension(record, carry)
    case 'linework':
      return { ...record, shape: mapShape(map, record.shape) as Shape }
    case 'hatch':
      return carryHatch(record, carry)
    case 'gridLine':
      return { ...record, a: applyTo(map, record.a), b: applyTo(map, record.b) }
    case 'guide':
      return { ...record, through: applyTo(map, record.through), angle: turnedAngle(map, record.angle) }
    case 'stair': {
      const flip = mirrors(map)
      return {
        ...record,
        at: applyTo(map, record.at),
        turn: turnedAngle(map, record.turn),
        ...(flip ? { hand: otherHand(record.hand), rails: otherRails(record.rails) } : {}),
      }
    }
    case 'ramp':
      return {
        ...record,
        at: applyTo(map, record.at),
        turn: turnedAngle(map, record.turn),
        ...(mirrors(map) ? { rails: otherRails(record.rails) } : {}),
      }
    case 'rail':
      return { ...record, path: stored(mapPath(map, record.path)) }
    case 'slab':
    case 'void':
      return { ...record, outline: stored(mapPath(map, record.outline)) }
    case 'roof':
      return {
        ...record,
        outline: stored(mapPath(map, record.outline)),
        turn: turnedAngle(map, record.turn),
      }
    case 'overhead': {
      const { shape } = record
      return shape.by === 'outline'
        ? { ...record, shape: { ...shape, outline: stored(mapPath(map, shape.outline)) } }
        : {
            ...record,
            shape: {
              ...shape,
              a: applyTo(map, shape.a),
              b: applyTo(map, shape.b),
              width: shape.width * enlargement(map),
            },
          }
    }
    case 'separator':
      return { ...record, a: applyTo(map, record.a), b: applyTo(map, record.b) }
    case 'room':
      return {
        ...record,
        at: applyTo(map, record.at),
        ...(record.tagAt ? { tagAt: applyTo(map, record.tagAt) } : {}),
      }
    case 'viewport':
      return { ...record, at: applyTo(map, record.at) }
    default:
      throw new EditRefused(`A ${record.kind} cannot be moved or copied.`)
  }
}

const otherHand = (hand: Stair['hand']): Stair['hand'] => (hand === 'left' ? 'right' : 'left')
const otherRails = (rails: Stair['rails']): Stair['rails'] =>
  rails === 'left' ? 'right' : rails === 'right' ? 'left' : rails
const stored = ({ vertices, closed }: Path): Slab['outline'] => ({ vertices: [...vertices], closed })

/** Lettering reads from below or from the right. */
function upright(angle: number): number {
  const turn = normalAngle(angle)
  if (turn > Math.PI / 2 + 1e-6) return turn - Math.PI
  if (turn <= -Math.PI / 2 + 1e-6) return turn + Math.PI
  return turn
}

function refuseNonsense(map: Affine): void {
  if (![map.a, map.b, map.c, map.d, map.e, map.f].every(Number.isFinite))
    throw new EditRefused('That is no place to go to.')
  const factor = enlargement(map)
  if (!(factor > 1e-6 && factor < 1e6))
    throw new EditRefused('Scale by a factor above 0, and below a million.')
}

const scaleOf = (project: Project, record: AnyRecord): number =>
  'drawing' in record && record.drawing !== undefined
    ? (project.find('drawing', record.drawing)?.readingScale ?? 1)
    : 1

/**
 * Moves, turns, mirrors or scales records. Openings go with their walls, dimensions and leaders with what they
 * hold on to. The map must keep shapes.
 */
export function mapItems(project: Project, ids: readonly Id[], map: Affine): Change {
  refuseNonsense(map)
  refuseLocked(project, ids)
  const chosen = new Set(ids)
  const movesWalls = ids.some((id) => project.get(id)?.kind === 'wall')
  const put = new Map<Id, AnyRecord>()
  for (const id of chosen) {
    const record = project.get(id)!
    const carry: Carry = {
      map,
      scale: scaleOf(project, record),
      idOf: (other) => (isCarried(project, chosen, other) ? other : undefined),
    }
    if (record.kind === 'opening') continue
    if (record.kind === 'viewport' && record.locked)
      throw new EditRefused('This viewport is locked in its place. Unlock it first.')
    // A room moved without walls stays the room it is: its tag moves.
    if (record.kind === 'room' && !movesWalls)
      put.set(id, { ...record, tagAt: applyTo(map, record.tagAt ?? record.at) })
    else put.set(id, carried(record, carry, project))
    if (record.kind !== 'wall') continue
    if (!mirrors(map) && Math.abs(enlargement(map) - 1) < 1e-12) continue
    for (const opening of openingsOn(project, id)) put.set(opening.id, carried(opening, carry, project))
  }
  for (const id of chosen) {
    const record = project.get(id)!
    if (record.kind === 'opening' && !chosen.has(record.wall)) {
      if (Math.abs(enlargement(map) - 1) > 1e-9)
        throw new EditRefused('A door or window is scaled with its wall, or by its width.')
      put.set(id, carryOpening(project, record, map))
    }
  }
  if (put.size === 0) throw new EditRefused('Nothing of this can be moved.')
  return { put: [...put.values()], drop: [] }
}

/** Whether a record is carried along: chosen itself, or an opening of a chosen wall. */
function isCarried(project: Project, chosen: ReadonlySet<Id>, id: Id): boolean {
  if (chosen.has(id)) return true
  const record = project.get(id)
  return record?.kind === 'opening' && chosen.has(record.wall)
}

const openingsOn = (project: Project, wall: Id): Extract<AnyRecord, { kind: 'opening' }>[] =>
  project.dependents(wall).flatMap((id) => project.find('opening', id) ?? [])

/**
 * Copies records, once for each map. What hangs together stays so: openings come with their walls, copied
 * dimensions hold on to copied things, and groups of copied things are copied.
 */
export function copyItems(
  project: Project,
  ids: readonly Id[],
  maps: readonly Affine[],
  makeId: MakeId,
  into?: { readonly drawing: Id; readonly level: Id },
): Change {
  for (const map of maps) refuseNonsense(map)
  refuseLocked(project, ids)
  const chosen = withOpenings(project, ids)
  if (chosen.length === 0) throw new EditRefused('Select what is to be copied.')
  if (chosen.length * maps.length > MOST_COPIES)
    throw new EditRefused(
      `That would make ${(chosen.length * maps.length).toLocaleString('en')} copies; at most ${MOST_COPIES.toLocaleString('en')} go at a time.`,
    )
  const groups = project.all('group').filter((group) => group.members.every((id) => chosen.includes(id)))
  const put: AnyRecord[] = []
  for (const map of maps) put.push(...copiesOnce(project, chosen, map, makeId, into))
  const copies = numbered(project, named(project, put))
  return { put: [...copies, ...groupCopies(groups, chosen, copies, maps.length, makeId, into)], drop: [] }
}

function withOpenings(project: Project, ids: readonly Id[]): Id[] {
  const chosen = new Set<Id>(ids)
  for (const id of ids) {
    const record = project.get(id)
    if (record?.kind === 'wall') for (const opening of openingsOn(project, id)) chosen.add(opening.id)
  }
  // Walls come before what stands in them.
  return [...chosen].sort(
    (p, q) => Number(project.get(p)?.kind === 'opening') - Number(project.get(q)?.kind === 'opening'),
  )
}

function copiesOnce(
  project: Project,
  chosen: readonly Id[],
  map: Affine,
  makeId: MakeId,
  into: { readonly drawing: Id; readonly level: Id } | undefined,
): AnyRecord[] {
  const fresh = new Map(chosen.map((id) => [id, makeId()]))
  const alone: Opening[] = []
  return chosen.map((id) => {
    const record = project.get(id)!
    if (record.kind === 'opening' && !fresh.has(record.wall)) {
      const copy = { ...carryOpening(project, record, map), id: fresh.get(id)! }
      refuseOver(project, copy, alone)
      alone.push(copy)
      return copy
    }
    const carry: Carry = { map, scale: scaleOf(project, record), idOf: (other) => fresh.get(other) }
    const made = { ...carried(record, carry, project), id: fresh.get(id)! } as AnyRecord
    if (made.kind === 'opening') return { ...made, wall: fresh.get(made.wall)! }
    if (!into) return made
    if ('drawing' in made) return { ...made, drawing: into.drawing } as AnyRecord
    return 'level' in made ? ({ ...made, level: into.level } as AnyRecord) : made
  })
}

function groupCopies(
  groups: readonly Extract<AnyRecord, { kind: 'group' }>[],
  chosen: readonly Id[],
  put: readonly AnyRecord[],
  times: number,
  makeId: MakeId,
  into: { readonly drawing: Id } | undefined,
): AnyRecord[] {
  return groups.flatMap((group) =>
    Array.from({ length: times }, (_, n): AnyRecord => ({
      ...group,
      id: makeId(),
      drawing: into?.drawing ?? group.drawing,
      members: group.members.map((id) => put[n * chosen.length + chosen.indexOf(id)]!.id),
    })),
  )
}

/** The map that mirrors about the line through a and b. */
export function mirrorAbout(a: Point, b: Point): Affine {
  const u = subtract(b, a)
  const square = u.x * u.x + u.y * u.y
  if (!(square > 0)) throw new EditRefused('The mirror line needs two different points.')
  const c = (u.x * u.x - u.y * u.y) / square
  const s = (2 * u.x * u.y) / square
  return { a: c, b: s, c: s, d: -c, e: a.x - c * a.x - s * a.y, f: a.y - s * a.x + c * a.y }
}

/** The map that scales evenly about a point. */
export const scaleAbout = ({ x, y }: Point, factor: number): Affine => ({
  ...IDENTITY,
  a: factor,
  d: factor,
  e: x - x * factor,
  f: y - y * factor,
})

/**
 * The map that brings p on p2 and turns the direction p→q into p2→q2; with `scaled` also its length. Throws a
 * sentence when two of the points fall together.
 */
export function alignMap(p: Point, q: Point, p2: Point, q2: Point, scaled: boolean): Affine {
  const from = subtract(q, p)
  const to = subtract(q2, p2)
  const length = Math.hypot(from.x, from.y)
  const other = Math.hypot(to.x, to.y)
  if (length < 1e-3 || other < 1e-3) throw new EditRefused('Each pair needs two different points.')
  const turn = angleOf(to) - angleOf(from)
  const factor = scaled ? other / length : 1
  const cos = Math.cos(turn) * factor
  const sin = Math.sin(turn) * factor
  return {
    a: cos,
    b: sin,
    c: -sin,
    d: cos,
    e: p2.x - cos * p.x + sin * p.y,
    f: p2.y - sin * p.x - cos * p.y,
  }
}
