import type { DisplayItem } from '../display'
import { angleOf, cross, offsetFrom, subtract, unitAt, type Point } from '../geometry'
import type { Opening, OpeningMake, OpeningType } from '../records'
import { slab, spotBetween, type OpeningGround } from './openingGround'

type Make<Form extends OpeningMake['form']> = Extract<OpeningMake, { form: Form }>

/** Where the frame or lining of an opening stands: its depth in the wall, and what it leaves clear. */
export interface Lining {
  readonly width: number
  readonly low: number
  readonly high: number
  /** Clear, along the wall. */
  readonly from: number
  readonly to: number
}

export function liningOf(ground: OpeningGround, type: OpeningType): Lining {
  const { low, high, outer, inner, inwards } = ground
  const { frame, place } = type
  const depth = frame.depth === null ? high - low : Math.min(frame.depth, high - low)
  const face = outer + inwards * Math.abs(inner - outer - inwards * depth) * place
  const [a, b] = [face, face + inwards * depth]
  const from = Math.max(ground.from(a), ground.from(b))
  const to = Math.min(ground.to(a), ground.to(b))
  const width = Math.min(frame.width, (to - from) / 8)
  return { width, low: Math.min(a, b), high: Math.max(a, b), from: from + width, to: to - width }
}

/** How a door is drawn: with its swings and tracks, and with its lining. */
export interface DoorLook {
  readonly swings: boolean
  readonly detailed: boolean
}

/** A door in plan. */
export function doorItems(
  ground: OpeningGround,
  opening: Opening,
  type: OpeningType,
  look: DoorLook,
): DisplayItem[] {
  const lining = liningOf(ground, type)
  const { make } = type
  const items = look.detailed ? jambs(ground, lining, make) : []
  if (make.form === 'glazed' || make.form === 'cased') return items
  const face = opening.side === 'left' ? lining.high : lining.low
  if (make.form === 'sliding') return [...items, ...slidingItems(ground, opening, make, lining, look)]
  if (make.form === 'revolving') return [...items, ...revolvingItems(ground, make, lining)]
  if (make.form === 'up and over') return [...items, ...overItems(ground, opening, make, lining, look)]
  if (!look.swings) return items
  const atStart = opening.hand === 'start'
  const hinge = ground.at(atStart ? lining.from : lining.to, face)
  const latch = ground.at(atStart ? lining.to : lining.from, face)
  const out = outOf(ground, opening, hinge, latch)
  if (make.form === 'folding') return [...items, ...foldingItems(ground, make, hinge, latch, out)]
  const whole = Math.hypot(latch.x - hinge.x, latch.y - hinge.y)
  const first = make.leaves === 1 ? whole : whole * make.share
  items.push(...leafItems(ground, make, hinge, latch, first, out, look))
  if (make.leaves === 2)
    items.push(...leafItems(ground, make, latch, hinge, whole - first, -out as 1 | -1, look))
  return items
}

/** To which side of the way from p to q the leaf opens: 1 its left. */
function outOf(ground: OpeningGround, opening: Opening, p: Point, q: Point): 1 | -1 {
  const middle = { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 }
  const { from, to } = { from: ground.from(0), to: ground.to(0) }
  const outside = ground.at((from + to) / 2, opening.side === 'left' ? ground.high + 1000 : ground.low - 1000)
  return cross(subtract(q, p), subtract(outside, middle)) > 0 ? 1 : -1
}

function jambs(ground: OpeningGround, lining: Lining, make: OpeningMake): DisplayItem[] {
  const { width, low, high, from, to } = lining
  const items: DisplayItem[] = []
  if (make.form !== 'cased' || make.lined)
    items.push(
      ground.box('seen', from - width, from, low, high),
      ground.box('seen', to, to + width, low, high),
    )
  if (make.form === 'cased') {
    const [a, b] = [ground.low, ground.high]
    items.push(
      ground.dashed(false, ground.at(from, a), ground.at(to, a)),
      ground.dashed(false, ground.at(from, b), ground.at(to, b)),
    )
  } else if ('threshold' in make ? make.threshold : true)
    items.push(ground.run('light', ground.low, from, to), ground.run('light', ground.high, from, to))
  return items
}

/** One leaf from its hinge, with the way of its edge. `out` is the side of the closed leaf it opens to. */
function leafItems(
  ground: OpeningGround,
  make: Make<'hinged'>,
  hinge: Point,
  latch: Point,
  length: number,
  out: 1 | -1,
  look: DoorLook,
): DisplayItem[] {
  const { source } = ground
  const closed = angleOf(subtract(latch, hinge))
  const open = closed + out * make.swing
  const leaf = { at: hinge, u: unitAt(open) }
  const body = look.detailed
    ? ground.line('seen', true, ...slab(leaf, length, -out * make.leaf))
    : ground.line('seen', false, hinge, offsetFrom(hinge, leaf.u, length))
  return [
    body,
    {
      kind: 'arc',
      pen: 'swing',
      x: hinge.x,
      y: hinge.y,
      radius: length,
      from: out > 0 ? closed : open,
      sweep: make.swing,
      source,
    },
  ]
}

/** How far a panel that slides in front of the wall covers it beside the opening, and its distance from it, mm. */
const COVERS = 50
const BEFORE = 15

