<script setup lang="ts">
import {
  mdiContentCopy,
  mdiCrop,
  mdiCubeOutline,
  mdiFileDownloadOutline,
  mdiFilePlusOutline,
  mdiFileRemoveOutline,
  mdiFloorPlan,
  mdiHomeGroup,
  mdiImageFilterCenterFocus,
  mdiLayersOutline,
  mdiLayersPlus,
  mdiBookmarkPlusOutline,
  mdiTextureBox,
  mdiWrenchOutline,
  mdiXml,
} from '@mdi/js'
import { computed, ref, watch } from 'vue'
import type { Matter } from '@lamina/core/check'
import { typeThickness } from '@lamina/core/building'
import { setFacts } from '@lamina/core/edit'
import { styleOf } from '@lamina/core/library'
import type { ReferenceSide } from '@lamina/core/records'
import { formatAngle, formatHeight } from '@lamina/core/units'
import { STAGES, useDesk, type PanelName } from '../store/desk'
import { useHabits } from '../store/habits'
import { useHand } from '../store/hand'
import { useOpened } from '../store/opened'
import { useValues } from '../store/values'
import { OWN_ANGLE } from '../store/hand'
import type { ToolName } from '../tools/catalogue'
import { useProject } from '../store/project'
import { TOOLS, toolEntry, type NamedEntry } from '../tools/catalogue'
import { takeThickness } from '../tools/thickness'
import { nextWallType } from '../tools/values'
import BlockChooser from './BlockChooser.vue'
import DrawerEntry from './DrawerEntry.vue'
import LengthField from './LengthField.vue'
import IssuePanel from './IssuePanel.vue'
import OpeningChooser from './OpeningChooser.vue'
import SetOutPanel from './SetOutPanel.vue'
import TitleBlockFacts from './TitleBlockFacts.vue'
import TitleFieldsPanel from './TitleFieldsPanel.vue'
import ToolOptions from './options/ToolOptions.vue'
import { hasOptions } from './options/table'
import type { Actions } from '../actions/useActions'
import { useNamed } from './named'

const props = defineProps<{ actions: Actions; matters: readonly Matter[] }>()
const store = useProject()
const desk = useDesk()
const hand = useHand()
const habits = useHabits()
const opened = useOpened()
const values = useValues()

