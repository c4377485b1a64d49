<script setup lang="ts">
import { mdiMagnify } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import { kindHeading, titleOf } from '@lamina/core/exchange'
import type { LibraryKind, LibraryRecord } from '@lamina/core/edit'
import type { Id } from '@lamina/core/records'
import type { Units } from '@lamina/core/units'
import { fieldOf } from './fields'
import ThingPicture from './ThingPicture.vue'

/** The things of a library by kind, to be chosen from. */
const props = defineProps<{
  things: readonly LibraryRecord[]
  units: Units
  /** A word under the name of a thing. */
  note: (thing: LibraryRecord) => string
}>()
const chosen = defineModel<ReadonlySet<Id>>({ required: true })

const byId = computed(() => new Map(props.things.map((thing) => [thing.id, thing])))
const find = (id: Id): LibraryRecord | undefined => byId.value.get(id)
/** Blocks first: they are what people come for. */
const ORDER: readonly LibraryKind[] = [
  'block',
  'keptDetail',
  'wallType',
  'plateType',
  'openingType',
  'material',
  'layer',
  'lineType',
  'lens',
  'pen',
  'annotationStyle',
]
const kinds = computed(() =>
  ORDER.flatMap((kind) => {
    const count = props.things.filter((thing) => thing.kind === kind).length
    return count > 0 ? [{ kind, count }] : []
  }),
)
const kind = ref<LibraryKind>('block')
watch(
  kinds,
  (now) => {
    if (now.length > 0 && !now.some((each) => each.kind === kind.value)) kind.value = now[0]!.kind
  },
  { immediate: true },
)
const search = ref('')
const shown = computed(() => {
  const words = (search.value ?? '').trim().toLowerCase()
  return props.things.filter(
    (thing) =>
      thing.kind === kind.value &&
      (!words ||
        titleOf(thing).toLowerCase().includes(words) ||
        (thing.kind === 'block' && thing.category.toLowerCase().includes(words)) ||
        (thing.kind === 'keptDetail' && thing.section.toLowerCase().includes(words))),
  )
})
const all = computed(() => shown.value.length > 0 && shown.value.every(({ id }) => chosen.value.has(id)))
function set(ids: readonly Id[], on: boolean): void {
  const next = new Set(chosen.value)
  for (const id of ids) {
    if (on) next.add(id)
    else next.delete(id)
  }
  chosen.value = next
}
</script>

<template>
  <div class="kinds" role="tablist" aria-label="Kinds of things">
    <button
      v-for="each in kinds"
      :key="each.kind"
      type="button"
      role="tab"
      :aria-selected="kind === each.kind"
      :class="{ on: kind === each.kind }"
      @click="kind = each.kind"
    >
      {{ kindHeading(each.kind) }} <span class="count">{{ each.count }}</span>
    </button>
  </div>
  <div role="tabpanel" :aria-label="kindHeading(kind)">
    <div class="bar">
      <v-text-field
        v-model="search"
        label="Find by name"
        :prepend-inner-icon="mdiMagnify"
        class="search"
        clearable
        autocomplete="off"
      />
      <label class="all small">
        <input
          type="checkbox"
          :checked="all"
          @change="
            set(
              shown.map(({ id }) => id),
              fieldOf($event).checked,
            )
          "
        />
        All {{ shown.length }} shown
      </label>
    </div>
    <ul>
      <li v-for="thing in shown" :key="thing.id">
        <label class="card" :class="{ on: chosen.has(thing.id) }" :data-thing="thing.id">
          <input
            type="checkbox"
            :checked="chosen.has(thing.id)"
            @change="set([thing.id], fieldOf($event).checked)"
          />
          <span class="picture"
            ><ThingPicture :thing="thing" :find="find" :units="units" :all="things"
          /></span>
          <span class="name">{{ titleOf(thing) }}</span>
          <span class="soft small">{{ note(thing) }}</span>
        </label>
      </li>
    </ul>
    <p v-if="shown.length === 0" class="soft">Nothing is called like that.</p>
  </div>
</template>

<style scoped>
.kinds {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.kinds button {
  font: inherit;
  font-size: 13px;
  padding: 4px 10px;
  border: 1px solid transparent;
  border-radius: 14px;
  background: none;
  color: inherit;
  cursor: pointer;
}
.kinds button:hover {
  border-color: rgb(var(--v-theme-hairline));
}
.kinds button.on {
  background: rgb(var(--v-theme-live-wash));
  color: rgb(var(--v-theme-live));
  font-weight: 600;
}
.count {
  font-size: 12px;
  font-variant-numeric: tabular-nums;
}
.bar {
  display: flex;
  align-items: center;
  gap: 16px;
  margin: 12px 0 10px;
}
.search {
  max-width: 260px;
}
.all {
  display: flex;
  gap: 6px;
  align-items: center;
  cursor: pointer;
}
input[type='checkbox'] {
  accent-color: rgb(var(--v-theme-live));
}
ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(140px, 1fr));
  gap: 10px;
  list-style: none;
  margin: 0;
  padding: 0;
}
.card {
  position: relative;
  display: grid;
  justify-items: center;
  align-content: start;
  height: 100%;
  padding: 8px 8px 7px;
  font-size: 13px;
  line-height: 16px;
  text-align: center;
  background: rgb(var(--v-theme-paper));
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 8px;
  cursor: pointer;
}
.card:hover,
.card.on {
  border-color: rgb(var(--v-theme-live));
}
.card.on {
  background: rgb(var(--v-theme-live-wash));
}
.card:focus-within {
  outline: 2px solid rgb(var(--v-theme-live));
  outline-offset: 1px;
}
.card input {
  position: absolute;
  left: 8px;
  top: 8px;
}
.picture {
  display: grid;
  place-items: center;
  min-height: 68px;
}
.name {
  font-weight: 600;
  overflow-wrap: anywhere;
}
</style>
