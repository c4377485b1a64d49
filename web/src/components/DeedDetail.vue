<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import type { ChangePicture } from '@lamina/core/annotate'
import type { Deed, WholeDeed } from '@lamina/core/exchange'
import { Project } from '@lamina/core/records'
import { broughtBack, merge, type Meant, type ToBringBack } from '@lamina/core/together'
import { api } from '../api'
import { dayAndTime } from '../dates'
import { useProject } from '../store/project'
import { useSay } from '../store/say'
import { NOTHING_CHANGED, whatChanged } from '../store/whatChanged'
import ChangeThumb from './ChangeThumb.vue'

/** One change: what it changed, and what changed since the moment after it. */
const props = defineProps<{ deed: Deed; who: string; picture: ChangePicture | null | undefined }>()
const emit = defineEmits<{ named: [] }>()
const store = useProject()
const say = useSay()
const whole = shallowRef<WholeDeed | null>(null)
const then = shallowRef<Project | null>(null)
const fault = ref('')
const shown = ref<'then' | 'since'>('then')
const name = ref('')

async function load<T>(work: Promise<T>, keep: (made: T) => void): Promise<void> {
  const { seq } = props.deed
  fault.value = ''
  try {
    const made = await work
    if (seq === props.deed.seq) keep(made)
  } catch (error) {
    if (seq === props.deed.seq) fault.value = error instanceof Error ? error.message : String(error)
  }
}
function compare(): void {
  if (shown.value === 'since' && !then.value)
    void load(api.moment(store.id!, props.deed.seq), ({ records }) => (then.value = new Project(records)))
}
watch(
  () => props.deed.seq,
  (seq) => {
    whole.value = then.value = null
    name.value = props.deed.named ?? ''
    void load(api.deed(store.id!, seq), (made) => (whole.value = made))
    compare()
  },
  { immediate: true },
)
watch(shown, compare)
/** So many things of a drawing are listed. */
const MOST = 60
const since = computed(() => {
  // The project as it is now: told again whenever that changes.
  void store.project.stamp
  return then.value && whatChanged(then.value, store.project)
})

async function keepName(): Promise<void> {
  const wanted = name.value.trim()
  if (wanted === (props.deed.named ?? '')) return
  try {
    await api.nameMoment(store.id!, props.deed.seq, wanted)
    emit('named')
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
  }
}
async function back(what: ToBringBack, words: string): Promise<void> {
  if (!then.value)
    await load(api.moment(store.id!, props.deed.seq), ({ records }) => (then.value = new Project(records)))
  const before = then.value
  if (!before) return
  let idle = false
  const made = store.edit('Brought back', (now) => {
    const change = broughtBack(now, before, what)
    idle = now.isIdle(change)
    return change
  })
  if (made)
    say.tell(idle ? `${words} is as it was then.` : `${words} is as it was then. Undo takes that back.`)
}
/** Takes this change back by itself, whoever made it. */
async function takeBack(): Promise<void> {
  const { id, label } = props.deed
  let meant: Meant | null = null
  await load(api.inverse(store.id!, id), (made) => (meant = made))
  if (!meant) return
  let isPart = false
  let idle = false
  const made = store.edit(`${label.slice(0, 80)}, taken back`, (now) => {
    const { change, contested } = merge(now, meant!)
    isPart = contested.length > 0
    idle = now.isIdle(change)
    return change
  })
  if (!made) return
  if (idle) say.warn(`Of “${label}” nothing is left to take back: all of it was changed since.`)
  else if (isPart)
    say.warn(`“${label}” is taken back but for what was changed of it since: that stays as it is.`)
  else say.tell(`“${label}” is taken back. Undo makes it again.`)
}
</script>