const drawer = ref<HTMLElement | null>(null)
watch([() => desk.stage, () => props.actions.titleBlock.value?.id], () => drawer.value?.scrollTo(0, 0))
const stage = computed(() => STAGES.find((entry) => entry.id === desk.stage)!)
const here = computed(() => props.matters.filter((matter) => matter.stage === desk.stage))
const drawing = computed(() => props.actions.drawing.value)
const sheet = computed(() => props.actions.sheet.value)
const titleBlock = computed(() => props.actions.titleBlock.value)
/** What is drawn on in mm of paper. */
const paper = computed(() => sheet.value ?? titleBlock.value)
const level = computed(() =>
  drawing.value?.view === 'plan' ? store.project.find('level', drawing.value.level) : undefined,
)
const under = computed(() => {
  if (desk.stage === 'compose' || desk.stage === 'issue') {
    const count = store.project.all('sheet').length
    return `Sheet set · ${count} sheet${count === 1 ? '' : 's'}`
  }
  return level.value ? `${level.value.name} · FFL ${formatHeight(level.value.elevation, store.units)}` : ''
})
const wallTypes = useNamed('wallType')
const drawings = computed(() => store.project.all('drawing'))
const wallType = computed({
  get: () => (wallTypes.value.length > 0 ? nextWallType(store.project, values) : null),
  set: (value) => (values.wallType = value),
})
const styles = useNamed('annotationStyle')
const style = computed({
  get: () => styleOf(store.project, drawing.value?.style).id,
  set: (value) =>
    drawing.value &&
    store.edit('Annotation style', (project) =>
      setFacts(project, 'drawing', drawing.value!.id, { style: value }),
    ),
})
const sides: { value: ReferenceSide; title: string }[] = [
  { value: 'left', title: 'Left face' },
  { value: 'centre', title: 'Centre' },
  { value: 'right', title: 'Right face' },
]
const locks = computed(() => {
  const own = store.project.facts.ownAngle
  return [
    { value: 0, title: 'Near the axes' },
    { value: 90, title: 'Every 90°' },
    { value: 45, title: 'Every 45°' },
    { value: 30, title: 'Every 30°' },
    { value: 15, title: 'Every 15°' },
    ...(own ? [{ value: OWN_ANGLE, title: `Every ${formatAngle(own)}` }] : []),
  ]
})
/** Tools of the open stage under their headings, and those that change what is drawn, at every stage. */
const groups = computed(() => {
  const made = new Map<string, NamedEntry[]>()
  for (const entry of TOOLS)
    if (entry.stage === desk.stage && entry.under && !entry.change)
      made.set(entry.under, [...(made.get(entry.under) ?? []), entry])
  return [...made]
})
const changes = TOOLS.filter((entry) => entry.change && entry.under)
/** What is drafted on sheets as on any board. */
const onSheets = TOOLS.filter((entry) => entry.on === 'any' && entry.under && !entry.change)
/** Names too long for half the drawer. */
const isLong = ({ name }: NamedEntry): boolean => name.length > 10
/** Long names last, so that rows are full. */
const inRows = (entries: readonly NamedEntry[]): NamedEntry[] => [
  ...entries.filter((entry) => !isLong(entry)),
  ...entries.filter(isLong),
]
/** Tools in two columns, under their headings. */
const columns = computed(() => [
  ...(desk.stage === 'compose' && paper.value
    ? [{ heading: `Draw on the ${titleBlock.value ? 'title block' : 'sheet'}`, entries: inRows(onSheets) }]
    : []),
  ...(onBoard.value || (desk.stage === 'compose' && paper.value)
    ? [{ heading: 'Change', entries: inRows(changes) }]
    : []),
])
const measure = toolEntry('measure')!
const onBoard = computed(() => desk.stage !== 'compose' && desk.stage !== 'issue')
const titleOf = (entry: NamedEntry): string => {
  const letter = habits.letterOf(entry).toUpperCase()
  return letter ? `${entry.name} (${letter})` : entry.name
}
const opens = (entry: NamedEntry): boolean => is(entry.tool) && hasOptions(entry)
const is = (tool: ToolName): boolean => hand.tool === tool
const toggle = (panel: PanelName): void => void (desk.panel = desk.panel === panel ? null : panel)
const take = (tool: ToolName): void => props.actions.take(tool)
</script>

