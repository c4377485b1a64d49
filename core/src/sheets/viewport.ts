import { textItem, type DisplayItem } from '../display'
import { textWidth } from '../lettering'
import {
  boxCentre,
  boxHeight,
  boxWidth,
  growBox,
  isEmptyBox,
  type Affine,
  type Box,
  type Point,
} from '../geometry'
import type { Viewport } from '../records'
import { standardScales, type Scale, type UnitSystem } from '../units'

/** Room left around a drawing in its viewport, paper mm. */
export const VIEWPORT_MARGIN = 4
/** Height kept below a viewport for its label, paper mm. */
export const LABEL_HEIGHT = 16

/** The map from the drawing (real mm) to the sheet (paper mm). */
export function viewportMap(viewport: Pick<Viewport, 'scale' | 'at' | 'crop'>): Affine {
  const k = 1 / viewport.scale
  const centre = boxCentre(viewport.crop)
  return { a: k, b: 0, c: 0, d: k, e: viewport.at.x - centre.x * k, f: viewport.at.y - centre.y * k }
}

/** What a viewport shows of its drawing: its crop, or all that the drawing holds. */
export function shownBox(viewport: Pick<Viewport, 'crop' | 'cropped' | 'scale'>, extent: Box): Box {
  return viewport.cropped || isEmptyBox(extent)
    ? viewport.crop
    : growBox(extent, VIEWPORT_MARGIN * viewport.scale)
}

/** The place a viewport takes on the sheet, paper mm. */
export function viewportFrame(viewport: Viewport, extent: Box): Box {
  const map = viewportMap(viewport)
  const shown = shownBox(viewport, extent)
  return {
    minX: map.a * shown.minX + map.e,
    minY: map.d * shown.minY + map.f,
    maxX: map.a * shown.maxX + map.e,
    maxY: map.d * shown.maxY + map.f,
  }
}

/**
 * The largest standard scale at which something of real size `extent` fits a place on paper; the smallest
 * there is when it fits at none. `extentAt` tells the extent at a scale, since annotation grows with it.
 */
export function largestScale(
  extentAt: (ratio: number) => Box,
  place: { readonly width: number; readonly height: number },
  system: UnitSystem,
): { scale: Scale; fits: boolean } {
  const scales = standardScales(system)
  for (const scale of scales) {
    const extent = extentAt(scale.ratio)
    const wide = boxWidth(extent) / scale.ratio + 2 * VIEWPORT_MARGIN
    const high = boxHeight(extent) / scale.ratio + 2 * VIEWPORT_MARGIN + LABEL_HEIGHT
    if (wide <= place.width && high <= place.height) return { scale, fits: true }
  }
  return { scale: scales[scales.length - 1]!, fits: false }
}

/** Number, title and scale under a viewport, paper mm. */
export function labelItems(
  frame: Box,
  number: number,
  title: string,
  scale: string,
  source: string,
): DisplayItem[] {
  const radius = 4.5
  const centre: Point = { x: frame.minX + radius + 1, y: frame.minY - 8 }
  const left = centre.x + radius + 2.5
  const width = Math.max(textWidth(title, 3.5, 500), textWidth(scale, 2.5)) + 4
  return [
    { kind: 'arc', pen: 'seen', x: centre.x, y: centre.y, radius, from: 0, sweep: 2 * Math.PI, source },
    textItem(
      String(number),
      { x: centre.x, y: centre.y - 1.75 },
      { height: 3.5, align: 'middle', weight: 500, source },
    ),
    textItem(title, { x: left, y: centre.y + 1.6 }, { height: 3.5, weight: 500, source }),
    {
      kind: 'segments',
      pen: 'seen',
      points: [centre.x + radius, centre.y, left + width, centre.y],
      source,
    },
    textItem(scale, { x: left, y: centre.y - 4.2 }, { height: 2.5, source }),
  ]
}
