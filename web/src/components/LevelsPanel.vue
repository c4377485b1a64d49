<script setup lang="ts">
import { computed } from 'vue'
import { removeLevel, setGround, setLevel } from '@lamina/core/edit'
import type { Level } from '@lamina/core/records'
import { echoLength, formatLength, parseLength } from '@lamina/core/units'
import { useDesk } from '../store/desk'
import { useProject } from '../store/project'
import { useSay } from '../store/say'
import { fieldOf } from './fields'
import LengthField from './LengthField.vue'
import NamedRow from './NamedRow.vue'
import PanelFrame from './PanelFrame.vue'

/** The levels of the building from the top down, with the heights they are given by. */
const store = useProject()
const desk = useDesk()
const say = useSay()
const levels = computed(() => store.project.all('level').sort((p, q) => q.elevation - p.elevation))
const COLUMNS = ['elevation', 'height', 'cutHeight'] as const
const WORDS: Record<(typeof COLUMNS)[number], string> = {
  elevation: 'Floor above datum',
  height: 'Storey height',
  cutHeight: 'Plan cut at',
}
const shown = (level: Level, key: (typeof COLUMNS)[number]): string => formatLength(level[key], store.units)

function set(level: Level, key: (typeof COLUMNS)[number], event: Event): void {
  const field = fieldOf(event)
  const read = parseLength(field.value, store.units)
  if (!read.ok) say.warn(read.message)
  else {
    const made = store.edit(WORDS[key], (project) => setLevel(project, level.id, { [key]: read.mm }))
    if (made && read.bare) say.tell(echoLength(read.mm, read.bare, store.units))
  }
  const now = store.project.find('level', level.id)
  if (now) field.value = shown(now, key)
}
</script>

<template>
  <PanelFrame title="Levels" data-test="levels" @close="desk.panel = null">
    <p class="soft small">
      Levels above move with a floor or storey height; the storey below reaches up to the floor.
    </p>
    <table>
      <thead>
        <tr>
          <th scope="col">Name</th>
          <th v-for="key in COLUMNS" :key="key" scope="col" class="number">{{ WORDS[key] }}</th>
          <th scope="col"><span class="visually-hidden">Remove</span></th>
        </tr>
      </thead>
      <tbody>
        <NamedRow
          v-for="level in levels"
          :key="level.id"
          :name="level.name"
          :rename="(name) => store.edit('Level name', (project) => setLevel(project, level.id, { name }))"
          :remove="() => store.edit('Remove level', (p) => removeLevel(p, level.id))"
        >
          <td v-for="key in COLUMNS" :key="key">
            <input
              class="number"
              :value="shown(level, key)"
              :aria-label="`${WORDS[key]} of ${level.name}`"
              @change="set(level, key, $event)"
            />
          </td>
        </NamedRow>
      </tbody>
    </table>
    <LengthField
      class="ground"
      label="Ground around the building, above datum"
      :mm="store.project.facts.ground ?? null"
      :units="store.units"
      empty="none is drawn"
      @set="(ground) => store.edit('Ground', (project) => setGround(project, ground))"
      @clear="store.edit('Ground', (project) => setGround(project, null))"
    />
  </PanelFrame>
</template>

<style scoped>
.ground {
  margin-top: 12px;
}
</style>
