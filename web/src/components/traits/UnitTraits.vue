<script setup lang="ts">
import { computed } from 'vue'
import {
  numberUnits,
  placesOf,
  renameUnit,
  spreadUnit,
  unlikePlaces,
  type UnitGroup,
} from '@lamina/core/edit'
import type { Id } from '@lamina/core/records'
import { useHand } from '../../store/hand'
import { useProject } from '../../store/project'
import { useSay } from '../../store/say'
import TextField from '../TextField.vue'

/** The unit that what is selected is a place of: its name, its places, and all of them made like this one. */
const props = defineProps<{ place: UnitGroup; chosen: readonly Id[] }>()
const store = useProject()
const hand = useHand()
const say = useSay()
const name = computed(() => props.place.unit.name)
const places = computed(() => placesOf(store.project, name.value))
/** Things selected with it that it does not hold yet. */
const more = computed(() => {
  const held = new Set(props.place.members)
  return props.chosen.filter((id) => !held.has(id) && store.project.get(id)?.kind !== 'opening')
})
const unlike = computed(() => unlikePlaces(store.project, props.place).length)
const others = computed(() => places.value.length - 1)
function spread(content: readonly Id[] | null): void {
  const made = store.edit('Change unit', (p, makeId) => spreadUnit(p, props.place.id, content, makeId))
  if (made)
    say.tell(
      others.value === 1 ? 'The other place is like this one.' : `${others.value} places are like this one.`,
    )
}
const all = (): void =>
  hand.select(places.value.flatMap(({ members }) => members.filter((id) => store.project.get(id))))
</script>

<template>
  <section class="unit" aria-label="Unit">
    <TextField
      label="Unit"
      :shown="name"
      @set="(to) => store.edit('Name of unit', (p) => renameUnit(p, name, to))"
    />
    <p class="soft small">
      Place {{ place.unit.number }} of {{ places.length }}.
      <template v-if="unlike > 0"
        >{{ unlike === 1 ? 'One place differs' : `${unlike} places differ` }} from it.</template
      >
      {{ others === 0 ? 'Copy, mirror or repeat it, or paste it on another level.' : '' }}
    </p>
    <div class="links">
      <button v-if="unlike > 0" type="button" class="link" @click="spread(null)">
        Make all like this one
      </button>
      <button v-if="more.length > 0" type="button" class="link" @click="spread([...place.members, ...more])">
        Take in what is selected
      </button>
      <template v-if="others > 0">
        <button type="button" class="link" @click="store.edit('Number units', (p) => numberUnits(p, name))">
          Number by place
        </button>
        <button type="button" class="link" @click="all">Select all places</button>
      </template>
    </div>
  </section>
</template>

<style scoped>
.unit {
  display: grid;
  gap: 8px;
}
.links {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
}
</style>
