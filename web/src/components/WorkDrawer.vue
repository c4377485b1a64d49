<script setup lang="ts">
import {
  mdiArrowAll,
  mdiArrowExpandHorizontal,
  mdiCallMade,
  mdiContentCopy,
  mdiCrop,
  mdiDoor,
  mdiFileDownloadOutline,
  mdiFilePlusOutline,
  mdiFileRemoveOutline,
  mdiFormatTextVariant,
  mdiImageFilterCenterFocus,
  mdiLayersPlus,
  mdiArrowSplitVertical,
  mdiTapeMeasure,
  mdiVectorPolyline,
  mdiWindowClosedVariant,
  mdiXml,
} from '@mdi/js'
import { computed } from 'vue'
import type { Matter } from '@lamina/core/check'
import type { ReferenceSide } from '@lamina/core/records'
import { formatHeight } from '@lamina/core/units'
import { STAGES, useDesk, type ToolName } from '../store/desk'
import { useProject } from '../store/project'
import BlockChooser from './BlockChooser.vue'
import DrawerEntry from './DrawerEntry.vue'
import IssuePanel from './IssuePanel.vue'
import LengthField from './LengthField.vue'
import SetOutPanel from './SetOutPanel.vue'
import TitleFieldsPanel from './TitleFieldsPanel.vue'
import type { Actions } from '../store/useActions'

const props = defineProps<{ actions: Actions; matters: readonly Matter[] }>()
const store = useProject()
const desk = useDesk()

const stage = computed(() => STAGES.find((entry) => entry.id === desk.stage)!)
const here = computed(() => props.matters.filter((matter) => matter.stage === desk.stage))
const drawing = computed(() => props.actions.drawing.value)
const sheet = computed(() => props.actions.sheet.value)
const level = computed(
  () => (store.version, drawing.value && store.project.find('level', drawing.value.level)),
)
const under = computed(() => {
  if (desk.stage === 'compose' || desk.stage === 'issue') {
    const count = (store.version, store.project.all('sheet').length)
    return `Sheet set · ${count} sheet${count === 1 ? '' : 's'}`
  }
  return level.value ? `${level.value.name} · FFL ${formatHeight(level.value.elevation, store.units)}` : ''
})
const wallTypes = computed(
  () => (store.version, store.project.all('wallType').map(({ id, name }) => ({ value: id, title: name }))),
)
const drawings = computed(() => (store.version, store.project.all('drawing')))
const wallType = computed({
  get: () => desk.wallType ?? wallTypes.value[0]?.value ?? null,
  set: (value) => (desk.wallType = value),
})
const sides: { value: ReferenceSide; title: string }[] = [
  { value: 'left', title: 'Left face' },
  { value: 'centre', title: 'Centre' },
  { value: 'right', title: 'Right face' },
]
const locks = [
  { value: 0, title: 'Near the axes' },
  { value: 90, title: 'Every 90°' },
  { value: 45, title: 'Every 45°' },
  { value: 30, title: 'Every 30°' },
  { value: 15, title: 'Every 15°' },
]
const is = (tool: ToolName): boolean => desk.tool === tool
const take = (tool: ToolName): void => props.actions.take(tool)
</script>

