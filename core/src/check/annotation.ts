import { figureBetween, layDimension, layRound, roundedTooMuch } from '../annotate'
import { boundingField, hatchOutlines, type Scene } from '../derive'
import { layText } from '../lettering'
import { boxCentre, middle, type Point } from '../geometry'
import { placedBox } from '../kinds'
import { isTied, writtenIn, type AnyRecord, type Dimension } from '../records'
import { styleOf } from '../library'
import { looseEnds, measuresTo } from '../ties'
import type { Found } from './matter'

/** What is open about something drafted or annotated on a board. */
export function draftedMatters(record: AnyRecord, scene: Scene): Found[] {
  const found: Found[] = []
  const { id } = record
  if (isTied(record)) {
    const ends = looseEnds(record, scene, scene.view === 'plan')
    const one = ends.find(({ why }) => why === 'lost') ?? ends[0]
    if (one)
      found.push({
        stage: 'annotate',
        key: `${one.why}-${id}`,
        text: TIED[record.kind][one.why],
        about: [id],
        at: one.at,
      })
  }
  if (record.kind === 'dimension') found.push(...rowMatters(record, scene), ...figureMatters(record, scene))
  if (record.kind === 'roundDimension') {
    const { figure } = record
    const { told, held } = layRound(record, scene, 1, scene.project.facts.units)
    if (figure?.instead !== undefined && !figure.accepted)
      found.push({
        stage: 'annotate',
        key: `figure-${id}`,
        text: `A figure says “${figure.instead}” where ${told} is measured.`,
        about: [id],
        at: held,
      })
  }
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
  const missing = writtenIn(record).flatMap(({ text }) => layText(text.replace(/\n/g, ''), 1).missing)
  if (missing.length > 0)
    found.push({
      stage: 'annotate',
      key: `letters-${id}`,
      text: `The lettering has no “${missing[0]}”; “?” stands for it.`,
      about: [id],
      at: boxCentre(placedBox(record)),
    })
  return found
}

/** Rows whose figures do not add up, and such as measure to one thing here and to another there. */
function rowMatters(dimension: Dimension, scene: Scene): Found[] {
  const found: Found[] = []
  const { id, from, mixed } = dimension
  const { units } = scene.project.facts
  const { lengths, ticks } = layDimension(dimension, scene, 1, units)
  const at = middle(ticks[0]!, ticks.at(-1)!)
  const { steps, said } =
    from === undefined
      ? roundedTooMuch(lengths, styleOf(scene.project, dimension.style), units)
      : { steps: 0, said: '' }
  if (steps !== 0)
    found.push({
      stage: 'annotate',
      key: `rounded-${id}`,
      text: `The figures of a row make ${said} ${steps > 0 ? 'more' : 'less'} than its length: each is rounded. Its style can let them add up.`,
      about: [id],
      at,
    })
  if (!mixed && measuresTo(dimension, scene) === 'mixed')
    found.push({
      stage: 'annotate',
      key: `mixed-${id}`,
      text: 'A row goes to finished faces, structure or axes of walls by turns.',
      about: [id],
      at,
    })
  return found
}

/** Figures that say something else than what is measured. */
function figureMatters(dimension: Dimension, scene: Scene): Found[] {
  const { figures, id } = dimension
  if (!figures) return []
  const { units } = scene.project.facts
  const { told, between, ticks, order } = layDimension(dimension, scene, 1, units)
  const tickOf = (anchor: number): Point => ticks[order.indexOf(anchor)]!
  const parts = between.flatMap(([i, k], n) => {
    const said = figureBetween(figures, i, k)
    return said ? [{ said, told: told[n]!, at: middle(tickOf(i), tickOf(k)) }] : []
  })
  const found = parts.flatMap(({ said: { instead, accepted }, told: measured, at }, n): Found[] =>
    instead === undefined || accepted
      ? []
      : [
          {
            stage: 'annotate',
            key: `figure-${id}-${n}`,
            text: `A figure says “${instead}” where ${measured} is measured.`,
            about: [id],
            at,
          },
        ],
  )
  const equal = parts.filter(({ said }) => said.equal)
  const lengths = [...new Set(equal.map(({ told: measured }) => measured))]
  if (lengths.length > 1)
    found.push({
      stage: 'annotate',
      key: `equal-${id}`,
      text: `Parts of a row that say they are equal are not: ${lengths.slice(0, -1).join(', ')} and ${lengths.at(-1)!}.`,
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
  roundDimension: {
    lost: 'An angle or the measure of an arc lost what it measured; it keeps its last place.',
    free: 'An angle or the measure of an arc is tied to nothing at one of its points; it does not follow the drawing.',
  },
  leader: {
    lost: 'A leader lost what it pointed to; it keeps its last place.',
    free: 'A leader points to nothing; it does not follow the drawing.',
  },
  levelMark: {
    lost: 'A level mark lost what it marked; it keeps its last place.',
    free: 'A level mark marks nothing; it does not follow the building.',
  },
  symbol: {
    lost: 'A symbol lost what it stood at; it keeps its last place.',
    free: 'A symbol is tied to nothing; it does not follow the drawing.',
  },
} as const
