import { fieldsOf, findBlock } from '../blocks'
import { placementItems, type Scene } from '../derive'
import { strokeItem, textItem, type DisplayItem } from '../display'
import {
  SAME_LENGTH,
  direction,
  distance,
  middle,
  offsetFrom,
  pathOf,
  straight,
  unitAt,
  type Point,
} from '../geometry'
import { levelTurn, upright } from '../lettering'
import { styleOf } from '../library'
import { shiftOfSymbol, type AnnotationStyle, type Id, type PaperSymbol, type Project } from '../records'
import { holdAnchor } from '../ties'
import { laidBack, turnedSheet, type TurnedSheet } from './laidTurned'
import { scaleBarItems } from './scaleBar'
import { PARTS, arrowItem, endItems, lettersOf } from './style'
import { textRead } from './textFields'
import { weldItems } from './weld'

/** A symbol to be drawn: what is stored of it, with what it says as it is read. */
type DrawnSymbol = Pick<
  PaperSymbol,
  'form' | 'shiftPaperMm' | 'weld' | 'turn' | 'block' | 'values' | 'style'
> & {
  readonly id: Id | null
  readonly said: string | undefined
  readonly beneath: string | undefined
}

/** Sizes on paper, mm. */
const NORTH = { ring: 5, tip: 7.5, foot: 3.8, notch: 1.6, half: 2.4, letter: 3.5 } as const
const POINT = { ring: 1.2, arm: 2.4 } as const
const CENTRE = { beyond: 2.5, alone: 3.5 } as const
const BREAK = { beyond: 2, half: 1.2, high: 2.6 } as const
/** Dashes of centre lines: long, short by turns (ISO 128-2, line 04). */
const CHAIN = [9, 1.4, 1, 1.4]
/** From the end of a centre line to its sign. */
const SIGN_GAP = 1.2

/** A symbol at a scale, in real mm. */
export function laySymbol(symbol: PaperSymbol, scene: Scene, scale: number): readonly DisplayItem[] {
  const points = symbol.anchors.map((anchor) => holdAnchor(anchor, scene).point)
  return symbolAt(symbol, points, scene, scale)
}

/** A symbol with its ends at given places. */
export const symbolAt = (
  symbol: PaperSymbol,
  points: readonly Point[],
  scene: Scene,
  scale: number,
): readonly DisplayItem[] => {
  const sheet = sheetOf(symbol, scene)
  const { turn, shiftPaperMm, ...drawn } = asDrawn(symbol, scene, scale)
  const there: DrawnSymbol = {
    ...drawn,
    turn: turn === undefined ? undefined : turn + sheet.by,
    shiftPaperMm: shiftPaperMm && sheet.to(shiftPaperMm),
  }
  const by = sheet.by + planTurn(scene, points[0]!)
  return laidBack(drawSymbol(there, points.map(sheet.to), scene.project, scale, by), sheet)
}

/** How the plan nearest to a place of a sheet lies turned there: north points beside it show its north. */
function planTurn({ view, project, board }: Scene, at: Point): number {
  if (view !== 'sheet') return 0
  let [nearest, turn] = [Infinity, 0]
  for (const id of project.dependents(board.id)) {
    const viewport = project.find('viewport', id)
    if (!viewport || project.find('drawing', viewport.drawing)?.view !== 'plan') continue
    const away = distance(at, viewport.at)
    if (away < nearest) [nearest, turn] = [away, viewport.turn ?? 0]
  }
  return turn
}

/** What a symbol is laid out on where its drawing is seen turned. */
function sheetOf({ form, turn }: Pick<PaperSymbol, 'form' | 'turn'>, { turned }: Scene): TurnedSheet {
  switch (form) {
    case 'north':
    case 'scaleBar':
    case 'settingOut':
    case 'weld':
    case 'centreLine':
      return turnedSheet(-levelTurn(turned))
    case 'span':
    case 'fall':
      return turnedSheet(turned?.by ?? 0)
    // One that was turned lies along something.
    case 'own':
      return turnedSheet(turn === undefined ? -levelTurn(turned) : (turned?.by ?? 0))
    case 'centreMark':
    case 'breakLine':
      return turnedSheet(0)
  }
}

