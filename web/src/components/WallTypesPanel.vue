<script setup lang="ts">
import { mdiArrowDown, mdiArrowUp, mdiClose, mdiPlus, mdiTrashCanOutline } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import { typeThickness } from '@lamina/core/building'
import { PATTERNS } from '@lamina/core/display'
import {
  copyWallType,
  partOf,
  removeWallType,
  renameWallType,
  setMaterial,
  setStrips,
} from '@lamina/core/edit'
import { patternNames, type Material, type Strip } from '@lamina/core/records'
import { echoLength, formatLength, parseLength, parseNumber } from '@lamina/core/units'
import { useDesk } from '../store/desk'
import { useProject } from '../store/project'
import { useSay } from '../store/say'
import StripPicture from './StripPicture.vue'

/** The wall types of the project as a table of strips beside a drawn section, and the materials they are of. */
const store = useProject()
const desk = useDesk()
const say = useSay()
const types = computed(() => (store.version, store.project.all('wallType')))
const materials = computed(
  () => (store.version, store.project.all('material').sort((p, q) => q.priority - p.priority)),
)
const chosen = ref(desk.wallType ?? types.value[0]?.id ?? '')
const type = computed(() => types.value.find((each) => each.id === chosen.value) ?? types.value[0]!)
watch(types, (now) => {
  if (!now.some((each) => each.id === chosen.value)) chosen.value = now[0]!.id
})
const mm = (value: number): string => formatLength(value, store.units)

function put(strips: readonly Strip[], label = 'Wall type'): void {
  store.edit(label, (project) => setStrips(project, type.value.id, strips))
}
const changed = (i: number, facts: Partial<Strip>): Strip[] =>
  type.value.strips.map((strip, k) => (k === i ? { ...strip, ...facts } : strip))
function setThickness(i: number, event: Event): void {
  const field = event.target as HTMLInputElement
  const read = parseLength(field.value, store.units)
  if (!read.ok) say.warn(read.message)
  else {
    put(changed(i, { thickness: read.mm }), 'Strip thickness')
    if (read.bare) say.tell(echoLength(read.mm, read.bare, store.units))
  }
  field.value = mm(type.value.strips[i]!.thickness)
}
function shift(i: number, by: -1 | 1): void {
  const strips = [...type.value.strips]
  const [strip] = strips.splice(i, 1)
  strips.splice(i + by, 0, strip!)
  put(strips, 'Strip order')
}
function add(): void {
  const last = type.value.strips[type.value.strips.length - 1]!
  put([...type.value.strips, { material: last.material, thickness: last.thickness }], 'Strip')
}
function copy(): void {
  let id = ''
  const made = store.edit('Copy wall type', (project, makeId) => {
    const copied = copyWallType(project, type.value.id, makeId)
    id = copied.type
    return copied.change
  })
  if (made) chosen.value = id
}
function rename(event: Event): void {
  const field = event.target as HTMLInputElement
  if (field.value.trim() !== type.value.name)
    store.edit('Wall type name', (project) => renameWallType(project, type.value.id, field.value))
  field.value = type.value.name
}
function setPriority(material: Material, event: Event): void {
  const field = event.target as HTMLInputElement
  const read = parseNumber(field.value)
  if (!read.ok) say.warn(read.message)
  else store.edit('Priority', (project) => setMaterial(project, material.id, { priority: read.value }))
  field.value = String(store.project.need('material', material.id).priority)
}
const words = (name: string): string =>
  `${name[0]!.toUpperCase()}${name.slice(1)}${PATTERNS[name as keyof typeof PATTERNS].sizing === 'real' ? ', real size' : ''}`
function setPattern(material: Material, key: 'pattern' | 'facePattern', event: Event): void {
  const value = (event.target as HTMLSelectElement).value
  const pattern = patternNames.find((each) => each === value) ?? null
  store.edit(key === 'pattern' ? 'Cut pattern' : 'Face pattern', (project) =>
    setMaterial(project, material.id, { [key]: pattern }),
  )
}
</script>

