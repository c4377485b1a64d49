import {
  IDENTITY,
  applyTo,
  combine,
  flattenPath,
  isEmptyBox,
  type Affine,
  type Box,
  type Path,
  type Point,
} from '../geometry'
import { extentOf } from './extent'
import { pairs, type DisplayItem, type DisplayList } from './list'
import { PENS, penOf, type PenTable } from './pens'
import { pathOfItem } from './stroke'
import type { Tone } from './tone'

/** A picture too small for details: what is filled and drawn, from the back to the front. */
export interface SmallPicture {
  readonly width: number
  readonly height: number
  readonly parts: readonly SmallPart[]
}

export interface SmallPart {
  readonly by: 'fill' | 'line'
  readonly tone: Tone
  /** Commands of an SVG path, whole units of the picture, y down. */
  readonly d: string
}

/** A picture of more points than this is drawn coarser. */
const MOST_POINTS = 6000

/**
 * A list as a picture so many units wide and high, on whole units: what falls together is drawn once, letters and
 * patterns are left out. Drawn coarser, on every second or fourth unit and so on, when it would have too many points.
 * @param box what is looked at, in the list's unit
 */
export function smallPicture(
  list: DisplayList,
  width: number,
  height: number,
  pens: PenTable = PENS,
  box: Box = extentOf(list),
): SmallPicture | null {
  if (isEmptyBox(box) || list.length === 0) return null
  const [wide, high] = [Math.max(box.maxX - box.minX, 1), Math.max(box.maxY - box.minY, 1)]
  for (let grain = 1; ; grain *= 2) {
    const scale = Math.min(width / wide, height / high) / grain
    const map: Affine = {
      a: scale,
      b: 0,
      c: 0,
      d: -scale,
      e: (width / grain - wide * scale) / 2 - box.minX * scale,
      f: (height / grain + high * scale) / 2 + box.minY * scale,
    }
    const drawing = new Coarse(grain, pens)
    drawing.paint(list, map)
    if (drawing.points <= MOST_POINTS || grain > width) return { width, height, parts: drawing.parts }
  }
}

/** Lines and fills on a grid. */
class Coarse {
  readonly parts: SmallPart[] = []
  points = 0
  /** Segments drawn last in one tone: doubled ones are drawn once. */
  private drawn = new Set<string>()

  constructor(
    private readonly grain: number,
    private readonly pens: PenTable,
  ) {}

  paint(list: DisplayList, map: Affine): void {
    for (const item of list) this.item(item, map)
  }

  private item(item: DisplayItem, map: Affine): void {
    switch (item.kind) {
      case 'line':
        return this.line(pairs(item.points), item.closed, item.pen, map)
      case 'segments': {
        const points = pairs(item.points)
        for (let i = 0; i + 1 < points.length; i += 2) this.line(points.slice(i, i + 2), false, item.pen, map)
        return
      }
      case 'arc': {
        const { x, y, radius, from, sweep } = item
        const count = Math.max(2, Math.ceil(Math.abs(sweep) / (Math.PI / 12)))
        const points = Array.from({ length: count + 1 }, (_, i) => {
          const angle = from + (sweep * i) / count
          return { x: x + radius * Math.cos(angle), y: y + radius * Math.sin(angle) }
        })
        return this.line(points, false, item.pen, map)
      }
      case 'path':
        return this.line(this.flat(pathOfItem(item), map), item.closed, item.pen, map)
      case 'fill':
        return this.fill(item.tone, item.loops.map((loop) => this.loop(pairs(loop), map)).join(''))
      case 'disc': {
        const { x, y, radius } = item
        const around = [0, 1, 2, 3, 4, 5, 6, 7].map((k) => ({
          x: x + radius * Math.cos((k * Math.PI) / 4),
          y: y + radius * Math.sin((k * Math.PI) / 4),
        }))
        return this.fill(item.tone, this.loop(around, map))
      }
      case 'text':
      case 'clear':
        return
      case 'group':
        // What is clipped is a pattern.
        if (!item.clip) this.paint(item.items, item.map === IDENTITY ? map : combine(map, item.map))
        return
    }
  }

  private flat(path: Path, map: Affine): Point[] {
    return flattenPath(path, 0.5 / Math.hypot(map.a, map.b))
  }

  /** On the grid, what falls together once. */
  private spots(points: readonly Point[], map: Affine): [number, number][] {
    const spots: [number, number][] = []
    for (const point of points) {
      const { x, y } = applyTo(map, point)
      const spot: [number, number] = [Math.round(x) * this.grain, Math.round(y) * this.grain]
      const last = spots.at(-1)
      if (!last || last[0] !== spot[0] || last[1] !== spot[1]) spots.push(spot)
    }
    return spots
  }

  private line(
    points: readonly Point[],
    closed: boolean,
    pen: Parameters<typeof penOf>[0],
    map: Affine,
  ): void {
    const spots = this.spots(closed && points.length > 0 ? [...points, points[0]!] : points, map)
    const { tone } = penOf(pen, this.pens)
    const last = this.parts.at(-1)
    if (last?.by !== 'line' || last.tone !== tone) this.drawn = new Set()
    let d = ''
    let down = false
    for (let i = 1; i < spots.length; i++) {
      const [a, b] = [spots[i - 1]!, spots[i]!]
      const key = a[0] < b[0] || (a[0] === b[0] && a[1] < b[1]) ? `${a} ${b}` : `${b} ${a}`
      if (this.drawn.has(key)) {
        down = false
        continue
      }
      this.drawn.add(key)
      d += down ? `L${b[0]} ${b[1]}` : `M${a[0]} ${a[1]}L${b[0]} ${b[1]}`
      this.points += down ? 1 : 2
      down = true
    }
    this.add('line', tone, d)
  }

  private loop(points: readonly Point[], map: Affine): string {
    const spots = this.spots(points, map)
    if (spots.length < 3) return ''
    this.points += spots.length
    return `M${spots.map(([x, y]) => `${x} ${y}`).join('L')}Z`
  }

  private fill(tone: Tone, d: string): void {
    this.add('fill', tone, d)
  }

  private add(by: SmallPart['by'], tone: Tone, d: string): void {
    if (d === '') return
    const last = this.parts.at(-1)
    // Fills that overlap would leave holes in one another (even-odd): each is one of its own.
    if (by === 'line' && last?.by === by && last.tone === tone)
      this.parts[this.parts.length - 1] = { by, tone, d: last.d + d }
    else this.parts.push({ by, tone, d })
  }
}
