import { levelled, strokeItem, textItem, type DisplayItem } from '../display'
import { direction, dot, offsetFrom, pathOfPoints, type Path, type Point } from '../geometry'
import { sightCorners } from '../kinds'
import { textWidth, type Turned } from '../lettering'
import type { Drawing, DrawingOf, Id, Project, StandingView } from '../records'
import { framesOf } from '../views'

/** Sizes of marks on paper, mm. */
const MARK = { radius: 4.2, text: 3.2, small: 1.9, stroke: 8, arrow: 2.6 }
/** The middle of the sheet's number so far below the centre of a mark, paper mm. */
const SHEET = 1.8
/** A section line after ISO 128-3: a thin chain line, thick at its ends. */
const CHAIN = [7, 1, 0.3, 1]

/** Where a drawing lies on a sheet: the number of its viewport, and of the sheet; null: on none. */
export function placeOnSheet(
  project: Project,
  drawing: Drawing,
): { readonly number: number; readonly sheet: string } | null {
  const [first] = project
    .dependents(drawing.id)
    .flatMap((id) => project.find('viewport', id) ?? [])
    .map((viewport) => ({ number: viewport.number, sheet: project.need('sheet', viewport.sheet) }))
    .sort((p, q) => p.sheet.order - q.sheet.order || p.number - q.number)
  return first ? { number: first.number, sheet: first.sheet.number } : null
}

/** The mark of a drawing on another: never typed, but told from the drawing and from where it lies. */
export function viewMarkItems(
  drawing: Drawing,
  project: Project,
  scale: number,
  turned?: Turned,
): DisplayItem[] {
  switch (drawing.view) {
    case 'section':
      return sectionMark(drawing, project, scale, turned)
    case 'elevation':
      return elevationMark(drawing, project, scale, turned)
    case 'detail':
      return drawing.of ? detailMark(drawing, drawing.of.outline, project, scale, turned) : []
    case 'interior':
      return drawing.stands ? interiorMark(drawing, drawing.stands.at, project, scale, turned) : []
    case 'cutaway':
    case 'plan':
    case 'block':
      return []
  }
}

function sectionMark(
  drawing: DrawingOf<'section'>,
  project: Project,
  scale: number,
  turned: Turned | undefined,
): DisplayItem[] {
  const source = drawing.id
  const corners = sightCorners(drawing)
  const u = direction(drawing.a, drawing.b)
  const mm = (paper: number): number => paper * scale
  const items: DisplayItem[] = [strokeItem(pathOfPoints(corners, false), 'dimension', CHAIN, scale, source)]
  for (const [end, out] of [
    [corners[0]!, -1],
    [corners[corners.length - 1]!, 1],
  ] as const) {
    const inner = offsetFrom(end, u, -out * mm(MARK.stroke))
    items.push({ kind: 'line', pen: 'cut', points: [end.x, end.y, inner.x, inner.y], closed: false, source })
    items.push(...balloon(drawing, project, offsetFrom(end, u, out * mm(MARK.radius)), u, scale, turned))
  }
  return items
}

function elevationMark(
  drawing: DrawingOf<'elevation'>,
  project: Project,
  scale: number,
  turned: Turned | undefined,
): DisplayItem[] {
  const { a, b } = drawing
  const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 }
  return balloon(drawing, project, middle, direction(a, b), scale, turned)
}

/** A disc with an arrow to each side that is looked to. */
function interiorMark(
  drawing: DrawingOf<'interior'>,
  at: Point,
  project: Project,
  scale: number,
  turned: Turned | undefined,
): DisplayItem[] {
  const looks: Point[] = []
  for (const { looking } of framesOf(project, drawing)) {
    const away = { x: looking.right.x, y: looking.right.y }
    if (looks.every((each) => dot(each, away) < ONE_LOOK)) looks.push(away)
  }
  return [
    ...looks.flatMap((u) => arrowItems(drawing.id, at, u, scale)),
    ...discItems(drawing, project, at, scale, turned),
  ]
}
/** Walls whose directions differ by less than about 10° share an arrow. */
const ONE_LOOK = Math.cos(Math.PI / 18)

/** A disc with the drawing's letter, an arrow on it the way it looks, and where it lies beneath the letter. */
function balloon(
  drawing: DrawingOf<StandingView>,
  project: Project,
  centre: Point,
  u: Point,
  scale: number,
  turned: Turned | undefined,
): DisplayItem[] {
  return [...arrowItems(drawing.id, centre, u, scale), ...discItems(drawing, project, centre, scale, turned)]
}

