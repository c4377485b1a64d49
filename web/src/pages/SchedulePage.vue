<script setup lang="ts">
import { mdiFileDelimitedOutline, mdiPlus, mdiTableColumn, mdiTrashCanOutline } from '@mdi/js'
import { csvFormatRows } from 'd3-dsv'
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { addKeynote, removeItems } from '@lamina/core/edit'
import { findBoard, type AnyRecord, type Board, type Id, type ScheduleSubject } from '@lamina/core/records'
import {
  LEGENDS,
  addSchedule,
  areasByLevel,
  areasByUse,
  columnsFor,
  roomRows,
  scheduleTable,
  setSchedule,
  type CellValue,
  type TableColumn,
  type TableRow,
} from '@lamina/core/schedules'
import { formatArea, formatLength } from '@lamina/core/units'
import AreaChart from '../components/AreaChart.vue'
import { fieldOf } from '../components/fields'
import ScheduleTable from '../components/ScheduleTable.vue'
import FootLine from '../components/FootLine.vue'
import TopLine from '../components/TopLine.vue'
import { keepFile, safeName } from '../keepFile'
import { useHand } from '../store/hand'
import { useProject } from '../store/project'
import { useSay } from '../store/say'

/** One schedule of the project: a live table, typed back into the drawing. */
const props = defineProps<{ schedule: string }>()
const store = useProject()
const hand = useHand()
const say = useSay()
const router = useRouter()

const schedule = computed(() => store.project.find('schedule', props.schedule))
const solverOf = (level: string) => store.solver(level)
const table = computed(() => schedule.value && scheduleTable(store.project, solverOf, schedule.value))
const units = computed(() => store.units)
const levels = computed(() => [
  { value: null, title: 'The whole project' },
  ...store.project.all('level').map(({ id, name }) => ({ value: id, title: name })),
])
const drawings = computed(() =>
  store.project.all('drawing').map(({ id, name }) => ({ value: id, title: name })),
)
const chosenWords = (first: string): string => {
  const more = (schedule.value?.drawings?.length ?? 1) - 1
  return more > 0 ? `${first} and ${more} more` : first
}
const choices = computed(() => (schedule.value ? columnsFor(store.project, schedule.value.of) : []))
const isRooms = computed(() => schedule.value?.of === 'rooms')
const areas = computed(() => (isRooms.value ? areasByLevel(store.project, solverOf) : []))
const uses = computed(() =>
  isRooms.value ? areasByUse(roomRows(store.project, solverOf, schedule.value?.level ?? null)) : [],
)

const set = (label: string, facts: Parameters<typeof setSchedule>[2]): unknown =>
  schedule.value && store.edit(label, (project) => setSchedule(project, schedule.value!.id, facts))

function toggleColumn(key: string): void {
  const of = schedule.value!
  const columns = of.columns.includes(key) ? of.columns.filter((each) => each !== key) : [...of.columns, key]
  set('Columns', { columns })
}
function shift(key: string, by: -1 | 1): void {
  const columns = [...schedule.value!.columns]
  const at = columns.indexOf(key)
  columns.splice(at, 1)
  columns.splice(at + by, 0, key)
  set('Columns', { columns })
}
function csv(): void {
  const now = table.value!
  const written = now.columns.flatMap(({ kind }, i) => (kind === 'picture' ? [] : [i]))
  const head = [...written.map((i) => now.columns[i]!.title), ...(schedule.value!.grouped ? ['Count'] : [])]
  const rows = now.rows.map((row) => [
    ...written.map((i) => plain(row.cells[i]!, now.columns[i]!.kind)),
    ...(schedule.value!.grouped ? [String(row.ids.length)] : []),
  ])
  const text = csvFormatRows([head, ...rows])
  // The mark at the beginning tells spreadsheets that the letters are Unicode.
  keepFile(new Blob(['\uFEFF', text], { type: 'text/csv' }), `${safeName(schedule.value!.name)}.csv`)
}
/** Figures as numbers that calculate: metres squared, millimetres; feet and inches as they are read. */
function plain(value: CellValue, kind: TableColumn['kind']): string {
  if (value === null) return ''
  if (typeof value === 'string') return /^[=+\-@]/.test(value) ? `'${value}` : value
  const metric = units.value.system === 'metric'
  if (kind === 'area') return (value / (metric ? 1e6 : 304.8 ** 2)).toFixed(2)
  if (kind === 'volume') return (value / (metric ? 1e9 : 304.8 ** 3)).toFixed(2)
  if (kind === 'length')
    return metric ? String(Math.round(value * 10) / 10) : formatLength(value, units.value)
  return String(value)
}
const SUBJECTS: { of: ScheduleSubject; name: string }[] = [
  { of: 'doors', name: 'Doors' },
  { of: 'windows', name: 'Windows' },
  { of: 'rooms', name: 'Rooms' },
  { of: 'blocks', name: 'Furniture and fittings' },
  { of: 'members', name: 'Joists, beams and lintels' },
  { of: 'points', name: 'Setting-out points' },
  { of: 'keynotes', name: 'Keynotes' },
  { of: 'materials', name: 'Legend of materials' },
  { of: 'wallTypes', name: 'Legend of wall types' },
  { of: 'symbols', name: 'Legend of symbols' },
]
function add(of: ScheduleSubject): void {
  let id = ''
  const made = store.edit('New schedule', (project, makeId) => {
    const added = addSchedule(project, of, makeId)
    id = added.schedule
    return added.change
  })
  if (made) void router.push({ name: 'schedule', params: { project: store.id!, schedule: id } })
}
function remove(): void {
  const { id, name } = schedule.value!
  if (!store.edit('Remove schedule', (project) => removeItems(project, [id]))) return
  say.tell(`“${name}” is removed. Undo brings it back.`)
  const [next] = store.project.all('schedule')
  if (next) void router.replace({ name: 'schedule', params: { project: store.id!, schedule: next.id } })
  else void router.replace({ name: 'project', params: { project: store.id! } })
}
const newKeynote = (): unknown =>
  store.edit('New keynote', (project, makeId) => addKeynote(project, { text: 'New keynote' }, makeId).change)

