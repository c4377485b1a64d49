import { combine, enlargement, IDENTITY, turnOf, applyTo, type Affine } from '../geometry'
import type { ArcItem, DisplayItem, DisplayList, TextItem } from './list'
import type { FaceName } from '../lettering'
import { PAPER_TONE } from './cleared'
import { PENS, penOf, type AnyPen, type PenTable } from './pens'
import { tracePath } from './stroke'
import { toneColour } from './tone'

const n = (value: number): string => String(Math.round(value * 1e4) / 1e4)
const escape = (text: string): string =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;')

/**
 * Paints a list of paper millimetres as an SVG file of exactly that size. `fontCss` holds the @font-face
 * rules of the lettering; faces are asked for by `svgFamily`.
 */
export function paintSvg(
  list: DisplayList,
  page: { readonly width: number; readonly height: number; readonly title: string },
  fontCss: string,
  pens: PenTable = PENS,
): string {
  const stroke = (pen: AnyPen): string => {
    const { widthMm, tone } = penOf(pen, pens)
    return `fill="none" stroke="${toneColour(tone)}" stroke-width="${widthMm}" stroke-linecap="round" stroke-linejoin="miter"`
  }
  const out: string[] = []
  let clips = 0
  // y runs up in lists and down in SVG.
  const paint = (items: DisplayList, map: Affine): void => {
    for (const item of items) {
      if (item.kind !== 'group') {
        out.push(paintItem(item, map, stroke))
        continue
      }
      const inner = combine(map, item.map)
      if (item.clip) {
        const id = `clip${++clips}`
        const { minX, minY, maxX, maxY } = item.clip
        const corners = [
          [minX, minY],
          [maxX, minY],
          [maxX, maxY],
          [minX, maxY],
        ].map(([x, y]) => applyTo(inner, { x: x!, y: y! }))
        out.push(
          `<clipPath id="${id}"><path d="M${corners.map((p) => `${n(p.x)} ${n(p.y)}`).join('L')}Z"/></clipPath><g clip-path="url(#${id})">`,
        )
        paint(item.items, inner)
        out.push('</g>')
      } else paint(item.items, inner)
    }
  }
  paint(list, { ...IDENTITY, d: -1, f: page.height })
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${n(page.width)}mm" height="${n(page.height)}mm" viewBox="0 0 ${n(page.width)} ${n(page.height)}">`,
    `<title>${escape(page.title)}</title>`,
    fontCss ? `<style>${fontCss}</style>` : '',
    ...out,
    '</svg>\n',
  ].join('\n')
}

function pathOf(points: readonly number[], map: Affine, closed: boolean): string {
  let d = ''
  for (let i = 0; i + 1 < points.length; i += 2) {
    const p = applyTo(map, { x: points[i]!, y: points[i + 1]! })
    d += `${i === 0 ? 'M' : 'L'}${n(p.x)} ${n(p.y)}`
  }
  return closed ? `${d}Z` : d
}

function paintItem(
  item: Exclude<DisplayItem, { kind: 'group' }>,
  map: Affine,
  stroke: (pen: AnyPen) => string,
): string {
  switch (item.kind) {
    case 'line':
      return `<path d="${pathOf(item.points, map, item.closed)}" ${stroke(item.pen)}/>`
    case 'segments': {
      let d = ''
      for (let i = 0; i + 3 < item.points.length; i += 4) d += pathOf(item.points.slice(i, i + 4), map, false)
      return `<path d="${d}" ${stroke(item.pen)}/>`
    }
    case 'fill':
      return `<path d="${item.loops.map((loop) => pathOf(loop, map, true)).join('')}" fill="${toneColour(item.tone)}" fill-rule="evenodd"/>`
    case 'disc': {
      const p = applyTo(map, item)
      return `<circle cx="${n(p.x)}" cy="${n(p.y)}" r="${n(item.radius * enlargement(map))}" fill="${toneColour(item.tone)}"/>`
    }
    case 'arc':
      return `<path d="M${arcStart(item, map)}${arcTo(item, map)}" ${stroke(item.pen)}/>`
    case 'path': {
      let d = ''
      const at = (x: number, y: number): string => {
        const p = applyTo(map, { x, y })
        return `${n(p.x)} ${n(p.y)}`
      }
      tracePath(item, {
        moveTo: (x, y) => (d += `M${at(x, y)}`),
        lineTo: (x, y) => (d += `L${at(x, y)}`),
        arc: ({ centre, radius, from, sweep }) => (d += arcTo({ ...centre, radius, from, sweep }, map)),
        close: () => (d += 'Z'),
      })
      return `<path d="${d}" ${stroke(item.pen)}/>`
    }
    case 'text':
      return paintText(item, map, `fill="${toneColour(item.tone)}"`)
    case 'clear': {
      // Letters in the colour of paper, with a line of it around them.
      const paper = toneColour(PAPER_TONE)
      const wide = n(2 * item.gap * enlargement(map))
      const look = `fill="${paper}" stroke="${paper}" stroke-width="${wide}" stroke-linejoin="round" stroke-linecap="round"`
      return paintText(item.text, map, look)
    }
  }
}

type Round = Pick<ArcItem, 'x' | 'y' | 'radius' | 'from' | 'sweep'>

function arcStart({ x, y, radius, from }: Round, map: Affine): string {
  const p = applyTo(map, { x: x + radius * Math.cos(from), y: y + radius * Math.sin(from) })
  return `${n(p.x)} ${n(p.y)}`
}

/** An arc from where the path stands; one of more than half a turn goes in two parts. */
function arcTo(arc: Round, map: Affine): string {
  const r = n(arc.radius * enlargement(map))
  const half = Math.abs(arc.sweep) > Math.PI ? [arc.sweep / 2, arc.sweep] : [arc.sweep]
  const turnsClockwise = arc.sweep > 0 === map.a * map.d - map.b * map.c < 0 ? 0 : 1
  return half
    .map((sweep) => `A${r} ${r} 0 0 ${turnsClockwise} ${arcStart({ ...arc, from: arc.from + sweep }, map)}`)
    .join('')
}

/** What a face is asked for as in an SVG file. */
export const svgFamily = (face: FaceName): string => `Lamina-${face.replace(/ /g, '-')}`

function paintText(item: TextItem, map: Affine, look: string): string {
  const k = enlargement(map)
  // The page mirrors y, so the map's own turn counts the other way.
  const turn = item.turn - turnOf(map)
  const p = applyTo(map, item)
  const degrees = n((-turn * 180) / Math.PI)
  return item.runs
    .map(
      (run) =>
        `<text transform="translate(${n(p.x)} ${n(p.y)}) rotate(${degrees})" x="${n(run.dx * k)}" y="${n(-(run.up ?? 0) * item.size * k)}" font-family="${svgFamily(run.face)}" font-size="${n(item.size * (run.by ?? 1) * k)}" ${look} style="font-kerning:none;font-variant-ligatures:none" xml:space="preserve">${escape(run.text)}</text>`,
    )
    .join('')
}
