<script setup lang="ts">
import { computed } from 'vue'
import { copyMaterial, removeMaterial, setMaterial } from '@lamina/core/edit'
import type { Material } from '@lamina/core/records'
import { parseNumber } from '@lamina/core/units'
import { useDesk } from '../store/desk'
import { useProject } from '../store/project'
import { useSay } from '../store/say'
import { fieldOf, nearestTone, patternNamed, PATTERN_CHOICES, PEN_CHOICES, TONES } from './fields'
import ColourChoice from './ColourChoice.vue'
import MaterialPicture from './MaterialPicture.vue'
import NamedRow from './NamedRow.vue'
import PanelFrame from './PanelFrame.vue'

/** The materials of the project: which runs through where walls meet, and how each is drawn. */
const store = useProject()
const desk = useDesk()
const say = useSay()
const materials = computed(() => store.project.all('material').sort((p, q) => q.priority - p.priority))
const OF_LAYER = 'layer'

type Facts = Parameters<typeof setMaterial>[2]
const set = (material: Material, label: string, facts: Facts): unknown =>
  store.edit(label, (project) => setMaterial(project, material.id, facts))

function setPriority(material: Material, event: Event): void {
  const field = fieldOf(event)
  const read = parseNumber(field.value)
  if (!read.ok) say.warn(read.message)
  else set(material, 'Priority', { priority: read.value })
  field.value = String(store.project.find('material', material.id)?.priority ?? '')
}
</script>

<template>
  <PanelFrame title="Materials" :width="960" data-test="materials" @close="desk.panel = null">
    <p class="soft small">
      Where walls meet, the higher priority runs through. The pen is that of the cut outline.
      <button type="button" class="link" @click="desk.panel = 'wall-types'">Wall types</button>
    </p>
    <table>
      <thead>
        <tr>
          <th scope="col"><span class="visually-hidden">Picture</span></th>
          <th scope="col">Name</th>
          <th scope="col" class="number">Priority</th>
          <th scope="col">Fill</th>
          <th scope="col">Cut colour</th>
          <th scope="col">Cut pattern</th>
          <th scope="col">Face pattern</th>
          <th scope="col">Face colour</th>
          <th scope="col">Pen</th>
          <th scope="col"><span class="visually-hidden">Copy or remove</span></th>
        </tr>
      </thead>
      <tbody>
        <NamedRow
          v-for="material in materials"
          :key="material.id"
          :name="material.name"
          called="material"
          :rename="(name) => set(material, 'Material name', { name })"
          :copy="
            () => store.edit('Copy material', (p, makeId) => copyMaterial(p, material.id, makeId).change)
          "
          :remove="() => store.edit('Remove material', (p) => removeMaterial(p, material.id))"
        >
          <template #picture>
            <td><MaterialPicture :material="material" /></td>
          </template>
          <td class="narrow">
            <input
              class="number"
              :value="material.priority"
              :aria-label="`Priority of ${material.name}`"
              @change="setPriority(material, $event)"
            />
          </td>
          <td>
            <select
              :value="nearestTone(material.tone)"
              :aria-label="`Fill of ${material.name}`"
              @change="set(material, 'Fill', { tone: Number(fieldOf($event).value) })"
            >
              <option v-for="tone in TONES" :key="tone.value" :value="tone.value">{{ tone.title }}</option>
            </select>
          </td>
          <td>
            <ColourChoice
              :label="`Cut colour of ${material.name}`"
              :colour="material.colour"
              none="its fill"
              @set="(colour) => set(material, 'Cut colour', { colour })"
            />
          </td>
          <td v-for="key in ['pattern', 'facePattern'] as const" :key="key">
            <select
              :value="material[key] ?? 'none'"
              :aria-label="`${key === 'pattern' ? 'Cut' : 'Face'} pattern of ${material.name}`"
              @change="
                set(material, key === 'pattern' ? 'Cut pattern' : 'Face pattern', {
                  [key]: patternNamed(fieldOf($event).value),
                })
              "
            >
              <option value="none">None</option>
              <option v-for="each in PATTERN_CHOICES" :key="each.value" :value="each.value">
                {{ each.title }}
              </option>
            </select>
          </td>
          <td>
            <ColourChoice
              :label="`Face colour of ${material.name}`"
              :colour="material.faceColour"
              none="paper"
              @set="(faceColour) => set(material, 'Face colour', { faceColour })"
            />
          </td>
          <td>
            <select
              :value="material.penMm ?? OF_LAYER"
              :aria-label="`Pen of ${material.name}`"
              @change="
                set(material, 'Material pen', {
                  penMm: fieldOf($event).value === OF_LAYER ? null : Number(fieldOf($event).value),
                })
              "
            >
              <option :value="OF_LAYER">its layer’s</option>
              <option v-for="pen in PEN_CHOICES" :key="pen.value" :value="pen.value">{{ pen.title }}</option>
            </select>
          </td>
        </NamedRow>
      </tbody>
    </table>
  </PanelFrame>
</template>

<style scoped>
.narrow {
  width: 52px;
}
</style>