/** The things that a row stands for, as they are drawn: leaders that show a keynote, what is of a type or a material. */
function drawnFor(id: Id): readonly Id[] {
  switch (store.project.get(id)?.kind) {
    case 'keynote':
      return [...store.project.namers(id)].filter((namer) => store.project.find('leader', namer))
    case 'wallType':
    case 'plateType':
    case 'material':
      return store.project.dependents(id).flatMap(drawnFor)
    default:
      return [id]
  }
}
/** The board on which something is seen: its own, or the first plan of its level. */
function boardOf(record: AnyRecord): Board | undefined {
  if ('drawing' in record && record.drawing !== undefined) return findBoard(store.project, record.drawing)
  const level =
    record.kind === 'opening'
      ? store.project.find('wall', record.wall)?.level
      : 'level' in record
        ? record.level
        : null
  return store.project.all('drawing').find((each) => each.view === 'plan' && each.level === level)
}
function show(row: TableRow): void {
  const things = row.ids.flatMap(drawnFor).flatMap((id) => store.project.get(id) ?? [])
  const board = things[0] && boardOf(things[0])
  if (!board) {
    say.tell('It is shown in no drawing yet.')
    return
  }
  const here = things.filter((each) => boardOf(each)?.id === board.id).map(({ id }) => id)
  const project = store.id!
  void router
    .push({ name: board.kind, params: { project, [board.kind]: board.id } })
    .then(() => setTimeout(() => hand.select(here)))
}

const wide = ref(700)
const main = ref<HTMLElement | null>(null)
let observer: ResizeObserver | null = null
onMounted(() => {
  hand.take('select')
  observer = new ResizeObserver(() => (wide.value = Math.max(360, (main.value?.clientWidth ?? 760) - 60)))
  if (main.value) observer.observe(main.value)
})
onBeforeUnmount(() => observer?.disconnect())
const EMPTY: Record<ScheduleSubject, string> = {
  doors: 'No doors yet. Put one into a wall with Door (D).',
  windows: 'No windows yet. Put one into a wall with Window (N).',
  rooms: 'No rooms yet. Take Room in the Openings drawer and point into one, or make all at once.',
  blocks: 'Nothing is placed yet. Choose a block in the Fit out drawer.',
  members: 'No joists, beams or lintels yet. Take Joists and rafters in the Walls drawer.',
  points: 'No setting-out points yet. Take Setting-out point in the Annotate drawer.',
  keynotes: 'No keynotes yet. Select a leader and keep its text as a keynote.',
  materials: 'Nothing is made of any material yet. Draw a wall.',
  wallTypes: 'No walls yet. Draw one with Wall (W).',
  symbols: 'No symbols yet. They stand in the Annotate drawer.',
}
</script>