<template>
  <section ref="drawer" class="drawer" :aria-label="`${stage.name}: tools`">
    <div class="heading">
      <h2>{{ stage.name }}</h2>
      <button
        type="button"
        class="fold"
        title="Fold the drawer ([)"
        aria-expanded="true"
        @click="habits.fold('drawer')"
      >
        Fold
      </button>
    </div>
    <p class="soft small under">{{ under }}</p>

    <template v-if="onBoard">
      <template v-for="[heading, entries] in groups" :key="heading">
        <h3>{{ heading }}</h3>
        <template v-for="entry in entries" :key="entry.tool">
          <DrawerEntry
            :icon="entry.icon"
            :name="entry.name"
            :shortcut="habits.letterOf(entry).toUpperCase()"
            :active="is(entry.tool)"
            @choose="take(entry.tool)"
          />
          <ToolOptions v-if="opens(entry)" :entry="entry" />
        </template>
        <DrawerEntry
          v-if="heading === 'Views'"
          :icon="mdiFloorPlan"
          name="Another plan"
          @choose="desk.newPlan = true"
        />
        <DrawerEntry
          v-if="heading === 'Views'"
          :icon="mdiHomeGroup"
          name="All four elevations"
          @choose="actions.allElevations()"
        />
        <DrawerEntry
          v-if="heading === 'Views'"
          :icon="mdiCubeOutline"
          name="Cutaway"
          @choose="actions.newCutaway()"
        />
        <DrawerEntry
          v-if="heading === 'Views'"
          :icon="mdiTextureBox"
          name="Blank detail"
          @choose="actions.blankDetail()"
        />
        <DrawerEntry
          v-if="heading === 'Views'"
          :icon="mdiBookmarkPlusOutline"
          name="Keep as a detail"
          @choose="actions.keepDetail()"
        />
      </template>
    </template>
    <BlockChooser v-if="desk.stage === 'fit-out'" @choose="take('block')" />
    <SetOutPanel v-if="desk.stage === 'set-out'" :actions="actions" />
    <template v-else-if="desk.stage === 'walls'">
      <h3>With</h3>
      <div class="stack">
        <v-select v-model="wallType" :items="wallTypes" label="Wall type" />
        <LengthField
          v-if="wallType !== null"
          label="Thickness (T)"
          :mm="typeThickness(store.project.need('wallType', wallType))"
          :units="store.units"
          :least="1"
          @set="(mm) => takeThickness({ project: store.project, values, edit: store.edit }, mm)"
        />
        <button type="button" class="link" @click="toggle('wall-types')">Edit wall types</button>
        <button type="button" class="link" @click="toggle('materials')">Edit materials</button>
        <v-select v-model="values.reference" :items="sides" label="Drawn line" />
        <v-select v-model="hand.lock" :items="locks" label="Hold the direction" />
      </div>
    </template>
    <template v-else-if="desk.stage === 'annotate'">
      <h3>In</h3>
      <div class="stack">
        <v-select v-model="style" :items="styles" label="Annotation style" />
        <button type="button" class="link" @click="toggle('styles')">Edit styles and pens</button>
      </div>
      <BlockChooser symbols @choose="take('block')" />
    </template>
    <template v-else-if="desk.stage === 'openings'">
      <OpeningChooser />
    </template>
    <TitleBlockFacts v-else-if="desk.stage === 'compose' && titleBlock" :block="titleBlock" />
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
              @click="opened.sheet?.place(each.id)"
            />
          </v-list>
        </v-menu>
        <DrawerEntry
          :icon="mdiCrop"
          name="Crop"
          :active="is('crop')"
          @choose="hand.tool = is('crop') ? 'select' : 'crop'"
        />
        <h3>Title block</h3>
        <TitleFieldsPanel :sheet="sheet" />
      </template>
      <p v-else class="soft hint">Open a sheet from the shelf, then drag drawings onto it.</p>
    </template>
    <IssuePanel
      v-else-if="desk.stage === 'issue'"
      :sheet="sheet"
      :pdf="mdiFileDownloadOutline"
      :svg="mdiXml"
    />

    <template v-for="{ heading, entries } in columns" :key="heading">
      <h3>{{ heading }}</h3>
      <div class="changes">
        <template v-for="entry in entries" :key="entry.tool">
          <button
            type="button"
            :class="{ on: is(entry.tool), wide: isLong(entry) }"
            :aria-pressed="is(entry.tool)"
            :title="titleOf(entry)"
            @click="take(entry.tool)"
          >
            <v-icon :icon="entry.icon" size="16" />{{ entry.name }}
          </button>
          <!-- How the tool works opens under its row. -->
          <div v-if="opens(entry)" class="wide"><ToolOptions :entry="entry" /></div>
        </template>
      </div>
    </template>
    <template v-if="onBoard || (desk.stage === 'compose' && paper)">
      <h3>Check</h3>
      <DrawerEntry
        :icon="measure.icon"
        :name="measure.name"
        shortcut="Q"
        :active="is('measure')"
        @choose="take('measure')"
      />
      <DrawerEntry
        :icon="mdiLayersOutline"
        name="Layers"
        :active="desk.panel === 'layers'"
        @choose="toggle('layers')"
      />
    </template>
    <template v-if="here.length">
      <h3>To settle here</h3>
      <div v-for="matter in here" :key="matter.id" class="matter">
        <span>{{ matter.text }}</span>
        <button type="button" @click="actions.show(matter)">
          <v-icon :icon="mdiImageFilterCenterFocus" size="14" /> Show
        </button>
        <button v-if="matter.mend" type="button" @click="store.edit('Mend', matter.mend)">
          <v-icon :icon="mdiWrenchOutline" size="14" /> Mend
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
.heading {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
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
.changes {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  grid-auto-flow: row dense;
  gap: 1px 4px;
}
.link {
  margin: -4px 6px 2px;
}
.wide {
  grid-column: 1 / -1;
}
.changes button {
  display: flex;
  align-items: center;
  gap: 6px;
  min-height: 28px;
  padding: 2px 5px;
  font: inherit;
  font-size: 12.5px;
  text-align: left;
  white-space: nowrap;
  border: 0;
  border-radius: 6px;
  background: none;
  color: rgb(var(--v-theme-ink));
  cursor: pointer;
}
.changes button:hover {
  background: rgb(var(--v-theme-film));
}
.changes button.on {
  background: rgb(var(--v-theme-live-wash));
  color: rgb(var(--v-theme-live));
  font-weight: 600;
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
