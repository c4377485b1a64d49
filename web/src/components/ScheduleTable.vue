<script setup lang="ts">
import { nextTick } from 'vue'
import type { Schedule } from '@lamina/core/records'
import {
  setCell,
  type CellValue,
  type SolverOf,
  type Table,
  type TableColumn,
  type TableRow,
} from '@lamina/core/schedules'
import { echoLength, formatArea, formatLength, parseLength } from '@lamina/core/units'
import { useProject } from '../store/project'
import { useSay } from '../store/say'
import { fieldOf } from './fields'
import SampleCell from './SampleCell.vue'

/** The rows of a schedule; what is typed into a cell changes the drawing. */
const props = defineProps<{ schedule: Schedule; table: Table; solverOf: SolverOf }>()
const emit = defineEmits<{ show: [row: TableRow] }>()
const store = useProject()
const say = useSay()

const WORDS: readonly TableColumn['kind'][] = ['text', 'choice', 'picture']
const isFigure = ({ kind }: TableColumn): boolean => !WORDS.includes(kind)
/** What tells a row from others. */
const nameOfRow = ({ cells }: TableRow): string =>
  String(cells[props.table.columns.findIndex(({ kind }) => kind !== 'picture')] ?? '')
function shown(value: CellValue, kind: TableColumn['kind']): string {
  if (value === null) return kind === 'text' ? '' : 'open'
  if (typeof value === 'string') return value
  if (kind === 'length') return formatLength(value, store.units)
  if (kind === 'area') return formatArea(value, store.units)
  if (kind === 'volume') return formatVolume(value)
  return String(value)
}
const formatVolume = (mm3: number): string =>
  store.units.system === 'metric' ? `${(mm3 / 1e9).toFixed(2)} m³` : `${(mm3 / 304.8 ** 3).toFixed(0)} cu ft`

function put(row: TableRow, column: TableColumn, value: CellValue): boolean {
  const made = store.edit(column.title, (project) =>
    setCell(project, props.solverOf, props.schedule, row.ids, column.key, value),
  )
  return made !== null
}
/** What is typed into a cell changes the drawing; what cannot be understood is said, and the cell goes back. */
function typed(row: TableRow, i: number, event: Event): void {
  const field = fieldOf(event)
  const column = props.table.columns[i]!
  const before = shown(row.cells[i]!, column.kind)
  if (field.value === before) return
  if (column.kind === 'length') {
    const read = parseLength(field.value, store.units)
    if (!read.ok) say.warn(read.message)
    else if (put(row, column, read.mm) && read.bare) say.tell(echoLength(read.mm, read.bare, store.units))
  } else put(row, column, field.value)
  // What the cell shows once the drawing has followed, or as it was.
  void nextTick(() => {
    const now = props.table.rows.find(({ ids }) => ids[0] === row.ids[0])
    field.value = now ? shown(now.cells[i]!, column.kind) : before
  })
}
function choose(row: TableRow, i: number, event: Event): void {
  put(row, props.table.columns[i]!, fieldOf(event).value)
}
/** Enter goes on to the same column of the next row. */
function down(event: KeyboardEvent): void {
  const field = event.target as HTMLInputElement
  const cell = field.closest('td')!
  const index = [...cell.parentElement!.children].indexOf(cell)
  const next = cell.parentElement!.nextElementSibling?.children[index]?.querySelector('input')
  if (next) next.focus()
  else field.blur()
}
function restore(row: TableRow, i: number, event: Event): void {
  const field = fieldOf(event)
  field.value = shown(row.cells[i]!, props.table.columns[i]!.kind)
  field.blur()
}
</script>

<template>
  <table data-test="schedule">
    <thead>
      <tr>
        <th
          v-for="column in table.columns"
          :key="column.key"
          scope="col"
          :class="{ number: isFigure(column) }"
        >
          {{ column.title }}
        </th>
        <th v-if="schedule.grouped" scope="col" class="number">Count</th>
        <th scope="col"><span class="visually-hidden">Show</span></th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in table.rows" :key="row.ids[0]">
        <td v-for="(column, i) in table.columns" :key="column.key" :class="{ number: isFigure(column) }">
          <SampleCell v-if="column.kind === 'picture'" :of="String(row.cells[i])" :name="nameOfRow(row)" />
          <select
            v-else-if="column.editable && column.kind === 'choice'"
            :value="column.choices.find(({ title }) => title === row.cells[i])?.value"
            :aria-label="`${column.title} of ${nameOfRow(row)}`"
            @change="choose(row, i, $event)"
          >
            <option v-for="each in column.choices" :key="each.value" :value="each.value">
              {{ each.title }}
            </option>
          </select>
          <input
            v-else-if="column.editable"
            :value="shown(row.cells[i]!, column.kind)"
            :aria-label="`${column.title} of ${nameOfRow(row)}`"
            @change="typed(row, i, $event)"
            @keydown.enter.prevent="down"
            @keydown.esc.stop="restore(row, i, $event)"
          />
          <span v-else :class="{ soft: row.cells[i] === null }">{{ shown(row.cells[i]!, column.kind) }}</span>
        </td>
        <td v-if="schedule.grouped" class="number">{{ row.ids.length }}</td>
        <td><button type="button" class="link" @click="emit('show', row)">Show</button></td>
      </tr>
    </tbody>
    <tfoot>
      <tr>
        <td v-for="(column, i) in table.columns" :key="column.key" :class="{ number: isFigure(column) }">
          <b v-if="table.sums[i] !== null">{{ shown(table.sums[i]!, column.kind) }}</b>
          <span v-else-if="i === 0" class="soft">{{ table.count }} in all</span>
        </td>
        <td v-if="schedule.grouped" class="number">
          <b>{{ table.count }}</b>
        </td>
        <td />
      </tr>
    </tfoot>
  </table>
</template>

<style scoped>
table {
  width: 100%;
  border-collapse: collapse;
  font-size: 13px;
}
th {
  text-align: left;
  font-weight: 500;
  font-size: 12px;
  color: rgb(var(--v-theme-soft-ink));
  padding: 4px 6px;
  border-bottom: 1px solid rgb(var(--v-theme-ink));
  white-space: nowrap;
}
td {
  padding: 1px 6px;
  border-bottom: 1px dotted rgb(var(--v-theme-hairline));
}
td > span,
td > b {
  white-space: nowrap;
}
tfoot td {
  border-bottom: 0;
  border-top: 1px solid rgb(var(--v-theme-ink));
  padding-top: 5px;
}
td input,
td select {
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  border-radius: 4px;
  padding: 4px 2px;
  width: 100%;
  min-width: 44px;
  field-sizing: content;
}
td select option {
  color: #1e2a38;
}
td input:hover,
td select:hover {
  background: rgb(var(--v-theme-film));
}
.number,
.number input {
  text-align: right;
  font-variant-numeric: tabular-nums;
}
</style>
