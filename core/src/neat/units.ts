import { TAG_HEIGHT, layAnnotation, liesWithin, noteSize, saidAt, saidMoved, turnedSheet } from '../annotate'
import type { Part, Scene } from '../derive'
import { extentOf, type DisplayList } from '../display'
import { growBox, joinBoxes, type Box, type Point } from '../geometry'
import { levelTurn } from '../lettering'
import {
  SYMBOL_FORMS,
  ownPlace,
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
import { inkOf, inked, type Ink } from './ink'
import { boxAround, shifted, shrunk } from './slab'
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

/** How far texts may go, mm on paper, and in so many directions; what is not cleared so may go as far again. */
const NEAR = [2, 3.5, 5, 7, 10, 14, 18] as const
const FAR = [...NEAR, 23, 29, 36, 44] as const
const DIRECTIONS = 8

/** Whither what is tidied may go. */
export interface Ways {
  /** Along a line, mm on paper. */
  readonly along: readonly number[]
  /** Around the place it has, mm on paper. */
  readonly around: readonly Point[]
  readonly furthest: number
}

const ways = (along: readonly number[]): Ways => ({
  along,
  around: along.flatMap((away) =>
    Array.from({ length: DIRECTIONS }, (_, k) => {
      const angle = (2 * Math.PI * k) / DIRECTIONS
      return { x: away * Math.cos(angle), y: away * Math.sin(angle) }
    }),
  ),
  furthest: along.at(-1)!,
})
export const NEAR_WAYS = ways(NEAR)
export const FAR_WAYS = ways(FAR)

/**
 * A way whose ink and place are worked out when they are asked for.
 * @param room it keeps around its letters, mm
 */
export function way(cost: number, place: () => OwnPlace<Placed>, lay: () => Ink, room: number): Way {
  let ink: Ink | null = null
  let roomy: Ink | null = null
  return {
    cost,
    get own() {
      return place()
    },
    get ink() {
      return (ink ??= lay())
    },
    get roomy() {
      return (roomy ??= grown(this.ink, room))
    },
  }
}

/** Ink with some room around its letters. */
const grown = (ink: Ink, room: number): Ink =>
  room === 0
    ? ink
    : { ...ink, letters: ink.letters.map((each) => ({ ...each, slab: shrunk(each.slab, -room) })) }

/** What is moved keeps so far from all else, mm on paper; figures less, whose leads come as near. */
export const ROOM = { texts: 0.35, figures: 0.2 } as const

export const boxOfInk = ({ letters, lines }: Ink): Box => {
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
  inkOfItems: (items: DisplayList) => Ink = (items) => inked(items, record.id),
): TidyUnit {
  const candidates = [{ made: () => record, cost: 0 }, ...places].map(({ made, cost }, i) =>
    way(
      cost,
      () => ownPlace(made()),
      () => inkOfItems(layAnnotation(made(), scene, scale, true)),
      i === 0 ? 0 : ROOM.texts * scale,
    ),
  )
  return {
    id: record.id,
    candidates,
    reach: growBox(boxOfInk(candidates[0]!.ink), far * scale),
    eager,
    fixed: (ink) => ground.cost(ink),
  }
}

/** What units are made by. */
export interface Means {
  readonly scene: Scene
  /** Real mm to one paper mm. */
  readonly scale: number
  readonly ground: Ground
  readonly ways: Ways
}

/** A note may be broken into lines so wide, as parts of how wide it is; what that costs, mm of way. */
const BROKEN = [
  { part: 0.55, cost: 8 },
  { part: 0.36, cost: 12 },
] as const
/** No line is broken narrower than this, as a multiple of its height. */
const NARROWEST = 6
/** Broken it goes no further, mm on paper. */
const NEARBY = 10

/** A note, which may go elsewhere, or be broken into more lines. */
export function noteUnit(note: Note, means: Means): TidyUnit {
  const { scale, ways, scene } = means
  const moved = (from: Note, { x, y }: Point): Note => ({
    ...from,
    at: { x: from.at.x + x * scale, y: from.at.y + y * scale },
  })
  const width = noteSize(note, scene, scale).width
  const broken = BROKEN.flatMap(({ part, cost }) => {
    const widthPaperMm = Math.round(width * part * 2) / 2
    if (widthPaperMm < NARROWEST * note.heightPaperMm || !/\S\s+\S/.test(note.text)) return []
    const narrow = { ...note, widthPaperMm }
    const nearby = ways.around.filter(({ x, y }) => Math.hypot(x, y) <= NEARBY)
    return [{ x: 0, y: 0 }, ...nearby].map((by) => ({
      made: () => moved(narrow, by),
      cost: cost + Math.hypot(by.x, by.y),
    }))
  })
  const whole = ways.around.map((by) => ({ made: () => moved(note, by), cost: Math.hypot(by.x, by.y) }))
  return laid(note, [...whole, ...broken], ways.furthest, means)
}

/** Standing in line with others is worth so much, mm of way, and the way there counts for so much of itself. */
const IN_LINE = 3
const TO_COLUMN = 0.2

/**
 * A leader, whose text may go elsewhere.
 * @param column how far its text stands from the column of its neighbours, mm on paper; null: it is in none
 */
export function leaderUnit(leader: Leader, column: number | null, means: Means): TidyUnit {
  const { ways, scene } = means
  // In line with each other where it is seen.
  const sheet = turnedSheet(-levelTurn(scene.turned))
  const { x, y } = sheet.to(leader.elbowPaperMm)
  const to = (dx: number, dy: number): Leader => ({
    ...leader,
    elbowPaperMm: sheet.back({ x: x + dx, y: y + dy }),
  })
  const free = ways.around
    .filter((by) => (x + by.x) * x > 0 || x === 0)
    .map((by) => ({
      made: () => to(by.x, by.y),
      cost: Math.hypot(by.x, by.y),
    }))
  const lined =
    column === null
      ? []
      : [0, ...ways.along.flatMap((away) => [away, -away])].map((dy) => ({
          made: () => to(column, dy),
          cost: Math.abs(column) * TO_COLUMN + Math.abs(dy) - IN_LINE,
        }))
  return laid(leader, [...lined, ...free], ways.furthest + Math.abs(column ?? 0), means, column !== null)
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

/**
 * A symbol that may stand elsewhere, or what it says; the reference line of a weld keeps to its side of the joint. Null for one
 * that holds on to something and says nothing.
 */
export function symbolUnit(symbol: PaperSymbol, means: Means): TidyUnit | null {
  const { scene, scale, ways } = means
  const at = saidAt(symbol, scene, scale)
  const moved = (
    made: (by: Point) => PaperSymbol,
    around: readonly Point[],
    inkOfItems?: (items: DisplayList) => Ink,
  ): TidyUnit =>
    laid(
      symbol,
      around.map((by) => ({ made: () => made(by), cost: Math.hypot(by.x, by.y) })),
      ways.furthest,
      means,
      false,
      inkOfItems,
    )
  /** Nothing of other annotation is to run through it. */
  const whole = (items: DisplayList): Ink => {
    const ink = inked(items, symbol.id)
    const { minX, minY, maxX, maxY } = extentOf(items)
    const slab = { x: minX, y: minY, ux: 1, uy: 0, long: maxX - minX, high: maxY - minY }
    const body = { slab, depth: 0, clear: true, framed: false, source: symbol.id }
    return { letters: [body], lines: [], shapes: [], papers: ink.papers }
  }
  if (at) {
    const shift = saidMoved(symbol, scene, at, scale)
    return moved(
      ({ x, y }) => ({ ...symbol, shiftPaperMm: { x: shift.x + x, y: shift.y + y } }),
      ways.around.filter(({ x }) => symbol.form !== 'weld' || (shift.x + x) * shift.x > 0),
    )
  }
  if (SYMBOL_FORMS[symbol.form].holds !== 'nothing' || symbol.anchors.some(({ to }) => to !== 'point'))
    return null
  return moved(
    ({ x, y }) => {
      const anchors = symbol.anchors.map((anchor) => ({
        ...anchor,
        last: { x: anchor.last.x + x * scale, y: anchor.last.y + y * scale },
      }))
      return { ...symbol, anchors }
    },
    ways.around,
    whole,
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
  const { scale, ground, ways } = means
  const texts = part.items.flatMap((item) => (item.kind === 'text' ? [item] : []))
  const [name, figures] = texts
  if (!name || !figures) return null
  const at = { x: name.x + name.width / 2, y: figures.y + (TAG_HEIGHT * scale) / 2 }
  const ink = inkOf(part)
  const around = boxOfInk(ink)
  const { tagAt: _, ...own } = ownPlace(room)
  const steps = ways.around.map(({ x, y }) => ({ x: x * scale, y: y * scale }))
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
        0,
      ),
      ...within.map(({ x, y }) =>
        way(
          Math.hypot(x, y) / scale,
          () => ({ ...own, tagAt: { x: at.x + x, y: at.y + y } }),
          () => movedInk(ink, x, y),
          ROOM.texts * scale,
        ),
      ),
    ],
    reach: growBox(around, ways.furthest * scale),
    fixed: (ink) => ground.cost(ink),
  }
}
