import type { Scene } from '../derive'
import { turnedAbout, type DisplayItem } from '../display'
import { offsetFrom, unitAt, type Point } from '../geometry'
import { halfTurn, levelTurn } from '../lettering'
import { styleOf } from '../library'
import type { Note, Project } from '../records'
import { frameItems } from './frame'
import { PARTS } from './style'
import { blockItems, heightOf, setText, type TextBlock, type TextLook } from './textBlock'
import { wordsRead } from './textFields'

/** Ground is cleared so far around a note whose style clears none, mm on paper. */
export const USUAL_CLEAR = 0.6

function lookOf(
  note: Pick<Note, 'heightPaperMm' | 'leading' | 'widthPaperMm' | 'style' | 'clear'>,
  project: Project,
): TextLook {
  const { lettering, stacked, clearPaperMm } = styleOf(project, note.style)
  return {
    height: note.heightPaperMm,
    leading: note.leading ?? PARTS.leading,
    lettering: lettering ?? 'plain',
    stacked: stacked === true,
    width: note.widthPaperMm ?? null,
    clear: note.clear ? (clearPaperMm ?? USUAL_CLEAR) : clearPaperMm,
  }
}

/** A note as it is set, with its place: where its box begins along its base line, and how wide it is, mm on paper. */
function laidNote(
  note: Note,
  scene: Scene,
  scale: number,
): { look: TextLook; block: TextBlock; from: number; width: number } {
  const { look, block } = fitted(wordsRead(note, scene, scale), lookOf(note, scene.project), note.fitPaperMm)
  const width = note.widthPaperMm ?? block.width
  const from = note.align === 'start' ? 0 : note.align === 'middle' ? -width / 2 : -width
  return { look, block, from, width }
}

/** A text as it is set: in smaller letters where it would be higher than it may be, or a word of it wider. */
function fitted(
  words: string,
  look: TextLook,
  fit: number | undefined,
): { look: TextLook; block: TextBlock } {
  const block = setText(words, look)
  const fits =
    heightOf(block, look) <= (fit ?? Infinity) && !(look.width !== null && block.width > look.width)
  return fit === undefined || fits || look.height <= LEAST_LETTERS
    ? { look, block }
    : fitted(words, { ...look, height: Math.max(LEAST_LETTERS, look.height * FIT_STEP) }, fit)
}
/** What has to fit is set so much smaller at a time, down to this height, mm on paper. */
const FIT_STEP = 0.94
const LEAST_LETTERS = 0.5

/** A note at a scale, in real mm. Its point is on the base line of the first line, where lines begin, have their middle or end. */
export function layNote(note: Note, scene: Scene, scale: number): readonly DisplayItem[] {
  const { look, block, from, width } = laidNote(note, scene, scale)
  const u = unitAt(note.turn ?? 0)
  // One line in smaller letters keeps its base line, several keep where they begin.
  const up = block.lines.length > 1 ? note.heightPaperMm - look.height : 0
  const at = up === 0 ? note.at : offsetFrom(note.at, u, 0, up * scale)
  const items = blockItems(block, look, at, u, note.align, scale, note.id)
  const high = heightOf(block, look)
  const middle = offsetFrom(at, u, (from + width / 2) * scale, (look.height - high / 2) * scale)
  if (note.framed) items.push(...frameItems(note.framed, middle, u, width, high, scale, note.id))
  // One that was turned lies along something, which turns with the drawing.
  const by = note.turn === undefined ? levelTurn(scene.turned) : halfTurn(note.turn, scene.turned)
  return turnedAbout(items, middle, by)
}

/** How wide and high a note is as it is set, mm on paper. */
export function noteSize(note: Note, scene: Scene, scale: number): { width: number; height: number } {
  const { look, block } = laidNote(note, scene, scale)
  return { width: block.width, height: heightOf(block, look) }
}

/** Where a note is pulled wider or narrower: at its side. */
export function noteSide(note: Note, scene: Scene, scale: number): Point {
  const { look, from, width } = laidNote(note, scene, scale)
  const side = note.align === 'end' ? from : from + width
  return offsetFrom(note.at, unitAt(note.turn ?? 0), side * scale, (look.height / 2) * scale)
}

/** How wide a note is whose side is pulled to a point, mm on paper, to half of them. */
export function noteWidth(note: Note, to: Point, scale: number): number {
  const u = unitAt(note.turn ?? 0)
  const along = ((to.x - note.at.x) * u.x + (to.y - note.at.y) * u.y) / scale
  const width = note.align === 'middle' ? 2 * Math.abs(along) : note.align === 'start' ? along : -along
  return Math.max(LEAST_WIDTH, Math.round(width * 2) / 2)
}
/** A note is pulled no narrower than this, mm on paper. */
const LEAST_WIDTH = 4
