import { ABOVE_LINEWORK, pictureOf, turnedSheet } from '../annotate'
import { isDrawn, type Part, type Picture, type PlanLook, type Scene } from '../derive'
import { placedOn, type GivenPlace } from '../edit'
import { standsIn } from '../kinds'
import { levelTurn } from '../lettering'
import { layerOf } from '../library'
import {
  asRead,
  inPlace,
  ownPlace,
  type Dimension,
  type Id,
  type Leader,
  type OwnPlace,
  type Placed,
} from '../records'
import { roomsOf } from '../rooms'
import { holdAnchor } from '../ties'
import { isLettered } from './clashes'
import { Ground } from './ground'
import type { Ink } from './ink'
import { markUnit } from './markUnit'
import { figureUnits, rowUnit } from './rowUnits'
import { findingPlaces } from './solve'
import {
  FAR_WAYS,
  NEAR_WAYS,
  leaderUnit,
  levelMarkUnit,
  symbolUnit,
  noteUnit,
  tagUnit,
  type Means,
  type TidyUnit,
} from './units'

/** What tidying comes to. */
export interface Tidied {
  /** What stands elsewhere, and what its place is made of there. */
  readonly moves: readonly GivenPlace[]
  /** What could not be cleared. */
  readonly left: readonly Id[]
}

/** What may be moved: all of the board that reads there, or some of it; never what is pinned or locked. */
function movable(scene: Scene, look: PlanLook, only: ReadonlySet<Id> | null): Placed[] {
  const { project, board, viewport } = scene
  return placedOn(project, board.id).flatMap((stored): Placed[] => {
    // Angles and arcs are tied to what they measure on all sides.
    if (stored.kind === 'roundDimension' || stored.pinned) return []
    // Openings stand in the walls of their plan.
    if ((only && !only.has(stored.id)) || !(stored.kind === 'opening' || standsIn(board, stored))) return []
    const record = asRead(stored, { scale: look.scale, viewport })
    if (!record || !isDrawn(project, record, look) || layerOf(project, record).locked) return []
    return [record]
  })
}

/** Texts of leaders that stand so near to a column are set into it, mm on paper. */
const COLUMN = 8

/** How far the texts of leaders stand from the column of their neighbours, mm on paper; those of none are left out. */
function columns(leaders: readonly Leader[], { scene, scale }: Means): Map<Id, number> {
  const found = new Map<Id, number>()
  const sheet = turnedSheet(-levelTurn(scene.turned))
  for (const sense of [1, -1]) {
    const texts = leaders
      .filter(({ elbowPaperMm }) => (sheet.to(elbowPaperMm).x < 0 ? -1 : 1) === sense)
      .map((leader) => ({
        id: leader.id,
        x: sheet.to(holdAnchor(leader.tip, scene).point).x / scale + sheet.to(leader.elbowPaperMm).x,
      }))
      .sort((p, q) => p.x - q.x)
    let from = 0
    for (let i = 1; i <= texts.length; i++) {
      if (i < texts.length && texts[i]!.x - texts[from]!.x <= COLUMN) continue
      const mine = texts.slice(from, i)
      // The middle one stays; an even number keeps to the one nearer to what they point to.
      const at = mine[Math.floor((mine.length - 1) / 2)]!.x
      if (mine.length > 1) for (const { id, x } of mine) found.set(id, at - x)
      from = i
    }
  }
  return found
}

/**
 * Finds places for the annotation of a board, at a scale and as in a viewport, in which every letter is clear of letters, of what
 * is cut, and of the lines of annotation: first for rows, then for figures, notes, leaders, level marks and tags, each as near to
 * where it was as goes. The same input gives the same places. In small steps.
 * @param only what may be moved; null: all
 * @param alone what is moved gets a place of its own there
 */
export function* tidying(
  scene: Scene,
  look: PlanLook,
  only: ReadonlySet<Id> | null = null,
  alone = false,
): Generator<void, Tidied> {
  const picture = pictureOf(scene, look)
  yield
  const records = movable(scene, look, only)
  const moving = new Set(records.map(({ id }) => id))
  const isMoving = (part: Part): boolean =>
    part.source !== null && moving.has(part.source) && isLettered(part)
  const { scale } = look
  const rows = records.filter((record): record is Dimension => record.kind === 'dimension')
  const places = new Map<Id, OwnPlace<Placed>>()

  const laidRows = yield* tidyingRows(rows, picture, isMoving, { scene, scale }, places)

  // Rows stand still from here on, without their figures.
  const rests: Ink[] = []
  const ground = new Ground(picture, isMoving)
  const means: Means = { scene, scale, ground, ways: NEAR_WAYS }
  const units: TidyUnit[] = []
  for (const row of laidRows) {
    const { units: figures, rest } = figureUnits(row, means)
    units.push(...figures)
    rests.push(rest)
    yield
  }
  ground.lay(rests)
  const texts = textUnits(records, picture, means)
  units.push(...texts)
  yield
  let chosen = yield* findingPlaces(units)
  const astray = new Set([...chosen.struck].flatMap((i) => (units[i]!.figure ? [] : [units[i]!.id])))
  if (astray.size > 0) {
    // What is not cleared nearby may go further, from where all came to stand.
    const far = new Map(
      textUnits(
        records.filter(({ id }) => astray.has(id)),
        picture,
        { ...means, ways: FAR_WAYS },
      ).map((unit) => [unit.id, unit] as const),
    )
    const choice = units.map((unit, i) => (!unit.figure && far.has(unit.id) ? 0 : chosen.choice[i]!))
    units.forEach((unit, i) => {
      if (!unit.figure) units[i] = far.get(unit.id) ?? unit
    })
    chosen = yield* findingPlaces(units, choice)
  }
  const left = new Set<Id>()
  const figuresOf = new Map<Id, { readonly unit: TidyUnit; readonly c: number }[]>()
  for (const [i, unit] of units.entries()) {
    const c = chosen.choice[i]!
    if (chosen.struck.has(i)) left.add(unit.id)
    if (unit.figure) figuresOf.set(unit.id, [...(figuresOf.get(unit.id) ?? []), { unit, c }])
    else if (c !== 0) places.set(unit.id, unit.candidates[c]!.own)
  }
  for (const row of laidRows) {
    const moved = movedFigures(row, figuresOf.get(row.id) ?? [])
    if (moved) places.set(row.id, moved)
  }
  const reading = { scale, viewport: scene.viewport }
  return {
    moves: [...places].map(([id, own]) => ({ id, own, reading, alone })),
    left: [...left],
  }
}

