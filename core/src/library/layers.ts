import { KINDS, type AnyRecord, type Id, type Layer, type LineType, type Project } from '../records'

const lineType = (id: string, name: string, ...dashesPaperMm: number[]): LineType => ({
  id: `line-type-${id}`,
  kind: 'lineType',
  name,
  dashesPaperMm,
})

/** Line types after ISO 128-2, as dashes and gaps on paper for pens of 0.18 to 0.35 mm. */
export const STANDARD_LINE_TYPES: readonly LineType[] = [
  lineType('continuous', 'Continuous'),
  lineType('dashed', 'Dashed', 3, 1.2),
  lineType('dashed-short', 'Short dashes', 1.5, 0.9),
  lineType('dashed-long', 'Long dashes', 7, 2),
  lineType('dotted', 'Dotted', 0.3, 1),
  lineType('dash-dot', 'Dash and dot', 7, 1, 0.3, 1),
  lineType('dash-two-dots', 'Dash and two dots', 8, 1, 0.3, 1, 0.3, 1),
]

const layer = (
  id: string,
  name: string,
  penMm: number,
  more: { tone?: number; type?: string; printed?: boolean } = {},
): Omit<Layer, 'order'> => ({
  id: `layer-${id}`,
  kind: 'layer',
  name,
  penMm,
  tone: more.tone ?? 0,
  lineType: `line-type-${more.type ?? 'continuous'}`,
  shown: true,
  locked: false,
  printed: more.printed ?? true,
})

/** Layers every new project starts with, named by what lies on them. Pens in widths of ISO 128-2. */
export const STANDARD_LAYERS: readonly Layer[] = [
  layer('grid', 'Grid lines', 0.18, { type: 'dash-dot', tone: 0.2 }),
  layer('guides', 'Guides', 0.13, { type: 'dashed-short', tone: 0.4, printed: false }),
  layer('boundary', 'Site boundary', 0.5, { type: 'dash-two-dots' }),
  layer('walls', 'Walls', 0.5),
  layer('columns', 'Columns', 0.5),
  layer('openings', 'Openings', 0.25),
  layer('fittings', 'Fittings and furniture', 0.25),
  layer('outlines', 'Outlines', 0.35),
  layer('lines', 'Lines', 0.25),
  layer('fine', 'Fine lines', 0.13, { tone: 0.2 }),
  layer('stairs', 'Stairs, ramps and balustrades', 0.25),
  layer('floors', 'Floor edges and voids', 0.25),
  layer('roofs', 'Roofs', 0.25),
  layer('rooms', 'Room tags and separating lines', 0.18),
  layer('framing', 'Joists, rafters and lintels', 0.18),
  layer('overhead', 'Overhead', 0.25, { type: 'dashed', tone: 0.1 }),
  layer('hidden', 'Hidden', 0.18, { type: 'dashed-short', tone: 0.1 }),
  layer('centre', 'Centre lines', 0.18, { type: 'dash-dot' }),
  layer('demolition', 'Demolition', 0.35, { type: 'dashed-long', tone: 0.2 }),
  layer('hatches', 'Hatches', 0.13, { tone: 0.35 }),
  layer('dimensions', 'Dimensions', 0.18),
  layer('notes', 'Notes and leaders', 0.18),
  layer('marks', 'Marks of views and levels', 0.18),
  layer('revisions', 'Revision clouds', 0.5),
].map((each, order) => ({ ...each, order }))

const CONTINUOUS = STANDARD_LINE_TYPES[0]!
const PLAIN: Layer = { ...layer('plain', 'Plain', 0.25), order: 0 }

/** The id of the layer a record lies on; null for what lies on none. */
export function layerIdOf(record: AnyRecord): Id | null {
  if ('layer' in record && record.layer !== undefined) return record.layer
  return KINDS[record.kind].layer
}

const STANDARD = new Map(STANDARD_LAYERS.map((each) => [each.id, each]))

/** The layer a record lies on: its own, or that of its kind, as the project has it or as it ships. */
export function layerOf(project: Project, record: AnyRecord): Layer {
  const id = layerIdOf(record)
  return id === null ? PLAIN : (project.find('layer', id) ?? STANDARD.get(id) ?? PLAIN)
}

/** The layer that things of a kind lie on by themselves, as it ships. */
export const standardLayerOf = (kind: AnyRecord['kind']): Layer =>
  STANDARD.get(KINDS[kind].layer ?? '') ?? PLAIN

/** Whether a record can be seen and changed: its layer is shown and not locked, and it is not set aside. */
export function isInReach(project: Project, record: AnyRecord): boolean {
  const { shown, locked } = layerOf(project, record)
  return shown && !locked && !project.setAside.has(record.id)
}

export const lineTypeOf = (project: Project, id: Id): LineType => project.find('lineType', id) ?? CONTINUOUS