<template>
  <section class="drawer" :aria-label="`${stage.name}: tools`">
    <h2>{{ stage.name }}</h2>
    <p class="soft small under">{{ under }}</p>

    <SetOutPanel v-if="desk.stage === 'set-out'" :actions="actions" />
    <template v-else-if="desk.stage === 'walls'">
      <h3>Draw</h3>
      <DrawerEntry
        :icon="mdiVectorPolyline"
        name="Wall"
        shortcut="W"
        :active="is('wall')"
        @choose="take('wall')"
      />
      <h3>Shape</h3>
      <DrawerEntry
        :icon="mdiArrowSplitVertical"
        name="Move side"
        shortcut="S"
        :active="is('move-side')"
        @choose="take('move-side')"
      />
      <DrawerEntry :icon="mdiArrowAll" name="Move" shortcut="G" :active="is('move')" @choose="take('move')" />
      <h3>Wall type</h3>
      <v-select v-model="wallType" :items="wallTypes" aria-label="Wall type" />
      <h3>Drawn line</h3>
      <v-select v-model="desk.reference" :items="sides" aria-label="Drawn line" />
      <h3>Hold the direction</h3>
      <v-select v-model="desk.lock" :items="locks" aria-label="Hold the direction" />
    </template>
    <template v-else-if="desk.stage === 'openings'">
      <h3>Put into a wall</h3>
      <DrawerEntry :icon="mdiDoor" name="Door" shortcut="D" :active="is('door')" @choose="take('door')" />
      <DrawerEntry
        :icon="mdiWindowClosedVariant"
        name="Window"
        shortcut="N"
        :active="is('window')"
        @choose="take('window')"
      />
      <h3>Next sizes</h3>
      <div class="stack">
        <LengthField
          label="Door width"
          :mm="desk.doorWidth"
          :units="store.units"
          :least="1"
          @set="(mm) => (desk.doorWidth = mm)"
        />
        <LengthField
          label="Window width"
          :mm="desk.windowWidth"
          :units="store.units"
          :least="1"
          @set="(mm) => (desk.windowWidth = mm)"
        />
      </div>
    </template>
    <BlockChooser v-else-if="desk.stage === 'fit-out'" @choose="take('block')" />
    <template v-else-if="desk.stage === 'annotate'">
      <h3>Measure and write</h3>
      <DrawerEntry
        :icon="mdiArrowExpandHorizontal"
        name="Dimension"
        shortcut="C"
        :active="is('dimension')"
        @choose="take('dimension')"
      />
      <v-checkbox
        v-model="desk.overall"
        label="Overall, one row further out"
        density="compact"
        hide-details
        class="option"
      />
      <DrawerEntry
        :icon="mdiCallMade"
        name="Leader"
        shortcut="L"
        :active="is('leader')"
        @choose="take('leader')"
      />
      <DrawerEntry
        :icon="mdiFormatTextVariant"
        name="Note"
        shortcut="T"
        :active="is('note')"
        @choose="take('note')"
      />
    </template>
    <template v-else-if="desk.stage === 'compose'">
      <h3>Sheet</h3>
      <DrawerEntry :icon="mdiFilePlusOutline" name="New sheet" @choose="actions.newSheet()" />
      <DrawerEntry
        :icon="mdiContentCopy"
        name="Copy this sheet"
        :disabled="!sheet"
        why="Open a sheet first."
        @choose="actions.copySheet()"
      />
      <DrawerEntry
        :icon="mdiFileRemoveOutline"
        name="Remove this sheet"
        :disabled="!sheet"
        why="Open a sheet first."
        @choose="actions.removeSheet()"
      />
      <template v-if="sheet">
        <h3>On the sheet</h3>
        <v-menu>
          <template #activator="{ props: menu }">
            <DrawerEntry :icon="mdiLayersPlus" name="Place a drawing" v-bind="menu" />
          </template>
          <v-list density="compact">
            <v-list-item
              v-for="each in drawings"
              :key="each.id"
              :title="each.name"
              @click="desk.sheetHandle?.place(each.id)"
            />
          </v-list>
        </v-menu>
        <DrawerEntry
          :icon="mdiCrop"
          name="Crop"
          :active="is('crop')"
          @choose="desk.tool = is('crop') ? 'select' : 'crop'"
        />
        <h3>Title block</h3>
        <TitleFieldsPanel :sheet="sheet" />
      </template>
      <p v-else class="soft hint">Open a sheet from the shelf, then drag drawings onto it.</p>
    </template>
    <IssuePanel v-else :sheet="sheet" :pdf="mdiFileDownloadOutline" :svg="mdiXml" />

    <template v-if="desk.stage !== 'compose' && desk.stage !== 'issue'">
      <h3>Check</h3>
      <DrawerEntry
        :icon="mdiTapeMeasure"
        name="Measure"
        shortcut="Q"
        :active="is('measure')"
        @choose="take('measure')"
      />
    </template>
    <template v-if="here.length">
      <h3>To settle here</h3>
      <div v-for="matter in here" :key="matter.id" class="matter">
        <span>{{ matter.text }}</span>
        <button type="button" @click="actions.show(matter)">
          <v-icon :icon="mdiImageFilterCenterFocus" size="14" /> Show
        </button>
      </div>
    </template>
  </section>
</template>

<style scoped>
.drawer {
  width: var(--drawer);
  background: rgb(var(--v-theme-surface));
  border-right: 1px solid rgb(var(--v-theme-hairline));
  padding: 16px 12px;
  overflow-y: auto;
}
.under {
  margin: 2px 0 6px;
}
.drawer :deep(h3) {
  font:
    500 12.5px 'Hanken Grotesk',
    sans-serif;
  color: rgb(var(--v-theme-soft-ink));
  margin: 14px 6px 6px;
}
.stack {
  display: grid;
  gap: 10px;
}
.option {
  margin: 0 0 4px 2px;
}
.option :deep(.v-label) {
  font-size: 13px;
}
.hint {
  margin: 14px 6px;
}
.matter {
  padding: 8px 10px;
  margin-bottom: 6px;
  border-radius: 8px;
  font-size: 13px;
  background: rgb(var(--v-theme-settle-wash));
  color: rgb(var(--v-theme-settle));
}
.matter button {
  display: flex;
  gap: 4px;
  align-items: center;
  font: inherit;
  font-weight: 600;
  color: inherit;
  background: none;
  border: 0;
  padding: 2px 0 0;
  cursor: pointer;
}
</style>
