import { strokeItem, textItem, type DisplayItem } from '../display'
import { pathBox } from '../geometry'
import type { DrawingOf, Project } from '../records'
import { formatHeight } from '../units'

/** Dashes, letters and their distance, paper mm. */
const SIZE = { dashes: [2, 1.6], text: 1.8, gap: 0.8 }

/** The places of a plan that are cut at another height, each with that height. They are no things to be taken. */
export const cutAreaItems = (
  { areas = [] }: DrawingOf<'plan'>,
  project: Project,
  scale: number,
): DisplayItem[] =>
  areas.flatMap(({ outline, cutHeight }) => {
    const { minX, minY } = pathBox(outline)
    const at = { x: minX + SIZE.gap * scale, y: minY + SIZE.gap * scale }
    const words = `cut at ${formatHeight(cutHeight, project.facts.units)}`
    return [
      strokeItem(outline, 'light', SIZE.dashes, scale, null),
      textItem(words, at, { height: SIZE.text * scale, align: 'start', source: null }),
    ]
  })
