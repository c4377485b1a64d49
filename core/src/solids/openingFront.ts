import { type Point } from '../geometry'
import type { Opening, OpeningMake, OpeningType } from '../records'

export interface FrontFacts {
  readonly width: number
  /** From sill to head. */
  readonly height: number
  readonly type: OpeningType
  readonly hand: Opening['hand']
  /** Its head where that is not level: corners from the left, and how much lower than the head, mm. */
  readonly head?: readonly { readonly along: number; readonly drop: number }[]
}

/** A line of what is seen from the front: from corner to corner. */
export interface FrontLine {
  readonly pen: 'seen' | 'light'
  readonly points: readonly Point[]
  readonly closed: boolean
  /** It tells how something opens, and is no edge of anything. */
  readonly dashed: boolean
}

type Glazed = Extract<OpeningMake, { form: 'glazed' }>

/** The part of the width that each light takes between the frames, as distances along the whole clear width. */
export function lightSpans(make: Glazed, clear: number): { from: number; to: number }[] {
  const mullion = Math.min(make.mullion, clear / (4 * make.lights.length))
  const room = clear - mullion * (make.lights.length - 1)
  const parts = make.lights.reduce((sum, light) => sum + light.part, 0)
  let from = 0
  return make.lights.map((light) => {
    const width = (room * light.part) / parts
    const span = { from, to: from + width }
    from += width + mullion
    return span
  })
}

const rectangle = (x: number, y: number, width: number, height: number): Point[] => [
  { x, y },
  { x: x + width, y },
  { x: x + width, y: y + height },
  { x, y: y + height },
]

/**
 * A door or window seen from the front, from its lower left corner: frame, leaves and lights, with dashed lines
 * that meet at the hinges. Real mm; doors are seen from the side they open to.
 */
export function openingFront(facts: FrontFacts): FrontLine[] {
  const { head } = facts
  const lines = levelFront(facts)
  return head?.some(({ drop }) => drop > 0)
    ? lines.flatMap((line, i) => under(line, facts, head, i === 0))
    : lines
}

/** What of a line lies beneath a head that is not level; the frame, which comes first, follows it, all else lies within. */
function under(
  line: FrontLine,
  { width, height, type }: FrontFacts,
  head: NonNullable<FrontFacts['head']>,
  isFrame: boolean,
): FrontLine[] {
  const rim = isFrame || type.make.form === 'cased' ? 0 : Math.min(type.frame.width, width / 8, height / 8)
  const region = [
    { x: rim, y: 0 },
    { x: width - rim, y: 0 },
    ...[...head].reverse().map(({ along, drop }) => ({
      x: rim + (along / width) * (width - 2 * rim),
      y: Math.max(0, height - drop - rim),
    })),
  ]
  if (line.closed) {
    const points = withinConvex(line.points, region)
    return points.length > 2 ? [{ ...line, points }] : []
  }
  return line.points.slice(1).flatMap((q, i): FrontLine[] => {
    const part = segmentWithin(line.points[i]!, q, region)
    return part ? [{ ...line, points: part }] : []
  })
}

/** How far a point lies within an edge of an outline that runs anticlockwise. */
const inside = (p: Point, a: Point, b: Point): number => (b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)

/** What of an outline lies within a convex one, after Sutherland and Hodgman (1974). */
function withinConvex(points: readonly Point[], region: readonly Point[]): Point[] {
  return region.reduce<Point[]>(
    (left, a, i) => {
      const b = region[(i + 1) % region.length]!
      return left.flatMap((p, k): Point[] => {
        const q = left[(k + 1) % left.length]!
        const [from, to] = [inside(p, a, b), inside(q, a, b)]
        const kept = from >= 0 ? [p] : []
        if (from >= 0 === to >= 0) return kept
        const t = from / (from - to)
        return [...kept, { x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t }]
      })
    },
    [...points],
  )
}

/** What of a segment lies within a convex outline; null: nothing (Cyrus and Beck, 1978). */
function segmentWithin(p: Point, q: Point, region: readonly Point[]): [Point, Point] | null {
  let [from, to] = [0, 1]
  region.forEach((a, i) => {
    const b = region[(i + 1) % region.length]!
    const [d0, d1] = [inside(p, a, b), inside(q, a, b)]
    if (d0 < 0 && d1 < 0) to = -1
    else if (d0 < 0) from = Math.max(from, d0 / (d0 - d1))
    else if (d1 < 0) to = Math.min(to, d0 / (d0 - d1))
  })
  const at = (t: number): Point => ({ x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t })
  return to > from ? [at(from), at(to)] : null
}

