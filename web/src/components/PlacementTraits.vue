<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { fieldsOf, sizeOf } from '@lamina/core/blocks'
import { blockSource, openBlock, setFacts, setPlacement } from '@lamina/core/edit'
import { normalAngle } from '@lamina/core/geometry'
import { recipeOf } from '@lamina/core/library'
import type { Placement } from '@lamina/core/records'
import { formatAngle, formatLength, parseAngle, parseNumber } from '@lamina/core/units'
import { useDesk } from '../store/desk'
import { useProject } from '../store/project'
import { useSay } from '../store/say'
import { fieldOf } from './fields'
import LengthField from './LengthField.vue'

/** Facts of a placed block. */
const props = defineProps<{ placement: Placement }>()
const store = useProject()
const desk = useDesk()
const say = useSay()
const router = useRouter()

const block = computed(() => (store.version, store.project.find('block', props.placement.block)))
const size = computed(() => block.value && sizeOf(block.value, props.placement))
const recipe = computed(() => (block.value?.recipe ? recipeOf(block.value.recipe) : undefined))
const fields = computed(() => (block.value ? [...fieldsOf(block.value, blockSource(store.project))] : []))
const others = computed(() => (store.version, store.project.dependents(props.placement.block).length - 1))
const place = (label: string, facts: Partial<Placement>): unknown =>
  store.edit(label, (project) => setFacts(project, 'placement', props.placement.id, facts))
const set = (label: string, facts: Parameters<typeof setPlacement>[2]): unknown =>
  store.edit(label, (project) => setPlacement(project, props.placement.id, facts))
function setTurn(event: Event): void {
  const angle = parseAngle(fieldOf(event).value)
  if (angle.ok) place('Turn', { turn: normalAngle(angle.radians) })
  else say.warn(angle.message)
}
function setCount(key: string, event: Event): void {
  const read = parseNumber(fieldOf(event).value)
  if (read.ok) set('Parameter', { parameters: { [key]: Math.round(read.value) } })
  else say.warn(read.message)
}
function open(): void {
  let drawing = ''
  const made = store.edit('Open block', (project, makeId) => {
    const opened = openBlock(project, props.placement.id, makeId)
    drawing = opened.drawing
    return opened.change
  })
  if (!made) return
  desk.take('select')
  desk.select([])
  void router.push({ name: 'drawing', params: { project: store.id!, drawing } })
}
</script>

<template>
  <dl v-if="size">
    <dt>Size</dt>
    <dd>{{ formatLength(size.width, store.units) }} × {{ formatLength(size.depth, store.units) }}</dd>
  </dl>
  <template v-if="recipe">
    <template v-for="each in recipe.parameters" :key="each.key">
      <LengthField
        v-if="each.kind === 'length'"
        :label="each.name"
        :mm="placement.parameters?.[each.key] ?? each.usual"
        :units="store.units"
        @set="(mm) => set('Parameter', { parameters: { [each.key]: mm } })"
      />
      <v-text-field
        v-else
        :label="each.name"
        :model-value="placement.parameters?.[each.key] ?? each.usual"
        @change="setCount(each.key, $event)"
      />
    </template>
  </template>
  <div v-if="size && (block?.sizing === 'stretch' || block?.sizing === 'uniform')" class="pair">
    <LengthField
      label="Width"
      :mm="size.width"
      :units="store.units"
      @set="(width) => set('Width', { width })"
    />
    <LengthField
      v-if="block?.sizing === 'stretch'"
      label="Depth"
      :mm="size.depth"
      :units="store.units"
      @set="(depth) => set('Depth', { depth })"
    />
  </div>
  <v-text-field
    v-for="[name, text] in fields"
    :key="name"
    :label="name"
    :model-value="placement.values?.[name] ?? text"
    @change="set(name, { values: { [name]: fieldOf($event).value } })"
  />
  <v-text-field label="Turn" :model-value="formatAngle(placement.turn)" @change="setTurn" />
  <div class="pair">
    <LengthField
      label="x"
      :mm="placement.at.x"
      :units="store.units"
      @set="(x) => place('Place', { at: { ...placement.at, x } })"
    />
    <LengthField
      label="y"
      :mm="placement.at.y"
      :units="store.units"
      @set="(y) => place('Place', { at: { ...placement.at, y } })"
    />
  </div>
  <v-btn size="small" variant="outlined" @click="place('Mirror', { mirrored: !placement.mirrored })"
    >Mirrored: {{ placement.mirrored ? 'yes' : 'no' }}</v-btn
  >
  <button v-if="!recipe" type="button" class="link" @click="open">
    Change this block{{ others > 0 ? ` and ${others} more` : '' }}
  </button>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: 1fr auto;
  margin: 0;
}
dt {
  color: rgb(var(--v-theme-soft-ink));
}
dd {
  margin: 0;
  font-variant-numeric: tabular-nums;
}
.link {
  justify-self: start;
}
</style>
