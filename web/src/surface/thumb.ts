import type { ThemeInstance } from 'vuetify'
import type { Box } from '@lamina/core/geometry'
import { rgb, type ScreenLook } from './painter'

/** How a box is laid into a small picture: its scale, and where its origin lies in pixels. */
export function thumbMap(
  { minX, minY, maxX, maxY }: Box,
  width: number,
  height: number,
  margin: number,
): { readonly scale: number; readonly x: number; readonly y: number } {
  const [wide, high] = [maxX - minX, maxY - minY]
  const scale = Math.min((width - 2 * margin) / wide, (height - 2 * margin) / high)
  return {
    scale,
    x: (width - wide * scale) / 2 - minX * scale,
    y: (height + high * scale) / 2 + minY * scale,
  }
}

/** The look of small pictures: thin lines of one width; sheets are paper in both themes. */
export function thumbLook(theme: ThemeInstance, sheet: boolean, ratio: number): ScreenLook {
  const { colors } = theme.current.value
  const light = theme.themes.value['light']!.colors
  return {
    ink: rgb(String(sheet ? light['ink'] : colors['ink'])),
    paper: rgb(String(sheet ? light['sheet'] : colors['paper'])),
    pixelsPerPaperMm: 0,
    thinnest: 0.55 * ratio,
    boldest: 0.9 * ratio,
  }
}
