import type { Picture } from '@lamina/core/derive'
import { growBox, type Box } from '@lamina/core/geometry'
import { atOnce, type Steps } from '@lamina/core/steps'
import type { Camera } from './camera'
import { inkMargin, paintingPicture, type ScreenLook } from './painter'

/** Width and height of a tile, pixels of the screen. */
const TILE = 256
/** How long a frame may paint before it is shown, ms; the rest is painted in the next. */
const BUDGET = 12
/** So long a sketch is shown before what is painted shows piece by piece, ms. */
const PATIENCE = 400
/** So many times the tiles of a window are kept, so that what was seen a moment ago needs no painting. */
const WINDOWS_KEPT = 3

/** What a kept picture shows, and how. What it was painted with otherwise is painted again. */
export interface Shown {
  readonly picture: Picture
  readonly look: ScreenLook
  /** Equal as long as the look is, whatever the scale. */
  readonly key: string
}

/** A rectangle of a tile, its pixels counted from its upper left corner. */
interface Rect {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

interface Tile {
  readonly canvas: HTMLCanvasElement
  readonly column: number
  readonly row: number
  /** What is to be painted again; null: all of it, and it shows nothing yet. */
  stale: Rect[] | null
}

/** The tiles of one scale, by their columns and rows in pixels from the origin of the board. */
class Sheeting {
  readonly tiles = new Map<string, Tile>()

  constructor(
    /** Pixels of the screen to one unit. */
    readonly scale: number,
  ) {}
}

/**
 * A picture of a board on canvases of its own, in tiles. After an edit only the rectangles it touched are painted
 * again; panning shows what is there and paints what comes into sight; zooming shows the former picture, enlarged,
 * until the sharp one is there. A frame paints no longer than it may.
 */
export class KeptPicture {
  private shown: Shown | null = null
  private stamp = -1
  private now: Sheeting | null = null
  /** Of the scale looked at before, shown beneath until the sharp tiles are there. */
  private before: Sheeting | null = null
  private inSight: readonly Tile[] = []
  /** Since when nothing of it was shown yet. */
  private bareSince = 0
  /** A tile that could not be painted whole in a frame. */
  private unfinished: { readonly tile: Tile; readonly steps: Steps } | null = null
  /** How many pixels were painted and how many parts, so far: for tests of what is painted anew. */
  readonly painted = { pixels: 0, rectangles: 0, tiles: 0 }

  /**
   * Shows it on a canvas, `ratio` pixels of which go to one of the camera. False when more is to be painted; meanwhile
   * `sketch` paints where there is nothing yet, if there is one; it tells whether it did.
   */
  show(
    context: CanvasRenderingContext2D,
    camera: Camera,
    ratio: number,
    shown: Shown,
    sketch: () => boolean,
  ): boolean {
    const until = performance.now() + BUDGET
    this.take(shown)
    const scale = camera.scale * ratio
    if (this.now?.scale !== scale) this.rescale(scale)
    const sheeting = this.now!
    const left = Math.round(camera.centre.x * scale - (camera.width * ratio) / 2)
    const top = Math.round(-camera.centre.y * scale - (camera.height * ratio) / 2)
    const visible = this.visible(sheeting, left, top, camera.width * ratio, camera.height * ratio)
    this.inSight = visible
    const whole = this.paint(sheeting, visible, until)
    const sketched = !whole && !this.before && sketch()
    // Shortly the sketch stays alone: tile by tile it would flicker.
    if (sketched && until - this.bareSince < PATIENCE) return false
    context.save()
    context.setTransform(1, 0, 0, 1, 0, 0)
    if (!whole) this.showBefore(context, visible, left, top)
    // What is painted stands in place of the sketch, not over it.
    if (sketched)
      for (const { column, row, stale } of visible)
        if (stale) context.clearRect(column * TILE - left, row * TILE - top, TILE, TILE)
    for (const { canvas, column, row, stale } of visible)
      if (stale) context.drawImage(canvas, column * TILE - left, row * TILE - top)
    context.restore()
    if (whole) this.before = null
    this.forget(sheeting, visible)
    return whole
  }