<template>
  <article class="deed">
    <ChangeThumb
      v-if="picture"
      :picture="picture"
      :label="`What “${deed.label}” changed`"
      :width="440"
      :height="275"
    />
    <h2>{{ deed.back ? `${deed.label}, ${deed.back}` : deed.label }}</h2>
    <p class="soft">{{ dayAndTime(deed.at) }} · {{ who }} · change {{ deed.seq }}</p>
    <v-alert v-if="fault" type="error" variant="tonal" density="compact">{{ fault }}</v-alert>
    <div class="ways">
      <v-btn
        size="small"
        color="primary"
        variant="flat"
        :to="{ name: 'project', params: { project: store.id! }, query: { at: String(deed.seq) } }"
        >Look at this moment</v-btn
      >
      <v-btn size="small" variant="tonal" @click="back('all', 'The project')">Bring all of it back</v-btn>
      <v-btn size="small" variant="text" @click="takeBack">Take this change back</v-btn>
    </div>
    <v-text-field
      v-model="name"
      label="Name of this moment"
      class="name"
      maxlength="200"
      autocomplete="off"
      @keydown.enter="keepName"
      @blur="keepName"
    />
    <div class="tabs" role="group" aria-label="What is told">
      <button type="button" :aria-pressed="shown === 'then'" @click="shown = 'then'">What it changed</button>
      <button type="button" :aria-pressed="shown === 'since'" @click="shown = 'since'">
        What changed since
      </button>
    </div>
    <p v-if="shown === 'then' && whole?.things.length === 0" class="soft">{{ NOTHING_CHANGED }}</p>
    <ul v-else-if="shown === 'then' && whole" class="things">
      <li v-for="thing in whole.things" :key="thing.id">
        <span>{{ thing.words }}</span> <span class="soft small">{{ thing.became }}</span>
        <dl v-if="thing.values.length">
          <template v-for="each in thing.values" :key="each.fact">
            <dt>{{ each.fact }}</dt>
            <dd v-if="each.was === each.now">as it was drawn</dd>
            <dd v-else>
              <s>{{ each.was }}</s> {{ each.now }}
            </dd>
          </template>
        </dl>
      </li>
      <li v-if="whole.more" class="soft">and {{ whole.more }} more</li>
    </ul>
    <template v-else-if="shown === 'since' && since">
      <p v-if="since.length === 0" class="soft">Nothing: the project is as it was then.</p>
      <section v-for="group in since" :key="group.board ?? ''">
        <div class="head">
          <h3>{{ group.name }}</h3>
          <v-btn
            v-if="group.board"
            size="small"
            variant="text"
            :aria-label="`Bring ${group.name} back`"
            @click="back({ places: group.places }, group.name)"
            >Bring back</v-btn
          >
        </div>
        <ul class="things">
          <li v-for="thing in group.things.slice(0, MOST)" :key="thing.id" class="row">
            <span>
              {{ thing.words }}
              <span class="soft small">{{
                thing.facts.length ? thing.facts.join(', ').toLowerCase() : thing.became
              }}</span>
            </span>
            <v-btn
              size="x-small"
              variant="text"
              :aria-label="`Bring ${thing.words} back`"
              @click="back({ thing: thing.id }, thing.words)"
              >{{ thing.became === 'new' ? 'Take out' : 'Bring back' }}</v-btn
            >
          </li>
          <li v-if="group.things.length > MOST" class="soft">and {{ group.things.length - MOST }} more</li>
        </ul>
      </section>
    </template>
    <v-progress-linear v-else-if="!fault" indeterminate color="live" />
  </article>
</template>

<style scoped>
.deed {
  display: grid;
  gap: 8px;
  align-content: start;
  max-width: 640px;
}
h2 {
  font:
    600 18px 'Hanken Grotesk',
    sans-serif;
  margin: 6px 0 0;
}
h3 {
  font:
    600 14px 'Hanken Grotesk',
    sans-serif;
  margin: 0;
}
p {
  margin: 0;
}
.ways,
.head,
.row {
  display: flex;
  gap: 8px;
  align-items: center;
}
.head,
.row {
  justify-content: space-between;
}
.head {
  margin-top: 10px;
}
.name {
  max-width: 320px;
  margin-top: 6px;
}
.tabs {
  display: flex;
  gap: 4px;
}
.tabs button {
  font: inherit;
  color: inherit;
  padding: 5px 10px;
  border-radius: 8px;
  border: 1px solid transparent;
  background: none;
  cursor: pointer;
}
.tabs button[aria-pressed='true'] {
  border-color: rgb(var(--v-theme-hairline));
  background: rgb(var(--v-theme-surface));
  font-weight: 600;
}
.things {
  list-style: none;
  margin: 0;
  padding: 0;
}
.things li {
  padding: 5px 0;
  border-top: 1px solid rgb(var(--v-theme-hairline));
  overflow-wrap: anywhere;
}
dl {
  display: grid;
  grid-template-columns: minmax(90px, 160px) 1fr;
  gap: 2px 12px;
  margin: 4px 0 2px;
}
dt {
  color: rgb(var(--v-theme-soft-ink));
}
dd {
  margin: 0;
}
s {
  color: rgb(var(--v-theme-soft-ink));
  margin-right: 6px;
}
</style>
