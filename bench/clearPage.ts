import { pictureOf } from '../core/src/annotate'
import { PLAIN_LOOK, sceneOf, type Picture, type PlanLook } from '../core/src/derive'
import { STANDARD_STYLE } from '../core/src/library'
import type { Linework } from '../core/src/records'
import { atOnce } from '../core/src/steps'
import { PLAN, projectWith } from '../core/test/wallFixture'
import { paintingPicture } from '../web/src/surface/painter'
import { annotations } from './annotations'

const LOOK: PlanLook = { ...PLAIN_LOOK, scale: 50 }
const look = { ink: [30, 42, 56], paper: [255, 255, 255], pixelsPerPaperMm: 1, thinnest: 1, boldest: 3 }

/** The same board with clear ground and without. */
function boards(): { readonly clear: Picture; readonly plain: Picture } {
  const { clearPaperMm: _, ...plainStyle } = STANDARD_STYLE
  // Fine lines lie beneath all of it.
  const lines = Array.from({ length: 400 }, (_, i): Linework => ({
    id: `l${i}`,
    kind: 'linework',
    drawing: PLAN.id,
    layer: 'layer-lines',
    shape: {
      form: 'path',
      path: {
        vertices: [
          { x: -500, y: i * 251, sweep: 0 },
          { x: 170_000, y: i * 251 + 90, sweep: 0 },
        ],
        closed: false,
      },
    },
  }))
  const records = [...lines, ...annotations(5000, 70, { x: 2400, y: 1400 })]
  const board = (style: typeof plainStyle): Picture => {
    const project = projectWith(PLAN, style, ...records)
    return pictureOf(sceneOf(project, project.need('drawing', PLAN.id)), LOOK)
  }
  return { clear: board(STANDARD_STYLE), plain: board(plainStyle) }
}

/** Pixels to one mm: as zoomed to paper size, where all letters can just be read, and the whole board. */
const ZOOMS = { 'at its size on paper': 0.0756, 'letters just readable': 0.024, 'the whole board': 0.0076 }

/** The least time of a frame of each, ms. */
function measure(): { what: string; clear: number; plain: number }[] {
  const context = document.querySelector('canvas')!.getContext('2d', { willReadFrequently: true })!
  const { clear, plain } = boards()
  return Object.entries(ZOOMS).map(([what, zoom]) => {
    const box = { minX: 0, minY: 0, maxX: 1280 / zoom, maxY: 800 / zoom }
    const frame = (picture: Picture): number => {
      context.setTransform(1, 0, 0, 1, 0, 0)
      context.clearRect(0, 0, 1280, 800)
      context.getImageData(0, 0, 1, 1)
      const start = performance.now()
      context.setTransform(zoom, 0, 0, -zoom, 0, 800)
      atOnce(paintingPicture(context, picture, box, zoom, look))
      // Reading a pixel back waits until everything is really painted.
      context.getImageData(0, 0, 1, 1)
      return performance.now() - start
    }
    const least = { clear: Infinity, plain: Infinity }
    for (let i = 0; i < 15; i++) {
      least.plain = Math.min(least.plain, frame(plain))
      least.clear = Math.min(least.clear, frame(clear))
    }
    return { what, ...least }
  })
}

;(window as unknown as { measure: typeof measure }).measure = measure