function levelFront({ width, height, type, hand }: FrontFacts): FrontLine[] {
  const { make, frame } = type
  const items: FrontLine[] = []
  const box = (pen: FrontLine['pen'], x: number, y: number, w: number, h: number): void => {
    if (w <= 0 || h <= 0) return
    items.push({ pen, points: rectangle(x, y, w, h), closed: true, dashed: false })
  }
  const line = (pen: FrontLine['pen'], ...points: Point[]): void =>
    void items.push({ pen, points, closed: false, dashed: false })
  /** Lines from both corners of the free edge to the middle of the hinged one. */
  const hung = (x: number, y: number, w: number, h: number, at: 'left' | 'right' | 'top'): void => {
    const corners = rectangle(x, y, w, h)
    const points: Point[] =
      at === 'top'
        ? [corners[0]!, { x: x + w / 2, y: y + h }, corners[1]!]
        : at === 'left'
          ? [corners[1]!, { x, y: y + h / 2 }, corners[2]!]
          : [corners[0]!, { x: x + w, y: y + h / 2 }, corners[3]!]
    items.push({ pen: 'light', points, closed: false, dashed: true })
  }
  const arrow = (x: number, y: number, dx: number, dy: number): void => {
    const length = Math.hypot(dx, dy)
    const head = Math.min(80, length / 3)
    const [ux, uy] = [dx / length, dy / length]
    const tip = { x: x + dx / 2, y: y + dy / 2 }
    line('light', { x: x - dx / 2, y: y - dy / 2 }, tip)
    line('light', { x: tip.x - ux * head - uy * head * 0.5, y: tip.y - uy * head + ux * head * 0.5 }, tip, {
      x: tip.x - ux * head + uy * head * 0.5,
      y: tip.y - uy * head - ux * head * 0.5,
    })
  }
  box('seen', 0, 0, width, height)
  if (make.form === 'cased' && !make.lined) return items
  const rim = Math.min(frame.width, width / 8, height / 8)
  // Frames of doors have no part at the floor.
  const foot = make.form === 'glazed' ? rim : 0
  const clear = { x: rim, y: foot, width: width - 2 * rim, height: height - rim - foot }
  box('seen', clear.x, clear.y, clear.width, clear.height)
  switch (make.form) {
    case 'cased':
      break
    case 'hinged': {
      const first = make.leaves === 1 ? clear.width : clear.width * make.share
      // Seen from the side it opens to, on its left, the wall's start lies to the right.
      const leftFirst = hand === 'end'
      const spans =
        make.leaves === 1
          ? [{ x: clear.x, width: clear.width, at: leftFirst ? 'left' : 'right' } as const]
          : ([
              { x: clear.x, width: leftFirst ? first : clear.width - first, at: 'left' },
              {
                x: clear.x + (leftFirst ? first : clear.width - first),
                width: leftFirst ? clear.width - first : first,
                at: 'right',
              },
            ] as const)
      for (const span of spans) {
        box('light', span.x, clear.y, span.width, clear.height)
        hung(span.x, clear.y, span.width, clear.height, span.at)
      }
      break
    }
    case 'sliding':
    case 'folding': {
      const each = clear.width / make.panels
      for (let i = 0; i < make.panels; i++) {
        const x = clear.x + i * each
        box('light', x, clear.y, each, clear.height)
        if (make.form === 'sliding')
          arrow(x + each / 2, clear.y + clear.height / 2, (i % 2 === 0 ? 1 : -1) * each * 0.5, 0)
        else hung(x, clear.y, each, clear.height, i % 2 === 0 ? 'left' : 'right')
      }
      break
    }
    case 'revolving':
      for (const part of [0.15, 0.5, 0.85])
        line(
          'light',
          { x: clear.x + clear.width * part, y: clear.y },
          { x: clear.x + clear.width * part, y: clear.y + clear.height },
        )
      break
    case 'up and over': {
      const boards = Math.max(2, Math.round(clear.height / 500))
      for (let i = 1; i < boards; i++) {
        const y = clear.y + (clear.height * i) / boards
        line('light', { x: clear.x, y }, { x: clear.x + clear.width, y })
      }
      arrow(clear.x + clear.width / 2, clear.y + clear.height / 2, 0, clear.height * 0.4)
      break
    }
    case 'glazed': {
      const spans = lightSpans(make, clear.width)
      const bar = make.transom !== null && make.transom < clear.height - make.mullion ? make.transom : null
      spans.forEach(({ from, to }, i) => {
        const high = bar ?? clear.height
        const x = clear.x + from
        const w = to - from
        box('seen', x, clear.y, w, high)
        if (bar !== null) box('seen', x, clear.y + bar + make.mullion, w, clear.height - bar - make.mullion)
        switch (make.lights[i]!.opens) {
          case 'hung at the left':
            hung(x, clear.y, w, high, 'left')
            break
          case 'hung at the right':
            hung(x, clear.y, w, high, 'right')
            break
          case 'hung at the top':
            hung(x, clear.y, w, high, 'top')
            break
          case 'sliding':
            arrow(x + w / 2, clear.y + high / 2, w * 0.5, 0)
            break
          case 'sliding up':
            line('seen', { x, y: clear.y + high / 2 }, { x: x + w, y: clear.y + high / 2 })
            arrow(x + w / 2, clear.y + high / 4, 0, high * 0.25)
            break
          case 'fixed':
            break
        }
      })
      break
    }
  }
  return items
}
