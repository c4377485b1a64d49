<script setup lang="ts">
import { mdiTrashCanOutline } from '@mdi/js'
import { computed } from 'vue'
import { setLensRule } from '@lamina/core/edit'
import { kindWord, lensKinds, type Lens, type LensKind, type LensRule } from '@lamina/core/records'
import { useProject } from '../store/project'
import ColourChoice from './ColourChoice.vue'
import { fieldOf, PEN_CHOICES } from './fields'
import { useNamed } from './named'

/** What a lens says of kinds, layers and levels: what is not shown, and what has another pen, colour or line. */
const props = defineProps<{ lens: Lens }>()
const store = useProject()
const layers = useNamed('layer')
const levels = useNamed('level')
const rules = computed(() => props.lens.rules ?? [])
const OWN = 'own'

const called = (kind: LensKind): string => {
  const word = kindWord(kind)
  return word[0]!.toUpperCase() + word.slice(1)
}
function nameOf(rule: LensRule): string {
  switch (rule.by) {
    case 'kind':
      return called(rule.kind)
    case 'layer':
      return `Layer: ${store.project.find('layer', rule.layer)?.name ?? ''}`
    case 'level':
      return `Level: ${store.project.find('level', rule.level)?.name ?? ''}`
  }
}
const keyOf = (rule: LensRule): string =>
  rule.by === 'kind'
    ? `kind ${rule.kind}`
    : rule.by === 'layer'
      ? `layer ${rule.layer}`
      : `level ${rule.level}`
const taken = computed(() => new Set(rules.value.map(keyOf)))

/** A rule that is put in begins by not showing what it is for. */
function add(event: Event): void {
  const field = fieldOf(event)
  const [by, id] = field.value.split(' ') as [LensRule['by'], string]
  field.value = ''
  const of: LensRule =
    by === 'kind'
      ? { by, kind: id as LensKind }
      : by === 'layer'
        ? { by, layer: id }
        : { by: 'level', level: id }
  put({ ...of, shown: false })
}
function put(rule: LensRule): void {
  store.edit('Lens', (project) => setLensRule(project, props.lens.id, rule))
}
/** A rule with another fact; undefined takes it out. */
const changed = (rule: LensRule, facts: { [K in keyof LensRule]?: LensRule[K] | undefined }): LensRule =>
  Object.fromEntries(
    Object.entries({ ...rule, ...facts }).filter(([, value]) => value !== undefined),
  ) as LensRule
const bare = ({ by, ...rule }: LensRule): LensRule =>
  by === 'kind' && 'kind' in rule
    ? { by, kind: rule.kind }
    : by === 'layer' && 'layer' in rule
      ? { by, layer: rule.layer }
      : { by: 'level', level: 'level' in rule ? rule.level : '' }
/** What a rule can be about, as it is offered. */
const groups = computed(() => [
  {
    by: 'kind',
    label: 'A kind of thing',
    items: lensKinds.map((kind) => ({ value: kind, title: called(kind) })),
  },
  { by: 'layer', label: 'A layer', items: layers.value },
  { by: 'level', label: 'A level', items: levels.value },
])
</script>

<template>
  <table v-if="rules.length" data-test="lens-rules">
    <thead>
      <tr>
        <th scope="col">Otherwise</th>
        <th scope="col">Shown</th>
        <th scope="col">Dashed</th>
        <th scope="col">No pattern</th>
        <th scope="col">Pen</th>
        <th scope="col">Colour</th>
        <th scope="col"><span class="visually-hidden">Remove</span></th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="rule in rules" :key="keyOf(rule)">
        <td>{{ nameOf(rule) }}</td>
        <td class="tick">
          <input
            type="checkbox"
            :checked="rule.shown !== false"
            :aria-label="`${nameOf(rule)} shown`"
            @change="
              put(
                changed(rule, {
                  shown: fieldOf($event).checked ? undefined : false,
                  ...(fieldOf($event).checked && !rule.penMm && !rule.colour && !rule.plain
                    ? { dashed: true }
                    : {}),
                }),
              )
            "
          />
        </td>
        <td class="tick">
          <input
            type="checkbox"
            :checked="rule.dashed"
            :aria-label="`${nameOf(rule)} dashed`"
            @change="put(changed(rule, { dashed: fieldOf($event).checked ? true : undefined }))"
          />
        </td>
        <td class="tick">
          <input
            type="checkbox"
            :checked="rule.plain"
            :aria-label="`${nameOf(rule)} without pattern`"
            @change="put(changed(rule, { plain: fieldOf($event).checked ? true : undefined }))"
          />
        </td>
        <td>
          <select
            :value="rule.penMm ?? OWN"
            :aria-label="`Pen of ${nameOf(rule)}`"
            @change="
              put(
                changed(rule, {
                  penMm: fieldOf($event).value === OWN ? undefined : Number(fieldOf($event).value),
                }),
              )
            "
          >
            <option :value="OWN">its own</option>
            <option v-for="pen in PEN_CHOICES" :key="pen.value" :value="pen.value">{{ pen.title }}</option>
          </select>
        </td>
        <td>
          <ColourChoice
            :label="`Colour of ${nameOf(rule)}`"
            :colour="rule.colour"
            none="its own"
            @set="(colour) => put(changed(rule, { colour: colour ?? undefined }))"
          />
        </td>
        <td class="marks">
          <button
            type="button"
            :aria-label="`Remove ${nameOf(rule)}`"
            title="Remove"
            @click="put(bare(rule))"
          >
            <v-icon :icon="mdiTrashCanOutline" size="16" />
          </button>
        </td>
      </tr>
    </tbody>
  </table>
  <select class="more" aria-label="Draw something otherwise" value="" @change="add">
    <option value="" disabled>Draw something otherwise…</option>
    <optgroup v-for="{ by, label, items } in groups" :key="by" :label="label">
      <option
        v-for="{ value, title } in items"
        :key="value"
        :value="`${by} ${value}`"
        :disabled="taken.has(`${by} ${value}`)"
      >
        {{ title }}
      </option>
    </optgroup>
  </select>
</template>

<style scoped>
.tick {
  text-align: center;
}
.tick input {
  width: auto;
  accent-color: rgb(var(--v-theme-live));
}
.more {
  font: inherit;
  font-size: 13px;
  color: rgb(var(--v-theme-ink));
  background: none;
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 5px;
  padding: 4px 6px;
  justify-self: start;
}
.more option,
.more optgroup {
  color: #1e2a38;
}
</style>