<template>
  <section class="panel" aria-label="Wall types" data-test="wall-types">
    <header>
      <h2>Wall types</h2>
      <button type="button" title="Close" aria-label="Close" @click="desk.wallTypesOpen = false">
        <v-icon :icon="mdiClose" size="18" />
      </button>
    </header>
    <div class="choose">
      <v-select
        v-model="chosen"
        label="Type"
        :items="types.map(({ id, name }) => ({ value: id, title: name }))"
      />
      <v-btn size="small" variant="outlined" @click="copy">Copy it</v-btn>
      <v-btn
        size="small"
        variant="outlined"
        @click="store.edit('Remove wall type', (p) => removeWallType(p, type.id))"
        >Remove</v-btn
      >
    </div>
    <label class="soft small"> Name <input class="name" :value="type.name" @change="rename" /> </label>
    <StripPicture :type="type" wide />
    <table>
      <thead>
        <tr>
          <th scope="col">From its left</th>
          <th scope="col">Thickness</th>
          <th scope="col">Part</th>
          <th scope="col">Priority</th>
          <th scope="col"><span class="visually-hidden">Order</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(strip, i) in type.strips" :key="i">
          <td>
            <select
              :value="strip.material"
              :aria-label="`Material of strip ${i + 1}`"
              @change="
                put(changed(i, { material: ($event.target as HTMLSelectElement).value }), 'Strip material')
              "
            >
              <option v-for="each in materials" :key="each.id" :value="each.id">{{ each.name }}</option>
            </select>
          </td>
          <td>
            <input
              class="number"
              :value="mm(strip.thickness)"
              :aria-label="`Thickness of strip ${i + 1}`"
              @change="setThickness(i, $event)"
            />
          </td>
          <td>
            <select
              :value="partOf(store.project, strip)"
              :aria-label="`Part of strip ${i + 1}`"
              @change="
                put(
                  changed(i, { part: ($event.target as HTMLSelectElement).value as 'structure' | 'finish' }),
                  'Strip part',
                )
              "
            >
              <option value="structure">structure</option>
              <option value="finish">finish</option>
            </select>
          </td>
          <td class="number">{{ materials.find((each) => each.id === strip.material)?.priority }}</td>
          <td class="marks">
            <button
              type="button"
              :disabled="i === 0"
              :aria-label="`Strip ${i + 1} further left`"
              @click="shift(i, -1)"
            >
              <v-icon :icon="mdiArrowUp" size="16" />
            </button>
            <button
              type="button"
              :disabled="i === type.strips.length - 1"
              :aria-label="`Strip ${i + 1} further right`"
              @click="shift(i, 1)"
            >
              <v-icon :icon="mdiArrowDown" size="16" />
            </button>
            <button
              type="button"
              :disabled="type.strips.length === 1"
              :aria-label="`Remove strip ${i + 1}`"
              @click="
                put(
                  type.strips.filter((_, k) => k !== i),
                  'Remove strip',
                )
              "
            >
              <v-icon :icon="mdiTrashCanOutline" size="16" />
            </button>
          </td>
        </tr>
      </tbody>
      <tfoot>
        <tr>
          <td>
            <button type="button" class="words" @click="add">
              <v-icon :icon="mdiPlus" size="16" /> Strip
            </button>
          </td>
          <td class="number" data-test="total">
            <b>{{ mm(typeThickness(type)) }}</b>
          </td>
          <td colspan="3" class="soft">in all</td>
        </tr>
      </tfoot>
    </table>
    <h3>Materials</h3>
    <p class="soft small">Where walls meet, the higher priority runs through.</p>
    <table>
      <thead>
        <tr>
          <th scope="col">Name</th>
          <th scope="col">Priority</th>
          <th scope="col">Cut</th>
          <th scope="col">Face</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="material in materials" :key="material.id">
          <td>{{ material.name }}</td>
          <td>
            <input
              class="number"
              :value="material.priority"
              :aria-label="`Priority of ${material.name}`"
              @change="setPriority(material, $event)"
            />
          </td>
          <td v-for="key in ['pattern', 'facePattern'] as const" :key="key">
            <select
              :value="material[key] ?? 'none'"
              :aria-label="`${key === 'pattern' ? 'Cut' : 'Face'} pattern of ${material.name}`"
              @change="setPattern(material, key, $event)"
            >
              <option value="none">none</option>
              <option v-for="name in patternNames" :key="name" :value="name">{{ words(name) }}</option>
            </select>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.panel {
  position: absolute;
  z-index: 4;
  right: 14px;
  top: 14px;
  width: 500px;
  max-height: calc(100% - 28px);
  overflow-y: auto;
  padding: 13px 16px 16px;
  display: grid;
  gap: 10px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 10px;
  box-shadow: 0 6px 22px rgb(0 0 0 / 12%);
}
header {
  display: flex;
  justify-content: space-between;
}
.choose {
  display: grid;
  grid-template-columns: 1fr auto auto;
  gap: 8px;
  align-items: center;
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
  padding: 2px 4px;
}
td {
  padding: 1px 4px;
  border-top: 1px dotted rgb(var(--v-theme-hairline));
}
input,
select {
  font: inherit;
  color: rgb(var(--v-theme-ink));
  background: none;
  border: 0;
  border-radius: 4px;
  padding: 3px 2px;
  width: 100%;
}
input.number,
td.number {
  text-align: right;
  font-variant-numeric: tabular-nums;
}
input.number {
  width: 84px;
}
input.name {
  width: 300px;
  border-bottom: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 0;
}
select option {
  color: #1e2a38;
}
.marks {
  white-space: nowrap;
}
button {
  font: inherit;
  border: 0;
  background: none;
  color: rgb(var(--v-theme-soft-ink));
  cursor: pointer;
  padding: 3px 4px;
  border-radius: 4px;
}
button:disabled {
  opacity: 0.35;
  cursor: default;
}
h3 {
  font-size: 14px;
  font-weight: 600;
}
</style>
