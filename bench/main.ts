import { benchAnnotation } from './annotation'
import { benchDisplay } from './display'
import { benchEdits } from './edits'
import { benchFurniture } from './furniture'
import { benchHistory } from './history'
import { benchKeeping } from './keeping'
import { benchHostile } from './hostile'
import { benchKills } from './kills'
import { benchMatters } from './matters'
import { benchOffice } from './office'
import { benchOpening } from './opening'
import { benchPatterns } from './patterns'
import { benchPlot } from './plot'
import { benchPointer } from './pointer'
import { benchRooms } from './rooms'
import { benchSearch } from './search'
import { benchSnap } from './snap'
import { benchTogether } from './together'
import { benchViews } from './views'
import { benchWalls } from './walls'

export interface Row {
  readonly what: string
  readonly measured: string
  readonly against: string
  readonly ratio: number
  /** Null for what is told beside another row. */
  readonly limit: number | null
}

const isKept = ({ ratio, limit }: Row): boolean => limit === null || ratio <= limit

const BENCHES: Record<string, () => Row[] | Promise<Row[]>> = {
  walls: benchWalls,
  furniture: benchFurniture,
  rooms: benchRooms,
  search: benchSearch,
  snap: benchSnap,
  patterns: benchPatterns,
  display: benchDisplay,
  pointer: benchPointer,
  matters: benchMatters,
  annotation: benchAnnotation,
  edits: benchEdits,
  views: benchViews,
  keeping: benchKeeping,
  history: benchHistory,
  together: benchTogether,
  kills: benchKills,
  hostile: benchHostile,
  office: benchOffice,
  opening: benchOpening,
  plot: benchPlot,
}
/** `npm run bench -- pointer plot`: only these. */
const wanted = process.argv.slice(2)
const rows: Row[] = []
for (const [name, bench] of Object.entries(BENCHES))
  if (wanted.length === 0 || wanted.includes(name)) rows.push(...(await bench()))
const cells = rows.map((row) => [
  row.what,
  row.measured,
  row.against,
  row.ratio.toFixed(2),
  row.limit === null ? '' : `≤ ${row.limit}`,
  row.limit === null ? '' : isKept(row) ? 'kept' : 'MISSED',
])
const head = ['figure', 'measured', 'against', 'ratio', 'limit', '']
const widths = head.map((title, i) => Math.max(title.length, ...cells.map((cell) => cell[i]!.length)))
for (const line of [head, widths.map((width) => '-'.repeat(width)), ...cells])
  console.log(line.map((cell, i) => cell.padEnd(widths[i]!)).join('  '))
process.exit(rows.every(isKept) ? 0 : 1)
