<script setup lang="ts">
import { computed, ref } from 'vue'
import { PEN_WIDTHS, extentOf } from '@lamina/core/display'
import { copyStyle, removeStyle, changePen, setStyle } from '@lamina/core/edit'
import { PEN_WORDS, styleOf } from '@lamina/core/library'
import {
  dimensionEnds,
  leaderLines,
  leaderTips,
  penRoles,
  type AnnotationStyle,
  type PenRecord,
  type PenRole,
} from '@lamina/core/records'
import { useDesk } from '../store/desk'
import { useHand } from '../store/hand'
import { useProject } from '../store/project'
import { fieldOf } from './fields'
import FormatFields from './FormatFields.vue'
import LiveThumb from './LiveThumb.vue'
import NamedHead from './NamedHead.vue'
import NumberField from './NumberField.vue'
import PanelFrame from './PanelFrame.vue'
import TextField from './TextField.vue'
import ThingList from './ThingList.vue'
import { stylePicture, styleSample } from './stylePicture'

/** How annotation is drawn, and the pens of what has no pen of its own. */
const store = useProject()
const desk = useDesk()
const hand = useHand()

const styles = computed(() => store.project.all('annotationStyle'))
const pens = computed(() => {
  const byRole = new Map(store.project.all('pen').map((pen) => [pen.role, pen]))
  return penRoles.flatMap((role) => byRole.get(role) ?? [])
})
const chosen = ref(styleChosen())
const style = computed(() => styles.value.find(({ id }) => id === chosen.value) ?? styles.value[0])
/** Opened with annotation chosen, it shows the style of that. */
function styleChosen(): string {
  const record = hand.selection.length > 0 ? store.project.get(hand.selection[0]!) : undefined
  return styleOf(store.project, record && 'style' in record ? record.style : undefined).id
}
const ENDS: Record<AnnotationStyle['ends'], string> = {
  oblique: 'Strokes',
  dot: 'Dots',
  arrow: 'Heads',
  open: 'Open heads',
}
const TIPS: Record<AnnotationStyle['tip'], string> = {
  dot: 'Dot',
  arrow: 'Head',
  open: 'Open head',
  oblique: 'Stroke',
  loop: 'Loop',
  bare: 'Nothing',
}
type LeaderLine = NonNullable<AnnotationStyle['leaderLine']>
const LINES: Record<LeaderLine, string> = { straight: 'Straight', curved: 'Curved' }
const lines = [
  { value: 'elbow', title: 'Over an elbow' },
  ...leaderLines.map((value) => ({ value, title: LINES[value] })),
]
const setLine = (line: string): unknown => set({ leaderLine: leaderLines.find((each) => each === line) })
const ends = dimensionEnds.map((value) => ({ value, title: ENDS[value] }))
const tips = leaderTips.map((value) => ({ value, title: TIPS[value] }))
const EXTENSIONS = [
  { value: 'whole', title: 'All the way' },
  { value: 'short', title: 'Of one length' },
  { value: 'none', title: 'None' },
]
const extension = computed(() => {
  const long = style.value?.extensionPaperMm
  return long === undefined ? 'whole' : long === 0 ? 'none' : 'short'
})
const LETTERINGS = [
  { value: 'plain', title: 'Plain' },
  { value: 'hand', title: 'By hand' },
  { value: 'narrow', title: 'Narrow' },
]
const FRACTIONS = [
  { value: false, title: 'Beside each other' },
  { value: true, title: 'Over each other' },
]
const STANDS = [
  { value: false, title: 'Over the line' },
  { value: true, title: 'In the line' },
]
type Size = Extract<keyof AnnotationStyle, `${string}PaperMm`>

const set = (facts: Parameters<typeof setStyle>[2], label = 'Annotation style'): unknown =>
  style.value && store.edit(label, (project) => setStyle(project, style.value!.id, facts))
const setSize = (key: Size, value: number): unknown => set({ [key]: value })
const setExtension = (how: string): unknown =>
  set({ extensionPaperMm: how === 'whole' ? undefined : how === 'none' ? 0 : SHORT })