function asDrawn(symbol: PaperSymbol, scene: Scene, scale: number): DrawnSymbol {
  const { id, form, shiftPaperMm, weld, turn, block, style } = symbol
  const read = (text: string): string => textRead(text, symbol, scene, scale)
  const tail = weld?.tail
  return {
    id,
    form,
    shiftPaperMm,
    weld: weld && tail !== undefined ? { ...weld, tail: read(tail) } : weld,
    turn,
    block,
    values: valuesRead(symbol, scene.project, read),
    style,
    said: symbol.text === undefined ? undefined : read(symbol.text),
    beneath: symbol.beneath === undefined ? undefined : read(symbol.beneath),
  }
}

/** What the fields of an own symbol say. */
function valuesRead(
  { block, values }: PaperSymbol,
  project: Project,
  read: (text: string) => string,
): PaperSymbol['values'] {
  const found = block === undefined ? undefined : project.find('block', block)
  if (!found) return undefined
  const all = { ...Object.fromEntries(fieldsOf(found, (id) => project.find('block', id))), ...values }
  return Object.fromEntries(Object.entries(all).map(([name, text]) => [name, read(text)]))
}

/**
 * A symbol from where it stands, or along its line.
 * @param by how what is drawn lies turned on what it is drawn on
 */
function drawSymbol(
  symbol: DrawnSymbol,
  points: readonly Point[],
  project: Project,
  scale: number,
  by: number,
): DisplayItem[] {
  const { id: source, form, said, beneath } = symbol
  const style = styleOf(project, symbol.style)
  const [a, b = a] = points as readonly [Point, Point?]
  switch (form) {
    case 'north':
      return northItems(a, (project.facts.north ?? 0) + by, scale, style, source)
    case 'scaleBar':
      return scaleBarItems(a, scale, project.facts.units, style, source)
    case 'settingOut':
      return settingOutItems(a, said ?? '', shifted(a, symbol, scale), scale, style, source)
    case 'centreMark':
      return centreMarkItems(a, points.length > 1 ? distance(a, b) : 0, scale, source)
    case 'centreLine':
      return [
        chain(a, b, scale, source),
        ...signItems(said ?? '℄', signAt(symbol, a, b, scale, style), scale, style, source),
      ]
    case 'breakLine':
      return breakItems(a, b, scale, source)
    case 'span':
      return [
        plainLine(a, b, source),
        ...endsOf(a, b, style, scale, source),
        ...alongItems(symbol, a, b, { above: said, beneath }, scale, style),
      ]
    case 'fall':
      return [
        plainLine(a, b, source),
        ...(distance(a, b) > SAME_LENGTH
          ? endItems('open', b, [direction(b, a)], direction(b, a), style.endPaperMm * scale, source)
          : []),
        ...alongItems(symbol, a, b, { above: said, beneath }, scale, style),
      ]
    case 'weld': {
      const elbow = shifted(a, symbol, scale)
      return weldItems(symbol.weld!, a, elbow, elbow.x < a.x ? -1 : 1, scale, style, source)
    }
    case 'own':
      return ownItems(symbol, a, project, scale)
  }
}

/** A place shifted as far as a symbol says. */
function shifted(at: Point, symbol: Pick<PaperSymbol, 'form' | 'shiftPaperMm'>, scale: number): Point {
  const { x, y } = shiftOfSymbol(symbol)
  return { x: at.x + x * scale, y: at.y + y * scale }
}

/** Where what a symbol says stands, or its reference line begins; null: the sign alone stands there. */
export function saidAt(symbol: PaperSymbol, scene: Scene, scale: number): Point | null {
  const [a, b = a] = symbol.anchors.map((anchor) => holdAnchor(anchor, scene).point) as [Point, Point?]
  switch (symbol.form) {
    case 'settingOut':
    case 'weld':
      return shifted(a, symbol, scale)
    case 'centreLine':
      return signAt(symbol, a, b, scale, styleOf(scene.project, symbol.style))
    case 'span':
    case 'fall':
      return shifted(middle(a, b), symbol, scale)
    case 'north':
    case 'scaleBar':
    case 'centreMark':
    case 'breakLine':
    case 'own':
      return null
  }
}

