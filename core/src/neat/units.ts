import { TAG_HEIGHT, layAnnotation, layDimension, liesWithin, saidAt, saidMoved } from '../annotate'
import type { Part, Scene } from '../derive'
import { NOTHING, growBox, joinBoxes, type Box, type Point } from '../geometry'
import { styleOf } from '../library'
import {
  ownPlace,
  type Dimension,
  type Id,
  type Leader,
  type LevelMark,
  type Note,
  type OwnPlace,
  type PaperSymbol,
  type Placed,
  type Room,
} from '../records'
import type { Space } from '../rooms'
import type { Ground } from './ground'
import { inkOf, inked, type Ink, type Letters } from './ink'
import { boxAround, shifted } from './slab'
import type { Candidate, Unit } from './solve'

/** A way in which annotation may stand: what its place is made of there. */
export interface Way extends Candidate {
  readonly own: OwnPlace<Placed>
}

/** Annotation that finds its place, or one of its figures. */
export interface TidyUnit extends Unit<Way> {
  readonly id: Id
  /** The figure of a row, by the numbers of the points it is measured between. */
  readonly figure?: readonly [number, number]
}

/** Far ways that texts may go, mm on paper, and in so many directions. */
const AWAY = [2, 3.5, 5, 7, 10, 14, 18] as const
const DIRECTIONS = 8

/** The places around the one something has, mm on paper. */
const AROUND: readonly Point[] = AWAY.flatMap((away) =>
  Array.from({ length: DIRECTIONS }, (_, k) => {
    const angle = (2 * Math.PI * k) / DIRECTIONS
    return { x: away * Math.cos(angle), y: away * Math.sin(angle) }
  }),
)
const FURTHEST = AWAY.at(-1)!

/** A way whose ink and place are worked out when they are asked for. */
function way(cost: number, place: () => OwnPlace<Placed>, lay: () => Ink): Way {
  let ink: Ink | null = null
  return {
    cost,
    get own() {
      return place()
    },
    get ink() {
      return (ink ??= lay())
    },
  }
}

const boxOfInk = ({ letters, lines }: Ink): Box => {
  let box: Box = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity }
  for (const { slab } of letters) box = joinBoxes(box, boxAround(slab))
  for (let i = 0; i + 1 < lines.length; i += 2)
    box = joinBoxes(box, { minX: lines[i]!, maxX: lines[i]!, minY: lines[i + 1]!, maxY: lines[i + 1]! })
  return box
}

/** What is laid out by itself under another place. */
function laid<R extends Note | Leader | LevelMark | PaperSymbol>(
  record: R,
  places: readonly { readonly made: () => R; readonly cost: number }[],
  far: number,
  { scene, scale, ground }: Means,
  eager = false,
): TidyUnit {
  const candidates = [{ made: () => record, cost: 0 }, ...places].map(({ made, cost }) =>
    way(
      cost,
      () => ownPlace(made()),
      () => inked(layAnnotation(made(), scene, scale, true), record.id),
    ),
  )
  return {
    id: record.id,
    candidates,
    reach: growBox(boxOfInk(candidates[0]!.ink), far * scale),
    eager,
    fixed: ({ ink }) => ground.cost(ink),
  }
}

/** What units are made by. */
export interface Means {
  readonly scene: Scene
  /** Real mm to one paper mm. */
  readonly scale: number
  readonly ground: Ground
}

export const noteUnit = (note: Note, means: Means): TidyUnit =>
  laid(
    note,
    AROUND.map(({ x, y }) => ({
      made: () => ({ ...note, at: { x: note.at.x + x * means.scale, y: note.at.y + y * means.scale } }),
      cost: Math.hypot(x, y),
    })),
    FURTHEST,
    means,
  )

/** Standing in line with others is worth so much, mm of way, and the way there counts for so much of itself. */
const IN_LINE = 3
const TO_COLUMN = 0.2

/**
 * A leader, whose text may go elsewhere.
 * @param column how far its text stands from the column of its neighbours, mm on paper; null: it is in none
 */