/** The place of a row some of whose figures are moved; null: none is. */
function movedFigures(
  row: Dimension,
  figures: readonly { readonly unit: TidyUnit; readonly c: number }[],
): OwnPlace<Dimension> | null {
  if (figures.every(({ c }) => c === 0)) return null
  const { moved: before = [], ...own } = ownPlace(row)
  const isOf = (unit: TidyUnit, [p, q]: readonly [number, number]): boolean =>
    (p === unit.figure![0] && q === unit.figure![1]) || (p === unit.figure![1] && q === unit.figure![0])
  let moved = before
  for (const { unit, c } of figures) {
    if (c === 0) continue
    const theirs = (unit.candidates[c]!.own as OwnPlace<Dimension>).moved?.find(({ between }) =>
      isOf(unit, between),
    )
    moved = [...moved.filter(({ between }) => !isOf(unit, between)), ...(theirs ? [theirs] : [])]
  }
  return moved.length > 0 ? { ...own, moved } : own
}

const goesOut = (row: Dimension, followed: ReadonlySet<Id>): boolean =>
  row.offset.in === 'row' && !followed.has(row.id)

/** Rows where they stand best; what is to be moved after them is not in their way. */
function* tidyingRows(
  rows: readonly Dimension[],
  picture: Picture,
  isMoving: (part: Part) => boolean,
  { scene, scale }: Pick<Means, 'scene' | 'scale'>,
  places: Map<Id, OwnPlace<Placed>>,
): Generator<void, Dimension[]> {
  // What others are in line with stays, and they with it.
  const followed = new Set(rows.flatMap(({ offset }) => (offset.in === 'line' ? [offset.of] : [])))
  const still = new Set(rows.filter((row) => !goesOut(row, followed)).map(({ id }) => id))
  const ground = new Ground(picture, (part) => isMoving(part) && !still.has(part.source!))
  const units: TidyUnit[] = []
  for (const row of rows) {
    const unit = still.has(row.id) ? null : rowUnit(row, { scene, scale, ground })
    if (unit) units.push(unit)
    yield
  }
  const { choice } = yield* findingPlaces(units)
  const moved = new Map<Id, OwnPlace<Placed>>()
  units.forEach((unit, i) => {
    if (choice[i] !== 0) moved.set(unit.id, unit.candidates[choice[i]!]!.own)
  })
  for (const [id, own] of moved) places.set(id, own)
  return rows.map((row) => {
    const own = moved.get(row.id)
    return own ? inPlace(row, own as OwnPlace<Dimension>) : row
  })
}

/** Notes, leaders, level marks, tags and numbers. */
function textUnits(records: readonly Placed[], picture: Picture, means: Means): TidyUnit[] {
  const { scene } = means
  const inColumn = columns(
    records.filter((record): record is Leader => record.kind === 'leader'),
    means,
  )
  const spaces = new Map(
    scene.view === 'plan'
      ? roomsOf(scene.project, scene.building).map(({ room, space }) => [room.id, space] as const)
      : [],
  )
  return records.flatMap((record): TidyUnit[] => {
    switch (record.kind) {
      case 'note':
        return [noteUnit(record, means)]
      case 'leader':
        return [leaderUnit(record, inColumn.get(record.id) ?? null, means)]
      case 'levelMark':
        return [levelMarkUnit(record, means)]
      case 'symbol':
        return [symbolUnit(record, means) ?? []].flat()
      case 'room': {
        const [part] = picture.of(record.id).filter(({ rank }) => rank.by === 'others')
        const unit = part && tagUnit(record, part, spaces.get(record.id) ?? null, means)
        return unit ? [unit] : []
      }
      case 'opening': {
        const wall = scene.building?.get(record.wall)
        const drawn = wall && picture.of(record.id).some(({ rank }) => rank === ABOVE_LINEWORK.marks)
        return drawn ? [markUnit(record, wall.shape, means)] : []
      }
      case 'dimension':
      case 'roundDimension':
        return []
    }
  })
}
