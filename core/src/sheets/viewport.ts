import { textItem, type DisplayItem } from '../display'
import { textWidth } from '../lettering'
import {
  IDENTITY,
  applyTo,
  boxCentre,
  boxHeight,
  boxWidth,
  combine,
  growBox,
  inverse,
  isEmptyBox,
  mapBox,
  turnBy,
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

type Crop = Pick<Viewport, 'crop' | 'turn'>
type Placed = Crop & Pick<Viewport, 'scale' | 'at'>

/** The map that turns a drawing, about its origin, as it lies in a viewport. */
export const turnIn = ({ turn }: Pick<Viewport, 'turn'>): Affine => (turn ? turnBy(turn) : IDENTITY)

/** The crop of a viewport in the drawing as it lies turned: about the same place of it. */
function cropIn(viewport: Crop): Box {
  const { crop } = viewport
  const { x, y } = applyTo(turnIn(viewport), boxCentre(crop))
  const [wide, high] = [boxWidth(crop) / 2, boxHeight(crop) / 2]
  return viewport.turn ? { minX: x - wide, minY: y - high, maxX: x + wide, maxY: y + high } : crop
}

/** The map from the drawing as it lies turned (real mm) to the sheet (paper mm). */
export function scaleMap(viewport: Placed): Affine {
  const k = 1 / viewport.scale
  const centre = boxCentre(cropIn(viewport))
  return { a: k, b: 0, c: 0, d: k, e: viewport.at.x - centre.x * k, f: viewport.at.y - centre.y * k }
}

/** The map from the drawing (real mm) to the sheet (paper mm). */
export const viewportMap = (viewport: Placed): Affine => combine(scaleMap(viewport), turnIn(viewport))

/**
 * What a viewport shows of its drawing as it lies turned: its crop, or all that the drawing holds.
 * @param extent of the drawing as it lies turned
 */
export function shownBox(viewport: Crop & Pick<Viewport, 'cropped' | 'scale'>, extent: Box): Box {
  return viewport.cropped || isEmptyBox(extent)
    ? cropIn(viewport)
    : growBox(extent, VIEWPORT_MARGIN * viewport.scale)
}

/** The place a viewport takes on the sheet, paper mm. */
export const viewportFrame = (viewport: Viewport, extent: Box): Box =>
  mapBox(scaleMap(viewport), shownBox(viewport, extent))

/** What a viewport becomes that is cropped to a box on its sheet, paper mm: all it shows stays where it is. */
export function croppedTo(viewport: Placed, box: Box): Pick<Viewport, 'crop' | 'at' | 'cropped'> {
  const { x, y } = applyTo(inverse(viewportMap(viewport)), boxCentre(box))
  const [wide, high] = [(boxWidth(box) * viewport.scale) / 2, (boxHeight(box) * viewport.scale) / 2]
  return {
    crop: { minX: x - wide, minY: y - high, maxX: x + wide, maxY: y + high },
    at: boxCentre(box),
    cropped: true,
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
