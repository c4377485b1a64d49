import type { Reach } from '../building'
import type { Affine, Box, Edge, Path, Point } from '../geometry'
import type { Anchor, Project, RecordKind, RecordOf } from '../records'

/** A map that keeps shapes, and what goes with it. */
export interface Mapping {
  readonly map: Affine
  /** Real mm to one paper mm on the drawing of the record. */
  readonly scale: number
  /** Whether what a tie holds on to is carried by the same map. */
  readonly carries: (anchor: Anchor) => boolean
}

/** Where a point goes; the point itself (the same object) when it stays. */
export type Move = (p: Point) => Point

/** A point by which a record is reshaped, with the point that typed distances are taken from. */
export interface Handle {
  readonly at: Point
  readonly from: Point | null
}

/** How records of a kind stand in their drawing. All in real mm (those of sheets in paper mm). */
export interface Home<R> {
  /** Under a map that keeps shapes. Lettering and blocks keep their size; lettering is never mirrored. */
  mapped(record: R, mapping: Mapping): R
  /** With those of its points moved that `move` moves; the same object when none does. */
  stretched(record: R, move: Move): R
  /** The points it is reshaped by. */
  handles(record: R): readonly Handle[]
  /** With one of those points brought elsewhere. */
  withHandle(record: R, index: number, to: Point): R
  /** Around the points that place it. */
  placed(record: R): Box
  /** Its edges, which things can be tied to; walls are tied to by their solved faces. */
  edges(record: R, project: Project): readonly Edge[]
  /** When its edges are tied to: before or after the faces of walls, where both run in one place; null: never. */
  readonly tied: 'before walls' | 'after walls' | null
  /** A point of its own that is no end of an edge: its centre. */
  centre(record: R): Point | null
  /** The areas it covers; empty for what is a line. */
  areas(record: R, project: Project): readonly Path[]
  /** It is taken anywhere inside of them, where nothing else is meant. */
  readonly inside: boolean
  /** From where to where it goes in height; null for what is no more than drafted, or goes with something else. */
  reach(record: R, project: Project): Reach | null
  /** Why nobody can mean it as it is, in a sentence; null when it is sound. */
  fault(record: R, project: Project): string | null
}

/** What a kind that is no more than a point has of its own. */
export const NOTHING_MORE = {
  handles: (): readonly Handle[] => [],
  edges: (): readonly Edge[] => [],
  tied: null,
  centre: (): Point | null => null,
  areas: (): readonly Path[] => [],
  inside: false,
  reach: (): Reach | null => null,
  fault: (): string | null => null,
}

/** For a kind without handles. */
export const noHandle = <R>(record: R): R => record

export const pointBox = ({ x, y }: Point): Box => ({ minX: x, minY: y, maxX: x, maxY: y })

/** The point as records store it. */
export const plainPoint = ({ x, y }: Point): Point => ({ x, y })

/** Homes of some kinds. */
export type HomesOf<K extends RecordKind> = { readonly [Kind in K]?: Home<RecordOf<Kind>> }
