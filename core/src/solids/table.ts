import {
  forUnplaced,
  type AnyRecord,
  type Id,
  type Project,
  type RecordKind,
  type RecordOf,
} from '../records'
import type { Solid } from '../space'
import { placementSolid } from './blocks'
import { columnSolid, overheadSolid, railSolid, rampSolid, roofSolid, slabSolid, stairSolid } from './fabric'
import { dormerSolid } from './dormers'
import { framingSolid } from './framing'
import { openingSolid } from './openings'
import { openingTypeOf } from '../library'
import { solvedWall } from './ground'
import { plateFrom } from './plateStrips'
import { voidsIn, voidsOn } from './voids'
import { wallSolid } from './walls'

interface SolidKind<R> {
  make(project: Project, record: R): Solid | null
  /** What it is made from besides the record itself and its level: the same again needs no work. */
  from(project: Project, record: R): readonly unknown[]
}
type SolidOf<R> = SolidKind<R> | null

const rooflights = (project: Project): readonly unknown[] =>
  project.all('overhead').filter(({ what }) => what === 'rooflight')
const nothingMore = (): readonly unknown[] => []

function wallFrom(project: Project, { id }: RecordOf<'wall'>): readonly unknown[] {
  const wall = solvedWall(project, id)
  if (!wall) return []
  const { shape, start, end, openings } = wall
  return [
    shape,
    start,
    end,
    openings,
    ...(shape.wall.upTo ? project.all(shape.wall.upTo) : []),
    ...shape.strips.map(({ material }) => project.find('material', material.id)),
    project.find('material', shape.wall.footing?.material ?? ''),
  ]
}

function openingFrom(project: Project, opening: RecordOf<'opening'>): readonly unknown[] {
  const wall = solvedWall(project, opening.wall)
  return [
    wall?.shape,
    wall?.openings.find((fit) => fit.opening.id === opening.id),
    openingTypeOf(project, opening),
    project.find('level', wall?.shape.wall.level ?? ''),
  ]
}

/** A block with those within it. */
function blocksOf(project: Project, id: Id, deep = 0): readonly unknown[] {
  const block = project.find('block', id)
  if (!block || deep > MOST_DEEP) return [block]
  const within = [...block.items, ...(block.front?.items ?? [])]
  return [
    block,
    ...within.flatMap((item) => (item.shape === 'block' ? blocksOf(project, item.block, deep + 1) : [])),
  ]
}
const MOST_DEEP = 8

/** What every kind is in space; null: nothing, it is no more than drawn, or it goes with something else. */
const SOLIDS: { readonly [K in RecordKind]: SolidOf<RecordOf<K>> } = {
  ...forUnplaced(null),
  wall: { make: wallSolid, from: wallFrom },
  opening: { make: openingSolid, from: openingFrom },
  column: {
    make: columnSolid,
    from: (project, { material, footing }) => [
      project.find('material', material),
      project.find('material', footing?.material ?? ''),
    ],
  },
  slab: {
    make: slabSolid,
    from: (project, slab) => [...voidsIn(project, slab), null, ...plateFrom(project, slab)],
  },
  // A hole in a slab.
  void: null,
  stair: { make: stairSolid, from: ({ facts }) => [facts] },
  ramp: { make: rampSolid, from: nothingMore },
  rail: { make: railSolid, from: nothingMore },
  roof: {
    make: roofSolid,
    from: (project, roof) => [
      ...plateFrom(project, roof),
      null,
      ...rooflights(project),
      null,
      ...project.all('dormer'),
      null,
      ...project.all('roof'),
    ],
  },
  dormer: { make: dormerSolid, from: (project) => [...project.all('roof'), null, ...project.all('level')] },
  overhead: {
    make: overheadSolid,
    from: (project, { what }) => (what === 'rooflight' ? project.all('roof') : []),
  },
  framing: {
    make: framingSolid,
    from: (project, row) => [
      project.find('material', row.material),
      ...(row.what === 'joists'
        ? voidsOn(project, row.level)
        : [...rooflights(project), ...project.all('dormer')]),
      null,
      ...(row.what === 'rafters' ? project.all('roof') : []),
    ],
  },
  placement: {
    make: placementSolid,
    from: (project, { block }) => blocksOf(project, block),
  },
  room: null,
  separator: null,
  gridLine: null,
  linework: null,
  hatch: null,
  guide: null,
  dimension: null,
  roundDimension: null,
  leader: null,
  levelMark: null,
  symbol: null,
  note: null,
  viewport: null,
  drawing: null,
}

interface Made {
  readonly from: readonly unknown[]
  readonly solid: Solid | null
}
const made = new WeakMap<AnyRecord, Made>()

/** What a record is in space; null for what is nothing there. The same object while nothing it is made from changes. */
export function solidOf(project: Project, record: AnyRecord): Solid | null {
  const kind = SOLIDS[record.kind] as SolidOf<AnyRecord>
  if (!kind) return null
  const level = 'level' in record && record.level ? project.find('level', record.level) : undefined
  const from = [level, ...kind.from(project, record)]
  const before = made.get(record)
  if (before && before.from.length === from.length && before.from.every((each, i) => each === from[i]))
    return before.solid
  const solid = kind.make(project, record)
  made.set(record, { from, solid })
  return solid
}

/** Whether records of a kind are something in space. */
export const isSolid = (kind: RecordKind): boolean => SOLIDS[kind] !== null