  /** Shows what is there as it is, painting nothing: the scale looked at last, enlarged. False when there is nothing. */
  still(context: CanvasRenderingContext2D, camera: Camera, ratio: number): boolean {
    const there = [this.now, this.before].find((each) =>
      [...(each?.tiles.values() ?? [])].some(({ stale }) => stale),
    )
    if (!there) return false
    const scale = camera.scale * ratio
    context.save()
    context.setTransform(1, 0, 0, 1, 0, 0)
    showEnlarged(
      context,
      there,
      scale / there.scale,
      Math.round(camera.centre.x * scale - (camera.width * ratio) / 2),
      Math.round(-camera.centre.y * scale - (camera.height * ratio) / 2),
    )
    context.restore()
    return true
  }

  /** Paints more of what was in sight last, for so many ms. True when all of it is painted. */
  paintMore(ms: number): boolean {
    return !this.now || this.paint(this.now, this.inSight, performance.now() + ms)
  }

  /** Takes in what is to be shown now: what changed of it, or all of it. */
  private take(shown: Shown): void {
    const { picture, key } = shown
    const was = this.shown
    this.shown = shown
    const places = was?.picture === picture && was.key === key ? picture.places.since(this.stamp) : null
    this.stamp = picture.places.now
    if (places?.size === 0) return
    this.leave()
    if (!places) {
      this.now = this.before = null
      this.bareSince = performance.now()
      return
    }
    for (const place of places)
      for (const sheeting of [this.now, this.before]) if (sheeting) this.spoil(sheeting, place)
  }

  /** Marks what a place covers, with its ink, as to be painted again. */
  private spoil(sheeting: Sheeting, place: Box): void {
    const { picture, look } = this.shown!
    const { scale } = sheeting
    const margin = inkMargin(look) + picture.overhang * scale + 1
    const [left, right] = [place.minX * scale - margin, place.maxX * scale + margin]
    const [top, bottom] = [-place.maxY * scale - margin, -place.minY * scale + margin]
    for (const tile of sheeting.tiles.values()) {
      if (!tile.stale) continue
      const x = Math.max(0, Math.floor(left - tile.column * TILE))
      const y = Math.max(0, Math.floor(top - tile.row * TILE))
      const width = Math.min(TILE, Math.ceil(right - tile.column * TILE)) - x
      const height = Math.min(TILE, Math.ceil(bottom - tile.row * TILE)) - y
      if (width <= 0 || height <= 0) continue
      tile.stale = joined(tile.stale, { x, y, width, height })
    }
  }

  private rescale(scale: number): void {
    // The sharpest that is whole enough to be shown meanwhile.
    if (this.now && [...this.now.tiles.values()].some(({ stale }) => stale)) this.before = this.now
    this.leave()
    this.now = new Sheeting(scale)
  }

  private visible({ tiles }: Sheeting, left: number, top: number, width: number, height: number): Tile[] {
    const found: Tile[] = []
    for (let row = Math.floor(top / TILE); row * TILE < top + height; row++)
      for (let column = Math.floor(left / TILE); column * TILE < left + width; column++) {
        const key = `${column} ${row}`
        let tile = tiles.get(key)
        if (tile) tiles.delete(key)
        else {
          const canvas = document.createElement('canvas')
          canvas.width = canvas.height = TILE
          tile = { canvas, column, row, stale: null }
        }
        tiles.set(key, tile)
        found.push(tile)
      }
    return found
  }

