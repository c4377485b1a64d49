import { unitsOf } from '../blocks'
import {
  TIED_KINDS,
  kindWord,
  type AnyRecord,
  type Block,
  type Id,
  type OpeningMake,
  type Project,
  type RecordKind,
} from '../records'
import { PEN_WORDS, STANDARD_STYLE, layerIdOf } from '../library'
import { isLibraryRecord, type LibraryRecord } from '../edit'
import { formatLength, type Units } from '../units'

/** One fact of a thing, as people read it. */
export type Fact = readonly [name: string, value: string]

/** What a thing of a library is called. */
export const titleOf = (record: LibraryRecord): string =>
  record.kind === 'pen' ? PEN_WORDS[record.role] : record.name

/** Width and depth of a block, in its own units. */
export function sizeWords(block: Block, units: Units): string {
  const own = unitsOf(block, units)
  return `${formatLength(block.width, own)} × ${formatLength(block.depth, own)}`
}

/** A kind in a heading: "Wall types". */
export function kindHeading(kind: RecordKind): string {
  const word = kindWord(kind)
  return `${word[0]!.toUpperCase()}${word.slice(1)}${word.endsWith('s') ? 'es' : 's'}`
}

const paper = (mm: number): string => `${mm} mm`
const tone = (value: number): string => (value === 0 ? 'ink' : `${Math.round((1 - value) * 100)} %`)
const yes = (value: boolean | undefined): string => (value ? 'yes' : 'no')
const degrees = (radians: number): string => `${Math.round((radians * 180) / Math.PI)}°`

/** The facts of a thing of a library; `nameOf` gives the names of those it refers to. */
export function factsOf(record: LibraryRecord, nameOf: (id: Id) => string, units: Units): Fact[] {
  const mm = (length: number): string => formatLength(length, units)
  switch (record.kind) {
    case 'lineType':
      return [['Dashes', record.dashesPaperMm.length ? record.dashesPaperMm.join(' · ') : 'continuous']]
    case 'layer':
      return [
        ['Pen', paper(record.penMm)],
        ['Tone', tone(record.tone)],
        ['Line type', nameOf(record.lineType)],
        ['Printed', yes(record.printed)],
      ]
    case 'material':
      return [
        ['Priority', String(record.priority)],
        ['Tone', tone(record.tone)],
        ['Pattern when cut', record.pattern ?? 'none'],
        ['Pattern of its face', record.facePattern ?? 'none'],
        ['Pen', record.penMm === undefined ? 'of the layer' : paper(record.penMm)],
      ]
    case 'wallType':
    case 'plateType':
      return [
        ['Thickness', mm(record.strips.reduce((sum, { thickness }) => sum + thickness, 0))],
        ...record.strips.map(({ material, thickness, part }, i): Fact => [
          `Strip ${i + 1}`,
          `${mm(thickness)} ${nameOf(material)}${part ? `, ${part}` : ''}`,
        ]),
      ]
    case 'openingType':
      return [
        ['For', record.fit === 'gap' ? 'plain opening' : record.fit],
        ['Width', mm(record.width)],
        ['Sill and head', `${mm(record.sill)}, ${mm(record.head)}`],
        [
          'Frame',
          `${mm(record.frame.width)} × ${record.frame.depth === null ? 'the wall' : mm(record.frame.depth)}`,
        ],
        ['Place in the wall', `${Math.round(record.place * 100)} %`],
        ['Sill out and in', `${mm(record.sillOut)}, ${mm(record.sillIn)}`],
        ['Made', makeWords(record.make, mm)],
      ]
    case 'lens':
      return [
        ['Cut walls', record.poche],
        ['Doors and windows', record.openings],
        ['Swings', yes(record.swings)],
        ['Furniture', yes(record.furniture)],
        ['Overhead', yes(record.overhead)],
        ['Footings', yes(record.footings ?? false)],
        ['Joists', yes(record.framing ?? false)],
        ['Faces', record.faces ?? 'as cut walls'],
        ['Ink', record.ink ?? 'colours'],
        ['Hidden edges', yes(record.unseen ?? false)],
        ['Status', record.statuses ? Object.values(record.statuses).join(', ') : 'as usual'],
        ['Draws otherwise', `${record.rules?.length ?? 0} of kinds and layers`],
        ['Room tags', yes(record.roomTags)],
        ['Numbers', yes(record.marks)],
      ]
    case 'pen':
      return [
        ['Width', paper(record.widthMm)],
        ['Tone', tone(record.tone)],
      ]
    case 'annotationStyle':
      return [
        ['Lettering', paper(record.textPaperMm)],
        ['Ends', `${record.ends}, ${paper(record.endPaperMm)}`],
        ['Leader', record.leaderLine ? `${record.tip}, ${record.leaderLine}` : record.tip],
        ['Gap and past', `${paper(record.extensionGapPaperMm)}, ${paper(record.extensionPastPaperMm)}`],
        ['Past the last end', paper(record.linePastPaperMm)],
        ['Rows', `${paper(record.firstRowPaperMm)}, ${paper(record.rowPaperMm)}`],
      ]
    case 'keptDetail':
      return [
        ['Part of the works', record.section],
        ['Reads at', `1:${Math.round(record.scale * 100) / 100}`],
        ['Things drawn', String(record.items.length)],
      ]
    case 'block':
      return [
        ['Category', record.category],
        ['Size', sizeWords(record, units)],
        ['Sizing', record.recipe === undefined ? (record.sizing ?? 'fixed') : 'by parameters'],
        ['Against walls', yes(record.atWall)],
        ['Things drawn', String(record.items.length)],
        ['Front', record.front ? `${mm(record.front.height)} high` : 'none'],
      ]
  }
}

