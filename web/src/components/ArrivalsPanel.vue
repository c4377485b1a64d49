<script setup lang="ts">
import { computed } from 'vue'
import { differences, kindHeading, titleOf, usesOf } from '@lamina/core/exchange'
import type { Arrival, Choice } from '@lamina/core/edit'
import { kindWord, type Id } from '@lamina/core/records'
import { useProject } from '../store/project'

/** What would come into the project, what of it is there already, and what to do where a name is taken. */
const props = defineProps<{
  arrivals: readonly Arrival[]
  /** Those that were chosen; the others come along because these need them. */
  chosen: ReadonlySet<Id>
  nameThere: (id: Id) => string
}>()
const emit = defineEmits<{ choose: [thing: Id, choice: Choice] }>()
const store = useProject()

/** What is to be settled first, then what was chosen, then what comes along. */
const sorted = computed(() => {
  const rank = ({ standing: how, record }: Arrival): number =>
    how === 'taken' ? 0 : props.chosen.has(record.id) ? 1 : 2
  return [...props.arrivals].sort((p, q) => rank(p) - rank(q))
})
const WORDS: Record<Choice, string> = {
  here: 'Use the one here',
  replace: 'Replace the one here',
  both: 'Keep both',
}
const nameHere = (id: Id): string => {
  const record = store.project.get(id)
  return record && 'name' in record ? (record.name ?? '') : ''
}
const rows = (arrival: Arrival) =>
  arrival.here
    ? differences(arrival.here, arrival.record, { here: nameHere, there: props.nameThere }, store.units)
    : []
/** What is drawn anew when the one here is replaced. */
function effect({ here }: Arrival): string {
  if (!here) return ''
  if (here.kind === 'pen') return 'Everything drawn in it changes.'
  const counts = [...usesOf(store.project, here)]
  if (counts.length === 0) return 'Nothing is drawn with it yet.'
  const words = counts.map(
    ([kind, n]) => `${n} ${n === 1 ? kindWord(kind) : kindHeading(kind).toLowerCase()}`,
  )
  return `Changes ${words.join(', ')}.`
}
const standing = ({ standing: how, put, record }: Arrival): string =>
  how === 'same'
    ? 'here already'
    : how === 'new'
      ? 'new'
      : put && put.kind !== 'pen' && record.kind !== 'pen' && put.name !== record.name
        ? `comes as “${put.name}”`
        : ''
</script>

<template>
  <ul class="arrivals">
    <li v-for="arrival in sorted" :key="arrival.record.id" :data-arrival="arrival.record.id">
      <div class="line">
        <span
          ><b>{{ titleOf(arrival.record) }}</b>
          <span class="soft kind"
            >{{ kindWord(arrival.record.kind) }}{{ chosen.has(arrival.record.id) ? '' : ', needed' }}</span
          ></span
        >
        <span class="soft small">{{ standing(arrival) }}</span>
      </div>
      <fieldset v-if="arrival.standing === 'taken'">
        <legend class="small">“{{ titleOf(arrival.here!) }}” is here already, but not the same.</legend>
        <table>
          <thead>
            <tr>
              <th scope="col"><span class="visually-hidden">Fact</span></th>
              <th scope="col">here</th>
              <th scope="col">there</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="[name, here, there] in rows(arrival)" :key="name">
              <th scope="row">{{ name }}</th>
              <td>{{ here }}</td>
              <td>{{ there }}</td>
            </tr>
          </tbody>
        </table>
        <label v-for="choice in arrival.choices" :key="choice">
          <input
            type="radio"
            :name="`choice-${arrival.record.id}`"
            :checked="arrival.choice === choice"
            @change="emit('choose', arrival.record.id, choice)"
          />
          {{ WORDS[choice] }}
          <span v-if="choice === 'replace'" class="soft small effect">{{ effect(arrival) }}</span>
        </label>
      </fieldset>
    </li>
  </ul>
</template>

<style scoped>
.arrivals {
  list-style: none;
  margin: 0;
  padding: 0;
  font-size: 13px;
}
li {
  padding: 6px 0;
  border-top: 1px dotted rgb(var(--v-theme-hairline));
}
.line {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  overflow-wrap: anywhere;
}
.line .small {
  white-space: nowrap;
}
.kind {
  margin-left: 6px;
}
fieldset {
  border: 0;
  border-left: 3px solid rgb(var(--v-theme-settle));
  margin: 5px 0 2px;
  padding: 2px 0 2px 10px;
  display: grid;
  gap: 3px;
}
legend {
  padding: 0;
}
label .effect {
  display: block;
  margin-left: 21px;
}
label {
  cursor: pointer;
}
input {
  accent-color: rgb(var(--v-theme-live));
}
table {
  border-collapse: collapse;
  font-size: 12px;
  margin: 2px 0 4px;
}
th {
  font-weight: 500;
  text-align: left;
  color: rgb(var(--v-theme-soft-ink));
  vertical-align: top;
  padding: 1px 8px 1px 0;
}
td {
  vertical-align: top;
  padding: 1px 8px 1px 0;
  overflow-wrap: anywhere;
}
</style>