/** Extension lines of one length are so long at first, mm. */
const SHORT = 5
function copy(): void {
  let id = ''
  const of = style.value!.id
  const made = store.edit('Copy style', (project, makeId) => {
    const copied = copyStyle(project, of, makeId)
    id = copied.style
    return copied.change
  })
  if (made) chosen.value = id
}
const remove = (): unknown => store.edit('Remove style', (project) => removeStyle(project, style.value!.id))
function setPenOf(role: PenRole, facts: Partial<Pick<PenRecord, 'widthMm' | 'tone'>>): void {
  store.edit('Pen', (project) => changePen(project, role, facts))
}
const widths = (pen: PenRecord): number[] => [...new Set([...PEN_WIDTHS, pen.widthMm])].sort((p, q) => p - q)
</script>

<template>
  <PanelFrame title="Pens and annotation styles" :width="840" data-test="styles" @close="desk.panel = null">
    <p class="soft small">Sizes are mm on paper, the same at every scale.</p>
    <div v-if="style" class="two">
      <ThingList
        label="Styles"
        :groups="[{ title: null, things: styles }]"
        :chosen="style.id"
        @choose="(id) => (chosen = id)"
      >
        <template #picture="{ thing }">
          <LiveThumb
            :list="stylePicture(thing, store.units)"
            :box="extentOf(stylePicture(thing, store.units))"
            :width="92"
            :height="44"
            label=""
          />
        </template>
      </ThingList>
      <div class="facts">
        <div class="sight">
          <LiveThumb
            :key="style.id"
            :list="styleSample(style, store.units)"
            :box="extentOf(styleSample(style, store.units))"
            :width="540"
            :height="124"
            label=""
          />
        </div>
        <NamedHead
          :name="style.name"
          :rename="(name) => set({ name }, 'Style name')"
          :copy="copy"
          :remove="remove"
        />
        <h3>Figures</h3>
        <div class="fields">
          <FormatFields
            label="Told in"
            none="As the project"
            :format="style.format"
            @set="(format) => set({ format })"
          />
          <FormatFields
            label="Once more beneath"
            none="Not"
            :format="style.second"
            @set="(second) => set({ second })"
          />
          <FormatFields
            label="Heights in"
            none="As usual"
            :format="style.heights"
            @set="(heights) => set({ heights })"
          />
          <NumberField
            label="Letter height, mm"
            :value="style.textPaperMm"
            @set="(mm) => setSize('textPaperMm', mm)"
          />
          <v-select
            label="Lettering"
            :items="LETTERINGS"
            :model-value="style.lettering ?? 'plain'"
            @update:model-value="
              (face: string) => set({ lettering: face === 'hand' || face === 'narrow' ? face : undefined })
            "
          />
          <v-select
            label="Fractions"
            :items="FRACTIONS"
            :model-value="style.stacked ?? false"
            @update:model-value="(stacked: boolean) => set({ stacked: stacked ? true : undefined })"
          />
          <v-select
            label="They stand"
            :items="STANDS"
            :model-value="style.inLine ?? false"
            @update:model-value="(inLine: boolean) => set({ inLine: inLine ? true : undefined })"
          />
          <NumberField
            label="Clear ground around letters, mm; 0 none"
            :value="style.clearPaperMm ?? 0"
            :least="0"
            :most="3"
            @set="(mm) => set({ clearPaperMm: mm === 0 ? undefined : mm })"
          />
          <TextField
            label="Before them"
            :shown="style.before ?? ''"
            @set="(before) => set({ before: before === '' ? undefined : before })"
          />
          <TextField
            label="After them"
            :shown="style.after ?? ''"
            @set="(after) => set({ after: after === '' ? undefined : after })"
          />
          <v-checkbox
            class="whole"
            label="Rounded so that they add up to the length of their row"
            density="compact"
            hide-details
            :model-value="style.addsUp ?? false"
            @update:model-value="(adds) => set({ addsUp: adds ? true : undefined })"
          />
        </div>
        <h3>Lines and ends</h3>
        <div class="fields">
          <v-select
            label="Ends"
            :items="ends"
            :model-value="style.ends"
            @update:model-value="(ends: AnnotationStyle['ends']) => set({ ends })"
          />
          <NumberField
            label="Size of ends, mm"
            :value="style.endPaperMm"
            @set="(mm) => setSize('endPaperMm', mm)"
          />
          <NumberField
            label="Line past the ends, mm"
            :value="style.linePastPaperMm"
            @set="(mm) => setSize('linePastPaperMm', mm)"
          />
          <v-select
            label="Extension lines"
            :items="EXTENSIONS"
            :model-value="extension"
            @update:model-value="setExtension"
          />
          <NumberField
            v-if="extension === 'short'"
            label="Their length, mm"
            :value="style.extensionPaperMm!"
            @set="(mm) => setSize('extensionPaperMm', mm)"
          />
          <template v-if="extension !== 'none'">
            <NumberField
              label="Their gap, mm"
              :value="style.extensionGapPaperMm"
              @set="(mm) => setSize('extensionGapPaperMm', mm)"
            />
            <NumberField
              label="Past the line, mm"
              :value="style.extensionPastPaperMm"
              @set="(mm) => setSize('extensionPastPaperMm', mm)"
            />
          </template>
          <NumberField
            label="First row out, mm"
            :value="style.firstRowPaperMm"
            @set="(mm) => setSize('firstRowPaperMm', mm)"
          />
          <NumberField
            label="From row to row, mm"
            :value="style.rowPaperMm"
            @set="(mm) => setSize('rowPaperMm', mm)"
          />
          <v-select
            label="Leaders end with"
            :items="tips"
            :model-value="style.tip"
            @update:model-value="(tip: AnnotationStyle['tip']) => set({ tip })"
          />
          <v-select
            label="Lines of leaders"
            :items="lines"
            :model-value="style.leaderLine ?? 'elbow'"
            @update:model-value="setLine"
          />
        </div>
      </div>
    </div>
    <h3>Pens</h3>
    <p class="soft small">
      For what has no pen of its own. What is cut takes the pen of its material or its layer.
    </p>
    <table class="pens">
      <thead>
        <tr>
          <th scope="col">For</th>
          <th scope="col">Width</th>
          <th scope="col">Tone</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="pen in pens" :key="pen.id">
          <td>{{ PEN_WORDS[pen.role] }}</td>
          <td>
            <select
              :value="pen.widthMm"
              :aria-label="`Width: ${PEN_WORDS[pen.role]}`"
              @change="setPenOf(pen.role, { widthMm: Number(fieldOf($event).value) })"
            >
              <option v-for="mm in widths(pen)" :key="mm" :value="mm">{{ mm }} mm</option>
            </select>
          </td>
          <td>
            <select
              :value="pen.tone"
              :aria-label="`Tone: ${PEN_WORDS[pen.role]}`"
              @change="setPenOf(pen.role, { tone: Number(fieldOf($event).value) })"
            >
              <option
                v-for="tone in [...new Set([0, 0.1, 0.2, 0.3, 0.4, 0.6, 0.8, pen.tone])].sort()"
                :key="tone"
                :value="tone"
              >
                {{ tone === 0 ? 'Ink' : `${Math.round((1 - tone) * 100)} %` }}
              </option>
            </select>
          </td>
        </tr>
      </tbody>
    </table>
  </PanelFrame>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 220px 1fr;
  gap: 18px;
}
.sight {
  display: flex;
  justify-content: center;
  background: rgb(var(--v-theme-paper));
  border-radius: 8px;
}
.facts,
.fields {
  display: grid;
  gap: 10px;
  align-content: start;
}
.fields {
  grid-template-columns: 1fr 1fr;
}
.whole {
  grid-column: 1 / -1;
}
.pens {
  max-width: 460px;
}
</style>