export function leaderUnit(leader: Leader, column: number | null, means: Means): TidyUnit {
  const { x, y } = leader.elbowPaperMm
  const to = (dx: number, dy: number): Leader => ({ ...leader, elbowPaperMm: { x: x + dx, y: y + dy } })
  const free = AROUND.filter((by) => (x + by.x) * x > 0 || x === 0).map((by) => ({
    made: () => to(by.x, by.y),
    cost: Math.hypot(by.x, by.y),
  }))
  const lined =
    column === null
      ? []
      : [0, ...AWAY.flatMap((away) => [away, -away])].map((dy) => ({
          made: () => to(column, dy),
          cost: Math.abs(column) * TO_COLUMN + Math.abs(dy) - IN_LINE,
        }))
  return laid(leader, [...lined, ...free], FURTHEST + Math.abs(column ?? 0), means, column !== null)
}

/** How far the symbol of a level mark may go, mm on paper. */
const SHIFTS = [4, 8, 12] as const

export function levelMarkUnit(mark: LevelMark, means: Means): TidyUnit {
  const now = mark.shiftPaperMm
  const sense = now < 0 ? -1 : 1
  const shifts = [-now, ...SHIFTS.flatMap((by) => [now + sense * by, -now - sense * by])]
  return laid(
    mark,
    shifts.map((shiftPaperMm) => ({
      made: () => ({ ...mark, shiftPaperMm }),
      cost: Math.min(Math.abs(shiftPaperMm - now), 6 + Math.abs(Math.abs(shiftPaperMm) - Math.abs(now))),
    })),
    2 * (Math.abs(now) + SHIFTS.at(-1)!),
    means,
  )
}

/** A symbol that says something, which may stand elsewhere; the reference line of a weld keeps to its side of the joint. */
export const symbolUnit = (symbol: PaperSymbol, means: Means): TidyUnit => {
  const { scene, scale } = means
  const at = saidAt(symbol, scene, scale)!
  const shift = saidMoved(symbol, scene, at, scale)
  const ways = AROUND.filter(({ x }) => symbol.form !== 'weld' || (shift.x + x) * shift.x > 0)
  return laid(
    symbol,
    ways.map(({ x, y }) => ({
      made: () => ({ ...symbol, shiftPaperMm: { x: shift.x + x, y: shift.y + y } }),
      cost: Math.hypot(x, y),
    })),
    FURTHEST,
    means,
  )
}

const movedInk = (ink: Ink, dx: number, dy: number): Ink => ({
  letters: ink.letters.map((each) => ({ ...each, slab: shifted(each.slab, dx, dy) })),
  lines: [],
  shapes: [],
  papers: [],
})

/** The tag of a room, as it is drawn; it stays within the room. */
export function tagUnit(room: Room, part: Part, space: Space | null, means: Means): TidyUnit | null {
  const { scale, ground } = means
  const texts = part.items.flatMap((item) => (item.kind === 'text' ? [item] : []))
  const [name, figures] = texts
  if (!name || !figures) return null
  const at = { x: name.x + name.width / 2, y: figures.y + (TAG_HEIGHT * scale) / 2 }
  const ink = inkOf(part)
  const around = boxOfInk(ink)
  const { tagAt: _, ...own } = ownPlace(room)
  const steps = AROUND.map(({ x, y }) => ({ x: x * scale, y: y * scale }))
  const within = steps.filter(
    ({ x, y }) =>
      !space ||
      liesWithin(
        { minX: around.minX + x, maxX: around.maxX + x, minY: around.minY + y, maxY: around.maxY + y },
        space,
      ),
  )
  return {
    id: room.id,
    candidates: [
      way(
        0,
        () => ownPlace(room),
        () => movedInk(ink, 0, 0),
      ),
      ...within.map(({ x, y }) =>
        way(
          Math.hypot(x, y) / scale,
          () => ({ ...own, tagAt: { x: at.x + x, y: at.y + y } }),
          () => movedInk(ink, x, y),
        ),
      ),
    ],
    reach: growBox(around, FURTHEST * scale),
    fixed: (candidate) => ground.cost(candidate.ink),
  }
}

/** A row may go out by so many rows. */
const MORE_ROWS = 4
/** What it costs to go out by one, mm of way. */
const ROW = 4

