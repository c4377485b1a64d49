import type { PenTable } from '@lamina/core/display'
import type { Camera } from './camera'
import { rgb, type ScreenLook } from './painter'

/** How what lies on paper is painted on the screen: as it is plotted, but for lines too fine to be seen. */
export const paperLook = (
  camera: Camera,
  light: (name: string) => string,
  pens: PenTable,
  only?: string,
): ScreenLook => ({
  ink: rgb(light('ink')),
  paper: [255, 255, 255],
  pixelsPerPaperMm: camera.scale,
  pens,
  thinnest: 0.6,
  boldest: Infinity,
  ...(only ? { only } : {}),
})