function slidingItems(
  ground: OpeningGround,
  opening: Opening,
  make: Make<'sliding'>,
  lining: Lining,
  look: DoorLook,
): DisplayItem[] {
  const { from, to } = lining
  const width = to - from
  const items: DisplayItem[] = []
  const panel = (start: number, end: number, low: number, high: number): void =>
    void items.push(ground.box('seen', start, end, Math.min(low, high), Math.max(low, high)))
  if (make.runs === 'in the frame') {
    // Panels on two tracks, each over the next by the thickness of a stile.
    const middle = (lining.low + lining.high) / 2
    const over = make.panels > 1 ? make.leaf : 0
    const each = (width + over * (make.panels - 1)) / make.panels
    for (let i = 0; i < make.panels; i++) {
      const start = from + i * (each - over)
      const track = i % 2 === 0 ? middle : middle - make.leaf
      panel(start, start + each, track, track + make.leaf)
      if (look.detailed)
        items.push(ground.run('light', track + make.leaf / 2, start + over, start + each - over))
    }
    return items
  }
  const pair = make.panels > 1
  const each = pair ? width / 2 : width
  /** The panel half open, and the place it takes when it stands wholly open. */
  const slide = (towardsStart: boolean, low: number, high: number, covers: number): void => {
    const start = towardsStart ? from : to - each
    const shift = (towardsStart ? -1 : 1) * (each / 2)
    panel(start + shift - covers, start + shift + each + covers, low, high)
    if (!look.swings) return
    const away = (towardsStart ? -1 : 1) * each
    items.push(
      ground.dashed(
        true,
        ground.at(start + away - covers, low),
        ground.at(start + away + each + covers, low),
        ground.at(start + away + each + covers, high),
        ground.at(start + away - covers, high),
      ),
    )
  }
  const sides = pair ? [true, false] : [opening.hand === 'start']
  for (const towardsStart of sides) {
    if (make.runs === 'in front') {
      const out = opening.side === 'left' ? 1 : -1
      const face = opening.side === 'left' ? ground.high : ground.low
      slide(towardsStart, face + out * BEFORE, face + out * (BEFORE + make.leaf), COVERS)
    } else {
      const middle = (ground.low + ground.high) / 2
      const leaf = Math.min(make.leaf, (ground.high - ground.low) / 2)
      slide(towardsStart, middle - leaf / 2, middle + leaf / 2, 0)
    }
  }
  return items
}

/** Panels that fold against the hinge: a zigzag, half open. */
function foldingItems(
  ground: OpeningGround,
  make: Make<'folding'>,
  hinge: Point,
  latch: Point,
  out: 1 | -1,
): DisplayItem[] {
  const whole = Math.hypot(latch.x - hinge.x, latch.y - hinge.y)
  const each = whole / make.panels
  const { u } = spotBetween(hinge, latch)
  // Half open: each panel takes half its length along the wall.
  const step = each / 2
  const rise = Math.sqrt(each * each - step * step)
  const items: DisplayItem[] = []
  for (let i = 0; i < make.panels; i++) {
    const a = offsetFrom(hinge, u, i * step, i % 2 === 0 ? 0 : out * rise)
    const b = offsetFrom(hinge, u, (i + 1) * step, i % 2 === 0 ? out * rise : 0)
    items.push(ground.line('seen', true, ...slab(spotBetween(a, b), each, -out * make.leaf)))
  }
  items.push(ground.dashed(false, hinge, latch))
  return items
}

function revolvingItems(ground: OpeningGround, make: Make<'revolving'>, lining: Lining): DisplayItem[] {
  const { source } = ground
  const middle = ground.at((lining.from + lining.to) / 2, (ground.low + ground.high) / 2)
  const radius = (lining.to - lining.from) / 2
  const along = angleOf(subtract(ground.at(lining.to, 0), ground.at(lining.from, 0)))
  const items: DisplayItem[] = []
  const quarter = Math.PI / 2
  for (const side of [0, Math.PI])
    items.push({
      kind: 'arc',
      pen: 'seen',
      x: middle.x,
      y: middle.y,
      radius,
      from: along + side - quarter / 2,
      sweep: quarter,
      source,
    })
  items.push({
    kind: 'arc',
    pen: 'swing',
    x: middle.x,
    y: middle.y,
    radius: radius * 0.94,
    from: 0,
    sweep: 2 * Math.PI,
    source,
  })
  for (let i = 0; i < make.wings; i++) {
    const u = unitAt(along + quarter / 2 + (i * 2 * Math.PI) / make.wings)
    items.push(ground.line('seen', false, middle, offsetFrom(middle, u, radius * 0.94)))
  }
  return items
}

/** The leaf in its opening, and dashed where it lies under the ceiling. */
function overItems(
  ground: OpeningGround,
  opening: Opening,
  make: Make<'up and over'>,
  lining: Lining,
  look: DoorLook,
): DisplayItem[] {
  const { from, to } = lining
  const middle = (lining.low + lining.high) / 2
  const items = [ground.box('seen', from, to, middle - make.leaf / 2, middle + make.leaf / 2)]
  if (!look.swings) return items
  const face = opening.side === 'left' ? ground.high : ground.low
  const far = face + (opening.side === 'left' ? 1 : -1) * (opening.head - opening.sill)
  items.push(
    ground.dashed(
      false,
      ground.at(from, face),
      ground.at(from, far),
      ground.at(to, far),
      ground.at(to, face),
    ),
  )
  return items
}
