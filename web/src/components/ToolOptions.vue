<script setup lang="ts">
import { computed } from 'vue'
import { useDesk } from '../store/desk'
import { useProject } from '../store/project'
import type { ToolEntry } from '../tools/catalogue'
import LengthField from './LengthField.vue'
import FabricOptions from './FabricOptions.vue'
import FillingFields from './FillingFields.vue'

/** How the tool in hand works: its ways, the layer it draws on, and what it keeps for the next one. */
const props = defineProps<{ entry: ToolEntry }>()
const desk = useDesk()
const store = useProject()

const way = computed(
  () => desk.ways[props.entry.tool] ?? props.entry.ways?.[props.entry.tool === 'scale' ? 1 : 0]?.id,
)
const setWay = (id: string): void => {
  desk.ways = { ...desk.ways, [props.entry.tool]: id }
}
const layers = computed(
  () => (
    store.version,
    store.project
      .all('layer')
      .sort((p, q) => p.order - q.order)
      .map(({ id, name }) => ({ value: id, title: name }))
  ),
)
const layer = computed(() =>
  props.entry.layer ? (desk.toolLayers[props.entry.layer] ?? props.entry.layer) : null,
)
function setLayer(id: string): void {
  if (props.entry.layer) desk.toolLayers = { ...desk.toolLayers, [props.entry.layer]: id }
}
const materials = computed(
  () => (store.version, store.project.all('material').map(({ id, name }) => ({ value: id, title: name }))),
)
const column = computed(() => desk.columnMaterial ?? materials.value[0]?.value)
</script>

<template>
  <div class="options" data-test="tool-options">
    <div v-if="entry.ways" class="ways" role="radiogroup" :aria-label="`${entry.name}: how`">
      <button
        v-for="each in entry.ways"
        :key="each.id"
        type="button"
        role="radio"
        :aria-checked="each.id === way"
        :class="{ on: each.id === way }"
        @click="setWay(each.id)"
      >
        {{ each.name }}
      </button>
    </div>
    <v-select
      v-if="layer"
      label="On layer"
      :items="layers"
      :model-value="layer"
      @update:model-value="setLayer"
    />
    <FillingFields
      v-if="entry.tool === 'hatch'"
      :filling="desk.filling"
      :units="store.units"
      @set="(filling) => (desk.filling = filling)"
    />
    <LengthField
      v-if="entry.tool === 'hatch'"
      label="Gaps that count as closed"
      :mm="desk.hatchGap"
      :units="store.units"
      :least="0"
      @set="(mm) => (desk.hatchGap = mm)"
    />
    <FabricOptions :tool="entry.tool" />
    <v-select
      v-if="entry.tool === 'column'"
      label="Material"
      :items="materials"
      :model-value="column"
      @update:model-value="(id: string) => (desk.columnMaterial = id)"
    />
  </div>
</template>

<style scoped>
.options {
  display: grid;
  gap: 10px;
  margin: 4px 4px 8px;
}
.ways {
  display: grid;
}
.ways button {
  font: inherit;
  font-size: 12.5px;
  text-align: left;
  padding: 3px 8px 3px 20px;
  border: 0;
  border-left: 2px solid rgb(var(--v-theme-hairline));
  background: none;
  color: rgb(var(--v-theme-soft-ink));
  cursor: pointer;
}
.ways button.on {
  border-left-color: rgb(var(--v-theme-live));
  color: rgb(var(--v-theme-live));
  font-weight: 600;
}
</style>