function makeWords(make: OpeningMake, mm: (length: number) => string): string {
  switch (make.form) {
    case 'hinged':
      return `${make.leaves === 1 ? 'one leaf' : `two leaves, ${Math.round(make.share * 100)} %`} of ${mm(make.leaf)}, open ${degrees(make.swing)}${make.threshold ? ', threshold' : ''}`
    case 'sliding':
      return `${make.panels} sliding ${make.runs}, ${mm(make.leaf)}${make.threshold ? ', threshold' : ''}`
    case 'folding':
      return `${make.panels} folding, ${mm(make.leaf)}${make.threshold ? ', threshold' : ''}`
    case 'revolving':
      return `revolving, ${make.wings} wings`
    case 'up and over':
      return `up and over, ${mm(make.leaf)}`
    case 'cased':
      return make.lined ? 'lined' : 'bare'
    case 'glazed':
      return `${make.lights.map(({ opens, part }) => `${opens} ${part}`).join(' · ')}, mullions ${mm(make.mullion)}${make.transom === null ? '' : `, bar at ${mm(make.transom)}`}`
  }
}

/** A fact that differs: its name, what it is here, and what it is there. */
export type Difference = readonly [name: string, here: string, there: string]

/** What of a thing would be another if one took the place of the other. */
export function differences(
  here: LibraryRecord,
  there: LibraryRecord,
  names: { readonly here: (id: Id) => string; readonly there: (id: Id) => string },
  units: Units,
): Difference[] {
  const left = new Map(factsOf(here, names.here, units))
  const right = new Map(factsOf(there, names.there, units))
  const rows = [...new Set([...left.keys(), ...right.keys()])].flatMap((name): Difference[] => {
    const [a, b] = [left.get(name) ?? '–', right.get(name) ?? '–']
    return a === b ? [] : [[name, a, b]]
  })
  if (titleOf(here) !== titleOf(there)) rows.unshift(['Name', titleOf(here), titleOf(there)])
  // What is drawn can differ with all the same figures.
  return rows.length > 0 ? rows : [['Drawn', 'as here', 'otherwise']]
}

/**
 * How many things of each kind in a project are drawn with a thing of its library, also by way of others: what
 * changes when that is replaced. Everything is drawn with pens: they give nothing.
 */
export function usesOf(project: Project, record: LibraryRecord): Map<RecordKind, number> {
  const counts = new Map<RecordKind, number>()
  const seen = new Set<Id>()
  const visit = (id: Id): void => {
    for (const user of project.dependents(id)) {
      if (seen.has(user)) continue
      seen.add(user)
      const found = project.get(user)
      if (!found) continue
      if (isLibraryRecord(found)) visit(user)
      count(found)
    }
  }
  const count = ({ kind }: AnyRecord): void => void counts.set(kind, (counts.get(kind) ?? 0) + 1)
  visit(record.id)
  // What lies on a layer by its kind, or in the first style, names neither.
  if (record.kind === 'layer') {
    for (const each of project.everything())
      if (!seen.has(each.id) && layerIdOf(each) === record.id) count(each)
  } else if (record.id === STANDARD_STYLE.id) {
    for (const kind of TIED_KINDS)
      for (const each of project.all(kind)) if (each.style === undefined) count(each)
  } else if (record.id === 'lens-full')
    for (const each of project.all('viewport')) if (each.lens === undefined) count(each)
  return counts
}
