<script setup lang="ts">
import { computed } from 'vue'
import { mdiMagnifyMinusOutline, mdiMagnifyPlusOutline } from '@mdi/js'
import { isSameScale, type Drawing } from '@lamina/core/records'
import { viewportName } from '@lamina/core/sheets'
import { scaleName, standardScales } from '@lamina/core/units'
import { useProject } from '../store/project'
import { useReading } from '../store/reading'

/** The scale at which the annotation of a drawing is read, and as in which viewport. */
const props = defineProps<{ drawing: Drawing }>()
const store = useProject()
const reading = useReading()

const named = (ratio: number): string => scaleName(ratio, store.units.system)
const inUse = computed(() => reading.inUse(props.drawing.id))
const seenIn = computed(() => reading.seenIn(props.drawing))
const now = computed(() => props.drawing.readingScale)
const isNow = (scale: number): boolean => isSameScale(scale, now.value)
const isUsed = (scale: number): boolean => inUse.value.some((each) => isSameScale(each.scale, scale))
const rest = computed(() => standardScales(store.units.system).filter(({ ratio }) => !isUsed(ratio)))
/** Several scales are in use: there may be places of their own. */
const several = computed(() => inUse.value.length > 1 || (inUse.value.length === 1 && !isUsed(now.value)))
const ownWords = computed(() => (seenIn.value ? 'in this viewport alone' : `at ${named(now.value)} alone`))
const larger = computed(() => inUse.value.some(({ scale }) => scale < now.value && !isNow(scale)))
const smaller = computed(() => inUse.value.some(({ scale }) => scale > now.value && !isNow(scale)))
</script>

<template>
  <span class="reading">
    <v-menu max-height="460">
      <template #activator="{ props: menu }">
        <button
          type="button"
          class="pill"
          v-bind="menu"
          title="The scale at which annotation is shown here"
          data-test="reads-at"
        >
          <span class="soft">Reads at</span> {{ named(now) }}
          <span v-if="seenIn" class="soft">as in {{ viewportName(seenIn) }}</span>
        </button>
      </template>
      <v-list density="compact">
        <template v-if="inUse.length > 0">
          <v-list-subheader>On sheets</v-list-subheader>
          <template v-for="{ scale, seen } in inUse" :key="scale">
            <v-list-item
              :title="named(scale)"
              :active="isNow(scale) && !seenIn"
              @click="reading.readAt(drawing, scale)"
            />
            <v-list-item
              v-for="on in seen"
              :key="on.viewport.id"
              class="as-in"
              :title="`as in ${viewportName(on)}`"
              :active="seenIn?.viewport.id === on.viewport.id"
              @click="reading.readAt(drawing, scale, on.viewport.id)"
            />
          </template>
          <v-divider />
        </template>
        <template v-if="several || reading.own || seenIn">
          <v-list-item
            :title="reading.own ? 'Move annotation at all scales' : `Move annotation ${ownWords}`"
            @click="reading.own = !reading.own"
          />
          <v-list-item
            :title="reading.others ? 'Hide the places at other scales' : 'Show the places at other scales'"
            @click="reading.others = !reading.others"
          />
          <v-divider />
        </template>
        <v-list-item
          v-for="scale in rest"
          :key="scale.ratio"
          :title="scale.name"
          :active="isNow(scale.ratio)"
          @click="reading.readAt(drawing, scale.ratio)"
        />
      </v-list>
    </v-menu>
    <template v-if="several">
      <v-btn
        :icon="mdiMagnifyPlusOutline"
        :disabled="!larger"
        aria-label="The next larger scale in use"
        title="The next larger scale in use (Shift Page Up)"
        variant="text"
        size="x-small"
        @click="reading.step(drawing, -1)"
      />
      <v-btn
        :icon="mdiMagnifyMinusOutline"
        :disabled="!smaller"
        aria-label="The next smaller scale in use"
        title="The next smaller scale in use (Shift Page Down)"
        variant="text"
        size="x-small"
        @click="reading.step(drawing, 1)"
      />
    </template>
    <button
      v-if="reading.own"
      type="button"
      class="pill"
      :aria-pressed="reading.own"
      title="Annotation that is moved gets a place of its own there. Press to move it at all scales again."
      data-test="own-places"
      @click="reading.own = false"
    >
      <span class="soft">Moves</span> {{ ownWords }}
    </button>
  </span>
</template>

<style scoped>
.reading {
  display: inline-flex;
  align-items: center;
}
.reading .pill + .pill {
  margin-left: 6px;
}
.as-in {
  padding-left: 32px !important;
}
</style>
