import type { Surface } from './fixture'

/** Whether anything of the drawing is painted at a place of the board, mm: within a pixel of it. */
export async function isPainted(surface: Surface, x: number, y: number): Promise<boolean> {
  const at = await surface.toScreen(x, y)
  return surface.element.evaluate((board, { x: px, y: py }) => {
    const drawing = board.querySelectorAll('canvas')[1]!
    const box = drawing.getBoundingClientRect()
    const ratio = drawing.width / box.width
    const { data } = drawing
      .getContext('2d')!
      .getImageData(Math.round((px - box.left) * ratio) - 1, Math.round((py - box.top) * ratio) - 1, 3, 3)
    return data.some((value, i) => i % 4 === 3 && value > 90)
  }, at)
}
