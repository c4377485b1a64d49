import type { AnnotationStyle, Id, PenRecord, PenRole, Project } from '../records'

const pen = (role: PenRole, widthMm: number, tone: number): PenRecord => ({
  id: `pen-${role}`,
  kind: 'pen',
  role,
  widthMm,
  tone,
})

/** Pens every project starts with, in widths of ISO 128-2: 0.13, 0.18, 0.25, 0.35, 0.5, 0.7 mm. */
export const STANDARD_PENS: readonly PenRecord[] = [
  pen('layer', 0.18, 0.1),
  pen('seen', 0.25, 0),
  pen('light', 0.13, 0.3),
  pen('hatch', 0.13, 0.35),
  pen('dimension', 0.18, 0),
  pen('tick', 0.5, 0),
  pen('swing', 0.18, 0.15),
  pen('hidden', 0.25, 0.2),
  pen('frame', 0.7, 0),
  pen('rule', 0.25, 0.2),
]

/** The pen of a role as it ships. */
export const standardPen = (role: PenRole): PenRecord => STANDARD_PENS.find((each) => each.role === role)!

/** What is drawn with each. */
export const PEN_WORDS: Record<PenRole, string> = {
  layer: 'Between the strips of what is cut',
  seen: 'Seen beyond the cut',
  light: 'Light detail',
  hatch: 'Patterns',
  dimension: 'Dimension and leader lines',
  tick: 'Ends of dimensions',
  swing: 'Swings of doors and windows',
  hidden: 'Overhead, hidden, and what has a fault',
  frame: 'Frame of a sheet',
  rule: 'Lines of a title block',
}

/** Sizes after ISO 129-1 and ISO 3098 as the building trade uses them. */
export const STANDARD_STYLE: AnnotationStyle = {
  id: 'style-standard',
  kind: 'annotationStyle',
  name: 'Standard',
  textPaperMm: 2.5,
  ends: 'oblique',
  endPaperMm: 2.6,
  extensionGapPaperMm: 1.5,
  extensionPastPaperMm: 1.8,
  linePastPaperMm: 1.8,
  firstRowPaperMm: 10,
  rowPaperMm: 8,
  clearPaperMm: 0.5,
  tip: 'dot',
}

/** Annotation styles every project starts with. */
export const STANDARD_STYLES: readonly AnnotationStyle[] = [
  STANDARD_STYLE,
  {
    ...STANDARD_STYLE,
    id: 'style-arrows',
    name: 'Arrowheads',
    ends: 'arrow',
    linePastPaperMm: 0,
    tip: 'arrow',
  },
  {
    ...STANDARD_STYLE,
    id: 'style-small',
    name: 'Small dots',
    textPaperMm: 2,
    ends: 'dot',
    endPaperMm: 1,
    linePastPaperMm: 1,
    rowPaperMm: 6,
  },
]

/** The annotation style of an id, or the one everything starts with. */
export const styleOf = (project: Project, id: Id | null | undefined): AnnotationStyle =>
  (id ? project.find('annotationStyle', id) : undefined) ??
  project.find('annotationStyle', STANDARD_STYLE.id) ??
  STANDARD_STYLE
