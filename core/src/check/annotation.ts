import { figureBetween, layDimension } from '../annotate'
import { boundingField, hatchOutlines, type Scene } from '../derive'
import { layText } from '../display'
import { middle } from '../geometry'
import type { AnyRecord, Dimension } from '../records'
import { anchorsOf, holdAnchor } from '../ties'
import { formatLength } from '../units'
import type { Found } from './matter'

/** What is open about something drafted or annotated on a board. */
export function draftedMatters(record: AnyRecord, scene: Scene): Found[] {
  const found: Found[] = []
  const { id } = record
  if (record.kind === 'dimension' || record.kind === 'leader' || record.kind === 'levelMark') {
    const held = anchorsOf(record).map((anchor) => ({ anchor, ...holdAnchor(anchor, scene) }))
    const lost = held.find((each) => !each.held)
    const free = held.find(({ anchor }) => anchor.to === 'point')
    // A spot in a plan may stand on the open ground.
    const one = lost ?? (record.kind === 'levelMark' && scene.view === 'plan' ? undefined : free)
    if (one)
      found.push({
        stage: 'annotate',
        key: `${lost ? 'lost' : 'free'}-${id}`,
        text: TIED[record.kind][lost ? 'lost' : 'free'],
        about: [id],
        at: one.point,
      })
  }
  if (record.kind === 'dimension') found.push(...figureMatters(record, scene))
  if (record.kind === 'hatch') {
    const outlines = hatchOutlines(scene.project, record, () => boundingField(scene))
    const { x, y } = record.outlines[0]!.vertices[0]!
    if (!outlines.found)
      found.push({
        stage: 'fit-out',
        key: `hatch-${id}`,
        text: 'A hatch lost its outline; it keeps the last one.',
        about: [id],
        at: { x, y },
      })
  }
  if (record.kind === 'leader' || record.kind === 'note') {
    const { missing } = layText(record.text.replace(/\n/g, ''), 1)
    if (missing.length > 0)
      found.push({
        stage: 'annotate',
        key: `letters-${id}`,
        text: `The lettering has no “${missing[0]}”; “?” stands for it.`,
        about: [id],
        at: record.kind === 'note' ? record.at : record.tip.last,
      })
  }
  return found
}

/** Figures that say something else than what is measured. */
function figureMatters(dimension: Dimension, scene: Scene): Found[] {
  const { figures, id } = dimension
  if (!figures) return []
  const { units } = scene.project.facts
  const { lengths, between, ticks } = layDimension(dimension, scene, 1, units)
  const parts = between.flatMap(([i, k], n) => {
    const said = figureBetween(figures, i, k)
    return said ? [{ said, length: lengths[n]!, at: middle(ticks[n]!, ticks[n + 1]!) }] : []
  })
  const found = parts.flatMap(({ said: { instead, accepted }, length, at }, n): Found[] =>
    instead === undefined || accepted
      ? []
      : [
          {
            stage: 'annotate',
            key: `figure-${id}-${n}`,
            text: `A figure says “${instead}” where ${formatLength(length, units)} is measured.`,
            about: [id],
            at,
          },
        ],
  )
  const equal = parts.filter(({ said }) => said.equal)
  const told = [...new Set(equal.map(({ length }) => formatLength(length, units)))]
  if (told.length > 1)
    found.push({
      stage: 'annotate',
      key: `equal-${id}`,
      text: `Parts of a row that say they are equal are not: ${told.slice(0, -1).join(', ')} and ${told.at(-1)!}.`,
      about: [id],
      at: equal[0]!.at,
    })
  return found
}

/** What is said of annotation that nothing holds. */
const TIED = {
  dimension: {
    lost: 'A dimension lost what it measured; it keeps its last place.',
    free: 'An end of a dimension is tied to nothing; it does not follow the drawing.',
  },
  leader: {
    lost: 'A leader lost what it pointed to; it keeps its last place.',
    free: 'A leader points to nothing; it does not follow the drawing.',
  },
  levelMark: {
    lost: 'A level mark lost what it marked; it keeps its last place.',
    free: 'A level mark marks nothing; it does not follow the building.',
  },
} as const
