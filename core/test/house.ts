import { standardBlocks } from '../src/library'
import type {
  AnyRecord,
  Anchor,
  Block,
  Id,
  PaperSymbol,
  RecordKind,
  RecordOf,
  Shape,
  Slab,
} from '../src/records'
import { LEVEL, opening, wall } from './wallFixture'

export const PLAN = 'plan'

/** The plan all of it is seen on. */
export const PLAN_OF_HOUSE: RecordOf<'drawing'> = {
  id: PLAN,
  kind: 'drawing',
  name: 'Plan',
  view: 'plan',
  level: LEVEL,
  readingScale: 50,
}

export const outline = (...points: readonly (readonly [number, number])[]): Slab['outline'] => ({
  vertices: points.map(([x, y]) => ({ x, y, sweep: 0 })),
  closed: true,
})
export const lineShape = (...points: readonly (readonly [number, number])[]): Shape => ({
  form: 'path',
  path: { vertices: points.map(([x, y]) => ({ x, y, sweep: 0 })), closed: false },
})
export const drawn = (id: Id, shape: Shape): RecordOf<'linework'> => ({
  id,
  kind: 'linework',
  drawing: PLAN,
  layer: 'layer-lines',
  shape,
})

export const dimensionOf = (id: Id, anchors: Anchor[], direction = 0): RecordOf<'dimension'> => ({
  id,
  kind: 'dimension',
  drawing: PLAN,
  anchors,
  direction,
  offset: { in: 'paper', paperMm: 10 },
})

/** The block that is placed in the house: a cupboard. */
export const CUPBOARD = standardBlocks('metric').find(
  ({ sizing, recipe }) => sizing === 'stretch' && !recipe,
)!

/** A block that keeps its size on paper: a ring of 8 mm with a number in it. */
export const ROUND_TAG: Block = {
  id: 'round-tag',
  kind: 'block',
  name: 'Round tag',
  category: 'Symbols',
  width: 8,
  depth: 8,
  sizing: 'paper',
  items: [
    { shape: 'arc', centre: { x: 0, y: 0 }, radius: 4, from: 0, sweep: 2 * Math.PI },
    {
      shape: 'text',
      at: { x: 0, y: -1.25 },
      text: '1',
      heightPaperMm: 2.5,
      align: 'middle',
      field: 'Number',
    },
  ],
}

/** A symbol of the house; the nth of them. */
const sign = (nth: number, facts: Pick<PaperSymbol, 'form'> & Partial<PaperSymbol>): PaperSymbol => ({
  id: `symbol-${facts.form}`,
  kind: 'symbol',
  drawing: PLAN,
  anchors: [{ to: 'point', last: { x: 4600 + nth * 300, y: 4200 } }],
  ...facts,
})

/**
 * A house of 8 000 by 6 000 with a partition at x = 4 000, and of every kind that stands in a drawing at least one
 * thing, in its east half where it is wholly on one side. A kind that is missing here does not compile.
 */