/** The arrow of a mark, looking to the left of a direction. */
function arrowItems(source: Id, centre: Point, u: Point, scale: number): DisplayItem[] {
  const r = MARK.radius * scale
  const at = (along: number, aside: number): number[] => {
    const p = offsetFrom(centre, u, along, aside)
    return [p.x, p.y]
  }
  // The arrow touches the disc where lines at 45° to the way it looks do.
  const side = r * Math.SQRT1_2
  const reach = r + MARK.arrow * scale
  return [
    { kind: 'fill', tone: 0, loops: [[...at(-side, side), ...at(0, reach), ...at(side, side)]], source },
  ]
}

/** The disc of a mark with its letter. */
function discItems(
  drawing: Drawing & { readonly mark: string },
  project: Project,
  centre: Point,
  scale: number,
  turned: Turned | undefined,
): DisplayItem[] {
  const source = drawing.id
  const r = MARK.radius * scale
  return [
    { kind: 'disc', tone: 1, x: centre.x, y: centre.y, radius: r, source },
    {
      kind: 'arc',
      pen: 'seen',
      x: centre.x,
      y: centre.y,
      radius: r,
      from: 0,
      sweep: 2 * Math.PI,
      source,
    },
    ...levelled(letterItems(drawing, project, centre, scale), turned, centre),
  ]
}

/** How far words stay within the circle of a mark, paper mm. */
const CLEAR = 0.45

/** How high words are so that they stay within the circle of a mark, so far below its centre, paper mm. */
function fitted(text: string, height: number, below: number): number {
  let fits = height
  while (fits > MARK.small / 2) {
    const foot = below + fits / 2
    const half = Math.sqrt(Math.max(0, (MARK.radius - CLEAR) ** 2 - foot ** 2))
    if (textWidth(text, fits) <= 2 * half) break
    fits *= 0.96
  }
  return fits
}

/** The letter of a drawing, with the number of its viewport over that of its sheet once it lies on one. */
function letterItems(
  drawing: Drawing & { readonly mark: string },
  project: Project,
  centre: Point,
  scale: number,
): DisplayItem[] {
  const source = drawing.id
  const mm = (paper: number): number => paper * scale
  const place = placeOnSheet(project, drawing)
  const size = drawing.mark.length > 2 ? MARK.text * 0.75 : MARK.text
  const line = (text: string, height: number, y: number): DisplayItem =>
    textItem(
      text,
      { x: centre.x, y: centre.y + mm(y) - mm(height) / 2 },
      { height: mm(height), align: 'middle', source },
    )
  if (!place) return [line(drawing.mark, size, 0)]
  const half = mm(MARK.radius * 0.86)
  return [
    line(drawing.mark, size * 0.85, 1.5),
    {
      kind: 'line',
      pen: 'light',
      points: [centre.x - half, centre.y - mm(0.4), centre.x + half, centre.y - mm(0.4)],
      closed: false,
      source,
    },
    line(place.sheet, fitted(place.sheet, MARK.small, SHEET), -SHEET),
  ]
}

/** An outline round a place, with its letter at a corner. */
function detailMark(
  drawing: DrawingOf<'detail'>,
  outline: Path,
  project: Project,
  scale: number,
  turned: Turned | undefined,
): DisplayItem[] {
  const source = drawing.id
  const mm = (paper: number): number => paper * scale
  const corner = outline.vertices.reduce((best, p) => (p.x + p.y > best.x + best.y ? p : best))
  const centre = { x: corner.x + mm(MARK.radius + 2), y: corner.y + mm(MARK.radius + 2) }
  const u = direction(corner, centre)
  const edge = offsetFrom(centre, u, -mm(MARK.radius))
  return [
    strokeItem(outline, 'seen', [4, 1.2], scale, source),
    {
      kind: 'line',
      pen: 'dimension',
      points: [corner.x, corner.y, edge.x, edge.y],
      closed: false,
      source,
    },
    { kind: 'disc', tone: 1, x: centre.x, y: centre.y, radius: mm(MARK.radius), source },
    {
      kind: 'arc',
      pen: 'seen',
      x: centre.x,
      y: centre.y,
      radius: mm(MARK.radius),
      from: 0,
      sweep: 2 * Math.PI,
      source,
    },
    ...levelled(letterItems(drawing, project, centre, scale), turned, centre),
  ]
}
