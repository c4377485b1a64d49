// Draws the signs that shipped faces lack and writes them as a font: core/fonts/lamina-signs.otf.
//   node core/scripts/makeSigns.mjs
import { writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import opentype from 'opentype.js'

const out = join(dirname(fileURLToPath(import.meta.url)), '../fonts/lamina-signs.otf')

/** Units to the em, height of capitals and of a plus sign's middle, and the width of all strokes. */
const EM = 1000
const CAP = 700
const AXIS = 330
const STROKE = 76

/** Contours are points; a point may be followed by two control points on its way to the next. All run anticlockwise. */
const area = (points) =>
  points.reduce((sum, [x, y], i) => {
    const [x2, y2] = points[(i + 1) % points.length]
    return sum + x * y2 - x2 * y
  }, 0)
const outwards = (points) => (area(points) < 0 ? [...points].reverse() : points)
const inwards = (points) => [...outwards(points)].reverse()
const polygon = (...points) => [outwards(points)]

/** A straight stroke with square ends. */
function stroke(x1, y1, x2, y2, width = STROKE) {
  const long = Math.hypot(x2 - x1, y2 - y1)
  const [ax, ay] = [((y1 - y2) / long) * (width / 2), ((x2 - x1) / long) * (width / 2)]
  return polygon([x1 + ax, y1 + ay], [x1 - ax, y1 - ay], [x2 - ax, y2 - ay], [x2 + ax, y2 + ay])
}
/** Strokes from point to point; corners are filled up. */
const strokes = (points, width = STROKE) =>
  points
    .slice(1)
    .flatMap(([x, y], i) => [
      ...stroke(...points[i], x, y, width),
      ...(i > 0 ? disc(...points[i], width / 2) : []),
    ])
/** Outlines of closed polygons: stroked inwards by moving each side. */
function frame(points, width = STROKE) {
  const outer = outwards(points)
  const n = outer.length
  const lines = outer.map(([x, y], i) => {
    const [x2, y2] = outer[(i + 1) % n]
    const long = Math.hypot(x2 - x, y2 - y)
    const [nx, ny] = [-(y2 - y) / long, (x2 - x) / long]
    return { x: x + nx * width, y: y + ny * width, dx: x2 - x, dy: y2 - y }
  })
  const inner = lines.map((line, i) => {
    const before = lines[(i + n - 1) % n]
    const cross = before.dx * line.dy - before.dy * line.dx
    const t = ((line.x - before.x) * line.dy - (line.y - before.y) * line.dx) / cross
    return [before.x + before.dx * t, before.y + before.dy * t]
  })
  return [outer, inwards(inner)]
}

/** Part of a circle as quarter curves at most, from one angle to another in degrees. */
function curve(cx, cy, r, from, to) {
  const parts = Math.max(1, Math.ceil(Math.abs(to - from) / 90))
  const step = ((to - from) / parts) * (Math.PI / 180)
  const k = (4 / 3) * Math.tan(step / 4)
  return Array.from({ length: parts }, (_, i) => {
    const a = (from * Math.PI) / 180 + i * step
    const b = a + step
    const at = (angle) => [cx + r * Math.cos(angle), cy + r * Math.sin(angle)]
    const [p, q] = [at(a), at(b)]
    return {
      p,
      c1: [p[0] - k * r * Math.sin(a), p[1] + k * r * Math.cos(a)],
      c2: [q[0] + k * r * Math.sin(b), q[1] - k * r * Math.cos(b)],
      q,
    }
  })
}
const disc = (cx, cy, r) => [{ curves: curve(cx, cy, r, 0, 360) }]
const ring = (cx, cy, r, width = STROKE) => [
  { curves: curve(cx, cy, r + width / 2, 0, 360) },
  { curves: curve(cx, cy, r - width / 2, 360, 0) },
]
const bow = (cx, cy, r, from, to, width = STROKE) => [
  { curves: [...curve(cx, cy, r + width / 2, from, to), ...curve(cx, cy, r - width / 2, to, from)] },
]
/** An arrow from one point to another with an open head. */
function arrow(x1, y1, x2, y2, head = 150) {
  const long = Math.hypot(x2 - x1, y2 - y1)
  const [ux, uy] = [(x2 - x1) / long, (y2 - y1) / long]
  const at = (along, aside) => [x2 - ux * along - uy * aside, y2 - uy * along + ux * aside]
  return [...stroke(x1, y1, x2, y2), ...strokes([at(head, head), [x2, y2], at(head, -head)])]
}
const wave = (y) => [...bow(190, y - 34, 110, 35, 145), ...bow(370, y + 92, 110, 215, 325)]

const LEFT = 50
/** Each sign: its code point, how far it goes on, and its contours. */
const SIGNS = {
  '⌀': [640, [...ring(320, AXIS, 230), ...stroke(90, AXIS - 330, 550, AXIS + 330)]],
  '≤': [
    590,
    [
      ...strokes([
        [500, 610],
        [120, 400],
        [500, 190],
      ]),
      ...stroke(110, 60, 500, 60),
    ],
  ],
  '≥': [
    590,
    [
      ...strokes([
        [90, 610],
        [470, 400],
        [90, 190],
      ]),
      ...stroke(90, 60, 480, 60),
    ],
  ],
  '≈': [560, [...wave(AXIS + 90), ...wave(AXIS - 90)]],
  '≠': [590, [...stroke(90, 430, 500, 430), ...stroke(90, 230, 500, 230), ...stroke(170, 60, 420, 600)]],
  '→': [840, arrow(LEFT, AXIS, 780, AXIS)],
  '←': [840, arrow(790, AXIS, 60, AXIS)],
  '↑': [440, arrow(220, 0, 220, CAP)],
  '↓': [440, arrow(220, CAP, 220, 0)],
  '∠': [
    640,
    strokes([
      [560, 620],
      [90, 33],
      [580, 33],
    ]),
  ],
  '⊥': [620, [...stroke(60, 33, 560, 33), ...stroke(310, 33, 310, CAP)]],
  '∥': [420, [...stroke(140, 0, 140, CAP), ...stroke(280, 0, 280, CAP)]],
  '△': [
    760,
    frame([
      [50, 0],
      [710, 0],
      [380, 640],
    ]),
  ],
  '□': [
    660,
    frame([
      [60, 0],
      [600, 0],
      [600, 540],
      [60, 540],
    ]),
  ],
  '′': [220, polygon([80, 440], [130, 440], [180, 720], [100, 720])],
  '″': [
    360,
    [
      ...polygon([80, 440], [130, 440], [180, 720], [100, 720]),
      ...polygon([220, 440], [270, 440], [320, 720], [240, 720]),
    ],
  ],
  '℄': [
    700,
    [
      ...bow(360, 350, 290, 50, 310),
      ...strokes([
        [360, 760],
        [360, 33],
        [640, 33],
      ]),
    ],
  ],
  '№': [
    1040,
    [
      ...strokes([
        [90, 0],
        [90, 700],
        [510, 0],
        [510, 700],
      ]),
      ...ring(800, 420, 130),
      ...stroke(660, 190, 940, 190),
    ],
  ],
  '√': [
    700,
    strokes([
      [60, 360],
      [150, 380],
      [290, 33],
      [470, 680],
      [660, 680],
    ]),
  ],
  '∞': [900, [...ring(270, AXIS, 170), ...ring(630, AXIS, 170)]],
  '⌒': [640, bow(320, 260, 250, 10, 170)],
  µ: [
    600,
    [
      ...strokes([
        [100, 460],
        [100, -180],
      ]),
      ...bow(270, 190, 170, 180, 360),
      ...stroke(440, 460, 440, 0),
    ],
  ],
}

function glyphOf(name, unicode, advance, contours) {
  const path = new opentype.Path()
  for (const contour of contours) {
    if ('curves' in contour) {
      const { curves } = contour
      path.moveTo(...curves[0].p)
      curves.forEach(({ p, c1, c2, q }, i) => {
        if (i > 0) path.lineTo(...p)
        path.bezierCurveTo(...c1, ...c2, ...q)
      })
    } else {
      path.moveTo(...contour[0])
      for (const point of contour.slice(1)) path.lineTo(...point)
    }
    path.close()
  }
  return new opentype.Glyph({ name, unicode, advanceWidth: advance, path })
}

/** Bars of fractions: from one code point of the private area on, each wider by so much. */
const BARS = { first: 0xe100, from: 200, step: 50, count: 40 }
const bars = Array.from({ length: BARS.count }, (_, i) => {
  const width = BARS.from + i * BARS.step
  return glyphOf(`bar${width}`, BARS.first + i, width, stroke(0, 350, width, 350, 54))
})
const notdef = new opentype.Glyph({
  name: '.notdef',
  unicode: 0,
  advanceWidth: 500,
  path: new opentype.Path(),
})
const font = new opentype.Font({
  familyName: 'Lamina Signs',
  styleName: 'Regular',
  unitsPerEm: EM,
  ascender: 1000,
  descender: -300,
  glyphs: [
    notdef,
    ...Object.entries(SIGNS).map(([sign, [advance, contours]]) =>
      glyphOf(`sign${sign.codePointAt(0).toString(16)}`, sign.codePointAt(0), advance, contours),
    ),
    ...bars,
  ],
})
font.tables.os2.sCapHeight = CAP
writeFileSync(out, Buffer.from(font.toArrayBuffer()))
