import type { Id, Linework, Note, TitleBlock } from '../../records'

/** A title block with what is drafted on it. */
export interface ShippedTitle {
  readonly block: TitleBlock
  readonly items: readonly (Linework | Note)[]
}

/** What a cell says: a word for it, and its value. Heights in mm on paper, where the title block is of full size. */
interface Cell {
  readonly label: string
  readonly value: string
  readonly height: number
  readonly bold?: true
}

const PROJECT: Cell = { label: 'PROJECT', value: '{project}', height: 5 }
const NUMBER: Cell = { label: 'PROJECT NUMBER', value: '{project number}', height: 3.5 }
const CLIENT: Cell = { label: 'CLIENT', value: '{client}', height: 3.5 }
const TITLE: Cell = { label: 'DRAWING', value: '{sheet title}', height: 5 }
const SCALE: Cell = { label: 'SCALE', value: '{scales}', height: 3.5 }
const DATE: Cell = { label: 'DATE', value: '{date}', height: 3.5 }
const DRAWN: Cell = { label: 'DRAWN', value: '{drawn}', height: 3.5 }
const CHECKED: Cell = { label: 'CHECKED', value: '{checked}', height: 3.5 }
const SHEET: Cell = { label: 'SHEET', value: '{sheet place} of {sheet count}', height: 3.5 }
const DRAWING: Cell = { label: 'DRAWING NUMBER', value: '{sheet}', height: 7, bold: true }
const REVISION: Cell = { label: 'REVISION', value: '{revision}', height: 7, bold: true }

/** Letters that name a cell are no smaller than this, mm on paper. */
const LEAST_LABEL = 1.6

/** Puts a title block together from rows of cells, from its lower right corner; sizes are those of a full-size one times `by`. */
class TitleSheet {
  private readonly items: (Linework | Note)[] = []

  constructor(
    private readonly id: Id,
    /** Where the corner of the frame lies on the sheet it is drawn on, paper mm. */
    private readonly corner: { readonly x: number; readonly y: number },
    private readonly by: number,
  ) {}

  private nextId(): Id {
    return `${this.id}-${this.items.length + 1}`
  }

  private line(x0: number, y0: number, x1: number, y1: number): void {
    const { x, y } = this.corner
    const [a, b] = [
      { x: x - x0, y: y + y0, sweep: 0 },
      { x: x - x1, y: y + y1, sweep: 0 },
    ]
    this.items.push({
      ...{ id: this.nextId(), kind: 'linework', drawing: this.id, layer: 'layer-fine' },
      shape: { form: 'path', path: { vertices: [a, b], closed: false } },
    })
  }

  private words(
    text: string,
    left: number,
    up: number,
    height: number,
    room?: readonly [number, number],
  ): void {
    const { x, y } = this.corner
    this.items.push({
      ...{ id: this.nextId(), kind: 'note', drawing: this.id, text, align: 'start' },
      at: { x: round(x - left), y: round(y + up) },
      heightPaperMm: round(height),
      ...(room ? { widthPaperMm: round(room[0]), fitPaperMm: round(room[1]), leading: 1.35 } : {}),
    })
  }

  /** A cell, from so far to the left of the corner to so far, and so high above it. */
  private cell(
    { label, value, height, bold }: Cell,
    left: number,
    right: number,
    foot: number,
    top: number,
  ): void {
    const pad = 3 * this.by
    const letters = Math.max(LEAST_LABEL, 1.8 * this.by)
    const below = top - pad - letters
    this.words(label, left - pad, below, letters)
    const size = height * this.by
    // Letters that reach above capitals stand clear of the word.
    const gap = 0.8 + 0.9 * this.by
    const room = below - gap - foot - 0.6 * pad
    this.words(bold ? `**${value}**` : value, left - pad, below - gap - size, size, [
      left - right - 2 * pad,
      Math.max(size, room),
    ])
  }

  /**
   * Rows of cells from the foot up, in a column from `right` to `left` of the corner: each row so high, each cell a part of its
   * width from the left. Lines stand between them, and above the last.
   */
  rows(
    right: number,
    left: number,
    ...rows: readonly (readonly [
      height: number,
      ...cells: readonly (readonly [part: number, cell: Cell])[],
    ])[]
  ): void {
    let foot = 0
    for (const [height, ...cells] of rows) {
      const top = foot + height * this.by
      this.line(left, top, right, top)
      let at = left
      for (const [i, [part, cell]] of cells.entries()) {
        const end = at - part * (left - right)
        if (i > 0) this.line(at, foot, at, top)
        this.cell(cell, at, end, foot, top)
        at = end
      }
      foot = top
    }
  }

  /** The line at the left of a column, so high. */
  upright(at: number, height: number): void {
    this.line(at, 0, at, height * this.by)
  }

  shipped(block: Omit<TitleBlock, 'id' | 'kind'>): ShippedTitle {
    return { block: { id: this.id, kind: 'titleBlock', ...block }, items: [...this.items] }
  }
}

