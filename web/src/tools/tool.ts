import type { DraftField, PlanScene, Scene, Picture } from '@lamina/core/derive'
import type { DisplayItem } from '@lamina/core/display'
import { STANDARD_STYLE } from '@lamina/core/library'
import {
  type AnnotationStyle,
  type Change,
  type Drawing,
  type Id,
  type Project,
  type Board,
} from '@lamina/core/records'
import type { Clipping, Deed, MakeId } from '@lamina/core/edit'
import { standsIn } from '@lamina/core/kinds'
import type { Snap } from '@lamina/core/locate'
import type { Point } from '@lamina/core/geometry'
import type { TypedKind, Units } from '@lamina/core/units'
import { isUpright } from '@lamina/core/views'
import type { LastValues } from './values'

/** Where the pointer is, after snaps and direction lock. */
export interface Located {
  readonly raw: Point
  readonly point: Point
  readonly snap: Snap | null
  /** Shift was held: lock the direction. */
  readonly locked: boolean
}

/** One small typed field at the pointer. */
export interface TagField {
  readonly key: string
  readonly label: string
  readonly kind: TypedKind
  /** What the pointer gives just now. */
  readonly shown: string
  /** The smallest length that makes sense here, mm: a smaller bare number is offered in its other reading. */
  readonly least?: number
  /** The field that a cross behind the figure leads to: `2200 x 600`. */
  readonly by?: string
}

/** The style as a dimension or leader holds it: nothing for the one everything starts with. */
export const styled = ({ id }: AnnotationStyle): { style?: Id } =>
  id === STANDARD_STYLE.id ? {} : { style: id }

/** A point of a record by which it is reshaped. */
export interface HeldPoint {
  readonly id: Id
  readonly index: number
}

/** A point that is asked for, and what is done with it. */
export interface AskedPoint {
  readonly words: string
  give(at: Point): void
}

/** What a tool knows and may do. */
export interface Bench {
  /** What is drawn on. */
  readonly board: Board
  readonly project: Project
  /** What the board shows of the project. */
  readonly scene: Scene
  readonly units: Units
  /** Real mm to one mm on paper, for annotation. */
  readonly scale: number
  /** The annotation style taken for new dimensions and leaders. */
  readonly style: AnnotationStyle
  /** How far the pointer reaches, real mm. */
  readonly reach: number
  /** What is typed in a field of the measure tag: mm, radians or a number; null when there is none. */
  typed(key: string): number | null
  /** All that is typed in a field of several; empty when there is none. */
  typedAll(key: string): readonly number[]
  typedText(key: string): string
  /** Empties the typed fields. */
  clearTyped(): void
  edit(label: string, work: (project: Project, makeId: MakeId) => Change): Change | null
  /** An edit of annotation as it reads here: where it stands elsewhere at this scale, that place is changed. */
  here(
    ids: readonly Id[],
    project: Project,
    work: (project: Project) => Change,
    others?: 'stay' | 'follow',
  ): Change
  select(ids: readonly Id[]): void
  readonly selection: readonly Id[]
  /** What the tools keep from one use to the next. */
  readonly values: LastValues
  /** Another object as soon as the pointer, what is typed, what the tools keep, or the project is another. */
  readonly moment: object
  /** The point of what is selected that was taken up. */
  readonly handle: HeldPoint | null
  /** The point that a panel asked for. */
  readonly asked: AskedPoint | null
  /** What was copied and is to be pasted. */
  readonly clipping: Clipping | null
  /** Puts the tool away. */
  putDown(): void
  /** A block was placed: it comes first among the recent ones. */
  placed(block: Id): void
  /** What is drawn on the board now. */
  readonly picture: Picture
  /** The lens that was chosen to look through; null: the drawing's own. */
  readonly lens: Id | null
  /** The drawing's lines by place. */
  readonly field: DraftField
  /** The same of everything there is, shown or not: what bounds hatches. */
  readonly bounding: DraftField
  /** The layer a kind of thing is drawn on now. */
  layer(usual: Id): Id
  /** The chosen way of working of the tool in hand, of those it offers. */
  way(usual: string): string
  /** Takes up the next of some ways. */
  setWay(way: string): void
  /** What a box takes in, by its two corners. */
  inBox(from: Point, to: Point, whole?: boolean): Id[]
  warn(sentence: string): void
  /** Takes back the last change. */
  undo(): void
  /** What was done last in this window and can be undone, the last first. */
  deeds(): readonly Deed[]
}

/** What tools for walls, openings, rooms, stairs and floors know: they work on plans alone. */
export interface PlanBench extends Bench {
  readonly scene: PlanScene
}

/** What tools know that work on drawings, not on sheets. */
export interface DrawingBench extends Bench {
  readonly board: Drawing
}

/** Whether something is drafted on the board itself: in a view of the building what that is made of is only looked at. */
export function isHere({ scene, board, project }: Bench, id: Id): boolean {
  const record = project.get(id)
  return scene.view !== 'derived' || (record !== undefined && standsIn(board, record))
}

export const isOnPlan = (bench: Bench): bench is PlanBench => bench.scene.view === 'plan'
/** Whether walls are seen on the board, from above or from the side. */
export const showsWalls = ({ scene }: Bench): boolean =>
  scene.view === 'plan' || (scene.view === 'derived' && scene.frames.some(isUpright))
export const isOnDrawing = (bench: Bench): bench is DrawingBench => bench.board.kind === 'drawing'

export interface Prompt {
  readonly text: string
  readonly keys: string
}

/** A measured figure: mm or radians, and the key that takes it into the tool in hand. */
export interface Figure {
  readonly key: 'enter' | 's' | 't' | 'w'
  readonly name: string
  readonly kind: 'length' | 'angle'
  readonly value: number
}

/** One tool: reacts to the pointer and to typed values, shows what would come of them. */
export interface Tool {
  prompt(): Prompt
  fields(at: Located | null): readonly TagField[]
  /** A sentence beside the echo of what was typed: where the point stands. */
  remark?(at: Located | null): string
  /** The point that directions and square-on are reckoned from. */
  last(): Point | null
  /** Points alignment lines run from. */
  alignFrom?(): readonly Point[]
  press(at: Located): void
  /** Enter in the tag or on the board. */
  enter(at: Located | null): void
  /** Escape: one step back; what is drawn is kept. False when there is nothing to step back from. */
  back(): boolean
  /** Backspace: takes back the last point. False when there is none. */
  unpoint?(): boolean
  /** The tool is put down for another: what is drawn is kept. */
  leave?(): void
  /** F, where the tool measures from what is there: from the next of it. Otherwise F gives a point off a point. */
  from?(at: Located | null): boolean
  /** A letter pressed on the board; true when the tool took it. */
  key?(key: string): boolean
  preview(at: Located | null): readonly DisplayItem[]
  /** What was measured, ready to be typed; empty when there is nothing yet. */
  figures?(): readonly Figure[]
  /** What would go, drawn as a warning. */
  gone?(at: Located | null): readonly DisplayItem[]
  /** Dragging with the tool in hand: from where it was pressed to where it was let go. */
  drag?(from: Point, to: Located): void
  /** What a drag would take in, drawn while it lasts. */
  dragShape?: 'box' | 'line'
  /** The tool snaps to the lines of walls first. */
  readonly walls?: boolean
  /** The tool wants the pointer itself, without snaps. */
  readonly free?: boolean
}
