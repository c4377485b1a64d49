<script setup lang="ts">
import { computed, ref } from 'vue'
import { STAGES } from '../store/desk'
import { useHabits } from '../store/habits'
import { TOOLS, type NamedEntry } from '../tools/catalogue'

/** All keys at a glance; the letters of tools can be chosen here. */
const open = defineModel<boolean>({ required: true })
const habits = useHabits()
const said = ref('')

const GENERAL: readonly {
  readonly heading: string
  readonly keys: readonly (readonly [string, string])[]
}[] = [
  {
    heading: 'Anywhere',
    keys: [
      ['/', 'Ask for anything by name'],
      ['?', 'This page'],
      ['Ctrl Z', 'Undo; with a line in hand, its last point'],
      ['Ctrl Shift Z', 'Redo'],
      ['[', 'Fold or unfold the drawer'],
      [']', 'Fold or unfold the shelf'],
      ['1 to 7', 'The stages, with nothing in hand'],
      ['Esc', 'One step back, at last to selecting'],
    ],
  },
  {
    heading: 'Looking',
    keys: [
      ['Home', 'Show everything'],
      ['Wheel, Page Up, Page Down', 'Nearer, farther'],
      ['Shift Page Up, Down', 'The next scale in use, larger or smaller'],
      ['Space and drag', 'Move the board'],
      ['Arrows', 'Move the board; with a tool, the pointer'],
    ],
  },
  {
    heading: 'Selecting',
    keys: [
      ['Enter', 'The last tool again; twice: with its last figures'],
      ['Shift Enter', 'The same again over there: in another room, or to another door or window'],
      ['Drag', 'A box; Alt: what lies inside; Ctrl: a line across'],
      ['Shift', 'Add to what is selected, or take from it'],
      ['Ctrl A', 'Everything'],
      ['Ctrl C, X, V', 'Copy, cut, paste'],
      ['.', 'Everything of the same type'],
      ['-', 'Set aside what is selected; again: bring it back'],
      ['=', 'Set all else aside; again: bring it back'],
      ['Del', 'Remove'],
    ],
  },
  {
    heading: 'With a tool in hand',
    keys: [
      ['Figures', 'Typed at the pointer; Tab: the next field'],
      ['2200 x 600', 'Two sizes at once'],
      ['1200; 900', 'Several distances at once, where the tag takes them'],
      ['Figures on a corner', 'A point so far to the right and up from it: 300 x 450'],
      ['Figures on an edge', 'A point so far along it from its nearer end'],
      ['Enter', 'Take what is typed'],
      ['↑', 'The other reading of a doubted figure, or the last one again'],
      ['Backspace', 'Correct what is typed; then one point back'],
      ['Shift', 'Hold the direction'],
      ['X', 'A point by x and y'],
      ['F', 'From where it is measured; for a point: from another point'],
      ['T', 'How thick walls are'],
      ['B', 'The middle between two points'],
      ['B twice', 'A point by its distances from two others'],
      ['E', 'A point along an edge'],
      ['Q', 'Measure without putting the tool down'],
    ],
  },
]
const stages = computed(() =>
  STAGES.map(({ id, name }) => ({
    name,
    tools: TOOLS.filter((entry) => entry.stage === id && !entry.change),
  })).filter(({ tools }) => tools.length > 0),
)
const changes = TOOLS.filter((entry) => entry.change)
function setLetter(entry: NamedEntry, event: KeyboardEvent): void {
  const key = event.key.toLowerCase()
  if (key === 'tab' || key === 'escape' || event.ctrlKey || event.metaKey || event.altKey) return
  event.preventDefault()
  event.stopPropagation()
  if (key === 'backspace' || key === 'delete') {
    habits.setLetter(entry.tool, '')
    said.value = `${entry.name} has no letter now.`
  } else if (/^[a-z]$/.test(key)) {
    const had = habits.setLetter(entry.tool, key)
    said.value = `${key.toUpperCase()} takes up ${entry.name}${had ? `, no longer ${had}` : ''}.`
  } else said.value = 'A letter from A to Z, or Backspace for none.'
}
function usual(): void {
  habits.usualLetters()
  said.value = 'All letters are as they were at first.'
}
</script>

<template>
  <v-dialog v-model="open" max-width="980" scrollable aria-label="Keys">
    <v-card color="surface" data-test="keys">
      <div class="head">
        <h2>Keys</h2>
        <p class="soft small" role="status">
          {{ said || 'Press a tool’s letter here, then the one you want. They are kept on this computer.' }}
        </p>
        <button type="button" class="link" @click="usual">As at first</button>
        <button type="button" class="link" @click="open = false">Close</button>
      </div>
      <v-card-text class="columns">
        <section v-for="{ heading, keys } in GENERAL" :key="heading">
          <h3>{{ heading }}</h3>
          <dl>
            <template v-for="[key, words] in keys" :key="key">
              <dt>
                <kbd>{{ key }}</kbd>
              </dt>
              <dd>{{ words }}</dd>
            </template>
          </dl>
        </section>
        <section v-for="{ name, tools } in [...stages, { name: 'Change', tools: changes }]" :key="name">
          <h3>{{ name }}</h3>
          <dl class="letters">
            <template v-for="entry in tools" :key="entry.tool">
              <dt>
                <input
                  :value="habits.letterOf(entry).toUpperCase()"
                  :aria-label="`Letter for ${entry.name}`"
                  placeholder="·"
                  maxlength="1"
                  readonly
                  @keydown="setLetter(entry, $event)"
                />
              </dt>
              <dd>{{ entry.name }}</dd>
            </template>
          </dl>
        </section>
      </v-card-text>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.head {
  display: flex;
  align-items: baseline;
  gap: 16px;
  padding: 18px 24px 4px;
}
.head p {
  flex: 1;
}
.columns {
  columns: 3 260px;
  column-gap: 28px;
}
section {
  break-inside: avoid;
  margin-bottom: 14px;
}
h3 {
  font:
    500 13px 'Hanken Grotesk',
    sans-serif;
  color: rgb(var(--v-theme-soft-ink));
  margin-bottom: 4px;
}
dl {
  display: grid;
  grid-template-columns: minmax(34px, max-content) 1fr;
  gap: 3px 12px;
  align-items: baseline;
  font-size: 13px;
}
dl.letters {
  grid-template-columns: 30px 1fr;
}
dt {
  max-width: 110px;
}
dd {
  margin: 0;
}
kbd,
input {
  font: inherit;
  font-weight: 600;
}
input {
  width: 30px;
  height: 24px;
  text-align: center;
  color: rgb(var(--v-theme-ink));
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 5px;
  background: rgb(var(--v-theme-paper));
}
input::placeholder {
  color: rgb(var(--v-theme-soft-ink));
}
</style>
