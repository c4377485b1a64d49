import type { SnapKind } from '@lamina/core/locate'
import {
  ChangeRefused,
  Project,
  scaleOf,
  type AnyRecord,
  type Board,
  type Change,
  type Drawing,
  type Id,
} from '@lamina/core/records'
import {
  type Deed,
  EditRefused,
  madeAsRead,
  newProject,
  removeTitleBlock,
  setTitleBlock,
  type Clipping,
} from '@lamina/core/edit'
import { pictureOf } from '@lamina/core/annotate'
import {
  PLAIN_LOOK,
  boundingField,
  draftField,
  sceneOf,
  type DraftField,
  type Picture,
  type PlanScene,
  type Scene,
} from '@lamina/core/derive'
import { boxOf, type Point } from '@lamina/core/geometry'
import { pickBox } from '@lamina/core/locate'
import { STANDARD_STYLE } from '@lamina/core/library'
import type { AskedPoint, Bench, HeldPoint, Located, PlanBench, Tool } from '../src/tools/tool'
import { firstValues, type LastValues } from '../src/tools/values'
import { typedValues } from '../src/tools/typed'

/** A bench without a screen: real records, a solver that follows, typed fields, and what was refused. */
class BoardBench implements Bench {
  style = STANDARD_STYLE
  readonly project = new Project()
  readonly board: Board
  /** The first plan of the project. */
  readonly plan: Drawing
  readonly reach = 60
  readonly labels: string[] = []
  readonly refused: string[] = []
  selection: readonly Id[] = []
  readonly values: LastValues
  handle: HeldPoint | null = null
  /** Set to hold a moment; otherwise each look is another. */
  held: object | null = null
  asked: AskedPoint | null = null
  clipping: Clipping | null = null
  readonly recent: Id[] = []
  ways: string | null = null
  private texts: Record<string, string> = {}
  private next = 0

  constructor(on: 'plan' | 'sheet', system: 'metric' | 'feet-inches' = 'metric') {
    const made = newProject(
      {
        name: 'Test',
        system,
        levelName: 'Ground',
        storeyHeight: 2700,
        sheetSize: 'A1',
        orientation: 'landscape',
        date: '2026-01-01',
      },
      this.makeId,
    )
    this.project.apply(made.change)
    // What is drawn here is all that there is.
    for (const { id, titleBlock } of this.project.all('sheet')) {
      this.project.apply(setTitleBlock(this.project, [id], null))
      if (titleBlock) this.project.apply(removeTitleBlock(this.project, titleBlock))
    }
    this.values = firstValues(system)
    this.plan = this.project.need('drawing', made.drawing)
    this.board = on === 'plan' ? this.plan : this.project.all('sheet')[0]!
  }

  private readonly makeId = (): string => `t${++this.next}`

  get scene(): Scene {
    return sceneOf(this.project, this.board)
  }
  get scale(): number {
    return scaleOf(this.board)
  }

  get units() {
    return this.project.facts.units
  }
  get moment(): object {
    return this.held ?? {}
  }
  putDown(): void {}
  placed(block: Id): void {
    this.recent.push(block)
  }
  typed(key: string): number | null {
    return this.typedAll(key)[0] ?? null
  }
  typedAll(key: string): readonly number[] {
    return typedValues(key, this.texts[key], this.units)
  }
  typedText(key: string): string {
    return this.texts[key] ?? ''
  }
  clearTyped(): void {
    this.texts = {}
  }
  private readonly inverses: Change[] = []

  edit(label: string, work: (project: Project, makeId: () => string) => Change): Change | null {
    try {
      const change = work(this.project, this.makeId)
      this.project.check(change)
      this.inverses.push(this.project.apply(change))
      this.labels.push(label)
      return change
    } catch (error) {
      if (!(error instanceof EditRefused || error instanceof ChangeRefused)) throw error
      this.refused.push(error.message)
      return null
    }
  }
  /** What is moved gets a place of its own at the scale of the board. */
  own = false
  here(
    ids: readonly Id[],
    project: Project,
    work: (project: Project) => Change,
    others: 'stay' | 'follow' = 'stay',
  ): Change {
    const reading = { scale: this.scale }
    return madeAsRead(project, ids, { reading, own: this.own, others }, () => work(project))
  }
  select(ids: readonly Id[]): void {
    this.selection = ids
  }
  readonly lens = null
  get picture(): Picture {
    return pictureOf(this.scene, { ...PLAIN_LOOK, scale: this.scale })
  }
  get field(): DraftField {
    return draftField(this.scene)
  }
  get bounding(): DraftField {
    return boundingField(this.scene)
  }
  layer(usual: Id): Id {
    return usual
  }
  way(usual: string): string {
    return this.ways ?? usual
  }
  setWay(way: string): void {
    this.ways = way
  }
  inBox(from: Point, to: Point, whole = false): Id[] {
    return pickBox(this.picture, this.scene.building, boxOf([from, to]), whole)
  }
  undo(): void {
    const inverse = this.inverses.pop()
    if (!inverse) return
    this.project.apply(inverse)
    this.labels.pop()
  }
  deeds(): Deed[] {
    return this.inverses.map((inverse, i) => ({ label: this.labels[i]!, inverse })).reverse()
  }
  warn(sentence: string): void {
    this.refused.push(sentence)
  }

  /** Types into a field of the measure tag. */
  type(key: string, text: string): void {
    this.texts[key] = text
  }
  all<K extends AnyRecord['kind']>(kind: K): Extract<AnyRecord, { kind: K }>[] {
    return this.project.all(kind) as Extract<AnyRecord, { kind: K }>[]
  }
}

/** A bench on the first plan of a new project. */
export class TestBench extends BoardBench implements PlanBench {
  declare readonly board: Drawing

  constructor(system: 'metric' | 'feet-inches' = 'metric') {
    super('plan', system)
  }
  override get scene(): PlanScene {
    const scene = super.scene
    if (scene.view !== 'plan') throw new Error('The bench of the tests is a plan.')
    return scene
  }
}

/** A bench on the first sheet of a new project. */
export class SheetBench extends BoardBench {
  constructor() {
    super('sheet')
  }
}

/** The pointer at a place, on a snap if one is named. */
export function pointer(x: number, y: number, snap?: SnapKind): Located {
  const point = { x, y }
  return { raw: point, point, snap: snap ? { kind: snap, point, from: [] } : null, locked: false }
}

/** Draws a rectangle of walls with the wall tool, anticlockwise. */
export function drawRectangle(tool: Tool, width: number, height: number): void {
  for (const [x, y] of [
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
    [0, 0],
  ] as const)
    tool.press(pointer(x, y))
}
