import { readable, strokeItem, textItem, type DisplayItem } from '../display'
import { cutHeightAt, ownCut } from '../building'
import type { Scene } from '../derive'
import { pathOf, straight, type Point } from '../geometry'
import { levelTurn } from '../lettering'
import { STANDARD_STYLE, styleOf } from '../library'
import type { AnnotationStyle, LevelMark, Project } from '../records'
import { floorAt } from '../solids'
import { laidBack, turnedSheet } from './laidTurned'
import { lettersOf, widthIn, writtenIn } from './style'
import { holdAnchor } from '../ties'
import { formatHeight } from '../units'
import { isUpright, type Frame } from '../views'

/** Sizes as multiples of the lettering: the triangle, the arms of a spot, between line and figure, past the figure. */
const SIZE = { symbol: 0.9, spot: 0.6, gap: 0.4, past: 0.5 } as const

/**
 * The height above datum of what a level mark marks, mm: in a plan the floor there or what is typed, elsewhere how high
 * up the point lies. Null where drawings show no heights.
 */
export function markedHeight(mark: Pick<LevelMark, 'height'>, point: Point, scene: Scene): number | null {
  switch (scene.view) {
    case 'plan': {
      const { project, level } = scene
      return mark.height === undefined
        ? floorAt(project, level, point, cutHeightAt(level, ownCut(scene.board), point))
        : level.elevation + mark.height
    }
    case 'derived': {
      if (scene.beneath) return markedHeight(mark, point, scene.beneath)
      const frame = pictureAt(scene.frames, point)
      // On a blank board heights are told from its origin.
      if (!frame) return point.y
      return isUpright(frame) ? point.y - frame.offset.y : null
    }
    case 'block':
    case 'sheet':
    case 'title':
      return null
  }
}

/** The picture of several that a place lies in; the first beside all. */
const pictureAt = (frames: readonly Frame[], { x, y }: Point): Frame | undefined =>
  frames.find(({ border }) => {
    const box = border?.box
    return box && x >= box.minX && x <= box.maxX && y >= box.minY && y <= box.maxY
  }) ?? frames[0]

/** What a level mark says of a height above datum, or above the level it is told from. */
export function levelWords(
  mark: Pick<LevelMark, 'name' | 'from' | 'style'>,
  height: number,
  project: Project,
): string {
  const from = mark.from === undefined ? undefined : project.find('level', mark.from)
  const style = styleOf(project, mark.style)
  const figure = formatHeight(height - (from?.elevation ?? 0), project.facts.units, style.heights)
  const name = mark.name ?? from?.name
  return writtenIn(style, name ? `${name} ${figure}` : figure)
}

/** A level mark in a drawing. */
export function layLevelMark(mark: LevelMark, scene: Scene, scale: number): readonly DisplayItem[] {
  return levelMarkAt(mark, holdAnchor(mark.at, scene).point, scene, scale)
}

/** A level mark at a place: in plans level where it is seen, elsewhere along its height. */
export function levelMarkAt(
  mark: LevelMark,
  point: Point,
  scene: Scene,
  scale: number,
): readonly DisplayItem[] {
  const { project, turned } = scene
  const height = markedHeight(mark, point, scene)
  const words = height === null ? '–' : levelWords(mark, height, project)
  const style = styleOf(project, mark.style)
  if (!isFromAbove(scene))
    return drawLevelMark(mark, point, words, false, scale, style).flatMap((item) =>
      item.kind === 'text' ? readable([item], 0, turned) : [item],
    )
  const sheet = turnedSheet(-levelTurn(turned))
  return laidBack(drawLevelMark(mark, sheet.to(point), words, true, scale, style), sheet)
}

/** Whether heights are told of places that are looked at from above. */
export function isFromAbove(scene: Scene): boolean {
  return (
    scene.view === 'plan' ||
    (scene.view === 'derived' && scene.beneath !== null && isFromAbove(scene.beneath))
  )
}

/**
 * A level mark with its words: in plans a cross on the spot, elsewhere a triangle that stands on the height it marks,
 * full for what is finished and open for structure, with a line out from what it marks.
 */
export function drawLevelMark(
  mark: Pick<LevelMark, 'shiftPaperMm' | 'structure'> & { readonly id: LevelMark['id'] | null },
  point: Point,
  words: string,
  inPlan: boolean,
  scale: number,
  style: AnnotationStyle = STANDARD_STYLE,
): DisplayItem[] {
  const source = mark.id
  const letters = style.textPaperMm * scale
  const sense = mark.shiftPaperMm < 0 ? -1 : 1
  const at = { x: point.x + mark.shiftPaperMm * scale, y: point.y }
  const gap = SIZE.gap * letters
  const length = widthIn(style, words) * scale
  const line = (...points: Point[]): DisplayItem => ({
    kind: 'line',
    pen: 'dimension',
    points: points.flatMap(({ x, y }) => [x, y]),
    closed: false,
    source,
  })
  const text = (from: Point): DisplayItem =>
    textItem(words, from, { ...lettersOf(style, scale), align: sense < 0 ? 'end' : 'start', source })
  if (inPlan) {
    const arm = SIZE.spot * letters
    return [
      line({ x: point.x - arm, y: point.y }, { x: point.x + arm, y: point.y }),
      line({ x: point.x, y: point.y - arm }, { x: point.x, y: point.y + arm }),
      text({ x: at.x + sense * (arm + gap), y: at.y + gap }),
    ]
  }
  const half = SIZE.symbol * letters
  const corners = [at.x, at.y, at.x + half, at.y + half, at.x - half, at.y + half]
  const end = at.x + sense * (half + gap + length + SIZE.past * letters)
  return [
    strokeItem(pathOf([straight(point, { x: end, y: at.y })], false), 'dimension', [], scale, source),
    mark.structure
      ? { kind: 'line', pen: 'dimension', points: corners, closed: true, source }
      : { kind: 'fill', tone: 0, loops: [corners], source },
    text({ x: at.x + sense * (half + gap), y: at.y + gap }),
  ]
}
