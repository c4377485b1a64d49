<script setup lang="ts">
import { computed } from 'vue'
import { PEN_WIDTHS, extentOf } from '@lamina/core/display'
import { copyStyle, removeStyle, changePen, setStyle } from '@lamina/core/edit'
import { PEN_WORDS } from '@lamina/core/library'
import {
  dimensionEnds,
  leaderTips,
  penRoles,
  type AnnotationStyle,
  type PenRecord,
  type PenRole,
} from '@lamina/core/records'
import { parseNumber } from '@lamina/core/units'
import { useDesk } from '../store/desk'
import { useProject } from '../store/project'
import { useSay } from '../store/say'
import { fieldOf } from './fields'
import LiveThumb from './LiveThumb.vue'
import NamedRow from './NamedRow.vue'
import PanelFrame from './PanelFrame.vue'
import { stylePicture } from './stylePicture'

/** How annotation is drawn, and the pens of what has no pen of its own. */
const store = useProject()
const desk = useDesk()
const say = useSay()

const styles = computed(() => store.project.all('annotationStyle'))
const pens = computed(() => {
  const byRole = new Map(store.project.all('pen').map((pen) => [pen.role, pen]))
  return penRoles.flatMap((role) => byRole.get(role) ?? [])
})
const ENDS = { oblique: 'Strokes', dot: 'Dots', arrow: 'Heads' } as const
const TIPS = { dot: 'Dot', arrow: 'Head', bare: 'Nothing' } as const
const SIZES = [
  ['textPaperMm', 'Lettering'],
  ['endPaperMm', 'Size of ends'],
  ['extensionGapPaperMm', 'Gap'],
  ['extensionPastPaperMm', 'Past the line'],
  ['firstRowPaperMm', 'First row'],
  ['rowPaperMm', 'Rows'],
] as const

const set = (style: AnnotationStyle, facts: Parameters<typeof setStyle>[2]): unknown =>
  store.edit('Annotation style', (project) => setStyle(project, style.id, facts))
function setSize(style: AnnotationStyle, key: (typeof SIZES)[number][0], event: Event): void {
  const field = fieldOf(event)
  const read = parseNumber(field.value)
  if (read.ok) set(style, { [key]: read.value })
  else say.warn(read.message)
  field.value = String(store.project.find('annotationStyle', style.id)?.[key] ?? '')
}
function setPenOf(role: PenRole, facts: Partial<Pick<PenRecord, 'widthMm' | 'tone'>>): void {
  store.edit('Pen', (project) => changePen(project, role, facts))
}
const widths = (pen: PenRecord): number[] => [...new Set([...PEN_WIDTHS, pen.widthMm])].sort((p, q) => p - q)
</script>

<template>
  <PanelFrame title="Pens and annotation styles" :width="840" data-test="styles" @close="desk.panel = null">
    <p class="soft small">Sizes are mm on paper, the same at every scale.</p>
    <table>
      <thead>
        <tr>
          <th scope="col"><span class="visually-hidden">Picture</span></th>
          <th scope="col">Name</th>
          <th scope="col">Ends</th>
          <th scope="col">Leader</th>
          <th v-for="[key, title] in SIZES" :key="key" scope="col" class="number">{{ title }}</th>
          <th scope="col"><span class="visually-hidden">Copy or remove</span></th>
        </tr>
      </thead>
      <tbody>
        <NamedRow
          v-for="style in styles"
          :key="style.id"
          :name="style.name"
          called="style"
          :rename="(name) => set(style, { name })"
          :copy="() => store.edit('Copy style', (p, makeId) => copyStyle(p, style.id, makeId).change)"
          :remove="() => store.edit('Remove style', (p) => removeStyle(p, style.id))"
        >
          <template #picture>
            <td>
              <LiveThumb
                :list="stylePicture(style, store.units)"
                :box="extentOf(stylePicture(style, store.units))"
                :width="86"
                :height="38"
                label=""
              />
            </td>
          </template>
          <td>
            <select
              :value="style.ends"
              :aria-label="`Ends of ${style.name}`"
              @change="set(style, { ends: fieldOf($event).value as AnnotationStyle['ends'] })"
            >
              <option v-for="ends in dimensionEnds" :key="ends" :value="ends">{{ ENDS[ends] }}</option>
            </select>
          </td>
          <td>
            <select
              :value="style.tip"
              :aria-label="`Leader of ${style.name}`"
              @change="set(style, { tip: fieldOf($event).value as AnnotationStyle['tip'] })"
            >
              <option v-for="tip in leaderTips" :key="tip" :value="tip">{{ TIPS[tip] }}</option>
            </select>
          </td>
          <td v-for="[key, title] in SIZES" :key="key" class="number">
            <input
              class="size"
              :value="style[key]"
              :aria-label="`${title} of ${style.name}, mm`"
              inputmode="decimal"
              @change="setSize(style, key, $event)"
            />
          </td>
        </NamedRow>
      </tbody>
    </table>
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
.size {
  width: 46px;
  text-align: right;
}
.pens {
  max-width: 460px;
}
</style>
