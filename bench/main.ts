import { benchDisplay } from './display'
import { benchPlot } from './plot'
import { benchPattern, benchSnap } from './snap'
import { benchWalls } from './walls'

export interface Row {
  readonly what: string
  readonly measured: string
  readonly against: string
  readonly ratio: number
  readonly limit: number
}

const rows: Row[] = [
  ...benchWalls(),
  ...benchSnap(),
  ...benchPattern(),
  ...(await benchDisplay()),
  ...(await benchPlot()),
]
const cells = rows.map((row) => [
  row.what,
  row.measured,
  row.against,
  row.ratio.toFixed(2),
  `≤ ${row.limit}`,
  row.ratio <= row.limit ? 'kept' : 'MISSED',
])
const head = ['figure', 'measured', 'against', 'ratio', 'limit', '']
const widths = head.map((title, i) => Math.max(title.length, ...cells.map((cell) => cell[i]!.length)))
for (const line of [head, widths.map((width) => '-'.repeat(width)), ...cells])
  console.log(line.map((cell, i) => cell.padEnd(widths[i]!)).join('  '))
process.exit(rows.every((row) => row.ratio <= row.limit) ? 0 : 1)
