<script setup lang="ts">
import { mdiArrowDown, mdiArrowUp, mdiPlus, mdiTrashCanOutline } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import { typeThickness } from '@lamina/core/building'
import {
  addPlateType,
  copyStripType,
  partOf,
  removeStripType,
  renameStripType,
  setStrips,
  type StripKind,
} from '@lamina/core/edit'
import type { Strip } from '@lamina/core/records'
import { echoLength, formatLength, parseLength } from '@lamina/core/units'
import { useDesk } from '../store/desk'
import { useProject } from '../store/project'
import { useSay } from '../store/say'
import NamedHead from './NamedHead.vue'
import PanelFrame from './PanelFrame.vue'
import StripPicture from './StripPicture.vue'
import { choicesOf } from './named'

/** Types made of strips as a table beside a drawn section: of walls, or of floors, roofs and ceilings. */
const props = defineProps<{ kind: StripKind; first: string | null }>()
const store = useProject()
const desk = useDesk()
const say = useSay()

const WORDS = {
  wallType: {
    title: 'Wall types',
    test: 'wall-types',
    hint: 'Strips from the left side of the wall as it is drawn.',
    from: 'From its left',
    less: 'further left',
    more: 'further right',
  },
  plateType: {
    title: 'Floors, roofs and ceilings',
    test: 'plate-types',
    hint: 'Strips from the top down.',
    from: 'From its top',
    less: 'further up',
    more: 'further down',
  },
} as const
const words = computed(() => WORDS[props.kind])
const types = computed(() => store.project.all(props.kind))
const materials = computed(() => store.project.all('material').sort((p, q) => q.priority - p.priority))
const chosen = ref(props.first ?? types.value[0]?.id ?? '')
const type = computed(() => types.value.find((each) => each.id === chosen.value) ?? types.value[0])
watch(types, (now) => {
  if (!now.some((each) => each.id === chosen.value)) chosen.value = now[0]?.id ?? ''
})
/** There is none to begin with. */
function begin(): void {
  let id = ''
  const made = store.edit('Plate type', (project, makeId) => {
    const added = addPlateType(project, makeId)
    id = added.type
    return added.change
  })
  if (made) chosen.value = id
}
const strips = computed(() => type.value?.strips ?? [])
const mm = (value: number): string => formatLength(value, store.units)

/** Gives whether it was done: a refusal is said, and nothing is echoed over it. */
function put(strips: readonly Strip[], label: string): boolean {
  const { value: of } = type
  return of !== undefined && store.edit(label, (project) => setStrips(project, of.id, strips)) !== null
}
/** The strips with facts of one changed; what is undefined is left out. */
const changed = (i: number, facts: { readonly [F in keyof Strip]?: Strip[F] | undefined }): Strip[] =>
  strips.value.map((strip, k) =>
    k === i
      ? (Object.fromEntries(
          Object.entries({ ...strip, ...facts }).filter(([, value]) => value !== undefined),
        ) as unknown as Strip)
      : strip,
  )