/** A row reckoned from the building, which may go further out; and one set further out by hand that may come into line. */
export function rowUnit(row: Dimension, means: Means): TidyUnit | null {
  const { offset } = row
  if (offset.in !== 'row') return null
  const { scene, scale, ground } = means
  const { units } = scene.project.facts
  const { morePaperMm: more, ...even } = offset
  const places = [
    { offset, cost: 0 },
    ...(more === undefined ? [] : [{ offset: even, cost: -1 }]),
    ...Array.from({ length: MORE_ROWS }, (_, k) => ({
      offset: { ...even, row: Math.min(40, offset.row + k + 1) },
      cost: ROW * (k + 1),
    })),
  ]
  const candidates = places.map(({ offset: place, cost }) => {
    const made: Dimension = { ...row, offset: place }
    return way(
      cost,
      () => ownPlace(made),
      () => inked(layDimension(made, scene, scale, units).items, row.id),
    )
  })
  const { rowPaperMm } = styleOf(scene.project, row.style)
  return {
    id: row.id,
    candidates,
    reach: growBox(boxOfInk(candidates[0]!.ink), (MORE_ROWS * rowPaperMm + Math.abs(more ?? 0)) * scale),
    eager: more !== undefined,
    fixed: ({ ink }) => ground.cost(ink),
  }
}

/** So far figures may go along their row, mm on paper; beyond that they would be taken for others'. */
const ALONG = [2, 4, 6, 8] as const
/** How far over or under the line, as a multiple of their height. */
const OVER = 1.75

/** The figures of a row, each of which may be moved along it, over it and beneath it. */
export function figureUnits(
  row: Dimension,
  means: Means,
): { readonly units: TidyUnit[]; readonly rest: Ink } {
  const { scene, scale, ground } = means
  const { project } = scene
  const style = styleOf(project, row.style)
  const laidOut = layDimension(row, scene, scale, project.facts.units)
  const whole = inked(laidOut.items, row.id)
  const rest: Ink = { ...whole, letters: [] }
  if (row.axis !== undefined) return { units: [], rest: whole }
  const own = ownPlace(row)
  const mine = byFigure(whole.letters, laidOut.places)
  const units = laidOut.between.map((between, i): TidyUnit => {
    const letters = mine[i]!
    const [first] = letters
    const u = first ? { x: first.slab.ux, y: first.slab.uy } : { x: 1, y: 0 }
    const isIt = ({ between: [p, q] }: { readonly between: readonly [number, number] }): boolean =>
      (p === between[0] && q === between[1]) || (p === between[1] && q === between[0])
    const others = (own.moved ?? []).filter((each) => !isIt(each))
    const before = own.moved?.find(isIt)?.by ?? { x: 0, y: 0 }
    const steps = [0, OVER * style.textPaperMm, -OVER * style.textPaperMm].flatMap((y) =>
      [0, ...ALONG.flatMap((x) => [x, -x])].map((x) => ({ x, y })),
    )
    const candidates = steps.map(({ x, y }) => {
      const by = { x: before.x + x, y: before.y + y }
      const isMoved = Math.hypot(by.x, by.y) > NOTHING
      const moved = isMoved
        ? [...others, { between: [between[0], between[1]] as [number, number], by }]
        : others
      const { moved: _, ...still } = own
      return way(
        Math.hypot(x, y) + (y === 0 ? 0 : 1),
        () => (moved.length > 0 ? { ...still, moved } : still),
        (): Ink => ({
          letters: letters.map((each) => ({
            ...each,
            slab: shifted(each.slab, (u.x * x - u.y * y) * scale, (u.y * x + u.x * y) * scale),
          })),
          lines: [],
          shapes: [],
          papers: [],
        }),
      )
    })
    return {
      id: row.id,
      figure: between,
      candidates,
      reach: growBox(boxOfInk(candidates[0]!.ink), (ALONG.at(-1)! + OVER * style.textPaperMm) * scale),
      fixed: ({ ink }) => ground.cost(ink),
    }
  })
  return { units: units.filter((_, i) => mine[i]!.length > 0), rest }
}

/** The letters of a row by its figures: each with the figure that is held nearest to it. */
function byFigure(letters: readonly Letters[], places: readonly Point[]): Letters[][] {
  const mine: Letters[][] = places.map(() => [])
  for (const each of letters) {
    const { slab } = each
    const start = { x: slab.x - (slab.uy * slab.high) / 2, y: slab.y + (slab.ux * slab.high) / 2 }
    let [best, least] = [-1, Infinity]
    places.forEach((p, i) => {
      const away = Math.hypot(p.x - start.x, p.y - start.y)
      if (away < least) [best, least] = [i, away]
    })
    mine[best]?.push(each)
  }
  return mine
}
