import type { Framed } from '@lamina/core/annotate'
import type { OfWall } from '@lamina/core/building'
import { seamTypes, type Gathered, type SeamType } from '@lamina/core/records'

/** What of walls rows of dimensions measure to. */
export const MEASURES: readonly { readonly value: OfWall; readonly title: string }[] = [
  { value: 'finish', title: 'Finished faces' },
  { value: 'structure', title: 'Structure' },
  { value: 'axis', title: 'Axes' },
]
/** What a row was made of. */
export const GATHERED_WORDS: Readonly<Record<Gathered, string>> = {
  openings: 'the corners and openings of a side',
  centres: 'the corners of a side and the centres of its openings',
  corners: 'the corners of a side',
  overall: 'the whole of a side',
  crossed: 'what it crosses',
  grid: 'the grid lines',
  'sills and heads': 'floors, sills, heads and eaves',
  floors: 'floors, eaves and ridges',
  'whole height': 'the whole height',
}
/** What of arcs is measured. */
export const ROUND = [
  { value: 'radius', title: 'Radius' },
  { value: 'diameter', title: 'Diameter' },
  { value: 'arc', title: 'Length of the arc' },
] as const
/** Frames of texts; a box is simply told as a frame. */
export const FRAMES: readonly { readonly value: Framed | null; readonly title: string }[] = [
  { value: null, title: 'None' },
  { value: true, title: 'Box' },
  { value: 'circle', title: 'Circle' },
  { value: 'hexagon', title: 'Hexagon' },
  { value: 'lozenge', title: 'Lozenge' },
  { value: 'triangle', title: 'Triangle' },
]
/** Seams of welds. */
export const SEAMS: readonly { readonly value: SeamType | null; readonly title: string }[] = [
  { value: null, title: 'None' },
  ...seamTypes.map((value) => ({ value, title: value[0]!.toUpperCase() + value.slice(1) })),
]
/** How figures of rows are measured. */
export const READS = [
  { value: 'chain', title: 'One by one' },
  { value: 'running', title: 'Running' },
] as const
export const RAIL_SIDES = [
  { value: 'none', title: 'None' },
  { value: 'left', title: 'On its left' },
  { value: 'right', title: 'On its right' },
  { value: 'both', title: 'On both sides' },
]
export const STAIR_MADE = [
  { value: 'flights', title: 'Flights, sloping beneath' },
  { value: 'strings', title: 'Treads between strings' },
  { value: 'solid', title: 'Whole, down to the floor' },
]
export const HANDS = [
  { value: 'left', title: 'To the left' },
  { value: 'right', title: 'To the right' },
]
export const RAIL_MADE = [
  { value: 'balusters', title: 'With balusters' },
  { value: 'glass', title: 'With glass' },
  { value: 'handrail', title: 'Handrail alone' },
]
export const DORMER_FORMS = [
  { value: 'double', title: 'Two slopes, gabled' },
  { value: 'mono', title: 'One slope' },
]
export const ROOF_FORMS = [
  { value: 'flat', title: 'Flat' },
  { value: 'mono', title: 'One slope' },
  { value: 'double', title: 'Two slopes' },
  { value: 'hipped', title: 'Hipped' },
]
export const OVERHEAD_THINGS = [
  { value: 'beam', title: 'Beam' },
  { value: 'roof edge', title: 'Roof edge' },
  { value: 'rooflight', title: 'Rooflight' },
  { value: 'bridge', title: 'Bridge' },
  { value: 'wall cupboard', title: 'Wall cupboard' },
]