function setThickness(i: number, event: Event): void {
  const field = event.target as HTMLInputElement
  const read = parseLength(field.value, store.units)
  if (!read.ok) say.warn(read.message)
  else if (put(changed(i, { thickness: read.mm }), 'Strip thickness') && read.bare)
    say.tell(echoLength(read.mm, read.bare, store.units))
  field.value = mm(strips.value[i]!.thickness)
}
/** Where strips of walls begin and end, above the floor; empty: with the wall. */
const ENDS = [
  { key: 'foot', name: 'Start', usual: 'foot' },
  { key: 'head', name: 'End', usual: 'head' },
] as const
function setEnd(i: number, end: 'foot' | 'head', event: Event): void {
  const field = event.target as HTMLInputElement
  if (field.value.trim() === '') put(changed(i, { [end]: undefined }), 'Ends of a strip')
  else {
    const read = parseLength(field.value, store.units)
    if (!read.ok) say.warn(read.message)
    else if (put(changed(i, { [end]: read.mm }), 'Ends of a strip') && read.bare)
      say.tell(echoLength(read.mm, read.bare, store.units))
  }
  const now = strips.value[i]?.[end]
  field.value = now === undefined ? '' : mm(now)
}
const checked = (event: Event): true | undefined => (event.target as HTMLInputElement).checked || undefined
function shift(i: number, by: -1 | 1): void {
  const made = [...strips.value]
  const [strip] = made.splice(i, 1)
  made.splice(i + by, 0, strip!)
  put(made, 'Strip order')
}
function add(): void {
  const last = strips.value[strips.value.length - 1]!
  put([...strips.value, { material: last.material, thickness: last.thickness }], 'Strip')
}
function copy(): void {
  let id = ''
  const { value: of } = type
  if (!of) return
  const made = store.edit('Copy type', (project, makeId) => {
    const copied = copyStripType(project, of.id, makeId)
    id = copied.type
    return copied.change
  })
  if (made) chosen.value = id
}
</script>

<template>
  <PanelFrame
    :title="words.title"
    :width="type?.kind === 'wallType' ? 700 : 550"
    :data-test="words.test"
    @close="desk.panel = null"
  >
    <template v-if="!type">
      <p class="soft small">No type yet. Floors and roofs are as thick as they say.</p>
      <button type="button" class="words" @click="begin"><v-icon :icon="mdiPlus" size="16" /> Type</button>
    </template>
    <template v-else>
      <v-select v-model="chosen" label="Type" :items="choicesOf(types)" />
      <NamedHead
        :name="type.name"
        :rename="(name) => store.edit('Name of a type', (p) => renameStripType(p, type!.id, name))"
        :copy="copy"
        :remove="() => store.edit('Remove type', (p) => removeStripType(p, type!.id))"
      />
      <p class="soft small">
        {{ words.hint }}
        <button type="button" class="link" @click="desk.panel = 'materials'">Materials</button>
      </p>
      <StripPicture :type="type" wide />
      <table>
        <thead>
          <tr>
            <th scope="col">{{ words.from }}</th>
            <th scope="col">Thickness</th>
            <template v-if="type.kind === 'wallType'">
              <th scope="col">From</th>
              <th scope="col">To</th>
              <th scope="col">Turns in</th>
            </template>
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
            <template v-if="type.kind === 'wallType'">
              <td v-for="end in ENDS" :key="end.key">
                <input
                  class="number short"
                  :value="strip[end.key] === undefined ? '' : mm(strip[end.key]!)"
                  :placeholder="end.usual"
                  :aria-label="`${end.name} of strip ${i + 1} above the floor`"
                  @change="setEnd(i, end.key, $event)"
                />
              </td>
              <td class="check">
                <input
                  type="checkbox"
                  :checked="strip.turnsIn === true"
                  :aria-label="`Strip ${i + 1} is turned into openings`"
                  @change="put(changed(i, { turnsIn: checked($event) }), 'Turned in')"
                />
              </td>
            </template>
            <td>
              <select
                :value="partOf(store.project, strip)"
                :aria-label="`Part of strip ${i + 1}`"
                @change="
                  put(
                    changed(i, {
                      part: ($event.target as HTMLSelectElement).value as 'structure' | 'finish',
                    }),
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
                :aria-label="`Strip ${i + 1} ${words.less}`"
                @click="shift(i, -1)"
              >
                <v-icon :icon="mdiArrowUp" size="16" />
              </button>
              <button
                type="button"
                :disabled="i === type.strips.length - 1"
                :aria-label="`Strip ${i + 1} ${words.more}`"
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
            <td :colspan="type.kind === 'wallType' ? 6 : 3" class="soft">in all</td>
          </tr>
        </tfoot>
      </table>
    </template>
  </PanelFrame>
</template>

<style scoped>
input.number {
  width: 84px;
}
input.short {
  width: 62px;
}
.check {
  text-align: center;
}
</style>