const round = (mm: number): number => Math.round(mm * 100) / 100

/** 20 mm at the edge that is filed, 10 mm elsewhere (ISO 5457). */
const MARGINS = { left: 20, right: 10, top: 10, foot: 10 }
const corner = (width: number) => ({ x: width - MARGINS.right, y: MARGINS.foot })
/** Marks of sheets that are folded and copied (ISO 5457, DIN 824). */
const MARKS = { centring: true, folding: 'binding' } as const

function side(
  id: Id,
  name: string,
  by: number,
  width: number,
  on: Pick<TitleBlock, 'size' | 'orientation'>,
  at: number,
): ShippedTitle {
  const sheet = new TitleSheet(id, corner(at), by)
  sheet.rows(
    0,
    width,
    [22, [0.68, DRAWING], [0.32, REVISION]],
    [17, [0.34, DRAWN], [0.33, CHECKED], [0.33, SHEET]],
    [17, [0.5, SCALE], [0.5, DATE]],
    [26, [1, TITLE]],
    [24, [1, CLIENT]],
    [17, [1, NUMBER]],
    [30, [1, PROJECT]],
  )
  const high = 153 * by
  return sheet.shipped({
    name,
    ...on,
    stands: 'side',
    width,
    height: round(high),
    grows: round(high + 2),
    margins: MARGINS,
    ...MARKS,
  })
}

function foot(
  id: Id,
  name: string,
  by: number,
  on: Pick<TitleBlock, 'size' | 'orientation'>,
  at: number,
): ShippedTitle {
  const sheet = new TitleSheet(id, corner(at), by)
  const [first, second, all] = [112 * by, 216 * by, at - MARGINS.left - MARGINS.right]
  sheet.rows(
    0,
    first,
    [22, [0.68, DRAWING], [0.32, REVISION]],
    [18, [0.6, SCALE], [0.4, SHEET]],
    [22, [0.36, DRAWN], [0.36, CHECKED], [0.28, DATE]],
  )
  sheet.rows(first, second, [40, [1, TITLE]], [22, [1, NUMBER]])
  sheet.rows(second, all, [22, [1, CLIENT]], [40, [1, PROJECT]])
  sheet.upright(first, 62)
  sheet.upright(second, 62)
  return sheet.shipped({
    ...{
      name,
      ...on,
      stands: 'foot',
      width: round(all),
      height: round(62 * by),
      grows: round(second + 4 * by),
    },
    ...{ margins: MARGINS, ...MARKS },
  })
}

/** After ISO 7200: 180 mm wide in its full size. */
function box(
  id: Id,
  name: string,
  by: number,
  on: Pick<TitleBlock, 'size' | 'orientation'>,
  at: number,
): ShippedTitle {
  const sheet = new TitleSheet(id, corner(at), by)
  sheet.rows(
    0,
    180 * by,
    [20, [0.5, DRAWING], [0.2, REVISION], [0.3, SHEET]],
    [16, [0.3, SCALE], [0.26, DATE], [0.22, DRAWN], [0.22, CHECKED]],
    [18, [1, TITLE]],
    [18, [0.6, PROJECT], [0.4, CLIENT]],
  )
  return sheet.shipped({
    name,
    ...on,
    stands: 'corner',
    width: round(180 * by),
    height: round(72 * by),
    margins: MARGINS,
    zones: true,
    ...MARKS,
  })
}

/** A4 upright, for letters and single details: a line of cells at the foot. */
function letter(id: Id, name: string): ShippedTitle {
  const by = 0.6
  const sheet = new TitleSheet(id, corner(210), by)
  sheet.rows(0, 180, [
    20,
    [0.3, TITLE],
    [0.24, PROJECT],
    [0.12, SCALE],
    [0.12, DATE],
    [0.1, SHEET],
    [0.12, { ...DRAWING, label: 'NUMBER', height: 5 }],
  ])
  return sheet.shipped({
    name,
    size: 'A4',
    orientation: 'portrait',
    stands: 'foot',
    width: 180,
    height: 12,
    margins: MARGINS,
  })
}

/** The title blocks that ship with the program. */
export const STANDARD_TITLES: readonly ShippedTitle[] = [
  side('title-side-large', 'Side strip, large', 0.78, 100, { size: 'A1', orientation: 'landscape' }, 841),
  side('title-side-small', 'Side strip, small', 0.52, 58, { size: 'A3', orientation: 'landscape' }, 420),
  foot('title-foot-large', 'Foot strip, large', 0.97, { size: 'A2', orientation: 'portrait' }, 420),
  foot('title-foot-small', 'Foot strip, small', 0.6, { size: 'A4', orientation: 'portrait' }, 210),
  box('title-corner-large', 'Corner, large', 1, { size: 'A1', orientation: 'landscape' }, 841),
  box('title-corner-small', 'Corner, small', 0.62, { size: 'A3', orientation: 'landscape' }, 420),
  letter('title-letter', 'Letter'),
]
