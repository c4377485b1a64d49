import type { Block, KeptDetail } from '../../../records'
import type { UnitSystem } from '../../../units'
import { sizer, type Sizer } from '../sizes'
import { DetailSheet } from './sheetOf'

/** The build-up that the shipped details share: an outer leaf of brick, a filled cavity, an inner leaf of block. */
interface Wall {
  /** Faces across the wall, from outside to inside. */
  readonly outer: number
  readonly cavity: number
  readonly inner: number
  readonly plaster: number
}
const wallOf = (s: Sizer): Wall => {
  const outer = s(102.5, 3.625)
  const cavity = outer + s(100, 4)
  const inner = cavity + s(100, 3.625)
  return { outer, cavity, inner, plaster: inner + s(12.5, 0.5) }
}

/** The leaves of the wall between two heights. */
function leaves(d: DetailSheet, w: Wall, from: number, to: number) {
  const brick = d.box('brick', [0, from], [w.outer, to])
  const fill = d.box('insulation', [w.outer, from], [w.cavity, to])
  const block = d.box('blockwork', [w.cavity, from], [w.inner, to])
  return { brick, fill, block }
}

/** Whole details with their notes that ship with the program, in the sizes of a system of units. */
export function wholeDetails(system: UnitSystem, blocks: readonly Block[]): readonly KeptDetail[] {
  const s = sizer(system)
  const w = wallOf(s)
  const make = (
    key: string,
    name: string,
    section: string,
    scale: number,
    draw: (d: DetailSheet) => void,
  ): KeptDetail => {
    const d = new DetailSheet(`kept-${key}`, blocks)
    draw(d)
    return d.kept(name, section, scale)
  }
  const five = system === 'metric' ? 5 : 4
  const ten = system === 'metric' ? 10 : 12
  return [
    make('footing', 'Strip footing under a cavity wall', 'Ground and footings', ten, (d) => {
      const middle = w.inner / 2
      const [half, top] = [s(300, 12), -s(450, 18)]
      const footing = d.box('concrete', [middle - half, top - s(250, 10)], [middle + half, top])
      const { brick, fill } = leaves(d, w, -s(150, 6), s(450, 18))
      const below = d.box('concrete', [0, top], [w.inner, -s(150, 6)])
      const slab = d.box('concrete', [w.inner, -s(150, 6)], [s(1000, 40), 0])
      const board = d.box('insulation', [w.inner, -s(250, 10)], [s(1000, 40), -s(150, 6)])
      const stone = d.band(
        { as: 'hardcore', width: s(150, 6) },
        [w.inner, -s(250, 10)],
        [s(1000, 40), -s(250, 10)],
      )
      const course = d.band({ as: 'membrane' }, [0, -s(150, 6)], [w.inner, -s(150, 6)])
      const film = d.band({ as: 'membrane' }, [w.inner, 0], [s(1000, 40), 0])
      const ground = d.band({ as: 'earth edge' }, [-s(600, 24), -s(150, 6)], [0, -s(150, 6)])
      d.band({ as: 'break line' }, [s(980, 39), s(100, 4)], [s(980, 39), -s(500, 20)])
      d.say('Brick outer leaf', brick, [w.outer / 2, s(350, 14)], [-24, 8])
      d.say('Cavity filled', fill, [(w.outer + w.cavity) / 2, s(250, 10)], [34, 14])
      d.say('Damp course', course, [s(20, 0.75), -s(150, 6)], [-26, 14])
      d.say('Damp-proof film, lapped with it', film, [s(600, 24), 0], [10, 12])
      d.say('Concrete slab', slab, [s(700, 28), -s(75, 3)], [40, 8])
      d.say('Insulation', board, [s(600, 24), -s(200, 8)], [50, -4])
      d.say('Hardcore', stone, [s(600, 24), -s(330, 13)], [46, -12])
      d.say('Ground', ground, [-s(500, 20), -s(150, 6)], [-8, 10])
      d.say('Concrete fill below ground', below, [w.outer / 2, -s(300, 12)], [-34, -6])
      d.say('Footing', footing, [middle - half + s(60, 2.5), top - s(150, 6)], [-24, -10])
    }),
    make('sill', 'Sill of a window in a cavity wall', 'Windows and doors', five, (d) => {
      const { brick, fill, block } = leaves(d, w, -s(500, 20), -s(75, 3))
      const sill = d.part('Concrete sill', [-s(40, 1.5), -s(75, 3)])
      const frame = d.part('Window foot', [w.outer, 0])
      const board = d.part('Window board', [w.outer + s(95, 3.75), 0])
      const closer = d.box('insulation', [w.outer, -s(75, 3)], [w.cavity, 0])
      const course = d.band({ as: 'membrane' }, [0, -s(75, 3)], [w.cavity, -s(75, 3)])
      const plaster = d.box('diagonal fine', [w.inner, -s(500, 20)], [w.plaster, 0])
      d.box('blockwork', [w.cavity, -s(75, 3)], [w.inner, 0])
      d.band({ as: 'break line' }, [-s(60, 2.5), -s(480, 19)], [w.plaster + s(60, 2.5), -s(480, 19)])
      d.say('Window', frame, [w.outer + s(30, 1.2), s(150, 6)], [-30, 8])
      d.say('Concrete sill with a drip', sill, [s(20, 0.8), -s(50, 2)], [-30, -4])
      d.say('Damp course under the sill', course, [s(60, 2.4), -s(75, 3)], [-30, -18])
      d.say('Window board', board, [w.outer + s(200, 8), s(12, 0.5)], [20, 14])
      d.say('Cavity closed, insulated', closer, [(w.outer + w.cavity) / 2, -s(40, 1.5)], [48, -8])
      d.say('Plaster', plaster, [(w.inner + w.plaster) / 2, -s(250, 10)], [22, -6])
      d.say('Brick', brick, [w.outer / 2, -s(350, 14)], [-26, -10])
      d.say('Cavity filled', fill, [(w.outer + w.cavity) / 2, -s(420, 16)], [-42, -14])
      d.say('Block', block, [(w.cavity + w.inner) / 2, -s(350, 14)], [34, -14])
    }),
    make('head', 'Head of a window under a steel lintel', 'Windows and doors', five, (d) => {
      const rise = s(167, 6.6)
      const { brick, fill, block } = leaves(d, w, rise, s(600, 24))
      d.box('brick', [0, s(10, 0.4)], [w.outer, rise])
      const lintel = d.part('Steel lintel for a cavity', [s(9, 0.35), 0])
      d.box('blockwork', [w.cavity, s(10, 0.4)], [w.inner, rise])
      const tray = d.part('Cavity tray', [s(20, 0.8), rise])
      const frame = d.part('Window head', [w.outer, -s(60, 2.4)])
      const plaster = d.box('diagonal fine', [w.inner, 0], [w.plaster, s(600, 24)])
      d.band({ as: 'break line' }, [-s(60, 2.5), s(580, 23)], [w.plaster + s(60, 2.5), s(580, 23)])
      d.say('Brick', brick, [w.outer / 2, s(450, 18)], [-26, 10])
      d.say('Cavity filled', fill, [(w.outer + w.cavity) / 2, s(500, 20)], [-42, 16])
      d.say('Cavity tray', tray, [s(120, 5), rise + s(60, 2.4)], [-44, 6])
      d.say('Steel lintel', lintel, [s(40, 1.6), s(3, 0.1)], [-30, -8])
      d.say('Window', frame, [w.outer + s(40, 1.6), -s(30, 1.2)], [-34, -16])
      d.say('Block', block, [(w.cavity + w.inner) / 2, s(380, 15)], [34, 12])
      d.say('Plaster', plaster, [(w.inner + w.plaster) / 2, s(200, 8)], [24, 4])
    }),
    make('joist-at-wall', 'Joists on hangers at a cavity wall', 'Floors', five, (d) => {
      const joist = s(220, 9.25)
      const { brick, fill, block } = leaves(d, w, -s(350, 14), s(350, 14))
      const [from, to] = [w.inner + s(5, 0.2), s(900, 36)]
      const timber = d.line(
        'outlines',
        [
          [from, -joist],
          [to, -joist],
          [to, 0],
          [from, 0],
        ],
        true,
      )
      const hanger = d.line('walls', [
        [w.inner - s(60, 2.4), s(2, 0.08)],
        [w.inner + s(2, 0.08), s(2, 0.08)],
        [w.inner + s(2, 0.08), -joist - s(2, 0.08)],
        [w.inner + s(100, 4), -joist - s(2, 0.08)],
      ])
      const boards = d.box('timber', [w.plaster, 0], [to, s(22, 0.75)])
      const ceiling = d.box('diagonal fine', [w.plaster, -joist - s(12.5, 0.5)], [to, -joist])
      const quilt = d.band(
        { as: 'quilt', width: s(100, 3.5) },
        [w.inner + s(20, 0.8), -joist + s(60, 2.2)],
        [to, -joist + s(60, 2.2)],
      )
      const plaster = d.box('diagonal fine', [w.inner, s(22, 0.75)], [w.plaster, s(350, 14)])
      const base = d.part(s.named('Skirting 18 × 95', 'Base 3/4 × 3 1/2'), [w.plaster, s(22, 0.75)])
      d.band({ as: 'break line' }, [to - s(20, 0.8), s(120, 5)], [to - s(20, 0.8), -s(320, 13)])
      d.say('Brick', brick, [w.outer / 2, s(200, 8)], [-26, 8])
      d.say('Cavity filled', fill, [(w.outer + w.cavity) / 2, -s(250, 10)], [-42, -10])
      d.say('Block', block, [(w.cavity + w.inner) / 2, s(280, 11)], [-56, 14])
      d.say('Joist hanger, built in', hanger, [w.inner + s(60, 2.4), -joist - s(2, 0.08)], [-6, -22])
      d.say('Joist', timber, [s(600, 24), -s(20, 0.8)], [40, -2])
      d.say('Quilt between joists', quilt, [s(700, 28), -joist + s(60, 2.2)], [30, -30])
      d.say('Floor boards', boards, [s(650, 26), s(11, 0.4)], [24, 20])
      d.say('Ceiling board', ceiling, [s(500, 20), -joist - s(6, 0.25)], [20, -16])
      d.say('Skirting', base, [w.plaster + s(9, 0.4), s(70, 2.8)], [26, 22])
      d.say('Plaster', plaster, [(w.inner + w.plaster) / 2, s(260, 10)], [30, 14])
    }),
    make('eaves', 'Eaves of a tiled roof', 'Roofs', ten, (d) => {
      const tilt = (35 * Math.PI) / 180
      const run = s(1300, 52)
      const depth = s(170, 7.25)
      const slope = Math.tan(tilt)
      const over = -s(450, 18)
      const at = (x: number, up: number): readonly [number, number] => [x, slope * (x - over) + up]
      const rise = depth / Math.cos(tilt)
      const seat = slope * -over
      // The plate carries the rafters at the inner leaf, under the place where they cross it.
      const seatOn = slope * (w.cavity - over)
      const under = seatOn - s(47, 1.5)
      const foot = -s(700, 28)
      const brick = d.box('brick', [0, foot], [w.outer, seat - s(60, 2.4)])
      const fill = d.box('insulation', [w.outer, foot], [w.cavity, under])
      const block = d.box('blockwork', [w.cavity, foot], [w.inner, under])
      const plate = d.box('timber', [w.cavity, under], [w.inner, seatOn])
      const rafter = d.line('outlines', [at(over, 0), at(run, 0), at(run, rise), at(over, rise)], true)
      const up = rise + s(25, 1) / Math.cos(tilt)
      const film = d.band({ as: 'membrane' }, at(over - s(40, 1.6), rise), at(run, rise))
      const tiles = d.line(
        'walls',
        [
          at(over - s(60, 2.4), up),
          at(run, up),
          at(run, up + s(15, 0.6)),
          at(over - s(60, 2.4), up + s(15, 0.6)),
        ],
        true,
      )
      const quilt = d.band(
        { as: 'quilt', width: s(140, 5.5) },
        [w.outer, slope * (w.outer - over) + rise / 2],
        at(run, rise / 2),
      )
      const fascia = d.part(s.named('Fascia board 25 × 200', 'Fascia board 1 × 8'), [
        over - s(25, 1),
        -s(60, 2.4),
      ])
      const gutter = d.part(s.named('Half-round gutter 112', 'Half-round gutter 5'), [
        over - s(30, 1.2) - s(61, 2.6),
        s(60, 2.4),
      ])
      const soffit = d.box('timber', [over, -s(40, 1.6)], [0, -s(31, 1.2)])
      d.band({ as: 'break line' }, [-s(80, 3.2), -s(680, 27)], [w.inner + s(80, 3.2), -s(680, 27)])
      d.say('Tiles on battens', tiles, at(s(500, 20), up + s(8, 0.3)), [-14, 20])
      d.say('Roofing membrane', film, at(s(150, 6), rise), [-18, 26])
      d.say('Rafter', rafter, at(s(900, 36), s(10, 0.4)), [18, -16])
      d.say('Insulated between rafters', quilt, at(s(700, 28), rise / 2), [20, -30])
      d.say('Gutter', gutter, [over - s(91, 3.8), s(20, 0.8)], [-14, 18])
      d.say('Fascia', fascia, [over - s(12, 0.5), -s(20, 0.8)], [-24, 2])
      d.say('Vented soffit', soffit, [over / 2, -s(36, 1.4)], [-40, -12])
      d.say('Wall plate, strapped', plate, [(w.cavity + w.inner) / 2, under + s(20, 0.8)], [26, -24])
      d.say('Brick', brick, [w.outer / 2, -s(300, 12)], [-26, -10])
      d.say('Cavity filled, closed at its top', fill, [(w.outer + w.cavity) / 2, -s(450, 18)], [-34, -18])
      d.say('Block', block, [(w.cavity + w.inner) / 2, -s(400, 16)], [24, -10])
    }),
    make('parapet', 'Parapet of a flat roof', 'Roofs', ten, (d) => {
      const top = s(500, 20)
      const { brick, fill, block } = leaves(d, w, -s(600, 24), top)
      const to = s(1200, 48)
      const deck = d.box('concrete', [w.cavity, -s(300, 12)], [to, -s(150, 6)])
      const board = d.box('insulation', [w.inner, -s(150, 6)], [to, 0])
      const film = d.band(
        { as: 'membrane' },
        [to, 0],
        [w.inner + s(60, 2.4), 0],
        [w.inner, s(60, 2.4)],
        [w.inner, top],
      )
      const vapour = d.band({ as: 'membrane' }, [to, -s(150, 6)], [w.inner, -s(150, 6)])
      const cap = d.part('Parapet capping', [(w.inner - s(384, 15)) / 2, top])
      d.band({ as: 'break line' }, [to - s(20, 0.8), s(120, 5)], [to - s(20, 0.8), -s(400, 16)])
      d.band({ as: 'break line' }, [-s(80, 3.2), -s(580, 23)], [w.inner + s(80, 3.2), -s(580, 23)])
      d.say('Metal capping, falling inwards', cap, [w.outer, top + s(40, 1.6)], [-20, 14])
      d.say('Roofing, dressed up under the capping', film, [s(800, 32), 0], [10, 26])
      d.say('Insulation', board, [s(900, 36), -s(75, 3)], [36, 10])
      d.say('Vapour control', vapour, [s(700, 28), -s(150, 6)], [50, -6])
      d.say('Concrete roof', deck, [s(800, 32), -s(225, 9)], [36, -16])
      d.say('Brick', brick, [w.outer / 2, -s(200, 8)], [-26, -4])
      d.say('Cavity filled', fill, [(w.outer + w.cavity) / 2, -s(400, 16)], [-34, -12])
      d.say('Block', block, [(w.cavity + w.inner) / 2, -s(450, 18)], [24, -12])
    }),
    make('gully', 'Gully at the foot of a wall', 'Drainage', ten, (d) => {
      const { brick } = leaves(d, w, -s(500, 20), s(450, 18))
      const gully = d.part('Gully', [-s(200, 8), -s(150, 6)])
      const bed = d.box('gravel', [-s(420, 17), -s(620, 25)], [-s(20, 0.8), -s(560, 22)])
      const paving = d.part(s.named('Paving slab 50', 'Paver 2 3/8'), [
        -s(740, 30),
        -s(150, 6) - s(50, 2.375),
      ])
      const ground = d.band(
        { as: 'hardcore', width: s(100, 4) },
        [-s(800, 32), -s(200, 8.375)],
        [-s(290, 12), -s(200, 8.375)],
      )
      const course = d.band({ as: 'membrane' }, [0, 0], [w.inner, 0])
      d.say(`Damp course, ${s.named('150 mm', '6"')} above ground`, course, [s(30, 1.2), 0], [-30, 20])
      d.say('Gully with a grating', gully, [-s(180, 7), -s(160, 6.4)], [-8, 28])
      d.say('Paving, falling to it', paving, [-s(600, 24), -s(170, 7)], [-16, 14])
      d.say('Hardcore', ground, [-s(650, 26), -s(240, 10)], [-18, -14])
      d.say('Bed of gravel', bed, [-s(250, 10), -s(600, 24)], [-26, -8])
      d.say('Brick', brick, [w.outer / 2, s(300, 12)], [-20, 10])
    }),
  ]
}