<template>
  <TopLine :place="schedule?.name ?? 'Schedule'">
    <v-menu>
      <template #activator="{ props: menu }">
        <button type="button" class="pill" v-bind="menu">
          <v-icon :icon="mdiPlus" size="15" /> Schedule
        </button>
      </template>
      <v-list density="compact">
        <v-list-item v-for="each in SUBJECTS" :key="each.of" :title="each.name" @click="add(each.of)" />
      </v-list>
    </v-menu>
  </TopLine>
  <div ref="main" class="page">
    <template v-if="schedule && table">
      <div class="bar">
        <label class="soft small">
          Name
          <input
            class="name"
            :value="schedule.name"
            @change="set('Schedule name', { name: fieldOf($event).value })"
          />
        </label>
        <v-select
          label="Of"
          class="level"
          :items="levels"
          :model-value="schedule.level"
          @update:model-value="(level: string | null) => set('Schedule level', { level })"
        />
        <v-select
          v-if="LEGENDS.has(schedule.of)"
          label="As shown by"
          class="level"
          multiple
          clearable
          placeholder="All drawings"
          persistent-placeholder
          :items="drawings"
          :model-value="schedule.drawings ?? []"
          @update:model-value="(drawings: string[] | null) => set('Drawings of a legend', { drawings })"
        >
          <template #selection="{ item, index }">
            <span v-if="index === 0">{{ chosenWords(item.title) }}</span>
          </template>
        </v-select>
        <v-checkbox
          v-else
          label="Alike rows as one"
          density="compact"
          hide-details
          :model-value="schedule.grouped"
          @update:model-value="(grouped) => set('Group rows', { grouped: Boolean(grouped) })"
        />
        <v-menu :close-on-content-click="false">
          <template #activator="{ props: menu }">
            <v-btn size="small" variant="outlined" :prepend-icon="mdiTableColumn" v-bind="menu"
              >Columns</v-btn
            >
          </template>
          <v-list density="compact" class="columns">
            <v-list-item v-for="each in choices" :key="each.key">
              <label>
                <input
                  type="checkbox"
                  :checked="schedule.columns.includes(each.key)"
                  @change="toggleColumn(each.key)"
                />
                {{ each.title }}
              </label>
              <template #append>
                <template v-if="schedule.columns.includes(each.key)">
                  <button
                    type="button"
                    :disabled="schedule.columns[0] === each.key"
                    :aria-label="`${each.title} further left`"
                    @click="shift(each.key, -1)"
                  >
                    ←
                  </button>
                  <button
                    type="button"
                    :disabled="schedule.columns[schedule.columns.length - 1] === each.key"
                    :aria-label="`${each.title} further right`"
                    @click="shift(each.key, 1)"
                  >
                    →
                  </button>
                </template>
              </template>
            </v-list-item>
          </v-list>
        </v-menu>
        <v-btn
          v-if="schedule.of === 'keynotes'"
          size="small"
          variant="outlined"
          :prepend-icon="mdiPlus"
          @click="newKeynote"
          >Keynote</v-btn
        >
        <v-btn size="small" variant="outlined" :prepend-icon="mdiFileDelimitedOutline" @click="csv"
          >CSV</v-btn
        >
        <v-btn
          size="small"
          variant="text"
          :icon="mdiTrashCanOutline"
          aria-label="Remove this schedule"
          title="Remove this schedule"
          @click="remove"
        />
      </div>
      <p v-if="table.count === 0" class="empty soft">{{ EMPTY[schedule.of] }}</p>
      <div v-else class="paper">
        <ScheduleTable :schedule="schedule" :table="table" :solver-of="solverOf" @show="show" />
      </div>
      <template v-if="isRooms && table.count > 0">
        <h2>Areas by level, net against gross</h2>
        <div class="paper"><AreaChart :areas="areas" :units="units" :width="wide" /></div>
        <h2>Net area by use</h2>
        <div class="paper narrow">
          <table>
            <thead>
              <tr>
                <th scope="col">Use</th>
                <th scope="col" class="number">Rooms</th>
                <th scope="col" class="number">Net area</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="each in uses" :key="each.use">
                <td>{{ each.use || 'No use given' }}</td>
                <td class="number">{{ each.rooms }}</td>
                <td class="number">{{ formatArea(each.area, units) }}</td>
              </tr>
            </tbody>
          </table>
        </div>
      </template>
    </template>
    <div v-else class="empty">
      <h2>There is no schedule here</h2>
      <p class="soft">Make one of doors, windows, rooms or blocks with + Schedule above.</p>
    </div>
  </div>
  <FootLine text="Type into a cell: the drawing follows." keys="Enter: the next row · Esc: as it was" />
</template>

<style scoped>
.page {
  flex: 1;
  overflow: auto;
  padding: 14px 20px 24px;
  background: rgb(var(--v-theme-film));
}
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
  margin-bottom: 12px;
}
.level {
  max-width: 210px;
}
input.name {
  font: inherit;
  font-size: 14px;
  font-weight: 600;
  color: rgb(var(--v-theme-ink));
  width: 200px;
  padding: 4px;
  background: none;
  border: 0;
  border-bottom: 1px solid rgb(var(--v-theme-hairline));
}
.columns label {
  display: flex;
  gap: 8px;
  font-size: 13px;
}
.columns button {
  border: 0;
  background: none;
  color: inherit;
  padding: 2px 5px;
  cursor: pointer;
}
.columns button:disabled {
  opacity: 0.3;
}
.paper {
  background: rgb(var(--v-theme-paper));
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 8px;
  padding: 8px 14px;
  overflow-x: auto;
}
.narrow {
  max-width: 420px;
}
h2 {
  font-size: 15px;
  margin: 20px 4px 8px;
}
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
.number {
  text-align: right;
  font-variant-numeric: tabular-nums;
}
.empty {
  padding: 40px;
  text-align: center;
}
</style>
