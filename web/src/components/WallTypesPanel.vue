<script setup lang="ts">
import { mdiArrowDown, mdiArrowUp, mdiPlus, mdiTrashCanOutline } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import { typeThickness } from '@lamina/core/building'
import { copyWallType, partOf, removeWallType, renameWallType, setStrips } from '@lamina/core/edit'
import type { Strip } from '@lamina/core/records'
import { echoLength, formatLength, parseLength } from '@lamina/core/units'
import { useDesk } from '../store/desk'
import { useHand } from '../store/hand'
import { useValues } from '../store/values'
import { useProject } from '../store/project'
import { useSay } from '../store/say'
import NamedHead from './NamedHead.vue'
import PanelFrame from './PanelFrame.vue'
import StripPicture from './StripPicture.vue'
import { choicesOf } from './named'

/** The wall types of the project as a table of strips beside a drawn section. */
const store = useProject()
const desk = useDesk()
const hand = useHand()
const values = useValues()
const say = useSay()
const types = computed(() => store.project.all('wallType'))
const materials = computed(() => store.project.all('material').sort((p, q) => q.priority - p.priority))
/** Opened with a wall selected, it shows the type of that wall. */
const selected = hand.selection.length === 1 ? store.project.find('wall', hand.selection[0]!) : undefined
const chosen = ref(selected?.type ?? values.wallType ?? types.value[0]?.id ?? '')
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
</script>

<template>
  <PanelFrame title="Wall types" :width="550" data-test="wall-types" @close="desk.panel = null">
    <v-select v-model="chosen" label="Type" :items="choicesOf(types)" />
    <NamedHead
      :name="type.name"
      :rename="(name) => store.edit('Wall type name', (p) => renameWallType(p, type.id, name))"
      :copy="copy"
      :remove="() => store.edit('Remove wall type', (p) => removeWallType(p, type.id))"
    />
    <p class="soft small">
      Strips from the left side of the wall as it is drawn.
      <button type="button" class="link" @click="desk.panel = 'materials'">Materials</button>
    </p>
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
  </PanelFrame>
</template>

<style scoped>
input.number {
  width: 84px;
}
</style>
