import type { Band, Block, KeptThing, Id, KeptDetail, PatternName } from '../../../records'

type Point = readonly [x: number, y: number]

/** Where the figure or the words of a leader stand off its tip, mm on paper. */
type Elbow = readonly [x: number, y: number]

/** Puts a whole detail together, in true sizes: what is cut, what is laid, parts, and what is written. */
export class DetailSheet {
  private readonly items: KeptThing[] = []

  constructor(
    private readonly id: Id,
    private readonly blocks: readonly Block[],
  ) {}

  private nextId(): Id {
    return `${this.id}-${this.items.length + 1}`
  }

  /** A closed outline that is cut, filled with a pattern; gives what can be pointed to. */
  cut(pattern: PatternName, ...outline: readonly Point[]): Id {
    const hatch = this.nextId()
    const path = pathOf(outline, true)
    this.items.push({
      id: hatch,
      kind: 'hatch',
      drawing: this.id,
      layer: 'layer-hatches',
      region: { by: 'outline' },
      outlines: [path],
      filling: { with: 'pattern', pattern, width: 1, height: 1, turn: 0, origin: { x: 0, y: 0 } },
    })
    this.line('walls', outline, true)
    return hatch
  }

  /** A cut box by two corners. */
  box(pattern: PatternName, [x0, y0]: Point, [x1, y1]: Point): Id {
    return this.cut(pattern, [x0, y0], [x1, y0], [x1, y1], [x0, y1])
  }

  /** A drafted line on a layer, by the purpose it is for. */
  line(layer: 'walls' | 'outlines' | 'lines' | 'fine', points: readonly Point[], closed = false): Id {
    const id = this.nextId()
    this.items.push({
      id,
      kind: 'linework',
      drawing: this.id,
      layer: `layer-${layer}`,
      shape: { form: 'path', path: pathOf(points, closed) },
    })
    return id
  }

  /** A line drawn as a quilt, a membrane, a run of bricks … */
  band(band: Band, ...points: readonly Point[]): Id {
    const id = this.line('lines', points)
    const line = this.items[this.items.length - 1]!
    this.items[this.items.length - 1] = { ...line, band } as KeptThing
    return id
  }

  /** A part of the library by its name, its base point at a place. */
  part(name: string, [x, y]: Point, { turn = 0, mirrored = false } = {}): Id {
    const block = this.blocks.find((each) => each.name === name)
    if (!block) throw new Error(`No part is called ${name}.`)
    const id = this.nextId()
    this.items.push({
      ...{ id, kind: 'placement', drawing: this.id, block: block.id, at: { x, y } },
      ...{ turn: (turn * Math.PI) / 180, mirrored },
    })
    return id
  }

  /** Words for a thing, pointing into it. */
  say(text: string, item: Id, [x, y]: Point, [dx, dy]: Elbow): void {
    this.items.push({
      ...{ id: this.nextId(), kind: 'leader', drawing: this.id, text },
      tip: { to: 'inside', item, last: { x, y } },
      elbowPaperMm: { x: dx, y: dy },
    })
  }

  kept(name: string, section: string, scale: number): KeptDetail {
    return { id: this.id, kind: 'keptDetail', name, section, scale, items: [...this.items] }
  }
}

const pathOf = (points: readonly Point[], closed: boolean) => ({
  vertices: points.map(([x, y]) => ({ x, y, sweep: 0 })),
  closed,
})
