import type { SeenAs } from '../building'
import { layerIdOf } from '../library'
import {
  statusOf,
  type AnyRecord,
  type DrawnAs,
  type Lens,
  type LensRule,
  type Project,
  type Status,
} from '../records'
import { levelOf } from '../solids'

/** How a lens draws a thing, where that is not as it is. */
export interface Manner {
  readonly shown: boolean
  readonly dashed: boolean
  /** What is cut of it is filled evenly. */
  readonly filled: boolean
  /** Its faces are without patterns. */
  readonly plain: boolean
  /** Left out: its own pen, its own tone, which may be a colour. */
  readonly penMm?: number
  readonly tone?: number | string
}

const AS_IT_IS: Manner = { shown: true, dashed: false, filled: false, plain: false }

/** What of a look tells things apart. */
export interface Telling extends Pick<Lens, 'statuses' | 'rules'> {
  readonly printing: boolean
}

/** How something is drawn that is existing, removed or new, where a lens says nothing of it: what goes is dashed. */
const USUAL: Readonly<Record<Status, DrawnAs>> = { existing: 'as it is', removed: 'dashed', new: 'as it is' }

/** What becomes of a thing: an opening goes with its wall. */
function fateOf(project: Project, record: AnyRecord): Status | null {
  const own = statusOf(record)
  if (record.kind !== 'opening' || own === 'removed') return own
  return project.find('wall', record.wall)?.status === 'removed' ? 'removed' : own
}

function holdsFor(project: Project, record: AnyRecord, rule: LensRule): boolean {
  switch (rule.by) {
    case 'kind':
      return record.kind === rule.kind
    case 'layer':
      return layerIdOf(record) === rule.layer
    case 'level':
      return levelOf(project, record) === rule.level
  }
}

/** How a look draws a record: by what becomes of it, then by the rules for its kind, its layer and its level in turn. */
export function mannerOf(project: Project, record: AnyRecord, { statuses = USUAL, rules }: Telling): Manner {
  const fate = fateOf(project, record)
  const as = fate === null ? 'as it is' : statuses[fate]
  let manner = as === 'as it is' ? AS_IT_IS : asTold(as)
  for (const rule of rules ?? []) {
    if (!holdsFor(project, record, rule)) continue
    const { shown, penMm, tone, colour, dashed, plain } = rule
    manner = {
      ...manner,
      ...(shown === false ? { shown } : {}),
      ...(dashed ? { dashed } : {}),
      ...(plain ? { plain } : {}),
      ...(penMm === undefined ? {} : { penMm }),
      ...(colour === undefined ? (tone === undefined ? {} : { tone }) : { tone: colour }),
    }
  }
  return manner
}

function asTold(as: DrawnAs): Manner {
  switch (as) {
    case 'as it is':
      return AS_IT_IS
    case 'dashed':
      return { ...AS_IT_IS, dashed: true }
    case 'filled':
      return { ...AS_IT_IS, filled: true }
    case 'left out':
      return { ...AS_IT_IS, shown: false }
  }
}

export const isAsItIs = ({ shown, dashed, filled, plain, penMm, tone }: Manner): boolean =>
  shown && !dashed && !filled && !plain && penMm === undefined && tone === undefined

/** Whether a look shows the building as it stands before the works: with what goes, without what is new. */
export const showsBefore = ({ statuses }: Pick<Lens, 'statuses'>): boolean =>
  statuses !== undefined &&
  statuses.new === 'left out' &&
  (statuses.removed === 'as it is' || statuses.removed === 'filled')

/** Whether what is worked out of the building holds a part: what goes only where a lens says so. */
export function standsFor(
  project: Project,
  record: AnyRecord,
  lens: Pick<Lens, 'statuses' | 'rules'>,
): boolean {
  if (!lens.statuses && fateOf(project, record) === 'removed') return false
  return mannerOf(project, record, { ...lens, printing: false }).shown
}

/** Which walls and columns of a level a look is drawn from. */
export function seenAs(project: Project, look: Telling): SeenAs {
  const { printing, rules, statuses } = look
  const leaves = rules?.some(({ shown }) => shown === false) || statuses
  return {
    printing,
    before: showsBefore(look),
    leavesOut: leaves ? (record) => !mannerOf(project, record, look).shown : null,
  }
}
