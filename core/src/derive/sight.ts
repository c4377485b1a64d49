import type { Box } from '../geometry'

/** What is looked at: what lies in a box, when so many mm lie in a pixel. */
export interface Sight {
  readonly box: Box
  readonly mmPerPixel: number
}
