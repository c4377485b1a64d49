import { STANDARD_TITLES, frameOn, usualTitle } from '../library'
import { NO_CHANGE, type Change, type Id, type Project, type Sheet, type TitleBlock } from '../records'
import { copyInto } from './transform'
import { copyName, freeName } from './names'
import { Outcome, dropping, storing } from './outcome'
import { EditRefused, type MakeId } from './refusal'
import { lackedOf, usualTitleOf } from './usualTitle'
import { IDENTITY, type Point } from '../geometry'

/**
 * Brings a title block that ships with the program into the project, where it can be drawn on.
 * @refuses gone, nonsense
 */
export function takeTitleBlock(project: Project, id: Id): Change {
  const shipped = STANDARD_TITLES.find(({ block }) => block.id === id)
  if (!shipped) throw new EditRefused('gone', 'No such title block ships with Lamina.')
  const lacked = lackedOf(project, shipped)
  return lacked.length === 0 ? NO_CHANGE : storing(project, ...lacked)
}

/**
 * Sheets with another title block: one of the project, or one that ships with the program, which comes into the project; null: none.
 * @refuses gone, nonsense, nothing
 */
export function setTitleBlock(project: Project, sheets: readonly Id[], titleBlock: Id | null): Change {
  if (sheets.length === 0) throw new EditRefused('nothing', 'Choose the sheets that are to have it.')
  const shipped = STANDARD_TITLES.find(({ block }) => block.id === titleBlock)
  if (titleBlock !== null && !shipped && !project.find('titleBlock', titleBlock))
    throw new EditRefused('gone', 'This title block is no longer there.')
  const put = sheets.map((id): Sheet => {
    const { titleBlock: _, ...sheet } = project.need('sheet', id)
    return titleBlock === null ? sheet : { ...sheet, titleBlock }
  })
  return storing(project, ...(shipped ? lackedOf(project, shipped) : []), ...put)
}

/**
 * A sheet on other paper. One with the title block that is usual for its size has the usual one of the new size.
 * @refuses nonsense
 */
export function setPaper(
  project: Project,
  id: Id,
  paper: Partial<Pick<Sheet, 'size' | 'orientation'>>,
): Change {
  const before = project.need('sheet', id)
  const sheet: Sheet = { ...before, ...paper }
  if (before.titleBlock !== usualTitle(before).block.id) return storing(project, sheet)
  const { titleBlock, lacked } = usualTitleOf(project, sheet)
  return storing(project, ...lacked, { ...sheet, titleBlock })
}

/**
 * Where what is drafted on a title block lies on other paper, or in another frame: by the corner, and apart where a strip
 * grows; null: where it lay.
 */
function keptToFrame(
  was: TitleBlock,
  now: TitleBlock,
): { readonly move: (p: Point) => Point; readonly by: Point } | null {
  const [from, to] = [frameOn(was, was), frameOn(now, now)]
  const by = { x: to.maxX - from.maxX, y: to.minY - from.minY }
  const { grows, stands } = was
  const far = { x: to.minX - from.minX, y: to.maxY - from.maxY }
  if (by.x === 0 && by.y === 0 && far.x === 0 && far.y === 0) return null
  const move = ({ x, y }: Point): Point => ({
    x: x + (grows !== undefined && stands === 'foot' && x < from.maxX - grows ? far.x : by.x),
    y: y + (grows !== undefined && stands === 'side' && y > from.minY + grows ? far.y : by.y),
  })
  return { move, by }
}

/**
 * Facts of a title block: its name, the sheet it is drawn for, where it stands, margins and marks. A mark that is null goes. What is
 * drafted on it keeps to the corner of its frame.
 * @refuses in-the-way, nonsense, taken, unnamed
 */
export function setTitleFacts(
  project: Project,
  id: Id,
  facts: { readonly [F in Exclude<keyof TitleBlock, 'id' | 'kind'>]?: TitleBlock[F] | null | undefined },
): Change {
  const block = project.need('titleBlock', id)
  const name = typeof facts.name === 'string' ? freeName(project, 'titleBlock', facts.name, id) : block.name
  const merged = Object.entries({ ...block, ...facts, name }).filter(
    ([, value]) => value !== null && value !== undefined,
  )
  const made = Object.fromEntries(merged) as TitleBlock
  const outcome = new Outcome(project).put(made)
  const kept = keptToFrame(block, made)
  if (kept)
    for (const each of draftedOnTitle(project, id)) outcome.stretched(project.get(each)!, kept.move, kept.by)
  return outcome.change()
}

/** What is drafted on a title block. */
const draftedOnTitle = (project: Project, id: Id): Id[] =>
  project.dependents(id).filter((each) => project.get(each)?.kind !== 'sheet')

/**
 * A title block like another, with all that is drafted on it.
 * @refuses bad-value, gone, in-the-way, locked, no-room, nonsense, nothing, taken, too-many, wrong-kind
 */
export function copyTitleBlock(project: Project, id: Id, makeId: MakeId): { change: Change; titleBlock: Id } {
  const from = project.need('titleBlock', id)
  const made: TitleBlock = { ...from, id: makeId(), name: copyName(project, 'titleBlock', from.name) }
  const content = draftedOnTitle(project, id)
  if (content.length === 0) return { change: storing(project, made), titleBlock: made.id }
  const { copies, groups, told } = copyInto(new Outcome(project), content, [IDENTITY], makeId, {
    board: made,
    among: project,
  })
  return { change: storing(project, made, ...copies, ...groups, ...told), titleBlock: made.id }
}

/**
 * Removes a title block that no sheet has, with what is drafted on it.
 * @refuses in-use, nonsense
 */
export function removeTitleBlock(project: Project, id: Id): Change {
  const block = project.need('titleBlock', id)
  const used = project.all('sheet').filter(({ titleBlock }) => titleBlock === id)
  if (used.length > 0)
    throw new EditRefused(
      'in-use',
      `${used.length === 1 ? `Sheet ${used[0]!.number} has` : `${used.length} sheets have`} “${block.name}”. Give ${used.length === 1 ? 'it' : 'them'} another title block first.`,
    )
  return dropping(project, ...draftedOnTitle(project, id), id)
}