/** How far what a symbol says is moved that is pulled to a place, paper mm. */
export function saidMoved(symbol: PaperSymbol, scene: Scene, to: Point, scale: number): Point {
  const at = saidAt(symbol, scene, scale) ?? to
  const { x, y } = shiftOfSymbol(symbol)
  return { x: x + (to.x - at.x) / scale, y: y + (to.y - at.y) / scale }
}

const plainLine = (a: Point, b: Point, source: Id | null): DisplayItem => ({
  kind: 'line',
  pen: 'dimension',
  points: [a.x, a.y, b.x, b.y],
  closed: false,
  source,
})

const chain = (a: Point, b: Point, scale: number, source: Id | null): DisplayItem =>
  strokeItem(pathOf([straight(a, b)], false), 'dimension', CHAIN, scale, source)

/** A needle over a ring, its left half filled, with its letter beyond the tip. */
function northItems(
  at: Point,
  north: number,
  scale: number,
  style: AnnotationStyle,
  source: Id | null,
): DisplayItem[] {
  const up = unitAt(north + Math.PI / 2)
  const to = (along: number, left: number): Point => offsetFrom(at, up, along * scale, left * scale)
  const [tip, notch] = [to(NORTH.tip, 0), to(-NORTH.notch, 0)]
  const [left, right] = [to(-NORTH.foot, NORTH.half), to(-NORTH.foot, -NORTH.half)]
  const flat = (...points: readonly Point[]): number[] => points.flatMap(({ x, y }) => [x, y])
  const middleOfLetter = to(NORTH.tip + 1 + NORTH.letter / 2, 0)
  return [
    { kind: 'arc', pen: 'dimension', ...at, radius: NORTH.ring * scale, from: 0, sweep: 2 * Math.PI, source },
    { kind: 'fill', tone: 0, loops: [flat(tip, left, notch)], source },
    { kind: 'fill', tone: 1, loops: [flat(tip, right, notch)], source },
    { kind: 'line', pen: 'dimension', points: flat(tip, right, notch), closed: true, source },
    textItem(
      'N',
      { x: middleOfLetter.x, y: middleOfLetter.y - (NORTH.letter / 2) * scale },
      { ...lettersOf(style, scale), height: NORTH.letter * scale, align: 'middle', source },
    ),
  ]
}

function settingOutItems(
  at: Point,
  said: string,
  saidFrom: Point,
  scale: number,
  style: AnnotationStyle,
  source: Id | null,
): DisplayItem[] {
  const arm = POINT.arm * scale
  const align = saidFrom.x < at.x ? 'end' : 'start'
  const points = [at.x - arm, at.y, at.x + arm, at.y, at.x, at.y - arm, at.x, at.y + arm]
  return [
    { kind: 'segments', pen: 'dimension', points, source },
    { kind: 'arc', pen: 'dimension', ...at, radius: POINT.ring * scale, from: 0, sweep: 2 * Math.PI, source },
    ...(said === '' ? [] : [textItem(said, saidFrom, { ...lettersOf(style, scale), align, source })]),
  ]
}

function centreMarkItems(at: Point, radius: number, scale: number, source: Id | null): DisplayItem[] {
  const arm = radius > 0 ? radius + CENTRE.beyond * scale : CENTRE.alone * scale
  return [
    chain({ x: at.x - arm, y: at.y }, { x: at.x + arm, y: at.y }, scale, source),
    chain({ x: at.x, y: at.y - arm }, { x: at.x, y: at.y + arm }, scale, source),
  ]
}

