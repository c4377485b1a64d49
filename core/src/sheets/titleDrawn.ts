import { drawingList, drawingPicture } from '../annotate'
import {
  PLAIN_LOOK,
  partOf,
  rankOf,
  sceneOf,
  sceneOnSheet,
  type LivePicture,
  type News,
  type Part,
  type PartSource,
  type Picture,
} from '../derive'
import { drawnApart, type DisplayItem, type DisplayList } from '../display'
import { boxHeight, boxWidth, moveBy, type Point } from '../geometry'
import { takeTitleBlock } from '../edit'
import { Project, sheetSet, type Id, type TitleBlock } from '../records'
import { frameMarks } from './frameMarks'
import { layoutWith, titleBlockOf } from './layout'
import type { Paper } from '../library'

/** Above all that is drafted on a sheet. */
const TITLE_BLOCK = rankOf(2e7, 0, 'others')
const HERE = { rank: TITLE_BLOCK, place: 0, nth: 0 }

/**
 * What is drafted on a title block as it stands on another paper: it keeps to the lower right corner of the frame, and a strip
 * that grows is drawn apart where it does.
 */
export function titleOn(paper: Paper, block: TitleBlock, drawn: DisplayList): DisplayItem[] {
  const [own, there] = [layoutWith(block, block).frame, layoutWith(paper, block).frame]
  const { grows, stands } = block
  const more = { x: boxWidth(there) - boxWidth(own), y: boxHeight(there) - boxHeight(own) }
  let items = [...drawn]
  if (grows !== undefined && stands === 'side' && more.y !== 0)
    items = drawnApart(drawn, ({ y }: Point) => y > own.minY + grows, { x: 0, y: more.y })
  if (grows !== undefined && stands === 'foot' && more.x !== 0)
    items = drawnApart(drawn, ({ x }: Point) => x < own.maxX - grows, { x: -more.x, y: 0 })
  const map = moveBy(there.maxX - own.maxX, there.minY - own.minY)
  return [{ kind: 'group', map, clip: null, items, source: null }]
}

/** Frame and title block of a sheet. */
export class TitleBlockDrawn implements PartSource {
  private live: LivePicture
  private said = ''
  private seen: Picture | null = null
  private stamp = -1
  private block: TitleBlock | null = null
  private part: Part | null = null

  constructor(
    private readonly picture: Picture,
    private readonly printing: boolean,
  ) {
    this.live = this.fresh()
  }

  private fresh(): LivePicture {
    return drawingPicture({ ...PLAIN_LOOK, printing: this.printing, scale: 1 })
  }

  update({ scene }: News): [] {
    if (scene.view !== 'sheet') return []
    const { project, board } = scene
    const block = titleBlockOf(project, board)
    if (!block) {
      this.part = this.picture.replace(this.part, null)
      this.block = null
      return []
    }
    if (this.block && this.block.id !== block.id) this.live = this.fresh()
    const drawn = this.live.of(sceneOnSheet(sceneOf(project, block), board.id))
    const said = JSON.stringify([board.size, board.orientation])
    const stamp = drawn.places.now
    if (this.block === block && this.seen === drawn && this.stamp === stamp && this.said === said) return []
    this.block = block
    this.seen = drawn
    this.stamp = stamp
    this.said = said
    const items = [...frameMarks(board, block), ...titleOn(board, block, drawn.list())]
    this.part = this.picture.replace(this.part, partOf(items, HERE, null))
    return []
  }
}

/**
 * Title blocks as they look on the paper they are made for, with the facts of the first sheet; those that ship with the program too,
 * which the project may lack.
 */
export function titlePreviews(project: Project, ids: readonly Id[]): Map<Id, DisplayList> {
  const bench = new Project([...project.everything()])
  for (const id of ids) if (!bench.find('titleBlock', id)) bench.apply(takeTitleBlock(bench, id))
  const [first] = sheetSet(bench)
  return new Map(
    ids.map((id) => {
      const block = bench.need('titleBlock', id)
      const scene = sceneOf(bench, block)
      const seen = first ? sceneOnSheet(scene, first.id) : scene
      return [id, [...frameMarks(block, block), ...drawingList(seen, { ...PLAIN_LOOK, scale: 1 })]]
    }),
  )
}