export const IN_HOUSE: { readonly [K in RecordKind]: readonly RecordOf<K>[] } = {
  project: [],
  level: [],
  material: [],
  wallType: [],
  plateType: [],
  keptDetail: [
    {
      id: 'kept',
      kind: 'keptDetail',
      name: 'Joint of two boards',
      section: 'Floors',
      scale: 5,
      items: [
        {
          ...{ id: 'kept-line', kind: 'linework', drawing: 'kept', layer: 'layer-lines' },
          shape: { form: 'path', path: { ...outline([0, 0], [300, 0]), closed: false } },
        },
        {
          ...{ id: 'kept-note', kind: 'note', drawing: 'kept', at: { x: 0, y: 60 }, text: 'Glued' },
          ...{ heightPaperMm: 2.5, align: 'start' },
        },
      ],
    },
  ],
  openingType: [],
  lineType: [],
  layer: [],
  lens: [],
  pen: [],
  annotationStyle: [],
  keynote: [{ id: 'keynote', kind: 'keynote', number: '12', text: 'Lime plaster on reed' }],
  schedule: [],
  block: [CUPBOARD, ROUND_TAG],
  drawing: [
    {
      id: 'section',
      kind: 'drawing',
      name: 'Section A',
      view: 'section',
      mark: 'A',
      readingScale: 50,
      a: { x: 6000, y: 7500 },
      b: { x: 6000, y: -1500 },
    },
  ],
  titleBlock: [
    {
      ...{ id: 'title', kind: 'titleBlock', name: 'Strip of the house' },
      ...{ size: 'A3', orientation: 'landscape', stands: 'side', width: 80, height: 100, grows: 100 },
      margins: { left: 20, right: 10, top: 10, foot: 10 },
      ...{ zones: true, centring: true, trimming: true, folding: 'binding' },
    },
  ],
  sheet: [
    {
      id: 'sheet',
      titleBlock: 'title',
      kind: 'sheet',
      number: 'A-101',
      title: 'Plan',
      size: 'A2',
      orientation: 'landscape',
      date: '',
      drawn: '',
      checked: '',
      revision: '',
      order: 0,
    },
  ],
  viewport: [
    {
      id: 'viewport',
      kind: 'viewport',
      sheet: 'sheet',
      drawing: PLAN,
      number: 1,
      title: '',
      scale: 50,
      at: { x: 200, y: 200 },
      crop: { minX: -1000, minY: -1000, maxX: 9000, maxY: 7000 },
      cropped: false,
      locked: false,
    },
  ],
  wall: [
    wall('south', [0, 0, 8000, 0]),
    wall('east', [8000, 0, 8000, 6000]),
    // In two pieces, the second drawn towards the first.
    wall('north', [8000, 6000, 4600, 6000]),
    wall('north-west', [0, 6000, 4600, 6000]),
    wall('west', [0, 6000, 0, 0]),
    wall('part', [4000, 0, 4000, 6000], 'partition-100'),
  ],
  opening: [
    opening('door', 'south', 2000, 900),
    {
      ...opening('window', 'south', 6000, 1200, 'window'),
      mark: 'W01',
      markPaperMm: { x: 3, y: -6 },
      places: [{ scale: 100, own: { markPaperMm: { x: -8, y: 12 } } }],
    },
    opening('inner', 'part', 3000, 800),
  ],
  column: [
    {
      id: 'column',
      kind: 'column',
      level: LEVEL,
      material: 'material-concrete',
      at: { x: 6000, y: 3000 },
      turn: 0,
      section: { form: 'rectangular', width: 300, depth: 200 },
    },
  ],
  placement: [
    {
      id: 'cupboard',
      kind: 'placement',
      level: LEVEL,
      block: CUPBOARD.id,
      at: { x: 7000, y: 5000 },
      turn: 0,
      mirrored: false,
    },
  ],
  room: [
    {
      id: 'room',
      kind: 'room',
      level: LEVEL,
      at: { x: 6500, y: 1500 },
      name: 'Hall',
      number: '01',
      use: '',
      floor: '',
      walls: '',
      ceiling: '',
      ceilingHeight: null,
      places: [{ scale: 100, own: { tagAt: { x: 6400, y: 1600 } } }],
    },
  ],
  separator: [
    { id: 'separator', kind: 'separator', level: LEVEL, a: { x: 4500, y: 4000 }, b: { x: 7500, y: 4000 } },
  ],
  stair: [
    {
      id: 'stair',
      kind: 'stair',
      level: LEVEL,
      form: 'straight',
      hand: 'left',
      at: { x: 5000, y: 500 },
      turn: Math.PI / 2,
      width: 900,
      going: 250,
      rise: null,
      risers: null,
      first: null,
      well: 0,
      radius: 0,
      rails: 'left',
    },
  ],
  ramp: [
    {
      id: 'ramp',
      kind: 'ramp',
      level: LEVEL,
      at: { x: 8500, y: 1000 },
      turn: 0,
      width: 1200,
      length: 2000,
      rise: 150,
      rails: 'right',
    },
  ],
  rail: [
    {
      id: 'rail',
      kind: 'rail',
      level: LEVEL,
      path: { ...outline([5500, 4500], [7500, 4500]), closed: false },
      height: 900,
      made: 'balusters',
    },
  ],
  slab: [
    {
      id: 'slab',
      kind: 'slab',
      level: LEVEL,
      outline: outline([0, 0], [8000, 0], [8000, 6000], [0, 6000]),
      top: 0,
      thickness: 200,
    },
  ],
  void: [
    {
      id: 'void',
      kind: 'void',
      level: LEVEL,
      outline: outline([5000, 2000], [5900, 2000], [5900, 2900], [5000, 2900]),
    },
  ],
  roof: [
    {
      id: 'roof',
      kind: 'roof',
      level: LEVEL,
      outline: outline([-100, -100], [8100, -100], [8100, 6100], [-100, 6100]),
      form: 'hipped',
      pitch: 0.5,
      overhang: 400,
      fascia: 200,
      eaves: 2600,
      turn: 0,
    },
  ],
  dormer: [
    {
      ...{ id: 'dormer', kind: 'dormer', level: LEVEL, at: { x: 3000, y: 900 }, width: 1000 },
      ...{ eaves: 4300, form: 'mono', pitch: 0.1, overhang: 100 },
    },
  ],
  framing: [
    {
      id: 'joists',
      kind: 'framing',
      level: LEVEL,
      what: 'joists',
      outline: outline([4200, 100], [7900, 100], [7900, 3300], [4200, 3300]),
      turn: Math.PI / 2,
      pitch: 400,
      name: '47 × 195',
      width: 47,
      depth: 195,
      material: 'material-stud',
      bottom: 2505,
      setOut: 'first side',
    },
  ],
  overhead: [
    {
      id: 'beam',
      kind: 'overhead',
      level: LEVEL,
      what: 'beam',
      shape: { by: 'line', a: { x: 4100, y: 3500 }, b: { x: 7900, y: 3500 }, width: 200 },
      bottom: 2400,
      height: 300,
    },
  ],
  linework: [
    drawn('line', lineShape([5000, 5200], [6000, 5200])),
    drawn('next', lineShape([6000, 5200], [6800, 5200])),
    drawn('across', lineShape([5400, 5000], [5400, 5350], [6400, 5350], [6400, 5000])),
    drawn('ring', {
      form: 'path',
      path: outline([5100, 5400], [5900, 5400], [5900, 5800], [5100, 5800]),
    }),
    drawn('circle', { form: 'circle', centre: { x: 7500, y: 2000 }, radius: 250 }),
    { ...drawn('rule', lineShape([300, 100], [380, 100])), drawing: 'sheet' },
  ],
  hatch: [
    {
      id: 'hatch',
      kind: 'hatch',
      drawing: PLAN,
      layer: 'layer-hatches',
      region: { by: 'items', items: ['ring'] },
      outlines: [outline([5100, 5400], [5900, 5400], [5900, 5800], [5100, 5800])],
      filling: { with: 'tone', tone: 0.8 },
    },
    {
      id: 'tiles',
      kind: 'hatch',
      drawing: PLAN,
      layer: 'layer-hatches',
      region: { by: 'outline' },
      outlines: [outline([6200, 500], [7200, 500], [7200, 1200], [6200, 1200])],
      filling: {
        with: 'pattern',
        pattern: 'tiles',
        width: 1,
        height: 1,
        turn: 0,
        origin: { x: 6200, y: 500 },
      },
    },
  ],
  gridLine: [{ id: 'grid', kind: 'gridLine', name: 'A', a: { x: 6900, y: -1500 }, b: { x: 6900, y: 7500 } }],
  guide: [{ id: 'guide', kind: 'guide', drawing: PLAN, through: { x: 7300, y: 3000 }, angle: Math.PI / 2 }],
  group: [{ id: 'group', kind: 'group', drawing: PLAN, members: ['line', 'next'] }],
  repeat: [
    {
      id: 'repeat',
      kind: 'repeat',
      drawing: PLAN,
      sources: ['circle'],
      pattern: { how: 'row', step: { x: 0, y: 600 }, count: 2 },
      copies: ['ring'],
    },
  ],
  dimension: [
    dimensionOf('free', [
      { to: 'point', last: { x: 6000, y: 2200 } },
      { to: 'point', last: { x: 7000, y: 2200 } },
    ]),
    dimensionOf('corners', [
      { to: 'wallCorner', wall: 'south', end: 'a', side: 'right', last: { x: -70, y: -70 } },
      { to: 'wallCorner', wall: 'south', end: 'b', side: 'right', last: { x: 8070, y: -70 } },
    ]),
    {
      ...dimensionOf('jambs', [
        { to: 'wallCorner', wall: 'south', end: 'a', side: 'right', last: { x: -70, y: -70 } },
        { to: 'opening', opening: 'door', at: 'start', side: 'right', last: { x: 1550, y: -70 } },
        { to: 'opening', opening: 'door', at: 'end', side: 'right', last: { x: 2450, y: -70 } },
        { to: 'wallFace', wall: 'south', side: 'right', along: 5000, last: { x: 5000, y: -70 } },
      ]),
      gathers: { what: 'openings', side: 'right', known: ['door start', 'door end'] },
    },
    dimensionOf('lines', [
      { to: 'item', item: 'line', edge: 0, part: 0, last: { x: 5000, y: 5200 } },
      { to: 'item', item: 'line', edge: 0, part: 1, last: { x: 6000, y: 5200 } },
      { to: 'item', item: 'ring', edge: 0, part: 0.5, last: { x: 5500, y: 5400 } },
      { to: 'item', item: 'circle', edge: null, part: 0, last: { x: 7500, y: 2000 } },
    ]),
    dimensionOf('floors', [
      { to: 'item', item: 'slab', edge: 1, part: 0.25, last: { x: 8000, y: 1500 } },
      { to: 'item', item: 'void', edge: 0, part: 0, last: { x: 5000, y: 2000 } },
      { to: 'item', item: 'column', edge: 1, part: 0.5, last: { x: 6150, y: 3000 } },
      { to: 'item', item: 'stair', edge: 0, part: 0, last: { x: 5000, y: 500 } },
      { to: 'item', item: 'ramp', edge: 0, part: 1, last: { x: 10_500, y: 400 } },
      { to: 'placement', placement: 'cupboard', local: { x: 0, y: 0 }, last: { x: 7000, y: 5000 } },
      { to: 'gridLine', gridLine: 'grid', part: 0.5, last: { x: 6900, y: 3000 } },
    ]),
    {
      ...dimensionOf('on-sheet', [
        { to: 'item', item: 'rule', edge: 0, part: 0, last: { x: 300, y: 100 } },
        { to: 'item', item: 'rule', edge: 0, part: 1, last: { x: 380, y: 100 } },
      ]),
      drawing: 'sheet',
    },
  ],
  roundDimension: [
    {
      id: 'angle',
      kind: 'roundDimension',
      drawing: PLAN,
      measures: 'angle',
      anchors: [
        { to: 'wallCorner', wall: 'south', end: 'a', side: 'left', last: { x: 70, y: 70 } },
        { to: 'item', item: 'line', edge: 0, part: 1, last: { x: 6000, y: 5200 } },
        { to: 'point', last: { x: 3000, y: 70 } },
      ],
      reach: { in: 'paper', paperMm: 20 },
    },
    {
      id: 'radius',
      kind: 'roundDimension',
      drawing: PLAN,
      measures: 'radius',
      anchors: [
        { to: 'item', item: 'circle', edge: 0, part: 0, last: { x: 7600, y: 2000 } },
        { to: 'item', item: 'circle', edge: 0, part: 0.5, last: { x: 7500, y: 2100 } },
        { to: 'item', item: 'circle', edge: 0, part: 1, last: { x: 7400, y: 2000 } },
      ],
      reach: { in: 'paper', paperMm: 5 },
      turn: 0.5,
    },
  ],
  leader: [
    {
      id: 'leader',
      kind: 'leader',
      drawing: PLAN,
      tip: { to: 'inside', item: 'tiles', last: { x: 6500, y: 800 } },
      more: [{ to: 'item', item: 'line', edge: 0, part: 0.5, last: { x: 5500, y: 5200 } }],
      elbowPaperMm: { x: 20, y: 20 },
      text: 'Tiles',
      scales: [50, 100],
      places: [
        { scale: 50, own: { elbowPaperMm: { x: -15, y: 25 } } },
        { viewport: 'viewport', reads: false },
      ],
    },
    {
      id: 'pointer',
      kind: 'leader',
      drawing: PLAN,
      tip: { to: 'item', item: 'roof', edge: 1, part: 0.5, last: { x: 8100, y: 3000 } },
      elbowPaperMm: { x: 20, y: 20 },
      text: 'Eaves',
    },
    {
      id: 'keyed',
      kind: 'leader',
      drawing: PLAN,
      tip: { to: 'item', item: 'line', edge: 0, part: 0.25, last: { x: 5250, y: 5200 } },
      elbowPaperMm: { x: -8, y: 12 },
      text: 'Lime plaster on reed',
      framed: 'hexagon',
      keynote: 'keynote',
    },
  ],
  levelMark: [
    {
      id: 'level-mark',
      kind: 'levelMark',
      drawing: PLAN,
      at: { to: 'inside', item: 'tiles', last: { x: 6500, y: 800 } },
      shiftPaperMm: 4,
      name: 'FFL',
      from: LEVEL,
    },
    {
      id: 'spot',
      kind: 'levelMark',
      drawing: PLAN,
      at: { to: 'item', item: 'roof', edge: 1, part: 0.5, last: { x: 8100, y: 3000 } },
      shiftPaperMm: -4,
      structure: true,
      height: -150,
    },
  ],
  symbol: [
    sign(0, { form: 'north' }),
    sign(1, { form: 'scaleBar', places: [{ scale: 100, own: { free: [{ x: 4900, y: 4300 }] } }] }),
    sign(2, {
      form: 'settingOut',
      anchors: [{ to: 'item', item: 'line', edge: 0, part: 0, last: { x: 5000, y: 5200 } }],
      text: 'P1',
    }),
    sign(3, {
      form: 'centreMark',
      anchors: [{ to: 'item', item: 'circle', edge: null, part: 0, last: { x: 7500, y: 2000 } }],
    }),
    sign(4, {
      form: 'centreLine',
      anchors: [
        { to: 'item', item: 'line', edge: 0, part: 0.5, last: { x: 5500, y: 5200 } },
        { to: 'point', last: { x: 5500, y: 4000 } },
      ],
    }),
    sign(5, {
      form: 'breakLine',
      anchors: [
        { to: 'point', last: { x: 6000, y: 4000 } },
        { to: 'point', last: { x: 6800, y: 4000 } },
      ],
    }),
    sign(6, {
      form: 'span',
      anchors: [
        { to: 'inside', item: 'joists', last: { x: 5000, y: 300 } },
        { to: 'inside', item: 'joists', last: { x: 5000, y: 3000 } },
      ],
      text: '{size}',
      beneath: '{spacing}',
      shiftPaperMm: { x: 1, y: 2 },
    }),
    sign(7, {
      form: 'fall',
      anchors: [
        { to: 'inside', item: 'tiles', last: { x: 6300, y: 600 } },
        { to: 'inside', item: 'tiles', last: { x: 7000, y: 600 } },
      ],
      text: '1:80',
    }),
    sign(8, {
      form: 'weld',
      anchors: [{ to: 'item', item: 'line', edge: 0, part: 1, last: { x: 6000, y: 5200 } }],
      weld: { arrow: { type: 'fillet', size: 'a5', length: '200' }, site: true, tail: '111' },
    }),
    sign(9, { form: 'own', block: 'round-tag', values: { Number: '7' }, turn: 0.25 }),
  ],
  note: [
    {
      id: 'note',
      kind: 'note',
      drawing: PLAN,
      at: { x: 7200, y: 3600 },
      text: 'Note',
      heightPaperMm: 2.5,
      align: 'middle',
      places: [
        { scale: 100, own: { at: { x: 7300, y: 3700 }, align: 'start', widthPaperMm: 20 } },
        { viewport: 'viewport', own: { at: { x: 7100, y: 3500 }, align: 'end', turn: 0.5 } },
      ],
    },
    {
      id: 'sheet-note',
      kind: 'note',
      drawing: 'sheet',
      at: { x: 320, y: 60 },
      text: 'On the sheet',
      heightPaperMm: 3.5,
      align: 'start',
    },
  ],
}

/** All of the house, what is needed first. */
export const houseRecords = (): AnyRecord[] => {
  const { block, drawing, sheet, wall: walls, ...rest } = IN_HOUSE
  return [
    ...block,
    PLAN_OF_HOUSE,
    ...drawing,
    ...sheet,
    ...walls,
    ...Object.values(rest).flat(),
  ] as AnyRecord[]
}