  /** Paints what is to be painted of the tiles in sight, as long as there is time. False when some is left. */
  private paint({ scale }: Sheeting, visible: readonly Tile[], until: number): boolean {
    // What looks otherwise comes before what comes into sight, and the middle before the edges.
    const [columns, rows] = [visible.map(({ column }) => column), visible.map(({ row }) => row)]
    const x = (Math.min(...columns) + Math.max(...columns)) / 2
    const y = (Math.min(...rows) + Math.max(...rows)) / 2
    const away = ({ column, row }: Tile): number => Math.hypot(column - x, row - y)
    const todo = visible
      .filter(({ stale }) => stale === null || stale.length > 0)
      .sort((p, q) => Number(p.stale === null) - Number(q.stale === null) || away(p) - away(q))
    if (this.unfinished && this.unfinished.tile !== todo[0]) this.leave()
    for (const tile of todo) {
      // What shows something already is painted at once, so that nothing half done is seen.
      if (tile.stale) for (const rect of tile.stale) atOnce(this.paintingRect(tile, rect, scale))
      else {
        const steps = this.unfinished?.steps ?? this.paintingRect(tile, WHOLE, scale)
        this.unfinished = { tile, steps }
        while (!steps.next().done) if (performance.now() >= until) return false
        this.unfinished = null
      }
      this.painted.tiles++
      tile.stale = []
      if (performance.now() >= until) return tile === todo.at(-1)
    }
    return true
  }

  /** Leaves a tile that was begun. */
  private leave(): void {
    this.unfinished?.steps.return()
    this.unfinished = null
  }

  private *paintingRect({ canvas, column, row }: Tile, rect: Rect, scale: number): Steps {
    const { picture, look } = this.shown!
    const context = canvas.getContext('2d')!
    const { x, y, width, height } = rect
    const box = growBox(
      {
        minX: (column * TILE + x) / scale,
        maxX: (column * TILE + x + width) / scale,
        minY: -(row * TILE + y + height) / scale,
        maxY: -(row * TILE + y) / scale,
      },
      inkMargin(look) / scale + picture.overhang,
    )
    context.save()
    try {
      context.setTransform(1, 0, 0, 1, 0, 0)
      context.beginPath()
      context.rect(x, y, width, height)
      context.clip()
      context.clearRect(x, y, width, height)
      context.setTransform(scale, 0, 0, -scale, -column * TILE, -row * TILE)
      yield* paintingPicture(context, picture, box, scale, look)
    } finally {
      context.restore()
    }
    this.painted.rectangles++
    this.painted.pixels += width * height
  }

  /** Shows the former scale, enlarged, where there is no sharp tile yet. */
  private showBefore(
    context: CanvasRenderingContext2D,
    visible: readonly Tile[],
    left: number,
    top: number,
  ): void {
    const { now, before } = this
    if (!before) return
    context.save()
    context.beginPath()
    for (const { column, row, stale } of visible)
      if (!stale) context.rect(column * TILE - left, row * TILE - top, TILE, TILE)
    context.clip()
    showEnlarged(context, before, now!.scale / before.scale, left, top)
    context.restore()
  }

  /** Lets go of tiles seen longest ago. */
  private forget({ tiles }: Sheeting, visible: readonly Tile[]): void {
    const most = visible.length * WINDOWS_KEPT
    for (const key of tiles.keys()) {
      if (tiles.size <= most) return
      tiles.delete(key)
    }
  }
}

function showEnlarged(
  context: CanvasRenderingContext2D,
  { tiles }: Sheeting,
  factor: number,
  left: number,
  top: number,
): void {
  const side = TILE * factor
  for (const { canvas, column, row, stale } of tiles.values())
    if (stale) context.drawImage(canvas, column * side - left, row * side - top, side, side)
}

const WHOLE: Rect = { x: 0, y: 0, width: TILE, height: TILE }
/** More rectangles than this in one tile become one. */
const MOST_RECTANGLES = 4

/** A rectangle more: joined to one it touches, or to all when there are many. */
function joined(rects: readonly Rect[], rect: Rect): Rect[] {
  const apart: Rect[] = []
  let all = rect
  for (const each of rects) {
    const touches =
      each.x <= all.x + all.width &&
      all.x <= each.x + each.width &&
      each.y <= all.y + all.height &&
      all.y <= each.y + each.height
    if (touches || rects.length >= MOST_RECTANGLES) all = around(all, each)
    else apart.push(each)
  }
  return [...apart, all]
}

function around(p: Rect, q: Rect): Rect {
  const [x, y] = [Math.min(p.x, q.x), Math.min(p.y, q.y)]
  return {
    x,
    y,
    width: Math.max(p.x + p.width, q.x + q.width) - x,
    height: Math.max(p.y + p.height, q.y + q.height) - y,
  }
}
