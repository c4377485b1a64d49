<script setup lang="ts">
import { computed, watch } from 'vue'
import type { Contested } from '@lamina/core/edit'
import type { AnyRecord } from '@lamina/core/records'
import { factWords, thingWords, valueWords } from '@lamina/core/told'
import { keepChanges } from '../keepChanges'
import { useAside } from '../store/aside'
import type { Aside } from '../store/kept'
import { useProject } from '../store/project'

/** What others changed otherwise, and what was not taken: both shown, and the person chooses. */
const open = defineModel<boolean>({ required: true })
const store = useProject()
const aside = useAside()
watch(
  () => aside.all.length,
  (count) => {
    if (count === 0) open.value = false
  },
)

interface Choice {
  readonly of: Contested
  readonly thing: string
  readonly fact: string
  readonly mine: string
  readonly theirs: string
}
function choiceOf(of: Contested): Choice {
  const there = store.project.get(of.id)
  const known = there ?? ((of.mine ?? of.theirs) as AnyRecord | undefined)
  const thing = of.field === null || there ? (known ? thingWords(known) : 'Something') : 'Something'
  if (of.field === null)
    return {
      of,
      thing,
      fact: 'There at all',
      mine: of.mine === undefined ? 'removed' : 'changed, and there',
      theirs: there ? 'changed, and there' : 'removed',
    }
  const now = there ? (there as unknown as Record<string, unknown>)[of.field] : undefined
  const [mine, theirs] = [of.mine, now ?? of.theirs].map((each) => valueWords(store.project, of.field!, each))
  const isAlike = mine === theirs
  return {
    of,
    thing,
    fact: factWords(of.field),
    mine: isAlike ? 'as you made it' : mine!,
    theirs: isAlike ? 'as it is now' : theirs!,
  }
}
const all = computed(() =>
  aside.all.map((each) => ({
    each,
    when: new Date(each.at).toLocaleTimeString(undefined, { hour: '2-digit', minute: '2-digit' }),
    choices: each.contested.map(choiceOf),
    things: [...new Set(each.sent.change.put.map(thingWords))],
  })),
)
const chooses = computed(() => aside.all.reduce((sum, { contested }) => sum + contested.length, 0))
/** Those that cannot be as they were meant any more stay. */
function settleAll(as: 'mine' | 'theirs'): void {
  for (const { sent } of aside.all)
    for (const contested of aside.all.find((each) => each.sent === sent)?.contested ?? []) {
      const now = aside.all.find((each) => each.sent === sent)
      if (now) store.settle(now, contested, as)
    }
}
/** So many are named. */
const MOST_NAMED = 4

function again(each: Aside): void {
  if (store.makeAgain(each.sent)) void aside.letGo(each)
}
</script>

<template>
  <v-dialog v-model="open" max-width="640" scrollable aria-labelledby="aside-title">
    <v-card class="unkept" color="surface">
      <h2 id="aside-title">Not kept as you made it</h2>
      <p class="soft">
        Others changed the same, or the server did not take it. All of it stays on this computer until you
        choose.
      </p>
      <ul>
        <li v-for="{ each, when, choices, things } in all" :key="each.sent.id">
          <h3>
            {{ each.sent.label }} <span class="soft small">{{ when }}</span>
          </h3>
          <template v-if="each.why !== null">
            <p>{{ each.why }}</p>
            <p v-if="things.length" class="soft small">
              {{ things.slice(0, MOST_NAMED).join(', ')
              }}{{ things.length > MOST_NAMED ? ` and ${things.length - MOST_NAMED} more` : '' }}
            </p>
            <div class="ways">
              <v-btn size="small" variant="tonal" @click="again(each)">Make it again</v-btn>
              <v-btn size="small" variant="text" @click="keepChanges(store.project.facts.name, [each.sent])"
                >Save as a file</v-btn
              >
              <v-btn size="small" variant="text" @click="aside.letGo(each)">Let it go</v-btn>
            </div>
          </template>
          <div v-for="choice in choices" :key="`${choice.of.id} ${choice.of.field}`" class="choice">
            <span class="of">{{ choice.thing }} · {{ choice.fact }}</span>
            <button type="button" @click="store.settle(each, choice.of, 'mine')">
              <span class="soft small">Take mine</span>{{ choice.mine }}
            </button>
            <button type="button" @click="store.settle(each, choice.of, 'theirs')">
              <span class="soft small">Leave theirs</span>{{ choice.theirs }}
            </button>
          </div>
        </li>
      </ul>
      <div class="ways end">
        <template v-if="chooses > 1">
          <v-btn variant="text" @click="settleAll('mine')">Take all mine</v-btn>
          <v-btn variant="text" @click="settleAll('theirs')">Leave all theirs</v-btn>
        </template>
        <v-btn variant="text" @click="open = false">Later</v-btn>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.unkept {
  padding: 20px 22px;
}
.unkept > p {
  margin: 4px 0 8px;
}
ul {
  list-style: none;
  padding: 0;
  margin: 0;
  overflow-y: auto;
}
li {
  padding: 12px 0;
  border-top: 1px solid rgb(var(--v-theme-hairline));
}
h3 {
  font-size: 14px;
  font-weight: 600;
  margin: 0 0 4px;
}
.ways {
  display: flex;
  gap: 6px;
  margin-top: 8px;
}
.end {
  justify-content: flex-end;
}
.choice {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px 8px;
  margin: 8px 0;
}
.of {
  grid-column: 1 / -1;
}
.choice button {
  display: grid;
  gap: 1px;
  text-align: left;
  padding: 7px 10px;
  font: inherit;
  color: inherit;
  background: none;
  border: 1px solid rgb(var(--v-theme-hairline));
  border-radius: 8px;
  cursor: pointer;
  overflow-wrap: anywhere;
}
.choice button:hover {
  border-color: rgb(var(--v-theme-live));
  background: rgb(var(--v-theme-live-wash));
}
</style>
