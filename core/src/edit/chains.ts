import { atWall, type LevelSolver, type WallShape } from '../building'
import { boxCentre, isEmptyBox, type Point } from '../geometry'
import { placedBox } from '../kinds'
import type { AnyRecord, Change, Id, Opening, Project } from '../records'
import { spacesOf, type Space } from '../rooms'

/** Something that was done: what it is called, and what takes it back. */
export interface Deed {
  readonly label: string
  readonly inverse: Change
}

/** Facts that some deeds changed of a thing. */
export interface Changed {
  readonly id: Id
  readonly facts: Readonly<Record<string, unknown>>
}

/** The last deeds that were done in one room or to one opening, the first of them first. */
export interface Chain {
  readonly labels: readonly string[]
  /** What they made. */
  readonly made: readonly Id[]
  /** What they changed of what was there. */
  readonly changed: readonly Changed[]
}

/** A chain in a room. */
export interface RoomChain extends Chain {
  readonly space: Space
}

/** What was done last that can be done again elsewhere. */
export interface Chains {
  readonly inRoom: RoomChain | null
  readonly onOpening: (Chain & { readonly opening: Id }) | null
}

/** More deeds than this are no chain. */
const MOST_DEEDS = 40

/** So far to the side of a wall's face its room is looked for, mm. */
const BESIDE = 60

/** Facts of where a thing stands and what it is called: those are its own everywhere. */
const OWN_FACTS = new Set([
  'id',
  'kind',
  'level',
  'drawing',
  'wall',
  'along',
  'at',
  'a',
  'b',
  'mark',
  'number',
  'measured',
  'tagAt',
  'markPaperMm',
  'places',
  'scales',
  'pinned',
  'order',
])

/**
 * The last deeds on a level that belong together: those whose things all lie in one room, and those that did nothing but
 * change one opening. `deeds` are told from the last to the first. Removing something, and what was done elsewhere, ends
 * a chain.
 */
export function chainsOf(project: Project, solver: LevelSolver, board: Id, deeds: readonly Deed[]): Chains {
  const last = deeds.slice(0, MOST_DEEDS)
  return { inRoom: roomChain(project, solver, board, last), onOpening: openingChain(project, last) }
}

/** The ids that a deed touched; null when it removed something. */
function touchedBy(project: Project, { inverse }: Deed): Id[] | null {
  const removed = inverse.put.some(({ id }) => !project.get(id))
  if (removed) return null
  return [...inverse.drop.filter((id) => project.get(id)), ...inverse.put.map(({ id }) => id)]
}

function openingChain(project: Project, deeds: readonly Deed[]): Chains['onOpening'] {
  let opening: Id | null = null
  const taken: Deed[] = []
  for (const deed of deeds) {
    const ids = touchedBy(project, deed)
    const [only] = ids ?? []
    if (ids?.length !== 1 || deed.inverse.drop.length > 0 || !project.find('opening', only!)) break
    if (opening !== null && opening !== only) break
    opening = only!
    taken.push(deed)
  }
  const chain = chainFrom(project, taken)
  return opening !== null && chain.changed.length > 0 ? { ...chain, opening } : null
}

function roomChain(
  project: Project,
  solver: LevelSolver,
  board: Id,
  deeds: readonly Deed[],
): RoomChain | null {
  let spaces: readonly Space[] | null = null
  const taken: Deed[] = []
  for (const deed of deeds) {
    const records = touchedBy(project, deed)?.map((id) => project.get(id)!)
    if (!records || records.length === 0) break
    // What is made of it, as a type of wall, is no thing in a place.
    const placed = records.filter((record) => isPlaced(record))
    if (placed.length === 0) break
    const here: Space[] = placed.reduce<Space[]>(
      (found, record) => {
        const beside = spacesBeside(project, solver, board, record)
        return found.filter((space) => beside.includes(space))
      },
      [...(spaces ?? spacesBeside(project, solver, board, placed[0]!))],
    )
    if (here.length === 0) break
    spaces = here
    taken.push(deed)
  }
  const chain = chainFrom(project, taken)
  const space = spaces && pointedInto(project, solver, chain, spaces)
  return space && chain.made.length + chain.changed.length > 0 ? { ...chain, space } : null
}

const isPlaced = (record: AnyRecord): boolean => record.kind === 'opening' || !isEmptyBox(placedBox(record))

/** Of the rooms on both sides of what was put into a wall: the one its door opens into. */
function pointedInto(
  project: Project,
  solver: LevelSolver,
  { made, changed }: Chain,
  spaces: readonly Space[],
): Space {
  if (spaces.length === 1) return spaces[0]!
  for (const id of [...made, ...changed.map((each) => each.id)]) {
    const opening = project.find('opening', id)
    const wall = opening && solver.get(opening.wall)
    const found = wall && spacesOf(project, solver).at(besideOpening(wall.shape, opening, opening.side))
    if (found && spaces.includes(found)) return found
  }
  return spaces[0]!
}

/** The rooms that something lies in, or beside; none for what lies elsewhere. */
function spacesBeside(project: Project, solver: LevelSolver, board: Id, record: AnyRecord): Space[] {
  const spaces = spacesOf(project, solver)
  if (record.kind === 'opening') {
    const wall = solver.get(record.wall)
    if (!wall) return []
    return (['left', 'right'] as const).flatMap(
      (side) => spaces.at(besideOpening(wall.shape, record, side)) ?? [],
    )
  }
  if ('level' in record && record.level !== solver.level) return []
  if ('drawing' in record && record.drawing !== board) return []
  const found = spaces.at(record.kind === 'room' ? record.at : boxCentre(placedBox(record)))
  return found ? [found] : []
}

const besideOpening = (shape: WallShape, { along }: Opening, side: Opening['side']): Point =>
  atWall(shape, along, side === 'left' ? shape.high + BESIDE : shape.low - BESIDE)

/** What some deeds came to, told from the last to the first. */
function chainFrom(project: Project, deeds: readonly Deed[]): Chain {
  const made = new Set<Id>()
  const before = new Map<Id, AnyRecord>()
  for (const { inverse } of deeds) {
    for (const record of inverse.put) before.set(record.id, record)
    for (const id of inverse.drop) if (project.get(id) && isPlaced(project.get(id)!)) made.add(id)
  }
  const changed = [...before].flatMap(([id, was]): Changed[] => {
    const now = project.get(id)!
    const facts = made.has(id) || !isPlaced(now) ? {} : unlike(was, now)
    return Object.keys(facts).length > 0 ? [{ id, facts }] : []
  })
  return { labels: deeds.map(({ label }) => label).reverse(), made: [...made].reverse(), changed }
}

/** The facts in which a record is not as it was, but for its own. */
function unlike(was: AnyRecord, now: AnyRecord): Record<string, unknown> {
  const [p, q] = [was, now] as unknown as [Record<string, unknown>, Record<string, unknown>]
  const keys = new Set([...Object.keys(p), ...Object.keys(q)])
  const found: Record<string, unknown> = {}
  for (const key of keys)
    if (!OWN_FACTS.has(key) && JSON.stringify(p[key]) !== JSON.stringify(q[key])) found[key] = q[key]
  return found
}
