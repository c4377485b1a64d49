import type { PenTable } from '@lamina/core/display'
import { growBox, isEmptyBox, type Box } from '@lamina/core/geometry'
import { fitBox, type Camera } from './camera'
import { rgb, type ScreenLook } from './painter'

/** So much room rows of dimensions take, paper mm. */
const ROWS_PAPER_MM = 20
/** Shown when nothing is drawn yet: a plot of 16 × 10 m, or 50' × 32'. */
const BLANK: Box = { minX: -2000, minY: -2000, maxX: 16000, maxY: 10500 }

/** Around what is to be seen of a board: what is drawn, and room for rows of dimensions around it. */
export const boardExtent = (drawn: Box, readingScale: number): Box =>
  isEmptyBox(drawn) ? BLANK : growBox(drawn, ROWS_PAPER_MM * readingScale)

/** Room left around that, pixels. */
export const BOARD_MARGIN = 40

/** The camera that shows all of a board. */
export const cameraOn = (camera: Camera, drawn: Box, readingScale: number): Camera =>
  fitBox(camera, boardExtent(drawn, readingScale), BOARD_MARGIN)

export interface BoardLook {
  readonly readingScale: number
  readonly pens: PenTable
  readonly trueWeights: boolean
}

/** Equal as long as a board looks the same, whatever the scale of the screen. */
export const boardKey = (theme: string, { readingScale, pens, trueWeights }: BoardLook): string =>
  [theme, trueWeights, readingScale, JSON.stringify(pens)].join(' ')

/** How a board is painted on the screen, in the colours of a theme. */
export const boardLook = (
  camera: Camera,
  colour: (name: string) => string,
  { readingScale, pens, trueWeights }: BoardLook,
): ScreenLook => ({
  ink: rgb(colour('ink')),
  paper: rgb(colour('paper')),
  pixelsPerPaperMm: camera.scale * readingScale,
  pens,
  thinnest: 0.8,
  boldest: trueWeights ? Infinity : 2.4,
})