/** A line with a bend in its middle that goes on a little past both its ends. */
function breakItems(a: Point, b: Point, scale: number, source: Id | null): DisplayItem[] {
  if (distance(a, b) <= SAME_LENGTH) return []
  const u = direction(a, b)
  const m = middle(a, b)
  const at = (along: number, aside: number): Point => offsetFrom(m, u, along * scale, aside * scale)
  const points = [
    offsetFrom(a, u, -BREAK.beyond * scale, 0),
    at(-BREAK.half, 0),
    at(-BREAK.half / 2, BREAK.high),
    at(BREAK.half / 2, -BREAK.high),
    at(BREAK.half, 0),
    offsetFrom(b, u, BREAK.beyond * scale, 0),
  ]
  return [
    { kind: 'line', pen: 'dimension', points: points.flatMap(({ x, y }) => [x, y]), closed: false, source },
  ]
}

/** Heads at both ends of a line. */
function endsOf(a: Point, b: Point, style: AnnotationStyle, scale: number, source: Id | null): DisplayItem[] {
  if (distance(a, b) <= SAME_LENGTH) return []
  const length = style.endPaperMm * scale
  return [arrowItem(a, direction(a, b), length, source), arrowItem(b, direction(b, a), length, source)]
}

/** The way a line is read: from below or from the right (ISO 129-1). */
const readingAlong = (a: Point, b: Point): { readonly turn: number; readonly u: Point } => {
  const turn = distance(a, b) <= SAME_LENGTH ? 0 : upright(Math.atan2(b.y - a.y, b.x - a.x))
  return { turn, u: unitAt(turn) }
}

/** What is said over a line and beneath it, in its middle. */
function alongItems(
  symbol: DrawnSymbol,
  a: Point,
  b: Point,
  { above, beneath }: { readonly above: string | undefined; readonly beneath: string | undefined },
  scale: number,
  style: AnnotationStyle,
): DisplayItem[] {
  const { turn, u } = readingAlong(a, b)
  const at = shifted(middle(a, b), symbol, scale)
  const gap = PARTS.textGap * style.textPaperMm * scale
  const letters = { ...lettersOf(style, scale), turn, align: 'middle', source: symbol.id } as const
  const lineUp = PARTS.leading * style.textPaperMm * scale
  const lines = (text: string | undefined): string[] => text?.split('\n') ?? []
  const over = lines(above)
  return [
    ...over.map((text, i) =>
      textItem(text, offsetFrom(at, u, 0, gap + (over.length - 1 - i) * lineUp), letters),
    ),
    ...lines(beneath).map((text, i) =>
      textItem(text, offsetFrom(at, u, 0, -gap - style.textPaperMm * scale - i * lineUp), letters),
    ),
  ]
}

/** Where the sign of a centre line stands: beyond its start. */
function signAt(
  symbol: Pick<PaperSymbol, 'form' | 'shiftPaperMm'>,
  a: Point,
  b: Point,
  scale: number,
  style: AnnotationStyle,
): Point {
  const u = distance(a, b) <= SAME_LENGTH ? { x: 1, y: 0 } : direction(a, b)
  return shifted(offsetFrom(a, u, -(SIGN_GAP + style.textPaperMm / 2) * scale, 0), symbol, scale)
}

/** The sign of a centre line, upright, the middle of its letters at a place. */
function signItems(
  said: string,
  at: Point,
  scale: number,
  style: AnnotationStyle,
  source: Id | null,
): DisplayItem[] {
  const base = { x: at.x, y: at.y - (style.textPaperMm / 2) * scale }
  return [textItem(said, base, { ...lettersOf(style, scale), align: 'middle', source })]
}

/** A block drawn in mm on paper. */
function ownItems(
  { id, block, turn, values }: DrawnSymbol,
  at: Point,
  project: Project,
  scale: number,
): DisplayItem[] {
  const found = block === undefined ? undefined : findBlock(project, block)
  if (!found) return []
  const use = {
    id,
    at,
    turn: turn ?? 0,
    mirrored: false,
    size: { x: scale, y: scale },
    ...(values ? { values } : {}),
  }
  return placementItems(use, found, (inner) => findBlock(project, inner), scale)
}
